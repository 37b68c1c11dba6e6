"""A strip's reading against the prediction."""

from unittest import TestCase

from eyebright.core.chemistry.readings import StripReading, compare
from eyebright.core.chemistry.uncertainty import Figure

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

    def test_a_reading_is_good_to_half_a_step_and_measured(self) -> None:
        reading = StripReading(4.0, 1.0).figure
        self.assertEqual((reading.low, reading.high, reading.kind), (3.5, 4.5, "measured"))
