"""The whole answer to a jug: amounts, pH with its range, the curve, whether the aim is met and why not.

The jug is any lines in pouring order, one of them worked out if the maker wishes. What else could be
done (routes), what the household's spoons can make of it and what to measure next stand beside it.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache
from typing import Any, Literal

import numpy as np

from .. import tables
from ..formulas.prepare import Made
from ..materials import METRIC, Kit, Supply, acidic, jug_for, pourable, spoons, weighable
from ..materials import MeasuringJug as Vessel
from ..numbers import DRAWS, PRIOR, Array, Draws, Figure, Posterior, figure, variance_shares
from ..rules import Caution, Grave, cautions, grave_level, gravest, limits
from ..tables import Figures
from ..vocabulary import Use
from ..words import brief, listed
from . import words
from .curve import Curve, curve, sharpen
from .facts import jug_facts
from .jug import Jug, JugError, Line, filled, kind_of
from .words import Verdict

RATIO_DRAWS = 240
NEAR = 0.15  # pH: an aim this near is met
LOOSE = 1.0  # pH: a 90 % range this wide or wider is a loose answer
DOUBTS_SHOWN = 4
LEAST_DOUBT = 0.01  # a share of the range too small to name

# Least mmol/L of alkali a pH for each: kitchen custom, a drip of tap water or soda moves the last one.
DRIFTS = ((20.0, "hardly drifts"), (5.0, "drifts a little"), (0.0, "drifts easily"))


@dataclass(frozen=True)
class Question:
    """What is asked: a jug's lines, its volume (mL) where a line fills it, the aim as a pH, how it is used.

    `last`: nothing comes after it. `head`: the facts of the head that it is for (heads/facts.py), empty
    for nobody in particular. `vessel`: mL that the jug it is mixed in holds, where that is known.
    `belief`: what readings taught of what is in it.
    """

    lines: tuple[Line, ...]
    volume: float | None
    aim: float | None
    use: Use
    minutes: float
    last: bool = False
    head: Mapping[str, Any] = field(default_factory=dict)
    vessel: float | None = None
    kit: Kit = METRIC
    posterior: Posterior = PRIOR


@dataclass(frozen=True)
class JugLayer:
    """One layer of the jug, in pouring order: so much, in mL or g, and in spoons and cups."""

    key: str
    name: str
    what: Literal["water", "acid", "alkali", "other"]
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
    gravest: Grave | None
    undissolved: float  # g that stay at the bottom


@dataclass(frozen=True)
class Doubt:
    """One thing that makes the range: its share of it, what it is, and what to do about it."""

    share: float
    what: str
    advice: str


@dataclass(frozen=True)
class Mix:
    """The whole answer. `volume` in mL, `buffer` in mmol/L per pH, `acid` in g per 100 mL, `cost` in the
    household's money where every price is known; `facts` are what the caution rules looked at, `before` what
    they would have been before readings that nothing confirms yet.

    `open`: the place of the line that the curve is about, its amount and the one that meets the aim.
    """

    jug: Jug
    verdict: Verdict
    headline: str
    reason: str
    volume: float
    pours: tuple[JugLayer, ...]
    vessel: Vessel
    ph: Figure
    buffer: Figure
    drift: str
    acid: Figure
    curve: Curve | None
    open: int | None
    amount: float
    aim_amount: float | None
    undissolved: float
    cost: float | None
    familiar: tuple[Familiar, ...]
    doubts: tuple[Doubt, ...]
    facts: dict[str, Any]
    before: dict[str, Any] | None
    cautions: tuple[Caution, ...]
    steps: tuple[words.PouringStep, ...]
    samples: Array


def work_out(question: Question) -> Mix:
    """Answer one question. The same question always gives the same answer; JugError where it has none."""
    jug = filled(question.lines, question.volume, question.kit)
    if jug.open is not None and question.aim is None:
        raise JugError("Say which pH it is to be worked out for.", None, "aim")
    if question.volume is not None and question.vessel is not None:
        words.fits(question.volume, question.vessel)
    line = curve(jug, question.posterior) if jug.open is not None else None
    wanted = None
    if line is not None and question.aim is not None:
        wanted = line.amount_for(question.aim)
        if wanted is not None:
            wanted = sharpen(jug, wanted, question.aim, line, question.posterior)
    verdict, amount = _verdict(question, jug, line, wanted)
    draws = Draws(DRAWS, posterior=question.posterior)
    middle = line.ph_at(amount) if line is not None else jug.just_mixed(np.array([amount]))
    solved, grams = jug.solved(np.array([amount]), draws, middle)
    samples = np.broadcast_to(solved.ph, (DRAWS,))
    ph = figure(samples, "pH")
    if verdict == "reached" and question.aim is not None:
        if abs(ph.value - question.aim) > NEAR:
            verdict = "would_not_hold"  # so steep here that what can be measured misses it
        elif ph.high - ph.low >= LOOSE:
            verdict = "loosely"
    volume = float(jug.size(np.array([amount]))[0])
    pours = pours_of(jug, amount, question.kit)
    headline, reason = words.verdict(verdict, _situation(question, jug, line, wanted, amount, ph, volume))
    facts = jug_facts(question, jug, amount, ph, grams)
    before = _before_readings(question, jug, amount, middle)
    return Mix(
        jug=jug,
        verdict=verdict,
        headline=headline,
        reason=reason,
        volume=volume,
        pours=pours,
        vessel=jug_for(volume),
        ph=ph,
        drift=drift(float(np.median(solved.buffer_capacity)) * 1000.0),
        buffer=figure(np.broadcast_to(solved.buffer_capacity * 1000.0, (DRAWS,)), "mmol/L per pH"),
        acid=figure(np.broadcast_to(sum(grams.values(), np.zeros(1)), (DRAWS,)), "g per 100 mL"),
        curve=line,
        open=jug.open,
        amount=amount,
        aim_amount=wanted,
        undissolved=jug.undissolved(amount),
        cost=cost_of(jug, amount),
        familiar=_familiar(question, jug, line),
        doubts=_doubts(jug, draws, samples),
        facts=facts,
        before=before,
        cautions=tuple(gravest("jug", facts, before)),
        steps=words.steps(
            [(f"{brief(p.amount)} {p.unit}", p.spoons, p.name, p.what) for p in pours],
            question.use,
            question.minutes,
        ),
        samples=samples,
    )


def _before_readings(question: Question, jug: Jug, amount: float, middle: Array) -> dict[str, Any] | None:
    """The facts as they were before anything was read; None where readings confirm each other."""
    if question.posterior.confirmed:
        return None
    solved, grams = jug.solved(np.array([amount]), Draws(RATIO_DRAWS), middle)
    ph = figure(np.broadcast_to(solved.ph, (RATIO_DRAWS,)), "pH")
    return jug_facts(question, jug, amount, ph, grams)


def _verdict(question: Question, jug: Jug, line: Curve | None, wanted: float | None) -> tuple[Verdict, float]:
    """Whether the aim can sensibly be met, and the amount of the open line to pour in any case."""
    if line is None or jug.open is None or question.aim is None:
        return "as_it_is", 0.0
    end, measurable = float(line.median[-1]), measurable_of(jug.lines[jug.open])
    rounded = weighable if jug.lines[jug.open].unit == "g" else pourable
    verdict: Verdict = "reached"
    if wanted is None:
        past = question.aim < end if line.falling else question.aim > end
        amount = float(line.amount[-1])
        if not past:
            verdict = "past_the_start"
            amount = line.nearest_holding(limits()["holds_ph"] / 1000.0, measurable)
        elif abs(end - question.aim) > NEAR:
            verdict = "past_the_end"
    else:
        firm = line.nearest_holding(limits()["holds_ph"] / 1000.0, wanted)
        amount = max(firm, measurable)
        if abs(float(line.ph_at(amount)) - question.aim) > NEAR:
            verdict = "would_not_hold" if firm != wanted else "too_little"
        elif firm == wanted:
            amount = max(wanted, measurable)
    if wanted is None and verdict == "past_the_start":
        # Where the start is already past the aim, what little there must be is what a kitchen can measure.
        amount = max(amount, measurable)
    return verdict, min(rounded(amount), jug.most)


def measurable_of(line: Line) -> float:
    """The least of this line that a kitchen can measure (mL or g)."""
    return limits()["least_powder" if line.unit == "g" else "least_liquid"]


def _situation(
    question: Question,
    jug: Jug,
    line: Curve | None,
    wanted: float | None,
    amount: float,
    ph: Figure,
    volume: float,
) -> words.Situation:
    opened = jug.lines[jug.open] if jug.open is not None else jug.lines[-1]
    others = [each for each in jug.lines if each is not opened]
    return words.Situation(
        what=opened.supply.name,
        rest=others[0].supply.name if len(others) == 1 else "the rest of the jug",
        unit=opened.unit,
        aim=question.aim,
        volume=volume,
        ph=ph,
        wanted=wanted,
        measurable=measurable_of(opened),
        amount=amount,
        end=float(line.median[-1]) if line else ph.value,
        start=line.plain if line else ph.value,
        falling=line.falling if line else True,
        fills=jug.volume is not None,
    )


def spooned(supply: Supply, amount: float, kit: Kit) -> str:
    """An amount (mL or g) in spoons and cups."""
    if supply.material is None or supply.material.unit == "mL":
        return spoons(amount, kit)
    density = supply.material.density
    return spoons(amount / density.mid, kit) if density else f"{brief(amount)} g"


def pours_of(jug: Jug, amount: float, kit: Kit) -> tuple[JugLayer, ...]:
    """What to pour, in order; nothing is left out but what comes to nothing."""
    out = []
    for line, each in zip(jug.lines, jug.amounts(np.array([amount])), strict=True):
        much = round(float(each[0]), 2)
        if much <= 0.0:
            continue
        out.append(
            JugLayer(
                key=line.supply.key,
                name=line.supply.name,
                what=kind_of(line.supply),
                amount=much,
                unit="g" if line.unit == "g" else "mL",
                spoons=spooned(line.supply, much, kit),
                volume=round(much * line.fills, 2) if line.unit == "mL" else 0.0,
            )
        )
    return tuple(out)


def cost_of(jug: Jug, amount: float) -> float | None:
    """What it costs, where every price but the water's is known."""
    total = 0.0
    for line, each in zip(jug.lines, jug.amounts(np.array([amount])), strict=True):
        if line.supply.material is None or each[0] <= 0.0:
            continue
        if line.supply.price is None:
            return None
        total += line.supply.price * float(each[0])
    return total


