"""Soda honestly, and one pour after another over one head."""

from datetime import date
from unittest import TestCase

from eyebright.core.chain import Hair, Pouring, after_pours, follow
from eyebright.core.heads import read_record
from eyebright.core.mix import SodaWash, filled, soda_wash, work_out

from .jugs import line, question, rinse, water


def soda(grams: float, volume: float = 500.0, **more) -> SodaWash | None:
    """What is said of so much soda in hard water."""
    asked = question(line("hard", how="fill"), line("baking_soda", grams), volume=volume, aim=None, **more)
    return soda_wash(asked, work_out(asked))


def pouring(*lines, name: str = "", volume: float = 500.0) -> Pouring:
    """So much of a jug, poured over the hair."""
    return Pouring(filled(lines, None, scope=name), 0.0, volume, name)


SODA = pouring(line("hard", 500.0), line("baking_soda", 10.0), name="soda")
WATER = pouring(line(water("soft"), 2000.0), name="water", volume=2000.0)
WEAK = rinse("malt_vinegar", "very_hard", aim=4.5)
FIRM = pouring(line("rain", 440.0), line("malt_vinegar", 60.0), line("baking_soda", 1.6), name="firm")


class Soda(TestCase):
    """Dissolved or not, fresh or stood, and the cap."""

    def test_it_climbs_as_it_stands(self) -> None:
        wash = soda(10.0)
        assert wash
        self.assertTrue(7.8 < wash.fresh.value < 8.4)
        self.assertGreater(wash.stood.value, wash.fresh.value + 0.2)
        self.assertLess(wash.stood.value, 9.5)
        self.assertLess(wash.fresh.high, wash.stood.high)

    def test_the_cap_and_what_does_not_dissolve(self) -> None:
        under, over, far = soda(15.0), soda(25.0), soda(70.0)
        assert under and over and far
        self.assertLess(under.percent, under.cap)
        self.assertIn("more than the cap", over.says)
        self.assertEqual(over.undissolved, 0.0)
        self.assertAlmostEqual(far.dissolved, 48.0, delta=1.0)
        self.assertAlmostEqual(far.dissolved + far.undissolved, 70.0)
        self.assertIn("stay at the bottom", far.says)

    def test_soda_in_an_acid_jug_is_no_soda_wash(self) -> None:
        asked = question(line("hard", 400.0), line("malt_vinegar", 100.0), line("baking_soda", 2.0))
        self.assertIsNone(soda_wash(asked, work_out(asked)))

    def test_cautions(self) -> None:
        def ids(*lines, **more) -> set[str]:
            asked = question(line("hard", how="fill"), *lines, aim=None, **more)
            return {caution.id for caution in work_out(asked).cautions}

        wash = ids(line("baking_soda", 10.0))
        self.assertIn("soda-then-acid", wash)
        self.assertNotIn("soda-too-strong", wash)
        self.assertIn("soda-too-strong", ids(line("baking_soda", 25.0)))
        self.assertIn("soda-too-long", ids(line("baking_soda", 10.0), minutes=5.0))
        self.assertIn("caustic", ids(line("washing_soda", 50.0)))
        self.assertIn("alkaline-left-in", ids(line("washing_soda", 1.0), use="left_in"))
        self.assertIn("soap-and-acid", ids(line("paste_soap", 10.0), line("malt_vinegar", 20.0)))
        self.assertIn("soda-and-acid", ids(line("malt_vinegar", 50.0), line("baking_soda", 1.0)))
        self.assertIn("oil-floats", ids(line("lavender_oil", 5.0, "drop")))
        self.assertIn("scent-rinsed-out", ids(line("lavender_oil", 10.0)))
        self.assertIn("sun-left-in", ids(line("grapefruit_juice", 20.0), use="left_in"))
        self.assertIn("smell-last", ids(line("malt_vinegar", 10.0), last=True))
        self.assertNotIn("smell-last", ids(line("malt_vinegar", 10.0)))


class Chain(TestCase):
    """The wet hair, pour after pour."""

    def test_soda_raises_it_and_the_rinse_brings_it_back(self) -> None:
        washed, rinsed, sour = after_pours(Hair(), [SODA, WATER, FIRM])
        self.assertGreater(washed.ph.value, 6.3)
        self.assertLess(abs(rinsed.ph.value - washed.ph.value), 0.7)
        self.assertLess(sour.ph.value, washed.ph.value - 1.0)
        self.assertEqual([each.name for each in (washed, rinsed, sour)], ["soda", "water", "firm"])

    def test_plain_water_alone_leaves_hair_near_its_own(self) -> None:
        own = after_pours(Hair(), [pouring(line("distilled", 500.0), name="pure")])[0]
        self.assertTrue(4.6 < own.ph.value < 6.6)

    def test_the_fibre_counts(self) -> None:
        # A long head uses up a weak rinse that a short one hardly touches.
        short, long = (self.head(length) for length in (8, 70))
        weak = Pouring(WEAK.jug, WEAK.amount, 500.0, "weak")
        after = {
            name: after_pours(hair, [SODA, WATER, WATER, weak])[-1].ph.value
            for name, hair in (("s", short), ("l", long))
        }
        self.assertGreater(after["l"], after["s"] + 0.3)

    @staticmethod
    def head(length: int) -> Hair:
        """A head of so long hair (cm)."""
        return Hair(read_record({"birth_year": 1988, "length_cm": length}, date(2026, 11, 25)))

    def test_how_much_must_follow(self) -> None:
        firm = follow(Hair(), [SODA, WATER], FIRM)
        assert firm.enough
        self.assertTrue(50.0 < firm.enough < 1200.0)
        self.assertEqual(firm.band, (4.5, 5.5))
        self.assertTrue(all(a >= b - 0.02 for a, b in zip(firm.median, firm.median[1:], strict=False)))
        weak = follow(Hair(), [SODA, WATER], Pouring(WEAK.jug, WEAK.amount, 1.0, "weak"))
        self.assertTrue(weak.enough is None or weak.enough > firm.enough)

    def test_plain_water_between_saves_rinse_after_a_strong_wash(self) -> None:
        strong = pouring(line("hard", 500.0), line("paste_soap", 25.0), name="soap")
        between, straight = (follow(Hair(), before, FIRM) for before in ([strong, WATER], [strong]))
        assert between.enough and straight.enough
        self.assertLess(between.enough, straight.enough)
