"""A head looked at today: all that it needs and what fits it, with ranges and reasons, in one answer."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..formulas.model import Family, rinse_family
from ..heads import Head, Needs, Reason, ZoneNeed, days_of_oil, grade, hair_and_scalp_of, needs_of
from ..numbers import HEAD_DRAWS, Array, Draws, Figure, figure
from ..rules import Caution, Tightening, cautions, tightenings_for
from ..vocabulary import Use, Zone
from .fits import Fit, Recipes, fit, fits
from .judge import Candidate
from .schools import School, schools

POUR_ROUND = 50.0  # mL: a jug is filled to a mark
POUR_LEAST, POUR_MOST = 100.0, 3000.0

PARTS = {
    "none": 0.0,
    "about a tenth": 0.1,
    "about a quarter": 0.25,
    "about a third": 1 / 3,
    "about half": 0.5,
    "about two thirds": 2 / 3,
    "about three quarters": 0.75,
    "nearly all": 0.92,
}
COUNTS = dict(enumerate(["two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"], start=2))


@dataclass(frozen=True)
class ZoneAdvice:
    """One zone's answer. `lift` a share, `oil` and `leave` in g; `says` puts the lift in words."""

    zone: Zone
    oil: Figure
    lift: Figure
    leave: Figure
    grade: str
    says: str
    minutes: Figure
    way: Literal["wet", "dry"]
    ph: Figure
    reasons: tuple[Reason, ...]


@dataclass(frozen=True)
class Rinse:
    """The rinse that this head asks for; `volume` in mL goes once through, `pour` is the jug to fill."""

    kind: Literal["acid", "plain"]
    use: Use
    ph: Figure
    minutes: Figure
    at_most: float
    volume: Figure
    pour: float


@dataclass(frozen=True)
class Next:
    """When a wash is sensible: days from today, and days between two."""

    due_in: Figure
    apart: Figure
    says: str


@dataclass(frozen=True)
class Advice:
    """All that a head asks for today."""

    mass: Figure
    days: Figure | None
    scalp: ZoneAdvice
    lengths: ZoneAdvice
    rinse: Rinse
    condition: Literal["lengths", "none", "as you like"]
    next: Next
    families: tuple[Fit, ...]
    schools: tuple[School, ...]
    cautions: tuple[Caution, ...]
    stricter: tuple[Tightening, ...]


def fit_of(head: Head, family: Family, recipe: Candidate | None = None) -> Fit:
    """How one family, or a formula of it, fits this head: the same as among all that it asks for."""
    draws, facts = Draws(HEAD_DRAWS), head.facts()
    on = hair_and_scalp_of(head, facts, draws)
    since = head.history.since_family.get(family.key)
    return fit(family, needs_of(facts), facts, on, draws, since, recipe)


def advise(head: Head, recipes: Recipes | None = None) -> Advice:
    """Look at a head. The same head on the same day always gets the same answer.

    `recipes`: the household's formula that speaks for a family, by its key.
    """
    draws, facts = Draws(HEAD_DRAWS), head.facts()
    needs = needs_of(facts)
    on = hair_and_scalp_of(head, facts, draws)
    days = days_of_oil(head)
    found = fits(needs, facts, on, draws, dict(head.history.since_family), recipes)
    return Advice(
        mass=figure(on.mass, "g"),
        days=None if head.history.since_wash is None else Figure(days, days, days, "days", "measured"),
        scalp=_zone(needs.scalp, on.oil.scalp, days, facts),
        lengths=_zone(needs.lengths, on.oil.lengths, days, facts),
        rinse=_rinse(needs, found),
        condition=needs.condition,
        next=_next(needs, head.history.since_wash),
        families=found,
        schools=schools(needs, found, facts),
        cautions=tuple(cautions("head", facts)),
        stricter=tuple(tightenings_for(facts)),
    )


def _chosen(low: float, value: float, high: float, unit: str) -> Figure:
    """A number that a rule of the kitchen gives."""
    return Figure(value, low, high, unit, "custom")


def _zone(aim: ZoneNeed, oil: Array, days: float, facts: Mapping[str, Any]) -> ZoneAdvice:
    low, middle, high = aim.lift
    what = "what is on it" if facts["on_scalp"] or facts["on_strands"] else _days_oil(days)
    word = grade(middle)
    # nobody washes to a hundredth
    near, far = (round(each * 20.0) * 5 for each in (low, high))
    says = f"{word}: wash out {_part(middle)} of {what}, {near} to {far} %"
    return ZoneAdvice(
        zone=aim.zone,
        oil=figure(oil, "g"),
        lift=_chosen(low, middle, high, "share"),
        leave=figure(oil * (1.0 - np.linspace(high, low, len(oil))), "g"),
        grade=word,
        says=says,
        minutes=_chosen(aim.minutes[0], sum(aim.minutes) / 2.0, aim.minutes[1], "min"),
        way=aim.way,
        ph=_chosen(aim.ph[0], aim.ph[1], aim.ph[2], "pH"),
        reasons=aim.reasons,
    )


def _part(share: float) -> str:
    """A share as one would say it."""
    return min(PARTS, key=lambda part: abs(PARTS[part] - share))


def _days_oil(days: float) -> str:
    whole = round(days)
    if whole < 1:
        return "today's oil"
    return "a day's oil" if whole == 1 else f"{COUNTS.get(whole, str(whole))} days' oil"


def _rinse(needs: Needs, found: Sequence[Fit]) -> Rinse:
    by_key = {each.family.key: each for each in found}
    poured = by_key[rinse_family(needs.rinse.use).key]
    parts = (poured.scalp.volume, poured.lengths.volume)
    low, middle, high = (sum(getattr(part, end) for part in parts) for end in ("low", "value", "high"))
    floor, aim, ceiling = needs.rinse.ph
    pour = min(max(round(middle / POUR_ROUND) * POUR_ROUND, POUR_LEAST), POUR_MOST)
    least, most = needs.rinse.minutes[:2]
    return Rinse(
        kind=needs.rinse.kind,
        use=needs.rinse.use,
        ph=_chosen(floor, round(aim, 2), ceiling, "pH"),
        minutes=_chosen(least, (least + most) / 2.0, most, "min"),
        at_most=needs.rinse.minutes[2],
        volume=Figure(middle, low, high, "mL"),
        pour=pour,
    )


def _next(needs: Needs, since: float | None) -> Next:
    soon, late = needs.days
    apart = _chosen(soon, (soon + late) / 2.0, late, "days")
    if since is None:
        return Next(
            _chosen(0.0, 0.0, 0.0, "days"), apart, "No wash is on record yet: today is as good as any."
        )
    due = _chosen(
        max(soon - since, 0.0), max((soon + late) / 2.0 - since, 0.0), max(late - since, 0.0), "days"
    )
    if due.low > 0.0:
        says = f"Better in {_span(due.low, due.high)}; sooner only dries it."
    elif due.high > 0.0:
        says = "Sensible from now on."
    else:
        says = "Due, by this head's usual days."
    return Next(due, apart, says)


def _span(low: float, high: float) -> str:
    first, last = round(low), round(high)
    if last <= 1:
        return "a day"
    return f"{first} to {last} days" if 0 < first < last else f"{last} days"
