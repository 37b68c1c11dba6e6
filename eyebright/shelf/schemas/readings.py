"""Readings: with strips or a meter, of one thing by itself or of a jug."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema

from eyebright.kept.fields import AS_NUMBER, Blank, Name, Ph, number_between
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

StripStep = Annotated[
    float, number_between(0.1, 2, "Strips are read in steps of 0.1 to 2; most are 0.5 or 1 apart."), AS_NUMBER
]


class StripSetIn(Schema):
    """A pack of strips: its blocks as numbers with spaces or semicolons between, lowest first."""

    name: Name
    steps: str


class StripSetChangeIn(StripSetIn, Change):
    """What changes in a pack."""


class StripSetOut(Out):
    """A pack of strips: the pH of each block of colour."""

    id: int
    version: int
    name: str
    steps: list[float]


class ReadIn(Schema):
    """What was read. With strips: the block, and the pack (`strips`) or how far apart blocks are (`step`).

    With a meter: `meter`, by id, and the pH it showed, as calibrated.
    """

    value: Ph
    strips: int | None = None
    step: Annotated[StripStep | None, Blank] = None
    meter: int | None = None


class NeatReadingIn(Schema):
    """A reading of one thing by itself: `supply_key` is its key."""

    supply_key: str
    read: ReadIn


class ReadingOut(Out):
    """A reading: of what, when, and what it was. `doubtful`: far from what can be, and not learnt from."""

    id: int
    made_at: datetime
    instrument: Literal["strip", "meter"]
    figure: Figure
    of: list[str]
    doubtful: bool
    says: str
