"""What of a wash at the basin, and of how it went, goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.vocabulary import LinkZone
from eyebright.heads.schemas.diary import PictureOut
from eyebright.kept.fields import AS_NUMBER, Blank, Moment, Note, SteadySeconds, number_between
from eyebright.kept.older_names import OlderNames
from eyebright.kept.wire import Caution, Figure, Out

from .chains import MaybeMinutes

Value = Annotated[float, number_between(0, 100, "From 0 to 100."), AS_NUMBER]
Key = Annotated[str, Field(max_length=48)]


class Pressed(OlderNames):
    """Something that was pressed, and when: `steady` seconds, as an answer has them; now where nobody says.

    `id`: its own, by which it is kept once, and can be undone; one is made up where none is given.
    """

    steady: Annotated[SteadySeconds | None, Blank] = None
    id: Key = ""


class BeginWashIn(OlderNames):
    """A wash that is begun: one that is planned, one by name, or one thing and where it goes."""

    head: int | None = None
    planned: int | None = None
    chain: int | None = None
    formula: int | None = None
    supply_key: Key = ""
    zone: LinkZone = "both"
    minutes: MaybeMinutes = None
    occasion: Annotated[str, Field(max_length=40)] = "ordinary"


class PressIn(Pressed):
    """A step that was pressed, and which of its presses, from 0.

    `seen`: the count of the answer that it was pressed over, which says what was known there.
    """

    step: Key
    section: Annotated[int, Field(ge=0, le=99)] = 0
    seen: Annotated[SteadySeconds | None, Blank] = None


class UndoIn(Schema):
    """Which `press` is taken back, by its id: the last, and no other."""

    press: Annotated[str, Field(min_length=1, max_length=48)]


class BasinMarkIn(Pressed):
    """Something that happens beside the steps, by one press.

    `what`: posture, trouble, help (each with its `key`), helped; belief of a link's pH or celsius (`value`);
    pass, of stops that an adult passes for their own head, and `why`. `link`: which one it is about; of a
    trouble or help, what was on then, where nothing is said. `counted`: a page counted on to `steady` while
    nobody answered, further than the server, which was on a machine that was started anew.
    """

    what: Literal["posture", "trouble", "help", "helped", "belief", "celsius", "pass", "counted"]
    stops_passed: list[str] = []
    why: Note = ""
    own: bool = False
    key: Annotated[str, Field(max_length=12)] = ""
    link: int | None = None
    value: Annotated[Value | None, Blank] = None


class BasinChangeIn(Pressed):
    """What is still to come, changed: `do` swap a link for another, leave it out, add one after it, or pour
    what is left of it `again`, topped up with water; `left`: the share of it that was left.

    `ran_out`: none is left of what is swapped.
    """

    version: int
    do: Literal["swap", "leave_out", "add", "again"]
    link: int | None = None
    formula: int | None = None
    supply_key: Key = ""
    zone: LinkZone = "both"
    left: Literal["most", "half", "quarter"] = "half"
    ran_out: bool = False


class EndIn(Pressed):
    """The end of it. `off_at`: when what was left on came off, where nobody was there to press."""

    off_at: Annotated[Moment | None, Blank] = None


class RingOut(Out):
    """When a clock rings, in seconds from now (less than none: it rang), for what, and what it says."""

    key: str
    left: float
    kind: Literal["due", "soon", "over", "stop"]
    says: str


class BasinLimitOut(Out):
    """When a clock is going to ring: so many seconds `after` its first section went on, or its last."""

    kind: Literal["due", "soon", "over", "stop"]
    after: float
    since: Literal["first", "last"]
    says: str


class BasinClockOut(Out):
    """Something that is on: seconds of each of its `sections`, those planned and the most, and its rings.

    `limits`: what it rings for, also while it is still to come: a page that does not hear the server goes by
    these. `off`: it came off, `off_for` seconds ago, and the seconds stand still; `says`: "first 14 minutes,
    last 6 minutes".
    """

    link: int
    name: str
    zone: LinkZone
    sections: int
    seconds: list[float]
    meant: float
    most: float | None
    never: float | None
    whole: bool
    off: bool
    off_for: float
    stays: bool
    says: str
    rings: list[RingOut]
    limits: list[BasinLimitOut]


class BasinStepOut(Out):
    """One press of a step: its title, its one number (empty: a clock runs there), how, its button, the words
    that are read out, and what comes then.

    `waits`: links that come off with it; `lasts`: seconds of a pause that is only waited for; `optional`: it
    may be left out; `again`: what comes off can be poured again.
    """

    step: str
    section: int
    kind: Literal["ready", "put_on", "rinse", "pause", "end"]
    link: int | None
    title: str
    number: str
    how: str
    press: str
    say: str
    then: str
    waits: list[int]
    lasts: float | None
    belief: str
    optional: bool
    again: bool
    checks: list[str]


class PostureOut(Out):
    """A way of holding the head."""

    key: str
    name: str


class TroubleOut(Out):
    """What may go amiss: one press."""

    key: str
    name: str
    now: str


class HelpOut(Out):
    """First aid: what to do, whom to call, its minutes here and now, and why nothing follows it (`bars`)."""

    key: str
    name: str
    minutes: float
    steps: list[str]
    call: str
    bars: str


class UndoOut(Out):
    """What an undo takes back: the press by its `id`, its step where it is one, and what it `says`."""

    press: str
    step: str
    section: int
    says: str


class HelpNowOut(Out):
    """Help that was pressed and is not over: which, and seconds that are left of its clock."""

    key: str
    left: float


class RunLinkOut(Out):
    """A link of a wash that is carried out: whether it is still to come, is on, or is done."""

    id: int
    name: str
    what: Literal["put_on", "water", "pause"]
    state: Literal["to_come", "on", "done"]


class RunOut(Out):
    """A wash at the basin, as it stands by the server's clock.

    `stops` that nobody has passed yet: nothing goes on over them. `barred`: why nothing
    goes on beside them, empty where it may. `pause`: seconds left of what is only waited for.

    `steady`: the moment of this answer by a count that goes on evenly whatever is done to the clock; what is
    pressed goes by it. `clocks` of what is or was on, and of what is still `coming`. `undo`: what can be
    taken back, None for nothing. `heard`: ids of all presses; `undone`: of those that were taken back.

    `presses`: every press in order, each as it is shown; `at` the place of the next. `says`: what came of
    what was just done; `left_at`: since when nobody pressed, where that is long ago; `done`: what was planned
    beside what was done, once it is ended.
    """

    id: int
    version: int
    planned: int
    head: int
    head_name: str
    name: str
    now: datetime
    steady: float
    began_at: datetime
    ended_at: datetime | None
    cancelled: bool
    presses: list[BasinStepOut]
    at: int
    clocks: list[BasinClockOut]
    coming: list[BasinClockOut]
    links: list[RunLinkOut]
    posture: str
    postures: list[PostureOut]
    troubles: list[TroubleOut]
    trouble: str
    helps: list[HelpOut]
    help: HelpNowOut | None
    pause: float | None
    cautions: list[Caution]
    stops: list[Caution]
    notes: list[str]
    celsius: str
    barred: str
    says: str
    undo: UndoOut | None
    heard: list[str]
    undone: list[str]
    left_at: datetime | None
    done: list[str]


class RunRowOut(Out):
    """A wash under way, among the others: its next ring, in the server's even count, and what is to do."""

    id: int
    head_name: str
    name: str
    title: str
    until_steady: float | None
    ring: str
    says: str


