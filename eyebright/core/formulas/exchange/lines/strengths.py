"""A strength that a line says: which row it makes of a name, and what is worked out with it."""

from collections.abc import Callable, Sequence

from ....materials import Lot, Meaning, Supply, SupplyKey, by_strength, can_be, library

SAME = 0.1  # of a strength: two bottles so near are one


def strength_said(supply: Supply, percents: Sequence[float]) -> float | None:
    """The first per cent of its line, where that is how strong it is, and nothing else (fat, cocoa)."""
    material = supply.material
    counts = material is not None and (
        material.label or bool(material.refuse) or not {"alcohol", "peroxide"}.isdisjoint(material.hazards)
    )
    return percents[0] if percents and counts else None


def row_at(supply: Supply, percent: float, named: Callable[[Meaning], Supply]) -> Supply | None:
    """What it is at so many per cent; itself where it can be so strong, None where nothing here is."""
    material = supply.material
    if material is None or material.key not in library():
        return supply
    key = by_strength(material.key, percent)
    if key == material.key:
        return supply
    return named(Meaning(key, library()[key].kind)) if key else None


def at_strength(supply: Supply, percents: Sequence[float]) -> tuple[Supply, list[str]]:
    """It as strong as its line says, and what is told of the per cents there that were not used."""
    told = [f"says {each:g} %" for each in percents]
    said = strength_said(supply, percents)
    if said is None or not isinstance(supply, Lot):
        return supply, told
    material = supply.material
    if material.strength is None:
        if not material.refuse and f"{said:g} %" not in supply.name:
            told[0] += f"; {supply.name} is taken at its usual strength"
        return supply, told
    if not SupplyKey(supply.key).at_hand:
        return (supply.said_to_be(said), told[1:]) if can_be(material, said) else (supply, told)
    own = material.with_strength(supply.strength).mid
    if abs(said - own) > SAME * own:
        told[0] += f"; {supply.name} on your shelf is taken as {own:g} %"
    return supply, told
