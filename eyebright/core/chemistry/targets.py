"""Reaching a pH by dilution: the curve of a mix, and the amount of acid that meets an aim."""

from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from .carbonate import after_standing
from .equilibrium import EquilibriumMany
from .solution import Brings, Part, acid_grams, solve, totals
from .uncertainty import DRAWS, Draws, Spread
from .water import gas_lost

Array = NDArray[np.float64]

CURVE_POINTS = 120
CURVE_DRAWS = 48  # stratified, so the 90 % band is steady with this few
LEAST_SHARE = 1e-4  # of the jug, for liquids: a drop in half a litre, the thin end of the curve
LEAST_POWDER = 0.01  # g per litre
MOST_POWDER = 60.0  # g per litre: beyond any rinse


class Source(Protocol):
    """Anything that can say what a unit of it brings."""

    def brings(self, draws: Draws) -> Brings:
        """What one unit brings, arrays of draws."""
        ...


@dataclass(frozen=True)
class Dilution:
    """An acid to be put into a water, up to a volume (mL).

    `by_volume`: the acid is a liquid and takes the place of water; else it is a powder in g, of
    which no more than `solubility` (g/L) dissolves. `acid_measure` and `water_measure` are the
    shares to which amounts are measured (90 %), by the amount for the acid.
    """

    acid: Source
    water: Source
    volume: float
    by_volume: bool
    solubility: float | None
    acid_measure: tuple[float, float, float]  # small share, large share, mL or g where it changes
    water_measure: float

    @property
    def most(self) -> float:
        """The most acid there can be in the jug: all of it, or what dissolves (mL or g)."""
        if self.by_volume:
            return self.volume
        return min(self.solubility or MOST_POWDER, MOST_POWDER) * self.volume / 1000.0

    @property
    def least(self) -> float:
        """The thin end of the curve (mL or g)."""
        share = LEAST_SHARE if self.by_volume else LEAST_POWDER / 1000.0
        return share * self.volume

    def _parts(self, amount: Array, draws: Draws) -> list[Part]:
        """Acid and water for amounts that broadcast with the draws, as they are really measured."""
        small, large, where = self.acid_measure
        slip = draws.of("acid_measure", Spread(-1.0, 0.0, 1.0, floor=-3.0))
        acid = amount * (1.0 + slip * np.where(amount < where, small, large))
        if self.solubility is not None:
            acid = np.minimum(acid, self.solubility * self.volume / 1000.0)
        water = np.maximum(self.volume - amount, 0.0) if self.by_volume else self.volume
        poured = water * draws.of("water_measure", Spread.within(1.0, self.water_measure))
        return [Part(self.acid.brings(draws), acid), Part(self.water.brings(draws), poured)]

    def solved(self, amount: Array, draws: Draws, middle: Array) -> tuple[EquilibriumMany, dict[str, Array]]:
        """pH and buffer capacity of amounts (broadcast with draws), and grams of acid per 100 mL.

        `middle`: the pH of each amount, roughly. It says how much carbon dioxide there is to lose,
        and is where the solver starts.
        """
        parts = self._parts(amount, draws)
        mixed = totals(parts)
        gone = draws.of("carbon_dioxide", gas_lost())
        mixed["carbonate"] = after_standing(mixed["carbonate"], middle, gone)
        return solve(mixed, middle), acid_grams(parts)

    def just_mixed(self, amount: Array) -> Array:
        """The pH of each amount before any gas has left, every input at its middle."""
        return solve(totals(self._parts(amount, Draws(1)))).ph


@dataclass(frozen=True)
class Curve:
    """pH against the amount of acid in the jug (mL or g): median and 90 % band, shape (points,).

    `buffer` is the median capacity, mol/kg per pH; `plain` the pH of the water by itself.
    """

    amount: Array
    median: Array
    low: Array
    high: Array
    buffer: Array
    plain: float

    def ph_at(self, amount: Array | float) -> Array:
        """The median pH at each amount."""
        found: Array = np.interp(np.log(amount), np.log(self.amount), self.median)
        return found

    def amount_for(self, ph: float) -> float | None:
        """The amount whose median pH is this, or None where the curve never passes it."""
        falling = np.minimum.accumulate(self.median)
        if not falling[-1] <= ph <= falling[0]:
            return None
        return float(np.exp(np.interp(-ph, -falling, np.log(self.amount))))

    def least_holding(self, buffer: float) -> float:
        """The smallest amount whose capacity is at least `buffer` (mol/kg per pH) from there on."""
        weak = self.buffer < buffer
        last = int(np.nonzero(weak)[0][-1]) if weak.any() else -1
        return float(self.amount[min(last + 1, len(self.amount) - 1)])


def curve(dilution: Dilution, points: int = CURVE_POINTS, draws: int = CURVE_DRAWS) -> Curve:
    """The whole curve, from a trace of acid to nothing but acid."""
    amount = np.geomspace(dilution.least, dilution.most, points)
    fresh = dilution.just_mixed(np.append(amount, dilution.least * 1e-6))
    middle, plain = fresh[:-1], float(fresh[-1])
    spread, _ = dilution.solved(amount[:, None], Draws(draws), middle[:, None])
    low, median, high = np.quantile(spread.ph, (0.05, 0.5, 0.95), axis=1)
    return Curve(amount, median, low, high, np.median(spread.buffer_capacity, axis=1), plain)


def sharpen(dilution: Dilution, found: float, ph: float, line: Curve) -> float:
    """One secant step on the full set of draws, for where the curve's few draws fall short."""
    solved, _ = dilution.solved(np.array([found]), Draws(DRAWS // 8), line.ph_at(found))
    slope = float(line.ph_at(found * 1.02) - line.ph_at(found / 1.02)) / (2.0 * np.log(1.02))
    if slope > -1e-3:
        return found
    step = (ph - float(np.median(solved.ph))) / slope
    return float(np.clip(found * np.exp(np.clip(step, -0.3, 0.3)), dilution.least, dilution.most))
