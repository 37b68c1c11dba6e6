"""Backwards from what is wanted: the fewest lines change, and what is promised comes of it."""

from dataclasses import replace
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import (
    Proposal,
    does,
    goals,
    likeness,
    main_role,
    replace_lines,
    scaling,
    substitutes,
)
from eyebright.core.formulas.model import (
    Formula,
    FormulaError,
    Step,
    planned_steps,
    sensible_steps,
    step_kinds,
)
from eyebright.core.heads import hair_and_scalp_of
from eyebright.core.materials import material

from .formulas import LIBRARY, bench, formula, start
from .heads import head

LIQUOR = formula("saponin_liquor", ("rain", 600, "mL"), ("soapwort", 60, "g", "broken"))
CLAY = formula("clay_damp", ("rain", 120, "mL"), ("rhassoul", 75, "g"), ("hemp_seed_oil", 1, "tsp"))
SOAP = formula("soap_wash", ("rain", 200, "mL"), ("paste_soap", 30, "mL"))


class Goals(TestCase):
    """Each goal, checked by reading what it proposes."""

    def says(self, found: Proposal) -> list[str]:
        return [change.says for change in found.changes]

    def test_lift_less_and_more_by_one_line(self) -> None:
        quick = bench().quick
        for made, way in ((SOAP, "less"), (LIQUOR, "more")):
            with self.subTest(way):
                found = goals.lift(made, bench(), way)
                self.assertTrue(found.met)
                self.assertEqual(len(found.changes), 1)
                before, after = (quick(each).lift.scalp.value for each in (made, found.formula))
                self.assertEqual(after < before, way == "less")
                self.assertNotEqual(quick(made).lift.grade, quick(found.formula).lift.grade)

    def test_a_share_of_the_oil(self) -> None:
        found = goals.lift(LIQUOR, bench(), "", 0.5)
        self.assertAlmostEqual(bench().quick(found.formula).lift.scalp.value, 0.5, delta=0.03)

    def test_what_cannot_be_had_is_said_with_the_nearest(self) -> None:
        far = goals.lift(CLAY, bench(), "", 0.9)
        self.assertFalse(far.met)
        self.assertIn("cannot be had with these lines; the nearest is about", far.says)
        rinse = formula("herb_mild", ("rain", 500, "mL"), ("linden", 8, "g"))
        self.assertIn("Nothing in it cleans", goals.lift(rinse, bench(), "more").says)
        self.assertIn(
            "stays in washes out nothing", goals.lift(start("night_watch_oil"), bench(), "more").says
        )

    def test_make_it_cling_by_its_liquid(self) -> None:
        found = goals.thickness(CLAY, bench(), "clings")
        self.assertEqual(bench().quick(found.formula).texture.grade.key, "clings")
        self.assertEqual(len(found.changes), 1)
        self.assertIn("Rain water: 120 mL →", self.says(found)[0])
        again = goals.thickness(found.formula, bench(), "clings")
        self.assertEqual((again.met, again.changes), (True, ()))

    def test_a_thin_liquor_clings_by_something_new(self) -> None:
        thin = formula("acid_rinse", ("rain", 500, "mL"), ("spirit_vinegar", 10, "mL"))
        found = goals.thickness(thin, bench("oat_flour"), "clings")
        self.assertTrue(found.met)
        self.assertIn("Oat flour", self.says(found)[0])
        self.assertIn("new", self.says(found)[0])

    def test_bring_it_to_a_ph(self) -> None:
        mask = start("buttermilk_mask")
        for aim in (4.4, 5.5):
            with self.subTest(aim):
                found = goals.ph(mask, bench("citric_acid", "baking_soda"), aim)
                self.assertTrue(found.met, found.says)
                self.assertAlmostEqual(bench().quick(found.formula).ph.value, aim, delta=0.15)

    def test_more_of_what_sours_it_before_anything_new(self) -> None:
        rinse = formula("acid_rinse", ("very_hard", 500, "mL"), ("malt_vinegar", 20, "mL"))
        found = goals.ph(rinse, bench(), 4.2)
        self.assertTrue(found.met)
        self.assertEqual([change.line for change in found.changes], [2])

    def test_what_would_take_too_much_is_not_proposed(self) -> None:
        clay = formula("clay_damp", ("rain", 75, "mL"), ("kaolin", 75, "g"), ("rhassoul", 10, "g"))
        found = goals.ph(clay, bench("baking_soda"), 7.9)
        self.assertEqual((found.met, found.changes), (False, ()))
        self.assertIn("more than belongs in it", found.says)

    def test_soap_is_never_brought_down_by_acid(self) -> None:
        found = goals.ph(SOAP, bench("citric_acid"), 5.0)
        self.assertFalse(found.met)
        self.assertIn("acid in it curdles", found.says)
        self.assertEqual(found.formula, SOAP)

    def test_fill_four_cubes(self) -> None:
        found = scaling.makes(LIQUOR, bench(), 4 * 30.0)
        self.assertAlmostEqual(bench().quick(found.formula).yield_ml.value, 120.0, delta=12.0)
        with self.assertRaises(FormulaError):
            scaling.makes(LIQUOR, bench(), 0.0)

    def test_one_wash_for_a_head(self) -> None:
        whom = head({"birth_year": 2017})
        facts = whom.facts()
        for_her = bench(head=facts, hair_and_scalp=lambda draws: hair_and_scalp_of(whom, facts, draws))
        found = scaling.for_head(CLAY, for_her, 1.0, "Ottoline")
        reading = for_her.quick(found.formula)
        dose = reading.lift.on_scalp.value + reading.lift.on_lengths.value
        self.assertAlmostEqual(reading.yield_g.value, dose, delta=0.1 * dose)
        self.assertIn("One wash for Ottoline", found.says)
        self.assertLessEqual(found.formula.minutes, 15.0)

    def test_another_form_of_as_much_plant(self) -> None:
        found = scaling.to_form(LIQUOR, bench(), 2, "fresh")
        self.assertTrue(120 < found.formula.ingredients[1].amount.value < 260)
        self.assertIn("likely", found.says)
        with self.assertRaises(FormulaError):
            scaling.to_form(CLAY, bench(), 2, "fresh")


