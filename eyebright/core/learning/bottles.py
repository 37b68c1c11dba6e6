"""What readings teach of bottles and waters: Bayes on the draws of everything that was in what was read.

Each uncertain input is a standard score (numbers/draws.py), and the posterior of them all together is one
normal. Where the readings pull it is first found along straight lines, a few steps of them; draws from
there are then weighed by how well they fit, and the normal is taken anew from the weighted draws. What
two bottles share in a jug stays shared. Observations are handed in: nothing here knows what a jug is.
"""

from collections.abc import Sequence
from functools import lru_cache
from typing import Protocol

import numpy as np

from ..chemistry import Reading, solve_together
from ..numbers import PRIOR, Array, Draws, Posterior, effective_sample_size, importance_weights

DRAWN = 1000
ROUNDS = 2
ENOUGH = 0.1  # of the draws must still count
SETTLED = 0.35  # of the draws count: the normal they came from is near enough
WIDER = 1.12  # each new normal is drawn this much wider than the last draws called for
LEAST_VARIANCE = 1e-4  # of the prior's: no reading is exact
SEED = 7
REMEMBERED = 512  # sets of readings
STEPS, NUDGE, LARGEST, STILL = 8, 0.05, 2.0, 0.03  # of the straight lines, in standard scores


class Observation(Protocol):
    """A solution that was read; hashable, for what it teaches is remembered."""

    @property
    def scope(self) -> str:
        """What the names of its own slips begin with."""
        ...

    @property
    def reading(self) -> Reading:
        """What was read of it."""
        ...

    def totals(self, draws: Draws, ph: Array) -> dict[str, Array]:
        """Analytical totals (mol/kg) of what was in it; `ph` roughly, for the gas it has lost."""
        ...


def posterior_from(observations: Sequence[Observation], also: str = "") -> Posterior:
    """The posterior of everything that was in what was read.

    `also`: the scope of an observation whose own slips are to be learnt too, because it still stands there.
    What was learnt of the same readings before is remembered.
    """
    return _learn(tuple(observations), also)


@lru_cache(maxsize=REMEMBERED)
def _learn(observations: tuple[Observation, ...], also: str) -> Posterior:
    names, slips = _names(observations, also)
    if not observations or not names:
        return PRIOR
    mean, spread = _along_lines(observations, names, slips)
    base = _base(names)
    for _ in range(ROUNDS):
        root = np.linalg.cholesky(spread) * WIDER
        scores = mean[:, None] + root @ base
        drawn = -0.5 * (base**2).sum(axis=0) - float(np.log(np.diag(root)).sum())
        weights = importance_weights(
            _fit(observations, names, scores) - 0.5 * (scores**2).sum(axis=0) - drawn
        )
        counting = effective_sample_size(weights) / DRAWN
        if counting < ENOUGH:
            break  # readings that fight what was believed: the straight lines say more than a few draws
        mean = scores @ weights
        centred = scores - mean[:, None]
        spread = (centred * weights) @ centred.T + LEAST_VARIANCE * np.eye(len(names))
        if counting >= SETTLED:
            break
    return Posterior(tuple(names), mean, np.asarray(np.linalg.cholesky(spread), dtype=float))


def _names(observations: Sequence[Observation], also: str) -> tuple[list[str], list[str]]:
    """The inputs that are to be learnt, of all that were in these jugs; and the slips that are not."""
    found: dict[str, bool] = {}
    for each in observations:
        draws = Draws(2)
        _mixed(each, draws)
        for name, values in draws.used.items():
            if float(np.ptp(values)) > 0.0:
                found[name] = name.startswith(f"{each.scope}/") and each.scope != also
    return [name for name, slip in found.items() if not slip], [name for name, slip in found.items() if slip]


def _mixed(observation: Observation, draws: Draws) -> tuple[dict[str, Array], Array]:
    """The totals of what was read (mol/kg), and roughly its pH."""
    guess = np.array([observation.reading.figure.value])
    return observation.totals(draws, guess), guess


def _misses(observations: Sequence[Observation], draws: Draws) -> Array:
    """How far off each reading is on each draw, shape (readings, draws)."""
    solved = solve_together([_mixed(each, draws) for each in observations])
    return np.array(
        [
            np.broadcast_to(each.reading.misses(found.ph), (draws.count,))
            for each, found in zip(observations, solved, strict=True)
        ]
    )


class _Points(Draws):
    """Draws at given scores; what is not given stays in the middle."""

    def _independent(self, name: str) -> Array:
        return np.zeros(self.count)


def _along_lines(
    observations: Sequence[Observation], names: list[str], slips: list[str]
) -> tuple[Array, Array]:
    """Where the readings pull what was believed, by a few Gauss-Newton steps: mean and covariance."""
    every, learnt = [*names, *slips], len(names)
    here = np.zeros(learnt)
    unit = np.eye(learnt)
    spread: Array = unit
    for _ in range(STEPS):
        points = np.zeros((len(every), len(every) + 1))
        points[:learnt] = here[:, None]
        points[np.arange(len(every)), np.arange(1, len(every) + 1)] += NUDGE
        draws = _Points(len(every) + 1)
        draws.scores |= dict(zip(every, points, strict=True))
        misses = _misses(observations, draws)
        slopes = (misses[:, 1:] - misses[:, :1]) / NUDGE
        slack = slopes[:, learnt:]
        trust = np.linalg.inv(np.eye(len(observations)) + slack @ slack.T)  # a slip makes a reading say less
        pull = slopes[:, :learnt].T @ trust
        spread = np.asarray(np.linalg.inv(unit + pull @ slopes[:, :learnt]), dtype=float)
        step = spread @ (here + pull @ misses[:, 0])
        step *= min(1.0, LARGEST / max(float(np.abs(step).max()), 1e-9))
        here = here - step
        if float(np.abs(step).max()) < STILL:
            break
    return here, 0.5 * (spread + spread.T)


def _base(names: Sequence[str]) -> Array:
    """Independent scores, shape (names, DRAWN)."""
    draws = Draws(DRAWN, SEED)
    return np.array([draws.score(name) for name in names])


def _fit(observations: Sequence[Observation], names: Sequence[str], scores: Array) -> Array:
    """How well each draw fits all the readings, natural log."""
    draws = Draws(DRAWN, SEED)
    draws.scores |= dict(zip(names, scores, strict=True))
    fit: Array = -0.5 * (_misses(observations, draws) ** 2).sum(axis=0)
    return fit
