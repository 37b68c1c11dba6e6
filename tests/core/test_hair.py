"""What hair weighs, against the figures that makers and books give."""

from math import log
from typing import Any
from unittest import TestCase

from eyebright.core.heads import beliefs, mass_of, quick_tests, scalp_of, surer
from eyebright.core.numbers import Figure

from .heads import DAY, asks, head


def mass(**answers: Any) -> Figure:
    """The hair mass of such a head, g."""
    return mass_of(head(answers).record)


class Mass(TestCase):
    """Strands x cross-section x mean length x density."""

    def test_a_middling_head_at_42_cm_is_near_165_g(self) -> None:
        found = mass(length_cm=42)
        self.assertAlmostEqual(found.value, 165, delta=15)
        self.assertTrue(found.low < 0.75 * found.value and found.high > 1.35 * found.value)

    def test_waist_chest_jaw_and_cropped_are_as_1_to_a_half_a_fifth_a_tenth(self) -> None:
        waist = mass(length="waist").value
        for length, share in (("chest", 0.5), ("jaw", 0.2), ("cropped", 0.1)):
            self.assertAlmostEqual(mass(length=length).value / waist, share, delta=0.2 * share + 0.01)

    def test_thick_hairs_stand_apart(self) -> None:
        """However dense and coarse, hair at waist length is under 500 g in the middle."""
        self.assertLess(mass(length="waist", density="high", strand="coarse").value, 500)

    def test_locs_hold_shed_hair_and_layers_hold_less(self) -> None:
        plain = mass(length="chest").value
        self.assertGreater(mass(length="chest", style="locs").value, 1.2 * plain)
        self.assertLess(mass(length="chest", layered=True).value, 0.85 * plain)

    def test_a_measured_length_and_tests_narrow_it(self) -> None:
        def width(figure: Figure) -> float:
            return (figure.high - figure.low) / figure.value

        by_eye = mass(length="chest")
        measured = mass(length="chest", length_cm=42)
        self.assertLess(width(measured), width(by_eye))
        record = head({"length_cm": 42}).record
        believed = beliefs([("strand_thread", "thin"), ("density_round", "middling")])
        sure = {q: surer(q, "medium", believed[q]) for q in ("strand", "density")}
        certain = {q: {"low": 0.0, "fine": 0.0, "medium": 1.0} for q in sure}
        self.assertLess(width(mass_of(record, certain)), width(mass_of(record, sure)))

    def test_a_childs_scalp_is_smaller(self) -> None:
        grown, nine = (scalp_of(head({"birth_year": year}).record, DAY) for year in (1988, 2016))
        self.assertAlmostEqual(grown.value, 650, delta=10)
        self.assertTrue(0.8 * grown.value < nine.value < grown.value)


class LittleTests(TestCase):
    """What outcomes say."""

    def test_each_outcome_set_covers_what_can_be_seen(self) -> None:
        for test in quick_tests().values():
            with self.subTest(test.key):
                for column in zip(*(outcome.says for outcome in test.outcomes), strict=True):
                    self.assertAlmostEqual(sum(column), 1.0, places=6)

    def test_two_days_of_blotting_paper_are_surer_than_one(self) -> None:
        one = beliefs([("oil_day_1", "clear")])["scalp"]
        two = beliefs([("oil_day_1", "clear"), ("oil_day_2", "clear")])["scalp"]
        self.assertEqual((one.answer, two.answer), ("oily", "oily"))
        self.assertGreater(two.sure, one.sure)

    def test_schools_that_disagree_are_said_to(self) -> None:
        found = beliefs([("porosity_water", "floats"), ("porosity_spray", "gone_rough")])["porosity"]
        self.assertFalse(found.agree)
        self.assertEqual(found.answer, "high")
        self.assertLess(found.sure, beliefs([("porosity_spray", "gone_rough")])["porosity"].sure)

    def test_what_is_no_longer_a_test_says_nothing(self) -> None:
        self.assertEqual(beliefs([("moonlight", "full"), ("stretch", "sings")]), {})

    def test_a_record_against_its_tests_is_taken_at_its_word(self) -> None:
        posterior = beliefs([("strand_thread", "third")])["strand"]
        self.assertEqual(max(surer("strand", "fine", posterior).items(), key=lambda x: x[1])[0], "fine")


