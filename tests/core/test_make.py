"""Making: the run sheet, weighing, cooling, portions, for whom, and what to beware of at each step."""

from dataclasses import replace
from datetime import date
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import Workbench
from eyebright.core.formulas.model import Formula, Step, ending, planned_steps, starts, step_kinds, weighed
from eyebright.core.make import (
    Bowl,
    Held,
    PouredAmount,
    as_done,
    choose,
    cooling,
    differences,
    leftover,
    loads,
    look,
    put_right,
    run_sheet,
    tolerances,
)
from eyebright.core.materials import Amount

from .formulas import formula, reading, start, supply

DAY = date(2026, 11, 27)
STARTS = sorted(starts())
BOTTLE = step_kinds()["bottle"]


def in_order(made: Formula) -> Formula:
    """A formula with its steps written out, as a batch is begun with."""
    return replace(made, steps=tuple(each.step for each in planned_steps(made)))


def as_planned(made: Formula) -> list[PouredAmount]:
    """Every line, poured just as it was planned."""
    return [PouredAmount(line.id, line.supply, line.amount) for line in made.ingredients]


class RunSheets(TestCase):
    """One step at a time."""

    def test_what_goes_in_is_weighed_just_before_it(self) -> None:
        sheet = run_sheet(
            reading("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")).preparation.steps, BOTTLE
        )
        self.assertEqual(
            [each.act for each in sheet],
            ["gather", "weigh", "wait", "wait", "do", "do", "do", "cool", "check", "portion"],
        )
        self.assertEqual(sheet[1].lines, (2, 1))
        self.assertIn("soft to the finger", sheet[3].until)
        self.assertTrue(sheet[3].if_not)

    def test_what_is_milled_is_weighed_before_the_mill(self) -> None:
        sheet = run_sheet(assess(start("ledger_dust")).preparation.steps, BOTTLE)
        kinds = [each.kind for each in sheet]
        self.assertLess(kinds.index("weigh"), kinds.index("mill"))
        self.assertEqual(kinds.count("weigh"), 1)

    def test_every_line_of_every_start_is_weighed_once(self) -> None:
        for key in STARTS:
            made = start(key)
            sheet = run_sheet(assess(made).preparation.steps, BOTTLE)
            lines = [i for each in sheet if each.act == "weigh" for i in each.lines]
            with self.subTest(key):
                self.assertEqual(sorted(lines), sorted(line.id for line in made.ingredients))

    def test_every_batch_ends_in_something_that_is_filled(self) -> None:
        for key in STARTS:
            made = start(key)
            for written in (made, replace(made, steps=(Step("rest", least=5.0),))):
                last = step_kinds()[ending(written)]
                sheet = run_sheet(assess(written).preparation.steps, last)
                with self.subTest(key, steps=len(written.steps)):
                    self.assertEqual([each.act for each in sheet].count("portion"), 1)
                    self.assertEqual(sheet[-1].act, "portion")
        self.assertEqual(ending(start("buttermilk_mask")), "serve")
        self.assertEqual(ending(start("lock_keepers_powder")), "store")

    def test_what_is_milled_goes_in_loads_that_a_mill_takes(self) -> None:
        self.assertEqual(loads(60.0), (1, 60.0))
        count, each = loads(1200.0)
        self.assertAlmostEqual(count * each, 1200.0)
        self.assertLessEqual(each, 150.0)


