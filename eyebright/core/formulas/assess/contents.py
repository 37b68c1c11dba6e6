"""What is in a mix, as the rules look at it: one builder for a jug, a formula and a wash's link.

What a thing holds decides, never what it is called: hazards and shares come from the materials, acid and
alkali from the chemistry.
"""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

import numpy as np

from ...chemistry import Part, alkali_beyond_acid, solve, totals
from ...heads import Holding, holding_of, material_facts
from ...materials import Lot, Slurry, Supply, WaterLot, acidic, helper_table, is_a, kinds_that
from ...numbers import Array, Draws, Figure, middle
from ...rules import asked_of
from ..model import Family, Formula
from ..prepare import Preparation, PreparedLine, PreparedSupply
from .cleansing import Cleaning
from .texture import undissolved

ALKALINE = 8.5
# g of alkali in 100 g, meq that no acid took up, and pH, from which it washes as soda does
SODA_WASH = (0.3, 2.0, 7.0)
FRUIT = ("citrate", "tartrate", "malate", "ascorbate")
SODA_MASS = 84.007
SMALL, TOPPED_UP, SHARP = 300.0, 3000.0, 4.5  # g of water in a concentrate, and in the basin; pH
NONE = np.zeros(1)
GRAMS_PER_MEQ = 0.065  # g of acid, as citric acid has it: for herbs and teas whose acids nobody named
MIXED = 0.02  # g of soda, or of acid, in 100 g: less is a trace
SOUR_HERB = 3.6  # pH of its reference slurry: sumac, amla, roselle
SOUR = 5.0  # pH that a metal pot minds
CLAY = 0.1  # g of clay in 1 g: a clay mask
SOFTENS = 0.01  # g of oil or humectant in 1 g: enough to keep clay from drying hard
GRAINS = 0.005  # g that stay grains in 1 g
TRACE = 0.5  # % of the whole: less of a thing that irritates by itself is a trace
STRONG_OIL = 0.2  # % of the whole: clove and its kin
PROTEIN = (
    "dairy",
    "cereals",
    "oat",
    "nuts",
    "peanut",
    "sesame",
    "legumes",
    "soy",
    "buckwheat",
    "quinoa",
    "egg",
    "fish",
)
PLAIN = ("water", "oil")


def holdings_of(preparation: Preparation) -> list[Holding]:
    """What is in it, by name."""
    out = []
    for one in preparation.lines:
        supply = one.weighed.line.supply
        if supply.material is not None:
            out.append(holding_of(supply.material, supply.name))
        elif isinstance(supply, WaterLot) and supply.water.contains:
            out.append(Holding(supply.name, (supply.key, supply.name), supply.water.contains))
    return out


def contents_of(supplies: Iterable[Supply]) -> list[Holding]:
    """What is in some things, by name: what was made is taken apart into what it was made of."""
    out = []
    for supply in supplies:
        if isinstance(supply, PreparedSupply):
            out += contents_of(supplies_in(supply.formula))
        elif supply.material is not None:
            out.append(holding_of(supply.material, supply.name))
    return out


def wholes_of(name: str, product: str, family: Family, supplies: Iterable[Supply]) -> list[Holding]:
    """What a formula, and each thing made that goes into it, is known by: its name, product and family."""
    out = [
        Holding(name, (name, product or name)),
        Holding(family.name, (family.key, family.name, family.product)),
    ]
    for supply in supplies:
        if isinstance(supply, PreparedSupply):
            made = supply.formula
            out += wholes_of(made.name, made.product, made.family, supplies_in(made))
    return out


def supplies_in(formula: Formula) -> list[Supply]:
    """What its lines are of."""
    return [line.supply for line in formula.ingredients]


