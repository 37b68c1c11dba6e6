"""What a mix can hold: the species that its components form, with what each is made of."""

from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

from .activity import DebyeHueckel
from .species import Acid, IonSize, SpeciesTable, species_table


class Form(NamedTuple):
    """One form of an acid: its protons, its charge, and the metal it holds, if any.

    `helps` and `hinders` index the ions whose activity coefficients make its constant a
    conditional one: those it is made of, and itself.
    """

    protons: int
    charge: int
    metal: int | None
    ln_k: float
    helps: tuple[int, ...]
    hinders: int


# An ion as far as its activity goes: its charge, and its size where that is known.
IonKind = tuple[int, IonSize | None]


@dataclass(frozen=True)
class Composition:
    """The species that the components present can form, at one temperature."""

    table: SpeciesTable
    acids: tuple[tuple[str, tuple[Form, ...]], ...]
    metals: tuple[str, ...]
    fixed: tuple[tuple[str, int], ...]
    kinds: tuple[IonKind, ...]  # the hydron first, then the hydroxide
    debye: DebyeHueckel


@lru_cache(maxsize=256)
def composition_of(present: frozenset[str], temperature_c: float) -> Composition:
    """What these components can form at this temperature (°C); worked out once and kept."""
    table = species_table(temperature_c)
    metals = tuple(name for name in table.metals if name in present)
    kinds: list[IonKind] = [(1, table.sizes["hydron", 1]), (-1, table.sizes["hydroxide", -1])]

    def kind(charge: int, component: str = "") -> int:
        size = table.sizes.get((component, charge))
        key = (charge, size) if size else (abs(charge), None)
        if key not in kinds:
            kinds.append(key)
        return kinds.index(key)

    def forms(acid: Acid) -> tuple[Form, ...]:
        bare = kind(acid.charge, acid.component)
        out = [Form(0, acid.charge, None, 0.0, (bare,), bare)]
        for protons, ln_beta in enumerate(acid.ln_betas[1:], start=1):
            charge = acid.charge + protons
            out.append(Form(protons, charge, None, ln_beta, (bare,), kind(charge, acid.component)))
        for pair in table.pairs:
            if pair.ligand == acid.component and pair.metal in metals:
                made_of = (bare, kind(table.metals[pair.metal], pair.metal))
                metal = metals.index(pair.metal)
                out.append(Form(pair.protons, pair.charge, metal, pair.ln_k, made_of, kind(pair.charge)))
        return tuple(out)

    return Composition(
        table=table,
        acids=tuple((name, forms(acid)) for name, acid in table.acids.items() if name in present),
        metals=metals,
        fixed=tuple((n, z) for n, z in table.spectators.items() if n in present),
        kinds=tuple(kinds),
        debye=DebyeHueckel.at(temperature_c),
    )
