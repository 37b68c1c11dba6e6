"""The facts of a jug: it is read as the formula of the same lines, by the same builder (formulas/assess)."""

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, Any

import numpy as np

from ..chemistry import totals
from ..formulas.assess import cleaning_of, mix_facts, scent_of, shelf_life_facts
from ..formulas.model import (
    Family,
    Formula,
    Ingredient,
    Step,
    Weighed,
    default_phase,
    families,
    of_form,
    rinse_family,
)
from ..formulas.prepare import prepare
from ..heads import ADULT_CM2
from ..materials import Amount, Supply, unit_of
from ..numbers import Array, Draws, Figure, Spread
from ..vocabulary import Phase, Use
from .jug import Jug

if TYPE_CHECKING:
    from .answer import Question

EXACT = Spread.exact(1.0)
WATER_DENSITY = 0.998


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


def as_formula(jug: Jug, amount: float, use: Use, minutes: float) -> tuple[Formula, tuple[Weighed, ...]]:
    """A jug with so much of its open line (mL or g) as a formula: everything poured in and stirred."""
    family = family_of_jug(soda=False)
    weighed = []
    for place, (line, each) in enumerate(
        zip(jug.lines, jug.amounts(np.array([amount])), strict=True), start=1
    ):
        much = float(each[0])
        if much <= 0.0:
            continue
        supply = line.supply
        ingredient = Ingredient(
            place,
            supply,
            Amount(much, unit_of(supply)),
            stirred(supply, family),
            of_form(supply.material, ""),
        )
        density = _density(supply)
        grams = much if line.unit == "g" else much * density
        weighed.append(Weighed(ingredient, grams, EXACT, grams / density))
    lines = tuple(each.line for each in weighed)
    steps = (Step("mix_in", tuple(line.id for line in lines)),)
    return Formula("a jug", family, lines, steps, use=use, minutes=minutes), tuple(weighed)


def formula_of_layers(
    name: str, family: Family, layers: Sequence[tuple[Supply, float, str]], use: Use, minutes: float
) -> Formula:
    """A jug that was poured as a formula of its layers: (what, how much, mL or g) each, stirred in."""
    lines = tuple(
        Ingredient(place, supply, Amount(amount, unit), stirred(supply, family), of_form(supply.material, ""))
        for place, (supply, amount, unit) in enumerate(layers, start=1)
    )
    steps = (Step("mix_in", tuple(line.id for line in lines)),)
    return Formula(name, family, lines, steps, use=use, minutes=minutes)


def stirred(supply: Supply, family: Family) -> Phase:
    """The phase of what is stirred into a jug: nothing is drawn and strained there."""
    phase = default_phase(supply, family)
    return "dry" if phase == "infused" else phase


def _density(supply: Supply) -> float:
    material = supply.material
    if material is None:
        return WATER_DENSITY
    return material.density.mid if material.density else 1.0


def jug_facts(
    question: "Question", jug: Jug, amount: float, ph: Figure, grams: Mapping[str, Array]
) -> dict[str, Any]:
    """Everything that the rules know of a jug with so much of its open line (mL or g), and of its head.

    `grams`: g of each acid in 100 mL, draws.
    """
    formula, weighed = as_formula(jug, amount, question.use, question.minutes)
    draws = Draws(1)
    preparation = prepare(formula, weighed, draws)
    cleaning = cleaning_of(preparation, np.array([ph.value]))
    acetic = float(np.median(grams["acetate"])) if "acetate" in grams else 0.0
    facts = mix_facts(
        "jug",
        preparation,
        ph,
        totals(preparation.parts()),
        grams,
        cleaning,
        scent_of(preparation, question.head, cleaning.saponin, cleaning.surfactant),
        shelf_life_facts(preparation, acetic),
        None,
        question.head,
        formula.family.film.mid * ADULT_CM2,
    )
    family = family_of_jug(facts["soda_wash"])
    return facts | {
        "family": family.key,
        "family_name": family.name,
        "last": question.last or question.use == "left_in",
    }
