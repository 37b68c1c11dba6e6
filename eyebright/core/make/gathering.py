"""What a batch is made of: which bottles it is drawn from, what is missing, how much a mill takes at once.

choose(300, [Held("lot-1", 120, 5, False), Held("lot-2", 400, 90, False)])
    120 of lot-1, which goes off first, then 180 of lot-2
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

ENOUGH = 1.0005
MILL_LOAD = 150.0  # g that a kitchen mill takes at once (custom)


@dataclass(frozen=True)
class Held:
    """A bottle or bag at hand: mL or g that are left (None: nobody knows), days to its date, past it or not.

    `meant`: the one that the formula names.
    """

    key: str
    left: float | None
    days: int | None
    past: bool = False
    meant: bool = False


@dataclass(frozen=True)
class Choice:
    """What a line is drawn from, (key, mL or g) in order, and how much is missing."""

    drawn: tuple[tuple[str, float], ...]
    missing: float


def choose(needed: float, at_hand: Sequence[Held]) -> Choice:
    """Bottles for so much (mL or g): soonest use-by first, never one past its date.

    One of which nobody knows how much is left is taken to be enough, after those that are known to be.
    """
    order = sorted(
        (held for held in at_hand if not held.past),
        key=lambda held: (
            held.days is None, held.days or 0, not held.meant, held.left is None, held.left or 0.0,
        ),
    )  # fmt: skip
    drawn: list[tuple[str, float]] = []
    left = needed
    for held in order:
        if left <= 0.0:
            break
        takes = left if held.left is None else min(held.left, left)
        if takes > 0.0:
            drawn.append((held.key, takes))
            left -= takes
    missing = left if left > needed * (ENOUGH - 1.0) else 0.0
    return Choice(tuple(drawn), missing)


def loads(grams: float) -> tuple[int, float]:
    """In how many loads so much (g) is milled, and g of each."""
    count = max(math.ceil(grams / MILL_LOAD - 1e-9), 1)
    return count, grams / count
