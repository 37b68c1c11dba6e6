"""The pH of a mix: published standards, conservation, and never a failure."""

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.chemistry import ChemistryError, solve_ph, solve_ph_many, species_table
from tests.kitchen_mixes import ACIDS, WATERS, added, kitchen_mixes

# Published pH at 25 °C: NIST standard buffers, and acetic acid from the CRC Handbook.
STANDARDS = {
    "potassium hydrogen phthalate": ({"phthalate": 0.05, "potassium": 0.05}, 4.005),
    "potassium dihydrogen citrate": ({"citrate": 0.05, "potassium": 0.05}, 3.776),
    "potassium hydrogen tartrate": ({"tartrate": 0.0341, "potassium": 0.0341}, 3.557),
    "phosphate, equal": ({"phosphate": 0.05, "potassium": 0.025, "sodium": 0.05}, 6.865),
    "phosphate, blood": (
        {"phosphate": 0.008695 + 0.03043, "potassium": 0.008695, "sodium": 0.06086},
        7.413,
    ),
    "carbonate": ({"carbonate": 0.05, "sodium": 0.075}, 10.012),
    "acetic acid": ({"acetate": 0.1}, 2.88),
    "acetic acid and acetate": ({"acetate": 0.2, "sodium": 0.1}, 4.65),
}

COMPONENTS = sorted(species_table().components)
SODIUM = st.floats(min_value=0.0, max_value=0.05)


def charge_of(name: str) -> int:
    """The charge that a species' name ends in; bare ions by their component."""
    plain = {"H+": 1, "OH-": -1, "sodium": 1, "potassium": 1, "chloride": -1}
    return plain.get(name) or {"calcium": 2, "magnesium": 2}.get(name) or int(name.rsplit(" ", 1)[1])


class Standards(TestCase):
    """Published standards, within 0.02."""

    def test_each_standard(self) -> None:
        for name, (totals, published) in STANDARDS.items():
            with self.subTest(name):
                self.assertAlmostEqual(solve_ph(totals).ph, published, delta=0.02)

    def test_pure_water_is_neutral(self) -> None:
        self.assertAlmostEqual(solve_ph({}).ph, 13.995 / 2, delta=0.001)

    def test_warm_water_is_neutral_at_a_lower_ph(self) -> None:
        # CRC Handbook: pKw 13.262 at 50 °C.
        self.assertAlmostEqual(solve_ph({}, 50.0).ph, 13.262 / 2, delta=0.03)

    def test_buffer_capacity_is_the_slope(self) -> None:
        totals = {"acetate": 0.1, "sodium": 0.05}
        nudge = 1e-4
        moved = solve_ph(totals | {"sodium": 0.05 + nudge}).ph - solve_ph(totals).ph
        # The capacity is taken at a steady ionic strength; a real nudge shifts that a little.
        self.assertAlmostEqual(solve_ph(totals).buffer_capacity / (nudge / moved), 1.0, delta=0.05)


class Conservation(TestCase):
    """What went in is all there, and the charges cancel."""

    def test_mass_and_charge(self) -> None:
        totals = added(ACIDS["lemon one in four"], WATERS["very hard"])
        species = solve_ph(totals).species
        for component in totals:
            held = sum(amount for name, amount in species.items() if component in name)
            self.assertAlmostEqual(held, totals[component], delta=1e-5 * totals[component] + 1e-12)
        charge = sum(charge_of(name) * amount for name, amount in species.items())
        self.assertAlmostEqual(charge, 0.0, delta=1e-6)


class Robustness(TestCase):
    """From distilled water to a saturated paste, and beyond any kitchen."""

    def test_no_mix_fails_and_both_ways_agree(self) -> None:
        rng = np.random.default_rng(7)
        for _ in range(40):
            chosen = rng.choice(COMPONENTS, rng.integers(1, 9), replace=False)
            totals = {str(name): 10 ** rng.uniform(-7, 0.3, 50) for name in chosen}
            many = solve_ph_many(totals)
            self.assertTrue(np.all((many.ph > -1.0) & (many.ph < 15.0)))
            for row in (0, 49):
                one = solve_ph({name: float(column[row]) for name, column in totals.items()})
                self.assertAlmostEqual(one.ph, many.ph[row], delta=1e-3)
                self.assertAlmostEqual(one.buffer_capacity, many.buffer_capacity[row], delta=1e-2)

    def test_a_guess_never_changes_the_answer(self) -> None:
        totals = {name: np.array([amount] * 3) for name, amount in ACIDS["citric acid, strong"].items()}
        for guess in (0.0, 7.0, 13.0):
            self.assertAlmostEqual(
                solve_ph_many(totals, guess=guess).ph[1], solve_ph_many(totals).ph[1], delta=1e-4
            )

    def test_scalars_are_shared_by_all_rows(self) -> None:
        many = solve_ph_many({"acetate": [0.1, 0.2], "sodium": 0.05})
        self.assertAlmostEqual(many.ph[1], solve_ph({"acetate": 0.2, "sodium": 0.05}).ph, delta=1e-4)

    def test_what_no_mix_can_have(self) -> None:
        for totals, component in (
            ({"unobtainium": 0.1}, "unobtainium"),
            ({"acetate": -0.1}, "acetate"),
            ({"acetate": float("nan")}, "acetate"),
        ):
            with self.subTest(totals), self.assertRaises(ChemistryError) as raised:
                solve_ph(totals)
            self.assertEqual(raised.exception.component, component)
        with self.assertRaises(ChemistryError):
            solve_ph({"acetate": 0.1}, temperature_c=130.0)
        with self.assertRaises(ChemistryError):
            solve_ph_many({"acetate": [[0.1, 0.2]]})

    def test_hard_water_pairs_matter_for_lemon(self) -> None:
        mixes = kitchen_mixes()
        hard = mixes["lemon one in forty in very hard water"]
        unpaired = dict(hard)
        unpaired["sodium"] += 2.0 * (unpaired.pop("calcium") + unpaired.pop("magnesium"))
        self.assertGreater(solve_ph(unpaired).ph - solve_ph(hard).ph, 0.1)


class Direction(TestCase):
    """More acid never raises the pH; more alkali never lowers it."""

    @settings(max_examples=60, deadline=None)
    @given(acid=st.floats(1e-5, 0.5), more=st.floats(1.01, 3.0), sodium=SODIUM)
    def test_more_acid(self, acid: float, more: float, sodium: float) -> None:
        base = {"sodium": sodium, "carbonate": 0.004, "calcium": 0.002}
        less = solve_ph(base | {"citrate": acid}).ph
        self.assertLessEqual(solve_ph(base | {"citrate": acid * more}).ph, less + 1e-4)

    @settings(max_examples=60, deadline=None)
    @given(alkali=SODIUM, extra=st.floats(1e-4, 0.1))
    def test_more_alkali(self, alkali: float, extra: float) -> None:
        base = {"acetate": 0.05, "carbonate": 0.004}
        less = solve_ph(base | {"sodium": alkali}).ph
        self.assertGreaterEqual(solve_ph(base | {"sodium": alkali + extra}).ph, less - 1e-4)