def _familiar(question: Question, jug: Jug, line: Curve | None) -> tuple[Familiar, ...]:
    """The ratios that go round, worked out where one acid goes into one water."""
    if line is None or jug.open is None or jug.volume is None or len(jug.lines) != 2:
        return ()
    opened = jug.lines[jug.open]
    material = opened.supply.material
    if material is None or not acidic(material):
        return ()
    table = limits()
    if material.unit == "g" and material.density is not None:
        litres, teaspoon = jug.volume / 1000.0, 5.0 * material.density.mid
        asked = [(name, n * teaspoon * litres) for name, n in table.spoonings.items()]
    else:
        asked = [(name, jug.volume / (1.0 + parts)) for name, parts in table.ratios.items()]
    amounts = np.array([amount for _, amount in asked])
    draws = Draws(RATIO_DRAWS, posterior=question.posterior)
    solved, grams = jug.solved(amounts[:, None], draws, line.ph_at(amounts)[:, None])
    out = []
    for row, (name, amount) in enumerate(asked):
        ph = figure(solved.ph[row], "pH")
        here = {component: column[row] for component, column in grams.items()}
        found = cautions("jug", jug_facts(question, jug, amount, ph, here))
        unit: Literal["mL", "g"] = "g" if opened.unit == "g" else "mL"
        out.append(Familiar(name, amount, unit, ph, grave_level(found), jug.undissolved(amount)))
    return tuple(out)


