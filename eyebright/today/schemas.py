"""What of today goes over the wire."""

from datetime import date, datetime
from typing import Literal

from eyebright.kept.wire import Figure, Out

What = Literal[
    "clock", "basin", "review", "begin", "go_on", "wash", "record", "use_soon", "patch", "check_in", "water"
]
First = Literal["water", "bottle", "head"]


class ItemOut(Out):
    """One thing to do: when (empty: when there is a minute), what, why, and where one press leads.

    `late`: its time has gone by, or it cannot be in time any more.
    """

    key: str
    what: What
    at: datetime | None
    title: str
    says: str
    act: str
    to: str
    late: bool


class NextHeadOut(Out):
    """A head's next wash: on which day, which, why then; `to` where one press plans it, or opens it."""

    head: int
    name: str
    day: date
    at: datetime | None
    wash: str
    why: list[str]
    act: str
    to: str


class AnswerOut(Out):
    """What a first step tells: in words, the figures behind it, and where more of it stands."""

    says: str
    more: str
    figure: Figure | None
    to: str


class FirstStepOut(Out):
    """One of the first steps: whether it is done, or was skipped, and its answer once it is done."""

    key: First
    done: bool
    skipped: bool
    answer: AnswerOut | None


class TodayOut(Out):
    """Today. `first`: the first steps, while any of them is open, with their answers; `now` by the server."""

    now: datetime
    items: list[ItemOut]
    heads: list[NextHeadOut]
    first: list[FirstStepOut]
    leading: bool
