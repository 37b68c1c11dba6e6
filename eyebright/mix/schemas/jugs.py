"""What of a mix goes over the wire."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from eyebright.core.materials import MeasuringJug
from eyebright.core.mix import Correction, Doubt, Familiar, JugLayer, NextReading, PouringStep, SodaWash
from eyebright.core.rules import Aim, RailMark
from eyebright.core.vocabulary import Use
from eyebright.kept.fields import AS_NUMBER, Blank, Minutes, Number, Ph, chosen, number_between
from eyebright.kept.older_names import OlderNames
from eyebright.kept.wire import Caution, Figure, Kind, Out

How = Literal["amount", "fill", "solve"]
Verdict = Literal[
    "reached", "loosely", "too_little", "would_not_hold", "past_the_end", "past_the_start", "as_it_is"
]
Unit = Literal["mL", "g"]
What = Literal["water", "acid", "alkali", "other"]
MOST_LINES = 20

MaybeNumber = Annotated[Number | None, Blank]
MaybePh = Annotated[Ph | None, Blank]
PourVolume = Annotated[float, number_between(1, 20_000, "From 1 mL to 20 L over the hair."), AS_NUMBER]


class LineIn(OlderNames):
    """One line of the jug: what goes in, by its key, and how much.

    `how`: so much (`amount` in `unit`), up to the jug's volume, or to be worked out. `packed`: a powder
    pressed into its spoon.
    """

    supply_key: Annotated[str, chosen("Choose what goes in.")]
    how: How = "amount"
    amount: MaybeNumber = None
    unit: str = "mL"
    packed: bool = False


class MixAsk(Schema):
    """What is asked: the jug's lines in pouring order, and the pH to aim at, if any.

    `volume` (in `unit`) is how far the jug is filled, where a line fills it. `last`: nothing comes after
    it. `head`: whom it is for, by id; their limits then hold. `vessel`: what it is mixed in, by id.
    """

    lines: Annotated[list[LineIn], Field(max_length=MOST_LINES)]
    volume: MaybeNumber = None
    unit: str = "mL"
    aim: MaybePh = None
    use: Use = "rinsed_out"
    last: bool = False
    minutes: Minutes = 2.0
    head: int | None = None
    vessel: int | None = None


class JugLineOut(Out):
    """What one line of the question came to (mL or g), what it may really be, and it in spoons."""

    name: str
    amount: float
    low: float
    high: float
    unit: Unit
    spoons: str


class CurveOut(Out):
    """pH against the amount of the open line in this jug (mL or g), thin to thick."""

    name: str
    unit: Unit
    amount: list[float]
    median: list[float]
    low: list[float]
    high: list[float]


class SpoonfulOut(Out):
    """One line by the spoon, in words and as it can be entered."""

    key: str
    name: str
    words: str
    amount: float
    said_amount: float
    said_unit: str


class SpoonVersionOut(Out):
    """The nearest that the household's own spoons make, and the pH that comes of it."""

    spoonfuls: list[SpoonfulOut]
    ph: Figure


class RouteLineOut(Out):
    """One line of a route, as the worktop takes it."""

    supply_key: str
    name: str
    how: How
    amount: float
    unit: str


class OtherOut(Out):
    """What else could take the acid's or the water's place, and the pH that gives."""

    name: str
    ph: float


class RouteOut(Out):
    """One way to the aim; nothing but words where it is not there."""

    way: Literal["dilute", "buffer", "swap"]
    reachable: bool
    says: str
    why: str
    lines: list[RouteLineOut]
    pours: list[JugLayer]
    ph: Figure | None
    buffer: Figure | None
    acid: Figure | None
    cost: float | None
    smells: bool
    gravest: Literal["warning", "stop"] | None
    spoons: SpoonVersionOut | None
    others: list[OtherOut]


class MixOut(Out):
    """The whole answer. `open` is the place of the line that was worked out; `cost` in `currency`."""

    verdict: Verdict
    headline: str
    reason: str
    volume: float
    lines: list[JugLineOut]
    pours: list[JugLayer]
    jug: MeasuringJug
    aim: float | None
    ph: Figure
    buffer: Figure
    drift: str
    acid: Figure
    curve: CurveOut | None
    open: int | None
    amount: float
    aim_amount: float | None
    undissolved: float
    cost: float | None
    currency: str
    familiar: list[Familiar]
    doubts: list[Doubt]
    soda: SodaWash | None
    cautions: list[Caution]
    steps: list[PouringStep]


class WaysOut(Out):
    """What else there is to say of a jug: routes to its aim, its spoon version, what to measure next."""

    routes: list[RouteOut]
    spoons: SpoonVersionOut | None
    next: list[NextReading]


class ChainPourIn(Schema):
    """One pour of a chain: a jug, and how much of it goes over the hair (mL)."""

    ask: MixAsk
    volume: PourVolume


class ChainAsk(Schema):
    """A chain of pours over one head, in order, and the rinses that could follow it."""

    head: int | None = None
    pours: Annotated[list[ChainPourIn], Field(max_length=8)]
    follow: Annotated[list[MixAsk], Field(max_length=4)] = []


class AfterOut(Out):
    """The wet hair after one pour."""

    name: str
    ph: Figure


class FollowOut(Out):
    """One rinse that could follow: the wet hair's pH by mL of it; `enough` mL bring it into the band."""

    name: str
    volume: list[float]
    median: list[float]
    low: list[float]
    high: list[float]
    band_low: float
    band_high: float
    enough: float | None
    most: float | None
    says: str


class ChainOut(Out):
    """The wet hair along the chain, and what each of its jugs says, named by it."""

    after: list[AfterOut]
    cautions: list[Caution]
    follow: list[FollowOut]


class CorrectionsOut(Out):
    """Ways to put a jug right, the best first; none, and why, where there is nothing to do."""

    ways: list[Correction]
    says: str


class LimitOut(Out):
    """One limit of the table, with where it comes from."""

    key: str
    value: float
    unit: str
    what: str
    kind: Kind
    source: str


class ChoicesOut(Out):
    """What a question is put together from, and the rail it is answered on."""

    units: list[str]
    aims: list[Aim]
    rail_low: float
    rail_high: float
    marks: list[RailMark]
    limits: list[LimitOut]
