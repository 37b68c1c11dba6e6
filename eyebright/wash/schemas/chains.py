"""What of washes, one formula after another over a head, goes over the wire."""

from typing import Annotated

from ninja import Schema
from pydantic import Field

from eyebright.config.changes import Change
from eyebright.config.fields import AS_NUMBER, Blank, Name, Number, number_between
from eyebright.config.wire import CautionOut, FigureOut, Out
from eyebright.core.vocabulary import LinkZone

MOST_LINKS = 20
MaybeMinutes = Annotated[Number | None, Blank]
Times = Annotated[
    float, number_between(0.05, 20, "From a twentieth to twenty times its usual dose."), AS_NUMBER
]


class WashLinkIn(Schema):
    """One link: a formula by id, something bought by its key (`stuff`), or plain water for neither.

    Where it goes, how long, times its usual dose; `cover` over it, where that is not the formula's own.
    """

    formula: int | None = None
    stuff: Annotated[str, Field(max_length=48)] = ""
    zone: LinkZone = "both"
    minutes: MaybeMinutes = None
    times: Times = 1.0
    cover: bool | None = None


class WashChainIn(Schema):
    """A wash by name."""

    name: Name
    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []


class WashChainChangeIn(WashChainIn, Change):
    """What changes in a wash by name."""


class WashAsk(Schema):
    """A chain to be worked out, for a head or nobody in particular."""

    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []
    head: int | None = None


class AlongOut(Out):
    """After one link. `doubts`: what is not known of something bought."""

    name: str
    zone: LinkZone
    plain: bool
    scalp_lift: FigureOut | None
    lengths_lift: FigureOut | None
    put_back: FigureOut
    scalp_oil: FigureOut
    lengths_oil: FigureOut
    ph: FigureOut | None
    dose: FigureOut
    minutes: float
    so_far: float
    doubts: list[str] = []


class WashAssessmentOut(Out):
    """What a chain comes to."""

    along: list[AlongOut]
    scalp_lift: FigureOut
    lengths_lift: FigureOut
    grade: str
    asked: str
    put_back: FigureOut
    ph: FigureOut | None
    minutes: float
    cautions: list[CautionOut]


class WashChainOut(Out):
    """A wash that is kept; `names` of its links, `gone` where a formula of it was taken away."""

    id: int
    version: int
    name: str
    links: list[WashLinkIn]
    names: list[str]
    gone: bool
