"""What a material does in the bowl and on the hair, in sentences, each with its figure: a page's first lines.

What it does, never what it is said to be good for: it lifts oil, lowers the pH, thickens, stains.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache

from ...materials import Material, Salt, Slurry, acidic
from ...numbers import Figure, Spread
from ..model import families, usually_holds
from .substitutes import does

LEAST = 0.002  # share of a thing below which it does nothing to speak of
STAINS = {
    "tints": "Tints light, grey or bleached hair a little.",
    "darkens": "Darkens light, grey or bleached hair.",
    "reddens": "Reddens light, grey or bleached hair.",
}
NATURE = {
    "oil": "Puts oil on: what is left after a rinse stays on the hair.",
    "humectant": "Holds water, and thickens what it is in.",
    "cream": "Gives body, a little fat and protein.",
    "scent": "Scents; it does not mix with water.",
    "grain": "Rubs, until it dissolves.",
    "water": "Thins, and is the liquid of a mix.",
    "clay": "Takes up oil as it is rinsed off.",
}


@dataclass(frozen=True)
class Effect:
    """One thing that it does, and how much of what does it is in it."""

    says: str
    figure: Figure | None = None


def effects(material: Material) -> tuple[Effect, ...]:
    """Everything that it does, what it mostly does first."""
    return tuple(_effects(material))


def _effects(material: Material) -> Iterator[Effect]:
    if material.refuse:
        yield Effect(f"Never on a head: {material.refuse}.")
        return
    soap = "soap" in material.hazards
    for name, says in (
        ("surfactant", "Washes out oil as soap does." if soap else "Washes out oil: washing agents in it."),
        ("saponin", "Foams, and washes out oil: saponin in it."),
    ):
        if (share := getattr(material, name)) is not None and share.mid > LEAST:
            yield Effect(says, _percent(share))
    yield from _acidity(material)
    roles = does(material)
    for role, says in NATURE.items():
        if role in roles:
            yield Effect(says, _gram(material.oil_uptake) if role == "clay" else None)
    if material.mucilage is not None and material.mucilage.mid > LEAST:
        yield Effect("Gives slip, and thickens: mucilage in it.", _percent(material.mucilage))
    if material.tannin is not None and material.tannin.mid > 0.01:
        yield Effect("Tightens and dries: tannin in it.", _percent(material.tannin))
    if material.water_uptake is not None and material.unit == "g":
        yield Effect("Takes up water, and so thickens.", _gram(material.water_uptake))
    if "cationic" in material.hazards:
        yield Effect("Lays itself on the hair and smooths it; it washes out nothing.")
    if material.stain:
        yield Effect(STAINS[material.stain])


def _acidity(material: Material) -> Iterator[Effect]:
    side, sour = material.side, acidic(material)
    if sour is None or (isinstance(side, Slurry) and 6.0 <= side.ph.mid <= 8.0):
        return
    if isinstance(side, Salt) and sour and side.cations:
        yield Effect("Holds a pH: part of an acid that is already salt.")
        return
    says, ph = "Lowers the pH." if sour else "Raises the pH: alkaline.", None
    if isinstance(side, Slurry) and (material.unit == "g" or material.dry):
        ph = Figure(side.ph.mid, side.ph.low, side.ph.high, "pH", "custom")
        if side.per < 100:
            says += f" {side.per:g} {material.unit} in 100 mL of pure water read:"
    yield Effect(says, ph)  # of a liquid: what it reads by itself is told of it anyway


def _percent(share: Spread) -> Figure:
    return Figure(100 * share.mid, 100 * share.low, 100 * share.high, "%", "custom")


def _gram(share: Spread | None) -> Figure | None:
    return None if share is None else Figure(share.mid, share.low, share.high, "g by 1 g of it", "custom")


@cache
def usual_shares(kind: str) -> tuple[tuple[str, float, float], ...]:
    """How much of a kind is usual, % from and to: in general ("") first, then by family where it differs."""
    plain = usually_holds().get(kind)
    out = [("", *plain)] if plain else []
    out += [
        (family.name, *family.made_with[kind]) for family in families().values() if kind in family.made_with
    ]
    return tuple((name, 100 * low, 100 * high) for name, low, high in out)
