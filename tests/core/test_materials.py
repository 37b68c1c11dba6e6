"""The library: whole, sourced, and true to what bottles read."""

from unittest import TestCase

from eyebright.core.chemistry.solution import neat_ph
from eyebright.core.chemistry.species import species_table
from eyebright.core.chemistry.uncertainty import Draws
from eyebright.core.materials import MaterialError, library, material

# What neat bottles and fruit commonly read (food-science tables).
READ = {
    "spirit_vinegar": 2.42,
    "malt_vinegar": 2.8,
    "cider_vinegar": 3.1,
    "white_wine_vinegar": 2.75,
    "red_wine_vinegar": 2.85,
    "rice_vinegar": 2.8,
    "lemon_juice": 2.3,
    "lime_juice": 2.2,
}


class Library(TestCase):
    """Every row says what it is and where it comes from."""

    def test_every_row(self) -> None:
        for stuff in library().values():
            with self.subTest(stuff.key):
                self.assertTrue(stuff.source)
                self.assertIn(stuff.acid, species_table().acids)
                self.assertEqual(stuff.is_powder, stuff.teaspoon is not None)

    def test_what_the_shelf_must_know(self) -> None:
        needed = {"citric_acid", "cream_of_tartar", "lactic_acid", "baking_soda", "washing_soda"}
        self.assertLessEqual(needed | set(READ), set(library()))

    def test_an_unknown_material_is_said(self) -> None:
        with self.assertRaisesMessage("no material called 'moonshine'"):
            material("moonshine")

    def assertRaisesMessage(self, words: str):  # noqa: N802 - beside unittest's own
        return self.assertRaisesRegex(MaterialError, words)


class Neat(TestCase):
    """A bottle by itself."""

    def test_the_range_holds_what_bottles_read(self) -> None:
        for key, read in READ.items():
            with self.subTest(key):
                neat = neat_ph(material(key).brings)
                self.assertLess(neat.low, read)
                self.assertGreater(neat.high, read)

    def test_bound_base_decides_more_than_strength(self) -> None:
        spirit, cider = material("spirit_vinegar"), material("cider_vinegar")
        weak_spirit = neat_ph(lambda draws: spirit.brings(draws, 4.0))
        strong_cider = neat_ph(lambda draws: cider.brings(draws, 6.0))
        self.assertGreater(strong_cider.value, weak_spirit.value + 0.3)

    def test_own_strength_counts(self) -> None:
        stuff = material("spirit_vinegar")
        neat = [neat_ph(lambda draws, s=s: stuff.brings(draws, s)).value for s in (4.0, 10.0)]
        self.assertGreater(neat[0], neat[1] + 0.1)

    def test_a_mole_is_a_mole(self) -> None:
        one = Draws(1)
        vinegar = material("spirit_vinegar").brings(one, 6.0052)
        self.assertAlmostEqual(vinegar.moles["acetate"][0], 1e-3, places=9)
        tartar = material("cream_of_tartar").brings(one, 100.0)
        self.assertAlmostEqual(tartar.moles["tartrate"][0], 1 / 188.177, places=9)
        self.assertEqual(tartar.moles["tartrate"][0], tartar.moles["potassium"][0])
        lactic = material("lactic_acid").brings(one, 80.0)
        self.assertAlmostEqual(lactic.moles["lactate"][0], 0.8 * 1.19 / 90.078, places=6)
