"""A rinse by dilution: the whole answer, for every way it can turn out."""

from itertools import pairwise
from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import solve_ph_many
from eyebright.core.chemistry.solution import Part, totals
from eyebright.core.chemistry.uncertainty import Draws, Spread
from eyebright.core.chemistry.water import water_classes
from eyebright.core.making.rinse import (
    AcidLot,
    Question,
    RinsePlan,
    Use,
    WaterLot,
    plan_rinse,
)
from eyebright.core.materials import material


def asked(
    acid: str = "malt_vinegar",
    water: str = "very_hard",
    volume: float = 500.0,
    aim: float = 4.5,
    use: Use = "rinsed_out",
    minutes: float = 2.0,
    strength: float | None = None,
) -> RinsePlan:
    """The answer to a question with these particulars."""
    stuff, source = material(acid), water_classes()[water]
    return plan_rinse(
        Question(
            AcidLot(stuff, stuff.name, strength), WaterLot(source, source.name), volume, aim, use, minutes
        )
    )


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
        self.assertEqual(plan.jug.capacity, 1000)

    def test_the_same_question_has_the_same_answer(self) -> None:
        self.assertEqual(asked().ph, asked().ph)

    def test_more_volume_is_the_same_rinse(self) -> None:
        small, large = asked(volume=500.0), asked(volume=2000.0)
        self.assertAlmostEqual(small.ph.value, large.ph.value, delta=0.1)
        self.assertAlmostEqual(small.acid_amount * 4, large.acid_amount, delta=3.0)

    def test_a_stronger_bottle_needs_less(self) -> None:
        self.assertLess(asked(strength=10.0).acid_amount, asked(strength=5.0).acid_amount)

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
        plan = asked(water="rain")
        self.assertEqual(plan.verdict, "too_little")
        self.assertIn("less than a spoon", plan.reason)
        self.assertLess(plan.ph.value, 4.2)
        self.assertGreaterEqual(plan.pours[1].amount, 1.25)

    def test_a_weak_jug_would_not_hold(self) -> None:
        plan = asked(water="rain", volume=10_000.0)
        self.assertEqual(plan.verdict, "would_not_hold")
        self.assertGreaterEqual(plan.buffer.value, 0.9)

    def test_below_the_vinegar_itself(self) -> None:
        plan = asked(aim=2.0)
        self.assertEqual(plan.verdict, "below_acid")
        self.assertEqual([pour.what for pour in plan.pours], ["acid"])
        self.assertIn("undiluted", [caution.id for caution in plan.cautions])

    def test_above_the_water_itself(self) -> None:
        self.assertEqual(asked(aim=9.0).verdict, "above_water")

    def test_a_wide_answer_says_so(self) -> None:
        plan = asked(acid="citric_acid", volume=1000.0)
        self.assertEqual(plan.verdict, "loosely")
        self.assertGreaterEqual(plan.ph.high - plan.ph.low, 1.0)


class Curve(TestCase):
    """pH against how much goes in."""

    def test_it_only_falls_and_the_band_is_round_it(self) -> None:
        for acid in ("malt_vinegar", "lemon_juice", "citric_acid", "cream_of_tartar"):
            line = asked(acid=acid, water="hard").curve
            with self.subTest(acid):
                self.assertEqual(len(line.amount), 120)
                self.assertTrue(np.all(np.diff(line.median) < 0.02))
                self.assertTrue(np.all((line.low <= line.median) & (line.median <= line.high)))

    def test_the_mix_lies_on_it(self) -> None:
        plan = asked(water="hard")
        self.assertAlmostEqual(plan.curve.ph_at(plan.acid_amount), plan.ph.value, delta=0.08)


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


class Care(TestCase):
    """Cautions that apply to the plan."""

    def test_left_in_and_too_acid_is_stopped(self) -> None:
        stops = [c for c in asked(water="soft", aim=3.2, use="left_in").cautions if c.level == "stop"]
        self.assertEqual([stop.id for stop in stops], ["too-acid-left-in"])

    def test_minutes_count_when_rinsed_out(self) -> None:
        long = {c.id for c in asked(water="soft", aim=3.2, minutes=15.0).cautions}
        self.assertIn("sharp-too-long", long)
        left = {c.id for c in asked(aim=4.5, use="left_in", minutes=15.0).cautions}
        self.assertNotIn("mild-too-long", left)


class Honesty(TestCase):
    """The range really holds the truth for a bottle that nobody has measured."""

    def test_nine_bottles_in_ten(self) -> None:
        rng = np.random.default_rng(11)
        for acid, water in (
            ("malt_vinegar", "hard"),
            ("cider_vinegar", "soft"),
            ("lemon_juice", "very_hard"),
        ):
            plan = asked(acid=acid, water=water, aim=4.0)
            stuff, source = material(acid), water_classes()[water]

            def true(spread: Spread, rng: np.random.Generator = rng) -> float:
                # Somewhere in the range, all of it alike: not the spread that the plan draws from.
                return float(rng.uniform(spread.low, spread.high))

            held, bottles = 0, 200
            for _ in range(bottles):
                draws = _Truth(true)
                poured = plan.acid_amount * rng.uniform(0.95, 1.05)
                rest = plan.pours[0].amount * rng.uniform(0.98, 1.02)
                mixed = totals(
                    [
                        Part(stuff.brings(draws), np.array([poured])),
                        Part(source.brings(draws), np.array([rest])),
                    ]
                )
                held += plan.ph.low <= solve_ph_many(mixed).ph[0] <= plan.ph.high
            with self.subTest(f"{acid} in {water}"):
                self.assertGreaterEqual(held / bottles, 0.85)


class _Truth(Draws):
    """One bottle and one water as they truly are."""

    def __init__(self, pick) -> None:
        super().__init__(1)
        self._pick = pick

    def of(self, name: str, spread: Spread):
        return np.array([self._pick(spread)])
