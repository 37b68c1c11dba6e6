"""Carbonic acid: how it divides by pH, and what leaves for the air."""

from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import (
    AIR_CO2,
    FIZZING,
    Contribution,
    Part,
    after_standing,
    charge,
    dissolved,
    fizzed,
    gas_lost,
    solve,
    solve_ph,
    totals,
)
from tests.phreeqc import phreeqc_ph

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


# mol/kg of a jug
OPEN_JUGS = (
    ("100 mL spirit vinegar, 10 g soda", {"acetate": 0.872, "sodium": 1.246, "carbonate": 1.246}),
    (
        "100 mL lemon juice, 6 g soda",
        {"citrate": 0.289, "potassium": 0.032, "sodium": 0.752, "carbonate": 0.752},
    ),
    (
        "500 mL water, 5 g citric acid, 6 g soda",
        {"citrate": 0.052, "sodium": 0.1428, "carbonate": 0.1428},
    ),
    ("500 mL water, 5 g citric acid, 2 g soda", {"citrate": 0.052, "sodium": 0.0476, "carbonate": 0.0476}),
    ("vinegar and soda, even", {"acetate": 0.8, "sodium": 0.8, "carbonate": 0.8}),
    ("vinegar, lemon and much soda", {"acetate": 0.4, "citrate": 0.1, "sodium": 1.5, "carbonate": 1.5}),
)


class Bubbling(TestCase):
    """An open jug holds one atmosphere of gas; what is beyond bubbles off, and the pH is of what is left."""

    def test_the_ph_of_what_is_left(self) -> None:
        for name, mix in OPEN_JUGS:
            with self.subTest(name):
                mixed = {key: np.array([each]) for key, each in mix.items()}
                left = fizzed(mixed)
                self.assertAlmostEqual(float(solve(left).ph[0]), phreeqc_ph(mix, opened=True), delta=0.1)
                self.assertLess(float(left["carbonate"][0]), mix["carbonate"])
                self.assertGreater(float(solve(left).ph[0]), float(solve(mixed).ph[0]))

    def test_while_it_fizzes_it_holds_more_and_reads_lower(self) -> None:
        mixed = {key: np.array([each]) for key, each in OPEN_JUGS[2][1].items()}
        self.assertLess(solve(fizzed(mixed, FIZZING)).ph[0], solve(fizzed(mixed)).ph[0])

    def test_what_holds_less_is_left_alone(self) -> None:
        soda = {"sodium": np.array([0.2]), "carbonate": np.array([0.2])}
        self.assertEqual(fizzed(soda)["carbonate"][0], 0.2)
        self.assertNotIn("carbonate", fizzed({"acetate": np.array([0.1])}))

    def test_chalk_dissolves_as_far_as_acid_takes_it_up(self) -> None:
        vinegar = {"acetate": np.array([0.0872])}
        water = Part(Contribution(vinegar, 0.1, 100.0), np.ones(1))
        for grams, low, high in ((0.0, 2.3, 2.6), (2.0, 4.2, 4.6), (20.0, 5.6, 6.3)):
            chalk = {"calcium": np.array([0.01]), "carbonate": np.array([0.01])}
            mixed = totals([water, Part(Contribution(chalk, 0.0, 0.4, mineral=True), np.full(1, grams))])
            with self.subTest(grams):
                self.assertTrue(low < float(solve(fizzed(mixed)).ph[0]) < high)
