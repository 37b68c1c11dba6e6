"""What the caution rules look at of a formula, beside the facts of a head."""

from collections.abc import Mapping, Sequence
from typing import Any

from ...heads import with_materials
from ...materials import Slurry, acidic
from ...numbers import Array, Figure, middle
from ..model import METALS
from ..prepare import Preparation, PreparedLine, preparation_table
from .cleansing import Cleaning
from .scent import Scent
from .texture import Texture, undissolved

ALKALINE = 8.5
FRUIT = ("citrate", "tartrate", "malate", "ascorbate")
SODA_MASS = 84.007
MIXED = 0.02  # g of soda, or of acid, in 100 g: less is a trace
PLASTIC = "plastic"
ACIDS = ("vinegar", "juice", "wine", "acid powder", "acid syrup", "dairy")
SOUR_HERB = 3.6  # pH of its reference slurry: sumac, amla, roselle


def facts_of_formula(
    preparation: Preparation,
    ph: Figure | None,
    acids: Mapping[str, Array],
    cleaning: Cleaning,
    scent: Scent | None,
    kept: Mapping[str, Any],
    thick: Texture | None,
    head: Mapping[str, Any],
) -> dict[str, Any]:
    """Everything that the rules know of a formula, and of the head it is for."""
    formula, family, total = preparation.formula, preparation.formula.family, middle(preparation.total)
    stuffs = [one for one in preparation.lines if one.material is not None]
    materials = [one.material for one in stuffs if one.material]
    hazards = {hazard for material in materials for hazard in material.hazards}
    by_acid = {name: middle(each) for name, each in acids.items()}
    acetic = by_acid.pop("acetate", 0.0)
    soda = _percent(stuffs, "soda", total)
    acid = any(_sour(one) for one in stuffs)
    soap = 100.0 * middle(preparation.grams_of(("soap",))) / total
    irritant = _percent([one for one in stuffs if one.kind == "juice"], "irritant", total)
    does = [each.kind.does for each in preparation.steps]
    cooled = "cools" in does
    known = with_materials(
        head,
        [
            (one.material.key, one.material.name, one.weighed.line.supply.name)
            for one in stuffs
            if one.material
        ],
        [name for material in materials for name in material.contains],
    )
    soap_g = middle(cleaning.soap)
    saponin = 100.0 * middle(cleaning.saponin) / total
    facts: dict[str, Any] = {
        "family": family.key,
        "family_name": family.name,
        "family_most": family.most,
        "use": formula.use,
        "last": formula.use == "left_in",
        "minutes": formula.minutes if formula.use == "rinsed_out" else None,
        "acetic_percent": acetic,
        "fruit_percent": sum(by_acid.get(name, 0.0) for name in FRUIT),
        "smells": [material.smell for material in materials if material.smell],
        "hazards": sorted(hazards),
        "wet": kept["wet"],
        "alkaline": ph is not None and ph.value >= ALKALINE,
        "soda_percent": soda,
        "soda_and_acid": soda > MIXED and acid,
        "soda_left": _soda_left(preparation) if soda > MIXED and acid else 0.0,
        "soap_percent": soap,
        "soap_and_acid": "soap" in hazards and acid,
        "scum_percent": 100.0 * cleaning.scum.value / soap_g if soap_g > 0.0 else 0.0,
        "scum_grams": cleaning.scum.value,
        "powder": any(
            one.weighed.line.phase == "dry" and one.material and "dust" in one.material.hazards
            for one in stuffs
        ),
        "dust": family.dust or bool({"mills", "sieves"} & set(does)),
        "paste": family.paste or bool(thick and thick.grade.key in ("stiff", "spreads") and family.cleans),
        "irritant": irritant > 0.0,
        "irritant_percent": irritant,
        "scented": scent is not None,
        "scent_percent": scent.percent.value if scent else 0.0,
        "carried": scent is not None and scent.carried,
        "cineole": scent is not None and scent.strong,
        "photo": scent.photo if scent else 0.0,
        "plastic": formula.bottle == PLASTIC,
        "metal": formula.pot in METALS,
        "pot": formula.pot,
        "sour": acid and ph is not None and ph.value < 5.0,
        "tannin": any(material.stain for material in materials),
        "abrasive": middle(undissolved(preparation)) > 0.005 * total and "abrasive" in hazards,
        "dried_on": family.dried_on,
        "cover": formula.cover,
        "heated": preparation.heated,
        "foams": preparation.boiled and saponin > preparation_table()["headroom"]["foams_from"],
        "cooled": cooled,
        "kept": bool({"bottles", "keeps"} & set(does)),
        "place": formula.place,
        "dairy": kept["dairy"],
        "raw_gel": kept["raw_gel"],
        "aloe": any(material.key == "aloe_gel" for material in materials),
        "drips": bool(thick and thick.grade.drips),
        "drags": bool(thick and thick.grade.drags),
    }  # fmt: skip
    if ph is not None:
        facts |= {"ph": ph.value, "ph_low": ph.low, "ph_high": ph.high}
    return {**known, **facts}


def _sour(one: PreparedLine) -> bool:
    """Whether it is an acid that soap and soda mind: a vinegar, a juice, a powder, dairy, a sour herb."""
    material = one.material
    if material is None or not acidic(material):
        return False
    if isinstance(material.side, Slurry):
        return material.side.ph.mid < SOUR_HERB
    return material.kind in ACIDS


def _percent(lines: Sequence[PreparedLine], hazard: str, total: float) -> float:
    """g in 100 g of what carries this hazard."""
    grams = sum(middle(one.grams) for one in lines if one.material and hazard in one.material.hazards)
    return 100.0 * grams / total


def _soda_left(preparation: Preparation) -> float:
    """g of soda that no acid has used up, in all; below 0: the soda that the acid could still take."""
    bicarbonate, acid = 0.0, 0.0
    for one in preparation.lines:
        if one.material is None:
            continue
        each = middle(one.grams)
        if "soda" in one.material.hazards:
            bicarbonate += each / SODA_MASS
        elif _sour(one):
            contribution = one.weighed.line.supply.contribution(preparation.draws)
            amount = (
                each
                if one.material.unit == "g"
                else each / (one.material.density.mid if one.material.density else 1.0)
            )
            held = sum(
                middle(moles) * EQUIVALENTS.get(name, 0.0) for name, moles in contribution.moles.items()
            )
            acid += amount * max(held, 0.0)
    return (bicarbonate - acid) * SODA_MASS


# Equivalents of base that a mol takes up to about pH 7; what is salt already takes none.
EQUIVALENTS = {
    "acetate": 1.0,
    "citrate": 3.0,
    "lactate": 1.0,
    "tartrate": 2.0,
    "malate": 2.0,
    "ascorbate": 1.0,
    "gluconate": 1.0,
    "potassium": -1.0,
    "sodium": -1.0,
}
