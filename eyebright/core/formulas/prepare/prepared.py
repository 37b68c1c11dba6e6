"""What a preparation is: its lines as they end, how much there is of it, how warm it is.

Arrays are draws; g.
"""

from collections.abc import Collection
from dataclasses import dataclass
from functools import cache
from typing import Protocol, runtime_checkable

import numpy as np

from ... import tables
from ...chemistry import Contribution, Part
from ...materials import Material, dissolved_share
from ...numbers import Array, Draws, Spread
from ...tables import Figures
from ..model import FormTable, Formula, PlannedStep, Weighed


@cache
def preparation_table() -> Figures:
    """The table of `pot.toml`, read once."""
    return tables.figures(__file__, "preparation.toml")


@dataclass(frozen=True)
class PreparedLine:
    """One line as it ends: g as it went in, g of dry plant in it, the share drawn out, whether it stays.

    `water`: g of water that it brought; `form`: its figures, None for what comes in none; `boiled`: whether
    it was in the pot at a boil or a simmer; `spent`: whether its plant was strained off before it came here;
    `past`: the thing that was made, and is past its date, that it comes out of.
    """

    weighed: Weighed
    grams: Array
    plant: Array
    water: Array
    drawn: Array
    stays: bool
    form: FormTable | None
    boiled: bool = False
    spent: bool = False
    past: str = ""

    @property
    def material(self) -> Material | None:
        """Its material; None for a water."""
        return self.weighed.line.material

    @property
    def kind(self) -> str:
        """The kind of its material, or water."""
        return self.weighed.line.kind

    def active(self, share: Spread | None, draws: Draws, name: str) -> Array:
        """g of something that is this share of the plant, as it is in the finished preparation."""
        if share is None:
            return np.zeros(1)
        own = draws.within(self.weighed.line.supply.key)
        return self.plant * own.of(name, Spread(share.low, share.mid, share.high, ceiling=1.0)) * self.drawn


@dataclass(frozen=True)
class Preparation:
    """What the steps leave. `water` g left in it, `kept_back` g thrown out with what is strained off,
    `evaporated` g, `total` g of the preparation; minutes of work and of waiting; `fullest` mL in the pot.
    `warm`: °C as each step begins, and when all is done.
    """

    formula: Formula
    lines: tuple[PreparedLine, ...]
    steps: tuple[PlannedStep, ...]
    water: Array
    kept_back: Array
    evaporated: Array
    total: Array
    ml: Array
    fullest: float
    heated: bool
    boiled: bool
    strained: bool
    rested: float
    warm: tuple[float, ...]
    draws: Draws

    @property
    def celsius(self) -> float:
        """How warm it is when all is done."""
        return self.warm[-1]

    def parts(self, draws: Draws | None = None) -> list[Part]:
        """Everything in it that has a say in its pH, by what of it was drawn out and stays."""
        draws = draws or self.draws
        out = []
        for each in self.lines:
            line = each.weighed.line
            amount = each.grams / density_of(each.material)
            contribution = line.supply.contribution(draws)
            if each.form is not None:
                contribution = Contribution(contribution.moles, 0.0, contribution.volume)
                out.append(Part(contribution, each.plant * (each.drawn if not each.stays else 1.0)))
                out.append(Part(Contribution({}, 1e-3, 1.0), each.water))
            elif each.stays or line.phase != "infused":
                out.append(Part(contribution, amount * self._dissolved(each.material)))
            else:
                out.append(Part(contribution, amount * each.drawn))
        brought = 1e3 * sum((part.contribution.water * part.amount for part in out), np.zeros(1))
        gone = np.minimum(self.evaporated, preparation_table().number("evaporates", "most") * brought)
        out.append(Part(Contribution({}, 1e-3, 1.0), -gone))
        return out

    def _dissolved(self, material: Material | None) -> Array:
        """The share of a salt that dissolves; a dry blend meets its water later."""
        if material is None or material.solubility is None or not np.any(self.water > 0.0):
            return np.ones(1)
        all_of_it = [each.grams for each in self.lines if each.material and each.material.key == material.key]
        return dissolved_share(material, sum(all_of_it, np.zeros(1)), self.ml)

    def grams_of(self, kinds: Collection[str]) -> Array:
        """g of all lines of these kinds that are in the finished preparation."""
        return sum((each.grams for each in self.lines if each.kind in kinds and each.stays), np.zeros(1))


def density_of(material: Material | None) -> float:
    """g in what amounts of it are counted in: a mL of what pours, a g of what is weighed."""
    if material is None:
        return 0.998
    if material.unit == "g":
        return 1.0
    return material.density.mid if material.density else 1.0


@runtime_checkable
class Made(Protocol):
    """Something that was made, as it goes into something else."""

    @property
    def name(self) -> str:
        """What it is called."""
        ...

    @property
    def past(self) -> bool:
        """Whether its date has gone by."""
        ...

    @property
    def celsius(self) -> float | None:
        """How warm it still is; None where it stands as warm as its room."""
        ...

    def preparation(self, draws: Draws) -> Preparation:
        """It, as it was made."""
        ...