class AsItWasDone(TestCase):
    """What is in the bowl in place of what was planned."""

    def test_as_planned_it_is_the_formulas_own_reading(self) -> None:
        for key in STARTS:
            plan = in_order(start(key))
            done = as_done(plan, as_planned(plan), {})
            with self.subTest(key):
                self.assertEqual(done, plan)
                one, other = assess(done), assess(plan)
                self.assertEqual(
                    (one.ph, one.lift.scalp, one.cautions), (other.ph, other.lift.scalp, other.cautions)
                )
                self.assertEqual(differences(plan, done), ())

    def test_more_acid_is_sharper_and_only_that_line_differs(self) -> None:
        plan = in_order(formula("acid_rinse", ("rain", 500, "mL"), ("citric_acid", 1, "g")))
        pours = [*as_planned(plan)[:1], PouredAmount(2, plan.ingredients[1].supply, Amount(2.0, "g"))]
        done = as_done(plan, pours, {})
        self.assertLess(assess(done).ph.value, assess(plan).ph.value - 0.1)  # type: ignore[union-attr]
        (only,) = differences(plan, done)
        self.assertEqual(only.line, 2)
        self.assertIn("1 g more Citric acid", only.says)
        self.assertAlmostEqual(leftover(plan, pours, 2), 2.0)

    def test_several_pours_of_one_line_add_up_in_whatever_units(self) -> None:
        plan = in_order(formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 30, "mL")))
        vinegar = plan.ingredients[1].supply
        pours = [PouredAmount(2, vinegar, Amount(1, "tbsp")), PouredAmount(2, vinegar, Amount(15, "mL"))]
        poured = next(each for each in weighed(as_done(plan, pours, {})) if each.line.id == 2)
        self.assertAlmostEqual(poured.ml, 30.0, delta=0.5)

    def test_shares_stay_what_they_were_when_another_line_changes(self) -> None:
        plan = in_order(
            formula(
                "clay_damp", ("rain", 60, "%"), ("rhassoul", 35, "%"), ("hemp_seed_oil", 5, "%"), makes=200.0
            )
        )
        clay = plan.ingredients[1].supply
        done = as_done(plan, [PouredAmount(2, clay, Amount(90, "g"))], {})
        grams = {each.line.id: each.grams for each in weighed(done)}
        self.assertAlmostEqual(grams[1], 120.0, delta=0.5)
        self.assertAlmostEqual(grams[2], 90.0)

    def test_something_else_stands_in_the_steps_of_what_it_replaced(self) -> None:
        plan = in_order(formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")))
        done = as_done(plan, [PouredAmount(2, supply("horse_chestnut"), Amount(50, "g"))], {})
        names = {line.supply.name: line.phase for line in done.ingredients}
        self.assertNotIn("Soapwort root", names)
        self.assertEqual(names["Horse-chestnut"], "infused")
        self.assertTrue(assess(done).preparation.strained)

    def test_left_out_and_something_besides(self) -> None:
        plan = in_order(
            formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 30, "mL"), ("honey", 5, "g"))
        )
        done = as_done(plan, [PouredAmount(0, supply("citric_acid"), Amount(1, "g"))], {}, left_out=[3])
        self.assertEqual(
            sorted(line.supply.name for line in done.ingredients),
            ["Citric acid", "Malt vinegar", "Rain water"],
        )
        says = " ".join(each.says for each in differences(plan, done))
        self.assertIn("Honey was left out", says)
        self.assertIn("1 g of Citric acid besides", says)

    def test_how_long_it_really_soaked_is_reckoned_with(self) -> None:
        plan = in_order(formula("saponin_liquor", ("rain", 400, "mL"), ("soapwort", 40, "g")))
        soak = next(place for place, step in enumerate(plan.steps) if step.kind == "soak")
        short = assess(as_done(plan, [], {soak: 5.0, soak + 1: 2.0})).lift.scalp.value
        self.assertLess(short, assess(plan).lift.scalp.value)


