"""The household's settings, and where it stands where opinions differ."""

from datetime import date, datetime, time
from typing import Annotated

from ninja import Schema
from pydantic import BeforeValidator, Field

from eyebright.core.numerals import Habit
from eyebright.kept.fields import AS_NUMBER, Clock, Moment, number_between, words
from eyebright.kept.versions import Change
from eyebright.kept.wire import Out

MOST_OUT = 40
Few = Annotated[int, number_between(1, 9, "From one to nine."), AS_NUMBER]


class OutIn(Schema):
    """Hours out of the house on one day of the week (0 is Monday), by the clock."""

    weekday: Annotated[int, Field(ge=0, le=6)]
    begin: Clock
    end: Clock


class HouseholdIn(Schema):
    """Whose spoons and cups these are, how money and numbers are written, and the time zone it lives by.

    `zone` as Europe/London, empty for the machine's; `schools`: what it holds where makers disagree;
    hours asleep (neither for never) and out; pots and bathrooms; first steps that were `skipped`.
    """

    system: str
    currency: Annotated[str, BeforeValidator(words)] = "£"
    decimal: Habit = ""
    zone: Annotated[str, BeforeValidator(words)] = ""
    schools: dict[str, str] = {}
    asleep_from: Clock | None = time(22, 30)
    asleep_to: Clock | None = time(7, 0)
    out: Annotated[list[OutIn], Field(max_length=MOST_OUT)] = []
    pots: Few = 1
    bathrooms: Few = 1
    skipped: Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=10)] = []


class HouseholdChangeIn(HouseholdIn, Change):
    """What changes in the settings."""


class SystemOut(Out):
    """The spoons and cups of one custom."""

    key: str
    name: str
    says: str


class HouseholdOut(Out):
    """The household's settings, and what there is to choose from.

    `zone` as chosen, "" for the machine's, which is `machine_zone`; `lives_by` is the one of the two that
    holds, and `today` the household's day.
    """

    version: int
    system: str
    currency: str
    decimal: Habit
    zone: str
    machine_zone: str
    lives_by: str
    today: date
    zones: list[str]
    schools: dict[str, str]
    systems: list[SystemOut]
    asleep_from: Clock | None
    asleep_to: Clock | None
    out: list[OutIn]
    pots: int
    bathrooms: int
    skipped: list[str]


class TakenTimeIn(Schema):
    """A time in which nobody washes or makes anything."""

    begin: Moment
    end: Moment
    note: Annotated[str, BeforeValidator(words), Field(max_length=80)] = ""


class TakenTimeOut(Out):
    """One that is kept."""

    id: int
    begin: datetime
    end: datetime
    note: str


class HouseLimitIn(Schema):
    """A limit as this household holds it; `version` that it was changed from, 0 where it was ours."""

    version: int
    value: Annotated[float, number_between(0, 10_000, "A number goes here."), AS_NUMBER]


class HouseLimitOut(Out):
    """One limit: ours, the household's, from and to what it can be set, and why it stands where it does."""

    key: str
    version: int
    what: str
    unit: str
    ours: float
    value: float
    least: float
    most: float
    source: str
    comfort: bool