class EndedOut(Out):
    """A wash that was ended: its run, ids of what was kept, and what came off the stock."""

    run: RunOut
    washes: list[int]
    says: str


# ---- how it went ----


class ReviewQuestionOut(Out):
    """One thing that is asked, and its choices from least to most."""

    key: str
    ask: str
    choices: list[str]


class ReviewIn(Schema):
    """How a wash went, told at one time: places of the choices by question; none at all to pass it over.

    `picture`: the id of one of the head.
    """

    when: Annotated[str, Field(max_length=8)]
    answers: dict[Annotated[str, Field(max_length=20)], int] = {}
    unsure: bool = False
    note: Note = ""
    picture: int | None = None
    at: Annotated[Moment | None, Blank] = None


class ReviewTimeOut(Out):
    """One time of asking: from when, when it is reminded, what is asked, and what was told then."""

    when: str
    name: str
    start: datetime
    remind: datetime
    open: bool
    questions: list[ReviewQuestionOut]
    answers: dict[str, int] | None
    passed_over: bool
    unsure: bool
    note: str
    picture: PictureOut | None
    advice: list[str]


class ReviewsOut(Out):
    """How a wash went: what it was, as it was done, and its three times.

    `beware`: what calls for care of it; `learnt`: what that teaches, in words; `counts`: whether it does.
    """

    planned: int
    head: int
    head_name: str
    name: str
    ended_at: datetime
    done: list[str]
    beware: list[str]
    times: list[ReviewTimeOut]
    learnt: str
    counts: bool
    lift: Figure | None


class DueReviewOut(Out):
    """A wash that is asked after."""

    planned: int
    head_name: str
    name: str
    when: str
    says: str
    at: datetime
