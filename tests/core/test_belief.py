"""What readings teach: narrower, in the right place, and together."""

from itertools import pairwise
from unittest import TestCase

import numpy as np

from eyebright.core.chemistry import SHARED, MeterReading, ReadingError, StripReading, believable
from eyebright.core.learning import posterior_from
from eyebright.core.materials import Supply
from eyebright.core.mix import (
    Jug,
    JugObservation,
    NothingToPutRight,
    TitrationError,
    corrections,
    filled,
    next_readings,
    titrate,
    work_out,
)
from eyebright.core.numbers import PRIOR, Z_90, Draws, Figure, Posterior, figure

from .jugs import line, lot, question, rinse, water

MALT, HARD = lot("malt_vinegar"), water("hard")
NONE = np.zeros(1)


def neat(supply: Supply, name: str = "neat") -> Jug:
    """A bottle by itself."""
    return filled([line(supply, 100.0)], None, scope=name)


def mixed(source: Supply = HARD, acid: float = 10.0, name: str = "mixed") -> Jug:
    """Half a litre of water with so much malt vinegar."""
    return filled([line(source, 500.0 - acid), line(MALT, acid)], None, scope=name)


def believed(posterior: Posterior, supply: Supply, name: str) -> Figure:
    """One input of something after readings."""
    draws = Draws(posterior=posterior)
    supply.contribution(draws)
    return figure(draws.used[f"{supply.key}/{name}"], "")


def wide(found: Figure) -> float:
    """How wide a figure's range is."""
    return found.high - found.low


def ph_of(jug: Jug, posterior: Posterior) -> Figure:
    """A jug's pH with what is believed."""
    return figure(jug.solved(NONE, Draws(posterior=posterior), np.array([4.0]))[0].ph, "pH")


