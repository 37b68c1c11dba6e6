"""Mix: from what is on the shelf to a rinse of known pH."""
