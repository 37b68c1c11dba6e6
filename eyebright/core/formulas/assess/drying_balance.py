"""Drying on one side, conditioning on the other: points by what is in it as it meets the hair (custom)."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

import numpy as np

from ... import tables
from ...numbers import Array, Figure, figure
from ..prepare import Preparation
from .cleansing import Cleaning

ALKALI_FROM, ACID_FROM, ACID_LEAST = 8.0, 5.5, 3.7


@dataclass(frozen=True)
class Weight:
    """One thing on a side: its name and points."""

    side: Literal["drying", "conditioning"]
    name: str
    points: Figure


@dataclass(frozen=True)
class DryingBalance:
    """Points on each side, what makes them, and the two against each other from -1 (dries) to 1."""

    drying: Figure
    conditioning: Figure
    tilt: Figure
    says: str
    weights: tuple[Weight, ...]


@dataclass(frozen=True)
class BalanceRow:
    """The points of 1 g in 100 g of something, `most` at the most, and on which side they are."""

    fact: str
    side: Literal["drying", "conditioning"]
    name: str
    points: float
    most: float


@cache
def balance_rows() -> list[BalanceRow]:
    """The rows of `drying_balance.toml`."""
    return tables.rows(__file__, "drying_balance.toml", "row", BalanceRow)


def drying_balance(preparation: Preparation, cleaning: Cleaning, ph: Array | None) -> DryingBalance:
    """The balance of a finished preparation."""
    draws = preparation.draws
    per_100 = _amounts(preparation, cleaning, ph)
    sides: dict[str, Array] = {"drying": np.zeros(draws.count), "conditioning": np.zeros(draws.count)}
    weights = []
    for row in balance_rows():
        points = np.minimum(per_100[row.fact] * row.points, row.most)
        points = np.broadcast_to(points, (draws.count,))
        sides[row.side] = sides[row.side] + points
        shown = figure(points, "points")
        if shown.high >= 0.5:
            weights.append(Weight(row.side, row.name, _custom(shown)))
    drying, conditioning = sides["drying"], sides["conditioning"]
    tilt = (conditioning - drying) / np.maximum(conditioning + drying, 4.0)
    shown = figure(tilt, "")
    return DryingBalance(
        _custom(figure(drying, "points")),
        _custom(figure(conditioning, "points")),
        _custom(shown),
        _says(shown.value),
        tuple(sorted(weights, key=lambda each: -each.points.value)),
    )


def _custom(shown: Figure) -> Figure:
    return Figure(shown.value, shown.low, shown.high, shown.unit, "custom")


def _amounts(preparation: Preparation, cleaning: Cleaning, ph: Array | None) -> dict[str, Array]:
    """g in 100 g of each fact of the table (pH units for the two of them that are)."""
    draws, total = preparation.draws, preparation.total
    drawn: dict[str, Array] = {}
    for name in ("tannin", "mucilage"):
        each = (one.active(getattr(one.material, name, None), draws, name) for one in preparation.lines)
        drawn[name] = sum(each, np.zeros(1))
    protein = tables.figures(__file__, "drying_balance.toml").numbers("protein", "kinds")
    clay = preparation.grams_of(("clay",))
    grams = {
        "saponin": cleaning.saponin,
        "soap": cleaning.soap_left,
        "surfactant": cleaning.surfactant,
        "clay": np.zeros(1) if preparation.formula.dried else clay,
        "clay_dried": clay if preparation.formula.dried else np.zeros(1),
        "salt": preparation.grams_of(("salt",)),
        "oil": preparation.grams_of(("oil", "butter")),
        "humectant": preparation.grams_of(("humectant",)),
        "protein": sum(
            (preparation.grams_of((kind,)) * share for kind, share in protein.items()), np.zeros(1)
        ),
        **drawn,
    }
    out = {name: 100.0 * each / total for name, each in grams.items()}
    zero = np.zeros(1)
    out["alkali"] = zero if ph is None else np.maximum(ph - ALKALI_FROM, 0.0)
    out["acid"] = zero if ph is None else np.clip(ACID_FROM - ph, 0.0, ACID_FROM - ACID_LEAST)
    return out


def _says(tilt: float) -> str:
    """The balance in words."""
    if tilt < -0.6:
        return "It dries: condition after it."
    if tilt < -0.2:
        return "It dries a little more than it conditions."
    if tilt <= 0.2:
        return "The two sides are about even."
    if tilt <= 0.6:
        return "It conditions more than it dries."
    return "It conditions."
