"""What holds for every formula: more never does less of what it is there for, colder never keeps shorter."""

from dataclasses import replace
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.assess import Assessment, assess
from eyebright.core.formulas.change import Workbench, capped, for_head
from eyebright.core.formulas.model import Formula, Step, starts
from eyebright.core.materials import Amount
from eyebright.core.numbers import Draws
from eyebright.core.wash import WashLink, wash_of

from .formulas import LIBRARY, formula, start, supply
from .heads import head

EXAMPLES = settings(max_examples=30, deadline=None)
SOAP_PLANTS = st.sampled_from(["soapwort", "horse_chestnut", "soapnut", "shikakai", "sidr"])
FORMS = st.sampled_from(["fresh", "whole", "broken", "powder"])
POWDERS = st.sampled_from(["kaolin", "rhassoul", "bentonite_sodium", "oat_flour", "soapwort", "flaxseed"])
WATERS = st.sampled_from(["rain", "very_hard", "distilled"])
OILS = st.sampled_from(["olive_oil", "castor_oil", "coconut_oil", "hemp_seed_oil"])
GRAMS = st.floats(5.0, 120.0)
TIMES = st.floats(1.05, 4.0)
MINUTES = st.floats(0.0, 600.0)
BITS = st.lists(
    st.tuples(
        st.sampled_from(["honey", "buttermilk", "olive_oil", "nettle", "citric_acid", "aloe_gel", "kaolin"]),
        st.floats(1.0, 60.0),
    ),
    max_size=4,
    unique_by=lambda bit: bit[0],
)
NEARLY = 1e-9


def middle(made: Formula) -> Assessment:
    """A formula read with every doubt at its middle: what is shown differs by the luck of the draws."""
    return assess(made, draws=Draws(1))


def lifted(made: Formula) -> float:
    """The share of the scalp's oil that it lifts."""
    return middle(made).lift.scalp.value


def more_of(made: Formula, place: int, times: float) -> Formula:
    """The same with times as much of one line."""
    return made.with_amount(place, made.ingredients[place].amount.value * times)


def bits(chosen: list[tuple[str, float]]) -> list[tuple[Any, ...]]:
    """Further lines."""
    return [(what, amount, "g") for what, amount in chosen]


class NeverMoreThanThereIs(TestCase):
    """No figure, and no end of its range, is above what went in."""

    def test_what_is_drawn_is_in_the_plant(self) -> None:
        for key in starts():
            found = assess(start(key))
            plants = {one.weighed.line.supply.name: one for one in found.preparation.lines}
            for each in found.drawn:
                self.assertLessEqual(each.share.high, 1.0, (key, each.name))
                if each.active is None:
                    continue
                held = getattr(plants[each.name].material, each.what)
                grams = each.active.high * found.yield_ml.high / 100.0
                most = plants[each.name].grams.max() * min(held.high * 1.3, 1.0)
                self.assertLessEqual(grams, max(most, 0.02) * 1.2, (key, each.name))

    def test_oil_that_is_put_on_was_there(self) -> None:
        oil = formula("serum", ("sunflower_oil", 20, "mL"))
        for grams in (1.0, 20.0, 60.0):
            found = wash_of([WashLink(oil, grams=grams)], supply("hard"))
            self.assertLessEqual(found.put_back.high, grams)
            self.assertAlmostEqual(found.results[0].dose.high, grams, delta=1e-6)

    def test_a_share_is_a_share(self) -> None:
        for key in starts():
            found = assess(start(key))
            for figure in (found.lift.scalp, found.lift.lengths):
                self.assertTrue(0.0 <= figure.low <= figure.high <= 1.0, key)

    def test_strained_grain_keeps_what_it_takes_up(self) -> None:
        rice = assess(formula("starch", ("rain", 500, "mL"), ("rice_grain", 100, "g")))
        self.assertLess(rice.kept_back.value, 120.0)

    def test_whole_flowers_give_half_in_a_quarter_of_an_hour(self) -> None:
        lines = (("rain", 500, "mL"), ("chamomile", 10, "g", "whole"))
        steeped = replace(
            formula("herb_mild", *lines), steps=(Step("steep", (1, 2), 15.0, 15.0), Step("strain"))
        )
        self.assertGreater(assess(steeped).drawn[0].share.value, 0.25)


