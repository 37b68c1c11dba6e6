"""A head and its day, as everything above takes it: its facts, its hair and scalp, its oil."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any, Literal

import numpy as np

from ..learning import Factors, prior_factors
from ..numbers import HEAD_DRAWS, Draws, Figure, Spread, figure
from .facts import head_facts
from .hair import hair_mass, liquid_held, scalp_area
from .hair_and_scalp import HairAndScalp
from .record import CheckIn, History, Record, Today, record_tables
from .sebum import scalp_oil

NEVER_WASHED_DAYS = 3.0  # what is taken for the time since the last wash while none is on record
MOST_DAYS = 60.0


@dataclass(frozen=True)
class Head:
    """A head and its day. `sure`: what quick tests believe; `patches`: how tests stand, by key or name;
    `house`: limits that the household holds otherwise."""

    record: Record
    today: date
    check_in: CheckIn | None = None
    day: Today = field(default_factory=Today)
    history: History = field(default_factory=History)
    sure: Mapping[str, Mapping[str, float]] = field(default_factory=dict)
    patches: Mapping[str, str] = field(default_factory=dict)
    factors: Factors = field(default_factory=prior_factors)
    house: Mapping[str, float] = field(default_factory=dict)

    def facts(self) -> dict[str, Any]:
        """What the rules look at."""
        return head_facts(
            self.record, self.today, self.check_in, self.day, self.history, self.patches, self.house
        )


def mass_of(record: Record, sure: Mapping[str, Mapping[str, float]] | None = None) -> Figure:
    """A head's hair mass in g."""
    return figure(hair_mass(record, Draws(HEAD_DRAWS), sure), "g")


def scalp_of(record: Record, today: date) -> Figure:
    """A head's scalp in cm²."""
    return figure(scalp_area(record.age(today), Draws(HEAD_DRAWS)), "cm²")


def patch_hours(facts: Mapping[str, Any]) -> int:
    """How long a patch test is watched: two days for skin that may answer late or hard, else one."""
    careful = facts["tender"] or facts["child"] or facts["treated"] or facts["pregnancy"] != "no"
    return 48 if careful or facts["allergies"] else 24


def hair_and_scalp_of(head: Head, facts: Mapping[str, Any], draws: Draws) -> HairAndScalp:
    """What every family meets on this head."""
    record = head.record
    area = scalp_area(record.age(head.today), draws)
    oil = scalp_oil(
        record.scalp,
        days_of_oil(head),
        area,
        record.curl,
        draws,
        age=record.age(head.today),
        washes=[each for each in head.history.washes if each.days_ago <= MOST_DAYS],
        build_up=facts["build_up_today"] or 0,
        put_on=(_put_on("on_scalp", head.day.on_scalp), _put_on("on_strands", head.day.on_strands)),
    )
    return HairAndScalp(
        mass=hair_mass(record, draws, head.sure),
        area=area,
        oil=oil,
        strength=np.exp(draws.of("strength factor", head.factors.strength.log)),
        dose=np.exp(draws.of("dose factor", head.factors.dose.log)),
        holds=liquid_held(record),
        together={
            key: np.exp(each.log.at(draws.score("strength factor")))
            for key, each in head.factors.together.items()
        },
    )


def days_of_oil(head: Head) -> float:
    """Days since its last wash, as far as they are reckoned with."""
    since = head.history.since_wash
    return NEVER_WASHED_DAYS if since is None else min(since, MOST_DAYS)


def _put_on(table: Literal["on_scalp", "on_strands"], keys: Sequence[str]) -> Spread:
    rows = [getattr(record_tables(), table)[key].grams for key in keys]
    low, middle, high = (sum(row[i] for row in rows) for i in range(3))
    return Spread(low, middle, high)
