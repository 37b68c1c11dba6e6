"""A head: as it is entered, among the others, and with all that is kept of it."""

from datetime import datetime

from ninja import Schema

from eyebright.kept.fields import Name, Note
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

from .diary import BeliefOut, CheckInOut, PatchTestOut, ResultOut, WashOut

Answer = str | float | bool | list[str] | dict[str, str] | None


class HeadIn(Schema):
    """A head as it is entered: its name, and the answers by question."""

    name: Name
    answers: dict[str, Answer] = {}
    note: Note = ""


class HeadChangeIn(HeadIn, Change):
    """What changes in a head's record; a question that is left out keeps its answer."""


class HeadRowOut(Out):
    """A head among the others. `age`: this year's, whether the birthday has been or not.

    `unknown`: what of its record another version left that is not known here, and what stands for it.
    """

    id: int
    version: int
    name: str
    age: int | None
    child: bool
    about: str
    answers: dict[str, Answer]
    unknown: list[str]
    checked_in_at: datetime | None
    washed_at: datetime | None
    flags: list[str]


class FactorOut(Out):
    """What is believed of one of the head's own factors, and from how many washes."""

    value: Figure
    washes: int
    says: str


class ProductOut(FactorOut):
    """What is believed of something that it is washed with, over all heads (`value`), by the key of that.

    `together`: how strongly it acts on this head.
    """

    key: str
    name: str
    together: Figure


class ModelOut(Out):
    """The head's own factors, and those of what it is washed with."""

    strength: FactorOut
    dose: FactorOut
    products: list[ProductOut]


class HeadOut(HeadRowOut):
    """A head with all that is kept of it, but for its older history."""

    note: str
    mass: Figure
    area: Figure
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


class BlockedOut(Out):
    """A bottle or bag that a head does not take, by its key on the shelf, and why."""

    head: int
    head_name: str
    supply_key: str
    why: str
