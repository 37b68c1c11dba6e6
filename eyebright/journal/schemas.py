"""What of the journal goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import BeforeValidator

from eyebright.config.fields import Blank, Note, Ph, number_between, words
from eyebright.config.wire import CautionOut, FigureOut, Out
from eyebright.mix.schemas import PourOut, RinseAsk, StepOut, Use, Verdict

Feel = Literal[
    "soft", "clean", "shiny", "smooth", "squeaky", "tight", "itchy", "stinging", "heavy", "tangled"
]
StripStep = Annotated[
    float, number_between(0.1, 2, "Strips are read in steps of 0.1 to 2; most are 0.5 or 1 apart.")
]


class BeginIn(Schema):
    """Start pouring: the question, and the stops an adult has passed for themselves.

    `who`: for whom, in words, where the question names no head.
    """

    rinse: RinseAsk
    who: Annotated[str, BeforeValidator(words)] = ""
    stops_passed: list[str] = []


class EntryIn(Schema):
    """What changes in an entry; what is left out stays as it is.

    `stops_passed`: stops that the reading called for, passed by an adult to go on.
    """

    step: int | None = None
    who: Annotated[str, BeforeValidator(words)] | None = None
    reading: Annotated[Ph | None, Blank] = None
    reading_step: StripStep | None = None
    feel: list[Feel] | None = None
    note: Note | None = None
    finished: bool | None = None
    stops_passed: list[str] | None = None


class PouredOut(Out):
    """The rinse of an entry, as it was poured."""

    acid: int
    water: int
    acid_name: str
    water_name: str
    acid_there: bool
    water_there: bool
    volume: float
    aim: float
    use: Use
    minutes: float
    verdict: Verdict
    headline: str
    predicted: FigureOut
    pours: list[PourOut]
    steps: list[StepOut]
    cautions: list[CautionOut]
    stops_passed: list[str]


class EntryOut(Out):
    """One entry."""

    id: int
    made_at: datetime
    finished_at: datetime | None
    step: int
    head: int | None
    who: str
    rinse: PouredOut
    reading: FigureOut | None
    reading_step: float | None
    agreement: Literal["agrees", "higher", "lower"] | None
    comparison: str | None
    reading_cautions: list[CautionOut]
    feel: list[Feel]
    note: str


class EntriesOut(Out):
    """A page of entries, newest first, and how many there are in all."""

    items: list[EntryOut]
    total: int


class FeelingsOut(Out):
    """The words for how a rinse felt."""

    feel: list[Feel]
