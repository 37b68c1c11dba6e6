"""What of a head goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import BeforeValidator, Field

from eyebright.config.fields import AS_NUMBER, Blank, Minutes, Name, Note, chosen, number_between, words
from eyebright.config.wire import CautionOut, FigureOut, Out

Answer = str | float | bool | list[str] | dict[str, str] | None
Zone = Literal["scalp", "lengths"]
Verdict = Literal["suits", "adjust", "care", "off", "not_needed", "ruled_out"]
Result = Literal["clear", "reaction"]
Diary = Literal["check-ins", "little-tests", "patch-tests", "washes"]
Level = Annotated[int, Field(ge=0, le=3)]
Amount = Annotated[
    float, number_between(0.01, 20_000, "More than nothing, and no more than 20 kg."), AS_NUMBER
]
Strength = Annotated[
    float, number_between(0.05, 20, "Times the usual: 1 as usual, 0.5 half as strong."), AS_NUMBER
]


class ChoiceOut(Out):
    """One answer to a question."""

    key: str
    name: str
    hint: str


class QuestionOut(Out):
    """One question of the record, and what its answer changes."""

    key: str
    group: str
    kind: Literal["one", "many", "number", "text", "yes", "dates"]
    ask: str
    changes: str
    default: str
    drawn: bool
    choices: list[ChoiceOut]


class LevelOut(Out):
    """One level of a check-in's question."""

    key: int
    name: str


class CheckQuestionOut(Out):
    """One question of a check-in."""

    key: str
    ask: str
    choices: list[LevelOut]
    default: int


class NamedOut(Out):
    """Something to choose by name."""

    key: str
    name: str


class OutcomeOut(Out):
    """One outcome of a little test."""

    key: str
    name: str


class LittleTestOut(Out):
    """One little test: what to do and how long to wait, in seconds."""

    key: str
    question: str
    name: str
    school: str
    needs: str
    steps: list[str]
    seconds: int
    asks: str
    outcomes: list[OutcomeOut]
    source: str


class FamilyOut(Out):
    """One family of preparation."""

    key: str
    name: str
    made_of: str
    cleans: bool


class QuestionsOut(Out):
    """Everything that is asked of a head, and the words to answer it in."""

    questions: list[QuestionOut]
    check_in: list[CheckQuestionOut]
    flags: list[NamedOut]
    occasions: list[NamedOut]
    on_scalp: list[NamedOut]
    on_strands: list[NamedOut]
    little_tests: list[LittleTestOut]
    families: list[FamilyOut]
    materials: list[NamedOut]
    outcomes: list[str]


class HeadIn(Schema):
    """A head as it is entered: its name, and the answers by question."""

    name: Name
    answers: dict[str, Answer] = {}
    note: Note = ""


class HeadRowOut(Out):
    """A head among the others. `age`: this year's, whether the birthday has been or not."""

    id: int
    name: str
    age: int
    child: bool
    about: str
    answers: dict[str, Answer]
    checked_in_at: datetime | None
    washed_at: datetime | None
    flags: list[str]


class PictureOut(Out):
    """A picture: its address on this machine, and its size in pixels."""

    id: int
    url: str
    width: int
    height: int


class CheckInIn(Schema):
    """How the scalp is."""

    oil: Level = 1
    flakes: Level = 0
    itch: Level = 0
    tight: Level = 0
    tender: Level = 0
    build_up: Level = 0
    flags: list[str] = []
    picture: int | None = None
    note: Note = ""


class CheckInOut(Out):
    """How the scalp was."""

    id: int
    at: datetime
    oil: int
    flakes: int
    itch: int
    tight: int
    tender: int
    build_up: int
    flags: list[str]
    picture: PictureOut | None
    note: str


class LittleTestIn(Schema):
    """The outcome of a little test; `take` sets the record by what the tests then say."""

    test: Annotated[str, chosen("Choose a test.")]
    outcome: Annotated[str, chosen("Choose what you saw.")]
    take: bool = True


class ResultOut(Out):
    """One little test as it came out."""

    id: int
    at: datetime
    test: str
    outcome: str


class BeliefOut(Out):
    """What the tests say of one question: the answer, how sure (a share), and whether they agree."""

    question: str
    answer: str
    sure: float
    agree: bool
    recorded: bool
    says: str


class PatchTestIn(Schema):
    """A patch test to start: a library material's or a family's key, or something else by name."""

    material: str = ""
    name: Annotated[str, BeforeValidator(words)] = ""
    hours: Literal[24, 48] | None = None


class PatchResultIn(Schema):
    """What the arm showed."""

    result: Result
    picture: int | None = None
    note: Note = ""


class PatchTestOut(Out):
    """A patch test. `state`: running, due (time is up, no result yet), clear or reaction."""

    id: int
    material: str
    name: str
    hours: int
    started_at: datetime
    due_at: datetime
    state: Literal["running", "due", "clear", "reaction"]
    says: str
    picture: PictureOut | None
    note: str


