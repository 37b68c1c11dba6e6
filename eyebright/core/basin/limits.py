"""From how many minutes on a link is warned of, and stopped: asked of the rules, never written down again."""

import math
from collections.abc import Mapping
from dataclasses import replace

from ..wash import Basin, WashLink

LONGEST = 12.0 * 60.0
SHORTEST = 0.5
GRAVE = {"note": 0, "warning": 1, "stop": 2}


def minutes_at_most(basin: Basin, link: WashLink) -> tuple[float | None, float | None]:
    """Minutes of the first section after which the rules warn, and after which they stop; None for none.

    Found by asking what they say of ever longer minutes; to half a minute.
    """
    if link.formula is None or link.pause:
        return None, None
    least = _grave(basin, link, SHORTEST)
    most, never = (_from(basin, link, least, level) for level in (1, 2))
    return (never if most is None else most), never


def _grave(basin: Basin, link: WashLink, minutes: float) -> dict[str, int]:
    said = basin.alone(replace(link, minutes=minutes, sections="", on_over=None))
    return {each.id: GRAVE[each.level] for each in said}


def _from(basin: Basin, link: WashLink, least: Mapping[str, int], level: int) -> float | None:
    """The minutes beyond which something this grave is said that was not from the beginning."""

    def holds(minutes: float) -> bool:
        found = _grave(basin, link, minutes)
        return any(at >= level and least.get(rule, 0) < level for rule, at in found.items())

    low, high = SHORTEST, LONGEST
    if not holds(high):
        return None
    while high - low > 0.05:
        middle = (low + high) / 2.0
        low, high = (low, middle) if holds(middle) else (middle, high)
    near = round(low * 2.0) / 2.0
    return max(near if not holds(near) else math.floor(low * 2.0) / 2.0, SHORTEST)