@cache
def sensitivity_table() -> Figures:
    """What each uncertain input is called, and what to do to shrink its doubt."""
    return tables.figures(__file__, "sensitivity.toml")


def named_input(jug: Jug, name: str) -> tuple[str, str]:
    """An input's row of the table of doubts, and what it is of: ('strength', 'Malt vinegar').

    What went into something that was made is that thing's: ('made', 'Conker wash').
    """
    scope, _, what = name.rpartition("/")
    if scope == jug.scope:
        return what, ""
    head, _, place = scope.partition("/")
    if head == jug.scope and place.isdigit():
        line = jug.lines[int(place)]
        row = (
            "measure_powder"
            if line.unit == "g"
            else "measure_water"
            if line.supply.material is None
            else what
        )
        return row, line.supply.name
    named = {line.supply.key: line.supply.name for line in jug.lines}
    if scope in named:
        return what, named[scope]
    made = [line.supply.name for line in jug.lines if isinstance(line.supply, Made)]
    return ("made", listed(made)) if made else (what, scope)


def _doubts(jug: Jug, draws: Draws, ph: Array) -> tuple[Doubt, ...]:
    shares: dict[tuple[str, str], float] = {}
    for name, share in variance_shares(draws, ph).items():
        row = named_input(jug, name)
        shares[row] = shares.get(row, 0.0) + share
    out: list[Doubt] = []
    for (which, of), share in sorted(shares.items(), key=lambda each: -each[1]):
        if share >= LEAST_DOUBT and len(out) < DOUBTS_SHOWN:
            says = sensitivity_table().words(which)
            out.append(Doubt(share, says["what"].format(of=of), says["advice"].format(of=of)))
    return tuple(out)


def drift(buffer: float) -> str:
    """How easily the pH of a jug that takes so much to move (mmol/L per pH) drifts, in words."""
    return next(says for least, says in DRIFTS if buffer >= least)