class Weighing(TestCase):
    """How exactly, and what the scale says."""

    def test_wide_for_petals_narrow_for_citric_acid(self) -> None:
        made = formula(
            "acid_rinse",
            ("rain", 500, "mL"),
            ("citric_acid", 1, "g"),
            ("calendula", 5, "g", "broken", "infused"),
        )
        found = tolerances(made, Workbench(), assess(made))
        self.assertEqual(found[2].by, "the pH")
        self.assertGreater(found[3].share, 1.5 * found[2].share)
        low, high = found[2].band(1.0)
        self.assertLess(low, 1.0)
        self.assertGreater(high, 1.0)

    def test_no_caution_begins_within_a_band(self) -> None:
        made = formula(
            "spray",
            ("rain", 98, "g"),
            ("lavender_oil", 0.45, "g"),
            use="left_in",
            bottle="glass",
            minutes=0.0,
        )
        bench = Workbench()
        found = tolerances(made, bench, assess(made))[2]
        more = made.with_amount(1, 0.45 * (1.0 + found.share))
        had = {each.id for each in bench.quick(made).cautions if each.level != "note"}
        self.assertLessEqual({each.id for each in bench.quick(more).cautions if each.level != "note"}, had)

    def test_what_was_poured_since(self) -> None:
        bowl = Bowl(base=40.0, total=40.0)
        self.assertAlmostEqual(look(bowl, 52.4, "steady").grams or 0.0, 12.4)
        self.assertEqual(bowl.poured(12.4), Bowl(52.4, 52.4))
        self.assertEqual(look(bowl, 40.1, "steady").grams, 0.0)  # its own wandering

    def test_a_scale_that_switched_off_says_what_it_should_read(self) -> None:
        seen = look(Bowl(base=412.0, total=412.0), 0.0, "steady")
        self.assertIsNone(seen.grams)
        self.assertIn("it should read 412 g", seen.says)
        self.assertEqual(seen.base, 0.0)

    def test_less_than_before_overload_and_silence_are_said(self) -> None:
        bowl = Bowl(base=100.0, total=100.0)
        self.assertIn("20 g less", look(bowl, 80.0, "steady").says)
        self.assertIn("more than the scale bears", look(bowl, None, "overload").says)
        self.assertIn("should read 100 g", look(bowl, None, "absent").says)
        self.assertEqual(look(bowl, 130.0, "moving").says, "Still moving.")
        for seen in (look(bowl, 80.0, "steady"), look(bowl, None, "overload"), look(bowl, None, "silent")):
            self.assertIsNone(seen.grams)

    def test_out_of_the_jar(self) -> None:
        jar = Bowl(base=500.0, total=0.0, from_jar=True)
        seen = look(jar, 470.0, "steady")
        self.assertEqual(seen.grams, 30.0)
        self.assertEqual(jar.poured(30.0).base, 470.0)
        self.assertIsNone(look(jar, 520.0, "steady").grams)

    def test_put_right_only_adds_and_meets_what_was_planned(self) -> None:
        plan = in_order(formula("acid_rinse", ("rain", 500, "mL"), ("citric_acid", 1, "g")))
        done = as_done(plan, [PouredAmount(2, plan.ingredients[1].supply, Amount(1.6, "g"))], {})
        bench = Workbench()
        found = put_right(plan, done, bench, 2)
        self.assertTrue(found.met, found.says)
        before = {each.line.id: each.grams for each in weighed(done)}
        after = {each.line.id: each.grams for each in weighed(found.formula)}
        self.assertTrue(all(after[i] >= before[i] - 1e-6 for i in before))
        self.assertAlmostEqual(
            bench.quick(found.formula).ph.value,
            bench.quick(plan).ph.value,
            delta=0.13,  # type: ignore[union-attr]
        )

    def test_where_nothing_brings_it_back_that_is_said(self) -> None:
        plan = in_order(start("oat_water"))
        found = put_right(plan, plan, Workbench(), 2)
        self.assertFalse(found.met)
        self.assertIn("Nothing has moved", found.says)


