"""The families of preparation, as data: what each does, how long it stays, how much it takes."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from typing import Any, Literal

import numpy as np

from ... import tables
from ...chemistry import Part as Solute
from ...numbers import Array, Draws, Spread
from ...vocabulary import Bottle, Part, Place, Use

Made = Literal["", "steeped", "liquor", "milled"]


@dataclass(frozen=True)
class Family:
    """One family. `cleaning` in g effective per g; `film` g per cm²; `hair` g per g; minutes; days.

    The columns are those of `families.toml`, where each is explained.
    """

    key: str
    name: str
    made_of: str
    cleaning: Spread
    usual: tuple[float, float]
    most: float
    apart: float
    film: Spread
    hair: Spread
    density: float
    may_hold: tuple[str, ...]
    part: Part
    draws: bool = False
    made: Made = ""
    by_ph: bool = False
    acid: bool = False
    soda: bool = False
    cleans: bool = False
    stays: bool = False
    after: str = ""
    dust: bool = False
    powder: bool = False
    tannin: bool = False
    alkaline: bool = False
    abrasive: bool = False
    paste: bool = False
    irritant: bool = False
    dried_on: bool = False
    scented: bool = False
    conditions: bool = False
    sprayed: bool = False
    by_content: bool = False
    bought: bool = False
    washed_after: bool = False
    wetted: float = 0.0
    place: Place = "fridge"
    bottle: Bottle = "glass"
    thickest: str = ""
    called: tuple[str, ...] = ()
    made_with: Mapping[str, tuple[float, float]] = field(default_factory=dict, hash=False)

    @property
    def product(self) -> str:
        """What washes teach of it by, where nobody knows of which recipe they were."""
        return family_product(self.key)

    @property
    def thins(self) -> bool:
        """Whether water thins it, and it is still what it was: no paste, grains, dust or oil."""
        return not (self.paste or self.abrasive or self.dust or self.washed_after)

    @property
    def planned_minutes(self) -> float:
        """Minutes on the head that a formula of this family begins with: the upper end of the usual."""
        return float(self.usual[1])

    def holds(self, kind: str) -> tuple[float, float]:
        """From what share to what share of the whole it is ever made with a line of this kind."""
        return self.made_with.get(kind, usually_holds().get(kind, (0.0, 1.0)))

    def facts(self) -> dict[str, Any]:
        """What the hazard rules look at."""
        words = "dust powder tannin alkaline abrasive paste irritant dried_on scented"
        return {word: getattr(self, word) for word in words.split()} | {
            "soda_wash": self.soda,
            "family": self.key,
            "family_name": self.name,
            "may_hold": list(self.may_hold),
        }


def family_product(family: str) -> str:
    """The key that washes teach of a family by, whichever it is."""
    return f"family-{family}"


def _shares(rows: Mapping[str, Sequence[float]]) -> dict[str, tuple[float, float]]:
    return {kind: (low / 100.0, high / 100.0) for kind, (low, high) in rows.items()}


@cache
def usually_holds() -> dict[str, tuple[float, float]]:
    """From what share to what share of the whole a kind of material goes in, whatever is made of it."""
    return _shares(tables.figures(__file__, "families.toml").as_(dict[str, tuple[float, float]], "made_with"))


@cache
def families() -> dict[str, Family]:
    """Every family by key, in the file's order."""
    spreads = dict.fromkeys(("cleaning", "film", "hair"), Spread.of)
    return tables.by_key(__file__, "families.toml", "family", Family, made_with=_shares, **spreads)


@cache
def washes() -> frozenset[str]:
    """The keys of the families that are a wash of their own."""
    return frozenset(family.key for family in families().values() if family.cleans)


@cache
def rinses() -> frozenset[str]:
    """The keys of the families that clean no more than the water that they are rinsed out with."""
    every = families().values()
    return frozenset(
        row.key for row in every if not (row.cleans or row.stays or row.washed_after or row.dust)
    )


@dataclass(frozen=True)
class UsualSubject:
    """A family as it is usually made, as a chain takes it: for want of a recipe."""

    family: Family

    @property
    def name(self) -> str:
        """The family's."""
        return self.family.name

    @property
    def product(self) -> str:
        """The family's, however it was made."""
        return self.family.product

    @property
    def spread_profile(self) -> Family:
        """By the family."""
        return self.family

    @property
    def use(self) -> Use:
        """Rinsed out, unless the family stays."""
        return "left_in" if self.family.stays else "rinsed_out"

    @property
    def minutes(self) -> float:
        """The middle of its usual minutes."""
        return sum(self.family.usual) / 2.0

    def cleaning(self, draws: Draws) -> Array:
        """g of effective cleaning in 1 g, drawn from the family's range."""
        return draws.of("cleaning", self.family.cleaning)

    def oil(self, draws: Draws) -> Array:
        """None is counted."""
        return np.zeros(1)

    def alkali(self, draws: Draws) -> Array:
        """None: the family's cleaning has it in."""
        return np.zeros(1)

    def ml(self, draws: Draws) -> float:
        """mL that 1 g fills."""
        return 1.0 / self.family.density

    def parts(self, draws: Draws) -> list[Solute] | None:
        """Nobody knows what makes its pH."""
        return None


def rinse_family(use: str) -> Family:
    """The family that a plain rinse is of: what is rinsed out, or sprayed on and left in."""
    stays = use == "left_in"
    return next(each for each in families().values() if (each.by_ph and each.stays if stays else each.acid))
