"""Portions, checks, recipients and what each step warns of."""

from dataclasses import replace
from datetime import timedelta
from unittest import TestCase

from eyebright.core.chemistry import StripReading
from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import Workbench, scaled
from eyebright.core.formulas.model import Formula
from eyebright.core.heads import Head, Record, Today
from eyebright.core.learning import Kept, spoils_sooner
from eyebright.core.make import (
    UseBy,
    fill_lines,
    ph_after,
    run_sheet,
    step_cautions,
    step_facts,
    texture_said,
    thinning,
    topped_up,
    use_by,
    yield_said,
)
from eyebright.core.materials import unit_of
from eyebright.core.numbers import Figure

from .formulas import formula, reading, start, supply
from .test_make import BOTTLE, DAY, in_order


class Portions(TestCase):
    """Until when it keeps, and why."""

    def setUp(self) -> None:
        self.life = reading("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")).keeping

    def test_by_its_place_with_its_reason(self) -> None:
        cold, frozen = use_by(self.life, "fridge", DAY), use_by(self.life, "freezer", DAY)
        self.assertEqual(cold.day - DAY, timedelta(days=self.life.at("fridge").days))
        self.assertIn("week in the fridge", cold.reason)
        self.assertGreater(frozen.day, cold.day)

    def test_thawed_means_today_and_frozen_late_saves_nothing(self) -> None:
        self.assertEqual(
            use_by(self.life, "fridge", DAY, thawed=DAY + timedelta(days=40)).day, DAY + timedelta(days=40)
        )
        late = use_by(self.life, "freezer", DAY, moved=DAY + timedelta(days=9))
        self.assertEqual(late.day, DAY + timedelta(days=self.life.at("fridge").days))
        self.assertIn("saves nothing", late.reason)

    def test_topping_up_keeps_the_oldest_date(self) -> None:
        old, fresh = UseBy(DAY, "old"), UseBy(DAY + timedelta(days=7), "fresh")
        self.assertEqual(topped_up(old, fresh).day, DAY)
        self.assertIn("Topped up", topped_up(old, fresh).reason)
        self.assertEqual(topped_up(fresh, old).day, DAY)

    def test_what_went_off_here_makes_the_next_shorter_and_luck_never_longer(self) -> None:
        self.assertEqual(spoils_sooner([]), (1.0, 0))
        self.assertEqual(spoils_sooner([Kept(7, 7, False)] * 20), (1.0, 0))
        once, often = spoils_sooner([Kept(7, 3, True)]), spoils_sooner([Kept(7, 3, True)] * 4)
        self.assertLess(often[0], once[0])
        self.assertLessEqual(once[0], 1.0)
        self.assertGreater(spoils_sooner([Kept(7, 3, True), *[Kept(7, 7, False)] * 6])[0], once[0])
        shorter = use_by(self.life, "fridge", DAY, sooner=often)
        self.assertLess(shorter.day, use_by(self.life, "fridge", DAY).day)
        self.assertIn("went off sooner here", shorter.reason)

    def test_a_bottle_as_a_measuring_jug(self) -> None:
        marks = [(100.0, 40.0), (250.0, 92.0)]
        lines = fill_lines([("Rain water", 200.0, True), ("Malt vinegar", 25.0, True)], marks)
        self.assertAlmostEqual(lines[0].height, 40.0 + 52.0 * 100.0 / 150.0)
        self.assertGreater(lines[1].height, lines[0].height)
        self.assertAlmostEqual(fill_lines([("Oil", 50.0, True)], marks)[0].height, 20.0)
        with self.assertRaisesRegex(ValueError, "holds 250 mL"):
            fill_lines([("Rain water", 300.0, True)], marks)

    def test_what_no_line_can_measure_is_not_plain(self) -> None:
        marks = [(250.0, 92.0)]
        clay, rain, salt = ("Clay", 30.0, False), ("Rain water", 150.0, True), ("Citric acid", 1.0, False)
        self.assertEqual([line.plain for line in fill_lines([clay, rain, salt], marks)], [False, True, False])
        self.assertTrue(fill_lines([rain, clay], marks)[1].plain)


class Checks(TestCase):
    """What was found, and the likelier cause."""

    def test_yield(self) -> None:
        foreseen = Figure(400, 350, 450, "mL")
        self.assertIn("as foreseen", yield_said(foreseen, 400, True, True))
        self.assertIn("boiled harder", yield_said(foreseen, 300, True, False))
        self.assertIn("weaker", yield_said(foreseen, 480, True, True))
        self.assertIn("Measure it once more", yield_said(foreseen, 900, False, False))

    def test_thickness_says_what_to_do_by_what_is_in_it(self) -> None:
        self.assertIn("as foreseen", texture_said("spreads", "spreads", True))
        self.assertIn("spoon of powder", texture_said("spreads", "runny", True))
        self.assertIn("spoon of its liquid", texture_said("runny", "stiff", True))
        self.assertNotIn("powder", texture_said("watery", "runny", False))
        self.assertEqual(texture_said("spreads", "soup", True), "")

    def test_a_reading_narrows_what_was_worked_out_and_a_far_one_is_itself(self) -> None:
        found = reading("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g"))
        assert found.ph is not None and found.ph_draws is not None
        near = ph_after(found.ph_draws, StripReading(round(found.ph.value, 1), 0.5))
        self.assertLess(near.high - near.low, found.ph.high - found.ph.low)
        far = ph_after(found.ph_draws, StripReading(11.0, 0.5))
        self.assertGreater(far.value, 9.0)


