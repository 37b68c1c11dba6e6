"""What readings teach of bottles and waters: Bayes on the draws of everything that was in what was read.

Each uncertain input is a standard score (numbers/draws.py), and the posterior of them all together is one
normal. Where the readings pull it is first found along straight lines, a few steps of them; draws from
there, and from what was believed before, are then weighed by how well they fit, and the normal is taken
anew from the weighted draws. What two bottles share in a jug stays shared. About one reading in twenty is
a slip: each likelihood has a wide second part, so one odd reading among many is outweighed. Strips of one
pack share their error. Observations are handed in: nothing here knows what a jug is.
"""

from collections.abc import Sequence
from functools import lru_cache
from typing import Protocol

import numpy as np

from ..chemistry import SHARED, Reading, solve_together
from ..numbers import PRIOR, Array, Draws, Posterior, effective_sample_size, importance_weights

DRAWN = 600
ROUNDS = 2
ENOUGH = 0.04  # of the draws must still count
SETTLED = 0.2  # of the draws count: the normal they came from is near enough
WIDER = 1.12  # each new normal is drawn this much wider than the last draws called for
SLIP, SLIP_WIDE = 0.05, 1.5  # of readings are slips, and by how much (pH, one standard deviation)
EYE = "eye"  # the input that a pack's shared error is drawn under
GOOD = 2.5  # standard deviations within which a reading bears the posterior out
LEAST_VARIANCE = 1e-4  # of the prior's: no reading is exact
SEED, PLAIN_SEED = 7, 8
REMEMBERED = 512  # sets of readings
STEPS, NUDGE, LARGEST, STILL = 8, 0.05, 2.0, 0.03  # of the straight lines, in standard scores


class Observation(Protocol):
    """A solution that was read; hashable, for what it teaches is remembered."""

    @property
    def scope(self) -> str:
        """What the names of its own slips begin with."""
        ...

    @property
    def what(self) -> str:
        """What was read, however often: the same for two readings of one mix."""
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

    `also`: the scope of an observation whose own slips are to be learnt too, because it still stands there,
    and whose reading is taken at its word: somebody stands before it.
    What was learnt of the same readings before is remembered.
    """
    return _learn(tuple(observations), also)


@lru_cache(maxsize=REMEMBERED)
def _learn(observations: tuple[Observation, ...], also: str) -> Posterior:
    names, slips = _names(observations, also)
    if not observations or not names:
        return PRIOR
    trusted = np.array([each.scope == also for each in observations])
    mean, spread = _best_way(observations, names, slips, trusted)
    base, plain = _base(names), _base(names, PLAIN_SEED)
    for _ in range(ROUNDS):
        root = np.linalg.cholesky(spread) * WIDER
        near = mean[:, None] + root @ base
        scores = np.hstack([near, plain])  # half from where the readings pull, half from what was believed
        apart = np.linalg.solve(root, scores - mean[:, None])
        drawn = np.logaddexp(
            -0.5 * (apart**2).sum(axis=0) - float(np.log(np.diag(root)).sum()), -0.5 * (scores**2).sum(axis=0)
        )
        weights = importance_weights(
            _fit(observations, names, scores, trusted) - 0.5 * (scores**2).sum(axis=0) - drawn
        )
        counting = effective_sample_size(weights) / scores.shape[1]
        if counting < ENOUGH:
            break  # readings that fight what was believed: the straight lines say more than a few draws
        mean = scores @ weights
        centred = scores - mean[:, None]
        spread = (centred * weights) @ centred.T + LEAST_VARIANCE * np.eye(len(names))
        if counting >= SETTLED:
            break
    found = np.asarray(np.linalg.cholesky(spread), dtype=float)
    return Posterior(tuple(names), mean, found, _confirmed(observations, names, mean))


def _confirmed(observations: tuple[Observation, ...], names: Sequence[str], mean: Array) -> bool:
    """Whether two independent readings bear the posterior out: of two mixes, or with two packs or meters."""
    draws = _Points(1)
    draws.scores |= {name: np.array([each]) for name, each in zip(names, mean, strict=True)}
    off = _misses(observations, draws)[:, 0]
    good = {
        (each.reading.pack or each.reading.called, each.what)
        for each, miss in zip(observations, off, strict=True)
        if abs(float(miss)) <= GOOD
    }
    return len(good) >= 2


def _names(observations: Sequence[Observation], also: str) -> tuple[list[str], list[str]]:
    """The inputs that are to be learnt, of all that were in these jugs; and the slips that are not."""
    found: dict[str, bool] = {}
    for each in observations:
        draws = Draws(2)
        _mixed(each, draws)
        for name, values in draws.used.items():
            if float(np.ptp(values)) > 0.0:
                found[name] = name.startswith(f"{each.scope}/") and each.scope != also
        if each.reading.pack:
            found[f"{each.reading.pack}/{EYE}"] = False
    return [name for name, slip in found.items() if not slip], [name for name, slip in found.items() if slip]


def _mixed(observation: Observation, draws: Draws) -> tuple[dict[str, Array], Array]:
    """The totals of what was read (mol/kg), and roughly its pH."""
    guess = np.array([observation.reading.figure.value])
    return observation.totals(draws, guess), guess


def _misses(observations: Sequence[Observation], draws: Draws) -> Array:
    """How far off each reading is on each draw, in its own standard deviations, shape (readings, draws).

    What all strips of a pack have in common is an input of its own, and taken off.
    """
    solved = solve_together([_mixed(each, draws) for each in observations])
    out = []
    for each, found in zip(observations, solved, strict=True):
        ph = found.ph
        if each.reading.pack:
            ph = ph + draws.score(f"{each.reading.pack}/{EYE}") * SHARED
        out.append(draws.each(each.reading.misses(ph)))
    return np.array(out)


def _slip_aware(misses: Array, observations: Sequence[Observation], trusted: Array) -> Array:
    """Natural log of each reading's likelihood, shape as the misses; one that is `trusted` is no slip."""
    wide = np.array([[SLIP_WIDE / each.reading.deviation] for each in observations])
    good = np.log(1.0 - SLIP) - 0.5 * misses**2
    slip = np.log(SLIP) - np.log(wide) - 0.5 * (misses / wide) ** 2
    return np.where(trusted[:, None], -0.5 * misses**2, np.logaddexp(good, slip))


