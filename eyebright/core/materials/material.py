"""A material's acid-base side: how strong it is, what is already turned to salt, what it weighs."""

from dataclasses import dataclass

import numpy as np

from ..chemistry.solution import Brings
from ..chemistry.species import species_table
from ..chemistry.uncertainty import Draws, Spread

LABEL_SHARE = 0.05  # a printed strength against the bottle's own, 90 % range (model: about 5 %)


@dataclass(frozen=True)
class Material:
    """One row of the library.

    `strength` is of the main acid: g per 100 mL, or % by weight for powders and syrups.
    `bound_base` in meq/L; `others` in g per 100 mL; `density` in g/mL; `teaspoon` in g per 5 mL;
    `solubility` in g/L at 20 °C; `formula_mass` in g/mol of the powder as sold; `contains`: what in
    it people are allergic to, by the keys of heads/record.toml.
    """

    key: str
    name: str
    also: tuple[str, ...]
    kind: str
    acid: str
    strength: Spread
    label: bool
    source: str
    by_weight: bool = False
    bound_base: Spread | None = None
    others: tuple[tuple[str, Spread], ...] = ()
    density: float = 1.0
    formula_mass: float | None = None
    cations: tuple[tuple[str, int], ...] = ()
    solubility: float | None = None
    teaspoon: Spread | None = None
    smell: str = ""
    contains: tuple[str, ...] = ()

    @property
    def is_powder(self) -> bool:
        """Weighed or spooned dry, rather than poured."""
        return self.formula_mass is not None

    @property
    def is_acid(self) -> bool:
        """Lowers the pH of water; the others raise it."""
        return self.acid != "carbonate"

    @property
    def strength_unit(self) -> str:
        """What the strength counts, in words."""
        if self.is_powder or self.by_weight:
            return "% by weight"
        return f"g {species_table().acids[self.acid].name} per 100 mL"

    def with_strength(self, strength: float | None) -> Spread:
        """The strength to reckon with: the lot's own where it is known, else the library's."""
        if strength is None:
            return self.strength
        most = 100.0 if self.is_powder or self.by_weight else float("inf")
        reach = LABEL_SHARE * strength
        return Spread(strength - reach, strength, strength + reach, ceiling=most)

    def brings(self, draws: Draws, strength: float | None = None) -> Brings:
        """What 1 mL (a liquid) or 1 g (a powder) brings, arrays of draws."""
        drawn = draws.of("strength", self.with_strength(strength))
        acids = species_table().acids
        if self.formula_mass is not None:
            moles = drawn / 100.0 / self.formula_mass
            brought = {self.acid: moles}
            brought |= {cation: moles * count for cation, count in self.cations}
            return Brings(brought, 0.0, volume=0.0)
        per_ml = drawn / 100.0 * (self.density if self.by_weight else 1.0)  # g acid per mL
        brought = {self.acid: per_ml / acids[self.acid].mass}
        solids = per_ml
        for component, spread in self.others:
            grams = draws.of(component, spread) / 100.0
            brought[component] = grams / acids[component].mass
            solids = solids + grams
        if self.bound_base is not None:
            brought["potassium"] = draws.of("bound_base", self.bound_base) * 1e-6
        return Brings(brought, np.maximum(self.density - solids, 0.05) * 1e-3)
