"""What of safekeeping goes over the wire."""

from datetime import datetime
from typing import Literal

from eyebright.kept.wire import Out


class RemovedOut(Out):
    """Something that was removed: its kind and id, what it is called, when it went.

    `days_left` until it is no longer listed; None for what is listed until it is deleted for ever.
    """

    kind: str
    id: int
    called: str
    name: str
    removed_at: datetime
    days_left: int | None


class CopyOut(Out):
    """A copy that is kept beside the household; `at` by the household's clock, `size` in bytes."""

    name: str
    kind: Literal["day", "before-upgrade", "before-restore", "by-hand", "ahead"]
    at: datetime
    size: int


class CopiesOut(Out):
    """The copies that are kept, their size in bytes, and why the last one failed."""

    copies: list[CopyOut]
    size: int
    trouble: str


class ConditionOut(Out):
    """In which state the household's files are, and in which folder."""

    state: str
    says: str
    folder: str
    size: int
    version: str


class RestoredOut(Out):
    """What was put back, when it was written, and the copy of what stood there before ("" for none)."""

    rows: int
    pictures: int
    written_at: str
    before: str
