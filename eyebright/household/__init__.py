"""What is the household's: its measures and money, and where it stands where opinions differ."""
