"""What of batches goes over the wire."""

from datetime import date, datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.formulas.prepare import Tool
from eyebright.core.vocabulary import Act, Gravity, Place, Pouring
from eyebright.kept.fields import AS_NUMBER, Blank, Note, Number, number_between
from eyebright.kept.wire import Caution, Figure, Out
from eyebright.shelf.schemas.readings import ReadIn

Id = Annotated[int, Field(ge=1, le=10**11)]
MaybeId = Id | None
Key = Annotated[str, Field(max_length=48)]
MaybeNumber = Annotated[Number | None, Blank]
Millilitres = Annotated[
    Annotated[float, number_between(1, 20_000, "From 1 mL to 20 L."), AS_NUMBER] | None, Blank
]
Celsius = Annotated[float, number_between(-30, 130, "From -30 to 130 °C."), AS_NUMBER]
Room = Annotated[
    Annotated[float, number_between(0, 45, "A kitchen has from 0 to 45 °C."), AS_NUMBER] | None, Blank
]
Much = Literal["written", "washes", "ml", "vessel", "cubes", "times"]
Standing = Literal["pot", "glass", "bowl", "bottle", "flask"]
Lid = Literal["off", "on", "bath"]


# ---- before it is begun ----


class MakeAsk(Schema):
    """What is to be made: of a formula, as a batch was made (`again`), or of nothing yet (`name`, `family`).

    `much` of it: as written; `value` washes, mL, cubes (of `cube` mL) or times as much; a `vessel` full.
    `made_in`: the pot or bowl. `heads` it is for. `lots`: what a line is to be drawn from, by the line's
    id.
    """

    formula: MaybeId = None
    again: MaybeId = None
    name: Annotated[str, Field(max_length=80)] = ""
    family: Annotated[str, Field(max_length=20)] = ""
    much: Much = "written"
    value: MaybeNumber = None
    cube: Millilitres = None
    vessel: MaybeId = None
    made_in: MaybeId = None
    heads: Annotated[list[Id], Field(max_length=12)] = []
    lots: dict[int, Key] = {}


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
    stuff: str
    name: str
    says: str
    spoons: str
    needed: float
    unit: str
    missing: float
    drawn: list[DrawnFromOut]
    others: list[DrawnFromOut]
    stand_ins: list[TakeStandInOut]


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


# ---- a batch ----


class PourIn(Schema):
    """So much was poured for a line (0: besides them all), of `stuff` where that is not what was planned.

    By the scale: what it shows (`shown`, g) and how it stands (`state`). Else `amount` in `unit`; neither: as
    planned.
    """

    version: int
    line: Annotated[int, Field(ge=0, le=100_000)] = 0
    stuff: Key = ""
    amount: MaybeNumber = None
    unit: Annotated[str, Field(max_length=40)] = ""
    packed: bool = False
    shown: MaybeNumber = None
    state: Literal["", "steady", "moving", "overload", "silent", "absent"] = ""


class PourChangeIn(Schema):
    """A pour, put right: so much it really was."""

    version: int
    amount: Number
    unit: Annotated[str, Field(max_length=40)] = ""


class BatchPourOut(Out):
    """So much that was poured."""

    id: int
    version: int
    stuff: str
    name: str
    amount: float
    unit: str
    how: Pouring
    says: str


class BatchLineOut(Out):
    """A line of a batch: planned (g, and as it is said), the band it may be in, and what was poured of it.

    `by`: what would move first; `left`: g still to come; `loads`: how many times the mill is filled.
    """

    id: int
    stuff: str
    name: str
    says: str
    spoons: str
    amount: float
    unit: str
    grams: float
    low: float
    high: float
    by: str
    poured: float
    left: float
    enough: bool
    over: bool
    left_out: bool
    drops: bool
    loads: int
    each_load: float
    pours: list[BatchPourOut]


class StepCautionOut(Out):
    """What to beware of at a step; a stop `asks` for what must be so, and is `confirmed` or not."""

    id: str
    level: Gravity
    what: str
    why: str
    instead: str
    source: str
    asks: str
    confirmed: bool


