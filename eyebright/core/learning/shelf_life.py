"""How soon things go off in one household: from what was used up in time, and what was thrown away.

spoils_sooner([Kept(7, 4, True), Kept(7, 5, True), Kept(7, 7, False)])      (0.6, 2): about 0.6 times as long

Only ever shorter: luck is no reason to keep something longer than its weakest link lets it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import NormalDist

import numpy as np

SD = 0.35  # of one keeping against the next, in logarithms
PRIOR = (0.25, 0.45)  # mean and sd of ln(how long it really keeps / as reckoned): reckoned with care
GRID = np.linspace(-2.5, 1.5, 161)
LEAST, CAREFUL = 0.2, 0.25  # factor that is never gone below; the quantile that is believed
LEAST_DAYS = 0.5


@dataclass(frozen=True)
class Kept:
    """One that was kept: days it was reckoned to last, days that it stood, and whether it had gone off."""

    foreseen: float
    stood: float
    spoilt: bool


def spoils_sooner(kept: Sequence[Kept]) -> tuple[float, int]:
    """How much sooner such things go off here.

    Times as long as reckoned that they keep, at most 1, and how many went off before their day.
    """
    early = [each for each in kept if each.spoilt and each.stood < each.foreseen]
    if not early:
        return 1.0, 0
    normal = NormalDist()
    log = -0.5 * ((GRID - PRIOR[0]) / PRIOR[1]) ** 2
    for each in kept:
        ratio = np.log(max(each.stood, LEAST_DAYS) / max(each.foreseen, LEAST_DAYS))
        went = np.array([normal.cdf(float((ratio - mean) / SD)) for mean in GRID])  # off by then
        log = log + np.log(np.maximum(went if each.spoilt else 1.0 - went, 1e-9))
    weight = np.exp(log - log.max())
    share = np.cumsum(weight) / weight.sum()
    factor = float(np.exp(np.interp(CAREFUL, share, GRID)))
    return min(max(factor, LEAST), 1.0), len(early)
