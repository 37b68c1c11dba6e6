"""Eyebright: what a home hair-care maker's jug really holds, and how sure we are."""

__version__ = "0.2.0"
