"""What a head asks for today."""

from datetime import datetime
from typing import Literal

from eyebright.core.wash import School, ZoneAdvice
from eyebright.kept.wire import Caution, Figure, Out

Verdict = Literal["suits", "adjust", "care", "off", "not_needed", "ruled_out"]


class RinseAskedOut(Out):
    """The rinse that this head asks for; `pour` is the jug to fill, in mL."""

    kind: Literal["acid", "plain"]
    use: Literal["rinsed_out", "left_in"]
    ph: Figure
    minutes: Figure
    at_most: float
    volume: Figure
    pour: float
    vessel: str


class NextOut(Out):
    """When a wash is sensible: days from today and between two, and the date."""

    due_in: Figure
    apart: Figure
    says: str
    date: datetime


class DoseOut(Out):
    """What a wash takes on one zone."""

    grams: Figure
    volume: Figure
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
    lift: Figure | None
    lengths_lift: Figure | None
    lengths_says: str
    strength: Figure | None
    scalp: DoseOut
    lengths: DoseOut
    minutes: list[float]
    apart: float
    ready_in: float
    after: str


class StricterOut(Out):
    """A limit that is stricter for this head, and why."""

    id: str
    why: str
    source: str


class AsksOut(Out):
    """All that a head asks for today."""

    mass: Figure
    days: Figure | None
    scalp: ZoneAdvice
    lengths: ZoneAdvice
    rinse: RinseAskedOut
    condition: Literal["lengths", "none", "as you like"]
    next: NextOut
    families: list[FitOut]
    schools: list[School]
    cautions: list[Caution]
    stricter: list[StricterOut]
