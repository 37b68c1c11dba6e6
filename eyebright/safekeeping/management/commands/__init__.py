"""Commands: backup, restore, check."""
