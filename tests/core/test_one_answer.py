"""One question, one answer: the bench, a wash, a family on a head's page and the ranking ask one engine."""

from unittest import TestCase

from eyebright.core.chain import Link, run_chain
from eyebright.core.formulas.assess import assess, digest_of
from eyebright.core.formulas.model import Formula, UsualSubject, families, starts
from eyebright.core.heads import hair_and_scalp_of, needs_of
from eyebright.core.mix import work_out
from eyebright.core.numbers import Draws, figure, middle
from eyebright.core.wash import Candidate, WashLink, advise, best_of_each, rank, wash_of

from .formulas import formula, reading, start, supply
from .heads import head
from .jugs import line, question

WREN = head({"scalp": "oily", "porosity": "high", "length": "waist"})
FACTS = WREN.facts()
RANKED = {"meets": "suits", "near": "adjust", "care": "care", "far": "off", "ruled_out": "ruled_out"}


def met(draws: Draws):
    """What everything meets here."""
    return hair_and_scalp_of(WREN, FACTS, draws)


def on_the_bench(made: Formula):
    """What the bench says that it does on this head."""
    draws = Draws(400)
    return assess(made, hair_and_scalp=met(draws), head=FACTS, draws=draws).lift


def in_a_wash(made: Formula):
    """What a wash of nothing else says."""
    return wash_of([WashLink(made)], supply("hard"), hair_and_scalp_for=met, head=FACTS)


class BenchAndWash(TestCase):
    """A formula by itself, and as a wash of one link."""

    def test_every_starting_point_is_dosed_lifts_and_leaves_alike(self) -> None:
        for key in starts():
            with self.subTest(key):
                bench, wash = on_the_bench(start(key)), in_a_wash(start(key))
                only = wash.results[0]
                self.assertAlmostEqual(only.dose.value, middle(bench.dose))
                self.assertAlmostEqual(only.put_back.value, bench.put_back.value)
                self.assertAlmostEqual(wash.scalp_lift.value, bench.scalp.value)
                self.assertAlmostEqual(wash.lengths_lift.value, bench.lengths.value)

    def test_an_oil_mask_that_is_rinsed_out_leaves_a_quarter(self) -> None:
        mask = formula("mask", ("buttermilk", 100, "mL"), ("sunflower_oil", 20, "mL"))
        bench, wash = on_the_bench(mask), in_a_wash(mask)
        share = middle(assess(mask).cleaning.oil)
        brought = share * (bench.on_scalp.value + bench.on_lengths.value)
        self.assertAlmostEqual(bench.put_back.value, 0.25 * brought, delta=0.03 * brought)
        self.assertAlmostEqual(wash.put_back.value, 0.25 * brought, delta=0.03 * brought)
        left = formula("serum", ("sunflower_oil", 20, "mL"))
        dose = on_the_bench(left).on_scalp.value
        self.assertAlmostEqual(on_the_bench(left).put_back.value, 0.9 * dose, delta=0.02 * dose)

    def test_what_is_left_in_is_not_dosed_by_what_wet_hair_holds(self) -> None:
        spray = start("barge_tangle_mist")
        soaks_up = head({"length": "waist", "porosity": "high"})
        plain = head({"length": "waist"})
        doses = []
        for whom in (soaks_up, plain):
            facts, draws = whom.facts(), Draws(400)
            on = hair_and_scalp_of(whom, facts, draws)
            doses.append(assess(spray, hair_and_scalp=on, head=facts, draws=draws).lift.on_lengths.value)
        self.assertAlmostEqual(doses[0], doses[1], delta=1e-6)
        self.assertAlmostEqual(
            in_a_wash(spray).results[0].dose.value,
            sum(each.value for each in (on_the_bench(spray).on_scalp, on_the_bench(spray).on_lengths)),
            delta=0.5,
        )

    def test_minutes_of_a_link_count(self) -> None:
        conkers = start("conker_wash")
        short, long = (
            wash_of([WashLink(conkers, minutes=minutes)], supply("hard")).scalp_lift.value
            for minutes in (0.5, 10.0)
        )
        self.assertGreater(long, short + 0.05)

    def test_sharper_than_asked_is_said_of_a_formula_too(self) -> None:
        tender = head({"skin": ["eczema"]})
        sharp = ("acid_rinse", ("rain", 500, "mL"), ("malt_vinegar", 10, "mL"))
        self.assertLess(reading(*sharp).ph.value, tender.facts()["asked_ph"])
        said = {each.id for each in assess(formula(*sharp), head=tender.facts()).cautions}
        self.assertIn("sharper-than-asked", said)
        self.assertNotIn("sharper-than-asked", {each.id for each in reading(*sharp).cautions})


