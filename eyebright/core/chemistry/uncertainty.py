"""Doubt, carried honestly: every uncertain input is a spread, drawn many times, solved at once.

Draws are stratified (each two-thousandth of a spread is visited once) and seeded by the input's
name, so the same question always gives the same picture and moving one amount moves nothing else.
"""

import zlib
from collections.abc import Callable, Iterable, Sequence
from copy import copy
from dataclasses import dataclass, field
from functools import cache
from statistics import NormalDist
from typing import Any, Literal, TypeVar

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Kind = Literal["measured", "computed", "custom"]
Kept = TypeVar("Kept")

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


@dataclass(frozen=True, eq=False)
class Belief:
    """What readings have taught of some inputs: a normal in their standard scores, all together.

    `names` of the inputs; `mean`, shape (n,), and `root`, shape (n, n), lower triangle: the scores are
    mean + root @ (independent scores). Nothing read is the empty belief.
    """

    names: tuple[str, ...] = ()
    mean: Array = field(default_factory=lambda: np.zeros(0))
    root: Array = field(default_factory=lambda: np.zeros((0, 0)))


NOTHING_READ = Belief()


class Draws:
    """One set of draws: ask it for each input by name; it remembers what was asked.

    With `count` 1 the single draw is every spread's middle. `belief`: what readings taught; the inputs
    it names are drawn from it, together. `within` gives the same draws with longer names, so that two
    bottles of one vinegar are two bottles.
    """

    def __init__(
        self, count: int = DRAWS, seed: int = SEED, belief: Belief = NOTHING_READ, scope: str = ""
    ) -> None:
        self.count, self._seed, self._belief, self._scope = count, seed, belief, scope
        self.used: dict[str, Array] = {}
        self.scores: dict[str, Array] = {}
        self._kept: dict[str, Any] = {}

    def within(self, scope: str) -> "Draws":
        """The same draws, for inputs whose names begin with `scope`."""
        inner = copy(self)
        inner._scope = f"{self._scope}{scope}/"
        return inner

    def kept(self, name: str, made: Callable[["Draws"], Kept]) -> Kept:
        """What was made of these draws under this name, made once: asked again, it is the same."""
        if self._scope + name not in self._kept:
            self._kept[self._scope + name] = made(self)
        found: Kept = self._kept[self._scope + name]
        return found

    def _independent(self, name: str) -> Array:
        return np.zeros(1) if self.count == 1 else _standard_scores(name, self.count, self._seed)

    def _believed(self) -> None:
        names = self._belief.names
        base = np.array([self._independent(name) for name in names])
        together = self._belief.mean[:, None] + self._belief.root @ base
        self.scores |= dict(zip(names, together, strict=True))

    def score(self, name: str) -> Array:
        """How many standard deviations from its middle this input is, shape (count,)."""
        name = self._scope + name
        if name in self._belief.names and name not in self.scores:
            self._believed()
        if name not in self.scores:
            self.scores[name] = self._independent(name)
        return self.scores[name]

    def of(self, name: str, spread: Spread) -> Array:
        """Values of one input, shape (count,)."""
        values = spread.at(self.score(name))
        self.used[self._scope + name] = values
        return values

    def pick(self, name: str, shares: Sequence[float]) -> NDArray[np.intp]:
        """Which of several, each as often as its share: indices, shape (count,).

        With one draw, the likeliest.
        """
        if self.count == 1:
            return np.array([int(np.argmax(shares))])
        order = np.argsort(_standard_scores(f"which {self._scope}{name}", self.count, self._seed))
        places = np.empty(self.count)
        places[order] = (np.arange(self.count) + 0.5) / self.count
        edges = np.cumsum(shares) / np.sum(shares)
        return np.minimum(np.searchsorted(edges, places, side="right"), len(shares) - 1)


def doubt_shares(draws: Draws, result: Array) -> dict[str, float]:
    """Which inputs make the range: each one's share of the result's variance, largest first.

    First-order shares by squared correlation (the inputs are drawn independently); what is left
    under 1 is their interplay.
    """
    centred = result - result.mean()
    spread = float(centred @ centred)
    shares = {}
    for name, values in draws.used.items():
        own = values - values.mean()
        length = float(own @ own)
        if length > 1e-24 * len(own) * (float(values[0]) ** 2 + 1e-24) and spread > 0.0:
            shares[name] = float((own @ centred) ** 2 / (length * spread))
    return dict(sorted(shares.items(), key=lambda pair: -pair[1]))
