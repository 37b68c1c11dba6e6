"""What stands on a shelf, as it goes into a jug: a lot of some material, or a water."""

import re
from dataclasses import dataclass, replace
from typing import Protocol

from ..chemistry import Contribution, Water
from ..numbers import Draws
from .keys import SupplyKey
from .material import Material

ITS_STRENGTH = re.compile(r", \d+ %.*")  # at the end of a name: "Vinegar essence, 25 %"


class Supply(Protocol):
    """Anything that can go into a jug. `key` sets it apart from all else on the shelf."""

    @property
    def key(self) -> str:
        """Its own key: two bottles of one vinegar are two."""
        ...

    @property
    def name(self) -> str:
        """What the household calls it."""
        ...

    @property
    def material(self) -> Material | None:
        """Its material; None for a water."""
        ...

    @property
    def price(self) -> float | None:
        """What 1 mL or 1 g of it costs, where known."""
        ...

    def contribution(self, draws: Draws) -> Contribution:
        """What 1 mL or 1 g of it brings, arrays of draws."""
        ...


@dataclass(frozen=True)
class Lot:
    """A bottle or bag at hand, with its own strength where known, and what 1 mL or g of it costs.

    `past`: whether its date has gone by; `dose`: mL or g a wash, where its label says so.
    """

    key: str
    material: Material
    name: str
    strength: float | None = None
    price: float | None = None
    past: bool = False
    dose: float | None = None

    def said_to_be(self, percent: float) -> "Lot":
        """The same at a strength that was said of it and that it can have, as a bottle would say it."""
        key, name = SupplyKey(self.key).at_strength(percent), ITS_STRENGTH.sub("", self.name)
        return replace(self, key=key, name=f"{name}, {key.strength:g} %", strength=key.strength)

    def contribution(self, draws: Draws) -> Contribution:
        """What a mL or a g of it brings."""
        return draws.within(self.key).kept(
            "brings", lambda own: self.material.contribution(own, self.strength)
        )


@dataclass(frozen=True)
class WaterLot:
    """A water at hand and what it is called."""

    key: str
    water: Water
    name: str

    @property
    def material(self) -> None:
        """A water is no material of the library."""
        return

    @property
    def price(self) -> None:
        """Nobody counts what water costs."""
        return

    def contribution(self, draws: Draws) -> Contribution:
        """What a mL of it brings."""
        return draws.within(self.key).kept("brings", self.water.contribution)


def unit_of(substance: Supply) -> str:
    """What it is counted in: mL for what pours, g for what is weighed."""
    return substance.material.unit if substance.material else "mL"
