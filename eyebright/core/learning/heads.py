"""A head's own factors: how strongly a wash really acts on it, and how much it really takes.

Strength: an ordinal answer (still oily ... right ... tight) to a wash whose cleaning, given over
right, is known. The factor f scales it; ln f has a normal prior and is learnt on a grid by Bayes:
P(answer) = Phi((edge above - z) / s) - Phi((edge below - z) / s), z = ln(given / right) + ln f.
Dose: ln(used / worked out), normal prior, normal scatter. Older washes count for less.
"""

import math
import tomllib
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np

from ..numbers import Z_90, Array, Figure, Spread

GRID = np.linspace(-2.2, 2.2, 441)  # ln f, from a ninth to nine
GRID.setflags(write=False)
_ERF = np.frompyfunc(math.erf, 1, 1)


@cache
def factor_table() -> dict[str, Any]:
    """The table of `factors.toml`, read once."""
    return tomllib.loads(Path(__file__).with_name("heads.toml").read_text("utf-8"))


def outcomes() -> list[str]:
    """The answers to how a wash went, from least lifted to most."""
    answers: list[str] = factor_table()["strength"]["answers"]
    return answers


@dataclass(frozen=True)
class WashOutcome:
    """How one wash went.

    `given` over right, as its natural log, by what was believed then and factor 1; `answer` an
    index of `outcomes()`; `used` over worked out, likewise a log; None where it is not known.
    """

    days_ago: float
    given: float | None = None
    answer: int | None = None
    used: float | None = None
    by_eye: bool = False


@dataclass(frozen=True)
class Factor:
    """What is believed of one factor: its natural log's mean and width, and from how many washes."""

    mean: float
    width: float
    washes: int

    @property
    def value(self) -> float:
        """Its middle."""
        return math.exp(self.mean)

    @property
    def log(self) -> Spread:
        """The spread of its natural log."""
        reach = Z_90 * self.width
        return Spread(self.mean - reach, self.mean, self.mean + reach, floor=-math.inf)

    @property
    def figure(self) -> Figure:
        """Ready to be shown: its middle and 90 % range."""
        low, middle, high = (math.exp(each) for each in (self.log.low, self.log.mid, self.log.high))
        return Figure(middle, low, high, "times")


@dataclass(frozen=True)
class Factors:
    """A head's own two factors."""

    strength: Factor
    dose: Factor


def prior_factors() -> Factors:
    """What is believed of a head that nothing is known of."""
    table = factor_table()
    return Factors(Factor(0.0, table["strength"]["prior"], 0), Factor(0.0, table["dose"]["prior"], 0))


def factors_from(washes: Sequence[WashOutcome]) -> Factors:
    """What these washes, newest first, say of a head. The oldest beyond the memory are let go."""
    recent = list(washes)[: factor_table()["memory"]["washes"]]
    return Factors(_strength(recent), _dose(recent))


def one_wash(went: Sequence[WashOutcome]) -> WashOutcome:
    """Several things on one day as the one wash that they were, in the order that they were used.

    What cleaned adds up; how it went is what was said last. ValueError for none.
    """
    if not went:
        raise ValueError("there was no wash")
    given = [math.exp(each.given) for each in went if each.given is not None]
    answers = [each.answer for each in went if each.answer is not None]
    used = [each.used for each in went if each.used is not None]
    return WashOutcome(
        days_ago=went[-1].days_ago,
        given=math.log(sum(given)) if given else None,
        answer=answers[-1] if answers else None,
        used=sum(used) / len(used) if used else None,
        by_eye=any(each.by_eye for each in went if each.given is not None),
    )


def _weight(went: WashOutcome) -> float:
    half_life: float = factor_table()["memory"]["half_life"]
    return math.pow(0.5, went.days_ago / half_life)


def _cdf(x: Array) -> Array:
    """The normal distribution, elementwise."""
    out: Array = 0.5 * (1.0 + np.asarray(_ERF(x / math.sqrt(2.0)), dtype=float))
    return out


def _strength(washes: Sequence[WashOutcome]) -> Factor:
    table = factor_table()["strength"]
    told = [went for went in washes if went.given is not None and went.answer is not None]
    if not told:
        return Factor(0.0, table["prior"], 0)
    edges = np.array([-math.inf, *table["edges"], math.inf])
    answers = np.array([went.answer for went in told], dtype=int)
    noise = np.array([table["noise_by_eye" if went.by_eye else "noise"] for went in told])[:, None]
    z = GRID + np.array([went.given for went in told], dtype=float)[:, None]
    below, above = (_cdf((edges[answers + up][:, None] - z) / noise) for up in (0, 1))
    chance = table["lapse"] / len(table["answers"]) + (1.0 - table["lapse"]) * (above - below)
    weights = np.array([_weight(went) for went in told])
    log = weights @ np.log(chance) - 0.5 * (GRID / table["prior"]) ** 2
    posterior = np.exp(log - np.max(log))
    posterior /= np.sum(posterior)
    mean = float(np.sum(posterior * GRID))
    return Factor(mean, float(np.sqrt(np.sum(posterior * (GRID - mean) ** 2))), len(told))


def _dose(washes: Sequence[WashOutcome]) -> Factor:
    table = factor_table()["dose"]
    told = [(went.used, _weight(went)) for went in washes if went.used is not None]
    prior, each = 1.0 / table["prior"] ** 2, 1.0 / table["noise"] ** 2
    sure = prior + sum(each * weight for _, weight in told)
    mean = sum(each * weight * used for used, weight in told) / sure
    return Factor(mean, math.sqrt(1.0 / sure), len(told))
