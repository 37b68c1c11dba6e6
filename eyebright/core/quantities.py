"""Amounts, units and the household's own measures: what a person says, and what the core reckons in.

Volumes are mL and masses g inside the core. Unit factors come from pint; the spoons and cups, with
how far each can be trusted, from `measures.toml`.
"""

import math
import tomllib
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path

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
NEAR_ENOUGH = 0.02  # a spoon version this near, as a share, needs no "about"


class QuantityError(ValueError):
    """An amount that no kitchen can pour, in the job's words."""


@dataclass(frozen=True)
class Measure:
    """A spoon or a cup: its volume (mL), how it divides, and from what volume (mL) it is used."""

    name: str
    plural: str
    volume: float
    step: int
    least: float


@dataclass(frozen=True)
class Jug:
    """A measuring jug: capacity (mL), how far apart its marks are, and those with a number."""

    capacity: float
    mark: float
    numbered: float


@dataclass(frozen=True)
class Household:
    """Every measure, and what the jug, spoon and powder spoon are good to (shares, 90 %)."""

    measures: tuple[Measure, ...]
    spoon: float
    jug: float
    powder_spoon: float
    spoon_up_to: float
    jugs: tuple[Jug, ...]
    least: float
    most: float
    units: dict[str, str]


@cache
def household() -> Household:
    """The measures of `measures.toml`, read once."""
    raw = tomllib.loads(Path(__file__).with_name("measures.toml").read_text("utf-8"))
    return Household(
        measures=tuple(Measure(**row) for row in raw["measure"]),
        jugs=tuple(Jug(**row) for row in raw["jug"]),
        units=raw["units"],
        **raw["rinse"],
        **raw["spread"],
    )


@cache
def ml_per(unit: str) -> float:
    """How many mL one of this unit is; QuantityError for a unit that no volume is given in."""
    import pint  # slow to import, and only needed once a unit

    names = household().units
    if unit not in names:
        raise QuantityError(f"a volume is given in {', '.join(names)}, not in {unit}")
    registry: pint.UnitRegistry[float] = pint.UnitRegistry(cache_folder=None)
    return float(registry.Quantity(names[unit]).to("milliliter").magnitude)


def rinse_volume(value: float, unit: str) -> float:
    """A rinse's volume in mL, or QuantityError when no household would mix so little or so much."""
    kit = household()
    volume = value * ml_per(unit)
    if not math.isfinite(volume) or volume <= 0.0:
        raise QuantityError("Say how much rinse to make: more than nothing.")
    if volume < kit.least:
        raise QuantityError(f"{volume:.3g} mL is too little to measure: make at least {kit.least:g} mL.")
    if volume > kit.most:
        raise QuantityError(
            f"{volume / 1000:.4g} L is more than any jug here holds: make at most {kit.most / 1000:g} L."
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


def _with_fraction(count: float) -> str:
    whole, eighths = divmod(round(count * 8), 8)
    return (str(whole) if whole else "") + FRACTIONS.get(eighths, "") or "0"


def spoons(volume: float) -> str:
    """A volume (mL) as people say it: '2½ teaspoons', '1 cup and 3 tablespoons'.

    Largest measures first; stops as soon as what is said is within a fiftieth of what is meant.
    """
    kit = household()
    left, said, told = volume, [], 0.0
    smallest = kit.measures[-1]
    if volume < smallest.least:
        return f"{'about' if volume > 0.1 * smallest.volume else 'less than'} ⅛ {smallest.name}"
    usable = [measure for measure in kit.measures if volume >= measure.least]
    for position, measure in enumerate(usable):
        part = measure.volume / measure.step
        last = position == len(usable) - 1
        nearest = round(left / part) * part
        close = abs(told + nearest - volume) <= NEAR_ENOUGH * volume
        count = nearest if close or last else math.floor(left / part + 1e-9) * part
        if count > 0.0:
            number = count / measure.volume
            said.append(f"{_with_fraction(number)} {measure.plural if number > 1 else measure.name}")
            told, left = told + count, left - count
        if close or len(said) == 2:
            break
    about = "" if abs(told - volume) <= NEAR_ENOUGH * volume else "about "
    return about + " and ".join(said)


def jug_for(volume: float) -> Jug:
    """The smallest household jug that holds this volume (mL)."""
    jugs = household().jugs
    return next((jug for jug in jugs if jug.capacity >= volume * 0.999), jugs[-1])


def said(value: float) -> str:
    """A number as it is read out: two or three figures, never more than it can bear."""
    if value >= 100 or value == round(value):
        return f"{value:.0f}"
    return f"{value:.1f}" if value * 10 == round(value * 10) or value >= 10 else f"{value:.2f}"


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