def orders(made: Formula) -> set[str]:
    """The orders that fail, of those said of a formula."""
    return {each.id for each in assess(made).cautions if each.id.startswith("order-")}


class Order(TestCase):
    """A sensible order, and orders that fail."""

    def fails(self, *steps: Step, made=None) -> set[str]:
        made = made or CLAY
        return orders(formula_with(made, steps))

    def test_powder_before_liquid(self) -> None:
        wrong = (Step("mix_in", (2,)), Step("mix_in", (1,)), Step("stir_in", (3,)))
        self.assertEqual(self.fails(*wrong), {"order-powder-first"})
        self.assertEqual(self.fails(Step("mix_in", (1, 2)), Step("stir_in", (3,))), set())

    def test_essential_oil_into_a_boiling_pot(self) -> None:
        made = formula(
            "saponin_liquor", ("rain", 500, "mL"), ("soapwort", 50, "g"), ("lavender_oil", 4, "drop")
        )
        into = (Step("boil", (1, 2, 3)), Step("strain"), Step("cool"))
        self.assertIn("order-scent-into-hot", self.fails(*into, made=made))
        last = (Step("boil", (1, 2)), Step("strain"), Step("cool"), Step("stir_in", (3,)))
        self.assertEqual(self.fails(*last, made=made), set())

    def test_strained_before_it_has_drawn_and_bottled_hot(self) -> None:
        made = formula("saponin_liquor", ("rain", 500, "mL"), ("soapwort", 50, "g"))
        wrong = (Step("mix_in", (1, 2)), Step("strain"), Step("simmer"), Step("bottle"), Step("cool"))
        self.assertEqual(self.fails(*wrong, made=made), {"order-strain-too-soon", "order-bottled-hot"})

    def test_the_sensible_order_never_fails(self) -> None:
        made = formula(
            "saponin_liquor", ("rain", 500, "mL"), ("soapwort", 50, "g"), ("malt_vinegar", 5, "mL"),
            ("buttermilk", 20, "mL"), ("lavender_oil", 4, "drop"), ("kaolin", 10, "g"),
        )  # fmt: skip
        wrong = (
            Step("bottle"),
            Step("stir_in", (5,)),
            Step("simmer", (1, 2, 3, 4, 6)),
            Step("strain"),
            Step("cool"),
        )
        self.assertTrue(self.fails(*wrong, made=made))
        put_right = formula_with(made, sensible_steps(formula_with(made, wrong)))
        self.assertFalse(orders(put_right))
        self.assertEqual(
            sorted(i for each in planned_steps(put_right) for i in each.step.adds), [1, 2, 3, 4, 5, 6]
        )

    def test_every_line_goes_in_somewhere_whatever_was_written(self) -> None:
        for kind in step_kinds():
            with self.subTest(kind):
                made = formula_with(CLAY, (Step(kind),))
                self.assertEqual(sorted(i for each in planned_steps(made) for i in each.step.adds), [1, 2, 3])

    def test_each_step_has_its_time_or_its_sign_and_what_to_do_without(self) -> None:
        timed = planned_steps(
            formula_with(CLAY, (Step("mix_in", (1, 2)), Step("rest", least=12.0, most=15.0)))
        )
        rest = next(each for each in timed if each.kind.key == "rest")
        self.assertEqual((rest.least, rest.most, rest.until), (12.0, 15.0, ""))
        simmer = planned_steps(formula_with(LIQUOR, (Step("simmer", (1, 2), sign="soft"),)))[0]
        self.assertEqual(simmer.until, "until it is soft to the finger")
        self.assertIn("twice the time", simmer.if_not)


