"""The chain engine: what one link after another does to a head's two zones, whatever the links are."""

from .engine import ChainError, Course, Link, LinkAfter, ZoneAfter, run_chain
from .follow import Follow, follow
from .subjects import PlainWater, Subject

__all__ = [
    "ChainError",
    "Course",
    "Follow",
    "Link",
    "LinkAfter",
    "PlainWater",
    "Subject",
    "ZoneAfter",
    "follow",
    "run_chain",
]
