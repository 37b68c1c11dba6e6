"""A head's history, what waits and what is barred."""

from datetime import datetime

from eyebright.heads.schemas.diary import PictureOut
from eyebright.kept.wire import Out


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


class WentOut(Out):
    """How the washes with one version of a formula went: `number` of the version, None as it is now."""

    number: int | None
    name: str
    washes: int
    last: datetime
    says: list[str]


class DueOut(Out):
    """Something of a head that waits, or is under way."""

    head: int
    head_name: str
    what: str
    at: datetime
    due: bool
