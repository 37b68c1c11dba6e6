"""What is kept of a reading so that hundreds of formulas can be ranked at once: plain numbers and facts."""

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

from ..chemistry.uncertainty import Array, figure, middle
from .lift import contact_of
from .reading import Reading

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


def digest_of(reading: Reading) -> Digest:
    """The digest of a reading for nobody in particular."""
    return Digest(
        family=reading.formula.family.key,
        use=reading.formula.use,
        minutes=reading.formula.minutes,
        cleaning=_triple(reading.cleaning.per_gram),
        oil=middle(reading.cleaning.oil),
        alkali=middle(reading.cleaning.alkali),
        contact=contact_of(reading.made),
        ph=(reading.ph.low, reading.ph.value, reading.ph.high) if reading.ph else None,
        texture=reading.texture.grade.key if reading.texture else "",
        tilt=reading.balance.tilt.value,
        keeps=tuple(kept.days for kept in reading.keeping.places),
        yields=reading.yield_g.value,
        grade=reading.lift.grade,
        lift=(reading.lift.scalp.low, reading.lift.scalp.value, reading.lift.scalp.high),
        facts=reading.facts,
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
