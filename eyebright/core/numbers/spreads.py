"""What is known of a number: a spread of values, or a figure fit to be shown with its range.

Spread(4.8, 5.0, 5.2)          a strength between 4.8 and 5.2, nine times in ten; most likely 5
figure(samples, "pH")          the median of samples and the range that holds nine in ten of them
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass
from statistics import NormalDist
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Kind = Literal["measured", "computed", "custom"]

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


def middle(values: Array) -> float:
    """The median of samples, of any shape."""
    if values.size == 1:
        return float(values.flat[0])
    return _quantile(np.sort(values, axis=None), 0.5)


def _quantile(ordered: Array, share: float) -> float:
    """A quantile of sorted samples, between its two neighbours; np.quantile's own, without its cost."""
    place = share * (len(ordered) - 1)
    below = int(place)
    above = min(below + 1, len(ordered) - 1)
    return float(ordered[below] + (place - below) * (ordered[above] - ordered[below]))


def product(first: Spread, second: Spread) -> Spread:
    """The product of two independent spreads, as shares of its own middle (so the middle is 1)."""
    low = math.hypot(1.0 - first.low / first.mid, 1.0 - second.low / second.mid)
    high = math.hypot(first.high / first.mid - 1.0, second.high / second.mid - 1.0)
    return Spread(max(1.0 - low, 0.0), 1.0, 1.0 + high)
