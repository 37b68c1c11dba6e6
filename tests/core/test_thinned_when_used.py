"""A formula that is thinned when it is used: the jar keeps as it is, the head meets what is poured."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import difference
from eyebright.core.formulas.exchange import export, hear_recipe
from eyebright.core.wash import WashLink, wash_of

from .formulas import formula
from .jugs import water
from .written_lines import empty_kitchen

VINEGAR = formula("acid_rinse", ("malt_vinegar", 400, "mL"), use="left_in")
SOAP = formula("soap_wash", ("castile_soap", 60, "mL"), ("rain", 40, "mL"))
EXAMPLES = settings(max_examples=15, deadline=None)


def stops(found: object) -> set[str]:
    """The stops of an assessment or of a wash."""
    return {each.id for each in found.cautions if each.level == "stop"}  # type: ignore[attr-defined]


class ThinnedWhenUsed(TestCase):
    """One answer, on the bench and in a wash."""

    def test_the_jar_is_as_it_was_and_the_head_meets_what_is_poured(self) -> None:
        neat, used = assess(VINEGAR), assess(replace(VINEGAR, thinned=33))
        assert neat.ph and used.ph and used.ph_as_used
        self.assertTrue(stops(neat))
        self.assertFalse(stops(used))
        self.assertAlmostEqual(used.ph.value, neat.ph.value, delta=0.01)
        self.assertGreater(used.ph_as_used.value, neat.ph.value + 0.3)
        self.assertAlmostEqual(used.yield_ml.value, neat.yield_ml.value, delta=0.5)
        self.assertEqual(used.keeping.at("shelf"), neat.keeping.at("shelf"))
        self.assertGreater(used.washes.value, 10 * neat.washes.value)
        self.assertIsNone(neat.ph_as_used)

    @EXAMPLES
    @given(st.sampled_from([VINEGAR, SOAP]), st.integers(1, 60))
    def test_its_own_thinning_and_that_of_a_link_are_judged_alike(self, made: object, parts: int) -> None:
        own = replace(made, thinned=parts)  # type: ignore[type-var]
        by_link = wash_of([WashLink(made, "both", minutes=2.0, parts=parts)], water("unknown"))  # type: ignore[arg-type]
        by_itself = wash_of([WashLink(own, "both", minutes=2.0, parts=parts)], water("unknown"))  # type: ignore[arg-type]
        self.assertEqual(stops(by_link), stops(by_itself))
        self.assertAlmostEqual(by_link.results[0].dose.value, by_itself.results[0].dose.value, delta=0.5)
        bench = assess(own)  # type: ignore[arg-type]
        assert bench.ph_as_used and by_link.results[0].own_ph
        self.assertAlmostEqual(bench.ph_as_used.value, by_link.results[0].own_ph.value, delta=0.1)

    def test_it_is_told_as_a_ratio_or_by_amounts_and_only_of_what_water_thins(self) -> None:
        vinegar = "Herb vinegar\n400 ml malt vinegar\n20 g dried rosemary\nSoak 2 weeks, strain.\n{}"
        for says, parts in (
            ("Dilute 1:3 with water before use.", 3),
            ("Use 2 tbsp to a litre of water.", 33),
            ("As the last rinse 2 tbsp in 500 ml water, leave in.", 17),
            ("1 cup diluted with 4 cups of water after washing.", 4),
            ("Zum Spülen 2 EL auf einen Liter Wasser.", 33),
            ("Rinse out with a litre of water.", 0),
            ("As the last rinse 2 lemons in a litre of water.", 0),
            ("Thin 1 part with 4 parts water when you wash.", 4),
            ("Then rinse with 1 tbsp citric acid in a litre of water.", 0),
        ):
            with self.subTest(says):
                self.assertEqual(hear_recipe(vinegar.format(says), empty_kitchen()).thinned, parts)
        powder = "Powder\n100 g soapwort powder\nKeep dry. For one wash: 2 tbsp with 4 tbsp warm water."
        self.assertEqual(hear_recipe(powder, empty_kitchen()).thinned, 0)

    def test_a_bucket_of_it_is_thinned_no_less_than_a_jar(self) -> None:
        bucket = formula("acid_rinse", ("malt_vinegar", 15, "L"), use="left_in", thinned=100)
        self.assertFalse(stops(assess(bucket)))

    def test_it_is_compared_and_goes_out(self) -> None:
        own = replace(VINEGAR, thinned=33)
        self.assertIn(
            "parts of water when it is used: 0 → 33", [each.says for each in difference(VINEGAR, own)]
        )
        self.assertIn("33 parts of water", export.markdown(own, assess(own)))
