"""What a head's own factors are learnt from: simulated heads, each with a factor that nobody knows."""

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np

from eyebright.core.formulas.model import UsualSubject, families
from eyebright.core.learning import (
    Factors,
    WashOutcome,
    factor_table,
    learn,
    one_wash,
    outcomes,
    prior_factors,
)
from eyebright.core.numbers import thin
from eyebright.core.wash import Application, Lesson, fit_of, lessons

from .heads import head
from .households import live

SEED = 1926
EVERY = 4.0  # days
HIDDEN = (0.55, 0.7, 0.85, 1.0, 1.15, 1.35, 1.6, 1.9)
HAND, TONGUE = 0.08, 0.16  # how a pour scatters, and an answer, in natural logs


def told(z: float) -> int:
    """The answer of a head that was given e^z times what is right for it."""
    return int(np.searchsorted(factor_table().as_(list[float], "strength", "edges"), z))


def of(washes: Sequence[WashOutcome]) -> Factors:
    """What these washes of one head say of it."""
    return learn(washes).of("")


def eight_washes(hidden: float, rng: np.random.Generator) -> Factors:
    """Wash a simulated head eight times, each as strongly as is believed right by then."""
    washes: list[WashOutcome] = []
    believed = prior_factors()
    for _ in range(8):
        given = -believed.strength.mean + rng.normal(0.0, HAND)
        answer = told(given + math.log(hidden) + rng.normal(0.0, TONGUE))
        washes = [WashOutcome(0.0, given, answer)] + [
            WashOutcome(w.days_ago + EVERY, w.given, w.answer, w.used) for w in washes
        ]
        believed = of(washes)
    return believed


class Strength(TestCase):
    """Still oily ... right ... tight."""

    def test_a_hidden_factor_is_found_within_15_percent_after_eight_washes(self) -> None:
        rng = np.random.default_rng(SEED)
        for hidden in HIDDEN:
            with self.subTest(hidden):
                found = eight_washes(hidden, rng).strength
                self.assertAlmostEqual(found.value / hidden, 1.0, delta=0.15)
                self.assertEqual(found.washes, 8)

    def test_its_doubt_is_honest(self) -> None:
        rng = np.random.default_rng(SEED)
        held = 0
        for hidden in HIDDEN * 15:
            figure = eight_washes(hidden, rng).strength.figure
            held += figure.low <= hidden <= figure.high
        self.assertGreaterEqual(held / (15 * len(HIDDEN)), 0.85)

    def test_each_answer_moves_it_the_right_way(self) -> None:
        moved = [of([WashOutcome(0.0, 0.0, answer)]).strength.mean for answer in range(len(outcomes()))]
        self.assertEqual(moved, sorted(moved))
        self.assertAlmostEqual(moved[2], 0.0, places=6)
        self.assertLess(moved[0], -0.1)

    def test_more_washes_narrow_it_and_time_widens_it(self) -> None:
        def width(ago: float, count: int) -> float:
            return of([WashOutcome(ago, 0.0, 2)] * count).strength.width

        self.assertLess(width(0.0, 6), width(0.0, 2))
        self.assertLess(width(0.0, 6), width(900.0, 6))
        self.assertLess(width(900.0, 6), prior_factors().strength.width)

    def test_one_slip_of_the_finger_does_not_overturn_it(self) -> None:
        steady = [WashOutcome(4.0 * i + 1.0, 0.0, 2) for i in range(12)]
        slipped = of([WashOutcome(0.0, -0.9, 4), *steady]).strength
        self.assertAlmostEqual(slipped.value, 1.0, delta=0.15)
        self.assertGreater(slipped.width, of(steady).strength.width)

    def test_what_is_told_vaguely_narrows_it_less(self) -> None:
        def width(**more: Any) -> float:
            return of([WashOutcome(0.0, 0.0, 2, **more)] * 4).strength.width

        surest = width()
        for more in ({"by_eye": True}, {"unsure": True}, {"heard": "wet"}, {"heard": "later"}):
            self.assertGreater(width(**more), surest, more)

    def test_a_wash_that_nobody_judged_says_nothing(self) -> None:
        self.assertEqual(of([WashOutcome(1.0, 0.3), WashOutcome(2.0, None, 4)]).strength.washes, 0)

    def test_a_head_that_changed_is_found_within_eight_washes(self) -> None:
        rng = np.random.default_rng(SEED)
        for way in (1.0, -1.0):
            washes = [WashOutcome(0.0, 0.0, told(rng.normal(0.0, TONGUE))) for _ in range(30)]
            washes += [WashOutcome(0.0, 0.0, told(way * math.log(2.0) + rng.normal(0.0, TONGUE)))
                       for _ in range(8)]  # fmt: skip
            aged = [replace(went, days_ago=4.0 * (38 - place)) for place, went in enumerate(washes)]
            found = of(aged).strength
            self.assertAlmostEqual(found.mean, way * math.log(2.0), delta=0.3)


