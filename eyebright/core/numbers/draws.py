"""Draws: every uncertain input is drawn many times under its own name, and all of them solved at once.

Draws are stratified (each two-thousandth of a spread is visited once) and seeded by the input's
name, so the same question always gives the same picture and moving one amount moves nothing else.

    draws = Draws(400)
    strength = draws.within("lot-3").of("strength", Spread(4.8, 5.0, 5.2))    # shape (400,)
"""

import zlib
from collections.abc import Callable, Sequence
from copy import copy
from dataclasses import dataclass, field
from functools import cache
from statistics import NormalDist
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

from .spreads import Array, Spread

Kept = TypeVar("Kept")

DRAWS = 2000
HEAD_DRAWS = 400  # of what a thing does on a head: one question gives one range, wherever it is asked
SEED = 20


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
class Posterior:
    """What observations have taught of some inputs: a normal in their standard scores, all together.

    `names` of the inputs; `mean`, shape (n,), and `root`, shape (n, n), lower triangle: the scores are
    mean + root @ (independent scores). The prior, with nothing observed, names no input. `confirmed`: two
    independent observations agree; until then what the prior warns of still counts.
    """

    names: tuple[str, ...] = ()
    mean: Array = field(default_factory=lambda: np.zeros(0))
    root: Array = field(default_factory=lambda: np.zeros((0, 0)))
    confirmed: bool = False


PRIOR = Posterior(confirmed=True)


class Draws:
    """One set of draws: ask it for each input by name; it remembers what was asked.

    With `count` 1 the single draw is every spread's middle. `posterior`: what observations taught; the inputs
    it names are drawn from it, together. `within` gives the same draws with longer names, so that two
    bottles of one vinegar are two bottles.
    """

    def __init__(
        self, count: int = DRAWS, seed: int = SEED, posterior: Posterior = PRIOR, scope: str = ""
    ) -> None:
        self.count, self._seed, self._posterior, self._scope = count, seed, posterior, scope
        self.used: dict[str, Array] = {}
        self.scores: dict[str, Array] = {}
        self._kept: dict[str, Any] = {}
        self._values: dict[tuple[str, Spread], Array] = {}

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

    def _from_posterior(self) -> None:
        names = self._posterior.names
        base = np.array([self._independent(name) for name in names])
        together = self._posterior.mean[:, None] + self._posterior.root @ base
        self.scores |= dict(zip(names, together, strict=True))

    def score(self, name: str) -> Array:
        """How many standard deviations from its middle this input is, shape (count,)."""
        name = self._scope + name
        if name in self._posterior.names and name not in self.scores:
            self._from_posterior()
        if name not in self.scores:
            self.scores[name] = self._independent(name)
        return self.scores[name]

    def of(self, name: str, spread: Spread) -> Array:
        """Values of one input, shape (count,)."""
        asked = (self._scope + name, spread)
        if asked not in self._values:
            self._values[asked] = spread.at(self.score(name))
        self.used[asked[0]] = self._values[asked]
        return self._values[asked]

    def each(self, values: Array) -> Array:
        """Values that may be the same on every draw, on each of them: shape (1,) or (count,) to (count,)."""
        return values if values.shape == (self.count,) else np.broadcast_to(values, (self.count,))

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


def variance_shares(draws: Draws, result: Array) -> dict[str, float]:
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
