"""A wash's lanes, pauses, amounts and finish, and what makes it suit a head."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.chain import ChainError
from eyebright.core.heads import hair_and_scalp_of, needs_of
from eyebright.core.wash import Wash, WashAssessor, WashLink, pauses, sections, suit, wash_of

from .formulas import formula, start, supply
from .heads import head

SOAP = formula("soap_wash", ("rain", 200, "mL"), ("paste_soap", 12, "mL"))
SODA = formula("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 9, "g"), minutes=2.0)
THIRD = formula("acid_rinse", ("rain", 300, "mL"), ("malt_vinegar", 100, "mL"), minutes=2.0)
RINSE = formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 15, "mL"), minutes=1.0)
MILD = formula("acid_rinse", ("very_hard", 500, "mL"), ("malt_vinegar", 15, "mL"), minutes=1.0)
STARCH = start("oat_water")
LIQUOR = start("lamplight_soapwort")
MASK = start("buttermilk_mask")
CLAY = start("lock_gate_clay")
OIL = start("night_watch_oil")
WATER = WashLink(None)


def basin(answers=None, **more) -> WashAssessor:
    """What washes of this head are worked out with."""
    whom = head(answers or {}, **more)
    facts = whom.facts()
    return WashAssessor(
        supply("very_hard"),
        hair_and_scalp_for=lambda draws: hair_and_scalp_of(whom, facts, draws),
        head=facts,
    )


def wash(*links: WashLink) -> Wash:
    """One on an ordinary head."""
    return wash_of(links, supply("very_hard"))


def ids(found: Wash) -> set[str]:
    """What it calls for."""
    return {each.id for each in found.cautions}


class Lanes(TestCase):
    """Scalp and lengths side by side."""

    def test_the_lengths_soak_while_the_scalp_is_done(self) -> None:
        grains = WashLink(CLAY, "scalp", 10.0)
        soak = WashLink(MASK, "bag", 30.0, beside=True)
        found = wash(grains, soak, replace(WATER, beside=True, zone="scalp"), WATER)
        self.assertEqual([each.start for each in found.results], [0.0, 0.0, 10.0, 30.0])
        self.assertEqual(found.results[1].so_far, 30.0)
        after_grains, after_soak, scalp_water, _ = found.results
        self.assertIsNone(after_soak.scalp_ph)  # what is in the bag touches no scalp
        self.assertIsNone(scalp_water.lengths_ph)
        self.assertEqual(after_grains.lengths_oil.value, found.oil[1].value)

    @settings(max_examples=12, deadline=None)
    @given(st.permutations([0, 1, 2, 3]), st.integers(1, 20), st.integers(1, 40))
    def test_independent_lanes_in_any_order_read_the_same(self, order, minutes, soak) -> None:
        lanes = {
            "scalp": [WashLink(LIQUOR, "scalp", float(minutes)), WashLink(None, "scalp")],
            "lengths": [WashLink(MASK, "lengths", float(soak)), WashLink(None, "lengths")],
        }
        drawn = [["scalp", "scalp", "lengths", "lengths"][each] for each in order]
        queue = {zone: iter(links) for zone, links in lanes.items()}
        mixed = [next(queue[zone]) for zone in drawn]
        mixed = [replace(each, beside=place > 0) for place, each in enumerate(mixed)]
        plain = [*lanes["scalp"], *lanes["lengths"]]
        plain = [replace(each, beside=place > 0) for place, each in enumerate(plain)]
        one, other = wash(*plain), wash(*mixed)
        for name in ("scalp_lift", "lengths_lift", "scalp_ph", "lengths_ph", "minutes", "put_back"):
            self.assertEqual(getattr(one, name), getattr(other, name), name)
        self.assertEqual({(c.id, c.what) for c in one.cautions}, {(c.id, c.what) for c in other.cautions})

    def test_soap_on_the_scalp_meets_no_acid_on_the_lengths(self) -> None:
        beside = wash(WashLink(SOAP, "scalp", 5.0), WashLink(RINSE, "lengths", beside=True))
        self.assertNotIn("wash-soap-meets-acid", ids(beside))
        self.assertIn("wash-no-acid", ids(beside))  # and the scalp's soap is never soured
        self.assertIn("wash-soap-meets-acid", ids(wash(WashLink(SOAP), WashLink(RINSE))))

    def test_a_pause_puts_nothing_on_and_the_night_comes_before(self) -> None:
        night = WashLink(None, pause="night", minutes=480.0)
        found = wash(WashLink(OIL, "lengths"), night, WashLink(LIQUOR), WATER, WashLink(None, pause="dry"))
        self.assertEqual(found.ahead, 480.0)
        self.assertLess(found.basin, 30.0)
        self.assertEqual(found.results[1].dose.value, 0.0)
        self.assertEqual(found.results[1].lengths_oil, found.results[0].lengths_oil)
        self.assertEqual(found.results[4].start + pauses()["dry"].minutes, found.minutes)

    def test_what_nobody_rinses_off_is_still_on(self) -> None:
        """Waiting is contact; but beside something longer on another zone a thing's own minutes end it."""
        wait = WashLink(None, pause="wait", minutes=30.0)
        for links in (
            (WashLink(SODA), wait, WATER),
            (WashLink(SODA), wait),
            (WashLink(SODA), WashLink(None, pause="night")),
        ):
            found = wash(*links)
            self.assertGreaterEqual(found.results[0].longest, 30.0)
            self.assertIn("soda-far-too-long", ids(found))
        for links in (
            (WashLink(SODA, "scalp"), WashLink(MASK, "bag", 30.0, beside=True), WATER),
            (WashLink(SODA, "scalp"), WashLink(MASK, "lengths", 30.0), WATER),
            (
                WashLink(SODA, "scalp"),
                WashLink(MASK, "bag", 30.0, beside=True),
                WashLink(None, "scalp", beside=True),
                WATER,
            ),
        ):
            rinsed = wash(*links)
            self.assertEqual(rinsed.results[0].longest, 2.0)
            self.assertNotIn("soda-far-too-long", ids(rinsed))
        dried = wash(WashLink(RINSE), WashLink(None, pause="towel"), WashLink(None, pause="dry"))
        self.assertEqual(dried.results[0].longest, 1.0)

    def test_a_washs_cautions_hold_every_links(self) -> None:
        links = (WashLink(SODA, minutes=9.0), WATER, WashLink(THIRD, minutes=30.0), WashLink(MASK, "bag"))
        together = ids(wash(*links))
        by = WashAssessor(supply("very_hard"))
        for link in links:
            self.assertLessEqual({each.id for each in by.alone(link)}, together)


