"""Scale, meter, thermometer: their stand-ins, their calibration, and the lines they speak."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from eyebright.core.instruments import (
    OVERLOAD,
    Calibration,
    CalibrationError,
    Greeting,
    Point,
    ProtocolError,
    Sample,
    StandardError,
    at_rest,
    calibrate,
    greet,
    greeted,
    heard,
    said,
    shown_as_millivolts,
    standards,
)


class Played(TestCase):
    """Stand-ins behave."""

    def test_a_scale_settles_drifts_tares_and_overloads(self) -> None:
        scale = at_rest("scale").put(250.0, 0.0)
        early, late = scale.sample(0.2), scale.sample(4.0)
        self.assertEqual((early.state, late.state), ("moving", "steady"))
        self.assertLess(early.value or 0.0, 200.0)
        self.assertAlmostEqual(late.value or 0.0, 250.0, delta=0.2)
        self.assertGreater(scale.sample(3600.0).value or 0.0, 250.3)
        tared = scale.tared(5.0).put(262.5, 5.0)
        self.assertAlmostEqual(tared.sample(10.0).value or 0.0, 12.5, delta=0.3)
        self.assertEqual(scale.put(OVERLOAD + 200.0, 10.0).sample(20.0), Sample(None, "g", "overload"))

    def test_an_electrode_is_slow_and_wrong_until_calibrated(self) -> None:
        meter = at_rest("meter").put(8.0, 0.0)
        self.assertEqual((meter.sample(2.0).state, meter.sample(60.0).state), ("moving", "steady"))
        raw = meter.sample(60.0).value or 0.0
        self.assertGreater(abs(Calibration().ph(raw, 19.0) - 8.0), 0.15)
        points = []
        for known in (3.557, 10.012):
            shown = at_rest("meter").put(known, 0.0).sample(90.0).value or 0.0
            points.append(Point(known, shown, 19.0))
        self.assertAlmostEqual(calibrate(points).ph(raw, 19.0), 8.0, delta=0.03)
        self.assertEqual(at_rest("meter").sample(100.0).state, "resting")

    def test_a_thermometer_takes_its_time(self) -> None:
        probe = at_rest("thermometer").put(60.0, 0.0)
        self.assertLess(probe.sample(1.0).value or 0.0, 40.0)
        self.assertAlmostEqual(probe.sample(30.0).value or 0.0, 60.0, delta=0.3)

    def test_the_same_play_has_the_same_end(self) -> None:
        scale = at_rest("scale").put(33.0, 0.0)
        self.assertEqual(scale.sample(2.5), scale.sample(2.5))


class Calibrated(TestCase):
    """Slope, offset and when not to believe them."""

    def made(self, slope: float, offset: float, *known: float) -> Calibration:
        """What comes of an electrode with this slope and offset."""
        return calibrate([Point(ph, offset + (7.0 - ph) * 59.16 * slope) for ph in known])

    def test_slope_and_offset_come_back(self) -> None:
        for known in ((4.0, 7.0), (4.0, 7.0, 10.0), (3.557, 9.2)):
            found = self.made(0.96, 11.0, *known)
            self.assertAlmostEqual(found.slope, 0.96, places=3)
            self.assertAlmostEqual(found.offset, 11.0, places=2)
        one = self.made(1.0, 11.0, 7.0)
        self.assertEqual((one.slope, round(one.offset, 6), one.points), (1.0, 11.0, 1))

    def test_a_meter_with_a_scale_of_its_own(self) -> None:
        # It shows 4.3 in 4.0 and 7.2 in 7.0; what is really 5.5 it shows as 5.75.
        found = calibrate([Point(4.0, shown_as_millivolts(4.3)), Point(7.0, shown_as_millivolts(7.2))])
        self.assertAlmostEqual(found.ph(shown_as_millivolts(5.75)), 5.5, delta=0.01)

    def test_temperature_counts(self) -> None:
        cold, warm = (Calibration().ph(100.0, t) for t in (5.0, 40.0))
        self.assertLess(cold, warm)

    def test_warnings(self) -> None:
        sound = self.made(0.98, 5.0, 4.0, 7.0)
        self.assertEqual(sound.warnings(1.0), ())
        self.assertRegex(" ".join(sound.warnings(40.0)), "40 days ago")
        self.assertRegex(" ".join(self.made(0.8, 5.0, 4.0, 7.0).warnings(1.0)), "slope is 80 %")
        self.assertRegex(" ".join(self.made(0.98, 45.0, 4.0, 7.0).warnings(1.0)), "45 mV off")
        self.assertRegex(" ".join(self.made(1.0, 5.0, 7.0).warnings(1.0)), "One point")
        self.assertRegex(" ".join(Calibration().warnings(0.0)), "never calibrated")

    def test_what_it_is_good_to(self) -> None:
        none, one, two = Calibration(), self.made(1.0, 0.0, 7.0), self.made(1.0, 0.0, 4.0, 7.0)
        self.assertGreater(none.reach(0.0), one.reach(0.0))
        self.assertGreater(one.reach(0.0), two.reach(0.0))
        self.assertGreater(two.reach(60.0), two.reach(0.0))
        self.assertGreater(self.made(0.8, 0.0, 4.0, 7.0).reach(0.0), two.reach(0.0))

    def test_equal_buffers_and_a_dead_electrode(self) -> None:
        with self.assertRaisesRegex(CalibrationError, "both about pH 4") as caught:
            calibrate([Point(4.0, 170.0), Point(4.2, 171.0)])
        self.assertEqual(caught.exception.point, 1)
        with self.assertRaisesRegex(CalibrationError, "hardly told"):
            calibrate([Point(4.0, 5.0), Point(7.0, 4.0)])
        for count in (0, 4):
            with self.assertRaisesRegex(CalibrationError, "one, two or three"):
                calibrate([Point(2.0 * i + 1, 0.0) for i in range(count)])


class KitchenStandards(TestCase):
    """Solutions of known pH without bought buffers."""

    def test_what_they_read(self) -> None:
        for key, ph in (("cream_of_tartar", 3.557), ("soda_pair", 10.012), ("spirit_vinegar", 2.45)):
            found = standards()[key].ph(25.0)
            with self.subTest(key):
                self.assertAlmostEqual(found.value, ph, delta=0.03)
                self.assertTrue(found.low < ph < found.high)
        self.assertLess(self.width("cream_of_tartar"), self.width("soda_citrate"))
        with self.assertRaises(StandardError):
            standards()["cream_of_tartar"].ph(80.0)

    @staticmethod
    def width(key: str) -> float:
        """How wide its doubt is."""
        found = standards()[key].ph(20.0)
        return found.high - found.low


class Lines(TestCase):
    """What travels between an instrument and here."""

    def test_there_and_back(self) -> None:
        for kind, sample in (
            ("scale", Sample(12.34, "g", "steady")),
            ("meter", Sample(-88.1, "mV", "moving")),
            ("meter", Sample(4.52, "pH", "steady")),
            ("thermometer", Sample(38.5, "C", "steady")),
            ("scale", Sample(None, "g", "overload")),
        ):
            self.assertEqual(heard(said(sample), kind), sample)  # type: ignore[arg-type]
        self.assertEqual(
            greeted(greet(Greeting("scale", "Kitchen scale"))), Greeting("scale", "Kitchen scale")
        )
        self.assertIsNone(heard("# a remark", "scale"))
        self.assertIsNone(heard("  ", "scale"))

    def test_what_no_instrument_says(self) -> None:
        for text, words in (
            ("hello", "is no reading"),
            ("R twelve g steady", "is no number"),
            ("R nan g steady", "is no number"),
            ("R 12 lb steady", "reads in g"),
            ("R 12 g asleep", "steady or moving"),
            ("E tired", "no trouble"),
            ("R " + "9" * 300, "longer than any"),
        ):
            with self.subTest(text[:20]), self.assertRaisesRegex(ProtocolError, words):
                heard(text, "scale")
        for text, words in (
            ("HELLO", "no greeting"),
            ("EYEBRIGHT 9 scale x", "version 9"),
            ("EYEBRIGHT 1 oven x", "oven"),
        ):
            with self.subTest(text), self.assertRaisesRegex(ProtocolError, words):
                greeted(text)

    @given(st.text(max_size=80))
    def test_no_line_breaks_it(self, text: str) -> None:
        try:
            sample = heard(text, "meter")
        except ProtocolError as raised:
            self.assertTrue(str(raised))
        else:
            self.assertTrue(sample is None or sample.state)
