"""What holds of every jug, whatever is in it."""

from unittest import TestCase

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from eyebright.core.materials import Amount, acidic, library
from eyebright.core.mix import Line, filled, work_out
from eyebright.core.numbers import Draws

from .jugs import line, lot, question, water

WATERS = ("distilled", "rain", "soft", "hard", "very_hard")
POURED = [key for key, supply in library().items() if supply.side is not None and not supply.dry]
ACIDS = [key for key in POURED if acidic(library()[key]) and library()[key].strength is not None]
ALKALIS = ["baking_soda", "washing_soda"]
NONE = np.zeros(1)

waters = st.sampled_from(WATERS)
supplies_of = st.lists(st.tuples(st.sampled_from(POURED), st.floats(0.05, 40.0)), min_size=1, max_size=5)


def jug(source: str, much: float, supply: list[tuple[str, float]], times: float = 1.0) -> list[Line]:
    """Lines of so much water, then of each of these."""
    out = [line(water(source), much * times)]
    return out + [line(lot(key), amount * times) for key, amount in supply]


def ph(lines: list[Line]) -> float:
    """The pH of a jug, every input at its middle, nothing lost to the air."""
    return float(filled(lines, None).just_mixed(NONE, Draws(1))[0])


class Properties(TestCase):
    """Properties of mixing."""

    @given(waters, supplies_of, st.sampled_from(ACIDS), st.floats(0.1, 30.0), st.floats(1.05, 3.0))
    @settings(max_examples=60, deadline=None)
    def test_more_acid_never_raises_it(self, source, supply, acid, amount, more) -> None:
        # An acid powder or a vinegar that is sharper than the jug it goes into, against as much water.
        assume(_sharper(acid, ph(jug(source, 500.0, supply))))
        beyond = amount * (more - 1.0)
        sharper = jug(source, 500.0, [*supply, (acid, amount), (acid, beyond)])
        thinner = jug(source, 500.0 + beyond, [*supply, (acid, amount)])
        assume(filled(sharper, None).undissolved(0.0) == 0.0)  # what lies at the bottom changes nothing
        self.assertLessEqual(ph(sharper), ph(thinner) + 1e-3)

    @given(waters, supplies_of, st.sampled_from(ALKALIS), st.floats(0.1, 20.0), st.floats(1.05, 3.0))
    @settings(max_examples=60, deadline=None)
    def test_more_alkali_never_lowers_it(self, source, supply, alkali, amount, more) -> None:
        # Baking soda is about pH 8: into what is more alkaline already it is an acid.
        assume(ph(jug(source, 500.0, supply)) < 7.5)
        less, extra = (ph(jug(source, 500.0, [*supply, (alkali, a)])) for a in (amount, amount * more))
        assume(alkali == "washing_soda" or less < 7.4)
        self.assertGreaterEqual(extra, less - 1e-3)

    @given(waters, supplies_of, st.randoms(use_true_random=False))
    @settings(max_examples=40, deadline=None)
    def test_the_order_does_not_matter(self, source, supply, rng) -> None:
        lines = jug(source, 500.0, supply)
        shuffled = list(lines)
        rng.shuffle(shuffled)
        self.assertAlmostEqual(ph(lines), ph(shuffled), places=6)

    @given(waters, supplies_of, st.floats(0.1, 0.9))
    @settings(max_examples=40, deadline=None)
    def test_splitting_a_pour_changes_nothing(self, source, supply, share) -> None:
        whole = jug(source, 500.0, supply)
        first, *rest = whole[1:]
        halves = [
            Line(first.supply, "amount", Amount(first.amount.value * part, first.unit))
            for part in (share, 1.0 - share)
        ]
        self.assertAlmostEqual(ph(whole), ph([whole[0], *halves, *rest]), places=6)

    @given(waters, supplies_of, st.floats(1.5, 20.0))
    @settings(max_examples=60, deadline=None)
    def test_dilution_moves_it_towards_the_water(self, source, supply, times) -> None:
        plain = ph([line(water(source), 500.0)])
        strong, weak = ph(jug(source, 500.0, supply)), ph(jug(source, 500.0 * times, supply))
        assume(all(library()[key].solubility is None for key, _ in supply))
        # It never overshoots the water, nor goes back past where it was, but for what thinner salt does
        # to a buffer (a fifth of a unit at most, where a strong carbonate or soap with an acid thins).
        low, high = min(plain, strong) - 0.2, max(plain, strong) + 0.2
        self.assertTrue(low <= weak <= high, (plain, strong, weak))

    @given(waters, supplies_of, st.floats(0.2, 8.0))
    @settings(max_examples=40, deadline=None)
    def test_scaling_keeps_it(self, source, supply, times) -> None:
        self.assertAlmostEqual(
            ph(jug(source, 500.0, supply)), ph(jug(source, 500.0, supply, times)), places=5
        )

    @given(waters, st.sampled_from(ACIDS), st.floats(3.6, 5.0))
    @settings(max_examples=15, deadline=None)
    def test_what_is_worked_out_meets_the_aim_or_says_why_not(self, source, acid, aim) -> None:
        mix = work_out(question(line(source, how="fill"), line(acid, how="solve"), aim=round(aim, 1)))
        if mix.verdict in ("reached", "loosely"):
            self.assertAlmostEqual(mix.ph.value, round(aim, 1), delta=0.2)
        else:
            self.assertIn("No:", mix.headline)


def _sharper(acid: str, than: float) -> bool:
    """Whether an acid by itself, or a little of it in pure water, is sharper than this pH."""
    alone = ph([line(water("distilled"), 20.0), line(lot(acid), 20.0)])
    return alone < than - 0.5