class Learning(TestCase):
    """Bayes on the draws."""

    def test_a_bottle_read_by_itself_is_known_at_once(self) -> None:
        before = believed(PRIOR, MALT, "bound_base")
        strip = believed(
            posterior_from([JugObservation(neat(MALT), 0.0, StripReading(3.0, 0.5))]), MALT, "bound_base"
        )
        meter = believed(
            posterior_from([JugObservation(neat(MALT), 0.0, MeterReading(3.0, 0.05))]), MALT, "bound_base"
        )
        self.assertLess(wide(strip), 0.9 * wide(before))  # its pack may be off, and so is every strip of it
        self.assertLess(wide(meter), 0.4 * wide(before))
        self.assertGreater(meter.value, before.value)

    def test_it_agrees_with_counting_draws(self) -> None:
        # The same question by brute force: of very many bottles, those that read so.
        read = MeterReading(3.0, 0.08)
        draws = Draws(60_000, 5)
        ph = neat(MALT).solved(NONE, draws, np.array([3.0]))[0].ph
        weights = np.exp(-0.5 * read.misses(ph) ** 2)
        base = draws.used["lot-malt_vinegar/bound_base"]
        mean = np.average(base, weights=weights)
        spread = np.sqrt(np.average((base - mean) ** 2, weights=weights))
        found = believed(posterior_from([JugObservation(neat(MALT), 0.0, read)]), MALT, "bound_base")
        self.assertAlmostEqual(found.value, mean, delta=0.25 * spread)
        self.assertAlmostEqual(wide(found) / 3.29, spread, delta=0.15 * spread)

    def test_agreeing_readings_narrow_and_never_widen(self) -> None:
        read, widths = [], [wide(ph_of(mixed(), PRIOR))]
        for i in range(4):
            read.append(JugObservation(mixed(name=f"jug {i}"), 0.0, StripReading(4.0, 0.5)))
            widths.append(wide(ph_of(mixed(), posterior_from(read))))
        for before, after in pairwise(widths):
            self.assertLess(after, before * 1.01)
        # What all of a pack share is never known from strips of that pack: four come near it, and not beyond.
        nearest = 1.0 / np.hypot(1.0, widths[0] / (2.0 * Z_90) / SHARED)
        self.assertGreater(widths[-1] / widths[0], nearest)
        self.assertLess(widths[-1] / widths[0], 0.5 * (1.0 + nearest))

    def test_a_jug_tells_of_the_water_and_the_bottle_together(self) -> None:
        posterior = posterior_from([JugObservation(mixed(), 0.0, MeterReading(4.25, 0.05))])
        self.assertGreater(believed(posterior, HARD, "alkalinity").value, 165.0)
        # The same jug again is known far better than water and bottle are apart.
        self.assertLess(wide(ph_of(mixed(), posterior)), 0.6 * wide(ph_of(mixed(), PRIOR)))

    def test_what_was_not_read_stays_as_it_was(self) -> None:
        posterior = posterior_from([JugObservation(neat(MALT), 0.0, MeterReading(3.0, 0.05))])
        other = lot("cider_vinegar")
        self.assertEqual(believed(posterior, other, "bound_base"), believed(PRIOR, other, "bound_base"))
        self.assertEqual(posterior_from([]).names, ())

    def test_an_odd_reading_is_followed_and_an_unbelievable_one_is_not(self) -> None:
        odd = posterior_from([JugObservation(mixed(), 0.0, MeterReading(4.4, 0.1))])
        self.assertGreater(ph_of(mixed(), odd).value, 4.2)
        wild = posterior_from([JugObservation(mixed(), 0.0, MeterReading(5.5, 0.1))])
        self.assertAlmostEqual(ph_of(mixed(), wild).value, ph_of(mixed(), PRIOR).value, delta=0.05)

    def test_readings_that_contradict_each_other_make_it_no_surer(self) -> None:
        def after(*values: float) -> Figure:
            seen = [
                JugObservation(neat(MALT, f"neat {place}"), 0.0, StripReading(value, 0.5))
                for place, value in enumerate(values)
            ]
            return ph_of(neat(MALT), posterior_from(seen))

        agree, fight = after(3.0, 3.0), after(2.5, 3.5)
        self.assertGreater(wide(fight), wide(agree))

    def test_twelve_strips_alike_are_not_twelve_times_as_sure(self) -> None:
        def after(count: int, packs: tuple[str, ...]) -> float:
            seen = [
                JugObservation(
                    neat(MALT, f"neat {place}"), 0.0,
                    StripReading(3.0, 0.5, pack=packs[place % len(packs)]),
                )
                for place in range(count)
            ]  # fmt: skip
            return wide(ph_of(neat(MALT), posterior_from(seen)))

        one, alike, apart = after(1, ("a",)), after(12, ("a",)), after(12, tuple("abcdefghijkl"))
        self.assertGreater(alike, 0.6 * one)
        self.assertLess(apart, 0.75 * alike)

    def test_one_reading_confirms_nothing_and_two_independent_ones_do(self) -> None:
        first = JugObservation(neat(MALT), 0.0, StripReading(3.0, 0.5))
        again = JugObservation(neat(MALT, "again"), 0.0, StripReading(3.0, 0.5))
        other = JugObservation(neat(MALT, "other"), 0.0, MeterReading(2.95, 0.1))
        self.assertTrue(PRIOR.confirmed)
        self.assertFalse(posterior_from([first]).confirmed)
        self.assertFalse(posterior_from([first, again]).confirmed)
        self.assertTrue(posterior_from([first, other]).confirmed)

    def test_one_misread_strip_moves_a_bottle_little(self) -> None:
        seen = [JugObservation(neat(MALT), 0.0, StripReading(5.0, 0.5))]
        self.assertAlmostEqual(
            ph_of(neat(MALT), posterior_from(seen)).value, ph_of(neat(MALT), PRIOR).value, delta=0.1
        )
        self.assertFalse(believable(ph_of(neat(MALT), PRIOR), StripReading(5.0, 0.5)))
        self.assertTrue(believable(ph_of(neat(MALT), PRIOR), StripReading(3.0, 0.5)))

    def test_the_end_of_a_strip_says_only_this_or_beyond(self) -> None:
        ended = StripReading(4.0, 0.5, 4.0, 7.0)
        np.testing.assert_array_equal(ended.misses(np.array([2.0, 3.0, 4.0])), 0.0)
        self.assertGreater(ended.misses(np.array([4.5]))[0], 1.0)
        for value in (3.5, 7.5):
            with self.assertRaisesRegex(ReadingError, "off their scale"):
                StripReading(value, 0.5, 4.0, 7.0)


