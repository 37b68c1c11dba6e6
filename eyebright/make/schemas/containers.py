"""What a batch is filled into."""

from datetime import date
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.vocabulary import Place
from eyebright.kept.fields import AS_NUMBER, Blank, Note, number_between
from eyebright.kept.wire import Out

from .fields import Id, MaybeId


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


class ThawIn(Schema):
    """Take so many pieces out of the freezer, and leave the rest frozen."""

    version: int
    count: Annotated[int, number_between(1, 500, "One piece or more."), AS_NUMBER]


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


class LabelSizeOut(Out):
    """A size of label."""

    key: str
    name: str