class Looking(TestCase):
    """A head's answer as a whole."""

    def test_the_same_head_gets_the_same_answer(self) -> None:
        self.assertEqual(asks({"scalp": "oily"}).scalp, asks({"scalp": "oily"}).scalp)

    def test_what_sits_there_is_part_of_the_answer(self) -> None:
        plain = asks().lengths
        oiled = asks(day={"on_strands": ("oil",)}).lengths
        self.assertGreater(oiled.oil.value, plain.oil.value + 2.0)
        self.assertGreater(oiled.lift.value, plain.lift.value)
        self.assertIn("what is on it", oiled.says)

    def test_each_zone_is_lifted_by_what_reaches_it(self) -> None:
        fits = {fit.family.key: fit for fit in asks({"length": "waist"}).families}
        self.assertIsNone(fits["clay_dry"].lengths_lift)
        self.assertIsNone(fits["mask"].lengths_lift)
        damp, soap = fits["clay_damp"].lengths_lift, fits["soap_wash"].lengths_lift
        assert damp and soap
        self.assertTrue(0.0 < damp.low < damp.value < damp.high <= 1.0)
        self.assertGreater(soap.value, damp.value)
        self.assertIn("More than the lengths ask for", fits["soap_wash"].lengths_says)
        oiled = asks({"length": "waist"}, day={"on_strands": ("oil",)}).families
        less = next(fit.lengths_lift for fit in oiled if fit.family.key == "soap_wash")
        assert less
        self.assertLess(less.value, soap.value)
        waxed = asks({"length": "jaw"}, day={"on_strands": ("oil", "product")}).families
        says = next(fit.lengths_says for fit in waxed if fit.family.key == "clay_damp")
        self.assertIn("Less than the lengths ask for", says)

    def test_grams_to_leave_go_with_the_share(self) -> None:
        scalp = asks({"scalp": "oily"}).scalp
        self.assertAlmostEqual(scalp.leave.value, scalp.oil.value * (1 - scalp.lift.value), delta=0.03)

    def test_the_best_suited_wash_comes_first(self) -> None:
        found = asks({"style": "locs", "tangles": True, "scalp": "oily"}).families
        order = ("suits", "adjust", "care", "off", "not_needed", "ruled_out")
        places = [order.index(fit.verdict) for fit in found]
        self.assertEqual(places, sorted(places))
        washes = [fit for fit in found if fit.family.cleans and fit.verdict in ("suits", "adjust")]
        self.assertTrue(washes)
        best = min(washes, key=lambda fit: abs(log(fit.strength.value)))
        self.assertEqual(washes[0].family.key, best.family.key)

    def test_spacing_is_kept(self) -> None:
        fits = {fit.family.key: fit for fit in asks(used={"clay_damp": 4.0}).families}
        self.assertAlmostEqual(fits["clay_damp"].ready_in, 10.0)
        self.assertEqual(fits["clay_damp"].verdict, "care")
        self.assertTrue(any("10 more days" in why for why in fits["clay_damp"].why))

    def test_a_wash_too_soon_is_advised_against(self) -> None:
        early, due = asks({"scalp": "dry"}, days=1.0).next, asks({"scalp": "dry"}, days=9.0).next
        self.assertGreater(early.due_in.low, 2.0)
        self.assertIn("sooner only dries", early.says)
        self.assertEqual(due.due_in.high, 0.0)

    def test_schools_say_what_they_would_give_this_head(self) -> None:
        def option(found: Any, school: str, key: str) -> Any:
            return next(o for s in found.schools if s.key == school for o in s.options if o.key == key)

        tender = asks({"skin": ["eczema"]})
        self.assertFalse(option(tender, "aim", "fibre").fits)
        self.assertIn("pH 4.5 is the least", option(tender, "aim", "fibre").gives)
        self.assertTrue(option(tender, "aim", "band").fits)
        self.assertFalse(option(tender, "soda", "limits").fits)
        self.assertIn("pH 4.5 at the least", option(tender, "stay", "left_in").gives)
        self.assertTrue(option(asks({"scalp": "oily"}), "ground", "dry").fits)
