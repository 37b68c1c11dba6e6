"""What is fast, measured as a ratio or a count in one run."""
