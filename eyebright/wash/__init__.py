"""Washes: by name, and as they happened on a head."""
