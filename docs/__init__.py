"""What is written and drawn about the house."""
