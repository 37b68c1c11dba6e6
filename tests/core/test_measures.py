"""What an amount comes to, and how far it can be trusted, in whatever it is measured."""

from unittest import TestCase

from eyebright.core.materials import (
    METRIC,
    Amount,
    MeasureError,
    OwnSpoon,
    OwnVessel,
    kit,
    material,
    material_from_row,
    measured,
    offered,
)

OWN = kit(
    "metric",
    (OwnSpoon("spoon-1", "scoop", None, 11.0, "rhassoul"), OwnSpoon("spoon-2", "tin lid", 30.0)),
    (OwnVessel("vessel-1", "brown bottle", 330.0),),
)


class Amounts(TestCase):
    """Into mL or g."""

    def test_each_way_of_saying_it(self) -> None:
        for value, unit, of, amount in (
            (2, "tbsp", "malt_vinegar", 30.0),
            (0.5, "L", None, 500.0),
            (100, "g", None, 100.0),
            (142.0, "g", "honey", 100.0),
            (1, "tsp", "baking_soda", 4.8),
            (2, "pod", "shikakai", 5.2),
            (1, "spoon-1", "rhassoul", 11.0),
            (1, "spoon-2", "rhassoul", 24.0),
            (0.5, "vessel-1", "malt_vinegar", 165.0),
            (1, "oz", "nettle", 28.35),
            (25, "drop", "malt_vinegar", 1.0),
        ):
            with self.subTest(f"{value} {unit} of {of}"):
                found = measured(Amount(value, unit), material(of) if of else None, OWN)
                self.assertAlmostEqual(found.amount, amount, delta=0.01 * amount)

    def test_spoons_are_whose_they_are(self) -> None:
        for system, ml in (("metric", 15.0), ("us", 14.787), ("imperial", 17.758), ("australian", 20.0)):
            self.assertAlmostEqual(measured(Amount(1, "tbsp"), None, kit(system)).amount, ml)
        with self.assertRaisesRegex(MeasureError, "metric, us"):
            kit("troy")

    def test_packed_weighs_more(self) -> None:
        clay = material("rhassoul")
        loose, packed = (measured(Amount(1, "tbsp", p), clay).amount for p in (False, True))
        self.assertAlmostEqual(packed, loose * clay.packed)

    def test_the_rougher_the_measure_the_wider(self) -> None:
        thyme = material("thyme")
        widths = [
            (spread := measured(Amount(value, unit), thyme).spread).high - spread.low
            for value, unit in ((20.0, "g"), (1, "tbsp"), (1, "handful"))
        ]
        self.assertEqual(widths, sorted(widths))
        self.assertLess(widths[0], 0.1)
        half, whole = (measured(Amount(value, "vessel-1"), None, OWN).spread.high for value in (0.5, 1.0))
        self.assertGreater(half, whole)

    def test_many_pieces_even_out(self) -> None:
        pod = material("shikakai")
        one, many = (measured(Amount(count, "pod"), pod).spread.high for count in (1, 16))
        self.assertAlmostEqual(many - 1.0, (one - 1.0) / 4.0)

    def test_what_nobody_can_measure_is_said(self) -> None:
        vague = material_from_row(
            {"key": "own-1", "name": "Grey powder", "kind": "some powder", "source": "ours"}
        )
        for said, supply, words in (
            (Amount(1, "tsp"), vague, "weigh one and put it"),
            (Amount(1, "splash"), material("kaolin"), "by the splash"),
            (Amount(1, "pinch"), None, "water by the pinch"),
            (Amount(float("nan"), "g"), None, "Say how much"),
            (Amount(1, "bucket"), material("kaolin"), "not in bucket"),
            (Amount(1, "spoon-1"), material("kaolin"), "only weighed with something else"),
        ):
            with self.subTest(words), self.assertRaisesRegex(MeasureError, words):
                measured(said, supply, OWN)
        self.assertEqual(measured(Amount(3, "g"), vague).amount, 3.0)


class Offered(TestCase):
    """The units that fit."""

    def test_only_what_fits(self) -> None:
        powder = [key for key, _ in offered(material("rhassoul"), OWN)]
        self.assertLessEqual({"g", "tsp", "spoon-1", "spoon-2", "handful"}, set(powder))
        self.assertNotIn("splash", powder)
        liquid = [key for key, _ in offered(None, METRIC)]
        self.assertLessEqual({"mL", "cup", "splash"}, set(liquid))
        self.assertNotIn("pinch", liquid)
        for key in powder:
            with self.subTest(key):
                self.assertGreater(measured(Amount(1, key), material("rhassoul"), OWN).amount, 0.0)
