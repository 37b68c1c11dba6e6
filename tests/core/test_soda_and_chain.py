"""Soda honestly, and one pour after another over one head."""

from dataclasses import replace
from unittest import TestCase

from eyebright.core.chain import ChainError, Course, Follow, Link, follow, run_chain
from eyebright.core.heads import HairAndScalp, hair_and_scalp_of, ordinary_head
from eyebright.core.mix import JugSubject, SodaWash, filled, soda_wash, work_out
from eyebright.core.numbers import Draws, middle

from .heads import head
from .jugs import line, question, rinse, water


def soda(grams: float, volume: float = 500.0, **more) -> SodaWash | None:
    """What is said of so much soda in hard water."""
    asked = question(line("hard", how="fill"), line("baking_soda", grams), volume=volume, aim=None, **more)
    return soda_wash(asked, work_out(asked))


def pouring(*lines, name: str = "", volume: float = 500.0) -> Link:
    """So much of a jug, poured over the hair."""
    return Link(JugSubject(filled(lines, None, scope=name), 0.0, name), grams=volume)


def course(*links: Link, length: int | None = None) -> tuple[Course, HairAndScalp]:
    """Pours over an ordinary head, or over one with hair of so many cm; and what they went over."""
    draws = Draws(160)
    on = ordinary_head(draws)
    if length is not None:
        whom = head({"length_cm": length})
        on = hair_and_scalp_of(whom, whom.facts(), draws)
    return run_chain(links, on, draws), on


def ph(found: Course, place: int = -1) -> float:
    """The pH of the lengths after a pour."""
    return middle(found.after[place].lengths.ph)


def brought_back(rinse: Link, *before: Link) -> Follow:
    """How much of a rinse must follow."""
    found, on = course(*before)
    return follow(found, on, rinse.subject)


SODA = pouring(line("hard", 500.0), line("baking_soda", 10.0), name="soda")
WATER = pouring(line(water("soft"), 2000.0), name="water", volume=2000.0)
FIRM = pouring(line("rain", 440.0), line("malt_vinegar", 60.0), line("baking_soda", 1.6), name="firm")
MADE = rinse("malt_vinegar", "very_hard", aim=4.5)
WEAK = Link(JugSubject(MADE.jug, MADE.amount, "weak"), grams=500.0)


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
        found, _ = course(SODA, WATER, FIRM)
        washed, rinsed, sour = (ph(found, place) for place in range(3))
        self.assertGreater(washed, 6.3)
        self.assertLess(abs(rinsed - washed), 0.7)
        self.assertLess(sour, washed - 1.0)

    def test_plain_water_alone_leaves_hair_near_its_own(self) -> None:
        own, _ = course(pouring(line("distilled", 500.0), name="pure"))
        self.assertTrue(4.6 < ph(own) < 6.6)

    def test_the_fibre_counts(self) -> None:
        # A long head uses up a weak rinse that a short one hardly touches.
        short, long = (ph(course(SODA, WATER, WATER, WEAK, length=cm)[0]) for cm in (8, 70))
        self.assertGreater(long, short + 0.3)

    def test_how_much_must_follow(self) -> None:
        firm = brought_back(FIRM, SODA, WATER)
        assert firm.enough
        self.assertTrue(50.0 < firm.enough < 1200.0)
        self.assertEqual(firm.band, (4.5, 5.5))
        self.assertTrue(all(a >= b - 0.02 for a, b in zip(firm.median, firm.median[1:], strict=False)))
        weak = brought_back(WEAK, SODA, WATER)
        self.assertTrue(weak.enough is None or weak.enough > firm.enough)

    def test_plain_water_between_saves_rinse_after_a_strong_wash(self) -> None:
        strong = pouring(line("hard", 500.0), line("paste_soap", 25.0), name="soap")
        between, straight = brought_back(FIRM, strong, WATER), brought_back(FIRM, strong)
        assert between.enough and straight.enough
        self.assertLess(between.enough, straight.enough)

    def test_what_meets_one_zone_leaves_the_other_as_it_was(self) -> None:
        both, _ = course(SODA)
        scalp, _ = course(replace(SODA, zone="scalp"))
        self.assertIsNone(scalp.ph("lengths"))
        self.assertGreater(middle(scalp.ph("scalp")), middle(both.ph("scalp")))
        self.assertIs(both.ph("scalp"), both.ph("lengths"))

    def test_lanes_run_side_by_side_and_never_two_on_one_zone(self) -> None:
        grains = replace(SODA, zone="scalp", minutes=10.0)
        soak = replace(FIRM, zone="lengths", start=0.0, minutes=30.0)
        found, _ = course(grains, soak)
        self.assertEqual([(each.start, each.minutes) for each in found.after], [(0.0, 10.0), (0.0, 30.0)])
        self.assertEqual(found.minutes, 30.0)
        self.assertGreater(middle(found.ph("scalp")), middle(found.ph("lengths")) + 1.0)
        with self.assertRaisesRegex(ChainError, "still there") as raised:
            course(grains, replace(SODA, start=5.0))
        self.assertEqual(raised.exception.link, 1)