def content_facts(preparation: Preparation, head: Mapping[str, Any]) -> dict[str, Any]:
    """What is in it, by what its materials carry."""
    lines = preparation.lines
    total = middle(preparation.total)
    known = [(one, one.material) for one in lines if one.material is not None]
    hazards = {hazard for _, material in known for hazard in material.hazards}
    raw = [(one, material) for one, material in known if material.raw_cap > 0.0]
    over = sum(share_of([one], total) / material.raw_cap for one, material in raw)
    irritates = [one for one in carrying(lines, "irritant") if one.material and not one.material.raw_cap]
    irritates += [one for one in carrying(lines, "stings_fresh") if _stings(one, preparation)]
    hard = _grains(preparation, "abrasive") > GRAINS * total
    stinging = (
        share_of(irritates, total) > TRACE
        or share_of([one for one in irritates if is_a(one.kind, "essential")], total) > STRONG_OIL
    )
    refused = [(one, material) for one, material in known if material.refuse]
    past = [one for one in lines if isinstance(one.weighed.line.supply, Lot) and one.weighed.line.supply.past]
    old = list(dict.fromkeys(one.past for one in lines if one.past))
    soft = middle(preparation.grams_of(("oil", "butter", "humectant"))) / total
    kinds = {one.kind for one in lines}
    formula = preparation.formula
    wholes = wholes_of(formula.name, formula.product, formula.family, supplies_in(formula))
    return material_facts(head, holdings_of(preparation), wholes) | {
        "smells": [material.smell for _, material in known if material.smell],
        "hazards": sorted(hazards),
        "carriers": {
            hazard: _listed(_name(one) for one, material in known if hazard in material.hazards)
            for hazard in hazards
        },
        "alone": len(lines) == 1,
        "kinds": sorted(kinds),
        "powder": any({"dust", "powder"} <= _of_one(one) for one in lines),
        "irritant": over > 0.0 or stinging,
        "irritants": _listed(
            _name(one) for one in [*(one for one, _ in raw), *(irritates if stinging else ())]
        ),
        "one_holds": [
            pair
            for pair in asked_of("one_holds")
            if any(set(pair.split(" + ")) <= _of_one(one) for one in lines)
        ],
        **_helper_facts(preparation),
        "raw_over": over,
        "raw_said": _listed(f"{_name(one)} {material.raw_cap:g} %" for one, material in raw),
        "sun_percent": share_of(
            [one for one in carrying(lines, "sun") if not is_a(one.kind, "essential")], total
        ),
        "tannin": any(material.stain for _, material in known),
        "abrasive": hard,
        "coarse": _grains(preparation, "coarse") > GRAINS * total,
        "refused": _listed(_name(one) for one, _ in refused),
        "refused_why": "; ".join(dict.fromkeys(material.refuse for _, material in refused)),
        "past": _listed([*(_name(one) for one in past), *old]),
        "past_wet": bool(old) or any(is_a(one.kind, "spoils") for one in past),
        "plain": kinds <= set(PLAIN) or all("for_babies" in material.hazards for _, material in known),
        "protein": any(
            set(material.contains) & set(PROTEIN) and not is_a(material.kind, "protein_is_gone")
            for _, material in known
        ),
        "bare_clay": middle(preparation.grams_of(("clay",))) > CLAY * total and soft < SOFTENS,
        "fatty": middle(preparation.grams_of(kinds_that("fat"))) > SOFTENS * total,
        "raw_water": any(
            isinstance(one.weighed.line.supply, WaterLot)
            and one.weighed.line.supply.water.living
            and not one.boiled
            for one in lines
        ),
    }


def _of_one(one: PreparedLine) -> set[str]:
    """What one line is and carries, for rules about one material: its kind, its hazards, how it is used."""
    if one.material is None:
        return set()
    line = one.weighed.line
    powder = {"powder"} if line.phase == "dry" and one.stays and line.form != "fresh" else set()
    plant = {"plant"} if is_a(one.kind, "plant") else set()
    # what is bought holds the scented part of a plant as its oil
    drops = {"drops"} if "scented" in one.material.hazards or is_a(one.kind, "bought") else set()
    return {one.kind, *one.material.hazards} | powder | plant | drops


