"""What holds through every step, size and nesting: grams, endings, stops."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import scaled
from eyebright.core.formulas.model import Formula, Step, ending, families, planned_steps, step_kinds
from eyebright.core.make import run_sheet
from eyebright.core.materials import Amount
from eyebright.core.numbers import Draws, middle
from eyebright.core.vocabulary import Use
from eyebright.core.wash import WashLink, wash_of

from .formulas import formula, supply
from .heads import head
from .test_what_was_made import into, made_of

EXAMPLES = settings(max_examples=60, deadline=None)
FAMILY = st.sampled_from(sorted(families()))
PLANTS = st.sampled_from(["soapwort", "nettle", "linden", "shikakai", "calendula", "rice_grain"])
DRY = st.sampled_from(["rhassoul", "kaolin", "oat_flour", "citric_acid", "baking_soda", "white_sugar"])
WET = st.sampled_from(["rain", "cider_vinegar", "buttermilk", "honey", "aloe_gel", "olive_oil"])
GRAMS = st.floats(2.0, 150.0)
STEPS = st.lists(st.sampled_from(sorted(step_kinds())), max_size=7, unique=True)
TIMES = st.floats(0.1, 8.0)
USES: tuple[Use, ...] = ("rinsed_out", "left_in")


def made_with(family: str, plant: str, dry: str, wet: str, grams: float, kinds: list[str]) -> Formula:
    """A formula of any family with a plant, a powder, a liquid and water; by its own steps, or the usual."""
    lines = ((plant, grams, "g"), (dry, grams / 2.0, "g"), (wet, grams, "g"), ("rain", 3.0 * grams, "mL"))
    begun = formula(family, *lines)
    steps = tuple(Step(kind, tuple(range(1, 5)) if place == 0 else ()) for place, kind in enumerate(kinds))
    return replace(begun, steps=steps)


class Grams(TestCase):
    """Nothing comes of nothing."""

    @EXAMPLES
    @given(FAMILY, PLANTS, DRY, WET, GRAMS, STEPS, TIMES)
    def test_no_more_comes_out_than_goes_in(
        self, family: str, plant: str, dry: str, wet: str, grams: float, kinds: list[str], times: float
    ) -> None:
        made = made_with(family, plant, dry, wet, grams, kinds)
        for each in (made, scaled(made, times)):
            found = assess(each, draws=Draws(1))
            goes_in = sum(line.grams.value for line in found.lines)
            out = middle(found.preparation.total)
            lost = middle(found.preparation.evaporated) + middle(found.preparation.kept_back)
            self.assertLessEqual(out + lost, goes_in * 1.001 + 1e-6)
            self.assertGreater(out, 0.0)

    @EXAMPLES
    @given(FAMILY, DRY, WET, GRAMS, TIMES)
    def test_what_is_only_mixed_loses_nothing(
        self, family: str, dry: str, wet: str, grams: float, times: float
    ) -> None:
        begun = formula(family, (dry, grams, "g", "", "dry"), (wet, grams, "g", "", "liquid"))
        made = scaled(replace(begun, steps=(Step("mix_in", (1, 2)), Step("beat"), Step("bottle"))), times)
        found = assess(made, draws=Draws(1))
        goes_in = sum(line.grams.value for line in found.lines)
        self.assertAlmostEqual(goes_in, 2.0 * grams * times, delta=1e-6 * goes_in)
        self.assertAlmostEqual(middle(found.preparation.total), goes_in, delta=1e-6 * goes_in)


class Endings(TestCase):
    """A batch of any family ends in a container with a date."""

    @EXAMPLES
    @given(FAMILY, PLANTS, DRY, WET, GRAMS, STEPS)
    def test_every_batch_is_filled(
        self, family: str, plant: str, dry: str, wet: str, grams: float, kinds: list[str]
    ) -> None:
        made = made_with(family, plant, dry, wet, grams, kinds)
        found = assess(made, draws=Draws(1))
        sheet = run_sheet(found.preparation.steps, step_kinds()[ending(made)])
        self.assertTrue(any(step.act == "portion" for step in sheet))
        self.assertGreaterEqual(found.keeping.at(made.place).days, 0.0)
        self.assertTrue(found.keeping.at(made.place).reason)
        named = {line for step in sheet for line in step.lines}
        self.assertEqual(named, {line.id for line in made.ingredients}, "every line is on the sheet")


class Stops(TestCase):
    """No stop of content is lost by a family, a use, a zone or a nesting."""

    def test_an_allergy_is_a_stop_in_everything(self) -> None:
        facts = head({"allergies": ["honey"]}).facts()
        for family in families():
            inner, _ = made_of(formula(family, ("honey", 40, "g"), ("rain", 60, "mL")))
            twice, _ = made_of(
                into("mask", inner, 30.0, inner.material.unit, ("rain", 60, "mL")), key="made-2"
            )
            for use in USES:
                for made in (
                    formula(family, ("honey", 40, "g"), ("rain", 60, "mL"), use=use),
                    into(family, inner, 30.0, inner.material.unit, ("rain", 60, "mL"), use=use),
                    into(family, twice, 30.0, twice.material.unit, ("rain", 60, "mL"), use=use),
                ):
                    with self.subTest(f"{family}, {use}, {made.ingredients[-1].supply.name}"):
                        stops = {
                            each.id for each in assess(made, head=facts).cautions if each.level == "stop"
                        }
                        self.assertIn("allergy", stops)

    def test_a_wash_says_every_stop_of_what_is_poured(self) -> None:
        facts = head({"birth_year": 2021}).facts()
        for family in sorted(families()):
            for use in USES:
                made = formula(family, ("peppermint_oil", 2, "mL"), ("rain", 100, "mL"), use=use)
                alone = {each.id for each in assess(made, head=facts).cautions if each.level == "stop"}
                for zone in ("both", "scalp"):
                    chain = wash_of([WashLink(made, zone=zone)], supply("rain"), head=facts)  # type: ignore[arg-type]
                    said = {each.id for each in chain.cautions if each.level == "stop"}
                    with self.subTest(f"{family}, {use}, {zone}"):
                        self.assertTrue(alone)
                        self.assertEqual(alone - said, set())

    @EXAMPLES
    @given(FAMILY, STEPS, TIMES)
    def test_no_step_and_no_size_loses_one(self, family: str, kinds: list[str], times: float) -> None:
        made = made_with(family, "linden", "oat_flour", "honey", 40.0, kinds)
        facts = head({"allergies": ["honey"]}).facts()
        for each in (made, scaled(made, times)):
            self.assertIn("allergy", {one.id for one in assess(each, head=facts, draws=Draws(1)).cautions})

    def test_every_line_is_put_in_once(self) -> None:
        for kinds in (["mix_in", "stir_in"], ["soak", "strain", "mix_in"], [], ["weigh"]):
            made = made_with("mask", "nettle", "kaolin", "honey", 30.0, kinds)
            doubled = replace(made, steps=tuple(replace(each, adds=(1, 2, 3, 4)) for each in made.steps))
            for each in (made, doubled):
                adds = [line for step in planned_steps(each) for line in step.step.adds]
                self.assertEqual(sorted(adds), [1, 2, 3, 4])


class Amounts(TestCase):
    """An amount that is nothing is never something."""

    def test_a_line_of_none_brings_nothing(self) -> None:
        made = formula("mask", ("oat_flour", 30, "g"), ("rain", 60, "mL"), ("lavender_oil", 0, "drop"))
        self.assertEqual(assess(made).facts["scent_percent"], 0.0)
        self.assertEqual(made.ingredients[2].amount, Amount(0, "drop"))
