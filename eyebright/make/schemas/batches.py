"""A batch, its lines, its steps and its clocks, on the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.vocabulary import Act, Gravity, Place, Pouring
from eyebright.kept.fields import AS_NUMBER, Blank, Note, Number, number_between
from eyebright.kept.older_names import OlderNames
from eyebright.kept.wire import Caution, Figure, Out
from eyebright.shelf.schemas.readings import ReadIn

from .asking import RecipientOut
from .containers import ContainerOut
from .fields import Celsius, Key, Lid, MaybeId, MaybeNumber, Millilitres, Room, Standing

MOST_SHOWN = 5_000


class PourIn(OlderNames):
    """So much was poured for a line (0: besides them all), of `supply_key` where that was not planned.

    By the scale: what it shows (`shown`, g) and how it stands (`state`). Else `amount` in `unit`; neither: as
    planned.
    """

    version: int
    line: Annotated[int, Field(ge=0, le=100_000)] = 0
    supply_key: Key = ""
    amount: MaybeNumber = None
    unit: Annotated[str, Field(max_length=40)] = ""
    packed: bool = False
    shown: MaybeNumber = None
    state: Literal["", "steady", "moving", "overload", "silent", "absent"] = ""


class ShownIn(Schema):
    """What a scale showed: seconds since it was looked at first, g, and whether it stood still."""

    seconds: Annotated[float, number_between(0, 86_400, "Within a day.")]
    grams: Annotated[float, number_between(-20_000, 20_000, "Up to 20 kg.")]
    steady: bool = True


class TraceIn(Schema):
    """What a scale showed while somebody poured as they liked."""

    shown: Annotated[list[ShownIn], Field(max_length=MOST_SHOWN)] = []


class TracedPourOut(Out):
    """One pour of a trace: g with its range, and the seconds at which it was in."""

    much: Figure
    seconds: float


class PourChangeIn(Schema):
    """A pour, put right: so much it really was."""

    version: int
    amount: Number
    unit: Annotated[str, Field(max_length=40)] = ""


class BatchPourOut(Out):
    """So much that was poured."""

    id: int
    version: int
    supply_key: str
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
    supply_key: str
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
    """A step's clock. `until_steady`: when its time is up, in the server's count; None once it has ended."""

    began_at: datetime
    until: datetime | None
    ended_at: datetime | None
    until_steady: float | None
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
    """A batch. `left`, in its `unit`: how much stands in nothing yet; `keep_at`: as its formula says."""

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
    containers: list[ContainerOut]
    unit: Literal["mL", "g"]
    left: float
    keep_at: Place
    photos: list[PhotoOut]
    washes: list[BatchWashOut]
    note: str


class BatchRowOut(Out):
    """A batch in a list. `until_steady`: when the first of its clocks is up, in the server's even count."""

    id: int
    of: Literal["formula", "jug"]
    name: str
    made_at: datetime
    finished_at: datetime | None
    step: int
    steps: int
    now: str
    until_steady: float | None
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
    possible: bool


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
    until_steady: float
    foams: bool


class MakeOut(Out):
    """The place: what is under way, what is there, what was made lately."""

    under_way: list[BatchRowOut]
    containers: list[ContainerOut]
    stock: int
    finished: int
    soon: int
    lately: list[BatchRowOut]
    made: int
