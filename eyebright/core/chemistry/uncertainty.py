"""Doubt, carried honestly: every uncertain input is a spread, drawn many times, solved at once.

Draws are stratified (each two-thousandth of a spread is visited once) and seeded by the input's
name, so the same question always gives the same picture and moving one amount moves nothing else.
"""

import zlib
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cache
from statistics import NormalDist
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Kind = Literal["measured", "computed", "custom"]

DRAWS = 2000
SEED = 20
Z_90 = NormalDist().inv_cdf(0.95)  # a 90 % range reaches this many standard deviations each way


@dataclass(frozen=True)
class Spread:
    """What is known of an input: its middle and the 90 % range round it, lopsided if need be.

    Drawn as two half normals that meet at the middle, cut at `floor` and `ceiling`.
    """

    low: float
    mid: float
    high: float
    floor: float = 0.0
    ceiling: float = float("inf")

    def __post_init__(self) -> None:
        if not self.low <= self.mid <= self.high:
            raise ValueError(f"a spread runs from low to high, not {self.low}, {self.mid}, {self.high}")

    @classmethod
    def exact(cls, value: float) -> "Spread":
        """A value without doubt."""
        return cls(value, value, value, floor=min(0.0, value))

    @classmethod
    def within(cls, value: float, share: float) -> "Spread":
        """A value known to so large a share of itself, 90 % range."""
        return cls(value * (1.0 - share), value, value * (1.0 + share))

    @classmethod
    def of(cls, row: Iterable[float]) -> "Spread":
        """From a data file's [low, mid, high]."""
        low, mid, high = row
        return cls(low, mid, high)

    def at(self, z: Array) -> Array:
        """The values at so many standard deviations from the middle."""
        reach = np.where(z > 0.0, self.high - self.mid, self.mid - self.low)
        drawn: Array = np.clip(self.mid + z / Z_90 * reach, self.floor, self.ceiling)
        return drawn


@dataclass(frozen=True)
class Figure:
    """A number fit to be shown: its middle, its 90 % range, its unit and what kind of number it is."""

    value: float
    low: float
    high: float
    unit: str
    kind: Kind = "computed"


def figure(samples: Array, unit: str) -> Figure:
    """The median and the 90 % range of computed samples, shape (n,)."""
    ordered = np.sort(samples)
    low, middle, high = (_quantile(ordered, share) for share in (0.05, 0.5, 0.95))
    return Figure(middle, low, high, unit)


def _quantile(ordered: Array, share: float) -> float:
    """A quantile of sorted samples, between its two neighbours; np.quantile's own, without its cost."""
    place = share * (len(ordered) - 1)
    below = int(place)
    above = min(below + 1, len(ordered) - 1)
    return float(ordered[below] + (place - below) * (ordered[above] - ordered[below]))


@cache
def _strata(count: int) -> Array:
    normal = NormalDist()
    return np.array([normal.inv_cdf((i + 0.5) / count) for i in range(count)])


@cache
def _standard_scores(name: str, count: int, seed: int) -> Array:
    order = np.random.default_rng((seed, zlib.crc32(name.encode()))).permutation(count)
    scores: Array = _strata(count)[order]
    scores.setflags(write=False)
    return scores


class Draws:
    """One set of draws: ask it for each input by name; it remembers what was asked.

    With `count` 1 the single draw is every spread's middle.
    """

    def __init__(self, count: int = DRAWS, seed: int = SEED) -> None:
        self.count, self._seed = count, seed
        self.used: dict[str, Array] = {}

    def of(self, name: str, spread: Spread) -> Array:
        """Values of one input, shape (count,)."""
        if self.count == 1:
            values = np.array([spread.mid])
        else:
            values = spread.at(_standard_scores(name, self.count, self._seed))
        self.used[name] = values
        return values

    def pick(self, name: str, shares: Sequence[float]) -> NDArray[np.intp]:
        """Which of several, each as often as its share: indices, shape (count,).

        With one draw, the likeliest.
        """
        if self.count == 1:
            return np.array([int(np.argmax(shares))])
        order = np.argsort(_standard_scores(f"which {name}", self.count, self._seed))
        places = np.empty(self.count)
        places[order] = (np.arange(self.count) + 0.5) / self.count
        edges = np.cumsum(shares) / np.sum(shares)
        return np.minimum(np.searchsorted(edges, places, side="right"), len(shares) - 1)


def doubt_shares(draws: Draws, result: Array) -> dict[str, float]:
    """Which inputs make the range: each one's share of the result's variance, largest first.

    First-order shares by squared correlation (the inputs are drawn independently); what is left
    under 1 is their interplay.
    """
    shares = {}
    spread = float(np.std(result))
    for name, values in draws.used.items():
        own = float(np.std(values))
        if own > 1e-12 * (abs(float(values[0])) + 1e-12) and spread > 0.0:
            shares[name] = float(np.corrcoef(values, result)[0, 1] ** 2)
    return dict(sorted(shares.items(), key=lambda pair: -pair[1]))
