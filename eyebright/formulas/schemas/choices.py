"""What there is to choose from at the bench, and pasted lines as they were understood."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.config.wire import Out
from eyebright.core.vocabulary import Form

MaybeForm = Form | Literal[""]


class KeyNameOut(Out):
    """Something to choose, by key."""

    key: str
    name: str


class FamilyChoiceOut(KeyNameOut):
    """A family: what it is made of, minutes on the head, and whether it stays or cleans."""

    made_of: str
    usual: list[float]
    most: float
    stays: bool
    cleans: bool


class StepChoiceOut(KeyNameOut):
    """A kind of step: how it is done, its usual minutes, and the signs that may end it."""

    how: str
    minutes: list[float]
    signs: list[str]


class StartOut(KeyNameOut):
    """A starting point."""

    family: str
    about: str


class SchoolOptionOut(KeyNameOut):
    """What one school holds."""

    holds: str
    ph: float | None


class SchoolChoiceOut(KeyNameOut):
    """One thing that makers disagree about."""

    options: list[SchoolOptionOut]


class BenchOut(Out):
    """Everything there is to choose from at the bench."""

    families: list[FamilyChoiceOut]
    phases: list[KeyNameOut]
    forms: list[KeyNameOut]
    shares: list[KeyNameOut]
    steps: list[StepChoiceOut]
    signs: list[KeyNameOut]
    pots: list[str]
    bottles: list[str]
    grades: list[KeyNameOut]
    starts: list[StartOut]
    schools: list[SchoolChoiceOut]
    picked: dict[str, str]


class LinesIn(Schema):
    """Lines as they were pasted."""

    text: Annotated[str, Field(max_length=20_000)]


class ReadLineOut(Out):
    """One pasted line, understood as far as it can be; `found`: what its name may mean."""

    text: str
    stuff: str
    name: str
    amount: str
    unit: str
    form: MaybeForm
    found: list[str]
    problem: str
