"""Heads: people, their scalps and their hair, and what happened to them."""
