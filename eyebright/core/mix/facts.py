"""The facts of a jug: what the rules look at, beside those of the head that it is for."""

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, Any

import numpy as np

from ..formulas.assess import scent_table
from ..formulas.model import Family, families, rinse_family
from ..heads import material_facts
from ..materials import Material
from ..numbers import Array, Figure
from ..rules import facts_of
from .jug import Jug, Line, kind_of

if TYPE_CHECKING:
    from .answer import Question

SODA_WASH_PH = 7.5  # a jug with soda in it and above this is a soda wash
IRRITANT = 0.25  # of the jug: so much raw juice irritates
Poured = tuple[Line, Material, float]


def family_of_jug(soda: bool) -> Family:
    """What a jug is among the families: a soda wash, or an acid rinse."""
    washes = (family for family in families().values() if family.soda)
    return next(washes) if soda else rinse_family("rinsed_out")


def used_as(family: str, use: str) -> str:
    """The family, by key, that a head remembers a jug as: a soda wash, what was left in, or a rinse.

    `family`: what the facts of the jug say, "" where it was poured before they said it.
    """
    known = families().get(family)
    return known.key if known is not None and known.soda else rinse_family(use).key


def jug_facts(
    question: "Question", jug: Jug, amount: float, ph: Figure, grams: Mapping[str, Array]
) -> dict[str, Any]:
    """Everything that the rules know of a jug with so much of its open line (mL or g), and of its head.

    `grams`: g of each acid in 100 mL, draws.
    """
    here = np.array([amount])
    volume = float(jug.size(here)[0])
    there = [
        (line, line.supply.material, float(each[0]))
        for line, each in zip(jug.lines, jug.amounts(here), strict=True)
        if line.supply.material is not None and each[0] > 0.0
    ]
    rinsed = question.use == "rinsed_out"
    own = (
        _acidity(ph, grams)
        | _kind(there, ph, volume)
        | _materials(there, jug, amount, ph, volume)
        | _scent(there, volume)
        | material_facts(
            question.head,
            [(material.key, material.name, line.supply.name) for line, material, _ in there],
            [name for _, material, _ in there for name in material.contains],
        )
        | {
            "use": question.use,
            "last": question.last or not rinsed,
            "minutes": question.minutes if rinsed else None,
            "cover": False,  # a jug is poured: nothing is put over it
        }
    )
    return facts_of("jug", own, question.head)


def _acidity(ph: Figure, grams: Mapping[str, Array]) -> dict[str, Any]:
    by_acid = {component: float(np.median(each)) for component, each in grams.items()}
    acetic = by_acid.pop("acetate", 0.0)
    return {
        "ph": ph.value,
        "ph_low": ph.low,
        "ph_high": ph.high,
        "acetic_percent": acetic,
        "fruit_percent": sum(by_acid.values()),
    }


def _kind(there: Sequence[Poured], ph: Figure, volume: float) -> dict[str, Any]:
    """Whether it is a soda wash or a rinse, and what of soda and soap is in it."""
    hazards = _hazards(there)
    soda = 100.0 * _share(there, "soda", volume)
    acid = any(kind_of(line.supply) == "acid" for line, _, _ in there)
    alkaline = "alkaline" in hazards and ph.value > SODA_WASH_PH
    family = family_of_jug(soda > 0.0 and alkaline)
    return {
        "family": family.key,
        "family_name": family.name,
        "alkaline": alkaline,
        "soda_percent": soda,
        "soda_and_acid": soda > 0.0 and acid,
        "soap_percent": 100.0 * _share(there, "soap", volume),
        "soap_and_acid": "soap" in hazards and acid,
    }


def _materials(there: Sequence[Poured], jug: Jug, amount: float, ph: Figure, volume: float) -> dict[str, Any]:
    hazards = _hazards(there)
    materials = [material for _, material, _ in there]
    juices = [each for each in there if each[1].kind == "juice"]
    irritant = _share(there, "irritant", volume)
    return {
        "smells": [material.smell for material in materials if material.smell],
        "hazards": sorted(hazards),
        "powder": "dust" in hazards,
        "paste": "paste" in hazards,
        "irritant": irritant > IRRITANT and ph.low < 7.0,
        "irritant_percent": 100.0 * _share(juices, "irritant", volume),
        "tannin": any(material.stain for material in materials),
        "abrasive": "abrasive" in hazards and jug.undissolved(amount) > 0.0,
        "aloe": any(material.kind == "gel" and "latex" in material.contains for material in materials),
    }


def _scent(there: Sequence[Poured], volume: float) -> dict[str, Any]:
    oils = [(material, each) for _, material, each in there if "scented" in material.hazards]
    caps: Mapping[str, float] = scent_table()["photo"]
    shares = {material.key: 100.0 * each / volume if volume else 0.0 for material, each in oils}
    return {
        "scented": bool(oils),
        "scent_percent": sum(shares.values()),
        "carried": False,  # nothing in a jug is stirred so that it stays apart
        "cineole": any("cineole" in material.hazards for material, _ in oils),
        "photo": sum(share / caps[key] for key, share in shares.items() if key in caps),
    }


def _hazards(there: Sequence[Poured]) -> set[str]:
    return {hazard for _, material, _ in there for hazard in material.hazards}


def _share(there: Sequence[Poured], hazard: str, volume: float) -> float:
    """What share of the jug is made of what carries this hazard."""
    of = sum(each for _, material, each in there if hazard in material.hazards)
    return of / volume if volume else 0.0
