"""Spreads, draws, and which input makes the doubt."""

from unittest import TestCase

import numpy as np

from eyebright.core.numbers import DRAWS, Draws, Spread, figure, variance_shares


class Spreads(TestCase):
    """What is drawn has the range that was said."""

    def test_middle_and_range_come_back(self) -> None:
        drawn = figure(Draws().of("anything", Spread(3.0, 11.0, 24.0)), "meq/L")
        self.assertAlmostEqual(drawn.value, 11.0, delta=0.1)
        self.assertAlmostEqual(drawn.low, 3.0, delta=0.2)
        self.assertAlmostEqual(drawn.high, 24.0, delta=0.3)

    def test_never_below_nothing_nor_above_the_whole(self) -> None:
        drawn = Draws().of("purity", Spread(91.0, 99.0, 100.0, ceiling=100.0))
        self.assertLessEqual(drawn.max(), 100.0)
        self.assertGreaterEqual(Draws().of("trace", Spread(0.0, 0.1, 5.0)).min(), 0.0)

    def test_upside_down_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            Spread(5.0, 4.0, 6.0)


class Seeds(TestCase):
    """The same question gives the same picture."""

    def test_same_name_same_draws(self) -> None:
        spread = Spread(1.0, 2.0, 3.0)
        np.testing.assert_array_equal(Draws().of("a", spread), Draws().of("a", spread))

    def test_inputs_are_independent(self) -> None:
        draws, spread = Draws(), Spread(1.0, 2.0, 3.0)
        together = np.corrcoef(draws.of("strength", spread), draws.of("alkalinity", spread))[0, 1]
        self.assertLess(abs(together), 0.08)
        self.assertEqual(draws.count, DRAWS)

    def test_one_draw_is_the_middle(self) -> None:
        self.assertEqual(Draws(1).of("a", Spread(1.0, 2.0, 9.0))[0], 2.0)
        self.assertEqual(Draws(1).pick("a", [0.2, 0.5, 0.3])[0], 1)

    def test_choices_are_drawn_as_often_as_they_are_believed(self) -> None:
        shares = [0.15, 0.0, 0.6, 0.25]
        drawn = np.bincount(Draws().pick("strand", shares), minlength=4) / DRAWS
        np.testing.assert_allclose(drawn, shares, atol=1e-3)
        np.testing.assert_array_equal(Draws().pick("strand", shares), Draws().pick("strand", shares))

    def test_the_range_is_numpys_own(self) -> None:
        drawn = Draws().of("anything", Spread(3.0, 11.0, 24.0))
        found = figure(drawn, "g")
        expected = np.quantile(drawn, (0.05, 0.5, 0.95))
        np.testing.assert_allclose((found.low, found.value, found.high), expected, rtol=1e-12)


class Doubts(TestCase):
    """Shares of the range."""

    def test_the_wider_input_has_the_larger_share(self) -> None:
        draws = Draws()
        wide, narrow = Spread(0.0, 30.0, 60.0, floor=-99.0), Spread(9.0, 10.0, 11.0)
        result = draws.of("wide", wide) + draws.of("narrow", narrow) + draws.of("known", Spread.exact(3.0))
        shares = variance_shares(draws, result)
        self.assertEqual(list(shares), ["wide", "narrow"])
        self.assertGreater(shares["wide"], 0.98)
        self.assertLess(sum(shares.values()), 1.05)