class Products(TestCase):
    """A head is told from a bottle by who else was washed with it."""

    def washes(self, factors: dict[str, float], of_products: dict[str, float]) -> list[WashOutcome]:
        rng = np.random.default_rng(SEED)
        out = []
        for day in range(60, 0, -1):
            for who, own in factors.items():
                product = sorted(of_products)[(day + len(who)) % len(of_products)]
                z = own + of_products[product] + rng.normal(0.0, TONGUE)
                out.append(WashOutcome(day * 3.0, 0.0, told(z), head=who, shares=((product, 1.0),)))
        return out

    def test_a_wrong_label_is_not_learnt_as_three_odd_heads(self) -> None:
        heads = {"wren": 0.0, "ottoline": -0.2, "idris": 0.2}
        found = learn(self.washes(heads, {"liquor": 0.0, "shampoo": math.log(0.5), "soap": 0.1}))
        for who, own in heads.items():
            self.assertAlmostEqual(found.of(who).strength.mean, own, delta=0.25)
        self.assertLess(found.products["shampoo"].mean, -0.35)
        self.assertAlmostEqual(found.products["liquor"].mean, 0.0, delta=0.25)

    def test_an_odd_head_is_not_learnt_as_bad_bottles(self) -> None:
        heads = {"wren": math.log(2.0), "ottoline": 0.0, "idris": 0.0}
        found = learn(self.washes(heads, {"liquor": 0.0, "soap": 0.0}))
        self.assertGreater(found.of("wren").strength.mean, 0.4)
        for factor in found.products.values():
            self.assertAlmostEqual(factor.mean, 0.0, delta=0.25)

    def test_together_they_are_surer_than_apart(self) -> None:
        one = learn([WashOutcome(float(i), 0.0, 2, head="wren", shares=(("soap", 1.0),)) for i in range(8)])
        wren = one.of("wren")
        self.assertLess(wren.with_product("soap").width, wren.strength.width)
        self.assertEqual(wren.with_product("clay"), wren.strength)
        self.assertGreater(one.of("somebody").with_product("soap").width, wren.strength.width)

    def test_the_next_bottle_goes_on_where_the_first_ended(self) -> None:
        washes = [
            WashOutcome(float(day), 0.0, 4, head="wren", shares=((f"lot-{1 + (day < 6)}", 1.0),))
            for day in range(12)
        ]
        apart, one = learn(washes), learn(washes, {"lot-2": "lot-1", "lot-3": "lot-1"})
        self.assertEqual(set(one.products), {"lot-1"})
        self.assertEqual(one.products["lot-1"].washes, 12)
        wren = one.of("wren")
        self.assertEqual(wren.with_product("lot-3"), wren.with_product("lot-1"))
        self.assertEqual(apart.of("wren").with_product("lot-3"), apart.of("wren").strength)
        self.assertEqual(one.of("idris").with_product("lot-3"), one.of("idris").with_product("lot-1"))

    def test_two_products_in_one_wash_share_what_it_says(self) -> None:
        both = WashOutcome(0.0, 0.0, 4, head="wren", shares=(("soap", 0.9), ("clay", 0.1)))
        found = learn([both]).products
        self.assertGreater(found["soap"].mean, found["clay"].mean)
        self.assertGreater(found["clay"].mean, 0.0)

    def test_several_things_on_one_day_are_one_wash(self) -> None:
        parts = [
            WashOutcome(1.0, math.log(0.75), None, shares=(("clay", 1.0),)),
            WashOutcome(1.0, math.log(0.25), 2, shares=(("soap", 1.0),), by_eye=True),
        ]
        day = one_wash(parts)
        assert day.given is not None
        self.assertAlmostEqual(day.given, 0.0)
        self.assertEqual((day.answer, day.by_eye), (2, True))
        self.assertEqual({key: round(share, 6) for key, share in day.shares}, {"clay": 0.75, "soap": 0.25})
        with self.assertRaises(ValueError):
            one_wash([])

    def test_a_households_year_settles(self) -> None:
        lived = live(np.random.default_rng(SEED))
        self.assertGreaterEqual(np.mean(lived.held[20:]), 0.8)
        self.assertLessEqual(lived.found_after or 99, 8)


