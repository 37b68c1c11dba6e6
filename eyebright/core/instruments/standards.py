"""Kitchen standards: the pH of each, with its doubt, as the model makes it at a temperature."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

import numpy as np

from .. import tables
from ..chemistry import Part, after_standing, solve_ph_many, totals, water_classes
from ..materials import material, measure_table
from ..numbers import Draws, Figure, Spread, figure

DRAWN = 400
WARMEST, COLDEST = 40.0, 5.0
FLAT = 0.85  # of the gas has left what was stirred flat


class StandardError(LookupError):
    """A standard that there is not, or a temperature that it is not known at."""


@dataclass(frozen=True)
class Standard:
    """One kitchen standard: how to make it, how long it stands, and where it comes from."""

    key: str
    name: str
    grams: Mapping[str, float]
    saturated: bool
    make: str
    stands: str
    besides: float
    source: str

    def ph(self, temperature: float = 25.0) -> Figure:
        """Its pH at this temperature (°C), with its range."""
        if not COLDEST <= temperature <= WARMEST:
            raise StandardError(
                f"Standards are used from {COLDEST:g} to {WARMEST:g} °C, not at {temperature:g}."
            )
        return _worked_out(self.key, round(temperature, 1))


@cache
def standards() -> dict[str, Standard]:
    """Every kitchen standard, by key."""
    return tables.by_key(__file__, "standards.toml", "standard", Standard)


@cache
def _worked_out(key: str, temperature: float) -> Figure:
    standard, draws = standards()[key], Draws(DRAWN)
    parts: list[Part] = []
    liquid = False
    for name, grams in standard.grams.items():
        supply = material(name)
        own = draws.within(name)
        amount: Any = grams
        if supply.unit == "mL":
            liquid, amount = True, 1000.0
        elif standard.saturated and supply.solubility is not None:
            amount = supply.solubility * own.of("dissolved", Spread.within(1.0, 0.06))
        else:
            reach = max(measure_table().shares.scale, measure_table().shares.scale_floor / grams)
            amount = grams * own.of("weighed", Spread.within(1.0, reach))
        parts.append(Part(supply.contribution(own), np.broadcast_to(amount, (DRAWN,))))
    if not liquid:
        water = water_classes()["distilled"].contribution(draws.within("water"))
        parts.append(Part(water, np.full(1, 1000.0)))
    mixed = totals(parts)
    ph = solve_ph_many(mixed, temperature).ph
    if "carbonate" in mixed and float(np.median(ph)) < 7.0:
        for _ in range(3):
            mixed["carbonate"] = after_standing(mixed["carbonate"], ph, np.full(1, FLAT))
            ph = solve_ph_many(mixed, temperature).ph
    found = figure(np.broadcast_to(ph, (DRAWN,)), "pH")
    return replace(found, low=found.low - standard.besides, high=found.high + standard.besides)