def head_of(**answers: object) -> Head:
    """A head with this record."""
    told = {"birth_year": 1988, "scalp": "oily"} | answers
    return Head(record=Record(**told), today=DAY, day=Today())  # type: ignore[arg-type]


class BatchRecipient(TestCase):
    """Neat, thinned, or not at all."""

    def thinned_for(self, made: Formula, head: Head) -> object:
        bench = Workbench(head=head.facts())
        found = assess(made, head=head.facts())
        return thinning(made, bench, supply("very_hard"), found, "Ottoline")

    def test_the_least_water_that_a_tender_child_needs(self) -> None:
        made = in_order(formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 60, "mL")))
        child = head_of(birth_year=2017, adult="Wren", skin=("eczema",))
        found = self.thinned_for(made, child)
        self.assertTrue(found.parts is None or found.parts > 0)  # type: ignore[attr-defined]
        if found.parts:  # type: ignore[attr-defined]
            self.assertIn(f"1 + {found.parts}", found.says)  # type: ignore[attr-defined]
            self.assertFalse([each for each in found.cautions if each.level == "stop"])  # type: ignore[attr-defined]

    def test_neat_for_who_bears_it(self) -> None:
        made = in_order(formula("acid_rinse", ("very_hard", 500, "mL"), ("malt_vinegar", 15, "mL")))
        self.assertEqual(self.thinned_for(made, head_of()).parts, 0)  # type: ignore[attr-defined]

    def test_no_water_makes_an_allergy_safe(self) -> None:
        made = in_order(formula("mask", ("buttermilk", 100, "g"), ("oat_flour", 20, "g")))
        found = self.thinned_for(made, head_of(allergies=("dairy",)))
        self.assertIsNone(found.parts)  # type: ignore[attr-defined]
        self.assertIn("not for Ottoline", found.says)  # type: ignore[attr-defined]


class AtTheStep(TestCase):
    """What to beware of, where it matters."""

    def said(
        self, made: Formula, kind: str, celsius: float | None = None, **people: list[str]
    ) -> dict[str, str]:
        found = assess(made)
        sheet = run_sheet(found.preparation.steps, BOTTLE)
        place = next(i for i, step in enumerate(sheet) if step.kind == kind)
        facts = step_facts(sheet, place, found, people.get("asthma", []), people.get("children", []), celsius)
        return {each.id: each.level for each in step_cautions(facts)}

    def test_milling_with_asthma_in_the_house_is_a_stop(self) -> None:
        made = start("ledger_dust")
        self.assertEqual(self.said(made, "mill", asthma=["Idris Pell"])["mill-asthma"], "stop")
        self.assertEqual(self.said(made, "mill")["mill-mask"], "warning")

    def test_hot_liquid_and_foam_where_it_boils(self) -> None:
        made = formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g"))
        self.assertIn("foam-over", self.said(made, "simmer"))
        self.assertIn("hot-child", self.said(made, "simmer", children=["Ottoline"]))
        self.assertIn("hands-hot", self.said(made, "strain"))
        self.assertNotIn("foam-over", self.said(made, "soak"))

    def test_soda_into_something_hot_is_a_stop(self) -> None:
        made = start("winding_hole")
        self.assertEqual(self.said(made, "weigh", celsius=80.0)["alkali-hot"], "stop")
        self.assertNotIn("alkali-hot", self.said(made, "weigh", celsius=30.0))
        self.assertIn("alkali-hands", self.said(made, "weigh", celsius=30.0))

    def test_blending_only_below_fifty(self) -> None:
        made = formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g"))
        steps = list(in_order(made).steps)
        mash = next(i for i, step in enumerate(steps) if step.kind == "mash")
        steps[mash] = replace(steps[mash], kind="blend")
        blended = replace(made, steps=tuple(steps))
        self.assertEqual(self.said(blended, "blend")["blend-hot"], "stop")
        self.assertNotIn("blend-hot", self.said(blended, "blend", celsius=45.0))

    def test_essential_oil_last_and_strong_ones_in_glass(self) -> None:
        made = formula(
            "serum",
            ("sunflower_oil", 50, "g"),
            ("lavender_oil", 1, "g"),
            use="left_in",
            bottle="plastic",
            minutes=0.0,
        )
        found = assess(made)
        sheet = run_sheet(found.preparation.steps, BOTTLE)
        every = {
            each.id for place in range(len(sheet)) for each in step_cautions(step_facts(sheet, place, found))
        }
        self.assertIn("drops-last", every)
        self.assertIn("drops-plastic", every)

    def test_bottles_that_are_filled_hot(self) -> None:
        made = formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g"))
        self.assertIn("fill-hot", self.said(made, "bottle", celsius=70.0))
        self.assertIn("fill-clean", self.said(made, "bottle", celsius=25.0))


class Units(TestCase):
    """What a line is counted in."""

    def test_poured_and_weighed(self) -> None:
        self.assertEqual((unit_of(supply("rain")), unit_of(supply("soapwort"))), ("mL", "g"))
        self.assertAlmostEqual(
            scaled(start("conker_wash"), 2.0).ingredients[0].amount.value,
            2 * start("conker_wash").ingredients[0].amount.value,
        )
