"""Commands: serve, demo."""
