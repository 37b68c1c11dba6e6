"""The chain engine: what one link after another does to a head's two zones, whatever the links are."""

from .wet_hair import Follow, Hair, Pouring, after_pours, follow, wet_hair_table

__all__ = [
    "Follow",
    "Hair",
    "Pouring",
    "after_pours",
    "follow",
    "wet_hair_table",
]
