"""Substitutes by what a material does, not by what it is called, with the amount that does as much."""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache

from ... import tables
from ...heads import allergens
from ...materials import Liquor, Material, Salt, Slurry, Supply, SupplyKey, acidic, is_a
from ...numbers import Draws
from ...tables import Figures
from ..assess import body

ACID_TO_PH = 4.0  # what a slurry holds is counted down to this pH
THICKER = 0.3  # what 1 g more of solids in 1 g takes from a substitute's fitness
SOURER = 0.05  # and what a pH of one unit away takes from it
MOST_TIMES, LEAST_TIMES = 12.0, 1.0 / 12.0


@dataclass(frozen=True)
class Substitute:
    """Something that can take a line's place: how alike, how many g for 1 g, and what it does alike."""

    supply: Supply
    likeness: float
    times: float
    does: str


@cache
def _table() -> Figures:
    return tables.figures(__file__, "substitutes.toml")


SAYS = {
    "saponin": "foams and washes out oil",
    "soap": "washes as soap",
    "surfactant": "foams and washes out oil",
    "acid": "sours",
    "alkali": "makes alkaline",
    "clay": "takes up oil as clay",
    "thickens": "thickens",
    "slip": "gives slip",
    "oil": "oils",
    "humectant": "holds moisture",
    "fat": "gives fat",
    "cream": "gives body and a little protein",
    "scent": "scents",
    "tannin": "tightens with tannin",
    "grain": "rubs",
    "water": "thins",
}


@cache
def does(material: Material | None) -> Mapping[str, float]:
    """How much of each role is in 1 g of it."""
    if material is None:
        return {"water": 1.0}
    out: dict[str, float] = {}
    role = _table().words("kinds").get(material.kind)
    if role:
        out[role] = 1.0
    for name in ("saponin", "tannin"):
        share = getattr(material, name)
        if share is not None and share.mid > 0.002:
            out[name] = share.mid
    if fat := _table().numbers("fat").get(material.key):
        out["fat"] = fat
    if material.surfactant is not None:
        out["soap" if "soap" in material.hazards else "surfactant"] = material.surfactant.mid
    if material.mucilage is not None:
        out["slip"] = material.mucilage.mid
    if material.water_uptake is not None and is_a(material.kind, "thickens"):
        out["thickens"] = material.water_uptake.mid
    sour = _acid(material)
    if sour:
        out["acid" if sour > 0.0 else "alkali"] = abs(sour)
    return out


def _acid(material: Material) -> float:
    """mmol of acid in 1 g (below 0: of base), counted only where that is what it is for."""
    match material.side:
        case Salt(acid=acid, formula_mass=mass, cations=cations, purity=purity) if acid:
            if acid == "carbonate":
                return -1000.0 * sum(cations.values()) / mass * purity.mid / 100.0
            protons = {"citrate": 3, "tartrate": 2, "malate": 2}.get(acid, 1)
            return 1000.0 * (protons - sum(cations.values())) / mass * purity.mid / 100.0
        case Liquor() if is_a(material.kind, "liquid_acid"):
            moles = material.contribution(Draws(1)).moles
            count = {"citrate": 3.0, "tartrate": 2.0, "malate": 2.0}
            held = sum(
                float(each[0]) * count.get(name, 1.0)
                for name, each in moles.items()
                if name not in ("potassium", "sodium", "chloride")
            )
            return 1000.0 * held / (material.density.mid if material.density else 1.0)
        case Slurry(ph=ph, buffer=buffer, per=per) if acidic(material) and ph.mid < ACID_TO_PH:
            return buffer.mid * (7.0 - ph.mid) * 0.1 / per
    return 0.0


def _vector(material: Material | None) -> dict[str, float]:
    weight = _table().numbers("weight")
    return {role: amount * weight[role] for role, amount in does(material).items()}


def likeness(first: Material | None, second: Material | None) -> float:
    """How alike two materials are in what they do, 0 to 1."""
    one, two = _vector(first), _vector(second)
    dot = sum(each * two.get(role, 0.0) for role, each in one.items())
    size = math.sqrt(sum(each**2 for each in one.values()) * sum(each**2 for each in two.values()))
    return dot / size if size else 0.0


def main_role(material: Material | None) -> str:
    """What it is mostly there for; "" for what does nothing that is known."""
    vector = _vector(material)
    return max(vector, key=lambda role: vector[role]) if vector else ""


def substitutes(material: Material | None, among: Iterable[Supply]) -> list[Substitute]:
    """What can take its place, the likest first; of equals, what is at hand."""
    role = main_role(material)
    if not role:
        return []
    had = does(material)[role]
    out = []
    for supply in among:
        if supply.material is not None and material is not None and supply.material.key == material.key:
            continue
        alike = likeness(material, supply.material)
        has = does(supply.material).get(role, 0.0)
        if alike < _table().number("weight", "least") or has <= 0.0:
            continue
        times = had / has
        if not LEAST_TIMES <= times <= MOST_TIMES:
            continue
        out.append(Substitute(supply, alike * _fitness(material, supply, times), times, SAYS[role]))
    return sorted(out, key=lambda each: -each.likeness)


def _fitness(material: Material | None, supply: Supply, times: float) -> float:
    """How well it takes the place otherwise: alike in kind, at hand, and no new harm in it."""
    other = supply.material
    out = 1.0 - 0.03 * abs(math.log(times))
    if not SupplyKey(supply.key).at_hand:
        out -= 0.06
    if (other.kind if other else "water") != (material.kind if material else "water"):
        out -= 0.05
    if other is not None and material is not None:
        out -= THICKER * abs(body(other, other.kind) - body(material, material.kind))
        match material.side, other.side:
            case ((Slurry(ph=had_ph) | Liquor(ph=had_ph)), (Slurry(ph=has_ph) | Liquor(ph=has_ph))):
                out -= SOURER * abs(has_ph.mid - had_ph.mid) if had_ph and has_ph else 0.0
    if other is not None:
        had = material.hazards if material else ()
        out -= 0.08 * len(set(other.hazards) - set(had) - {"dust", "eyes", "paste"})
        out -= 0.05 * len(set(other.contains) - set(material.contains if material else ()))
        out -= 0.05 * bool(other.stain and not (material and material.stain))
    return max(out, 0.1)


def holds_any(material: Material | None, words: Sequence[str]) -> bool:
    """Whether it is one of these kinds, or holds or may hold one of these allergens."""
    if material is None:
        return False
    held = {*material.contains, *material.may_contain}
    return any(word in held if word in allergens() else word == material.kind for word in words)
