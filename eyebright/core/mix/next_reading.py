"""What to measure next: which one reading or weighing would narrow the range the most, and to what.

Each possible reading is played through on the draws: what it would say goes with the jug's pH so far,
and so far does knowing it take the doubt away (a first-order share, less the reading's own doubt).
"""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..chemistry import Part, solve_together, totals
from ..numbers import Z_90, Array, Draws
from .answer import Mix, Question
from .jug import Jug

DRAWN = 400
STRIP, METER = 0.25, 0.05  # pH each way, 90 %: half a step of the usual strip, a calibrated meter
TITRATION, LABEL = 0.14, 0.05  # shares each way, 90 %
SHOWN = 4
LEAST = 0.05  # of the range: what narrows it less is not worth the trouble

Act = Literal["strip in the jug", "meter in the jug", "strip in the bottle", "titrate", "label", "weigh"]


@dataclass(frozen=True)
class NextReading:
    """One thing to measure: what, of what (a key, '' for the jug), and the range after it (pH)."""

    act: Act
    of: str
    says: str
    width: float
    share: float


def next_readings(question: Question, mix: Mix) -> tuple[NextReading, ...]:
    """What narrows this mix the most, the best first; nothing where nothing would."""
    jug, width = mix.jug, mix.ph.high - mix.ph.low
    if width <= 0.02:
        return ()
    draws = Draws(DRAWN, posterior=question.posterior)
    here = np.array([mix.amount])
    middle = np.array([mix.ph.value])
    neat = {
        line.supply.key: line.supply
        for line in jug.lines
        if line.unit == "mL" and line.supply.material is not None and line.supply.material.side is not None
        if not line.supply.material.dry
    }
    mixed, _ = jug.mixed(here, draws, middle)
    alone = [totals([Part(supply.contribution(draws), np.ones(1))]) for supply in neat.values()]
    whole, *bottles = solve_together([(mixed, middle), *((t, None) for t in alone)])
    ph = np.broadcast_to(whole.ph, (DRAWN,))
    found = [
        NextReading("strip in the jug", "", "Dip a strip in the jug", *_after(width, _known(ph, ph, STRIP))),
        NextReading(
            "meter in the jug",
            "",
            "Read the jug with a calibrated meter",
            *_after(width, _known(ph, ph, METER)),
        ),
    ]
    for (key, supply), solved in zip(neat.items(), bottles, strict=True):
        share = _known(ph, np.broadcast_to(solved.ph, (DRAWN,)), STRIP)
        says = f"Dip a strip in the {supply.name} by itself"
        found.append(NextReading("strip in the bottle", key, says, *_after(width, share)))
    found += _inputs(jug, draws, ph, width)
    worth = [each for each in found if each.share >= LEAST]
    return tuple(sorted(worth, key=lambda each: -each.share)[:SHOWN])


def _inputs(jug: Jug, draws: Draws, ph: Array, width: float) -> list[NextReading]:
    """What titrating the water, reading a label or weighing would do."""
    out = []
    for i, line in enumerate(jug.lines):
        key, name = line.supply.key, line.supply.name
        alkalinity = draws.used.get(f"{key}/alkalinity")
        if alkalinity is not None:
            share = _known(ph, alkalinity, TITRATION * float(np.median(alkalinity)))
            out.append(NextReading("titrate", key, f"Titrate the {name} with vinegar", *_after(width, share)))
        strength = draws.used.get(f"{key}/strength")
        if strength is not None and line.supply.material and line.supply.material.label:
            share = _known(ph, strength, LABEL * float(np.median(strength)))
            says = f"Read the strength off the {name}"
            out.append(NextReading("label", key, says, *_after(width, share)))
        slip = draws.used.get(f"{jug.scope}/{i}/measure")
        if slip is not None:
            share = _known(ph, slip, 0.15)
            out.append(NextReading("weigh", key, f"Weigh the {name}", *_after(width, share)))
    return out


def _known(ph: Array, seen: Array, reach: float) -> float:
    """The share of the pH's variance that seeing this, to so much each way (90 %), takes away."""
    spread, own = float(np.var(ph)), float(np.var(seen))
    if spread <= 0.0 or own <= 0.0:
        return 0.0
    goes_with = float(np.corrcoef(ph, seen)[0, 1]) ** 2
    return goes_with * own / (own + (reach / Z_90) ** 2)


def _after(width: float, share: float) -> tuple[float, float]:
    """The range (pH) that would be left, and the share of it that goes."""
    left = width * math.sqrt(max(1.0 - share, 0.0))
    return left, 1.0 - left / width