class WashIn(Schema):
    """A preparation used; `answer` how it went, of the outcomes.

    `amount` in g or mL, or in so many of the vessel whose id `unit` is; left out where nobody knows.

    `occasion`, `on_scalp` and `on_strands`: what it was for, and what was on the hair.
    """

    family: Annotated[str, chosen("Say what was used.")]
    at: Annotated[datetime | None, Blank] = None
    amount: Annotated[Amount | None, Blank] = None
    unit: str = "g"
    strength: Annotated[Strength, Blank] = 1.0
    minutes: Annotated[Minutes | None, Blank] = None
    occasion: str = "ordinary"
    on_scalp: list[str] = []
    on_strands: list[str] = []
    answer: str | None = None
    note: Note = ""


class WashChangeIn(Schema):
    """What changes in a wash: how it went, whether the head learns from it, the note."""

    answer: str | None = None
    counts: bool | None = None
    note: Note | None = None


class WashOut(Out):
    """A preparation used, and how it went. `learnt`: what it says by itself, in words."""

    id: int
    at: datetime
    family: str
    family_name: str
    grams: float | None
    strength: float
    minutes: float | None
    answer: str | None
    counts: bool
    learnt: str
    judged: bool
    note: str


class FactorOut(Out):
    """What is believed of one of the head's own factors, and from how many washes."""

    value: FigureOut
    washes: int
    says: str


class ModelOut(Out):
    """The head's own factors."""

    strength: FactorOut
    dose: FactorOut


class HeadOut(HeadRowOut):
    """A head with all that is kept of it, but for its older history."""

    note: str
    mass: FigureOut
    area: FigureOut
    patch_hours: int
    check_in: CheckInOut | None
    results: list[ResultOut]
    beliefs: list[BeliefOut]
    patch_tests: list[PatchTestOut]
    washes: list[WashOut]
    model: ModelOut


class KeptOut(Out):
    """What was just kept, by id, and the head as it is now."""

    id: int
    head: HeadOut


class ReasonOut(Out):
    """Why, and where that comes from."""

    id: str
    text: str
    source: str


class ZoneOut(Out):
    """What one zone asks for. `lift` a share; `oil` and `leave` in g."""

    zone: Zone
    oil: FigureOut
    lift: FigureOut
    leave: FigureOut
    grade: str
    says: str
    minutes: FigureOut
    way: Literal["wet", "dry"]
    ph: FigureOut
    reasons: list[ReasonOut]


class RinseAskedOut(Out):
    """The rinse that this head asks for; `pour` is the jug to fill, in mL."""

    kind: Literal["acid", "plain"]
    use: Literal["rinsed_out", "left_in"]
    ph: FigureOut
    minutes: FigureOut
    at_most: float
    volume: FigureOut
    pour: float
    vessel: str


class NextOut(Out):
    """When a wash is sensible: days from today and between two, and the date."""

    due_in: FigureOut
    apart: FigureOut
    says: str
    date: datetime


class DoseOut(Out):
    """What a wash takes on one zone."""

    grams: FigureOut
    volume: FigureOut
    vessel: str


class FitOut(Out):
    """How one family fits this head today."""

    family: str
    name: str
    made_of: str
    cleans: bool
    verdict: Verdict
    why: list[str]
    lift: FigureOut | None
    lengths_lift: FigureOut | None
    lengths_says: str
    strength: FigureOut | None
    scalp: DoseOut
    lengths: DoseOut
    minutes: list[float]
    apart: float
    ready_in: float
    after: str


class OptionOut(Out):
    """One school's way, and what it would give this head."""

    key: str
    name: str
    holds: str
    gives: str
    fits: bool
    ph: float | None


class SchoolOut(Out):
    """One thing that makers disagree about."""

    key: str
    name: str
    options: list[OptionOut]


class StricterOut(Out):
    """A limit that is stricter for this head, and why."""

    id: str
    why: str
    source: str


class AsksOut(Out):
    """All that a head asks for today."""

    mass: FigureOut
    days: FigureOut | None
    scalp: ZoneOut
    lengths: ZoneOut
    rinse: RinseAskedOut
    condition: Literal["lengths", "none", "as you like"]
    next: NextOut
    families: list[FitOut]
    schools: list[SchoolOut]
    cautions: list[CautionOut]
    stricter: list[StricterOut]


class LineOut(Out):
    """One line of the history: mean levels by the time of each point."""

    key: str
    name: str
    words: list[str]
    values: list[float | None]


class HistoryOut(Out):
    """A head's history, thinned to what a small chart can show, oldest first."""

    at: list[datetime]
    lines: list[LineOut]
    washed_at: list[datetime]
    went: list[float]
    outcomes: list[str]
    check_ins: int
    washes: int
    pictures: list[PictureOut]


class DueOut(Out):
    """Something of a head that waits, or is under way."""

    head: int
    head_name: str
    what: str
    at: datetime
    due: bool


class BlockedOut(Out):
    """A material or family that a head does not take, and why."""

    head: int
    head_name: str
    material: str
    why: str
