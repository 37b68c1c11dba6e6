"""What of a mix goes over the wire."""

from typing import Literal

from ninja import Schema

from eyebright.config.fields import Minutes, Number, Ph
from eyebright.config.wire import CautionOut, FigureOut, Kind, Out

Use = Literal["rinsed_out", "left_in"]
Verdict = Literal["reached", "loosely", "too_little", "would_not_hold", "below_acid", "above_water"]
AcidUnit = Literal["mL", "g"]


class RinseAsk(Schema):
    """What is asked: an acid and a water of the shelf by id, how much, and the pH to aim at.

    `head`: whom it is for, by id; their limits then hold. Left out for nobody in particular.
    """

    acid: int
    water: int
    volume: Number
    unit: str = "mL"
    aim: Ph
    use: Use = "rinsed_out"
    minutes: Minutes = 2.0
    head: int | None = None


class PourOut(Out):
    """One layer of the jug, in pouring order. `volume` is the mL it fills."""

    what: Literal["water", "acid"]
    name: str
    amount: float
    unit: AcidUnit
    spoons: str
    volume: float


class StepOut(Out):
    """One step at the basin."""

    kind: Literal["pour", "stir", "read", "use"]
    do: str
    number: str
    detail: str


class JugOut(Out):
    """The jug to draw: capacity, mark and numbered mark in mL."""

    capacity: float
    mark: float
    numbered: float


class CurveOut(Out):
    """pH against the amount of acid in this jug (mL or g), thin to thick."""

    unit: AcidUnit
    amount: list[float]
    median: list[float]
    low: list[float]
    high: list[float]


class FamiliarOut(Out):
    """What one familiar ratio really gives."""

    name: str
    amount: float
    unit: AcidUnit
    ph: FigureOut
    gravest: Literal["warning", "stop"] | None
    undissolved: float


class DoubtOut(Out):
    """One thing that makes the range, and what to do about it."""

    share: float
    what: str
    advice: str


class RinseOut(Out):
    """The whole answer."""

    verdict: Verdict
    headline: str
    reason: str
    volume: float
    pours: list[PourOut]
    jug: JugOut
    aim: float
    ph: FigureOut
    buffer: FigureOut
    acid: FigureOut
    curve: CurveOut
    acid_amount: float
    aim_amount: float | None
    familiar: list[FamiliarOut]
    doubts: list[DoubtOut]
    cautions: list[CautionOut]
    steps: list[StepOut]


class AimOut(Out):
    """A pH that makers aim for, by name."""

    key: str
    name: str
    ph: float
    why: str


class MarkOut(Out):
    """A place on the pH rail: a point where low equals high, else a band."""

    key: str
    name: str
    low: float
    high: float
    source: str


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
    aims: list[AimOut]
    rail_low: float
    rail_high: float
    marks: list[MarkOut]
    limits: list[LimitOut]
