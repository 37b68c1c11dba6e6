"""A jug with a line that is worked out: the whole answer, for every way it can turn out."""

import re
from itertools import pairwise
from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import (
    Part,
    Profile,
    after_standing,
    gas_lost,
    reported,
    solve_ph_many,
    totals,
    water_classes,
)
from eyebright.core.materials import WaterLot, material
from eyebright.core.mix import JugError, Mix, filled, work_out
from eyebright.core.numbers import Draws, Spread
from eyebright.core.vocabulary import Use

from .jugs import line, lot, question, rinse


def asked(
    acid: str = "malt_vinegar",
    water: str = "very_hard",
    volume: float = 500.0,
    aim: float = 4.5,
    use: Use = "rinsed_out",
    minutes: float = 2.0,
    strength: float | None = None,
) -> Mix:
    """The answer to a question with these particulars."""
    return rinse(lot(acid, strength), water, volume=volume, aim=aim, use=use, minutes=minutes)


class Reached(TestCase):
    """Malt vinegar in very hard water."""

    def test_the_aim_is_met_with_its_range(self) -> None:
        plan = asked()
        self.assertEqual(plan.verdict, "reached")
        self.assertAlmostEqual(plan.ph.value, 4.5, delta=0.1)
        self.assertLess(plan.ph.low, plan.ph.value)
        self.assertLess(plan.ph.value, plan.ph.high)
        self.assertEqual((plan.ph.unit, plan.ph.kind), ("pH", "computed"))

    def test_the_pours_fill_the_jug_water_first(self) -> None:
        plan = asked(volume=750.0)
        self.assertEqual([pour.what for pour in plan.pours], ["water", "acid"])
        self.assertAlmostEqual(sum(pour.volume for pour in plan.pours), 750.0)
        self.assertEqual(plan.vessel.capacity, 1000)

    def test_the_same_question_has_the_same_answer(self) -> None:
        self.assertEqual(asked().ph, asked().ph)

    def test_more_volume_is_the_same_rinse(self) -> None:
        small, large = asked(volume=500.0), asked(volume=2000.0)
        self.assertAlmostEqual(small.ph.value, large.ph.value, delta=0.1)
        self.assertAlmostEqual(small.amount * 4, large.amount, delta=3.0)

    def test_a_stronger_bottle_needs_less(self) -> None:
        self.assertLess(asked(strength=10.0).amount, asked(strength=5.0).amount)

    def test_the_water_makes_most_of_the_doubt(self) -> None:
        doubts = asked().doubts
        self.assertIn("alkaline", doubts[0].what)
        self.assertGreater(doubts[0].share, 0.5)
        self.assertTrue(all(a.share >= b.share for a, b in pairwise(doubts)))

    def test_steps_end_on_the_hair(self) -> None:
        kinds = [step.kind for step in asked().steps]
        self.assertEqual(kinds, ["pour", "pour", "stir", "read", "use"])
        self.assertEqual(asked(use="left_in").steps[-1].number, "left in")


class OutOfReach(TestCase):
    """Aims that dilution cannot sensibly meet."""

    def test_rain_water_holds_no_mild_ph(self) -> None:
        for volume in (500.0, 10_000.0):
            plan = asked(water="rain", volume=volume)
            with self.subTest(volume):
                self.assertEqual(plan.verdict, "would_not_hold")
                self.assertIn("the hair itself would move it", plan.reason)
                self.assertLess(plan.ph.value, 4.2)
                self.assertGreaterEqual(plan.pours[1].amount, 1.25)
                self.assertGreaterEqual(plan.buffer.value, 0.9)

    def test_less_than_a_kitchen_measures_but_a_larger_jug_can(self) -> None:
        plan = asked(acid="citric_acid", aim=5.5)
        self.assertEqual(plan.verdict, "too_little")
        assert plan.aim_amount is not None
        self.assertLess(plan.aim_amount, 0.3)
        found = re.search(r"jug of (\d+) mL or more", plan.reason)
        assert found
        larger = asked(acid="citric_acid", aim=5.5, volume=float(found[1]))
        self.assertIn(larger.verdict, ("reached", "loosely"))

    def test_the_least_that_can_be_measured_may_be_near_enough(self) -> None:
        plan = asked(acid="citric_acid", aim=4.45)
        self.assertEqual((plan.verdict, plan.amount), ("reached", 0.3))
        self.assertAlmostEqual(plan.ph.value, 4.45, delta=0.15)

    def test_a_powder_goes_no_lower_than_it_dissolves(self) -> None:
        plan = asked(acid="cream_of_tartar", water="distilled", aim=3.0)
        self.assertEqual(plan.verdict, "past_the_end")
        self.assertAlmostEqual(plan.amount, 5.5 / 2, delta=0.01)
        self.assertIn("would not dissolve", plan.reason)

    def test_below_the_vinegar_itself(self) -> None:
        plan = asked(aim=2.0)
        self.assertEqual(plan.verdict, "past_the_end")
        self.assertEqual([pour.what for pour in plan.pours], ["acid"])
        self.assertIn("undiluted", [caution.id for caution in plan.cautions])

    def test_above_the_water_itself(self) -> None:
        self.assertEqual(asked(aim=9.0).verdict, "past_the_start")

    def test_a_wide_answer_says_so(self) -> None:
        plan = asked(acid="citric_acid", volume=1000.0)
        self.assertEqual(plan.verdict, "loosely")
        self.assertGreaterEqual(plan.ph.high - plan.ph.low, 1.0)


