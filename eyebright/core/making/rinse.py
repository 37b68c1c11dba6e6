"""An acid rinse by dilution: from a bottle, a water, a volume and an aim to a whole answer.

The answer is what a maker needs to pour with trust: amounts, the pH with its range, the curve,
whether the aim is reached and why not, what the familiar ratios really give, and the cautions.
"""

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any, Literal

import numpy as np

from ..cautions import Caution, cautions, limits
from ..chemistry.solution import Brings
from ..chemistry.targets import Curve, Dilution, curve, sharpen
from ..chemistry.uncertainty import Draws, Figure, doubt_shares, figure
from ..chemistry.water import Water
from ..heads.facts import with_material
from ..materials import Material
from ..quantities import Jug, household, jug_for, pourable, said, spoons, weighable
from . import words
from .words import Verdict

Use = Literal["rinsed_out", "left_in"]

RATIO_DRAWS = 240
NEAR = 0.15  # pH: an aim this near is met
LOOSE = 1.0  # pH: a 90 % range this wide or wider is a loose answer
DOUBTS_SHOWN = 4
LEAST_DOUBT = 0.01  # a share of the range too small to name


@dataclass(frozen=True)
class AcidLot:
    """A bottle or bag at hand: its material, what it is called, and its own strength where known."""

    material: Material
    name: str
    strength: float | None = None

    @property
    def unit(self) -> Literal["mL", "g"]:
        """What it is measured in."""
        return "g" if self.material.is_powder else "mL"

    def brings(self, draws: Draws) -> Brings:
        """What a mL or a g of it brings."""
        return self.material.brings(draws, self.strength)


@dataclass(frozen=True)
class WaterLot:
    """A water at hand and what it is called."""

    water: Water
    name: str

    def brings(self, draws: Draws) -> Brings:
        """What a mL of it brings."""
        return self.water.brings(draws)