def _stings(one: PreparedLine, preparation: Preparation) -> bool:
    """Whether its stinging hairs are as they grew: fresh, and never hot."""
    return one.weighed.line.form == "fresh" and not one.boiled and not preparation.heated


def _grains(preparation: Preparation, hazard: str) -> float:
    """g of hard grains (`abrasive`, `coarse`) that stay: neither dissolved nor strained off."""
    lines = [one for one in carrying(preparation.lines, hazard) if one.stays]
    hard = [one for one in lines if not is_a(one.kind, "dissolves")]
    dissolving = any(is_a(one.kind, "grain") for one in lines)
    left = middle(undissolved(preparation)) if dissolving else 0.0
    return sum(middle(one.grams) for one in hard) + left


def _helper_facts(preparation: Preparation) -> dict[str, Any]:
    """The strong helpers in it against their caps for its use: the furthest over, and all of them."""
    total, use = middle(preparation.total), preparation.formula.use
    shares: dict[str, float] = {}
    for one in preparation.lines:
        for key, share in (one.material.helpers if one.material else {}).items():
            shares[key] = shares.get(key, 0.0) + 100.0 * share * middle(one.grams) / total
    rows = [(helper_table()[key], share) for key, share in shares.items()]
    over = [(share / row.cap(use), row, share) for row, share in rows if row.cap(use) > 0.0]
    most = max((times for times, _, _ in over), default=0.0)
    return {
        "helper_over": most,
        "helper_far": any(row.far and times > row.far for times, row, _ in over),
        "helper_said": _listed(
            f"{row.name} {share:.2g} %, at most {row.cap(use):g} %"
            for times, row, share in over
            if times > 1.0
        ),
    }


def acidity_facts(
    preparation: Preparation,
    ph: Figure | None,
    mixed: Mapping[str, Array],
    acids: Mapping[str, Array],
) -> dict[str, Any]:
    """Acid and alkali: pH, what no base or acid has taken up, g and meq in 100 mL.

    `mixed`: mol/kg of each component; `acids`: g of each acid in 100 mL, salt and all.
    """
    centre = {name: np.array([middle(each)]) for name, each in mixed.items()}
    beyond = 100.0 * float(alkali_beyond_acid(centre)[0]) if centre else 0.0  # meq in 100 g of water
    by_acid = {name: middle(each) for name, each in acids.items()}
    capacity = sum(each * EQUIVALENTS_PER_GRAM.get(name, 15.0) for name, each in by_acid.items())
    free = min(max(-beyond, 0.0) / capacity, 1.0) if capacity > 0.0 else 0.0
    acid = any(sour(one) for one in preparation.lines)
    return {
        "thinned_ph": _thinned(preparation, ph, mixed),
        "ph": ph.value if ph else None,
        "ph_shown": round(ph.value, 1) if ph else None,
        "ph_low": ph.low if ph else None,
        "ph_high": ph.high if ph else None,
        "acid_percent": max(free * sum(by_acid.values()), -beyond * GRAMS_PER_MEQ),
        "acetic_percent": free * by_acid.get("acetate", 0.0),
        "fruit_percent": free * sum(by_acid.get(name, 0.0) for name in FRUIT),
        "sharpening": free * sum(by_acid.get(name, 0.0) for name in ("acetate", *FRUIT)),
        "alkali": max(beyond, 0.0),
        "base_past_eight": 100.0 * float(alkali_beyond_acid(centre, 8.0)[0]) if centre else 0.0,
        "alkaline": ph is not None and ph.value >= ALKALINE,
        "sour": acid and ph is not None and ph.value < SOUR,
        "acid_in_it": acid,
    }


