"""What comes of a formula, on the wire."""

from typing import Literal

from eyebright.core.vocabulary import Phase, Place
from eyebright.kept.wire import CautionOut, FigureOut, Out

from .choices import MaybeForm


class DrawnOut(Out):
    """What was drawn out of one plant: the share of it, and what it gives."""

    name: str
    share: FigureOut
    active: FigureOut | None
    what: str


class FeltOut(Out):
    """Grit or residue."""

    per_100: FigureOut
    word: str
    says: str


class WhyOut(Out):
    """What makes the range of a figure: its share, and what it is."""

    share: float
    what: str


class SourceOut(Out):
    """One thing that cleans: its share of the cleaning, and g in 100 g."""

    name: str
    share: float
    per_100: FigureOut


class WeightOut(Out):
    """One thing on a side of the balance."""

    side: Literal["drying", "conditioning"]
    name: str
    points: FigureOut


class BalanceOut(Out):
    """Drying against conditioning."""

    drying: FigureOut
    conditioning: FigureOut
    tilt: FigureOut
    says: str
    weights: list[WeightOut]


class ThicknessOut(Out):
    """How thick it is; `liquid` mL to add (below 0: leave out) for each grade, by key."""

    key: str
    name: str
    says: str
    ratio: FigureOut
    chance: dict[str, float]
    liquid: dict[str, FigureOut]


class ScentOut(Out):
    """Essential oil as a share of the whole against its cap (%)."""

    percent: FigureOut
    cap: float
    why: str


class KeptPlaceOut(Out):
    """How long it keeps in one place, and what limits that."""

    place: Place
    name: str
    days: int
    says: str
    reason: str
    source: str


class KeepsOut(Out):
    """Keeping, and what would help."""

    places: list[KeptPlaceOut]
    helps: list[str]


class CostOut(Out):
    """What a batch and a wash cost; `unknown`: what has no price."""

    batch: float | None
    wash: float | None
    unknown: list[str]


class ToolOut(Out):
    """One thing to have at hand, and mL it must hold."""

    name: str
    why: str
    holds: float | None


class LiftOut(Out):
    """What it does on a head: shares of the oil lifted, g it takes, g of oil it leaves."""

    scalp: FigureOut
    lengths: FigureOut
    grade: str
    says: str
    on_scalp: FigureOut
    on_lengths: FigureOut
    put_back: FigureOut


class WeighedLineOut(Out):
    """What a line comes to: g, its share of all, and the phase and form it is reckoned with."""

    id: int
    grams: FigureOut
    share: float
    phase: Phase
    form: MaybeForm


class DoneStepOut(Out):
    """A step as it is done; `set_least`, `set_most`: where its minutes are its own, not the usual ones."""

    kind: str
    name: str
    says: str
    how: str
    least: float
    most: float
    set_least: float | None
    set_most: float | None
    until: str
    if_not: str
    adds: list[int]
    sign: str
    note: str


class AssessmentOut(Out):
    """Everything that comes of a formula."""

    lines: list[WeighedLineOut]
    steps: list[DoneStepOut]
    ph: FigureOut | None
    ph_why: list[WhyOut]
    lift: LiftOut
    lift_why: list[WhyOut]
    sources: list[SourceOut]
    thickness: ThicknessOut | None
    drawn: list[DrawnOut]
    yield_g: FigureOut
    yield_ml: FigureOut
    evaporated: FigureOut
    kept_back: FigureOut
    washes: FigureOut
    balance: BalanceOut
    scent: ScentOut | None
    grit: FeltOut
    residue: FeltOut
    stain: str
    keeping: KeepsOut
    cost: CostOut
    tools: list[ToolOut]
    room: float
    too_small: str
    hands_on: float
    waiting: list[float]
    cautions: list[CautionOut]
    against_school: list[str]
    currency: str
