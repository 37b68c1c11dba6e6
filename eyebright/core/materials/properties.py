"""What can be said of a material in figures: what is asked, what it changes, and what is believable.

property_table()["spoonful"].figure(4.0)     density of a powder whose teaspoon weighs 4 g, with its reach
believable("leaf", 3.0)                      False: no leaf weighs 3 g/mL
"""

from dataclasses import dataclass
from functools import cache
from typing import Any

from .. import tables
from ..numbers import Spread
from .library import kinds


@dataclass(frozen=True)
class Property:
    """One figure of a material; the columns are those of `properties.toml`, where each is explained."""

    key: str
    of: str
    name: str
    unit: str
    ask: str
    asked_in: str
    times: float
    reach: float
    least: float
    most: float
    wrong: str
    changes: str
    first: tuple[str, ...] = ()
    solids: bool = False
    liquids: bool = False

    def concerns(self, kind: str, unit: str = "") -> bool:
        """Whether it can be said of a material of this kind (counted in `unit`, where not as its kind is)."""
        solid = (unit or kinds()[kind]["unit"]) == "g"
        return not (self.solids and not solid) and not (self.liquids and solid)

    def row(self, answer: float) -> Any:
        """What a library's row holds for such an answer: a range, or the figure itself where it is none."""
        found = answer * self.times
        if self.of == "keeps_days":
            return round(found)
        if not self.reach:
            return found
        spread = Spread.within(found, self.reach)
        most = 1.0 if self.asked_in == "%" else spread.high
        return [spread.low, spread.mid, min(spread.high, most)]

    def amiss(self, answer: float, kind: str) -> str:
        """What is wrong with an answer for this kind of material; "" for nothing."""
        if not self.least <= answer <= self.most:
            return self.wrong
        if self.of == "density" and not believable(kind, answer * self.times):
            low, high = (each / self.times for each in _believable()[kind])
            name = kinds()[kind]["name"].capitalize()
            return f"{name}: {low:.2g} to {high:.2g} {self.asked_in}, not {answer:g}."
        return ""


@cache
def _believable() -> dict[str, tuple[float, float]]:
    """g/mL that a kind of material weighs at least and at most."""
    return tables.figures(__file__, "properties.toml").as_(dict[str, tuple[float, float]], "believable")


@cache
def property_table() -> dict[str, Property]:
    """Every property by key, in the order in which they are asked."""
    return tables.by_key(__file__, "properties.toml", "property", Property)


def believable(kind: str, density: float) -> bool:
    """Whether a material of this kind can weigh so much, g/mL, as it lies loose."""
    low, high = _believable().get(kind, (0.01, 3.0))
    return low <= density <= high