def formula_with(made, steps):
    """The same formula, made by these steps."""
    return replace(made, steps=tuple(steps))


class Swaps(TestCase):
    """By what a material does."""

    def test_what_takes_whose_place(self) -> None:
        for what, first in (
            ("soapwort", "horse_chestnut"),
            ("buttermilk", "yoghurt"),
            ("citric_acid", "malic_acid"),
            ("kaolin", "rhassoul"),
        ):
            with self.subTest(what):
                names = [each.supply.material.key for each in substitutes(material(what), LIBRARY)]
                self.assertIn(first, names[:5])
        self.assertEqual(main_role(material("lavender_oil")), "scent")
        self.assertEqual(likeness(material("kaolin"), material("olive_oil")), 0.0)

    def test_as_much_as_does_as_much(self) -> None:
        nuts = next(
            each
            for each in substitutes(material("soapwort"), LIBRARY)
            if each.supply.material.key == "soapnut"
        )
        self.assertAlmostEqual(nuts.times, 0.04 / 0.12, delta=0.01)
        self.assertEqual(does(material("soapnut"))["saponin"], 0.12)

    def test_without_dairy_ph_and_thickness_stay(self) -> None:
        mask, by = start("buttermilk_mask"), bench("citric_acid")
        found = replace_lines(mask, by, [0], ["dairy"])
        before, after = by.quick(mask), by.quick(found.formula)
        self.assertNotIn(
            "dairy", [each for line in found.formula.ingredients for each in line.material.contains]
        )
        self.assertEqual(before.texture.grade.key, after.texture.grade.key)
        self.assertAlmostEqual(before.ph.value, after.ph.value, delta=0.35)

    def test_a_soap_plant_for_another_keeps_the_strength(self) -> None:
        found = replace_lines(LIQUOR, bench("horse_chestnut"), [1])
        before, after = (bench().quick(each).lift.scalp.value for each in (LIQUOR, found.formula))
        self.assertIn("Horse-chestnut", found.changes[0].says)
        self.assertAlmostEqual(before, after, delta=0.08)

    def test_what_else_could_take_its_place_can_be_chosen(self) -> None:
        first = replace_lines(LIQUOR, bench(), [1])
        self.assertGreaterEqual(len(first.others), 4)
        chosen = first.others[2]
        found = replace_lines(LIQUOR, bench(), [1], taking=chosen.key)
        self.assertIn(chosen, [line.supply for line in found.formula.ingredients])

    def test_nothing_that_the_head_is_allergic_to(self) -> None:
        mask = start("buttermilk_mask")
        facts = head({"allergies": ["nuts", "cereals"]}).facts()
        found = replace_lines(mask, bench(head=facts), [0], ["dairy"])
        held = {each for line in found.formula.ingredients[:1] for each in line.material.contains}
        self.assertFalse(held & {"nuts", "cereals", "dairy"})

    def test_without_essential_oil_it_is_left_out(self) -> None:
        spray = formula("spray", ("rain", 200, "mL"), ("olive_oil", 5, "mL"), ("lavender_oil", 4, "drop"))
        found = replace_lines(spray, bench(), [2], ["essential oil"])
        self.assertTrue(found.met)
        self.assertEqual(len(found.formula.ingredients), 2)

    def test_only_what_is_at_hand(self) -> None:
        found = replace_lines(LIQUOR, bench("kaolin"), [1], only_shelf=True)
        self.assertFalse(found.met)
        self.assertIn("Nothing does the same as Soapwort root here", found.says)
        self.assertEqual(found.formula.ingredients, LIQUOR.ingredients)
