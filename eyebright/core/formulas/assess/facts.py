"""The facts of a formula: what the rules look at, beside those of the head that it is for."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from ...heads import material_facts
from ...materials import Slurry, acidic
from ...numbers import Array, Figure, middle
from ...rules import asked_of, facts_of
from ..model import METALS, SOLUBLE, Formula, Ingredient, planned_steps
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
SOUR = 5.0  # pH that a metal pot minds
HOT = 60.0  # °C from which a step heats what is in the pot
THICK = ("stiff", "spreads")


def formula_facts(
    preparation: Preparation,
    ph: Figure | None,
    acids: Mapping[str, Array],
    cleaning: Cleaning,
    scent: Scent | None,
    kept: Mapping[str, Any],
    thick: Texture | None,
    head: Mapping[str, Any],
) -> dict[str, Any]:
    """Everything that the rules know of a formula, and of its head. `kept`: its shelf-life facts."""
    acid = any(_sour(one) for one in preparation.lines)
    own = (
        _settings(preparation.formula)
        | _acidity(ph, acids)
        | _materials(preparation, head)
        | _soda_and_soap(preparation, cleaning, acid)
        | _scent(scent)
        | _steps(preparation, cleaning)
        | _feel(preparation, thick)
        | {
            "alkaline": ph is not None and ph.value >= ALKALINE,
            "sour": acid and ph is not None and ph.value < SOUR,
            "wet": kept["wet"],
            "dairy": kept["dairy"],
            "raw_gel": kept["raw_gel"],
        }
    )
    return facts_of("formula", own, head)


def _settings(formula: Formula) -> dict[str, Any]:
    family, rinsed = formula.family, formula.use == "rinsed_out"
    return {
        "family": family.key,
        "family_name": family.name,
        "family_most": family.most,
        "dried_on": family.dried_on,
        "use": formula.use,
        "last": not rinsed,
        "minutes": formula.minutes if rinsed else None,
        "cover": formula.cover,
        "plastic": formula.bottle == PLASTIC,
        "metal": formula.pot in METALS,
        "pot": formula.pot,
        "place": formula.place,
    }


def _acidity(ph: Figure | None, acids: Mapping[str, Array]) -> dict[str, Any]:
    by_acid = {name: middle(each) for name, each in acids.items()}
    return {
        "ph": ph.value if ph else None,
        "ph_low": ph.low if ph else None,
        "ph_high": ph.high if ph else None,
        "acetic_percent": by_acid.get("acetate", 0.0),
        "fruit_percent": sum(by_acid.get(name, 0.0) for name in FRUIT),
    }


def _materials(preparation: Preparation, head: Mapping[str, Any]) -> dict[str, Any]:
    """What is in it, by what its materials carry."""
    total = middle(preparation.total)
    lines = [(one, one.material) for one in preparation.lines if one.material is not None]
    materials = [material for _, material in lines]
    irritant = _percent([one for one, _ in lines if one.kind == "juice"], "irritant", total)
    named = [(material.key, material.name, one.weighed.line.supply.name) for one, material in lines]
    contains = [name for material in materials for name in material.contains]
    return material_facts(head, named, contains) | {
        "smells": [material.smell for material in materials if material.smell],
        "hazards": sorted({hazard for material in materials for hazard in material.hazards}),
        "kinds": sorted({one.kind for one in preparation.lines}),
        "powder": any(
            one.weighed.line.phase == "dry" and "dust" in material.hazards for one, material in lines
        ),
        "irritant": irritant > 0.0,
        "irritant_percent": irritant,
        "tannin": any(material.stain for material in materials),
        "abrasive": middle(undissolved(preparation)) > 0.005 * total
        and any("abrasive" in material.hazards for material in materials),
        "aloe": any(material.kind == "gel" and "latex" in material.contains for material in materials),
    }


def _soda_and_soap(preparation: Preparation, cleaning: Cleaning, acid: bool) -> dict[str, Any]:
    total, soap = middle(preparation.total), middle(cleaning.soap)
    soda = _percent(preparation.lines, "soda", total)
    mixed = soda > MIXED and acid
    return {
        "soda_percent": soda,
        "soda_and_acid": mixed,
        "soda_left": _soda_left(preparation) if mixed else 0.0,
        "soap_percent": 100.0 * middle(preparation.grams_of(("soap",))) / total,
        "soap_and_acid": acid and any(_carries(one, "soap") for one in preparation.lines),
        "scum_percent": 100.0 * cleaning.scum.value / soap if soap > 0.0 else 0.0,
        "scum_grams": cleaning.scum.value,
    }


def _scent(scent: Scent | None) -> dict[str, Any]:
    return {
        "scented": scent is not None,
        "scent_percent": scent.percent.value if scent else 0.0,
        "carried": scent is not None and scent.carried,
        "cineole": scent is not None and scent.strong,
        "photo": scent.photo if scent else 0.0,
    }


def _steps(preparation: Preparation, cleaning: Cleaning) -> dict[str, Any]:
    does = {each.kind.does for each in preparation.steps}
    saponin = 100.0 * middle(cleaning.saponin) / middle(preparation.total)
    return {
        "dust": preparation.formula.family.dust or bool({"mills", "sieves"} & does),
        "heated": preparation.heated,
        "foams": preparation.boiled and saponin > preparation_table()["headroom"]["foams_from"],
        "cooled": "cools" in does,
        "kept": bool({"bottles", "keeps"} & does),
        **_orders(preparation.formula),
    }


def _feel(preparation: Preparation, thick: Texture | None) -> dict[str, Any]:
    family = preparation.formula.family
    return {
        "paste": family.paste or bool(thick and thick.grade.key in THICK and family.cleans),
        "drips": bool(thick and thick.grade.drips),
        "drags": bool(thick and thick.grade.drags),
    }


def _orders(formula: Formula) -> dict[str, Any]:
    """Which of what goes in, or is done, comes before what: 'powder > water'."""
    first: dict[str, int] = {}
    last: dict[str, int] = {}
    for place, event in enumerate(_events(formula)):
        first.setdefault(event, place)
        last[event] = place

    def those(fact: str, ends: Mapping[str, int]) -> list[str]:
        pairs = [(pair, *pair.split(" > ")) for pair in asked_of(fact)]
        return [pair for pair, a, b in pairs if a in first and b in ends and first[a] < ends[b]]

    return {
        "first_before_first": those("first_before_first", first),
        "before_last": those("before_last", last),
    }


def _events(formula: Formula) -> Iterator[str]:
    """What happens, one thing at a time: what is added, then what the step does."""
    by_id = {line.id: line for line in formula.ingredients}
    for each in planned_steps(formula):
        for i in each.step.adds:
            yield from _is(by_id[i])
        if each.kind.hot and each.kind.hot > HOT:
            yield "heats"
        if each.kind.draws:
            yield "draws"
        if each.kind.does:
            yield each.kind.does


def _is(line: Ingredient) -> Iterator[str]:
    """What a line is, to the rules of order."""
    if line.phase == "dry" and line.kind not in SOLUBLE:
        yield "powder"
        yield "stays"
    if line.phase == "liquid" and line.kind != "humectant":
        yield "water"
    if line.material and "scented" in line.material.hazards:
        yield "scented"
    yield line.kind


def _carries(one: PreparedLine, hazard: str) -> bool:
    return one.material is not None and hazard in one.material.hazards


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
    return 100.0 * sum(middle(one.grams) for one in lines if _carries(one, hazard)) / total


def _soda_left(preparation: Preparation) -> float:
    """g of soda that no acid has used up, in all; below 0: the soda that the acid could still take."""
    bicarbonate, acid = 0.0, 0.0
    for one in preparation.lines:
        if one.material is None:
            continue
        grams = middle(one.grams)
        if "soda" in one.material.hazards:
            bicarbonate += grams / SODA_MASS
        elif _sour(one):
            held = one.weighed.line.supply.contribution(preparation.draws).moles
            counted = one.material.density.mid if one.material.unit == "mL" and one.material.density else 1.0
            each = sum(middle(moles) * EQUIVALENTS.get(name, 0.0) for name, moles in held.items())
            acid += grams / counted * max(each, 0.0)
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