class _Points(Draws):
    """Draws at given scores; what is not given stays in the middle."""

    def _independent(self, name: str) -> Array:
        return np.zeros(self.count)


def _best_way(
    observations: Sequence[Observation], names: list[str], slips: list[str], trusted: Array
) -> tuple[Array, Array]:
    """Mean and covariance with each odd reading taken for a slip, or with all taken at their word.

    The likelier of the two: one odd reading is a slip, two that agree are an odd bottle.
    """
    ways = [_along_lines(observations, names, slips, trusted)]
    if len(observations) > 1:
        ways.append(_along_lines(observations, names, slips, np.ones_like(trusted)))

    def likely(way: tuple[Array, Array]) -> float:
        mean, spread = way
        fit = _fit(observations, names, mean[:, None], trusted)[0]
        return float(fit - 0.5 * mean @ mean + 0.5 * np.linalg.slogdet(spread)[1])

    return max(ways, key=likely)


def _along_lines(
    observations: Sequence[Observation], names: list[str], slips: list[str], trusted: Array
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
        sound = np.sqrt(np.maximum(_soundness(misses[:, 0], slopes[:, :learnt], observations), trusted))
        misses, slopes = misses * sound[:, None], slopes * sound[:, None]  # a slip says little
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


def _soundness(misses: Array, slopes: Array, observations: Sequence[Observation]) -> Array:
    """How likely each reading is no slip, where the inputs are as wide as was believed: shape (readings,)."""
    own = 1.0 + (slopes**2).sum(axis=1)  # its variance, and that of what was believed of it
    wide = np.array([SLIP_WIDE / each.reading.deviation for each in observations]) ** 2 + own
    good = np.log(1.0 - SLIP) - 0.5 * misses**2 / own - 0.5 * np.log(own)
    slip = np.log(SLIP) - 0.5 * misses**2 / wide - 0.5 * np.log(wide)
    return np.asarray(np.exp(good - np.logaddexp(good, slip)))


def _base(names: Sequence[str], seed: int = SEED) -> Array:
    """Independent scores, shape (names, DRAWN)."""
    draws = Draws(DRAWN, seed)
    return np.array([draws.score(name) for name in names])


def _fit(observations: Sequence[Observation], names: Sequence[str], scores: Array, trusted: Array) -> Array:
    """How well each draw fits all the readings, natural log."""
    draws = Draws(scores.shape[1], SEED)
    draws.scores |= dict(zip(names, scores, strict=True))
    fit: Array = _slip_aware(_misses(observations, draws), observations, trusted).sum(axis=0)
    return fit
