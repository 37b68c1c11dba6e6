"""What the rules say at the basin of minutes and of warmth: asked of them, never written down again."""

import math
from collections.abc import Mapping
from dataclasses import replace

from ..rules import GRAVITY, cautions, rules_of
from ..vocabulary import Gravity
from ..wash import WashAssessor, WashLink

LONGEST = 12.0 * 60.0
SHORTEST = 0.5


def minutes_at_most(basin: WashAssessor, link: WashLink) -> tuple[float | None, float | None]:
    """Minutes of the first section after which the rules warn, and after which they stop; None for none.

    Found by asking what they say of ever longer minutes; to half a minute.
    """
    if link.formula is None or link.pause:
        return None, None
    least = _grave(basin, link, SHORTEST)
    most, never = (_from(basin, link, least, level) for level in ("warning", "stop"))
    return (never if most is None else most), never


def too_warm(celsius: float, careful: bool) -> Gravity | None:
    """What the rules say of water or a wash so warm (°C) on a head; None where it is fine.

    `careful`: a child's, tender or old scalp.
    """
    facts = {"celsius": celsius, "heat_careful": careful}
    among = [rule for rule in rules_of("link") if {name for name, _, _ in rule.when} <= facts.keys()]
    said = cautions("link", facts, among)
    return said[0].level if said else None


def _grave(basin: WashAssessor, link: WashLink, minutes: float) -> dict[str, int]:
    said = basin.alone(replace(link, minutes=minutes, sections="", on_over=None))
    return {each.id: GRAVITY[each.level] for each in said}


def _from(basin: WashAssessor, link: WashLink, least: Mapping[str, int], level: str) -> float | None:
    """The minutes beyond which something this grave is said that was not from the beginning."""

    grave = GRAVITY[level]

    def holds(minutes: float) -> bool:
        found = _grave(basin, link, minutes)
        return any(at <= grave < least.get(rule, grave + 1) for rule, at in found.items())

    low, high = SHORTEST, LONGEST
    if not holds(high):
        return None
    while high - low > 0.05:
        middle = (low + high) / 2.0
        low, high = (low, middle) if holds(middle) else (middle, high)
    near = round(low * 2.0) / 2.0
    return max(near if not holds(near) else math.floor(low * 2.0) / 2.0, SHORTEST)
