"""Where a value meets its aim: false position on a logarithmic scale, held between its ends."""

import math
from collections.abc import Callable

MOST_ROUNDS = 30
CLOSE = 4e-3  # of what is aimed at: a share, a pH, a ratio; a hundredth part of an amount


def times_to_meet(
    value: Callable[[float], float], aim: float, least: float, most: float
) -> tuple[float, float]:
    """How many times (from `least` to `most`) for a value to meet its aim, and the value there.

    The nearer end where none does. False position on the logarithm of the times (Illinois), held between
    its ends: it never diverges.
    """
    low, high = math.log(least), math.log(most)
    below, above = value(least) - aim, value(most) - aim
    if below * above > 0.0:
        return (least, below + aim) if abs(below) < abs(above) else (most, above + aim)
    at, here, side = low, below, 0
    for count in range(MOST_ROUNDS):
        share = above / (above - below) if count % 3 else 0.5
        at = high - share * (high - low)
        here = value(math.exp(at)) - aim
        if abs(here) < CLOSE * max(1.0, abs(aim) / 10.0) or high - low < 1e-3:
            break
        if here * above > 0.0:
            high, above = at, here
            below *= 0.5 if side == 1 else 1.0
            side = 1
        else:
            low, below = at, here
            above *= 0.5 if side == -1 else 1.0
            side = -1
    return math.exp(at), here + aim