class Titration(TestCase):
    """Vinegar into a litre of tap water."""

    def test_it_finds_a_known_water(self) -> None:
        spirit = lot("spirit_vinegar", 5.0)
        for key, true in (("very_hard", 260.0), ("moderately_hard", 78.0), ("soft", 36.0)):
            steps = []
            for share in (0.6, 0.9):
                much = round(true / 100.0 * 2.4 * share, 2)
                jug = filled([line(key, 1000.0), line(spirit, much)], None)
                ph = float(jug.just_mixed(NONE, Draws(1))[0])
                steps.append((much, StripReading(round(ph * 4) / 4, 0.5)))
            found = titrate(spirit, steps).alkalinity
            with self.subTest(key):
                self.assertTrue(found.low < true < found.high, found)
                self.assertLess(wide(found), 0.85 * true + 40.0)
                self.assertEqual(found.kind, "measured")

    def test_what_says_nothing_is_refused(self) -> None:
        spirit, strip = lot("spirit_vinegar"), StripReading(5.0, 0.5)
        for steps, words in (
            ([], "take a reading"),
            ([(0.0, strip)], "says little"),
            ([(10.0, strip), (5.0, strip)], "only be more"),
            ([(400.0, strip)], "From 0 to 200"),
        ):
            with self.subTest(words), self.assertRaisesRegex(TitrationError, words):
                titrate(spirit, steps)

    def test_it_says_what_to_do_next(self) -> None:
        spirit = lot("spirit_vinegar")
        self.assertIn("Add more vinegar", titrate(spirit, [(1.0, StripReading(7.0, 0.5))]).advice)
        self.assertIn("less vinegar", titrate(spirit, [(80.0, StripReading(3.0, 0.5))]).advice)


class Next(TestCase):
    """What to measure next."""

    def test_the_best_one_first_and_true_to_what_it_promises(self) -> None:
        asked = question(line(HARD, how="fill"), line(MALT, how="solve"))
        mix = work_out(asked)
        found = next_readings(asked, mix)
        self.assertEqual([n.share for n in found], sorted((n.share for n in found), reverse=True))
        meter = next(n for n in found if n.act == "meter in the jug")
        jug = filled([line(HARD, mix.pours[0].amount), line(MALT, mix.pours[1].amount)], None, scope="jug")
        posterior = posterior_from([JugObservation(jug, 0.0, MeterReading(mix.ph.value, 0.05))], also="jug")
        self.assertAlmostEqual(wide(ph_of(jug, posterior)), meter.width, delta=0.05)
        self.assertIn("titrate", [n.act for n in found])

    def test_what_is_known_needs_no_measuring(self) -> None:
        asked = question(line("distilled", 500.0), line("cream_of_tartar", 8.0), aim=None)
        self.assertEqual(next_readings(asked, work_out(asked)), ())


class PutRight(TestCase):
    """A jug that reads wrong."""

    SHELF = (
        MALT,
        lot("citric_acid"),
        lot("baking_soda"),
        water("very_hard"),
        water("rain"),
        lot("washing_soda"),
    )

    def asked(self, read: float, aim: float = 4.5, left: float = 500.0, vessel: float | None = None):
        mix = rinse(MALT, HARD, aim=aim)
        lines = [line(HARD, mix.pours[0].amount), line(MALT, mix.pours[1].amount)]
        jug = filled(lines, None, scope="standing")
        posterior = posterior_from([JugObservation(jug, 0.0, StripReading(read, 0.3))], also="standing")
        asked = question(*lines, aim=aim, vessel=vessel)
        return corrections(asked, jug, 0.0, left, self.SHELF, posterior)

    def test_too_sharp_is_raised(self) -> None:
        best = self.asked(3.5)[0]
        self.assertTrue(best.reaches)
        self.assertAlmostEqual(best.ph.value, 4.5, delta=0.15)
        self.assertNotIn("Washing soda", [way.name for way in self.asked(3.5)])

    def test_too_mild_is_sharpened(self) -> None:
        ways = self.asked(5.6)
        self.assertIn("Malt vinegar", [way.name for way in ways])
        self.assertTrue(all(way.reaches for way in ways))

    def test_the_vessel_caps_it(self) -> None:
        for vessel in (520.0, 700.0, 3000.0):
            for way in self.asked(4.0, aim=5.2, vessel=vessel):
                with self.subTest(f"{vessel} {way.name}"):
                    self.assertLessEqual(way.volume, vessel + 5.0)
                    if way.unit == "mL":
                        kept = 500.0 - way.off + way.amount
                        self.assertAlmostEqual(way.volume, kept, delta=6.0)

    def test_less_of_it_takes_less(self) -> None:
        whole, half = (self.asked(3.5, left=left)[0] for left in (500.0, 250.0))
        self.assertEqual(whole.name, half.name)
        self.assertAlmostEqual(half.amount, whole.amount / 2.0, delta=0.3 * whole.amount)

    def test_right_already_or_nothing_at_hand(self) -> None:
        with self.assertRaisesRegex(NothingToPutRight, "leave it"):
            self.asked(4.5)
