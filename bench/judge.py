"""How far readings can be trusted, and whether a jug and a formula agree: counts over seeded mixes."""

import numpy as np

from eyebright.core.chemistry import StripReading
from eyebright.core.learning import posterior_from
from eyebright.core.mix import Jug, JugObservation, filled
from eyebright.core.numbers import Array, Draws, figure
from tests.alike import pair
from tests.core.jugs import line, lot, water

SETS = (3, 6, 12)  # readings
SLIPS = (0.0, 0.1)  # of them
TRUTHS, TRIALS, DRAWN = 4000, 640, 400  # 640: a share near 90 % is known to 2.4 %, twice its deviation
AMOUNTS = (5.0, 8.0, 12.0, 20.0, 30.0)  # mL of vinegar in half a litre
EYES = (0.2, 0.3)  # pH: what a pack's strips share
OWN, STEP = 0.05, 0.5  # pH: what each has of its own, its blocks
BOUNDS = (0.85, 0.95)
NONE = np.zeros(1)
MIXES = 1000
PH_APART = 0.12


def _jug(vinegar: float, scope: str) -> Jug:
    return filled(
        [line(water("hard"), 500.0 - vinegar), line(lot("malt_vinegar"), vinegar)], None, scope=scope
    )


def _neat(scope: str) -> Jug:
    return filled([line(lot("malt_vinegar"), 100.0)], None, scope=scope)


def _ph(jug: Jug, draws: Draws) -> Array:
    return draws.each(jug.solved(NONE, draws, np.array([4.0]))[0].ph)


def coverage(count: int, slips: float, shared: float) -> float:
    """The share of bottles whose jug really is inside the 90 % range after so many strips, some slips.

    `shared`: pH, one standard deviation, by which all of a pack are off together. Every third strip is dipped
    into the bottle, the rest into jugs of it; a slip is one to three units off.
    """
    rng = np.random.default_rng(count)
    truth = Draws(TRUTHS, seed=99)
    jugs = [
        _neat(f"reading {i}") if i % 3 == 0 else _jug(AMOUNTS[i % len(AMOUNTS)], f"reading {i}")
        for i in range(count)
    ]
    really = [_ph(jug, truth) for jug in jugs]
    asked = _jug(15.0, "asked")
    answer = _ph(asked, truth)
    held = 0
    for _ in range(TRIALS):
        at, eye = rng.integers(TRUTHS), rng.normal() * shared
        seen = []
        for jug, ph in zip(jugs, really, strict=True):
            read = ph[at] + eye + rng.normal() * OWN
            if rng.random() < slips:
                read += rng.choice((-1.0, 1.0)) * rng.uniform(1.0, 3.0)
            block = float(np.clip(np.round(read / STEP) * STEP, 1.0, 10.0))
            seen.append(JugObservation(jug, 0.0, StripReading(block, STEP)))
        found = figure(_ph(asked, Draws(DRAWN, posterior=posterior_from(seen))), "pH")
        held += found.low <= answer[at] <= found.high
    return held / TRIALS


def disagreements(mixes: int = MIXES) -> int:
    """How many of so many random mixes a jug and a formula do not say the same of."""
    found = (pair(seed) for seed in range(mixes))
    return sum(bool(each.differs()) or each.apart > PH_APART for each in found)
