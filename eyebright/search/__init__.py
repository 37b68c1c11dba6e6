"""One search over every place."""
