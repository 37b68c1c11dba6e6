"""A jug as a chain takes it: so much of it, poured over the hair."""

from dataclasses import dataclass

import numpy as np

from ..chemistry import Part
from ..numbers import Array, Draws
from ..vocabulary import Use
from .jug import Jug


@dataclass(frozen=True)
class JugSubject:
    """A jug with so much of its open line (mL or g). It lifts what water and hands lift, no more."""

    jug: Jug
    amount: float
    name: str = "a jug"
    use: Use = "rinsed_out"
    minutes: float = 0.0
    product: str = ""

    @property
    def spread_profile(self) -> None:
        """It is poured, in whatever amount is said: no dose."""
        return

    def cleaning(self, draws: Draws) -> Array:
        """None that is counted."""
        return np.zeros(1)

    def oil(self, draws: Draws) -> Array:
        """None."""
        return np.zeros(1)

    def alkali(self, draws: Draws) -> Array:
        """None that is counted."""
        return np.zeros(1)

    def ml(self, draws: Draws) -> float:
        """Its amounts are mL."""
        return 1.0

    def parts(self, draws: Draws) -> list[Part] | None:
        """Every line of it."""
        return self.jug.parts(np.array([self.amount]), draws)