class Amounts(TestCase):
    """What there is, and what a head takes."""

    def test_soda_then_the_little_vinegar_there_is_then_starch_water(self) -> None:
        whom = basin({"length": "waist", "strand": "coarse", "density": "high"})
        links = [WashLink(SODA), WATER, WashLink(THIRD), WashLink(STARCH)]
        usual = whom.wash(links)
        little = whom.wash(
            [links[0], links[1], replace(links[2], available=40.0), replace(links[3], available=120.0)]
        )
        self.assertAlmostEqual(little.results[2].dose.value, 40.0, delta=0.5)
        self.assertGreater(usual.results[2].dose.value, 150.0)
        # so little of it does not do what a jugful does
        self.assertGreater(little.results[2].lengths_ph.value, usual.results[2].lengths_ph.value + 0.3)
        self.assertNotEqual(little.lengths_ph, usual.lengths_ph)

    def test_more_cannot_go_on_than_there_is_and_less_is_left_alone(self) -> None:
        plenty = wash(WashLink(LIQUOR, available=5000.0))
        self.assertEqual(plenty.scalp_lift, wash(WashLink(LIQUOR)).scalp_lift)
        scarce = wash(WashLink(LIQUOR, available=10.0))
        self.assertLess(scarce.scalp_lift.value, plenty.scalp_lift.value)
        scalp, lengths = scarce.results[0].wanted
        self.assertGreater(scalp.value + lengths.value, 10.0)

    def test_thinned_it_is_milder(self) -> None:
        neat, thin = wash(WashLink(THIRD)).results[0], wash(WashLink(THIRD, parts=3)).results[0]
        assert neat.own_ph and thin.own_ph
        self.assertGreater(thin.own_ph.value, neat.own_ph.value + 0.1)
        said = wash(WashLink(LIQUOR, grams=50.0, parts=1)).results[0]
        self.assertAlmostEqual(said.dose.value, 100.0, delta=1.0)

    def test_section_by_section_the_first_has_it_longest(self) -> None:
        plain, twists = WashLink(SODA, minutes=2.0), WashLink(SODA, minutes=2.0, sections="twists")
        found = wash(twists).results[0]
        self.assertEqual(found.longest, 2.0 + sections()["twists"].whole)
        self.assertEqual(found.minutes, found.longest)
        self.assertIn("soda-far-too-long", ids(wash(twists)))
        self.assertNotIn("soda-far-too-long", ids(wash(plain)))

    def test_what_sets_stiffens_and_what_is_rinsed_out_does_not(self) -> None:
        thick = formula("starch", ("rain", 100, "mL"), ("potato_starch", 12, "g"), use="left_in")
        self.assertEqual(wash(WashLink(LIQUOR)).finish.key, "loose")
        self.assertEqual(wash(WashLink(thick)).finish.key, "stiff")
        thin = formula("starch", ("rain", 100, "mL"), ("potato_starch", 0.4, "g"), use="left_in")
        once = wash(WashLink(thin)).finish
        self.assertIn(once.key, ("light", "firm"))
        self.assertEqual(once.film.kind, "custom")


