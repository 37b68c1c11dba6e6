"""What was made as an ingredient, and as what a wash is done with: one account of what is in it."""

from dataclasses import replace
from unittest import TestCase

from eyebright.core.formulas.assess import Assessment, assess
from eyebright.core.formulas.model import Formula, Ingredient, planned_steps
from eyebright.core.formulas.prepare import PreparedSupply
from eyebright.core.make import as_supply
from eyebright.core.materials import Amount
from eyebright.core.numbers import Draws, middle

from .formulas import formula, supply


def made_of(made: Formula, key: str = "made-1", **more: object) -> tuple[PreparedSupply, Assessment]:
    """A formula, made; and its own reading."""
    plan = replace(made, steps=tuple(each.step for each in planned_steps(made)))
    found = assess(plan)
    density = middle(found.preparation.total / found.preparation.ml)
    return as_supply(key, "Last week's", plan, found.facts, density, **more), found  # type: ignore[arg-type]


def into(
    family: str, stuff: PreparedSupply, much: float, unit: str, *lines: object, **more: object
) -> Formula:
    """A formula with so much of something that was made in it, as its last line."""
    begun = formula(family, *lines, **more)  # type: ignore[arg-type]
    phase = "liquid" if stuff.material.unit == "mL" else "dry"
    line = Ingredient(begun.new_id(), stuff, Amount(much, unit), phase)  # type: ignore[arg-type]
    return begun.with_line(line)


class ByItself(TestCase):
    """Out of its bottle."""

    def test_it_has_the_ph_and_the_cleaning_that_it_was_made_with(self) -> None:
        for made in (
            formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 30, "mL")),
            formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")),
        ):
            stuff, own = made_of(made)
            again = assess(stuff.as_formula)
            assert own.ph is not None and again.ph is not None
            with self.subTest(made.family.key):
                self.assertAlmostEqual(again.ph.value, own.ph.value, delta=0.1)
                self.assertAlmostEqual(again.lift.scalp.value, own.lift.scalp.value, delta=0.05)
                self.assertEqual(again.formula.use, own.formula.use)

    def test_past_its_date_it_is_a_stop(self) -> None:
        stuff, _ = made_of(formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")), past=True)
        levels = {each.id: each.level for each in assess(stuff.as_formula).cautions}
        self.assertIn("stop", [level for name, level in levels.items() if "past" in name])

    def test_still_hot_it_is_a_stop(self) -> None:
        made = formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g"))
        hot, _ = made_of(made, celsius=62.0)
        cold, _ = made_of(made, celsius=25.0)
        self.assertIn("hot-stop", {each.id for each in assess(hot.as_formula).cautions})
        self.assertNotIn("hot-stop", {each.id for each in assess(cold.as_formula).cautions})


class AsAnIngredient(TestCase):
    """In something else."""

    def test_half_and_half_with_water_is_what_half_as_strong_gives(self) -> None:
        stuff, _ = made_of(formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 40, "mL")))
        thinned = assess(into("acid_rinse", stuff, 250, "mL", ("rain", 250, "mL")))
        plain = assess(formula("acid_rinse", ("rain", 500 - 18.5, "mL"), ("malt_vinegar", 18.5, "mL")))
        assert thinned.ph is not None and plain.ph is not None
        self.assertAlmostEqual(thinned.ph.value, plain.ph.value, delta=0.05)

    def test_allergens_and_hazards_come_along(self) -> None:
        stuff, _ = made_of(formula("mask", ("buttermilk", 100, "g"), ("oat_flour", 20, "g")))
        found = assess(into("mask", stuff, 50, "mL", ("honey", 20, "g")), head={"allergies": ["dairy"]})
        self.assertIn("dairy", found.facts["contains"])

    def test_a_spoon_of_a_dry_blend_is_weighed_by_its_own_looseness(self) -> None:
        stuff, _ = made_of(
            formula("dry_blend", ("soapwort", 80, "g", "powder"), ("nettle", 20, "g", "powder"))
        )
        found = assess(into("saponin_paste", stuff, 4, "tbsp", ("rain", 100, "mL")))
        grams = found.lines[-1].grams
        self.assertGreater(grams.value, 8.0)
        self.assertLess(grams.value, 60.0)
        self.assertLess(grams.low, grams.value)
        self.assertGreater(middle(found.cleaning.saponin), 0.0)

    def test_what_was_strained_off_is_not_strained_off_again(self) -> None:
        stuff, own = made_of(formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")))
        found = assess(into("saponin_liquor", stuff, 200, "mL", ("rain", 200, "mL"), ("linden", 4, "g")))
        water = assess(formula("saponin_liquor", ("rain", 400, "mL"), ("linden", 4, "g")))
        self.assertAlmostEqual(found.yield_ml.value, water.yield_ml.value, delta=0.03 * 400)
        strong = middle(own.cleaning.saponin / own.preparation.total)
        self.assertLess(middle(found.cleaning.saponin / found.preparation.total), strong)

    def test_what_it_brings_to_a_jug_is_what_is_in_it(self) -> None:
        stuff, own = made_of(formula("acid_rinse", ("rain", 500, "mL"), ("citric_acid", 5, "g")))
        brings = stuff.contribution(Draws(1))
        moles = float(brings.moles["citrate"][0])
        self.assertAlmostEqual(moles, 5.0 / 192.1 / own.yield_ml.value, delta=0.1 * moles)
        self.assertEqual(supply("rain").key.split("-")[0], "water")