class Curve(TestCase):
    """pH against how much goes in."""

    def test_it_only_falls_and_the_band_is_round_it(self) -> None:
        for acid in ("malt_vinegar", "lemon_juice", "citric_acid", "cream_of_tartar"):
            curve = asked(acid=acid, water="hard").curve
            assert curve
            with self.subTest(acid):
                self.assertGreater(len(curve.amount), 60)
                self.assertTrue(np.all(np.diff(curve.median) < 0.02))
                self.assertTrue(np.all((curve.low <= curve.median) & (curve.median <= curve.high)))

    def test_the_mix_lies_on_it(self) -> None:
        plan = asked(water="hard")
        assert plan.curve
        self.assertAlmostEqual(plan.curve.ph_at(plan.amount), plan.ph.value, delta=0.08)


class Familiar(TestCase):
    """The ratios that go round are nowhere near what is said of them."""

    def test_vinegar_ratios(self) -> None:
        rows = {row.name: row for row in asked(water="soft").familiar}
        self.assertEqual(list(rows), ["1:1", "1:3", "1:10"])
        self.assertAlmostEqual(rows["1:3"].amount, 125.0)
        for row in rows.values():
            self.assertTrue(2.6 <= row.ph.value <= 3.7)
        self.assertEqual(rows["1:1"].gravest, "warning")
        self.assertLess(rows["1:1"].ph.value, rows["1:10"].ph.value)

    def test_powder_by_the_spoon_and_what_stays_at_the_bottom(self) -> None:
        rows = asked(acid="cream_of_tartar", water="hard", volume=1000.0, aim=3.7).familiar
        self.assertEqual(rows[0].unit, "g")
        self.assertEqual(rows[0].undissolved, 0.0)
        self.assertGreater(rows[-1].undissolved, 3.0)
        self.assertGreater(rows[-1].ph.value, 3.5)


class Standing(TestCase):
    """Gas that the acid frees from hard water leaves, and the pH climbs."""

    def test_with_the_water_known_the_gas_is_what_is_left_to_doubt(self) -> None:
        known = Profile(reported(260.0), reported(320.0))
        tap = WaterLot("water-1", water_classes()["very_hard"].with_profile(known), "Canal-side tap")
        plan = rinse("citric_acid", tap, volume=5000.0, aim=6.0, use="left_in")
        named = [doubt.what for doubt in plan.doubts]
        self.assertTrue(any("gas" in what for what in named), named)

    def test_it_hardly_counts_in_a_sharp_rinse_or_soft_water(self) -> None:
        for plan in (asked(aim=3.5), asked(water="rain", aim=3.7)):
            self.assertFalse(any("gas" in doubt.what for doubt in plan.doubts))


class Care(TestCase):
    """Cautions that apply to the plan."""

    def test_left_in_and_too_acid_is_stopped(self) -> None:
        stops = [c for c in asked(water="soft", aim=3.2, use="left_in").cautions if c.level == "stop"]
        self.assertEqual([stop.id for stop in stops], ["too-acid-left-in"])

    def test_minutes_count_when_rinsed_out(self) -> None:
        long = {c.id for c in asked(water="soft", aim=3.2, minutes=15.0).cautions}
        self.assertIn("sharp-far-too-long", long)
        left = {c.id for c in asked(aim=4.5, use="left_in", minutes=15.0).cautions}
        self.assertNotIn("mild-too-long", left)


class Honesty(TestCase):
    """The range really holds the truth for a bottle that nobody has measured."""

    def test_nine_bottles_in_ten(self) -> None:
        rng = np.random.default_rng(11)
        for acid, water, aim in (
            ("malt_vinegar", "hard", 4.0),
            ("cider_vinegar", "soft", 4.0),
            ("lemon_juice", "very_hard", 4.0),
            ("malt_vinegar", "very_hard", 5.5),
        ):
            plan = asked(acid=acid, water=water, aim=aim)
            supply, source = material(acid), water_classes()[water]

            def true(spread: Spread, rng: np.random.Generator = rng) -> float:
                # Somewhere in the range, all of it alike: not the spread that the plan draws from.
                return float(rng.uniform(spread.low, spread.high))

            held, bottles = 0, 200
            for _ in range(bottles):
                draws = _Truth(true)
                poured = plan.amount * rng.uniform(0.95, 1.05)
                rest = plan.pours[0].amount * rng.uniform(0.98, 1.02)
                mixed = totals(
                    [
                        Part(supply.contribution(draws), np.array([poured])),
                        Part(source.contribution(draws), np.array([rest])),
                    ]
                )
                just_mixed = solve_ph_many(mixed).ph
                gone = np.array([true(gas_lost())])
                mixed["carbonate"] = after_standing(mixed["carbonate"], just_mixed, gone)
                held += plan.ph.low <= solve_ph_many(mixed).ph[0] <= plan.ph.high
            with self.subTest(f"{acid} in {water} at {aim}"):
                self.assertGreaterEqual(held / bottles, 0.85)