def _thinned(preparation: Preparation, ph: Figure | None, mixed: Mapping[str, Array]) -> float | None:
    """The pH of a small sharp mix topped up at the basin with its own water; None for any other."""
    waters = [one.weighed.line.supply for one in preparation.lines if one.material is None]
    water = middle(preparation.water)
    if ph is None or not waters or ph.value >= SHARP or not 0.0 < water <= SMALL:
        return None
    more = totals([Part(waters[0].contribution(Draws(1)), np.ones(1))])
    share = water / TOPPED_UP
    together = {name: (1.0 - share) * each for name, each in more.items()}
    for name, each in mixed.items():
        together[name] = together.get(name, NONE) + share * middle(each)
    return float(solve(together).ph[0])


def soda_and_soap_facts(
    preparation: Preparation, cleaning: Cleaning, ph: Figure | None, acidity: Mapping[str, Any]
) -> dict[str, Any]:
    """What of soda and soap is in it, and what acid and hard water do to them. `acidity`: its facts."""
    total, soap = middle(preparation.total), middle(cleaning.soap)
    soda = share_of(carrying(preparation.lines, "soda"), total)
    acid = acidity["acid_in_it"]
    mixed = soda > MIXED and acid
    return {
        "soda_percent": soda,
        "soda_wash": ph is not None
        and soda >= SODA_WASH[0]
        and acidity["alkali"] >= SODA_WASH[1]
        and ph.value >= SODA_WASH[2],
        "soda_and_acid": mixed,
        "soda_left": _soda_left(preparation) if mixed else 0.0,
        "soda_heated": preparation.heated and _heated_soda(preparation),
        "soap_percent": 100.0 * soap / total,
        "soap_and_acid": acid and bool(carrying(preparation.lines, "soap")),
        "scum_percent": 100.0 * cleaning.scum.value / soap if soap > 0.0 else 0.0,
        "scum_grams": cleaning.scum.value,
    }


def _heated_soda(preparation: Preparation) -> bool:
    """Whether soda is in the pot at a hot step, or goes into what is still hot."""
    soda = {one.weighed.line.id for one in carrying(preparation.lines, "soda")}
    inside: set[int] = set()
    hot = False
    for each in preparation.steps:
        inside |= set(each.step.adds)
        hot = bool(each.kind.hot) or (hot and each.kind.does != "cools")
        if hot and inside & soda:
            return True
    return False


def carrying(lines: Sequence[PreparedLine], hazard: str) -> list[PreparedLine]:
    """The lines that carry this hazard."""
    return [one for one in lines if one.material is not None and hazard in one.material.hazards]


def share_of(lines: Sequence[PreparedLine], total: float) -> float:
    """g of these in 100 g."""
    return 100.0 * sum(middle(one.grams) for one in lines) / total


def sour(one: PreparedLine) -> bool:
    """Whether it is an acid that soap and soda mind: a vinegar, a juice, a powder, dairy, a sour herb."""
    material = one.material
    if material is None or not acidic(material):
        return material is not None and "mineral acid" in material.hazards
    if isinstance(material.side, Slurry):
        return material.side.ph.mid < SOUR_HERB
    return is_a(material.kind, "acid") or is_a(material.kind, "sour_food") or bool(material.refuse)


def _name(one: PreparedLine) -> str:
    return one.weighed.line.supply.name


def _listed(names: Any) -> str:
    return ", ".join(dict.fromkeys(names))


def _soda_left(preparation: Preparation) -> float:
    """g of soda that no acid has used up, in all; below 0: the soda that the acid could still take."""
    bicarbonate, acid = 0.0, 0.0
    for one in preparation.lines:
        if one.material is None:
            continue
        grams = middle(one.grams)
        if "soda" in one.material.hazards:
            bicarbonate += grams / SODA_MASS
        elif sour(one):
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
# meq of base that a gram of the whole acid takes up to about pH 7.
EQUIVALENTS_PER_GRAM = {
    "acetate": 16.65,
    "citrate": 14.9,
    "lactate": 11.1,
    "tartrate": 13.3,
    "malate": 14.9,
    "ascorbate": 5.7,
    "gluconate": 5.1,
}
