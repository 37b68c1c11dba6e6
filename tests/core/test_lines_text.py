"""Lines as people write them down, understood as far as they can be."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.exchange import parse_line, parse_lines, split_lines
from eyebright.core.materials import METRIC, Lot, OwnSpoon, Supply, find_materials, kit

from .formulas import WATERS
from .jugs import water


def find(name: str) -> list[Supply]:
    """Anything of the library, and waters."""
    waters = [water(key) for key in WATERS if name.lower() in water(key).name.lower()]
    return [*waters, *(Lot(f"lib-{each.key}", each, each.name) for each in find_materials(name))]


def read(text: str) -> tuple[float | None, str, str, str]:
    """What was understood of one line: amount, unit, material and form."""
    line = parse_line(text, find, METRIC)
    what = (line.found[0].material.key if line.found[0].material else "water") if line.found else ""
    return line.amount, line.unit, what, line.form


class Lines(TestCase):
    """One line at a time."""

    def test_amounts_units_names_and_forms(self) -> None:
        for text, expected in (
            ("60 g soapwort root, broken", (60.0, "g", "soapwort", "broken")),
            ("- 2 tbsp rhassoul", (2.0, "tbsp", "rhassoul", "")),
            ("1½ cups rain water", (1.5, "cup", "water", "")),
            ("1 1/2 tsp oat flour", (1.5, "tsp", "oat_flour", "")),
            ("0,5 l distilled water", (0.5, "L", "water", "")),
            ("a pinch of citric acid", (1.0, "pinch", "citric_acid", "")),
            ("half a cup of buttermilk", (0.5, "cup", "buttermilk", "")),
            ("6 drops lavender essential oil", (6.0, "drop", "lavender_oil", "")),
            ("10% honey", (10.0, "%", "honey", "")),
            ("3 parts kaolin", (3.0, "part", "kaolin", "")),
            ("2-4 tsp sunflower oil", (3.0, "tsp", "sunflower_oil", "")),
            ("Soapwort root — 60 g", (60.0, "g", "soapwort", "whole")),
            ("kaolin: 25g", (25.0, "g", "kaolin", "")),
            ("fresh nettle 40 g", (40.0, "g", "nettle", "fresh")),
            ("12 conkers", (12.0, "conker", "horse_chestnut", "whole")),
            ("250ml white vinegar (5 %)", (250.0, "mL", "spirit_vinegar", "")),
            ("1 EL Honig", (1.0, "tbsp", "honey", "")),
            ("2 cuillères à soupe d'huile de tournesol", (2.0, "tbsp", "sunflower_oil", "")),
            ("30 g ground linden blossom", (30.0, "g", "linden", "powder")),
        ):
            with self.subTest(text):
                (line,) = split_lines(text)
                self.assertEqual(read(line), expected)

    def test_what_cannot_be_read_is_kept_and_marked(self) -> None:
        for text, words in (
            ("3 g moon dust", "Nothing here goes by “moon dust”"),
            ("5 drops kaolin", "It is weighed or spooned"),
            ("a handful of honey", "It pours"),
            ("soapwort root", "How much Soapwort root?"),
            ("40 g", "There is no name"),
            ("????", "Nothing here goes by"),
        ):
            with self.subTest(text):
                line = parse_line(text, find, METRIC)
                self.assertEqual(line.text, text)
                self.assertIn(words, line.problem)

    def test_the_household_s_own_scoop(self) -> None:
        own = kit("metric", (OwnSpoon("spoon-4", "tin lid", 30.0),))
        line = parse_line("2 tin lid kaolin", find, own)
        self.assertEqual((line.amount, line.unit, line.problem), (2.0, "spoon-4", ""))

    def test_bullets_numbers_and_empty_lines(self) -> None:
        lines = parse_lines("• 60 g kaolin\n\n1. 2 tsp honey\n[x] 100 mL rain water\n   \n", find, METRIC)
        self.assertEqual([line.amount for line in lines], [60.0, 2.0, 100.0])

    @settings(max_examples=150, deadline=None)
    @given(st.text(max_size=80))
    def test_whatever_is_pasted_no_line_is_lost(self, text: str) -> None:
        lines = parse_lines(text, find, METRIC)
        self.assertEqual([line.text for line in lines], split_lines(text))
        for line in lines:
            self.assertTrue(line.problem or (line.amount is not None and line.found))
