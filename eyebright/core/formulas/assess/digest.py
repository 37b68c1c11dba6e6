"""What is kept of a reading so that hundreds of formulas can be ranked at once: plain numbers and facts."""

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

from ...numbers import Array, figure, middle
from .assessment import Assessment
from .cleansing import contact_of

VERSION = 1  # raise it when what is kept here, or how it is worked out, changes


@dataclass(frozen=True)
class Digest:
    """One formula, small. Triples are [low, middle, high], 90 %; `cleaning` g effective in 1 g.

    `facts` are those of the formula alone; `keeps` days on the shelf, in the
    fridge and in the freezer; `yields` g.
    """

    family: str
    use: str
    minutes: float
    cleaning: tuple[float, float, float]
    oil: float
    alkali: float
    contact: float
    ph: tuple[float, float, float] | None
    texture: str
    tilt: float
    keeps: tuple[int, ...]
    yields: float
    grade: str
    lift: tuple[float, float, float]
    facts: dict[str, Any]

    def kept(self) -> dict[str, Any]:
        """As JSON keeps it."""
        return asdict(self) | {"version": VERSION}


def digest_of(assessment: Assessment) -> Digest:
    """The digest of a reading for nobody in particular."""
    return Digest(
        family=assessment.formula.family.key,
        use=assessment.formula.use,
        minutes=assessment.formula.minutes,
        cleaning=_triple(assessment.cleaning.per_gram),
        oil=middle(assessment.cleaning.oil),
        alkali=middle(assessment.cleaning.alkali),
        contact=contact_of(assessment.preparation),
        ph=(assessment.ph.low, assessment.ph.value, assessment.ph.high) if assessment.ph else None,
        texture=assessment.texture.grade.key if assessment.texture else "",
        tilt=assessment.balance.tilt.value,
        keeps=tuple(kept.days for kept in assessment.keeping.places),
        yields=assessment.yield_g.value,
        grade=assessment.lift.grade,
        lift=(assessment.lift.scalp.low, assessment.lift.scalp.value, assessment.lift.scalp.high),
        facts=assessment.facts,
    )


def kept_digest(raw: Mapping[str, Any] | None) -> Digest | None:
    """A digest that was kept; None for none, or one of another version."""
    if not raw or raw.get("version") != VERSION:
        return None
    row = {name: each for name, each in raw.items() if name != "version"}
    triples = {name: tuple(row[name]) for name in ("cleaning", "lift", "keeps")}
    return Digest(**row | triples | {"ph": tuple(row["ph"]) if row["ph"] else None})


def _triple(values: Array) -> tuple[float, float, float]:
    shown = figure(values, "")
    return shown.low, shown.value, shown.high
