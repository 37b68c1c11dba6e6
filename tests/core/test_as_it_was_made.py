"""What the steps say of a mix: what was boiled, how warm it is, what keeps it, and what is counted once."""

from typing import Any
from unittest import TestCase

from eyebright.core.formulas.assess import Assessment, assess
from eyebright.core.formulas.model import Formula, Step, starts
from eyebright.core.formulas.prepare import after_minutes, cooling_minutes
from eyebright.core.wash import WashLink, wash_of

from .formulas import formula, reading, said, start, supply
from .test_dangers import facts_for

DRAWN = (Step("simmer", (1, 2), 20, 20), Step("strain"), Step("cool"))


def days(found: Assessment, place: str = "fridge") -> int:
    """Days that it keeps in a place."""
    return found.keeping.at(place).days


class Keeping(TestCase):
    """Each line by its own history."""

    LIQUOR = (("rain", 600, "mL"), ("soapwort", 40, "g"))

    def liquor(self, *more: Any, after: tuple[Step, ...] = ()) -> Assessment:
        """A boiled liquor, with something stirred in after."""
        return reading("saponin_liquor", *self.LIQUOR, *more, steps=(*DRAWN, *after))

    def test_what_goes_in_after_the_boil_was_not_boiled(self) -> None:
        self.assertEqual(days(self.liquor()), 7)
        late = (Step("stir_in", (3,)),)
        for what in ("aloe_gel", "onion_juice"):
            with self.subTest(what):
                self.assertLessEqual(days(self.liquor((what, 50, "mL"), after=late)), 3)

    def test_flour_and_starch_feed_mould(self) -> None:
        for what in ("rice_flour", "corn_starch"):
            steps = (Step("soak", (1, 2), 60, 60), Step("strain"))
            found = reading("starch", ("rain", 500, "mL"), (what, 20, "g", "", "infused"), steps=steps)
            self.assertLessEqual(days(found), 5, what)

    def test_acid_keeps_only_by_what_it_is(self) -> None:
        def kept(what: str, amount: float, unit: str, *more: Any) -> tuple[int, int]:
            found = reading("acid_rinse", ("distilled", 400, "mL"), (what, amount, unit), *more)
            return days(found, "shelf"), days(found)

        self.assertEqual(kept("spirit_vinegar", 120, "mL"), (14, 60))
        self.assertEqual(kept("spirit_vinegar", 40, "mL"), (3, 14))
        self.assertLessEqual(kept("spirit_vinegar", 120, "mL", ("honey", 20, "mL"))[1], 14)
        self.assertLessEqual(kept("lemon_juice", 60, "mL")[1], 5)
        self.assertLessEqual(kept("citric_acid", 5, "g")[1], 14)

    def test_a_pot_that_boils_dry_says_so(self) -> None:
        long = (Step("boil", (1, 2), 60, 60), Step("strain"), Step("cool"))
        dry = reading("saponin_liquor", ("rain", 300, "mL"), ("soapwort", 10, "g"), steps=long)
        self.assertIn("boiled-away", said(dry))
        self.assertNotIn("boiled-away", said(self.liquor()))


class Warmth(TestCase):
    """By volume, step by step."""

    def test_five_litres_take_far_longer_than_a_mug(self) -> None:
        mug, pot = cooling_minutes(200.0, 95.0), cooling_minutes(5000.0, 95.0)
        self.assertLess(mug[1], 75.0)
        self.assertGreater(pot[0], 150.0)
        self.assertEqual(cooling_minutes(500.0, 30.0), (0.0, 0.0))
        self.assertGreater(after_minutes(95.0, 30.0, 500.0, "covered"), after_minutes(95.0, 30.0, 500.0))

    def test_a_cooling_that_nobody_timed_takes_as_long_as_it_needs(self) -> None:
        def cool(litres: float) -> float:
            found = reading("herb_mild", ("rain", 1000 * litres, "mL"), ("linden", 10, "g"))
            return next(each.least for each in found.preparation.steps if each.kind.does == "cools")

        self.assertGreater(cool(5.0), 3.0 * cool(0.2))
        small = reading("herb_mild", ("rain", 200, "mL"), ("linden", 4, "g"))
        self.assertLessEqual(small.facts["celsius"], 38.0)

    def test_cold_water_poured_into_the_pot_cools_it(self) -> None:
        steps = (Step("simmer", (1, 2), 10, 10), Step("strain"), Step("mix_in", (3,)))
        lines = (("rain", 200, "mL"), ("linden", 5, "g", "", "infused"), ("distilled", 800, "mL"))
        self.assertLess(reading("herb_mild", *lines, steps=steps).facts["celsius"], 45.0)


