"""What readings change: Bayes on the draws of everything that was in the jugs that were read.

Each uncertain input is a standard score (uncertainty.py), and what is believed of them all together is
one normal. Where the readings pull it is first found along straight lines, a few steps of them; draws
from there are then weighed by how well they fit, and the normal is taken anew from the weighted
draws. What two bottles share in a jug stays shared.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..chemistry.readings import Reading
from ..chemistry.solution import solve_together
from ..chemistry.uncertainty import NOTHING_READ, Array, Belief, Draws
from ..making.jug import Jug

DRAWN = 1000
ROUNDS = 2
ENOUGH = 0.1  # of the draws must still count
SETTLED = 0.35  # of the draws count: the normal they came from is near enough
WIDER = 1.12  # each new normal is drawn this much wider than the last draws called for
LEAST_VARIANCE = 1e-4  # of the prior's: no reading is exact
SEED = 7
REMEMBERED = 512  # sets of readings
STEPS, NUDGE, LARGEST, STILL = 8, 0.05, 2.0, 0.03  # of the straight lines, in standard scores


@dataclass(frozen=True)
class Told:
    """A jug that was read: its open line at `amount`, and the reading."""

    jug: Jug
    amount: float
    reading: Reading


def learn(told: Sequence[Told], also: str = "") -> Belief:
    """What these readings teach of everything on the shelf that was in those jugs.

    `also`: the scope of a jug whose own slips are to be learnt too, because it still stands there.
    What was learnt of the same readings before is remembered.
    """
    return _learn(tuple(told), also)


@lru_cache(maxsize=REMEMBERED)
def _learn(told: tuple[Told, ...], also: str) -> Belief:
    names, slips = _names(told, also)
    if not told or not names:
        return NOTHING_READ
    mean, spread = _along_lines(told, names, slips)
    base = _base(names)
    for _ in range(ROUNDS):
        root = np.linalg.cholesky(spread) * WIDER
        scores = mean[:, None] + root @ base
        drawn = -0.5 * (base**2).sum(axis=0) - float(np.log(np.diag(root)).sum())
        weights = _weights(_fit(told, names, scores) - 0.5 * (scores**2).sum(axis=0) - drawn)
        counting = _counting(weights) / DRAWN
        if counting < ENOUGH:
            break  # readings that fight what was believed: the straight lines say more than a few draws
        mean = scores @ weights
        centred = scores - mean[:, None]
        spread = (centred * weights) @ centred.T + LEAST_VARIANCE * np.eye(len(names))
        if counting >= SETTLED:
            break
    return Belief(tuple(names), mean, np.asarray(np.linalg.cholesky(spread), dtype=float))


def _names(told: Sequence[Told], also: str) -> tuple[list[str], list[str]]:
    """The inputs that are to be learnt, of all that were in these jugs; and the slips that are not."""
    found: dict[str, bool] = {}
    for each in told:
        draws = Draws(2)
        _mixed(each, draws)
        for name, values in draws.used.items():
            if float(np.ptp(values)) > 0.0:
                found[name] = name.startswith(f"{each.jug.scope}/") and each.jug.scope != also
    return [name for name, slip in found.items() if not slip], [name for name, slip in found.items() if slip]


def _mixed(told: Told, draws: Draws) -> tuple[dict[str, Array], Array]:
    """The totals of a jug that was read, and roughly its pH."""
    guess = np.array([told.reading.figure.value])
    return told.jug.mixed(np.array([told.amount]), draws, guess)[0], guess


def _misses(told: Sequence[Told], draws: Draws) -> Array:
    """How far off each reading is on each draw, shape (readings, draws)."""
    solved = solve_together([_mixed(each, draws) for each in told])
    return np.array(
        [
            np.broadcast_to(each.reading.misses(found.ph), (draws.count,))
            for each, found in zip(told, solved, strict=True)
        ]
    )


class _Points(Draws):
    """Draws at given scores; what is not given stays in the middle."""

    def _independent(self, name: str) -> Array:
        return np.zeros(self.count)


def _along_lines(told: Sequence[Told], names: list[str], slips: list[str]) -> tuple[Array, Array]:
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
        misses = _misses(told, draws)
        slopes = (misses[:, 1:] - misses[:, :1]) / NUDGE
        slack = slopes[:, learnt:]
        trust = np.linalg.inv(np.eye(len(told)) + slack @ slack.T)  # a slip makes a reading say less
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


def _fit(told: Sequence[Told], names: Sequence[str], scores: Array) -> Array:
    """How well each draw fits all the readings, natural log."""
    draws = Draws(DRAWN, SEED)
    draws.scores |= dict(zip(names, scores, strict=True))
    fit: Array = -0.5 * (_misses(told, draws) ** 2).sum(axis=0)
    return fit


def _weights(log: Array) -> Array:
    weights = np.exp(log - log.max())
    share: Array = weights / weights.sum()
    return share


def _counting(weights: Array) -> float:
    """How many draws really count."""
    return float(1.0 / (weights**2).sum())
