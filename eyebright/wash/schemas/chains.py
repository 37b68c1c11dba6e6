"""What of washes, one thing after another over a head, goes over the wire."""

from typing import Annotated, Any

from ninja import Schema
from pydantic import BeforeValidator, Field
from pydantic_core import PydanticCustomError

from eyebright.core.vocabulary import AmountMode, LinkZone, Wetness
from eyebright.core.wash import Finish
from eyebright.kept.fields import AS_NUMBER, Blank, Moment, Name, number_between, words
from eyebright.kept.fields import number as typed_number
from eyebright.kept.older_names import OlderNames
from eyebright.kept.versions import Change
from eyebright.kept.wire import Caution, Figure, Out

MOST_LINKS = 20
LONGEST = 60.0 * 24 * 2
NO_MINUTES = "No minutes at all: leave it empty for its usual ones, or leave it out of the wash."


def _minutes(value: Any) -> float:
    """Minutes of a link: more than none, two days at most."""
    found = typed_number(value)
    if found <= 0.0 or found > LONGEST:
        says = NO_MINUTES if found <= 0.0 else "Two days at most."
        raise PydanticCustomError("amiss", "{message}", {"message": says})
    return found


MaybeMinutes = Annotated[Annotated[float, BeforeValidator(_minutes), AS_NUMBER] | None, Blank]
Times = Annotated[
    float, number_between(0.05, 20, "From a twentieth to twenty times its usual dose."), AS_NUMBER
]
Amount = Annotated[
    float, number_between(0.1, 20_000, "More than nothing, and no more than 20 kg."), AS_NUMBER
]


class WashLinkIn(OlderNames):
    """One link: a formula by id; something made, poured or bought by its `supply_key`; a `pause` by its key.

    None of these: plain water.

    Where it goes, how long, how much: times its usual dose, so much of it (`amount` in `unit`), or all there
    is; `parts` of water to one; `wetness` of the hair; `cover` over it (none said: the formula's own);
    `beside`: while what goes before it elsewhere is still on; `sections`: how it goes on; `optional`: it may
    be left out, `only_if` says when it is not.
    """

    formula: int | None = None
    supply_key: Annotated[str, Field(max_length=48)] = ""
    pause: Annotated[str, Field(max_length=20)] = ""
    zone: LinkZone = "both"
    minutes: MaybeMinutes = None
    times: Times = 1.0
    amount_mode: AmountMode = "dose"
    amount: Annotated[Amount | None, Blank] = None
    unit: Annotated[str, Field(pattern="^(g|mL)$")] = "mL"
    parts: Annotated[int, number_between(0, 20, "From none to twenty parts of water to one."), AS_NUMBER] = 0
    wetness: Wetness | None = None
    cover: bool | None = None
    beside: bool = False
    sections: Annotated[str, Field(max_length=20)] = ""
    optional: bool = False
    only_if: Annotated[str, BeforeValidator(words), Field(max_length=80)] = ""


class WashChainIn(Schema):
    """A wash by name."""

    name: Name
    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []


class WashChainChangeIn(WashChainIn, Change):
    """What changes in a wash by name."""


class WashAsk(Schema):
    """A chain to be worked out, for a head or nobody in particular; `at`: when; `occasion` that it is for;
    `planned`: which planned wash it is, where it is one.
    """

    links: Annotated[list[WashLinkIn], Field(max_length=MOST_LINKS)] = []
    head: int | None = None
    at: Annotated[Moment | None, Blank] = None
    occasion: str = "ordinary"
    planned: int | None = None


class LinkResultOut(Out):
    """After one link (core/wash/chain.py: LinkResult). `says`: how much of it goes on, and what there is;
    `doubts`: what is not known of something bought.
    """

    name: str
    zone: LinkZone
    plain: bool
    pause: str
    scalp_lift: Figure | None
    lengths_lift: Figure | None
    put_back: Figure
    scalp_oil: Figure
    lengths_oil: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    own_ph: Figure | None
    dose: Figure
    start: float
    minutes: float
    so_far: float
    longest: float | None
    covered: bool
    says: str = ""
    short: bool = False
    doubts: list[str] = []


class SpacingOut(Out):
    """Something in a wash that must be so many days apart: the days still to wait at its time, in words."""

    name: str
    days: float
    says: str


class WashAssessmentOut(Out):
    """What a chain comes to. `oil` on scalp and lengths before it; `lately`: what the last washes were."""

    results: list[LinkResultOut]
    oil: list[Figure]
    scalp_lift: Figure
    lengths_lift: Figure
    washes: bool
    grade: str
    asked: str
    put_back: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    finish: Finish
    minutes: float
    ahead: float
    basin: float
    spacing: list[SpacingOut]
    lately: list[str]
    cautions: list[Caution]


class SuitChangeOut(Out):
    """What is changed of one link to suit a head: which, its new self (none: left out), and that in words."""

    place: int
    name: str
    link: WashLinkIn | None
    says: str


class SuitOut(Out):
    """What makes a wash suit a head, and what is left against it then.

    Nothing changed where nothing helps.
    """

    changes: list[SuitChangeOut]
    links: list[WashLinkIn]
    says: str
    stops: int
    warnings: int
    stops_before: int
    warnings_before: int
    lift: Figure | None
    ph: Figure | None


class PauseOut(Out):
    """A pause or handiwork that can stand in a wash."""

    key: str
    name: str
    minutes: float
    how: str


class SectionOut(Out):
    """A way of going on section by section."""

    key: str
    name: str
    whole: float


class WashChoicesOut(Out):
    """What there is to choose from."""

    pauses: list[PauseOut]
    sections: list[SectionOut]


class WashChainOut(Out):
    """A wash that is kept; `names` of its links, `gone` where a formula of it was taken away."""

    id: int
    version: int
    name: str
    links: list[WashLinkIn]
    names: list[str]
    gone: bool
