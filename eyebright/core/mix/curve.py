"""The curve of a jug: pH against how much of its open line goes in, and the amount that meets an aim."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..numbers import DRAWS, PRIOR, Array, Draws, Posterior
from .jug import Jug

POINTS = 72
CURVE_DRAWS = 48  # stratified, so the 90 % band is steady with this few
TRACE = 1e-6  # of the thin end: as good as none of it
FLAT = 1e-3  # pH per ln(amount): a curve flatter than that is not followed
REMEMBERED = 64  # curves
FARTHEST = 0.3  # ln(amount), one step of sharpening


@dataclass(frozen=True)
class Curve:
    """pH against the amount of the open line (mL or g): median and 90 % band, shape (points,).

    `buffer` is the median capacity, mol/kg per pH; `plain` the pH with none of it.
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

    @property
    def falling(self) -> bool:
        """Whether more of it lowers the pH, on the whole."""
        return bool(self.median[-1] < self.plain)

    def amount_for(self, ph: float) -> float | None:
        """The least amount whose median pH is this, or None where the curve never passes it."""
        gap = self.median - ph
        crossed = np.nonzero(gap[:-1] * gap[1:] <= 0.0)[0]
        if not len(crossed):
            return None
        i = int(crossed[0])
        share = gap[i] / (gap[i] - gap[i + 1]) if gap[i] != gap[i + 1] else 0.0
        ln = np.log(self.amount)
        return float(np.exp(ln[i] + share * (ln[i + 1] - ln[i])))

    def nearest_holding(self, buffer: float, near: float) -> float:
        """The amount nearest to `near` whose capacity is at least `buffer` (mol/kg per pH)."""
        firm = self.buffer >= buffer
        if np.interp(np.log(near), np.log(self.amount), self.buffer) >= buffer or not firm.any():
            return near
        apart = np.where(firm, np.abs(np.log(self.amount / near)), np.inf)
        return float(self.amount[int(np.argmin(apart))])


@lru_cache(maxsize=REMEMBERED)
def curve(jug: Jug, posterior: Posterior = PRIOR) -> Curve:
    """The whole curve, from a trace of the open line to the most there can be.

    It has nothing to do with the aim, so it is remembered while the aim is dragged along it.
    """
    amount = np.geomspace(jug.least, jug.most, POINTS)
    fresh = jug.just_mixed(np.append(amount, jug.least * TRACE), Draws(1, posterior=posterior))
    middle, plain = fresh[:-1], float(fresh[-1])
    spread, _ = jug.solved(amount[:, None], Draws(CURVE_DRAWS, posterior=posterior), middle[:, None])
    low, median, high = np.quantile(spread.ph, (0.05, 0.5, 0.95), axis=1)
    return Curve(amount, median, low, high, np.median(spread.buffer_capacity, axis=1), plain)


def sharpen(jug: Jug, found: float, ph: float, line: Curve, posterior: Posterior = PRIOR) -> float:
    """One secant step on the full set of draws, for where the curve's few draws fall short."""
    solved, _ = jug.solved(np.array([found]), Draws(DRAWS // 8, posterior=posterior), line.ph_at(found))
    slope = float(line.ph_at(found * 1.02) - line.ph_at(found / 1.02)) / (2.0 * np.log(1.02))
    if abs(slope) < FLAT:
        return found
    step = (ph - float(np.median(solved.ph))) / slope
    return float(np.clip(found * np.exp(np.clip(step, -FARTHEST, FARTHEST)), jug.least, jug.most))
