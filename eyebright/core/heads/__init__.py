"""Heads: what is known of a scalp and its hair, what it weighs, and what it asks for."""
