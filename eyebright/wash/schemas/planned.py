"""What of planned washes, and of what must be made for them, goes over the wire."""

from datetime import date, datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.vocabulary import LinkZone
from eyebright.kept.fields import AS_NUMBER, Blank, Moment, Name, Note, number_between
from eyebright.kept.older_names import OlderNames
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

from .chains import MOST_LINKS, MaybeMinutes, WashLinkIn

MOST_HEADS = 8


class PlanWashIn(Schema):
    """A wash to be planned, for each of these heads, one after the other from `at` on.

    Of a wash by name (`chain`), or of links of its own with a `name`.
    """

    heads: Annotated[list[int], Field(max_length=MOST_HEADS)] = []
    chain: int | None = None
    name: Annotated[str, Field(max_length=80)] = ""
    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []
    at: Moment
    occasion: str = "ordinary"
    note: Note = ""


class PlannedIn(Schema):
    """A planned wash, as it is changed."""

    name: Name
    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []
    at: Moment
    occasion: str = "ordinary"
    note: Note = ""


class PlannedChangeIn(PlannedIn, Change):
    """What changes in a planned wash."""


class PlanStepOut(Out):
    """One step of what must be made: from and to; the `soonest` and the latest (`by`) that it may begin.

    Whether it waits.
    """

    name: str
    begin: datetime
    end: datetime
    soonest: datetime
    by: datetime
    waits: bool
    says: str


class JobOut(Out):
    """Something that must be ready for washes: made, carried on, thawed, or put on the evening before.

    `batch` that is under way; `formula` that it is a making of; mL or g (`unit`) that they take in all;
    `ready`; `late`: it cannot be in time, and `says` what then; `stands` hours between being ready and used.
    `to`: where it is done.
    """

    key: str
    to: str
    what: Literal["make", "carry_on", "thaw", "put_on"]
    name: str
    formula: int | None
    batch: int | None
    washes: list[int]
    heads: list[int]
    who: str
    amount: float
    unit: str
    steps: list[PlanStepOut]
    begin: datetime
    ready: datetime
    needed: datetime
    late: bool
    says: str


class PlannedOut(Out):
    """A planned wash with what was worked out of it; `begin`: when the first of it goes on, `until` the basin
    is free; `notes`: what is to be known of its time; `trouble`: why it cannot be worked out;
    `late`: what it takes cannot be ready, and `nearest` when it could be.
    """

    id: int
    version: int
    head: int
    head_name: str
    chain: int | None
    name: str
    links: list[WashLinkIn]
    names: list[str]
    at: datetime
    begin: datetime
    until: datetime
    minutes: float
    occasion: str
    occasion_name: str
    done_at: datetime | None
    note: str
    grade: str
    lift: Figure | None
    ph: Figure | None
    stops: list[str]
    warnings: int
    notes: list[str]
    trouble: str
    late: bool
    nearest: datetime | None


class PlanOut(Out):
    """What is planned, and what must be made for it, in order of time; `now` by the server's clock."""

    now: datetime
    washes: list[PlannedOut]
    jobs: list[JobOut]


class PlannedPlaceOut(Out):
    """One planned wash, and what must be made for it."""

    wash: PlannedOut
    jobs: list[JobOut]


class WhenOut(Out):
    """When a wash is next sensible for a head: a moment to propose, why then, and what is against it."""

    at: datetime
    day: date
    why: list[str]
    conflict: str


class DayEntryOut(Out):
    """One entry of a day in the calendar."""

    kind: Literal["wash", "washed", "turn", "make", "use_by", "patch", "taken"]
    at: datetime | None
    title: str
    to: str
    head: int | None


class DayOut(Out):
    """A day of the calendar."""

    day: date
    entries: list[DayEntryOut]


class CalendarOut(Out):
    """Two months, from the first of this one."""

    today: date
    since: date
    days: list[DayOut]


class RoutineEntryIn(Schema):
    """A wash of a routine: which, and at most so many times in thirty days."""

    chain: int
    at_most: Annotated[
        Annotated[int, number_between(1, 30, "From once to thirty times."), AS_NUMBER] | None, Blank
    ] = None


class RoutineIn(Schema):
    """A head's cycle of washes by name, every so many days, on days of the week that suit (0 is Monday)."""

    entries: Annotated[list[RoutineEntryIn], Field(max_length=12)] = []
    every: Annotated[int, number_between(1, 60, "From every day to every sixty days."), AS_NUMBER] = 7
    weekdays: Annotated[list[Annotated[int, Field(ge=0, le=6)]], Field(max_length=7)] = []


class NewRoutineIn(RoutineIn):
    """A routine for a head that has none."""

    head: int


class RoutineChangeIn(RoutineIn, Change):
    """What changes in a routine."""


class TurnOut(Out):
    """A turn of a routine: which wash, on which day, the day that was wished for, and why that differs."""

    chain: int
    name: str
    day: date
    wished: date
    why: list[str]


class RoutineOut(Out):
    """A routine with its next turns; `trouble` where it has none."""

    id: int
    version: int
    head: int
    head_name: str
    entries: list[RoutineEntryIn]
    names: list[str]
    every: int
    weekdays: list[int]
    turns: list[TurnOut]
    trouble: str


class FeedOut(Out):
    """The calendar's address: whole only when it was just made; when, and when it was last read."""

    exists: bool
    address: str
    made_at: datetime | None
    read_at: datetime | None


class RecordIn(OlderNames):
    """A wash that was done, without the program, of one head.

    What: a wash by name (`chain`), one that was planned, or one thing: a formula, what was made, poured or
    bought by its key (`supply_key`), or a `family`. `zone` and `minutes` of one thing; `at`, now where nobody
    says; `optional_done`: places of what may be left out and was done; `answer` how it went.
    """

    head: int
    planned: int | None = None
    chain: int | None = None
    formula: int | None = None
    supply_key: Annotated[str, Field(max_length=48)] = ""
    family: Annotated[str, Field(max_length=40)] = ""
    zone: LinkZone = "both"
    minutes: MaybeMinutes = None
    at: Annotated[Moment | None, Blank] = None
    optional_done: Annotated[list[int], Field(max_length=20)] = []
    answer: str | None = None
    note: Note = ""


class RecordedOut(Out):
    """What was kept: the ids of its parts, and the wash that they are of, where there is one."""

    head: int
    planned: int | None
    was_planned: bool = False
    washes: list[int]
    says: str


class OptionalOut(Out):
    """Something in a wash that may be left out: its place, what it is called, and when it is not left out."""

    place: int
    name: str
    only_if: str


class OfferOut(Out):
    """Something that a head may have been washed with.

    Its key in the form of `RecordIn`, and why it is offered.
    """

    what: Literal["planned", "chain", "formula", "supply", "family"]
    key: str
    name: str
    hint: str
    zone: str
    minutes: float | None
    optional: list[OptionalOut] = []


class OffersOut(Out):
    """What a head may have been washed with, the likeliest first."""

    head: int
    offers: list[OfferOut]
