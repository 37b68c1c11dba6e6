"""What a head asks for today."""

from datetime import datetime
from typing import Literal

from eyebright.core.vocabulary import Zone
from eyebright.kept.wire import CautionOut, FigureOut, Out

Verdict = Literal["suits", "adjust", "care", "off", "not_needed", "ruled_out"]


class ReasonOut(Out):
    """Why, and where that comes from."""

    id: str
    text: str
    source: str


class ZoneOut(Out):
    """What one zone asks for. `lift` a share; `oil` and `leave` in g."""

    zone: Zone
    oil: FigureOut
    lift: FigureOut
    leave: FigureOut
    grade: str
    says: str
    minutes: FigureOut
    way: Literal["wet", "dry"]
    ph: FigureOut
    reasons: list[ReasonOut]


class RinseAskedOut(Out):
    """The rinse that this head asks for; `pour` is the jug to fill, in mL."""

    kind: Literal["acid", "plain"]
    use: Literal["rinsed_out", "left_in"]
    ph: FigureOut
    minutes: FigureOut
    at_most: float
    volume: FigureOut
    pour: float
    vessel: str


class NextOut(Out):
    """When a wash is sensible: days from today and between two, and the date."""

    due_in: FigureOut
    apart: FigureOut
    says: str
    date: datetime


class DoseOut(Out):
    """What a wash takes on one zone."""

    grams: FigureOut
    volume: FigureOut
    vessel: str


class RecipeOut(Out):
    """The formula that speaks for a family: the household's, by `id`, or a starting point, by `start`."""

    id: int | None
    start: str
    name: str


class FitOut(Out):
    """How one family fits this head today. `recipe`: what it is judged by, None where as usually made."""

    family: str
    name: str
    made_of: str
    cleans: bool
    recipe: RecipeOut | None
    verdict: Verdict
    why: list[str]
    lift: FigureOut | None
    lengths_lift: FigureOut | None
    lengths_says: str
    strength: FigureOut | None
    scalp: DoseOut
    lengths: DoseOut
    minutes: list[float]
    apart: float
    ready_in: float
    after: str


class OptionOut(Out):
    """One school's way, and what it would give this head."""

    key: str
    name: str
    holds: str
    gives: str
    fits: bool
    ph: float | None


class SchoolOut(Out):
    """One thing that makers disagree about."""

    key: str
    name: str
    options: list[OptionOut]


class StricterOut(Out):
    """A limit that is stricter for this head, and why."""

    id: str
    why: str
    source: str


class AsksOut(Out):
    """All that a head asks for today."""

    mass: FigureOut
    days: FigureOut | None
    scalp: ZoneOut
    lengths: ZoneOut
    rinse: RinseAskedOut
    condition: Literal["lengths", "none", "as you like"]
    next: NextOut
    families: list[FitOut]
    schools: list[SchoolOut]
    cautions: list[CautionOut]
    stricter: list[StricterOut]
