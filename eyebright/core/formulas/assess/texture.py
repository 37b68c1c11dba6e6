"""How thick it is, and the liquid to add for the thickness that is wanted (model.md 7).

Free-liquid ratio = (liquid - what the solids take up) / solids: watery, runny, pours and clings, spreads,
stiff. What swells to a gel (mucilage, gums by their share, cooked starch, cold gelatine) holds ever more of
the liquid, never all of it, and counts with the solids. What is thick by itself brings its own solids.
"""

from dataclasses import dataclass
from functools import cache

import numpy as np

from ... import tables
from ...materials import Material, is_a, kinds
from ...numbers import Array, Figure, figure, middle
from ...tables import Figures
from ..prepare import Preparation, PreparedLine

THIN = 60.0  # a ratio beyond which nothing more is to be told
TRACE = 1e-3  # g of solids in 1 g: less thickens nothing


@dataclass(frozen=True)
class Grade:
    """How it flows, in words, up to this ratio; `till`: as it is said after "till it", where one pours so."""

    key: str
    name: str
    to: float
    says: str
    till: str = ""
    drips: bool = False
    drags: bool = False


@dataclass(frozen=True)
class Texture:
    """Its thickness: `ratio` of free liquid to solids, and its grade; `chance`: how likely each grade is."""

    ratio: Figure
    grade: Grade
    chance: dict[str, float]
    solids: Array
    free: Array

    def liquid_for(self, key: str) -> Figure:
        """mL of liquid to add (below 0: to leave out) for a grade of this key."""
        wanted = texture_table().number("wanted", key)
        return figure(wanted * self.solids - self.free, "mL")


@cache
def texture_table() -> Figures:
    """The table of `texture.toml`, read once."""
    return tables.figures(__file__, "texture.toml")


@cache
def grades() -> tuple[Grade, ...]:
    """Every grade, the stiffest first."""
    return tuple(tables.rows(__file__, "texture.toml", "grade", Grade))


def grade_of(ratio: float) -> Grade:
    """The grade of a ratio."""
    return next(grade for grade in grades() if ratio <= grade.to)


def texture(preparation: Preparation, ph: float | None) -> Texture:
    """How thick the finished preparation is. `ph` where it has one: swelling clays mind acid."""
    draws, table = preparation.draws, texture_table()
    solids, taken, swollen = np.zeros(1), np.zeros(1), np.zeros(1)
    salty = _salt(preparation) > table.number("less", "salt_from")
    sour = ph is not None and ph < table.number("less", "acid_from")
    first = table.number("rest", "first")
    rested = first + (1.0 - first) * min(preparation.rested / table.number("rest", "minutes"), 1.0)
    more = draws.within("formula").of("gel holds", table.spread("gel", "reach"))
    own_body = draws.within("formula").of("thick by itself", table.spread("body", "reach"))
    liquid = preparation.water
    for each in preparation.lines:
        material = each.material
        if material is None:
            continue
        swollen = swollen + _swells(each, preparation) * more
        if not each.stays:
            continue
        if by_itself := body_of(each):
            thick = np.minimum(by_itself * own_body, 1.0)
            solids = solids + each.grams * thick
            liquid = liquid + each.grams * (1.0 - thick) - each.water
        elif material.unit == "g" and not is_a(each.kind, "dissolves"):
            if _gels(each):
                continue
            solids = solids + each.plant
            if material.water_uptake:
                own = draws.within(each.weighed.line.supply.key)
                less = (
                    table.number("less", "acid")
                    if material.key in table.strings("less", "clays") and (sour or salty)
                    else 1
                )
                taken = taken + each.plant * own.of("water uptake", material.water_uptake) * rested * less
        elif is_a(each.kind, "oily_liquid"):
            liquid = liquid + each.grams
    liquid = np.maximum(liquid, 0.0)
    left = np.maximum(liquid - taken, 0.0)
    gel = left * (1.0 - np.exp(-swollen / np.maximum(liquid, 1e-6)))
    free = liquid - taken - gel
    solids = solids + gel
    enough = np.maximum(solids, TRACE * preparation.total)
    ratio = np.clip(free / enough, -1.0, THIN)
    ratio = np.broadcast_to(ratio, (draws.count,))
    shown = figure(ratio, "times")
    edges = [-np.inf, *(grade.to for grade in grades())]
    counts = np.histogram(ratio, bins=[*edges[:-1], np.inf])[0]
    chance = {
        grade.key: round(float(count) / len(ratio), 3) for grade, count in zip(grades(), counts, strict=True)
    }
    return Texture(
        shown,
        grade_of(shown.value),
        chance,
        np.broadcast_to(solids, (draws.count,)),
        np.broadcast_to(free, (draws.count,)),
    )


def _gels(each: PreparedLine) -> bool:
    """Whether it thickens by its share, as a gum does, or as it cooks: then it takes up no water besides."""
    cooked = texture_table().numbers("cooked", "holds")
    return is_a(each.kind, "gels") or (each.kind in cooked and each.boiled)


def _swells(each: PreparedLine, preparation: Preparation) -> Array:
    """g of liquid that what it brings would hold as gel, were there enough of it."""
    material, table, draws = each.material, texture_table(), preparation.draws
    assert material is not None
    cooked = table.numbers("cooked", "holds").get(each.kind)
    if cooked is not None and each.boiled and each.stays:
        return each.plant * cooked
    cold = table.numbers("gel", "cold").get(material.key)
    if cold is not None:
        return each.plant * (cold if preparation.celsius <= table.number("gel", "cold_below") else 1.0)
    holds = table.numbers("gel", "materials").get(material.key, table.number("gel", "holds"))
    whole = each.form is not None and each.form.key == "whole"  # slime from its skin, no more
    share = table.number("gel", "whole") if whole else 1.0
    return each.active(material.mucilage, draws, "mucilage") * holds * share


def body_of(each: PreparedLine) -> float:
    """g of solids in 1 g of what is thick by itself; 0 for what is not."""
    return body(each.material, each.kind)


def body(material: Material | None, kind: str) -> float:
    """g of solids in 1 g of a material, as this kind of it; 0 for what is not thick by itself."""
    table = texture_table()
    dissolves = material is not None and material.unit == "g" and is_a(kind, "dissolves")
    if material is None or (dissolves and kind not in table.numbers("body", "kinds")):
        return 0.0
    found = table.numbers("body", "materials").get(material.key)
    return table.numbers("body", "kinds").get(material.kind, 0.0) if found is None else found


def _salt(preparation: Preparation) -> float:
    """g of salt in 100 g."""
    salt = preparation.grams_of(("salt",))
    return middle(100.0 * salt / preparation.total)


def undissolved(preparation: Preparation) -> Array:
    """g of salt, sugar and soluble powders that stay grains: what the water cannot hold."""
    out = np.zeros(1)
    for each in preparation.lines:
        if is_a(each.kind, "grain") and each.stays:
            out = out + np.maximum(each.grams - kinds()[each.kind]["holds"] * preparation.water, 0.0)
    return out
