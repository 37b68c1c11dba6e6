"""What a link puts on a head, whatever it is: how it goes on, what cleans in it, and what it pours.

A finished formula, a digest of one, a family as it is usually made, a jug and plain water are subjects alike.
"""

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from ..chemistry import Part
from ..materials import Supply
from ..numbers import Array, Draws, Spread
from ..vocabulary import Use
from .table import chain_table


class SpreadProfile(Protocol):
    """How something is spread, and how long it usually stays: a family of preparation has all of it."""

    @property
    def film(self) -> Spread:
        """g on one cm² of scalp."""
        ...

    @property
    def hair(self) -> Spread:
        """g on one g of hair."""
        ...

    @property
    def stays(self) -> bool:
        """Whether it is of a kind that is left in."""
        ...

    @property
    def paste(self) -> bool:
        """Whether it works as slowly as a paste does."""
        ...

    @property
    def usual(self) -> tuple[float, float]:
        """Minutes that it is usually left on, from and to."""
        ...


class Subject(Protocol):
    """What a link puts on a head. Arrays are draws, shape (1,) or (draws.count,)."""

    @property
    def name(self) -> str:
        """What it is called."""
        ...

    @property
    def product(self) -> str:
        """The key that washes teach of it by; empty for what they teach nothing of."""
        ...

    @property
    def spread_profile(self) -> SpreadProfile | None:
        """How it is spread; None for what is poured in whatever amount is said."""
        ...

    @property
    def use(self) -> Use:
        """Whether it is rinsed out."""
        ...

    @property
    def minutes(self) -> float:
        """Minutes that it stays on, where a link says nothing else."""
        ...

    def cleaning(self, draws: Draws) -> Array:
        """g of effective cleaning in 1 g."""
        ...

    def oil(self, draws: Draws) -> Array:
        """g of oil in 1 g."""
        ...

    def alkali(self, draws: Draws) -> Array:
        """How far it takes the free fatty acids as soap, from 0 to 1."""
        ...

    def ml(self, draws: Draws) -> float:
        """mL that 1 g fills, at the middle."""
        ...

    def parts(self, draws: Draws) -> list[Part] | None:
        """What is in it, for the pH of wet hair; None for what is dry."""
        ...


@dataclass(frozen=True)
class PlainWater:
    """Plain water, as much of it as is poured over a head."""

    water: Supply
    name: str = "Plain water"
    use: Use = "rinsed_out"
    product: str = ""

    @property
    def spread_profile(self) -> SpreadProfile | None:
        """It is poured: no dose."""
        return None

    @property
    def minutes(self) -> float:
        """A minute."""
        return chain_table().number("plain", "minutes")

    def cleaning(self, draws: Draws) -> Array:
        """None beyond what warm water and hands do."""
        return np.zeros(1)

    def oil(self, draws: Draws) -> Array:
        """None."""
        return np.zeros(1)

    def alkali(self, draws: Draws) -> Array:
        """A hard water may read as high, and has no alkali to spare."""
        return np.zeros(1)

    def ml(self, draws: Draws) -> float:
        """A mL a g."""
        return 1.0

    def parts(self, draws: Draws) -> list[Part] | None:
        """Nothing but water."""
        return [Part(self.water.contribution(draws), np.ones(1))]
