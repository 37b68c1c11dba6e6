"""The household's settings, and where it stands where opinions differ."""

from datetime import date
from typing import Annotated

from ninja import Schema
from pydantic import BeforeValidator

from eyebright.config.changes import Change
from eyebright.config.fields import AS_NUMBER, number_between, words
from eyebright.config.wire import Out
from eyebright.core.numerals import Habit


class HouseholdIn(Schema):
    """Whose spoons and cups these are, how money and numbers are written, and the time zone it lives by.

    `zone` as Europe/London, empty for the machine's; `schools`: what it holds where makers disagree.
    """

    system: str
    currency: Annotated[str, BeforeValidator(words)] = "£"
    decimal: Habit = ""
    zone: Annotated[str, BeforeValidator(words)] = ""
    schools: dict[str, str] = {}


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
