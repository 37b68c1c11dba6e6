"""Make: from a formula to bottles with a date."""
