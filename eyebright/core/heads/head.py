"""A head looked at today: all that it asks for, with ranges and reasons, in one answer."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any, Literal

import numpy as np

from ..cautions import Caution, cautions
from ..cautions.limits import Tightening, tightenings_for
from ..chemistry.uncertainty import Array, Draws, Figure, Spread, figure
from ..formulas.cleansing import grade, scalp_oil
from ..formulas.families import Family
from ..formulas.ground import Ground
from ..learning.factors import Factors, unlearnt
from .asks import Aims, Reason, ZoneAim, aims_of
from .facts import facts_of
from .fits import Fit, fit, fits
from .hair import hair_mass, liquid_held, scalp_area
from .record import CheckIn, History, Record, Today, tables
from .schools import School, schools

NEVER_WASHED_DAYS = 3.0  # what is taken for the time since the last wash while none is on record
MOST_DAYS = 60.0
POUR_ROUND = 50.0  # mL: a jug is filled to a mark
POUR_LEAST, POUR_MOST = 100.0, 3000.0


@dataclass(frozen=True)
class Head:
    """A head and its day. `sure`: what little tests believe; `patches`: how tests stand, by key or name."""

    record: Record
    today: date
    check_in: CheckIn | None = None
    day: Today = field(default_factory=Today)
    history: History = field(default_factory=History)
    sure: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    patches: Mapping[str, str] = field(default_factory=dict)
    factors: Factors = field(default_factory=unlearnt)

    def facts(self) -> dict[str, Any]:
        """What the rules look at."""
        return facts_of(self.record, self.today, self.check_in, self.day, self.history, self.patches)


def facts_for_mix(head: Head) -> dict[str, Any]:
    """What the rules look at when something is mixed for this head: `asked_ph` is the least it bears."""
    facts = head.facts()
    return facts | {"asked_ph": aims_of(facts).rinse.ph[0]}


@dataclass(frozen=True)
class Zone:
    """One zone's answer. `lift` a share, `oil` and `leave` in g; `says` puts the lift in words."""

    zone: Literal["scalp", "lengths"]
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
    use: Literal["rinsed_out", "left_in"]
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
class Asks:
    """All that a head asks for today."""

    mass: Figure
    days: Figure | None
    scalp: Zone
    lengths: Zone
    rinse: Rinse
    condition: Literal["lengths", "none", "as you like"]
    next: Next
    families: tuple[Fit, ...]
    schools: tuple[School, ...]
    cautions: tuple[Caution, ...]
    stricter: tuple[Tightening, ...]


def mass_of(record: Record, sure: Mapping[str, Mapping[str, float]] | None = None) -> Figure:
    """A head's hair mass in g."""
    return figure(hair_mass(record, Draws(), sure), "g")


def scalp_of(record: Record, today: date) -> Figure:
    """A head's scalp in cm²."""
    return figure(scalp_area(record.age(today), Draws()), "cm²")


def patch_hours(facts: Mapping[str, Any]) -> int:
    """How long a patch test is watched: two days for skin that may answer late or hard, else one."""
    careful = facts["tender"] or facts["child"] or facts["treated"] or facts["pregnancy"] != "no"
    return 48 if careful or facts["allergies"] else 24


def ground_of(head: Head, facts: Mapping[str, Any], draws: Draws) -> Ground:
    """What every family meets on this head."""
    record = head.record
    area = scalp_area(record.age(head.today), draws)
    oil = scalp_oil(
        record.scalp,
        _days(head),
        area,
        record.curl,
        draws,
        build_up=facts.get("build_up_today", 0),
        put_on=(_put_on("on_scalp", head.day.on_scalp), _put_on("on_strands", head.day.on_strands)),
    )
    return Ground(
        mass=hair_mass(record, draws, head.sure),
        area=area,
        oil=oil,
        strength=np.exp(draws.of("strength factor", head.factors.strength.log)),
        dose=np.exp(draws.of("dose factor", head.factors.dose.log)),
        holds=liquid_held(record),
    )


def _days(head: Head) -> float:
    since = head.history.since_wash
    return NEVER_WASHED_DAYS if since is None else min(since, MOST_DAYS)


def fit_of(head: Head, family: Family) -> Fit:
    """How one family fits this head: the same as among all that it asks for."""
    draws, facts = Draws(), head.facts()
    ground = ground_of(head, facts, draws)
    return fit(family, aims_of(facts), facts, ground, draws, head.history.since_family.get(family.key))


def asks_of(head: Head) -> Asks:
    """Look at a head. The same head on the same day always gets the same answer."""
    draws, facts = Draws(), head.facts()
    aims = aims_of(facts)
    ground = ground_of(head, facts, draws)
    days = _days(head)
    found = fits(aims, facts, ground, draws, dict(head.history.since_family))
    return Asks(
        mass=figure(ground.mass, "g"),
        days=None if head.history.since_wash is None else Figure(days, days, days, "days", "measured"),
        scalp=_zone(aims.scalp, ground.oil.scalp, days, facts),
        lengths=_zone(aims.lengths, ground.oil.lengths, days, facts),
        rinse=_rinse(aims, found),
        condition=aims.condition,
        next=_next(aims, head.history.since_wash),
        families=found,
        schools=schools(aims, found, facts),
        cautions=tuple(cautions(facts)),
        stricter=tuple(tightenings_for(facts)),
    )


def _put_on(table: Literal["on_scalp", "on_strands"], keys: Sequence[str]) -> Spread:
    rows = [getattr(tables(), table)[key].grams for key in keys]
    low, middle, high = (sum(row[i] for row in rows) for i in range(3))
    return Spread(low, middle, high)


def _chosen(low: float, value: float, high: float, unit: str) -> Figure:
    """A number that a rule of the kitchen gives."""
    return Figure(value, low, high, unit, "custom")


def _zone(aim: ZoneAim, oil: Array, days: float, facts: Mapping[str, Any]) -> Zone:
    low, middle, high = aim.lift
    what = "what is on it" if facts["on_scalp"] or facts["on_strands"] else _days_oil(days)
    word = grade(middle)
    # nobody washes to a hundredth
    near, far = (round(each * 20.0) * 5 for each in (low, high))
    says = f"{word}: lift about {near} to {far} % of {what}, leave {100 - far} to {100 - near}"
    return Zone(
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


def _days_oil(days: float) -> str:
    whole = round(days)
    return "today's oil" if whole < 1 else "a day's oil" if whole == 1 else f"{whole} days' oil"


def _rinse(aims: Aims, found: Sequence[Fit]) -> Rinse:
    by_key = {each.family.key: each for each in found}
    poured = by_key["spray" if aims.rinse.use == "left_in" else "acid_rinse"]
    parts = (poured.scalp.volume, poured.lengths.volume)
    low, middle, high = (sum(getattr(part, end) for part in parts) for end in ("low", "value", "high"))
    floor, aim, ceiling = aims.rinse.ph
    pour = min(max(round(middle / POUR_ROUND) * POUR_ROUND, POUR_LEAST), POUR_MOST)
    least, most = aims.rinse.minutes[:2]
    return Rinse(
        kind=aims.rinse.kind,
        use=aims.rinse.use,
        ph=_chosen(floor, round(aim, 2), ceiling, "pH"),
        minutes=_chosen(least, (least + most) / 2.0, most, "min"),
        at_most=aims.rinse.minutes[2],
        volume=Figure(middle, low, high, "mL"),
        pour=pour,
    )


def _next(aims: Aims, since: float | None) -> Next:
    soon, late = aims.days
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
