"""How much oil a wash lifts."""

from unittest import TestCase

import numpy as np

from eyebright.core.formulas.model import families
from eyebright.core.heads import Washed, folds, folds_for, grade, lifted, scalp_oil, washed
from eyebright.core.numbers import Draws, Spread, figure

AREA = np.array([650.0])


def oil(
    scalp: str = "balanced", days: float = 2.0, curl: str = "straight", **more: object
) -> tuple[float, float]:
    """Grams on the scalp and on the lengths, at the middle of what is known."""
    found = scalp_oil(scalp, days, AREA, curl, Draws(1), **more)  # type: ignore[arg-type]
    return float(found.scalp[0]), float(found.lengths[0])


class OilOnTheHead(TestCase):
    """Two stores."""

    def test_a_day_of_oil_is_a_few_tenths_of_a_gram(self) -> None:
        for scalp, low, high in (("dry", 0.07, 0.12), ("balanced", 0.17, 0.26), ("oily", 0.36, 0.5)):
            self.assertTrue(low < sum(oil(scalp, 1.0)) < high, (scalp, sum(oil(scalp, 1.0))))

    def test_more_days_more_oil_and_never_without_end(self) -> None:
        by_day = [sum(oil("oily", days)) for days in (0.5, 1, 2, 4, 8, 16, 60)]
        self.assertEqual(by_day, sorted(by_day))
        self.assertLess(by_day[-1], 1.1 * by_day[-2])

    def test_curls_keep_it_at_the_roots(self) -> None:
        self.assertLess(oil(curl="coily")[1], 0.5 * oil(curl="straight")[1])

    def test_a_wash_leaves_what_it_did_not_take(self) -> None:
        """Ten per cent off leaves ninety, zone by zone; only then does new oil come."""
        full = oil(days=3.0)
        for took in (0.0, 0.1, 0.18, 0.9):
            scalp, lengths = oil(days=0.0, washes=[Washed(0.0, took, 0.0)])
            self.assertAlmostEqual(scalp, full[0] * (1.0 - took), delta=0.01 * full[0])
            self.assertAlmostEqual(lengths, full[1], delta=0.01 * full[1] + 1e-6)
        on_lengths = washed(1.0, "lengths", None)
        self.assertLess(on_lengths.scalp, 0.1)
        self.assertGreater(on_lengths.lengths, 0.6)
        self.assertGreater(oil(days=1.0, washes=[on_lengths])[0], 2.0 * oil(days=1.0)[0])

    def test_stronger_washes_leave_less_and_old_ones_are_forgotten(self) -> None:
        left = [oil(days=1.0, washes=[washed(1.0, "both", given)])[0] for given in (-3.0, -1.0, 0.0, 1.0)]
        self.assertEqual(left, sorted(left, reverse=True))
        years = oil(days=30.0, washes=[Washed(30.0, 0.2, 0.2)])
        self.assertAlmostEqual(years[0], oil(days=30.0)[0], delta=0.02)

    def test_a_child_makes_a_quarter_and_the_old_about_two_thirds(self) -> None:
        grown = oil(age=30.0)[0]
        for age, low, high in ((5.0, 0.2, 0.35), (12.0, 0.5, 0.7), (16.0, 1.0, 1.0), (61.0, 0.6, 0.75)):
            share = oil(age=age)[0] / grown
            self.assertTrue(low - 0.05 <= share <= high + 0.05, (age, share))

    def test_what_was_put_on_is_there(self) -> None:
        put = (Spread(1.0, 2.0, 5.0), Spread(1.0, 3.0, 8.0))
        scalp, lengths = oil(put_on=put)
        plain = oil()
        self.assertAlmostEqual(scalp - plain[0], 2.0)
        self.assertAlmostEqual(lengths - plain[1], 3.0)
        self.assertGreater(oil(build_up=2)[0], oil(build_up=1)[0])


class Lifting(TestCase):
    """1 - (1 - w) exp(-f E / kL)."""

    def test_a_usual_shampoo_lifts_nine_tenths_of_two_days_oil(self) -> None:
        share = lifted(np.array([6 * 0.12]), np.array([oil()[0]]), Draws(1))
        self.assertAlmostEqual(float(share[0]), 0.9, places=6)

    def test_water_and_hands_alone_lift_a_little(self) -> None:
        share = figure(lifted(np.zeros(2000), np.full(2000, 0.5), Draws()), "share")
        self.assertTrue(0.08 < share.low < share.value < share.high < 0.27)

    def test_no_wash_lifts_the_last_of_it(self) -> None:
        self.assertEqual(float(lifted(np.array([50.0]), np.array([0.2]), Draws(1))[0]), 0.97)

    def test_the_inverse_gives_back_the_share(self) -> None:
        there = np.array([0.4])
        for share in (0.3, 0.6, 0.85):
            for factor in (0.7, 1.0, 1.6):
                cleaning = np.array([folds_for(share) / float(folds(np.ones(1), there)[0]) / factor])
                self.assertAlmostEqual(float(lifted(cleaning, there, Draws(1), factor)[0]), share, places=6)
        self.assertEqual(folds_for(0.1), 0.0)

    def test_grades_in_order(self) -> None:
        words = [grade(share) for share in (0.1, 0.3, 0.45, 0.6, 0.8, 0.95)]
        self.assertEqual(words, ["barely cleans", "very mild", "gentle", "medium", "deep", "stripping"])


class Families(TestCase):
    """The table."""

    def test_every_family_of_the_trade_is_there(self) -> None:
        self.assertEqual(len([each for each in families().values() if not each.bought]), 18)
        for family in families().values():
            with self.subTest(family.key):
                self.assertLessEqual(family.usual[0], family.usual[1])
                self.assertTrue(family.stays or family.usual[1] <= family.most)
                self.assertGreaterEqual(family.apart, 1)
                self.assertTrue(family.made_of)
