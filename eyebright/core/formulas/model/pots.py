"""What the pot or bowl is made of, and what it bears."""

from dataclasses import dataclass
from functools import cache

from ... import tables


@dataclass(frozen=True)
class PotMaterial:
    """What a pot or bowl is made of, a row of `pots.toml`.

    `eaten`: acid eats it; `softens`: it stands on no stove; `soaks`: it takes up oils and colours;
    `hear`: how recipes say it, folded.
    """

    key: str
    name: str
    eaten: bool = False
    softens: bool = False
    soaks: bool = False
    hear: tuple[str, ...] = ()


@cache
def pots() -> dict[str, PotMaterial]:
    """Every material of pots and bowls, by key."""
    return tables.by_key(__file__, "pots.toml", "pot", PotMaterial)
