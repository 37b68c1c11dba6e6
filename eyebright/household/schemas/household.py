"""The household's settings, and where it stands where opinions differ."""

from typing import Annotated

from ninja import Schema
from pydantic import BeforeValidator

from eyebright.config.fields import AS_NUMBER, number_between, words
from eyebright.config.wire import Out
from eyebright.core.numerals import Habit


class HouseholdIn(Schema):
    """Whose spoons and cups these are, and how money and numbers are written."""

    system: str
    currency: Annotated[str, BeforeValidator(words)] = "£"
    decimal: Habit = ""


class SystemOut(Out):
    """The spoons and cups of one custom."""

    key: str
    name: str
    says: str


class HouseholdOut(Out):
    """The household's settings, and what there is to choose from."""

    system: str
    currency: str
    decimal: Habit
    systems: list[SystemOut]


class SchoolsIn(Schema):
    """What the household holds, by question."""

    picked: dict[str, str]


class HouseLimitIn(Schema):
    """A limit as this household holds it."""

    value: Annotated[float, number_between(0, 10_000, "A number goes here."), AS_NUMBER]


class HouseLimitOut(Out):
    """One limit: ours, the household's, from and to what it can be set, and why it stands where it does."""

    key: str
    what: str
    unit: str
    ours: float
    value: float
    least: float
    most: float
    source: str
    comfort: bool
