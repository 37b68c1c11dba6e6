"""Formulas ranked for a head, and strung into a wash."""

import json
from dataclasses import replace
from unittest import TestCase

from eyebright.core.formulas.assess import LEFT_IN, assess, digest_of, kept_digest
from eyebright.core.formulas.model import starts
from eyebright.core.heads import hair_and_scalp_of, holding_of, needs_of
from eyebright.core.numbers import Draws
from eyebright.core.rules import cautions, possible
from eyebright.core.wash import (
    Candidate,
    Match,
    Wash,
    WashLink,
    candidate_facts,
    defaults_by,
    held_against,
    plain_schools,
    rank,
    school_keys,
    wash_of,
)

from .formulas import formula, start, supply
from .heads import head


def candidates() -> list[Candidate]:
    """Every starting point."""
    out = []
    for key in starts():
        made = start(key)
        materials = [line.material for line in made.ingredients if line.material]
        holdings = tuple(holding_of(each, each.name) for each in materials)
        out.append(Candidate(key, starts()[key].name, digest_of(assess(made)), (), holdings))
    return out


CANDIDATES = candidates()


def ranked(answers=None, schools=None, **more) -> dict[str, Match]:
    """Every starting point for a head, in order of rank."""
    whom = head(answers, **more)
    return {each.candidate.key: each for each in rank(CANDIDATES, whom, needs_of(whom.facts()), schools)}


class Matching(TestCase):
    """What suits whom, and why."""

    def test_a_digest_is_kept_whole(self) -> None:
        for each in CANDIDATES:
            again = kept_digest(json.loads(json.dumps(each.digest.kept())))
            self.assertEqual(again, each.digest)
        self.assertIsNone(kept_digest(CANDIDATES[0].digest.kept() | {"version": -1}))
        self.assertIsNone(kept_digest(None))

    def test_ranked_lift_is_the_reading_s_own(self) -> None:
        whom = head({"scalp": "oily"})
        facts = whom.facts()
        draws = Draws(400)
        own = assess(
            start("conker_wash"),
            hair_and_scalp=hair_and_scalp_of(whom, facts, draws),
            head=facts,
            draws=draws,
        )
        self.assertAlmostEqual(
            ranked({"scalp": "oily"})["conker_wash"].lift.value, own.lift.scalp.value, delta=0.04
        )

    def test_an_oily_scalp_is_offered_more_than_a_dry_one(self) -> None:
        oily, dry = ranked({"scalp": "oily"}), ranked({"scalp": "dry"})
        first = {name: next(m for m in each.values() if m.family.cleans) for name, each in
                 (("oily", oily), ("dry", dry))}  # fmt: skip
        self.assertGreater(first["oily"].lift.value, first["dry"].lift.value)
        self.assertIn("would suit", " ".join(first["dry"].reasons + first["dry"].against))

    def test_what_is_stopped_comes_last_with_the_reason(self) -> None:
        found = ranked({"birth_year": 2017, "allergies": ["honey"]})
        order = ["meets", "near", "care", "far", "ruled_out"]
        for part in ("wash", "rinse", "care"):
            verdicts = [each.verdict for each in found.values() if each.part == part]
            self.assertEqual(verdicts, sorted(verdicts, key=order.index))
        ruled_out = [each.verdict == "ruled_out" for each in found.values()]
        self.assertEqual(ruled_out, sorted(ruled_out))
        self.assertEqual(found["winding_hole"].verdict, "ruled_out")
        self.assertIn("soda-child", [stop.id for stop in found["winding_hole"].stops])
        self.assertIn("allergy", [stop.id for stop in found["mooring_scrub"].stops])

    def test_schools_speed_and_what_is_missing_count(self) -> None:
        plain, held = ranked(), ranked(schools={"saponin": "liquor", "soda": "never"})
        self.assertLess(held["gatepost_paste"].points, plain["gatepost_paste"].points)
        self.assertTrue(any("no soda" in each for each in held["winding_hole"].against))
        lately = ranked(used={"clay_damp": 2.0})["lock_gate_clay"]
        self.assertTrue(any("Used lately" in each for each in lately.against))

    def test_schools_settle_what_a_new_formula_begins_with(self) -> None:
        keys = school_keys()
        self.assertLessEqual(
            {"aim", "strength", "stay", "soda", "clay", "saponin", "metal", "order"}, set(keys)
        )
        for school in plain_schools():
            self.assertGreaterEqual(len(school.options), 2)
            self.assertTrue(all(option.holds for option in school.options))
        self.assertEqual(defaults_by({"clay": "dry"}, "clay_damp"), {"family": "clay_dry"})
        self.assertEqual(defaults_by({"stay": "left_in"}, "acid_rinse"), {"use": "left_in"})
        self.assertEqual(defaults_by({"metal": "none"}, "mask"), {"pot": "glass"})
        self.assertEqual(held_against({"metal": "none"}, "clay_damp", "rinsed_out", "glass", ["clay"]), ())
        self.assertEqual(
            len(held_against({"metal": "none"}, "clay_damp", "rinsed_out", "steel", ["clay"])), 1
        )


