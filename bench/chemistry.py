"""Our solver against PHREEQC on the same kitchen mixes, in one run."""

import time
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from eyebright.core.chemistry import solve_ph, solve_ph_many
from tests.kitchen_mixes import kitchen_mixes
from tests.phreeqc import phreeqc_ph

ROUNDS = 12
ROWS = 2000


@dataclass(frozen=True)
class Solvers:
    """Seconds a mix (the best of the rounds), and the largest difference in pH from PHREEQC."""

    mixes: int
    phreeqc: float
    scalar: float
    many: float
    apart: float


def best(work: Callable[[], object]) -> float:
    """Seconds of the quickest of a few rounds."""
    times = []
    for _ in range(ROUNDS):
        start = time.perf_counter()
        work()
        times.append(time.perf_counter() - start)
    return min(times)


def solve_once() -> float:
    """Seconds of one PHREEQC solve of a kitchen mix."""
    mixes = list(kitchen_mixes().values())
    return best(lambda: [phreeqc_ph(mix) for mix in mixes]) / len(mixes)


def solvers() -> Solvers:
    """Time all three on every kitchen mix."""
    mixes = list(kitchen_mixes().values())
    rng = np.random.default_rng(1)
    spread = [{name: amount * rng.uniform(0.8, 1.2, ROWS) for name, amount in mix.items()} for mix in mixes]
    apart = max(abs(solve_ph(mix).ph - phreeqc_ph(mix)) for mix in mixes)
    return Solvers(
        mixes=len(mixes),
        phreeqc=solve_once(),
        scalar=best(lambda: [solve_ph(mix) for mix in mixes]) / len(mixes),
        many=best(lambda: [solve_ph_many(mix) for mix in spread]) / (len(mixes) * ROWS),
        apart=apart,
    )
