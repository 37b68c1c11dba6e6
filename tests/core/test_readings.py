"""A strip's reading against the prediction."""

from unittest import TestCase

from eyebright.core.chemistry import StripReading, compare
from eyebright.core.mix import cautions_on_reading
from eyebright.core.numbers import Figure

from .test_cautions import MILD

PREDICTED = Figure(4.5, 4.3, 4.7, "pH")


class Compared(TestCase):
    """Agreeing, higher, lower."""

    def test_ranges_that_meet_agree(self) -> None:
        self.assertEqual(compare(PREDICTED, StripReading(5.0, 1.0)).agreement, "agrees")
        self.assertEqual(compare(PREDICTED, StripReading(4.5, 0.5)).agreement, "agrees")

    def test_ranges_apart(self) -> None:
        high = compare(PREDICTED, StripReading(5.5, 0.5))
        self.assertEqual(high.agreement, "higher")
        self.assertIn("weaker", high.words)
        low = compare(PREDICTED, StripReading(3.5, 0.5))
        self.assertEqual(low.agreement, "lower")
        self.assertIn("stronger", low.words)

    def test_the_likelier_cause_is_named_before_the_bottle(self) -> None:
        high, brown = StripReading(7.0, 0.5), StripReading(5.5, 0.5)
        self.assertRegex(compare(PREDICTED, high).words, "misread.*bottle")
        self.assertRegex(compare(PREDICTED, brown, soda=True).words, "gas.*bottle")
        self.assertRegex(compare(PREDICTED, brown, coloured=True).words, "colour.*bottle")
        self.assertRegex(compare(PREDICTED, brown, weak=True).words, "too little.*bottle")
        self.assertNotRegex(compare(PREDICTED, brown).words, "misread|gas|colour|too little")

    def test_a_reading_is_good_to_half_a_step_and_measured(self) -> None:
        reading = StripReading(4.0, 1.0).figure
        self.assertEqual((reading.low, reading.high, reading.kind), (3.5, 4.5, "measured"))

    def test_at_an_end_of_its_scale_it_says_this_or_beyond(self) -> None:
        lowest, highest, between = (StripReading(ph, 0.3, 2.8, 4.6) for ph in (2.8, 4.6, 4.0))
        self.assertAlmostEqual(lowest.figure.high, 2.95)
        self.assertAlmostEqual(highest.figure.low, 4.45)
        self.assertEqual((lowest.figure.low, highest.figure.high), (0.0, 14.0))
        self.assertAlmostEqual(between.figure.high - between.figure.low, 0.3)
        alkaline = Figure(8.0, 7.6, 8.4, "pH")
        self.assertEqual(compare(alkaline, highest).agreement, "agrees")
        self.assertEqual(compare(alkaline, between).agreement, "lower")
        self.assertIn("anything above 4.45", compare(alkaline, highest).words)


class OnTheHead(TestCase):
    """A jug that reads sharper than it was planned is warned of, or stopped, before it goes on."""

    def called_for(self, read: float, step: float = 0.2, **changes: object) -> list[str]:
        """Ids of the cautions that this reading adds."""
        added = cautions_on_reading(MILD | changes, ["eyes"], StripReading(read, step))
        return [caution.id for caution in added]

    def test_as_planned_adds_nothing(self) -> None:
        self.assertEqual(self.called_for(4.4), [])

    def test_sharper_than_planned(self) -> None:
        self.assertEqual(self.called_for(2.9), [])
        self.assertEqual(self.called_for(2.9, step=0.5), ["maybe-too-acid-rinsed-out"])
        self.assertEqual(self.called_for(2.6), ["too-acid-rinsed-out"])
        self.assertEqual(self.called_for(2.0), ["burns", "too-acid-whatever"])
        self.assertEqual(self.called_for(3.2, minutes=5.0), ["sharp-too-long"])
        self.assertEqual(self.called_for(3.2, use="left_in"), ["too-acid-left-in"])

    def test_beyond_an_end_of_the_scale_it_goes_as_far_as_was_predicted(self) -> None:
        for low, called in ((3.6, []), (2.7, ["maybe-too-acid-rinsed-out"])):
            added = cautions_on_reading(MILD | {"ph_low": low}, ["eyes"], StripReading(3.7, 0.2, 3.7, 5.0))
            with self.subTest(low):
                self.assertEqual([caution.id for caution in added], called)

    def test_what_was_said_before_is_not_said_twice(self) -> None:
        again = cautions_on_reading(MILD, ["too-acid-rinsed-out"], StripReading(2.6, 0.2))
        self.assertEqual(again, ())