class CoolingOut(Out):
    """How warm it is now, and minutes from now until it is safe, and until it is as warm as the room."""

    now: Figure
    safe_at: float
    safe: Figure | None
    room: Figure
    says: str
    vessel: Standing
    lid: Lid
    readings: int


class ClockOut(Out):
    """A step's clock: `left` in seconds, below nothing once it has rung."""

    began_at: datetime
    until: datetime | None
    ended_at: datetime | None
    left: float | None
    says: str


class RunStepOut(Out):
    """One step of the run sheet, with its clock, cautions, and how it cools."""

    place: int
    act: Act
    kind: str
    name: str
    says: str
    how: str
    lines: list[int]
    least: float
    most: float
    until: str
    if_not: str
    note: str
    foams: bool
    clock: ClockOut | None
    cautions: list[StepCautionOut]


class FiguresOut(Out):
    """What comes of it: foreseen, or as it was really made. `trouble` where it cannot be reckoned."""

    ph: Figure | None = None
    makes: Figure | None = None
    makes_g: Figure | None = None
    lift: Figure | None = None
    grade: str = ""
    thickness: str = ""
    thick: str = ""
    keeps: dict[str, int] = {}
    reasons: dict[str, str] = {}
    fullest: float = 0.0
    trouble: str = ""


class OffOut(Out):
    """A line that is not as planned."""

    line: int
    says: str
    over: bool


class PhotoOut(Out):
    """A photo."""

    id: int
    url: str
    width: int
    height: int
    made_at: datetime


class BatchWashOut(Out):
    """A wash that was done with it."""

    id: int
    head: int
    name: str
    at: datetime
    answer: str | None
    feel: list[str]


class BatchOut(Out):
    """A batch."""

    id: int
    version: int
    of: Literal["formula", "jug"]
    name: str
    formula: int | None
    formula_name: str
    made_at: datetime
    finished_at: datetime | None
    step: int
    steps: list[RunStepOut]
    lines: list[BatchLineOut]
    besides: list[BatchPourOut]
    planned: FiguresOut
    done: FiguresOut
    off: list[OffOut]
    cautions: list[Caution]
    heads: list[RecipientOut]
    reading: Figure | None
    comparison: str
    read_again: str
    yielded: float | None
    yield_says: str
    thickness: str
    thickness_says: str
    cooling: CoolingOut | None
    bowl_total: float
    bowl_base: float
    from_jar: bool
    vessel: int | None
    vessel_ml: float | None
    overfull: str
    containers: "list[ContainerOut]"
    filled: float
    photos: list[PhotoOut]
    washes: list[BatchWashOut]
    note: str


class BatchRowOut(Out):
    """A batch in a list."""

    id: int
    of: Literal["formula", "jug"]
    name: str
    made_at: datetime
    finished_at: datetime | None
    step: int
    steps: int
    now: str
    until: datetime | None
    ph: Figure | None
    left: str


class BatchChangeIn(Schema):
    """What changes in a batch. `confirmed`: stops of steps, 'place:id', that are so as they ask.

    `left_out`: ids of lines; `yielded` in mL; `thickness` by the flow test; `read`: nothing takes it back.
    """

    version: int
    step: int | None = None
    finished: bool | None = None
    name: Annotated[str, Field(max_length=80)] | None = None
    note: Note | None = None
    yielded: Millilitres = None
    thickness: Annotated[str, Field(max_length=12)] | None = None
    read: ReadIn | None = None
    left_out: list[int] | None = None
    vessel: MaybeId = None
    confirmed: list[Annotated[str, Field(max_length=80)]] | None = None


class StepActIn(Schema):
    """Start a step's clock, give it longer (`minutes`), end it, take that back; or say what it stands in."""

    version: int
    do: Literal["start", "longer", "end", "again", "stand"]
    minutes: Annotated[
        Annotated[float, number_between(0, 86_400, "From 0 minutes to sixty days."), AS_NUMBER] | None, Blank
    ] = None
    vessel: Standing | None = None
    lid: Lid | None = None
    room: Room = None