class Zones(TestCase):
    """The face is the strictest; off the skin the rules of skin hold no more."""

    def test_a_face_bears_no_acid_soap_soda_grains_or_oil_of_a_plant(self) -> None:
        for made, rule in ((THIRD, "face-acid"), (SODA, "face-alkaline"), (SOAP, "face-alkaline")):
            found = wash(WashLink(made, "face"))
            self.assertIn(rule, {each.id for each in found.cautions if each.level == "stop"})
            self.assertNotIn(rule, ids(wash(WashLink(made))))
        self.assertEqual(wash(WashLink(MASK, "face")).scalp_lift.value, 0.0)
        self.assertGreater(wash(WashLink(MASK, "face")).results[0].dose.value, 5.0)

    def test_only_in_a_bag_are_lengths_off_the_skin(self) -> None:
        covered = replace(WashLink(SODA, "lengths", 10.0), cover=True)
        self.assertIn("covered-soda", ids(wash(covered)))
        self.assertNotIn("covered-soda", ids(wash(replace(covered, zone="bag"))))

    def test_two_on_one_zone_at_once_cannot_be(self) -> None:
        found = wash(WashLink(LIQUOR, minutes=10.0), WashLink(RINSE, "lengths", beside=True))
        self.assertEqual(found.results[1].start, 10.0)  # it waits until its own zone is free
        self.assertTrue(issubclass(ChainError, ValueError))


class LeftOut(TestCase):
    """What may be left out is looked at both ways."""

    def test_an_acid_that_may_be_left_out_hides_no_alkali(self) -> None:
        rinse = WashLink(RINSE, optional=True)
        found = wash(WashLink(SOAP), WATER, rinse)
        self.assertIn("wash-no-acid", ids(found))
        said = next(each for each in found.cautions if each.id == "wash-no-acid")
        self.assertIn("left out", said.what)
        self.assertNotIn("wash-no-acid", ids(wash(WashLink(SOAP), WATER, replace(rinse, optional=False))))


class Suiting(TestCase):
    """Make it suit her: as little as helps."""

    def suited(self, by: WashAssessor, *links: WashLink, most: float | None = None):
        return suit(links, by.alone, by.wash, most)

    def test_nothing_is_changed_where_nothing_stands_against_it(self) -> None:
        found = self.suited(basin(), WashLink(MILD), WATER)
        self.assertEqual((found.changes, found.after), ((), None))

    def test_the_cover_comes_off_or_it_is_shorter_before_it_is_thinned_or_left_out(self) -> None:
        by = basin()
        found = self.suited(by, WashLink(SODA, minutes=30.0, cover=True), WATER)
        (change,) = found.changes
        self.assertIn("no cover", change.says)
        self.assertIn("min, not 30", change.says)
        assert change.link and found.after
        grave = {each.level for each in by.alone(change.link)} & {"stop", "warning"}
        self.assertEqual(grave, set())

    def test_for_a_child_with_eczema_it_is_thinned_or_left_out(self) -> None:
        by = basin({"birth_year": 2017, "skin": ["eczema"]})
        found = self.suited(by, WashLink(THIRD, minutes=5.0), WATER)
        had = {each.id for each in by.alone(WashLink(THIRD, minutes=5.0)) if each.level == "stop"}
        self.assertTrue(had)
        (change,) = found.changes
        if change.link is not None:
            self.assertFalse([each for each in by.alone(change.link) if each.level == "stop"])
        else:
            self.assertEqual(change.says, "left out")

    def test_what_nothing_helps_is_left_out(self) -> None:
        by = basin({"allergies": ["dairy"]})
        found = self.suited(by, WashLink(MASK), WATER)
        self.assertEqual([(each.place, each.link) for each in found.changes], [(0, None)])

    def test_less_of_it_where_it_washes_out_too_much(self) -> None:
        whom = head({"scalp": "dry"})
        facts = whom.facts()
        by = WashAssessor(
            supply("rain"), hair_and_scalp_for=lambda d: hair_and_scalp_of(whom, facts, d), head=facts
        )
        most = needs_of(facts).scalp.lift[2]
        links = (WashLink(LIQUOR, times=6.0), WATER)
        found = self.suited(by, *links, most=most)
        assert found.after
        self.assertGreater(found.before.scalp_lift.value, most)
        self.assertLess(found.after.scalp_lift.value, found.before.scalp_lift.value)
