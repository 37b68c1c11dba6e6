"""Carbonic acid: how it divides by pH, and what leaves for the air."""

from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import AIR_CO2, after_standing, charge, dissolved, gas_lost, solve_ph

PK1, PK2 = 6.352, 10.329


def at(ph: float) -> np.ndarray:
    """A hydron activity, as an array."""
    return np.array([10.0**-ph])


class Divided(TestCase):
    """By pH, as the two constants say."""

    def test_half_is_gas_at_the_first_constant(self) -> None:
        self.assertAlmostEqual(dissolved(at(PK1))[0], 0.5, delta=1e-3)
        self.assertAlmostEqual(charge(at((PK1 + PK2) / 2))[0], 1.0, delta=1e-3)
        self.assertAlmostEqual(charge(at(PK2))[0], 1.5, delta=1e-3)

    def test_the_solver_divides_it_alike(self) -> None:
        solved = solve_ph({"carbonate": 1e-4, "sodium": 5e-5})
        gas = solved.species["H2·carbonate +0"]
        self.assertAlmostEqual(dissolved(at(solved.ph))[0], gas / 1e-4, delta=0.01)


class Leaving(TestCase):
    """Only what the air would not keep in the water leaves."""

    def test_acid_water_loses_that_share(self) -> None:
        left = after_standing(np.array([5e-3]), np.array([3.0]), np.array([0.4]))
        self.assertAlmostEqual(left[0], 5e-3 - 0.4 * (5e-3 - AIR_CO2), delta=1e-5)

    def test_open_water_and_alkaline_water_lose_next_to_nothing(self) -> None:
        self.assertEqual(after_standing(np.array([1.2e-5]), np.array([5.6]), np.array([0.4]))[0], 1.2e-5)
        alkaline = after_standing(np.array([5e-3]), np.array([9.0]), np.array([0.4]))
        self.assertGreater(alkaline[0], 0.998 * 5e-3)

    def test_the_ph_climbs_as_it_leaves(self) -> None:
        mix = {"acetate": 0.005, "sodium": 0.005, "carbonate": 0.005}
        fresh = solve_ph(mix).ph
        stood = mix | {
            "carbonate": float(after_standing(np.array([0.005]), np.array([fresh]), np.array([0.5]))[0])
        }
        self.assertGreater(solve_ph(stood).ph, fresh + 0.1)

    def test_the_share_is_a_share(self) -> None:
        self.assertTrue(0.0 <= gas_lost().low <= gas_lost().high <= 1.0)
