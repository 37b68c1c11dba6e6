"""The library: whole, sourced, and true to what bottles read."""

import json
from pathlib import Path
from unittest import TestCase

import numpy as np
from jsonschema import Draft202012Validator

from eyebright.core.chemistry import neat_ph, solve_ph, species_table
from eyebright.core.heads import record_tables
from eyebright.core.materials import (
    MaterialError,
    hazard_table,
    kinds,
    library,
    library_finder,
    material,
    material_from_row,
    notices,
    rows,
)
from eyebright.core.numbers import Draws

SCHEMA = Path(__file__).parents[2] / "eyebright" / "core" / "materials" / "schema.json"

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

    def test_every_row_is_as_the_schema_has_it(self) -> None:
        validator = Draft202012Validator(json.loads(SCHEMA.read_text("utf-8")))
        for row in rows():
            with self.subTest(row["key"]):
                self.assertEqual([error.message for error in validator.iter_errors(row)], [])

    def test_the_schema_refuses_what_is_wrong(self) -> None:
        validator = Draft202012Validator(json.loads(SCHEMA.read_text("utf-8")))
        row = dict(rows()[0])
        for wrong in ({"colour": "red"}, {"saponin": [0.1, 0.2, 1.2]}, {"density": [1, 2]}, {"kind": 3}):
            with self.subTest(str(wrong)):
                self.assertFalse(validator.is_valid(row | wrong))
        self.assertFalse(validator.is_valid({name: row[name] for name in row if name != "source"}))

    def test_every_row_makes_a_material(self) -> None:
        keys = [row["key"] for row in rows()]
        self.assertEqual(len(keys), len(set(keys)))
        self.assertGreaterEqual(len(keys), 80)
        self.assertEqual({row["kind"] for row in rows()} - set(kinds()), set())
        allergens = {choice.key for choice in record_tables().questions["allergies"].choices}
        for supply in library().values():
            with self.subTest(supply.key):
                self.assertLessEqual(set(supply.contains), allergens)
                self.assertTrue(supply.source and supply.keeps)
                self.assertTrue(supply.latin or supply.refuse or supply.kind == "bought")
                self.assertLessEqual(set(supply.hazards), set(hazard_table()))
                assert supply.density
                self.assertTrue(0.03 < supply.density.low <= supply.density.high < 2.0)
                brought = supply.contribution(Draws())
                for component, moles in brought.moles.items():
                    self.assertIn(component, species_table().components)
                    self.assertTrue(np.all(moles >= 0.0))

    def test_found_by_any_of_its_names_in_any_tongue(self) -> None:
        for find, key in (
            ("vinaigre de cidre", "cider_vinegar"),
            ("saponaire", "soapwort"),
            ("methi", "fenugreek"),
            ("brennnessel", "nettle"),
            ("aguacate", "avocado"),
            ("tilia cordata", "linden"),
            ("acido citrico", "citric_acid"),
            ("NATRON", "baking_soda"),
        ):
            with self.subTest(find):
                self.assertIn(key, [each.key for each in library_finder().find(find)])
        self.assertEqual(library_finder().find("moonshine"), [])

    def test_an_unknown_material_is_said(self) -> None:
        with self.assertRaisesRegex(MaterialError, "no material called 'moonshine'"):
            material("moonshine")

    def test_one_of_your_own_is_as_wide_as_its_kind(self) -> None:
        row = {"key": "own-1", "name": "Quince vinegar", "kind": "vinegar", "source": "ours"}
        own, known = (
            material_from_row(row),
            material_from_row(row | {"bound_base": [11.0, 12.0, 13.0], "strength": [4.9, 5.0, 5.1]}),
        )
        wide, narrow = neat_ph(own.contribution), neat_ph(known.contribution)
        self.assertGreater(wide.high - wide.low, 2.0 * (narrow.high - narrow.low))
        self.assertIn("density", own.guessed)
        self.assertNotIn("strength", known.guessed)
        with self.assertRaises(MaterialError):
            material_from_row(row | {"kind": "moonshine"})


