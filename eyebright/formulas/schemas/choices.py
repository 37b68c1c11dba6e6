"""What there is to choose from at the bench, and pasted lines as they were understood."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.formulas.exchange import Passage
from eyebright.core.vocabulary import Form
from eyebright.kept.fields import too_long
from eyebright.kept.wire import Out
from eyebright.shelf.schemas.lots import SupplyOut

MOST_LETTERS = 400_000

MaybeForm = Form | Literal[""]


class KeyNameOut(Out):
    """Something to choose, by key."""

    key: str
    name: str


class FamilyChoiceOut(KeyNameOut):
    """A family: what it is made of, minutes on the head, days apart, whether it stays, cleans or thins."""

    made_of: str
    usual: list[float]
    most: float
    planned_minutes: float
    apart: float
    stays: bool
    cleans: bool
    thins: bool


class StepChoiceOut(KeyNameOut):
    """A kind of step: how it is done, its usual minutes, the signs that may end it.

    `mixes`: it only puts something in.
    """

    how: str
    mixes: bool
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
    pots: list[KeyNameOut]
    preconditions: list[KeyNameOut]
    bottles: list[str]
    grades: list[KeyNameOut]
    starts: list[StartOut]
    schools: list[SchoolChoiceOut]
    picked: dict[str, str]


class LinesIn(Schema):
    """A recipe, or lines, as they were pasted. `room`: how many lines may still go in."""

    text: Annotated[str, too_long(MOST_LETTERS, "That is more than a book of recipes: paste one at a time.")]
    room: Annotated[int, Field(ge=0, le=60)] = 60


class ReadLineOut(Out):
    """One written line. `supply_key`: what was taken, "" where it is asked; `found`: the best three.

    `notes`: what was read otherwise than it is written; `problem`: what is asked, beside which `field`.
    """

    text: str
    supply_key: str
    name: str
    amount: str
    unit: str
    form: MaybeForm
    found: list[SupplyOut]
    notes: list[str]
    problem: str
    field: str
    only_if: str


class ReadOut(Out):
    """A recipe as it was read; `rest`: what did not go in, and what to say of it."""

    lines: list[ReadLineOut]
    passages: list[Passage]
    rest: str
    says: str
