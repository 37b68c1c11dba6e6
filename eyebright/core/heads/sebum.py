"""How much oil is on a head, and how much of it a wash lifts (model.md 6).

Two zones: the scalp with its roots, and the lengths. Lifted share of the oil on a zone
= 1 - (1 - w) exp(-f E / (k L)): w what warm water and hands do alone, E grams of effective cleaning
that reach the zone, L grams of oil on it, f the head's own factor, and k fixed by a usual shampoo.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np

from .. import tables
from ..numbers import Array, Draws, Spread
from ..tables import Figures, Triple

MINUTES = 1440.0
UG = 1e-6
ADULT_CM2 = 650.0
NOT_A_WASH = "not a wash"


@cache
def sebum_table() -> Figures:
    """The table of `sebum.toml`, read once."""
    return tables.figures(__file__, "sebum.toml")


@dataclass(frozen=True)
class LiftGrade:
    """A word for the share that a wash lifts, up `to` which it is said."""

    name: str
    to: float


@cache
def lift_grades() -> list[LiftGrade]:
    """The words for a lifted share, the smallest first."""
    return tables.rows(__file__, "sebum.toml", "grade", LiftGrade)


@dataclass(frozen=True)
class Oil:
    """Grams of oil and build-up on each zone, arrays of draws."""

    scalp: Array
    lengths: Array


@dataclass(frozen=True)
class Washed:
    """A wash of the past: days ago, and the share of each zone's oil that it took."""

    days_ago: float
    scalp: float
    lengths: float


def washed(days_ago: float, zone: str, given: float | None, *, cleans: bool = True) -> Washed:
    """A wash of the past as it is kept: where it went on, and ln of its cleaning against the right one.

    `given` None: nobody knows, and it is taken for a right one. What does not clean (`cleans`) takes what the
    water takes that it is rinsed out with.
    """
    table = sebum_table().part("after")
    water = sebum_table().spread("water", "lifts").mid
    right = folds_for(table.number("right")) * float(np.exp(min(given or 0.0, 3.0))) if cleans else 0.0
    took = min(1.0 - (1.0 - water) * float(np.exp(-right)), sebum_table().number("most", "lifts"))
    scalp, lengths = table.pair(zone if zone in ("scalp", "lengths", "bag", "face") else "both")
    return Washed(days_ago, took * scalp, took * lengths)


def scalp_oil(
    scalp: str,
    days: float,
    area: Array,
    curl: str,
    draws: Draws,
    *,
    age: float | None = None,
    washes: Sequence[Washed] = (),
    build_up: int = 0,
    put_on: tuple[Spread, Spread] | None = None,
) -> Oil:
    """The oil that so many days have made, where it is now, and what else sits there (g).

    `washes`: those on record, each of which left what it did not take; without, the last took all of it.
    `age` in years: little is made before puberty, and less late in life. `put_on`: grams put on the scalp and
    on the strands by hand.
    """
    table = sebum_table()
    rate = draws.of("oil made", table.spread("made", scalp)) * UG * MINUTES  # g per cm² and day
    if age is not None:
        rate = rate * _by_age(age, draws)
    tau = draws.of("oil lost", table.spread("lost", "days"))
    holds = draws.of("oil held", table.spread("held", "scalp")) * 1e-3
    roots = table.number("roots", curl)
    on_skin, on_strands = np.zeros(1), np.zeros(1)

    def pass_by(days: float) -> None:
        """Oil is made towards what a head comes to, and rubs off above; what the skin cannot hold moves."""
        nonlocal on_skin, on_strands
        there = on_skin + on_strands
        more = (rate * tau - there) * (1.0 - np.exp(-days / tau))
        fresh, left = np.maximum(more, 0.0), np.where(more < 0.0, 1.0 + more / np.maximum(there, 1e-12), 1.0)
        stands = np.minimum(fresh, np.maximum(holds - on_skin, 0.0))
        on_skin = on_skin * left + stands + roots * (fresh - stands)
        on_strands = on_strands * left + (1.0 - roots) * (fresh - stands)

    past = sorted(washes, key=lambda each: -each.days_ago)[-int(table.number("after", "washes")) :]
    before = past[0].days_ago + table.number("after", "days") if past else days
    for each in past:
        pass_by(before - each.days_ago)
        on_skin, on_strands = on_skin * (1.0 - each.scalp), on_strands * (1.0 - each.lengths)
        before = each.days_ago
    pass_by(before)
    built = table.as_(dict[str, list[Triple]], "build_up")
    extra = put_on or (Spread.exact(0.0), Spread.exact(0.0))
    stuck_scalp = draws.of("build-up on the scalp", Spread.of(built["scalp"][build_up]))
    stuck_lengths = draws.of("build-up on the lengths", Spread.of(built["lengths"][build_up]))
    return Oil(
        scalp=on_skin * area + stuck_scalp + draws.of("put on the scalp", extra[0]),
        lengths=on_strands * area + stuck_lengths + draws.of("put on the strands", extra[1]),
    )


def _by_age(age: float, draws: Draws) -> Array:
    """Times as much oil as a grown scalp of its kind makes; wide, for only the years are asked."""
    table = sebum_table().part("by_age")
    years, shares = zip(*table.as_(list[tuple[float, float]], "shares"), strict=True)
    share = float(np.interp(age, years, shares))
    reach = draws.of("oil by age", table.spread("reach")) if share < 1.0 else np.ones(1)
    out: Array = share * reach
    return out


@cache
def hardness() -> float:
    """k: g of effective cleaning that one g of oil takes per e-fold, from the usual shampoo."""
    usual, middle = sebum_table().part("usual"), Draws(1)
    oil = scalp_oil(usual.as_(str, "scalp"), usual.number("days"), np.array([ADULT_CM2]), "straight", middle)
    cleaning = usual.number("grams") * usual.number("active")
    water = sebum_table().spread("water", "lifts").mid
    folds = np.log((1.0 - water) / (1.0 - usual.number("lifts")))
    return float(cleaning / (oil.scalp[0] * folds))


def folds(cleaning: Array, oil: Array) -> Array:
    """How many e-folds of a zone's oil (g) so much effective cleaning (g) takes off, by a head like most."""
    taken: Array = cleaning / (hardness() * np.maximum(oil, 1e-6))
    return taken


def folds_for(share: float) -> float:
    """The e-folds, beyond what warm water and hands do, that lift this share; 0 where water does."""
    water = sebum_table().spread("water", "lifts").mid
    return max(float(np.log((1.0 - water) / (1.0 - min(share, 0.99)))), 0.0)


def lifted(cleaning: Array, oil: Array, draws: Draws, factor: Array | float = 1.0) -> Array:
    """The share of a zone's oil (g) that so much effective cleaning (g) lifts."""
    water = draws.of("water", sebum_table().spread("water", "lifts"))
    left = (1.0 - water) * np.exp(-factor * folds(cleaning, oil))
    share: Array = np.minimum(1.0 - left, sebum_table().number("most", "lifts"))
    return share


def grade(share: float, *, washes: bool = True) -> str:
    """A lifted share in words: barely cleans, very mild, gentle, medium, deep, stripping.

    `washes`: whether it is meant to wash at all; what is not, and hardly does, is "not a wash".
    """
    row = next(row for row in lift_grades() if share <= row.to)
    return NOT_A_WASH if not washes and row == lift_grades()[0] else row.name
