"""What is asked before a batch is begun, and what it takes."""

from datetime import date
from typing import Annotated

from ninja import Schema
from pydantic import Field

from eyebright.core.formulas.prepare import Tool
from eyebright.kept.fields import Note
from eyebright.kept.older_names import OlderNames
from eyebright.kept.wire import Caution, Figure, Out

from .fields import Id, Key, MaybeId, MaybeNumber, Millilitres, SizedBy


class MakeAsk(OlderNames):
    """What is to be made: of a formula, as a batch was made (`again`), or of nothing yet (`name`, `family`).

    `sized_by`: as written; `value` washes, mL, g, cubes (of `cube` mL) or times as much; a `vessel` full.
    `made_in`: the pot or bowl. `heads` it is for. `lots`: what a line is to be drawn from, by the line's
    id; `optional`: whether a line that may be left out goes in, by its id, where it is not as written.
    """

    older = {"much": "sized_by"}

    formula: MaybeId = None
    again: MaybeId = None
    name: Annotated[str, Field(max_length=80)] = ""
    family: Annotated[str, Field(max_length=20)] = ""
    sized_by: SizedBy = "written"
    value: MaybeNumber = None
    cube: Millilitres = None
    vessel: MaybeId = None
    made_in: MaybeId = None
    heads: Annotated[list[Id], Field(max_length=12)] = []
    lots: dict[int, Key] = {}
    optional: dict[int, bool] = {}


class BeginBatchIn(Schema):
    """Begin it. `stops_passed`: stops of the one head it is for, passed by that adult, and `why`."""

    ask: MakeAsk
    stops_passed: list[str] = []
    why: Note = ""
    own: bool = False


class DrawnFromOut(Out):
    """A bottle that a line is drawn from: so much of it (`unit`), what is left in it, and its date."""

    key: str
    name: str
    amount: float
    left: float | None
    use_by: date | None


class TakeStandInOut(Out):
    """What could take a line's place: its key, name, and what it does alike."""

    key: str
    name: str
    says: str


class TakeLineOut(Out):
    """One line: how much, as it is said and in mL or g, from which bottles, what is missing of it."""

    id: int
    supply_key: str
    name: str
    says: str
    spoons: str
    needed: float
    unit: str
    missing: float
    drawn: list[DrawnFromOut]
    others: list[DrawnFromOut]
    stand_ins: list[TakeStandInOut]


class OptionalLineOut(Out):
    """A line that may be left out: when it goes in, and whether it does now."""

    id: int
    says: str
    only_if: str
    goes_in: bool


class RecipientOut(Out):
    """How it goes on one head: parts of water to one (None: not at all), its pH then, what is said to it."""

    head: int
    name: str
    parts: int | None
    says: str
    ph: Figure | None
    cautions: list[Caution]


class TakesOut(Out):
    """What a making takes. `begins`: whether it may be begun, `stands`: what is in the way."""

    name: str
    lines: list[TakeLineOut]
    optional: list[OptionalLineOut]
    tools: list[Tool]
    room: float
    too_small: str
    makes: Figure | None
    makes_g: Figure | None
    washes: Figure | None
    ph: Figure | None
    keeps: str
    shopping: list[str]
    heads: list[RecipientOut]
    cautions: list[Caution]
    stands: list[str]
    says: str
