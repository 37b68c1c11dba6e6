"""Formulas: kept, worked on, ranked and shared."""
