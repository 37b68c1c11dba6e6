"""The species table: which acids, ions and ion pairs there are, with their constants.

The numbers live in `species.toml`, each with its source; this module only reads them and
moves them to another temperature.
"""

import math
from dataclasses import dataclass
from functools import cache

from .. import tables

LN10 = math.log(10.0)
GAS_CONSTANT = 8.314462618e-3  # kJ/(mol K), CODATA 2018
REFERENCE_K = 298.15


@dataclass(frozen=True)
class Acid:
    """A weak acid's bare anion and its cumulative protonation constants.

    `name` and `mass` (g/mol) are the whole acid's, with all its protons.
    `ln_betas[k]` is the natural log of the constant for taking up k protons (k = 0 is 0).
    """

    component: str
    name: str
    mass: float
    charge: int
    ln_betas: tuple[float, ...]

    @property
    def organic(self) -> bool:
        """Whether its grams are worth telling: a fruit's, a milk's or a vinegar's own acid."""
        return self.mass > 0.0 and self.component not in ("carbonate", "sulfate", "phosphate", "phthalate")


@dataclass(frozen=True)
class Pair:
    """An ion pair made of a metal, a bare ligand and so many protons; `ln_k` its constant."""

    metal: str
    ligand: str
    protons: int
    charge: int
    ln_k: float


@dataclass(frozen=True)
class IonSize:
    """Truesdell-Jones parameters: `size` in ångström, `b` in kg/mol."""

    size: float
    b: float


@dataclass(frozen=True)
class SpeciesTable:
    """Every species at one temperature (°C). Charges are by component name."""

    temperature_c: float
    ln_kw: float
    acids: dict[str, Acid]
    pairs: tuple[Pair, ...]
    metals: dict[str, int]
    spectators: dict[str, int]
    sizes: dict[tuple[str, int], IonSize]

    @property
    def components(self) -> frozenset[str]:
        """Names that totals may carry."""
        return frozenset(self.acids) | frozenset(self.metals) | frozenset(self.spectators)


def _ln_k_acid(pk: float, enthalpy: float, temperature_c: float) -> float:
    """Natural log of a dissociation constant, moved by van 't Hoff (enthalpy in kJ/mol)."""
    kelvin = temperature_c + 273.15
    return -pk * LN10 - enthalpy / GAS_CONSTANT * (1.0 / kelvin - 1.0 / REFERENCE_K)


@cache
def species_table(temperature_c: float = 25.0) -> SpeciesTable:
    """The table at `temperature_c`, read once and kept."""
    raw = tables.read(__file__, "species.toml")
    acids: dict[str, Acid] = {}
    for row in raw["acid"]:
        betas = [0.0]
        for pk, enthalpy in zip(reversed(row["pk"]), reversed(row["enthalpy"]), strict=True):
            betas.append(betas[-1] - _ln_k_acid(pk, enthalpy, temperature_c))
        acids[row["component"]] = Acid(
            row["component"], row["name"], row["mass"], row["charge"], tuple(betas)
        )
    metals = {row["component"]: row["charge"] for row in raw["metal"]}
    pairs = tuple(
        Pair(
            metal=row["metal"],
            ligand=row["ligand"],
            protons=row["protons"],
            charge=metals[row["metal"]] + acids[row["ligand"]].charge + row["protons"],
            ln_k=row["log_k"] * LN10,
        )
        for row in raw["pair"]
    )
    return SpeciesTable(
        temperature_c=temperature_c,
        ln_kw=_ln_k_acid(raw["water"]["pk"], raw["water"]["enthalpy"], temperature_c),
        acids=acids,
        pairs=pairs,
        metals=metals,
        spectators={row["component"]: row["charge"] for row in raw["spectator"]},
        sizes={(row["component"], row["charge"]): IonSize(row["size"], row["b"]) for row in raw["ion"]},
    )