SOAP = formula("soap_wash", ("rain", 200, "mL"), ("paste_soap", 12, "mL"))
SODA = formula("alkaline_wash", ("rain", 300, "mL"), ("baking_soda", 9, "g"))
RINSE = formula("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 15, "mL"))
OIL = start("night_watch_oil")
CLAY = start("lock_gate_clay")
MASK = start("buttermilk_mask")


class Washes(TestCase):
    """One thing after another."""

    def wash(self, *links: WashLink, **more) -> Wash:
        return wash_of(links, supply("very_hard"), **more)

    def said(self, *links: WashLink) -> set[str]:
        return {each.id for each in self.wash(*links).cautions}

    def test_each_link_meets_what_the_last_one_left(self) -> None:
        found = self.wash(WashLink(SOAP), WashLink(SOAP))
        first, second = found.results
        self.assertLess(second.scalp_oil.value, first.scalp_oil.value)
        self.assertGreater(found.scalp_lift.value, first.scalp_lift.value)
        once = self.wash(WashLink(SOAP))
        self.assertAlmostEqual(once.scalp_lift.value, once.results[0].scalp_lift.value, delta=1e-9)

    def test_oil_on_the_ends_stays_off_the_scalp(self) -> None:
        found = self.wash(WashLink(OIL, "lengths"), WashLink(SOAP, "scalp"))
        plain = self.wash(WashLink(SOAP, "scalp"))
        self.assertGreater(found.results[0].lengths_oil.value, 1.0)
        self.assertAlmostEqual(found.scalp_lift.value, plain.scalp_lift.value, delta=1e-6)
        self.assertGreater(found.put_back.value, 0.5)
        self.assertEqual(assess(OIL).lift.grade, LEFT_IN)

    def test_water_lifts_its_share_once(self) -> None:
        found = self.wash(WashLink(None), WashLink(None), WashLink(RINSE))
        self.assertTrue(0.1 < found.results[0].scalp_lift.value < 0.25)
        self.assertIsNone(found.results[1].scalp_lift)
        self.assertLess(found.results[2].scalp_lift.value, 0.02)

    def test_a_rinse_brings_the_hair_down_again(self) -> None:
        found = self.wash(WashLink(SODA), WashLink(None), WashLink(RINSE))
        phs = [each.ph.value for each in found.results]
        self.assertLess(phs[2], phs[0])
        self.assertEqual(found.ph.value, phs[2])
        self.assertEqual(found.minutes, 2.0 + 1.0 + 3.0)

    def test_what_only_the_chain_shows(self) -> None:
        water, rinse = WashLink(None), WashLink(RINSE)
        for rule, wrong, right in (
            ("wash-no-acid", (WashLink(SOAP), water), (WashLink(SOAP), water, rinse)),
            ("wash-soap-meets-acid", (WashLink(SOAP), rinse), (WashLink(SOAP), water, rinse)),
            ("wash-soda-meets-acid", (WashLink(SODA), rinse), (WashLink(SODA), water, rinse)),
            (
                "wash-residue",
                (WashLink(replace(CLAY, use="left_in")),),
                (WashLink(CLAY), WashLink(MASK)),  # the basin rinses it out by itself
            ),
            ("wash-strips", (WashLink(SOAP, times=3.0), WashLink(SOAP, times=3.0)), (WashLink(SOAP),)),
            (
                "wash-dries",
                (WashLink(SOAP), water, WashLink(SOAP)),
                (WashLink(SOAP), water, WashLink(SOAP), WashLink(MASK)),
            ),
        ):
            with self.subTest(rule):
                self.assertIn(rule, self.said(*wrong))
                self.assertNotIn(rule, self.said(*right))

    def test_for_a_head(self) -> None:
        whom = head({"scalp": "oily", "length": "waist"})
        facts = whom.facts()
        for_them = self.wash(
            WashLink(SOAP), hair_and_scalp_for=lambda draws: hair_and_scalp_of(whom, facts, draws), head=facts
        )
        self.assertGreater(for_them.results[0].dose.value, self.wash(WashLink(SOAP)).results[0].dose.value)


class Quicker(TestCase):
    """What is left out for speed would have said nothing."""

    def test_the_rules_that_may_hold_say_what_all_of_them_say(self) -> None:
        for answers in ({}, {"birth_year": 2022, "skin": ["eczema"]}, {"asthma": True, "style": "locs"}):
            facts = head(answers).facts()
            for each in CANDIDATES:
                known = candidate_facts(each, facts)
                may = possible("formula", facts, {"contains", "patch", *each.digest.facts})
                self.assertEqual(cautions("formula", known, may), cautions("formula", known))