class CoolingDown(TestCase):
    """Until it is safe, and until it is as warm as the room."""

    @settings(max_examples=40, deadline=None)
    @given(
        ml=st.floats(50, 4000),
        more=st.floats(1.0, 5.0),
        start_at=st.floats(45, 100),
        lid=st.sampled_from(["off", "on", "bath"]),
        vessel=st.sampled_from(["pot", "glass", "bowl", "bottle", "flask"]),
    )
    def test_more_water_never_cools_faster(
        self, ml: float, more: float, start_at: float, lid: str, vessel: str
    ) -> None:
        little, much = (cooling(each, start_at, vessel, lid) for each in (ml, ml * more))
        for celsius in (41.0, 38.0):
            one, other = little.until(celsius), much.until(celsius)
            assert one is not None and other is not None
            self.assertLessEqual(one.value, other.value + 1e-6)
            self.assertLessEqual(one.low, other.low + 1e-6)
        self.assertGreaterEqual(much.at(20.0).value, little.at(20.0).value - 1e-6)

    @settings(max_examples=30, deadline=None)
    @given(ml=st.floats(100, 3000), minutes=st.floats(1, 200))
    def test_it_only_ever_cools_and_never_below_its_room(self, ml: float, minutes: float) -> None:
        pot = cooling(ml, 95.0)
        self.assertLessEqual(pot.at(minutes + 10.0).value, pot.at(minutes).value + 1e-9)
        self.assertGreaterEqual(pot.at(5000.0).value, 15.0)

    def test_a_lid_a_flask_a_warm_kitchen_and_cold_water(self) -> None:
        plain = cooling(800, 95.0).until(41.0)
        assert plain is not None
        for slower in (
            cooling(800, 95.0, lid="on"),
            cooling(800, 95.0, "flask"),
            cooling(800, 95.0, room=28.0),
        ):
            self.assertGreater(slower.until(41.0).value, plain.value)  # type: ignore[union-attr]
        self.assertLess(cooling(800, 95.0, lid="bath").until(41.0).value, 0.4 * plain.value)  # type: ignore[union-attr]

    def test_a_thermometer_makes_it_surer(self) -> None:
        plain = cooling(800, 95.0).until(38.0)
        read = cooling(800, 95.0, readings=[(30.0, 62.0), (50.0, 52.0)]).until(38.0)
        assert plain is not None and read is not None
        self.assertLess(read.high - read.low, 0.8 * (plain.high - plain.low))
        self.assertAlmostEqual(cooling(800, 95.0, readings=[(30.0, 62.0)]).at(30.0).value, 62.0, delta=1.0)

    def test_one_reading_amiss_does_not_make_it_sure(self) -> None:
        odd = cooling(800, 95.0, readings=[(0.5, 60.0)]).until(38.0)
        assert odd is not None
        self.assertGreater(odd.high - odd.low, 10.0)

    def test_a_kitchen_as_warm_as_skin_bears(self) -> None:
        self.assertIsNone(cooling(500, 90.0, room=40.0).until(38.0))


class Gathering(TestCase):
    """Which bottles it is drawn from."""

    def test_the_soonest_first_and_then_the_next(self) -> None:
        found = choose(300.0, [Held("lot-2", 400, 90), Held("lot-1", 120, 5), Held("lot-9", 900, None)])
        self.assertEqual(found.drawn, (("lot-1", 120.0), ("lot-2", 180.0)))
        self.assertEqual(found.missing, 0.0)

    def test_never_what_is_past_and_what_is_missing_is_said(self) -> None:
        found = choose(50.0, [Held("lot-1", 100, -3, past=True), Held("lot-2", 20, 10)])
        self.assertEqual((found.drawn, found.missing), ((("lot-2", 20.0),), 30.0))

    @given(
        needed=st.floats(0.1, 1000),
        left=st.lists(st.one_of(st.none(), st.floats(0, 500)), max_size=6),
        days=st.lists(st.one_of(st.none(), st.integers(-5, 400)), min_size=6, max_size=6),
    )
    def test_drawn_and_missing_make_what_was_needed(
        self, needed: float, left: list[float | None], days: list[int | None]
    ) -> None:
        held = [Held(f"lot-{i}", each, days[i], (days[i] or 0) < 0) for i, each in enumerate(left)]
        found = choose(needed, held)
        there = {each.key: each for each in held}
        self.assertAlmostEqual(
            sum(much for _, much in found.drawn) + found.missing, needed, delta=0.001 * needed
        )
        for key, much in found.drawn:
            self.assertFalse(there[key].past)
            self.assertLessEqual(much, there[key].left if there[key].left is not None else needed + 1e-9)
