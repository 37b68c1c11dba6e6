"""What happens to a head, as it is entered and as it is kept."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import BeforeValidator, Field

from eyebright.kept.fields import Note, chosen, words
from eyebright.kept.wire import Out

Result = Literal["clear", "reaction"]
Diary = Literal["check-ins", "little-tests", "patch-tests"]
Level = Annotated[int, Field(ge=0, le=3)]


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

    version: int
    result: Result
    picture: int | None = None
    note: Note = ""


class PatchTestOut(Out):
    """A patch test. `state`: running, due (time is up, no result yet), clear or reaction."""

    id: int
    version: int
    material: str
    name: str
    hours: int
    started_at: datetime
    due_at: datetime
    state: Literal["running", "due", "clear", "reaction"]
    says: str
    picture: PictureOut | None
    note: str


class AmissOut(Out):
    """What went amiss at a wash, or the help that was pressed, by its word in `feel`."""

    key: str
    name: str


class WashOut(Out):
    """A preparation used, and how it went.

    `name`: its formula's, or its family's; `learnt`: what it says, in words. `planned`: the wash that it was
    a part of; `as_done`: minutes by section beside those planned; `amiss`: what went amiss at the basin.
    """

    id: int
    version: int
    at: datetime
    family: str
    family_name: str
    name: str
    zone: str
    grams: float | None
    strength: float
    minutes: float | None
    answer: str | None
    counts: bool
    learnt: str
    judged: bool
    note: str
    planned: int | None
    as_done: str
    amiss: list[AmissOut]


class PassOut(Out):
    """A stop that was passed: which, what it said, why it was passed, when, and of what."""

    rule: str
    what: str
    why: str
    of: str
    at: datetime
