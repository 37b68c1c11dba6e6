"""Kitchen mixes of our own against an independent geochemical solver."""

from unittest import TestCase

from eyebright.core.chemistry import solve_ph
from tests.kitchen_mixes import WATERS, added, kitchen_mixes
from tests.phreeqc import phreeqc_ph


class AgainstPhreeqc(TestCase):
    """Within 0.05 on every mix; soda up to saturation within 0.15."""

    def test_every_kitchen_mix(self) -> None:
        mixes = kitchen_mixes()
        self.assertGreaterEqual(len(mixes), 40)
        for name, totals in mixes.items():
            with self.subTest(name):
                self.assertAlmostEqual(solve_ph(totals).ph, phreeqc_ph(totals), delta=0.05)

    def test_saturated_soda(self) -> None:
        for strength in (0.5, 0.8, 1.14):
            for water in WATERS.values():
                paste = added({"potassium": strength, "carbonate": strength}, water)
                self.assertAlmostEqual(solve_ph(paste).ph, phreeqc_ph(paste), delta=0.15)