@dataclass(frozen=True)
class Question:
    """What is asked: volume in mL, the aim as a pH, how it is used and for how many minutes.

    `head`: the facts of the head that it is for (heads/facts.py), empty for nobody in particular.
    """

    acid: AcidLot
    water: WaterLot
    volume: float
    aim: float
    use: Use
    minutes: float
    head: Mapping[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Pour:
    """One layer of the jug, in pouring order: so much, in mL or g, and in spoons and cups."""

    what: Literal["water", "acid"]
    name: str
    amount: float
    unit: Literal["mL", "g"]
    spoons: str
    volume: float  # mL it fills in the jug


@dataclass(frozen=True)
class Familiar:
    """What one familiar ratio, or spoonful to a litre, really gives."""

    name: str
    amount: float
    unit: Literal["mL", "g"]
    ph: Figure
    gravest: str | None
    undissolved: float  # g that stay at the bottom


@dataclass(frozen=True)
class Doubt:
    """One thing that makes the range: its share of it, what it is, and what to do about it."""

    share: float
    what: str
    advice: str


@dataclass(frozen=True)
class RinsePlan:
    """The whole answer. `buffer` in mmol/L per pH; `acid` in g per 100 mL; `facts` are what the
    caution rules looked at.
    """

    verdict: Verdict
    headline: str
    reason: str
    pours: tuple[Pour, ...]
    jug: Jug
    ph: Figure
    buffer: Figure
    acid: Figure
    curve: Curve
    acid_amount: float
    aim_amount: float | None
    familiar: tuple[Familiar, ...]
    doubts: tuple[Doubt, ...]
    facts: dict[str, Any]
    cautions: tuple[Caution, ...]
    steps: tuple[words.Step, ...]


def _dilution(question: Question) -> Dilution:
    kit, stuff = household(), question.acid.material
    measure = (
        (kit.powder_spoon, kit.powder_spoon, 1.0)
        if stuff.is_powder
        else (kit.spoon, kit.jug, kit.spoon_up_to)
    )
    return Dilution(
        acid=question.acid,
        water=question.water,
        volume=question.volume,
        by_volume=not stuff.is_powder,
        solubility=stuff.solubility,
        acid_measure=measure,
        water_measure=kit.jug,
    )


def plan_rinse(question: Question) -> RinsePlan:
    """Answer one question. The same question always gives the same answer."""
    dilution = _dilution(question)
    line = curve(dilution)
    wanted = line.amount_for(question.aim)
    if wanted is not None:
        wanted = sharpen(dilution, wanted, question.aim, line)
    verdict, amount = _verdict(question, dilution, line, wanted)
    round_off = weighable if question.acid.material.is_powder else pourable
    amount = min(round_off(amount), dilution.most)
    draws = Draws()
    solved, grams = dilution.solved(np.array([amount]), draws, line.ph_at(amount))
    ph = figure(solved.ph, "pH")
    buffer = figure(solved.buffer_capacity * 1000.0, "mmol/L per pH")
    if verdict == "reached" and ph.high - ph.low >= LOOSE:
        verdict = "loosely"
    headline, reason = words.verdict(
        verdict,
        words.Situation(
            acid=question.acid.name,
            water=question.water.name,
            unit=question.acid.unit,
            aim=question.aim,
            volume=question.volume,
            ph=ph,
            wanted=wanted,
            measurable=_measurable(question),
            amount=amount,
            pure=float(line.median[-1]),
            plain=line.plain,
        ),
    )
    pours, facts = _pours(question, amount), _facts(question, ph, grams)
    return RinsePlan(
        verdict=verdict,
        headline=headline,
        reason=reason,
        pours=pours,
        jug=jug_for(question.volume),
        ph=ph,
        buffer=buffer,
        acid=figure(np.broadcast_to(sum(grams.values()), solved.ph.shape), "g per 100 mL"),
        curve=line,
        acid_amount=amount,
        aim_amount=wanted,
        familiar=_familiar(question, dilution, line),
        doubts=_doubts(question, draws, solved.ph),
        facts=facts,
        cautions=tuple(cautions(facts)),
        steps=words.steps(
            [(f"{said(p.amount)} {p.unit}", p.spoons, p.name) for p in pours],
            question.use,
            question.minutes,
        ),
    )


def _verdict(
    question: Question, dilution: Dilution, line: Curve, wanted: float | None
) -> tuple[Verdict, float]:
    """Whether the aim can sensibly be met, and the amount of acid to pour in any case."""
    measurable = _measurable(question)
    steady = line.least_holding(limits()["holds_ph"] / 1000.0)
    sensible = max(measurable, steady)
    if wanted is None:
        if question.aim < line.median[-1]:
            near = question.acid.material.is_powder and line.median[-1] - question.aim <= NEAR
            return ("reached" if near else "below_acid"), float(line.amount[-1])
        return ("above_water" if question.aim > line.plain else "would_not_hold"), sensible
    if wanted >= sensible or abs(line.ph_at(sensible) - question.aim) <= NEAR:
        return "reached", max(wanted, sensible)
    return ("would_not_hold" if wanted < steady else "too_little"), sensible


def _measurable(question: Question) -> float:
    """The least of this acid that a kitchen can measure (mL or g)."""
    return limits()["least_powder" if question.acid.material.is_powder else "least_liquid"]


def _spooned(question: Question, amount: float) -> str:
    """An amount of the acid (mL or g) in spoons."""
    teaspoon = question.acid.material.teaspoon
    if teaspoon is None:
        return spoons(amount)
    return spoons(amount / teaspoon.mid * 5.0)


def _pours(question: Question, amount: float) -> tuple[Pour, ...]:
    """Water first, then the acid into it: acid into water, never the other way round."""
    powder = question.acid.material.is_powder
    water = question.volume if powder else question.volume - amount
    acid = Pour(
        "acid",
        question.acid.name,
        round(amount, 2),
        question.acid.unit,
        _spooned(question, amount),
        0.0 if powder else round(amount, 2),
    )
    if water <= 0.0:
        return (acid,)
    water = round(water, 2)
    return Pour("water", question.water.name, water, "mL", spoons(water), water), acid


def _familiar(question: Question, dilution: Dilution, line: Curve) -> tuple[Familiar, ...]:
    """The ratios that go round, worked out for this acid in this water."""
    table, teaspoon = limits(), question.acid.material.teaspoon
    if question.acid.material.is_powder and teaspoon is not None:
        litres = question.volume / 1000.0
        asked = [(name, n * teaspoon.mid * litres) for name, n in table.spoonings]
    else:
        asked = [(name, question.volume / (1.0 + parts)) for name, parts in table.ratios]
    amounts = np.array([amount for _, amount in asked])
    solved, grams = dilution.solved(amounts[:, None], Draws(RATIO_DRAWS), line.ph_at(amounts)[:, None])
    out = []
    for row, (name, amount) in enumerate(asked):
        ph = figure(solved.ph[row], "pH")
        here = {component: column[row] for component, column in grams.items()}
        found = cautions(_facts(question, ph, here))
        gravest = found[0].level if found and found[0].level != "note" else None
        lost = max(amount - dilution.most, 0.0)
        out.append(Familiar(name, amount, question.acid.unit, ph, gravest, lost))
    return tuple(out)


def _facts(question: Question, ph: Figure, grams: dict[str, np.ndarray]) -> dict[str, Any]:
    """What the caution rules look at."""
    by_acid = {component: float(np.median(amount)) for component, amount in grams.items()}
    acetic = by_acid.pop("acetate", 0.0)
    stuff = question.acid.material
    return with_material(question.head, (stuff.key, stuff.name, question.acid.name), stuff.contains) | {
        "use": question.use,
        "ph": ph.value,
        "ph_low": ph.low,
        "minutes": question.minutes if question.use == "rinsed_out" else None,
        "acetic_percent": acetic,
        "fruit_percent": sum(by_acid.values()),
        "smell": stuff.smell,
    }


@cache
def _doubt_table() -> dict[str, dict[str, str]]:
    return tomllib.loads(Path(__file__).with_name("doubts.toml").read_text("utf-8"))


def _doubts(question: Question, draws: Draws, ph: np.ndarray) -> tuple[Doubt, ...]:
    names = {"acid": question.acid.name, "water": question.water.name}
    out: list[Doubt] = []
    for name, share in doubt_shares(draws, ph).items():
        if share >= LEAST_DOUBT and len(out) < DOUBTS_SHOWN:
            row = _doubt_table()[name]
            out.append(Doubt(share, row["what"].format(**names), row["advice"].format(**names)))
    return tuple(out)
