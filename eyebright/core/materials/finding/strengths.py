"""A strength that is said decides which row a name is: 'vinegar essence 80 %' is not the 25 % one.

by_strength("spirit_vinegar", 10.0)    "cleaning_vinegar"
by_strength("spirit_vinegar", 40.0)    ""        asked about
"""

from dataclasses import dataclass
from functools import cache

from ... import tables
from ..library import library
from ..material import Material

REACH = 1.25  # times beyond its own range that a row may still be


@dataclass(frozen=True)
class StrengthGroup:
    """Rows of one name at several strengths: `bands` of % with the row of each, "" for the one found."""

    bands: tuple[tuple[float, float, str], ...]
    usual: str
    kind: str = ""
    of: tuple[str, ...] = ()


@cache
def strength_groups() -> tuple[StrengthGroup, ...]:
    """The table of `strengths.toml`."""
    return tuple(tables.rows(__file__, "strengths.toml", "group", StrengthGroup))


def can_be(material: Material, percent: float) -> bool:
    """Whether it can have a strength that was said of it: nothing is called so that is stronger or weaker."""
    if material.key in library():
        return material.strength is not None and by_strength(material.key, percent) == material.key
    return _within_reach(material, percent)


def _within_reach(material: Material, percent: float) -> bool:
    """Whether that is its own range, and a little more."""
    known = material.strength
    return known is not None and known.low / REACH <= percent <= known.high * REACH


def by_strength(key: str, percent: float) -> str:
    """Which row a name that found this one is, at so many per cent; "" where none is so strong."""
    found = library()[key]
    group = next((each for each in strength_groups() if found.kind == each.kind or key in each.of), None)
    fits = found.strength is None or _within_reach(found, percent)
    if group is None:
        return key if fits else ""
    band = next((name for low, high, name in group.bands if low <= percent < high), None)
    if band is None:
        return ""
    return band or (key if fits else group.usual)
