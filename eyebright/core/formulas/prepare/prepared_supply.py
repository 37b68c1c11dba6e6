"""What was made, as it goes into something else: four spoons of last month's blend, a cube of the liquor.

It brings what is in it, line by line, as it was made: allergens, shares, acid and alkali are those of its
lines, and no second account of them is kept anywhere.
"""

from dataclasses import dataclass, replace

import numpy as np

from ...chemistry import Contribution
from ...materials import METRIC, Amount, Kit, Material
from ...numbers import Array, Draws, middle
from ...vocabulary import Phase
from ..model import Formula, Ingredient, Step, weighed
from .preparation import prepare
from .prepared import Preparation

HUNDRED = 100.0  # mL, or g: how much is nothing to what it does


@dataclass(frozen=True)
class PreparedSupply:
    """Something that was made. `material` is only what it is measured by; `past`: its date has gone by;
    `celsius`: how warm it still is.

    The ids of the formula's lines must be none that a formula it goes into has.
    """

    key: str
    name: str
    material: Material
    formula: Formula
    kit: Kit = METRIC
    past: bool = False
    celsius: float | None = None
    price: float | None = None

    @property
    def as_formula(self) -> Formula:
        """It by itself, out of its bottle: a formula of one line, which whatever reads formulas can read."""
        made = self.formula
        phase: Phase = "liquid" if self.material.unit == "mL" else "dry"
        line = Ingredient(1, self, Amount(HUNDRED, self.material.unit), phase)
        return replace(
            made, name=self.name, ingredients=(line,), steps=(Step("weigh", (1,)),), makes=None, base=None
        )

    def preparation(self, draws: Draws) -> Preparation:
        """It, as it was made; worked out once for these draws."""
        return draws.kept(
            f"{self.key} prepared", lambda own: prepare(self.formula, weighed(self.formula, self.kit), own)
        )

    def contribution(self, draws: Draws) -> Contribution:
        """What 1 mL (or 1 g of what is dry) brings."""
        made = self.preparation(draws)
        much = made.ml if self.material.unit == "mL" else made.total
        moles: dict[str, Array] = {}
        water = np.zeros(1)
        for part in made.parts(draws):
            water = water + part.contribution.water * part.amount
            for name, each in part.contribution.moles.items():
                moles[name] = moles.get(name, np.zeros(1)) + each * part.amount
        return Contribution(
            {name: each / much for name, each in moles.items()},
            np.maximum(water, 0.0) / much,
            float(middle(made.ml / much)),
        )