class Keeping(TestCase):
    """What there is to say of a lot as it stands."""

    def test_low_soon_past_and_long_open(self) -> None:
        oat = material("oat_flour")
        said = {n.what for n in notices(oat, 20.0, 500.0, 200, None)}
        self.assertEqual(said, {"low", "open long"})
        self.assertEqual([n.what for n in notices(oat, 0.0, 500.0, None, 3)], ["empty", "soon"])
        self.assertEqual([n.what for n in notices(oat, 400.0, 500.0, None, -2)], ["past"])
        self.assertEqual(notices(oat, None, None, None, None), ())


class Neat(TestCase):
    """A bottle by itself."""

    def test_the_range_holds_what_bottles_read(self) -> None:
        for key, read in READ.items():
            with self.subTest(key):
                neat = neat_ph(material(key).contribution)
                self.assertLess(neat.low, read)
                self.assertGreater(neat.high, read)

    def test_bound_base_decides_more_than_strength(self) -> None:
        spirit, cider = material("spirit_vinegar"), material("cider_vinegar")
        weak_spirit = neat_ph(lambda draws: spirit.contribution(draws, 4.0))
        strong_cider = neat_ph(lambda draws: cider.contribution(draws, 6.0))
        self.assertGreater(strong_cider.value, weak_spirit.value + 0.3)

    def test_own_strength_counts(self) -> None:
        supply = material("spirit_vinegar")
        neat = [neat_ph(lambda draws, s=s: supply.contribution(draws, s)).value for s in (4.0, 10.0)]
        self.assertGreater(neat[0], neat[1] + 0.1)

    def test_a_mole_is_a_mole(self) -> None:
        one = Draws(1)
        vinegar = material("spirit_vinegar").contribution(one, 6.0052)
        self.assertAlmostEqual(vinegar.moles["acetate"][0], 1e-3, places=9)
        tartar = material("cream_of_tartar").contribution(one, 100.0)
        self.assertAlmostEqual(tartar.moles["tartrate"][0], 1 / 188.177, places=9)
        self.assertEqual(tartar.moles["tartrate"][0], tartar.moles["potassium"][0])
        lactic = material("lactic_acid").contribution(one, 80.0)
        self.assertAlmostEqual(lactic.moles["lactate"][0], 0.8 * 1.19 / 90.078, places=6)


class WithoutAFormula(TestCase):
    """What is known only by what its slurry reads comes back as it was read."""

    def test_a_neat_liquid_reads_what_its_row_says(self) -> None:
        for key in ("aloe_gel", "milk", "black_tea", "buttermilk", "honey", "orange_juice", "rose_water"):
            supply = material(key)
            said = supply.side.ph  # type: ignore[union-attr]
            read = neat_ph(supply.contribution)
            with self.subTest(key):
                self.assertAlmostEqual(read.value, said.mid, delta=0.03)
                self.assertAlmostEqual(read.low, said.low, delta=0.06)
                self.assertAlmostEqual(read.high, said.high, delta=0.06)

    def test_a_slurry_reads_and_holds_what_its_row_says(self) -> None:
        for key in ("nettle", "rhassoul", "kaolin", "sumac", "soapnut", "soap_bar"):
            side, one = material(key).side, Draws(1)
            contribution = material(key).contribution(one)
            litre = {name: moles * side.per * 10.0 for name, moles in contribution.moles.items()}  # type: ignore[union-attr]
            solved = solve_ph({name: float(moles[0]) for name, moles in litre.items()})
            with self.subTest(key):
                self.assertAlmostEqual(solved.ph, side.ph.mid, delta=0.05)  # type: ignore[union-attr]
                held = 1000.0 * solved.buffer_capacity / side.buffer.mid  # type: ignore[union-attr]
                self.assertTrue(0.5 < held < 2.0, held)
