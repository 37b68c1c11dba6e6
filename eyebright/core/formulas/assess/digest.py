"""What is kept of a reading so that hundreds of formulas can be ranked at once: plain numbers and facts."""

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

import numpy as np

from ...chemistry import Part
from ...numbers import Array, Draws, middle
from ...rules import rules_mark, whoever
from ...vocabulary import Use
from ..model import Family, families
from .assessment import Assessment

VERSION = 6  # raise it when what is kept here, or how it is worked out, changes


@dataclass(frozen=True)
class Digest:
    """One formula, small. Triples are [low, middle, high], 90 %; `cleaning`: draws of g effective in 1 g.

    `facts` are those of the formula alone, `before` those before readings that nothing confirms; `keeps` days
    on the shelf, in the fridge and in the freezer; `yields` g; `rules`: ids of those that it
    leaves open, whoever it is for.
    """

    family: str
    use: Use
    minutes: float
    cleaning: tuple[float, ...]
    oil: float
    alkali: float
    ph: tuple[float, float, float] | None
    texture: str
    tilt: float
    keeps: tuple[int, ...]
    yields: float
    grade: str
    lift: tuple[float, float, float]
    facts: dict[str, Any]
    rules: tuple[str, ...] = ()
    before: dict[str, Any] | None = None

    def kept(self) -> dict[str, Any]:
        """As JSON keeps it."""
        return asdict(self) | {"version": VERSION, "written": rules_mark()}


def digest_of(assessment: Assessment) -> Digest:
    """The digest of a reading for nobody in particular."""
    return Digest(
        family=assessment.formula.family.key,
        use=assessment.formula.use,
        minutes=assessment.formula.minutes,
        cleaning=tuple(float(f"{each:.3g}") for each in assessment.cleaning.per_gram),
        oil=middle(assessment.cleaning.oil),
        alkali=middle(assessment.cleaning.alkali),
        ph=(assessment.ph.low, assessment.ph.value, assessment.ph.high) if assessment.ph else None,
        texture=assessment.texture.grade.key if assessment.texture else "",
        tilt=assessment.balance.tilt.value,
        keeps=tuple(kept.days for kept in assessment.keeping.places),
        yields=assessment.yield_g.value,
        grade=assessment.lift.grade,
        lift=(assessment.lift.scalp.low, assessment.lift.scalp.value, assessment.lift.scalp.high),
        facts=assessment.facts,
        rules=whoever("formula", *_of(assessment)),
        before=assessment.before,
    )


def _of(assessment: Assessment) -> list[dict[str, Any]]:
    """Its facts, and those before its readings where these count too."""
    return [facts for facts in (assessment.facts, assessment.before) if facts is not None]


def kept_digest(raw: Mapping[str, Any] | None) -> Digest | None:
    """A digest that was kept; None for none, or one of another version."""
    if not raw or (raw.get("version"), raw.get("written")) != (VERSION, rules_mark()):
        return None
    row = {name: each for name, each in raw.items() if name not in ("version", "written")}
    triples = {name: tuple(row[name]) for name in ("cleaning", "lift", "keeps", "rules")}
    return Digest(**row | triples | {"ph": tuple(row["ph"]) if row["ph"] else None})


@dataclass(frozen=True)
class DigestSubject:
    """A formula by its digest, as a chain takes it: quicker than the formula itself, and dry."""

    name: str
    digest: Digest
    product: str = ""

    @property
    def spread_profile(self) -> Family:
        """By its family."""
        return families()[self.digest.family]

    @property
    def use(self) -> Use:
        """The formula's."""
        return self.digest.use

    @property
    def minutes(self) -> float:
        """The formula's."""
        return self.digest.minutes

    def cleaning(self, draws: Draws) -> Array:
        """g of effective cleaning in 1 g: the draws that it was assessed with, or their middle."""
        kept = np.array(self.digest.cleaning)
        return kept if draws.count == len(kept) else np.full(1, middle(kept))

    def oil(self, draws: Draws) -> Array:
        """g of oil in 1 g, at the middle."""
        return np.full(1, self.digest.oil)

    def alkali(self, draws: Draws) -> Array:
        """How far it takes the free fatty acids as soap, from 0 to 1, at the middle."""
        return np.full(1, self.digest.alkali)

    def ml(self, draws: Draws) -> float:
        """A mL a g: no pH is asked of it."""
        return 1.0

    def parts(self, draws: Draws) -> list[Part] | None:
        """A digest knows its pH, and not what makes it."""
        return None
