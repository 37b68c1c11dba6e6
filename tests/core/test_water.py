"""Waters: their own pH, their alkalinity, and a supplier's figures."""

from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import Part, Profile, Water, neat_ph, reported, solve_ph, totals, water_classes
from eyebright.core.numbers import Draws


def plain(water: Water) -> dict[str, float]:
    """A water's middle composition, mol/kg."""
    mixed = totals([Part(water.contribution(Draws(1)), np.ones(1))])
    return {name: float(column[0]) for name, column in mixed.items()}


class Classes(TestCase):
    """From distilled to very hard, and a flower water."""

    def test_each_class_has_its_own_ph_back(self) -> None:
        for water in water_classes().values():
            with self.subTest(water.key):
                read = neat_ph(water.contribution)
                self.assertAlmostEqual(read.value, water.ph.mid, delta=0.15)
                self.assertAlmostEqual(read.low, water.ph.low, delta=0.2)
                self.assertAlmostEqual(read.high, water.ph.high, delta=0.2)
                self.assertTrue(water.source)

    def test_alkalinity_is_what_acid_it_takes(self) -> None:
        # Titrated with a strong acid to pH 4.5, as a laboratory does it.
        for key in ("soft", "hard", "very_hard"):
            water = water_classes()[key]
            mixed = plain(water)
            mixed["chloride"] = mixed.get("chloride", 0.0) + water.alkalinity.mid * 2e-3 / 100.087
            with self.subTest(key):
                self.assertLess(solve_ph(mixed).ph, 4.9)
                mixed["chloride"] -= 0.1 * water.alkalinity.mid * 2e-3 / 100.087
                self.assertGreater(solve_ph(mixed).ph, 4.9)

    def test_harder_classes_are_harder(self) -> None:
        keys = ["distilled", "rain", "very_soft", "soft", "moderately_hard", "hard", "very_hard"]
        middles = [water_classes()[key].hardness.mid for key in keys]
        self.assertEqual(middles, sorted(middles))


class Figures(TestCase):
    """A supplier's figures narrow the class."""

    def test_figures_replace_the_class(self) -> None:
        told = water_classes()["hard"].with_profile(Profile(reported(200.0)))
        self.assertEqual(told.alkalinity.mid, 200.0)
        self.assertEqual(told.hardness, water_classes()["hard"].hardness)
        spread = told.alkalinity.high - told.alkalinity.low
        before = water_classes()["hard"].alkalinity
        self.assertLess(spread, before.high - before.low)

    def test_no_figure_of_nothing_falls_below_nothing(self) -> None:
        self.assertEqual(
            water_classes()["soft"].with_profile(Profile(reported(0.0), reported(0.0))).alkalinity.low, 0.0
        )
