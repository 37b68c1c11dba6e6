"""Amounts as people say them: spoons, cups, shares of a vessel, and numbers no finer than they can bear.

Volumes are mL and masses g inside the core. What a household measures with stands in `measures.py`.
"""

import math
from collections.abc import Sequence

from .measures import METRIC, Kit, MeasureError, MeasuringJug, Spoon, measure_table

FRACTIONS = {1: "⅛", 2: "¼", 3: "⅜", 4: "½", 5: "⅝", 6: "¾", 7: "⅞"}
SHARES = (
    (0.25, "a quarter of the"),
    (1 / 3, "a third of the"),
    (0.5, "half the"),
    (2 / 3, "two thirds of the"),
    (0.75, "three quarters of the"),
    (1.0, "one whole"),
    (1.5, "one and a half of the"),
    (2.0, "two of the"),
    (3.0, "three of the"),
)
SHARE_NEAR = 0.15  # a dose is no more exact than that
MOST_SPOONS = 12.0  # of one measure that anybody counts out
NEAR_ENOUGH = 0.02  # a spoon version this near, as a share, needs no "about"


def rinse_volume(value: float, unit: str, kit: Kit = METRIC) -> float:
    """A jug's volume in mL, or MeasureError when no household would mix so little or so much."""
    volume = value * kit.ml(unit)
    if not math.isfinite(volume) or volume <= 0.0:
        raise MeasureError("Say how much to make: more than nothing.")
    if volume < measure_table().least:
        raise MeasureError(
            f"{volume:.3g} mL is too little to measure: make at least {measure_table().least:g} mL."
        )
    if volume > measure_table().most:
        raise MeasureError(
            f"{volume / 1000:.4g} L is more than any jug here holds: "
            f"make at most {measure_table().most / 1000:g} L."
        )
    return volume


def pourable(volume: float) -> float:
    """The nearest amount (mL) that a spoon or a jug's marks can measure; never nothing."""
    step = next(s for most, s in ((5, 0.25), (20, 0.5), (100, 1.0), (math.inf, 5.0)) if volume < most)
    return max(step, round(volume / step) * step)


def weighable(mass: float) -> float:
    """The nearest mass (g) that a kitchen scale shows: tenths below 10 g, halves above."""
    step = 0.1 if mass < 10.0 else 0.5
    return max(0.1, round(round(mass / step) * step, 1))


def with_fraction(count: float) -> str:
    """A number of spoons in eighths: '2½'."""
    whole, eighths = divmod(round(count * 8), 8)
    return (str(whole) if whole else "") + FRACTIONS.get(eighths, "") or "0"


def spoons(volume: float, kit: Kit = METRIC) -> str:
    """A volume (mL) as people say it: '2½ teaspoons', '1 cup and 3 tablespoons'.

    Of all ways with one or two measures the first, largest measures first, within a fiftieth of what is
    meant; else the nearest. What is said adds up to it, or is "about" it.
    """
    smallest = kit.spoons[-1]
    if volume < smallest.least:
        return f"{'about' if volume > 0.1 * smallest.volume else 'less than'} ⅛ {smallest.name}"
    usable = [measure for measure in kit.spoons if volume >= measure.least]
    ways = [way for at in range(len(usable)) for way in _ways(volume, usable[at:])]
    near = [way for way in ways if _miss(way, volume) <= NEAR_ENOUGH]
    best = near[0] if near else min(ways, key=lambda way: _miss(way, volume))
    said = [
        f"{with_fraction(count)} {measure.plural if count > 1 else measure.name}" for measure, count in best
    ]
    return ("" if near else "about ") + " and ".join(said)


Way = list[tuple[Spoon, float]]


def _ways(volume: float, measures: Sequence[Spoon]) -> list[Way]:
    """A volume with the first of these measures alone, and with one more that fills it up."""
    first = measures[0]
    part = first.volume / first.step
    alone = round(volume / part) / first.step
    out: list[Way] = [[(first, alone)]] if 0.0 < alone <= MOST_SPOONS or len(measures) == 1 else []
    under = math.floor(volume / part + 1e-9) / first.step
    for more in measures[1:] if under > 0.0 else ():
        rest = round((volume - under * first.volume) / more.volume * more.step) / more.step
        if rest > 0.0:
            out.append([(first, under), (more, rest)])
    return out or [[(first, max(alone, 1.0 / first.step))]]


def _miss(way: Way, volume: float) -> float:
    return abs(sum(measure.volume * count for measure, count in way) / volume - 1.0)


def jug_for(volume: float) -> MeasuringJug:
    """The smallest household jug that holds this volume (mL)."""
    jugs = measure_table().jugs
    return next((jug for jug in jugs if jug.capacity >= volume * 0.999), jugs[-1])


def by_vessel(volume: float, vessels: Sequence[tuple[str, float]]) -> str:
    """A volume (mL) in the household's own vessels: 'about half the squeeze bottle'.

    `vessels`: (name, mL). The one whose nearest simple share says it best; '' where none does.
    """
    best, words = math.inf, ""
    for name, capacity in vessels:
        for share, said_as in SHARES:
            miss = abs(share * capacity - volume) / volume if volume > 0.0 else math.inf
            if miss < best - 1e-9:
                best, words = miss, f"{said_as} {name}"
    return f"about {words}" if best <= SHARE_NEAR else ""