class _Truth(Draws):
    """One bottle and one water as they truly are."""

    def __init__(self, pick) -> None:
        super().__init__(1)
        self._pick = pick

    def of(self, name: str, spread: Spread):
        return np.array([self._pick(spread)])


class AnyJug(TestCase):
    """Many lines, any of them worked out, or none."""

    def test_nothing_to_work_out_is_told_as_it_is(self) -> None:
        plan = work_out(question(line("soft", 480.0), line("cider_vinegar", 20.0), aim=None))
        self.assertEqual((plan.verdict, plan.open, plan.curve), ("as_it_is", None, None))
        self.assertAlmostEqual(plan.volume, 500.0)
        self.assertTrue(3.2 < plan.ph.value < 3.9)

    def test_the_water_can_be_the_one_worked_out(self) -> None:
        plan = work_out(question(line("malt_vinegar", 10.0), line("very_hard", how="solve"), aim=4.5))
        self.assertEqual((plan.verdict, plan.open), ("reached", 1))
        self.assertAlmostEqual(plan.ph.value, 4.5, delta=0.1)
        self.assertGreater(plan.volume, 500.0)

    def test_a_powder_among_many_can_be_worked_out(self) -> None:
        plan = work_out(
            question(
                line("very_hard", how="fill"),
                line("nettle", 5.0),
                line("buttermilk", 1.0, "tbsp"),
                line("citric_acid", how="solve"),
                volume=1000.0,
                aim=4.2,
            )
        )
        self.assertEqual(plan.verdict, "reached")
        self.assertAlmostEqual(plan.ph.value, 4.2, delta=0.1)
        self.assertEqual([pour.unit for pour in plan.pours], ["mL", "g", "mL", "g"])

    def test_an_alkali_raises(self) -> None:
        plan = work_out(question(line("hard", how="fill"), line("baking_soda", how="solve"), aim=8.0))
        assert plan.curve
        self.assertFalse(plan.curve.falling)
        self.assertAlmostEqual(plan.ph.value, 8.0, delta=0.1)

    def test_cost_where_every_price_is_known(self) -> None:
        dear = type(lot("malt_vinegar"))("lot-1", material("malt_vinegar"), "Malt", 5.0, 0.002)
        self.assertAlmostEqual(rinse(dear).cost or 0.0, 0.002 * rinse(dear).amount)
        self.assertIsNone(rinse("malt_vinegar").cost)

    def test_what_cannot_be_is_said_at_its_line(self) -> None:
        fill, acid = line("hard", how="fill"), line("malt_vinegar", how="solve")
        for lines, volume, at, words in (
            ((), 500.0, None, "Put something in"),
            ((fill, acid, line("citric_acid", how="solve")), 500.0, 2, "each of these would wait"),
            ((fill, line("rain", how="fill"), acid), 500.0, 1, "Only one line can fill"),
            ((fill, line("malt_vinegar", 600.0)), 500.0, None, "600 mL already"),
            ((line("kaolin", 5.0), line("sunflower_oil", 5.0)), None, None, "no water in this jug"),
            ((fill, line("kaolin", 1.0, "splash")), 500.0, 1, "by the splash"),
            ((fill, line("malt_vinegar", -1.0)), 500.0, 1, "not below nothing"),
        ):
            with self.subTest(words), self.assertRaisesRegex(JugError, words) as caught:
                work_out(question(*lines, volume=volume))
            self.assertEqual(caught.exception.line, at)

    def test_a_vessel_that_is_too_small(self) -> None:
        with self.assertRaisesRegex(JugError, "holds 1 L; this needs 1.4 L"):
            rinse("malt_vinegar", volume=1400.0, vessel=1000.0)


class Ranges(TestCase):
    """What each line may really be."""

    def test_by_eye_and_by_the_spoon_are_far_wider_than_weighed(self) -> None:
        widths = []
        for amount, unit in ((1.0, "handful"), (2.0, "tbsp"), (8.0, "g")):
            jug = filled([line("soft", 500.0), line("nettle", amount, unit)], None)
            low, high = jug.ranges(0.0)[1]
            middle = float(jug.amounts(np.zeros(1))[1][0])
            self.assertTrue(low < middle < high)
            widths.append((high - low) / middle)
        self.assertGreater(min(widths[:2]), 5.0 * widths[2])

    def test_what_is_poured_by_eye_is_never_nothing(self) -> None:
        jug = filled([line("buttermilk", 1.0, "glug")], None)
        mix = work_out(question(line("buttermilk", 1.0, "glug"), aim=None))
        self.assertGreater(jug.ranges(0.0)[0][0], 0.0)
        self.assertTrue(np.isfinite(mix.samples).all())