class Counted(TestCase):
    """What two steps name, what a piece weighs, what a jar holds."""

    def test_a_line_ticked_in_two_steps_counts_once(self) -> None:
        lines = (("rain", 1000, "mL"), ("linden", 5, "g", "", "infused"))
        twice = (Step("steep", (1, 2), 10, 10), Step("strain"), Step("mix_in", (1, 1)))
        found = reading("herb_mild", *lines, steps=twice)
        self.assertLess(found.yield_ml.value, 1010.0)

    def test_a_piece_weighs_by_its_form(self) -> None:
        def weighs(form: str) -> float:
            made: Formula = formula("herb_mild", ("rain", 500, "mL"), ("hibiscus_flower", 5, "flower", form))
            return assess(made).lines[1].grams.value

        self.assertGreater(weighs("fresh"), 4.0 * weighs("broken"))

    def test_a_jar_is_filled_as_powder_lies_loose(self) -> None:
        found = reading("dry_blend", ("nettle", 100, "g", "powder"), ("linden", 100, "g", "powder"))
        self.assertGreater(found.yield_ml.value, 500.0)

    def test_tea_gives_most_of_its_tannin_in_minutes(self) -> None:
        def drawn(minutes: float) -> float:
            steps = (Step("steep", (1, 2), minutes, minutes), Step("strain"))
            found = reading("herb_tannin", ("rain", 500, "mL"), ("black_tea_leaf", 8, "g"), steps=steps)
            return found.drawn[0].share.value

        self.assertGreater(drawn(0.5), 0.1)
        self.assertGreater(drawn(4.0), 0.6 * drawn(30.0))


class SaidOnlyWhereItIsSo(TestCase):
    """Words that promise or warn."""

    def test_what_is_called_mild_enough_for_a_child_is(self) -> None:
        child = facts_for("child 8")
        for key, row in starts().items():
            if "child" in row.about:
                found = assess(start(key), head=child).cautions
                self.assertEqual([each.id for each in found if each.level != "note"], [], key)

    def test_no_starting_point_is_stopped_for_an_ordinary_head(self) -> None:
        adult = facts_for("oily")
        for key in starts():
            stops = [each.id for each in assess(start(key), head=adult).cautions if each.level == "stop"]
            self.assertEqual(stops, [], key)

    def test_a_concentrate_topped_up_with_hard_tap_is_no_sharp_rinse(self) -> None:
        hard = (("very_hard", 150, "mL"), ("malt_vinegar", 15, "mL"))
        caution = next(each for each in reading("acid_rinse", *hard).cautions if each.id == "topped-up")
        self.assertRegex(caution.what, r"pH (5|6)\.\d in three litres, not 3\.\d")
        self.assertNotIn("topped-up", said(reading("acid_rinse", ("distilled", 150, "mL"), hard[1])))

    def test_soap_and_saponin_carry_a_drop_of_oil(self) -> None:
        for family, lines in (
            ("soap_wash", (("rain", 180, "mL"), ("castile_soap", 20, "mL"))),
            ("saponin_liquor", (("rain", 600, "mL"), ("soapwort", 60, "g"))),
        ):
            carried = reading(family, *lines, ("lavender_oil", 2, "drop"))
            self.assertNotIn("oil-floats", said(carried), family)
        loose = reading("herb_mild", ("rain", 500, "mL"), ("lavender_oil", 2, "drop"))
        self.assertIn("oil-floats", said(loose))

    def test_no_text_sends_acid_into_soap(self) -> None:
        soap = reading("soap_wash", ("rain", 180, "mL"), ("castile_soap", 20, "mL"))
        words = " ".join(each.instead for each in soap.cautions)
        self.assertNotIn("A little acid brings it back", words)

    def test_wet_hair_after_ten_minutes_of_soap_is_no_acid(self) -> None:
        soap = formula("soap_wash", ("castile_soap", 40, "mL"), ("distilled", 160, "mL"), minutes=10.0)
        after = wash_of([WashLink(soap)], supply("hard")).ph
        assert after is not None
        self.assertGreater(after.value, 7.0)

    def test_a_number_never_reads_like_its_own_limit(self) -> None:
        made = formula("serum", ("jojoba_oil", 100, "mL"), ("lavender_oil", 0.5, "mL"))
        caution = next(each for each in assess(made).cautions if each.id == "scent-left-in")
        self.assertNotIn("0.5 % of the whole, above 0.5", caution.what)
