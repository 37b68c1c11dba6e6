"""What a scale showed, cut into pours."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from eyebright.core.make import Shown, pours_of

TRACES = (
    ((), ()),
    (((0, 0.0), (3, 80.2), (9, 95.1)), (80.2, 14.9)),
    (((0, 0.0), (2, 0.3), (4, -0.2), (9, 20.0)), (20.0,)),
    (((0, 0.0), (3, 80.0), (6, 62.0), (9, 70.0)), (62.0, 8.0)),
    (((0, 0.0), (3, 80.0), (5, 0.0), (8, 80.2), (12, 90.0)), (80.0, 10.0)),
    (((0, 0.0), (3, 40.0), (6, 60.0), (9, 30.0)), (30.0,)),
    (((0, 250.0), (5, 262.0)), (12.0,)),
    (((0, 0.0), (1, 10.0, False), (2, 30.0, False), (3, 50.0)), (50.0,)),
)


class Trace(TestCase):
    """Levels, rises, what is taken out, a bowl that is lifted."""

    def test_rows(self) -> None:
        for trace, expected in TRACES:
            found = pours_of([Shown(*each) for each in trace])
            with self.subTest(str(trace)):
                self.assertEqual(len(found), len(expected))
                for pour, grams in zip(found, expected, strict=True):
                    self.assertAlmostEqual(pour.grams, grams, delta=0.35)
                    self.assertTrue(pour.low <= pour.grams <= pour.high)

    @given(st.lists(st.floats(2.0, 300.0), min_size=1, max_size=12))
    def test_what_was_poured_adds_up_to_what_the_scale_shows(self, poured: list[float]) -> None:
        level, trace = 0.0, [Shown(0.0, 0.0)]
        for place, grams in enumerate(poured, start=1):
            trace.append(Shown(place * 10.0 - 4.0, level + grams / 2.0, steady=False))
            level += grams
            trace += [Shown(place * 10.0, level), Shown(place * 10.0 + 1.0, level)]
        found = pours_of(trace)
        self.assertAlmostEqual(
            sum(each.grams for each in found), level, delta=1.0 + 0.012 * level * len(poured)
        )
        self.assertLessEqual(len(found), len(poured))
