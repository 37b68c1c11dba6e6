"""The families of preparation, as data: what each does, how long it stays, how much it takes."""

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

from ...numbers import Spread


@dataclass(frozen=True)
class Family:
    """One family. `cleaning` in g effective per g; `film` g per cm²; `hair` g per g; minutes; days."""

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

    def facts(self) -> dict[str, Any]:
        """What the hazard rules look at."""
        words = "dust powder tannin alkaline abrasive paste irritant dried_on scented"
        return {word: getattr(self, word) for word in words.split()} | {
            "family": self.key,
            "family_name": self.name,
            "may_hold": list(self.may_hold),
        }


@cache
def families() -> dict[str, Family]:
    """Every family by key, in the file's order."""
    raw = tomllib.loads(Path(__file__).with_name("families.toml").read_text("utf-8"))
    out = {}
    for row in raw["family"]:
        row |= {name: Spread.of(row[name]) for name in ("cleaning", "film", "hair")}
        row |= {"usual": tuple(row["usual"]), "may_hold": tuple(row["may_hold"])}
        out[row["key"]] = Family(**row)
    return out


@cache
def washes() -> frozenset[str]:
    """The keys of the families that are a wash of their own."""
    return frozenset(family.key for family in families().values() if family.cleans)