class Properties(TestCase):
    """Drawn at random, within what a kitchen does."""

    @EXAMPLES
    @given(SOAP_PLANTS, FORMS, WATERS, GRAMS, TIMES, st.sampled_from(["saponin_liquor", "saponin_paste"]))
    def test_more_saponin_never_lifts_less(
        self, plant: str, form: str, water: str, grams: float, times: float, family: str
    ) -> None:
        phase = "infused" if family == "saponin_liquor" else "dry"
        made = formula(family, (water, 500, "mL"), (plant, grams, "g", form, phase))
        self.assertGreaterEqual(lifted(more_of(made, 1, times)), lifted(made) - NEARLY)
        shown = [assess(each).lift.scalp.value for each in (more_of(made, 1, times), made)]
        self.assertGreaterEqual(shown[0], shown[1] - 0.005)

    @EXAMPLES
    @given(POWDERS, WATERS, GRAMS, st.floats(20.0, 300.0), TIMES, BITS)
    def test_more_water_never_thickens(
        self, powder: str, water: str, grams: float, ml: float, times: float, more: list[tuple[str, float]]
    ) -> None:
        more = [bit for bit in more if bit[0] != powder]
        made = formula("clay_damp", (water, ml, "mL"), (powder, grams, "g", "", "dry"), *bits(more))
        thin, thick = middle(more_of(made, 0, times)).texture, middle(made).texture
        self.assertGreaterEqual(thin.ratio.value, thick.ratio.value - 1e-6)

    @EXAMPLES
    @given(SOAP_PLANTS, FORMS, MINUTES, MINUTES, st.sampled_from(["soak", "steep", "simmer", "boil"]))
    def test_longer_never_draws_out_less(
        self, plant: str, form: str, least: float, longer: float, how: str
    ) -> None:
        def drawn(minutes: float) -> float:
            steps = (Step(how, (1, 2), minutes, minutes), Step("strain"))
            lines = (("rain", 600, "mL"), (plant, 50, "g", form))
            return middle(formula("saponin_liquor", *lines, steps=steps)).drawn[0].share.value

        self.assertGreaterEqual(drawn(least + longer), drawn(least) - NEARLY)

    @EXAMPLES
    @given(OILS, st.floats(1.0, 40.0), TIMES, st.sampled_from(["soap_wash", "clay_damp", "mask"]))
    def test_more_oil_never_dries_more(self, oil: str, grams: float, times: float, family: str) -> None:
        lines = {
            "soap_wash": (("rain", 200, "mL"), ("paste_soap", 15, "mL")),
            "clay_damp": (("rain", 100, "mL"), ("kaolin", 80, "g")),
            "mask": (("oat_cream", 100, "mL"), ("table_salt", 3, "g")),
        }[family]
        made = formula(family, *lines, (oil, grams, "g"))
        more = more_of(made, 2, times)
        self.assertGreaterEqual(middle(more).balance.tilt.value, middle(made).balance.tilt.value - NEARLY)
        self.assertLessEqual(lifted(more), lifted(made) + NEARLY)

    @EXAMPLES
    @given(WATERS, BITS, st.booleans(), st.booleans())
    def test_colder_never_keeps_shorter(
        self, water: str, more: list[tuple[str, float]], boiled: bool, strained: bool
    ) -> None:
        steps = [Step("boil", (1,))] if boiled else [Step("mix_in", (1,))]
        steps += [Step("strain")] if strained else []
        found = assess(formula("mask", (water, 100, "mL"), *bits(more), steps=tuple(steps)))
        days = [kept.days for kept in found.keeping.places]
        self.assertEqual(days, sorted(days))
        self.assertTrue(all(kept.reason for kept in found.keeping.places))

    @EXAMPLES
    @given(
        st.sampled_from(["lavender_oil", "peppermint_oil", "lemon_oil"]),
        st.integers(1, 60),
        st.sampled_from(["spray", "mask"]),
        st.lists(st.integers(1990, 2025), min_size=2, max_size=2, unique=True),
    )
    def test_a_younger_child_never_gets_more_essential_oil(
        self, oil: str, drops: int, family: str, years: list[int]
    ) -> None:
        made = formula(family, ("rain", 200, "mL"), ("olive_oil", 15, "mL"), (oil, drops, "drop"))

        def given_to(year: int) -> float:
            whom = head({"birth_year": year})
            bench = Workbench(library=LIBRARY, head=whom.facts())
            found = bench.quick(for_head(made, bench).formula)
            return found.scent.percent.value if found.scent else 0.0

        older, younger = (given_to(year) for year in sorted(years))
        self.assertLessEqual(younger, older + 1e-6)

    @EXAMPLES
    @given(st.floats(0.5, 40.0), st.sampled_from(["drop", "mL", "g"]), st.integers(2015, 2023))
    def test_what_is_capped_is_below_its_cap(self, amount: float, unit: str, year: int) -> None:
        whom = head({"birth_year": year})
        bench = Workbench(library=LIBRARY, head=whom.facts())
        made = formula("spray", ("rain", 200, "mL"), ("olive_oil", 15, "mL"), ("lavender_oil", amount, unit))
        found = bench.quick(capped(made, bench)).scent
        self.assertLessEqual(found.percent.value if found else 0.0, (found.cap if found else 0.0) + 1e-9)

    @EXAMPLES
    @given(BITS, st.floats(0.2, 5.0))
    def test_twice_as_much_of_everything_is_the_same_thing(
        self, more: list[tuple[str, float]], times: float
    ) -> None:
        made = formula("mask", ("rain", 100, "mL"), ("oat_flour", 10, "g"), *bits(more))
        lines = [
            replace(line, amount=Amount(line.amount.value * times, line.amount.unit))
            for line in made.ingredients
        ]
        one, other = middle(made), middle(replace(made, ingredients=tuple(lines)))
        self.assertAlmostEqual(one.ph.value, other.ph.value, delta=1e-3)
        self.assertAlmostEqual(one.texture.ratio.value, other.texture.ratio.value, delta=1e-6)
        self.assertEqual(one.keeping, other.keeping)
