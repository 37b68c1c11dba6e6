"""What a household's washes teach: simulated households, whose factors nobody tells, against what is learnt.

Three heads over a year, five products of which one has a wrong label; one head jumps to twice in the middle
of it, and with another water the soaps wash less from then on. Whoever washes goes by what is believed then.
"""

import math
from dataclasses import dataclass, field

import numpy as np

from eyebright.core.learning import Learnt, WashOutcome, factor_table, learn, outcomes

SEED = 1127
HEADS = ("wren", "ottoline", "idris")
PRODUCTS = ("liquor", "paste", "clay", "soap", "shampoo")
SOAPS = ("soap", "shampoo")
DAYS, EVERY = 365, (3, 5, 7)
JUMP, JUMPS_AT = math.log(2.0), 180
WATER, WATER_AT = math.log(0.75), 270
LABEL = math.log(0.55)
POURS, ANSWERS = 0.12, 0.2  # how an amount scatters, and an answer, ln
SLIPS = 0.04


@dataclass
class Lived:
    """One simulated household: its washes, and what was hidden at each."""

    washes: list[tuple[int, WashOutcome, float]] = field(default_factory=list)
    held: list[bool] = field(default_factory=list)
    found_after: int | None = None


def live(rng: np.random.Generator) -> Lived:
    """A year of one household, learnt from as it goes."""
    table = factor_table().part("strength")
    own = {head: rng.normal(0.0, 0.35) for head in HEADS}
    of = {product: rng.normal(0.0, 0.25) for product in PRODUCTS}
    of["shampoo"] += LABEL
    out, since = Lived(), 0
    believed = Learnt({}, {})
    for day in range(DAYS):
        for head, every in zip(HEADS, EVERY, strict=True):
            if day % every:
                continue
            product = PRODUCTS[int(rng.integers(len(PRODUCTS)))]
            hidden = own[head] + of[product]
            hidden += JUMP if head == "wren" and day >= JUMPS_AT else 0.0
            hidden += WATER if product in SOAPS and day >= WATER_AT else 0.0
            took = believed.of(head).with_product(product)
            given = -took.mean + rng.normal(0.0, POURS)
            z = given + hidden + rng.normal(0.0, ANSWERS)
            answer = int(np.searchsorted(table.as_(list[float], "edges"), z))
            if rng.random() < SLIPS:
                answer = int(rng.integers(len(outcomes())))
            went = WashOutcome(0.0, given, answer, head=head, shares=((product, 1.0),))
            out.washes.append((day, went, hidden))
            believed = as_of(out, day)
            now = believed.of(head).with_product(product)
            out.held.append(now.log.low <= hidden <= now.log.high)
            if head == "wren" and day >= JUMPS_AT and out.found_after is None:
                since += 1
                if abs(now.mean - hidden) < JUMP / 2.0:
                    out.found_after = since
    return out


def as_of(lived: Lived, day: int) -> Learnt:
    """What its washes teach by a day."""
    return learn(
        [
            WashOutcome(float(day - when), went.given, went.answer, head=went.head, shares=went.shares)
            for when, went, _ in lived.washes
        ]
    )
