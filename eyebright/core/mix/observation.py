"""A jug that was read, as what is learnt from (learning/bottles.py) takes it."""

from dataclasses import dataclass

import numpy as np

from ..chemistry import Reading
from ..numbers import Array, Draws
from .jug import Jug


@dataclass(frozen=True)
class JugObservation:
    """A jug that was read: its open line at `amount` (mL or g), and the reading."""

    jug: Jug
    amount: float
    reading: Reading

    @property
    def scope(self) -> str:
        """The jug's own, under which its slips are drawn."""
        return self.jug.scope

    @property
    def what(self) -> str:
        """The mix, whenever it was read: its lines and amounts."""
        amounts = self.jug.amounts(np.array([self.amount]))
        lines = zip(self.jug.lines, amounts, strict=True)
        return " ".join(f"{line.supply.key}={float(each[0]):.2f}" for line, each in lines)

    def totals(self, draws: Draws, ph: Array) -> dict[str, Array]:
        """Analytical totals (mol/kg) of the jug; `ph` roughly, for the gas it has lost."""
        return self.jug.mixed(np.array([self.amount]), draws, ph)[0]
