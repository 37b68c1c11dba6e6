"""What of the journal goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import BeforeValidator

from eyebright.core.mix import JugLayer, PouringStep
from eyebright.core.vocabulary import Use
from eyebright.kept.fields import AS_NUMBER, Blank, Note, number_between, words
from eyebright.kept.wire import Caution, Figure, Out
from eyebright.mix.schemas.jugs import How, MixAsk, Verdict
from eyebright.shelf.schemas.readings import ReadIn

Feel = Literal[
    "soft", "clean", "shiny", "smooth", "squeaky", "tight", "itchy", "stinging", "heavy", "tangled"
]


class BeginIn(Schema):
    """Start pouring: the question, and the stops an adult has passed for themselves.

    `why` they did, and that the head is their `own`.


    `who`: for whom, in words, where the question names no head.
    """

    rinse: MixAsk
    who: Annotated[str, BeforeValidator(words)] = ""
    stops_passed: list[str] = []
    why: Note = ""
    own: bool = False


class EntryIn(Schema):
    """What changes in an entry; what is left out stays as it is. `read` as nothing takes the reading back.

    `stops_passed`: stops that the reading called for, passed by an adult to go on.
    """

    version: int
    step: int | None = None
    who: Annotated[str, BeforeValidator(words)] | None = None
    read: ReadIn | None = None
    feel: list[Feel] | None = None
    note: Note | None = None
    finished: bool | None = None
    stops_passed: list[str] | None = None
    why: Note | None = None
    own: bool | None = None


class PutRightIn(Schema):
    """How much of the jug is left (mL; all of it if nothing is said), and the vessel it stands in, by id."""

    left: Annotated[
        Annotated[float, number_between(1, 20_000, "From 1 mL to 20 L."), AS_NUMBER] | None, Blank
    ] = None
    vessel: int | None = None


class PouredLineOut(Out):
    """One line of the question as it was asked. `available`: whether it still stands on the shelf."""

    supply_key: str
    name: str
    how: How
    amount: float | None
    unit: str
    packed: bool
    available: bool


class PouredOut(Out):
    """The jug of an entry, as it was poured."""

    name: str
    lines: list[PouredLineOut]
    fill: float | None
    volume: float
    aim: float | None
    use: Use
    last: bool
    minutes: float
    verdict: Verdict
    headline: str
    predicted: Figure
    pours: list[JugLayer]
    steps: list[PouringStep]
    cautions: list[Caution]
    stops_passed: list[str]


class EntryOut(Out):
    """One entry."""

    id: int
    version: int
    made_at: datetime
    finished_at: datetime | None
    step: int
    head: int | None
    who: str
    rinse: PouredOut
    reading: Figure | None
    read_with: Literal["strip", "meter"] | None
    reading_step: float | None
    agreement: Literal["agrees", "higher", "lower"] | None
    comparison: str | None
    read_again: str
    reading_cautions: list[Caution]
    feel: list[Feel]
    note: str


class EntriesOut(Out):
    """A page of entries, newest first, and how many there are in all."""

    items: list[EntryOut]
    total: int


class FeelingsOut(Out):
    """The words for how a rinse felt."""

    feel: list[Feel]