class PageAndRanking(TestCase):
    """A family on a head's page, and the same head's ranking."""

    def test_a_family_speaks_as_its_best_ranked_formula(self) -> None:
        candidates = [Candidate(key, starts()[key].name, digest_of(assess(start(key)))) for key in starts()]
        ranked = rank(candidates, WREN, needs_of(FACTS))
        recipes = best_of_each(ranked)
        first = {each.family.key: each for each in reversed(ranked)}
        for fit in advise(WREN, recipes).families:
            match = first[fit.family.key]
            if fit.family.acid:
                self.assertEqual((fit.recipe, fit.verdict), (None, "suits"))
                continue
            with self.subTest(fit.family.key):
                self.assertEqual(fit.recipe, match.candidate)
                if fit.verdict == "not_needed":
                    self.assertIn(match.verdict, ("near", "care"))
                else:
                    self.assertEqual(fit.verdict, RANKED[match.verdict])
                if match.lift and fit.lift:
                    self.assertAlmostEqual(fit.lift.value, match.lift.value, delta=0.03)

    def test_a_family_as_usually_made_lifts_as_its_starting_points_do(self) -> None:
        for key, row in starts().items():
            family = families()[row.family]
            if not family.cleans:
                continue
            draws = Draws(400)
            usual = run_chain([Link(UsualSubject(family))], met(draws), draws, ph=False)
            share = figure(usual.lifted("scalp"), "share")
            with self.subTest(key):
                self.assertAlmostEqual(on_the_bench(start(key)).scalp.value, share.value, delta=0.12)
                self.assertTrue(share.low - 0.02 <= on_the_bench(start(key)).scalp.value <= share.high + 0.02)

    def test_one_question_gets_one_range(self) -> None:
        """Bench, wash, ranking and the head's page: the same figure with the same ends."""
        for key in ("lamplight_soapwort", "conker_wash", "lock_gate_clay", "stove_soap"):
            candidate = Candidate(key, starts()[key].name, digest_of(assess(start(key))))
            ranked = rank([candidate], WREN, needs_of(FACTS))
            families_ = {each.family.key: each.lift for each in advise(WREN, best_of_each(ranked)).families}
            bench = on_the_bench(start(key)).scalp
            for found in (in_a_wash(start(key)).scalp_lift, ranked[0].lift, families_[start(key).family.key]):
                assert found is not None
                with self.subTest(key):
                    for mine, other in ((bench.low, found.low), (bench.high, found.high)):
                        self.assertAlmostEqual(mine, other, delta=0.01)


class Dissolving(TestCase):
    """More of a powder than the water can hold, as a jug and as a formula."""

    def test_what_lies_at_the_bottom_makes_neither_sharper(self) -> None:
        for grams in (1.0, 4.0, 12.0):
            jug = work_out(question(line("very_hard", 500.0), line("cream_of_tartar", grams), aim=None))
            made = reading("acid_rinse", ("very_hard", 500, "mL"), ("cream_of_tartar", grams, "g"))
            assert made.ph is not None
            with self.subTest(grams):
                self.assertAlmostEqual(made.ph.value, jug.ph.value, delta=0.05)
