"""What a household's washes teach, against what was hidden: six simulated years (core/households.py)."""

import time

import numpy as np

from tests.core.households import DAYS, JUMPS_AT, SEED, as_of, live


def run(households: int = 6) -> dict[str, float]:
    """Coverage of the 90 % range, washes until the jump is found, seconds to learn a year anew."""
    rng = np.random.default_rng(SEED)
    lives = [live(rng) for _ in range(households)]
    settled = [held for each in lives for held in each.held[20:]]
    after_jump = [
        held
        for each in lives
        for held, (day, went, _) in zip(each.held, each.washes, strict=True)
        if went.head == "wren" and JUMPS_AT <= day < JUMPS_AT + 60
    ]
    began = time.perf_counter()
    as_of(lives[0], DAYS)
    return {
        "washes": len(lives[0].washes),
        "held": float(np.mean(settled)),
        "held after the jump": float(np.mean(after_jump)),
        "slowest jump": float(max(each.found_after or 99 for each in lives)),
        "a year, s": time.perf_counter() - began,
    }
