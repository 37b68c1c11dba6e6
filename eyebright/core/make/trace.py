"""Poured by eye: what a scale showed while somebody poured as they liked, cut into pours.

Where it stands still is a level; from one level to a higher one something was poured. What was taken out
again is taken off the last pour, and a bowl that is lifted for a moment is none of it.

pours_of([Shown(0, 0.0), Shown(4, 80.2), Shown(9, 95.1)])      80 g, then 15 g
"""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

LEAST = 0.5  # g: less is the scale's own wandering
WANDERS = 0.01  # of what stands on it, while it stands still
SURE = 0.5  # g that a kitchen scale is off by, at each level
MOST_SHOWN = 5_000


@dataclass(frozen=True)
class Shown:
    """What a scale showed: seconds since it was looked at first, and g; only what stood still counts."""

    seconds: float
    grams: float
    steady: bool = True


@dataclass(frozen=True)
class TracedPour:
    """One pour: g, likely from and to, and the seconds at which it was in."""

    grams: float
    low: float
    high: float
    seconds: float


@dataclass(frozen=True)
class _Level:
    grams: float
    wide: float
    seconds: float


def pours_of(shown: Sequence[Shown]) -> tuple[TracedPour, ...]:
    """The pours of a trace, in order of time. What moves is left out; an empty trace has none."""
    out: list[TracedPour] = []
    levels = _levels(sorted(shown, key=lambda each: each.seconds))
    if not levels:
        return ()
    last = levels[0]
    if last.grams > LEAST and len(levels) > 1 and levels[0].seconds > 0.0:
        last = _Level(0.0, 0.0, 0.0)
        levels = [last, *levels]
    for place, level in enumerate(levels[1:], start=1):
        rise = level.grams - last.grams
        lifted = level.grams <= LEAST < last.grams and any(
            each.grams >= last.grams - LEAST for each in levels[place + 1 :]
        )
        if lifted or abs(rise) < LEAST:
            continue
        doubt = SURE + (level.wide + last.wide) / 2.0
        if rise > 0.0:
            out.append(TracedPour(rise, max(rise - doubt, 0.0), rise + doubt, level.seconds))
        else:
            _take_back(out, -rise)
        last = level
    return tuple(out)


def _take_back(pours: list[TracedPour], grams: float) -> None:
    """Take so much off the last pours."""
    while pours and grams > LEAST:
        each = pours.pop()
        left = each.grams - grams
        if left > LEAST:
            pours.append(TracedPour(left, max(each.low - grams, 0.0), each.high - grams, each.seconds))
        grams = max(-left, 0.0)


def _levels(shown: Sequence[Shown]) -> list[_Level]:
    """Where it stood still: neighbours that show the same, but for its wandering."""
    out: list[_Level] = []
    same: list[Shown] = []

    def close() -> None:
        if same:
            grams = [each.grams for each in same]
            out.append(_Level(median(grams), max(grams) - min(grams), same[0].seconds))
            same.clear()

    for each in shown[:MOST_SHOWN]:
        if not each.steady:
            close()
            continue
        if same and abs(each.grams - same[0].grams) > max(LEAST, WANDERS * abs(same[0].grams)):
            close()
        same.append(each)
    close()
    return out
