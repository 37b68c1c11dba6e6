"""What comes of a formula, on the wire."""

from eyebright.core.formulas.assess import (
    Cost,
    Drawn,
    DryingBalance,
    Residue,
    Sensitivity,
    ShelfLife,
    Source,
)
from eyebright.core.formulas.prepare import Tool
from eyebright.core.vocabulary import Phase
from eyebright.kept.wire import Caution, Figure, Out

from .choices import MaybeForm


class ThicknessOut(Out):
    """How thick it is; `liquid` mL to add (below 0: leave out) for each grade, by key."""

    key: str
    name: str
    says: str
    ratio: Figure
    chance: dict[str, float]
    liquid: dict[str, Figure]


class ScentOut(Out):
    """Essential oil as a share of the whole against its cap (%)."""

    percent: Figure
    cap: float
    why: str


class LiftOut(Out):
    """What it does on a head: shares of the oil lifted, g it takes, g of oil it leaves."""

    scalp: Figure
    lengths: Figure
    grade: str
    says: str
    on_scalp: Figure
    on_lengths: Figure
    put_back: Figure


class WeighedLineOut(Out):
    """What a line comes to: g, its share of all, and the phase and form it is reckoned with."""

    id: int
    grams: Figure
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
    only_if: str


class AssessmentOut(Out):
    """Everything that comes of a formula. `ph_as_used`: once it is thinned, None where it is not."""

    lines: list[WeighedLineOut]
    steps: list[DoneStepOut]
    ph: Figure | None
    ph_as_used: Figure | None
    ph_why: list[Sensitivity]
    lift: LiftOut
    lift_why: list[Sensitivity]
    sources: list[Source]
    thickness: ThicknessOut | None
    drawn: list[Drawn]
    yield_g: Figure
    yield_ml: Figure
    evaporated: Figure
    kept_back: Figure
    washes: Figure
    balance: DryingBalance
    scent: ScentOut | None
    grit: Residue
    residue: Residue
    stain: str
    keeping: ShelfLife
    cost: Cost
    tools: list[Tool]
    room: float
    too_small: str
    hands_on: float
    waiting: list[float]
    cautions: list[Caution]
    against_school: list[str]
    currency: str