class Dose(TestCase):
    """What was really used."""

    def test_it_goes_to_what_is_used(self) -> None:
        rng = np.random.default_rng(SEED)
        used = [WashOutcome(4.0 * i, used=math.log(0.6) + rng.normal(0, 0.15)) for i in range(8)]
        found = of(used).dose
        self.assertAlmostEqual(found.value / 0.6, 1.0, delta=0.15)
        self.assertTrue(found.figure.low < found.value < found.figure.high)

    def test_one_amount_that_was_mistyped_hardly_moves_it(self) -> None:
        steady = [WashOutcome(4.0 * i + 1.0, used=0.0) for i in range(8)]
        slipped = of([WashOutcome(0.0, used=math.log(10.0)), *steady]).dose
        self.assertAlmostEqual(slipped.value, 1.0, delta=0.2)

    def test_a_head_that_uses_less_is_given_less(self) -> None:
        frugal = of([WashOutcome(float(i), used=math.log(0.6)) for i in range(8)])
        plain, less = (
            fit_of(head(factors=f), families()["saponin_liquor"]) for f in (prior_factors(), frugal)
        )
        self.assertAlmostEqual(less.scalp.grams.value / plain.scalp.grams.value, 0.63, delta=0.05)

    def test_a_strong_head_is_offered_a_weaker_make(self) -> None:
        strong = of([WashOutcome(float(i), 0.0, 4) for i in range(8)])
        plain, less = (
            fit_of(head(factors=f), families()["saponin_liquor"]) for f in (prior_factors(), strong)
        )
        assert plain.strength and less.strength
        self.assertLess(less.strength.value, 0.75 * plain.strength.value)


class Lessons(TestCase):
    """What a wash as it was done says."""

    def lesson(self, **more: Any) -> Lesson:
        part = Application(UsualSubject(families()["saponin_liquor"]), "scalp", **more)
        return lessons([part], head())[0]

    def test_how_much_of_it_and_how_strong(self) -> None:
        usual, stronger = self.lesson(), self.lesson(strength=1.5)
        assert usual.given is not None and stronger.given is not None
        self.assertAlmostEqual(stronger.given - usual.given, math.log(1.5), places=6)
        self.assertIsNone(usual.used)
        grams = self.lesson(grams=40.0)
        twice = self.lesson(grams=80.0)
        assert grams.used is not None and twice.used is not None and grams.given and twice.given
        self.assertAlmostEqual(twice.used - grams.used, math.log(2.0), places=6)
        self.assertGreater(twice.given, grams.given)

    def test_how_long_it_was_on_counts(self) -> None:
        short, usual, long = (self.lesson(minutes=m).given for m in (0.5, 3.5, 9.0))
        assert short is not None and usual is not None and long is not None
        self.assertLess(short, usual)
        self.assertLess(usual, long)

    def test_what_touches_the_lengths_alone_says_nothing_of_the_scalp(self) -> None:
        part = Application(UsualSubject(families()["saponin_liquor"]), "lengths")
        self.assertIsNone(lessons([part], head())[0].given)

    def test_what_is_believed_of_the_head_plays_no_part_in_it(self) -> None:
        strong = of([WashOutcome(float(i), 0.0, 4) for i in range(8)])
        part = Application(UsualSubject(families()["saponin_liquor"]))
        self.assertEqual(lessons([part], head()), lessons([part], head(factors=strong)))

    def test_what_was_right_is_what_the_head_is_judged_by(self) -> None:
        """A wash that was always right: the same wash is what suits, and no other word is said of it."""
        family = families()["soap_wash"]
        part = Application(UsualSubject(family))
        given = lessons([part], head())[0].given
        shares = ((UsualSubject(family).product, 1.0),)
        right = learn([WashOutcome(3.0 * i, given, 2, shares=shares) for i in range(25)]).of("")
        strength = fit_of(head(factors=right), family).strength
        assert strength is not None
        self.assertAlmostEqual(strength.value, 1.0, delta=0.25)


class Thin(TestCase):
    """A long history as few points."""

    def test_short_ones_stay_and_long_ones_keep_their_mean(self) -> None:
        self.assertEqual(thin([1.0, 2.0], [(1,), (3,)], 10), ([1.0, 2.0], [[1.0], [3.0]]))
        at = [float(i) for i in range(1000)]
        times, rows = thin(at, [(i % 2, 3) for i in range(1000)], 100)
        self.assertEqual(len(times), 100)
        self.assertEqual(times, sorted(times))
        self.assertAlmostEqual(sum(row[0] for row in rows) / 100, 0.5, places=6)
        self.assertTrue(all(row[1] == 3 for row in rows))
