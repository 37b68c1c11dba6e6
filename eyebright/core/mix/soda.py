"""A soda wash, honestly: what dissolves, its pH just mixed and once it has stood, and the cap on it.

Baking soda holds its carbon dioxide for a while. Stirred, warm or standing it loses some, and the pH
climbs from about 8 towards 9: both are real, so both are told.
"""

from dataclasses import dataclass

import numpy as np

from .. import tables
from ..chemistry import after_standing, solve
from ..numbers import Draws, Figure, figure
from ..rules import limits_for
from .answer import Mix, Question
from .jug import Jug

DRAWN = 300
STEPS = 6  # a standing jug is followed in so many


@dataclass(frozen=True)
class SodaWash:
    """`dissolved` and `undissolved` in g, `percent` g in 100 mL of jug, `cap` in the same."""

    dissolved: float
    undissolved: float
    percent: float
    cap: float
    fresh: Figure
    stood: Figure
    minutes: float
    says: str


def soda_wash(question: Question, mix: Mix) -> SodaWash | None:
    """What there is to say of the soda in a jug; None where it is no soda wash."""
    jug, here = mix.jug, np.array([mix.amount])
    amounts = jug.amounts(here)
    soda = sum(
        float(each[0])
        for line, each in zip(jug.lines, amounts, strict=True)
        if line.supply.material is not None and "soda" in line.supply.material.hazards
    )
    if not mix.facts["soda_wash"]:
        return None
    fresh, stood = _span(question, jug, mix)
    limit = limits_for(question.head)
    percent = 100.0 * soda / mix.volume
    left = mix.undissolved
    bottom = f", and {left:.1f} g stay at the bottom" if left > 0.05 else ""
    over = " That is more than the cap: use less soda." if percent > limit["soda_cap"] else ""
    return SodaWash(
        dissolved=soda - left,
        undissolved=left,
        percent=percent,
        cap=limit["soda_cap"],
        fresh=fresh,
        stood=stood,
        minutes=limit["soda_minutes"],
        says=(
            f"{soda - left:.1f} g dissolve{bottom}. Just mixed it is about pH {fresh.value:.1f}; stood for "
            f"an hour or stirred warm, about {stood.value:.1f}. Mix it fresh, cool, and use it at once.{over}"
        ),
    )


def _span(question: Question, jug: Jug, mix: Mix) -> tuple[Figure, Figure]:
    """The pH before any gas has left, and after an hour of standing or warm stirring."""
    draws = Draws(DRAWN, posterior=question.posterior)
    here, none = np.array([mix.amount]), np.zeros(1)
    mixed, _ = jug.mixed(here, draws, np.array([mix.ph.value]), gone=none)
    ph = solve(mixed, np.array([mix.ph.value])).ph
    fresh = figure(np.broadcast_to(ph, (DRAWN,)), "pH")
    each = 1.0 - np.exp(
        -draws.within(jug.scope).of(
            "standing", tables.figures(__file__, "soda.toml").spread("stood", "turnovers")
        )
        / STEPS
    )
    for _ in range(STEPS):
        mixed["carbonate"] = after_standing(mixed["carbonate"], ph, each)
        ph = solve(mixed, ph).ph
    return fresh, figure(np.broadcast_to(ph, (DRAWN,)), "pH")
