"""What a head's own factors are learnt from: simulated heads, each with a factor that nobody knows."""

import math
from unittest import TestCase

import numpy as np

from eyebright.core.formulas.model import families
from eyebright.core.learning import Factors, WashOutcome, factor_table, factors_from, outcomes, prior_factors
from eyebright.core.numbers import thin
from eyebright.core.wash import fit_of, measured

from .heads import head

SEED = 1926
EVERY = 4.0  # days
HIDDEN = (0.55, 0.7, 0.85, 1.0, 1.15, 1.35, 1.6, 1.9)
HAND, TONGUE = 0.08, 0.16  # how a pour scatters, and an answer, in natural logs


def told(z: float) -> int:
    """The answer of a head that was given e^z times what is right for it."""
    return int(np.searchsorted(factor_table()["strength"]["edges"], z))


def eight_washes(hidden: float, rng: np.random.Generator) -> Factors:
    """Wash a simulated head eight times, each as strongly as is believed right by then."""
    washes: list[WashOutcome] = []
    believed = prior_factors()
    for _ in range(8):
        given = -believed.strength.mean + rng.normal(0.0, HAND)
        answer = told(given + math.log(hidden) + rng.normal(0.0, TONGUE))
        washes = [WashOutcome(0.0, given, answer)] + [
            WashOutcome(w.days_ago + EVERY, w.given, w.answer, w.used) for w in washes
        ]
        believed = factors_from(washes)
    return believed


class Strength(TestCase):
    """Still oily ... right ... tight."""

    def test_a_hidden_factor_is_found_within_15_percent_after_eight_washes(self) -> None:
        rng = np.random.default_rng(SEED)
        for hidden in HIDDEN:
            with self.subTest(hidden):
                found = eight_washes(hidden, rng).strength
                self.assertAlmostEqual(found.value / hidden, 1.0, delta=0.15)
                self.assertEqual(found.washes, 8)

    def test_its_doubt_is_honest(self) -> None:
        rng = np.random.default_rng(SEED)
        held = 0
        for hidden in HIDDEN * 15:
            figure = eight_washes(hidden, rng).strength.figure
            held += figure.low <= hidden <= figure.high
        self.assertGreaterEqual(held / (15 * len(HIDDEN)), 0.85)

    def test_each_answer_moves_it_the_right_way(self) -> None:
        moved = [
            factors_from([WashOutcome(0.0, 0.0, answer)]).strength.mean for answer in range(len(outcomes()))
        ]
        self.assertEqual(moved, sorted(moved))
        self.assertAlmostEqual(moved[2], 0.0, places=6)
        self.assertLess(moved[0], -0.1)

    def test_more_washes_narrow_it_and_older_ones_count_for_less(self) -> None:
        def width(ago: float, count: int) -> float:
            return factors_from([WashOutcome(ago, 0.0, 2)] * count).strength.width

        self.assertLess(width(0.0, 6), width(0.0, 2))
        self.assertLess(width(0.0, 6), width(900.0, 6))

    def test_one_slip_of_the_finger_does_not_overturn_it(self) -> None:
        steady = [WashOutcome(4.0 * i, 0.0, 2) for i in range(8)]
        slipped = factors_from([WashOutcome(0.0, -0.9, 4), *steady]).strength
        self.assertAlmostEqual(slipped.value, 1.0, delta=0.1)

    def test_a_wash_that_nobody_judged_says_nothing(self) -> None:
        self.assertEqual(factors_from([WashOutcome(1.0, 0.3), WashOutcome(2.0, None, 4)]).strength.washes, 0)


class Dose(TestCase):
    """What was really used."""

    def test_it_goes_to_what_is_used(self) -> None:
        rng = np.random.default_rng(SEED)
        used = [WashOutcome(4.0 * i, used=math.log(0.6) + rng.normal(0, 0.15)) for i in range(8)]
        found = factors_from(used).dose
        self.assertAlmostEqual(found.value / 0.6, 1.0, delta=0.15)
        self.assertTrue(found.figure.low < found.value < found.figure.high)

    def test_a_head_that_uses_less_is_given_less(self) -> None:
        frugal = factors_from([WashOutcome(float(i), used=math.log(0.6)) for i in range(8)])
        plain, less = (
            fit_of(head(factors=f), families()["saponin_liquor"]) for f in (prior_factors(), frugal)
        )
        self.assertAlmostEqual(less.scalp.grams.value / plain.scalp.grams.value, 0.63, delta=0.04)

    def test_what_one_wash_says(self) -> None:
        fit = fit_of(head(), families()["saponin_liquor"])
        whole = fit.scalp.grams.value + fit.lengths.grams.value
        as_worked_out, _ = measured(fit, 0.0, whole, 1.0)
        given, used = measured(fit, 0.0, 2 * whole, 1.5)
        assert as_worked_out is not None and given is not None and used is not None
        self.assertAlmostEqual(given - as_worked_out, math.log(3.0), places=6)
        self.assertAlmostEqual(used, math.log(2.0), places=6)
        self.assertEqual(measured(fit, 0.0, None, 1.0)[1], None)

    def test_a_strong_head_is_offered_a_weaker_make(self) -> None:
        strong = factors_from([WashOutcome(float(i), 0.0, 4) for i in range(8)])
        plain, less = (
            fit_of(head(factors=f), families()["saponin_liquor"]) for f in (prior_factors(), strong)
        )
        assert plain.strength and less.strength
        self.assertLess(less.strength.value, 0.75 * plain.strength.value)


class Thin(TestCase):
    """A long history as few points."""

    def test_short_ones_stay_and_long_ones_keep_their_mean(self) -> None:
        self.assertEqual(thin([1.0, 2.0], [(1,), (3,)], 10), ([1.0, 2.0], [[1.0], [3.0]]))
        at = [float(i) for i in range(1000)]
        times, rows = thin(at, [(i % 2, 3) for i in range(1000)], 100)
        self.assertEqual(len(times), 100)
        self.assertEqual(times, sorted(times))
        self.assertAlmostEqual(sum(row[0] for row in rows) / 100, 0.5, places=6)
        self.assertTrue(all(row[1] == 3 for row in rows))