class CelsiusIn(Schema):
    """What a thermometer in it says now."""

    version: int
    celsius: Celsius


class BowlIn(Schema):
    """What stands on the scale: tared; counted from here; the next bowl; the jar itself, or a bowl again."""

    version: int
    do: Literal["tare", "here", "next", "jar", "bowl"]
    shown: Number = 0.0


class WayOut(Out):
    """A way on after too much was poured: leave it, scale the rest up, or put it right, and what it does."""

    way: Literal["leave", "scale", "right"]
    says: str
    changes: list[str]
    ph: Figure | None
    makes: Figure | None
    cautions: list[Caution]
    there: bool


class WayIn(Schema):
    """Take a way: scale the rest up, or put it right, for a line."""

    version: int
    line: int
    way: Literal["scale", "right"]


class RunningOut(Out):
    """A clock that runs, or has rung and was not answered: for the tray."""

    batch: int
    version: int
    place: int
    name: str
    step: str
    began_at: datetime
    until: datetime
    left: float
    foams: bool


# ---- containers ----


class FillIn(Schema):
    """Fill some of it into something: one of the household's vessels, or so many pieces of a size."""

    version: int
    name: Annotated[str, Field(max_length=80)] = ""
    vessel: MaybeId = None
    count: Annotated[int, Field(ge=1, le=200)] = 1
    amount: Annotated[
        float, number_between(0.1, 20_000, "More than nothing, and no more than 20 L."), AS_NUMBER
    ]
    place: Place = "fridge"
    filled_on: Annotated[date | None, Blank] = None
    use_by: Annotated[date | None, Blank] = None


class ContainerChangeIn(Schema):
    """What changes in a container. `use`: so much of it was used; `ended`: what became of it.

    `stayed`: it was never moved, what was noted last was a slip.
    """

    version: int
    name: Annotated[str, Field(max_length=80)] | None = None
    left: Annotated[
        Annotated[float, number_between(0, 20_000, "From nothing to 20 L."), AS_NUMBER] | None, Blank
    ] = None
    use: Annotated[
        Annotated[float, number_between(0.1, 20_000, "More than nothing."), AS_NUMBER] | None, Blank
    ] = None
    place: Place | None = None
    opened: bool | None = None
    stayed: bool | None = None
    ended: Literal["", "used", "smell", "cloud", "mould", "fizz", "old", "other"] | None = None
    use_by: Annotated[date | None, Blank] = None
    note: Note | None = None


class TopUpIn(Schema):
    """Pour some of another batch on top of what is in a container."""

    version: int
    batch: Id
    amount: Annotated[float, number_between(0.1, 20_000, "More than nothing."), AS_NUMBER]


class ToppingOut(Out):
    """So much of a batch on top of what was in a container, in its unit."""

    id: int
    batch: int
    amount: float
    poured_on: date


class ContainerOut(Out):
    """A container: what of, what is left, where it stands, until when and why, for whom it is safe.

    `soon`: past, today or soon; `asks`: what is asked of it, because of what was made alike.
    """

    id: int
    version: int
    key: str
    batch: int
    formula: int | None
    name: str
    of: str
    count: int
    filled: float
    left: float
    unit: str
    place: Place
    filled_on: date
    use_by: date
    reason: str
    days: int
    soon: Literal["", "soon", "today", "past"]
    opened_on: date | None
    frozen_on: date | None
    thawed_on: date | None
    ended_on: date | None
    ended: str
    code: str
    note: str
    whom: list[str]
    asks: str
    came_from: Place | None
    toppings: list[ToppingOut]


class MakeOut(Out):
    """The place: what is under way, what is there, what was made lately."""

    under_way: list[BatchRowOut]
    containers: list[ContainerOut]
    stock: int
    finished: int
    soon: int
    lately: list[BatchRowOut]
    made: int


class LabelSizeOut(Out):
    """A size of label."""

    key: str
    name: str


BatchOut.model_rebuild()
