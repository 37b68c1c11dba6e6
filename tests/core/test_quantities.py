"""Amounts as people say them."""

from unittest import TestCase

from eyebright.core.materials import (
    METRIC,
    MeasureError,
    jug_for,
    kit,
    pourable,
    rinse_volume,
    spoons,
    weighable,
)
from eyebright.core.words import brief


class Spoons(TestCase):
    """mL in spoons and cups."""

    def test_as_people_say_them(self) -> None:
        for volume, words in (
            (0.3, "less than ⅛ teaspoon"),
            (0.6, "about ⅛ teaspoon"),
            (1.25, "¼ teaspoon"),
            (5, "1 teaspoon"),
            (7.5, "1½ teaspoons"),
            (8, "about 1½ teaspoons"),
            (15, "1 tablespoon"),
            (50, "3 tablespoons and 1 teaspoon"),
            (250, "1 cup"),
            (492, "2 cups"),
            (333, "1¼ cups and 1½ tablespoons"),
        ):
            with self.subTest(volume):
                self.assertEqual(spoons(volume), words)

    def test_by_the_custom_of_the_place(self) -> None:
        self.assertEqual(spoons(20.0, kit("australian")), "1 tablespoon")
        self.assertEqual(spoons(236.588, kit("us")), "1 cup")
        self.assertEqual(spoons(284.131, kit("imperial")), "1 cup")

    def test_numbers_read_out(self) -> None:
        self.assertEqual(
            [brief(v) for v in (0.22, 1.75, 4.5, 8.0, 45.45, 491.6)],
            ["0.22", "1.75", "4.5", "8", "45.5", "492"],
        )


class AddsUp(TestCase):
    """What is said of an amount is that amount."""

    def test_spoons_add_up_to_what_is_meant(self) -> None:
        """Within a fiftieth, or it says "about"; never so far off as a coarse spoon need not be."""
        for kept in ("metric", "us"):
            measures = {name: each for each in kit(kept).spoons for name in (each.name, each.plural)}
            for volume in (5.0, 12.5, 37.5, 62.5, 70.0, 75.0, 92.5, 118.0, 225.0, 333.0, 700.0, 950.0):
                said = spoons(volume, kit(kept))
                whole = 0.0
                for part in said.removeprefix("about ").split(" and "):
                    count, name = part.split(" ", 1)
                    whole += measures[name].volume * _number(count)
                with self.subTest(f"{volume:g} mL: {said}"):
                    self.assertLess(abs(whole - volume), (0.06 if "about" in said else 0.0201) * volume)


def _number(count: str) -> float:
    """2½ as a number."""
    bits = {"⅛": 0.125, "¼": 0.25, "⅜": 0.375, "½": 0.5, "⅝": 0.625, "¾": 0.75, "⅞": 0.875}
    return float(count.rstrip("".join(bits)) or 0) + bits.get(count[-1], 0.0)


class Volumes(TestCase):
    """How much rinse, in any unit."""

    def test_units(self) -> None:
        self.assertAlmostEqual(rinse_volume(0.5, "L"), 500.0)
        self.assertAlmostEqual(rinse_volume(2, "cup"), 500.0)
        self.assertAlmostEqual(rinse_volume(2, "cup", kit("us")), 473.176)
        self.assertAlmostEqual(METRIC.ml("pints"), 568.26, places=2)

    def test_absurd_volumes_are_said(self) -> None:
        for value, unit, words in (
            (0, "mL", "more than nothing"),
            (-3, "L", "more than nothing"),
            (float("inf"), "L", "more than nothing"),
            (5, "mL", "too little"),
            (500, "L", "more than any jug"),
            (1, "buckets", "not in buckets"),
        ):
            with self.subTest(f"{value} {unit}"), self.assertRaisesRegex(MeasureError, words):
                rinse_volume(value, unit)

    def test_amounts_that_can_be_measured(self) -> None:
        self.assertEqual([pourable(v) for v in (0.01, 1.3, 7.3, 63.4, 333.0)], [0.25, 1.25, 7.5, 63, 335])
        self.assertEqual([weighable(v) for v in (0.01, 0.534, 12.3)], [0.1, 0.5, 12.5])

    def test_the_smallest_jug_that_holds_it(self) -> None:
        for volume, capacity in ((40, 250), (500, 500), (501, 1000), (19_000, 20_000)):
            self.assertEqual(jug_for(volume).capacity, capacity)
            self.assertEqual(jug_for(volume).numbered % jug_for(volume).mark, 0)
