"""Materials of the household's own, and rows of the library that it corrects."""

from unittest import TestCase

from eyebright.core.chemistry import neat_ph
from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import Formula, Ingredient, default_phase, family_of
from eyebright.core.materials import (
    Amount,
    Lot,
    Material,
    MaterialError,
    Slurry,
    believable,
    corrected,
    material,
    own_material,
    property_table,
)

from .formulas import supply


def mixed(stuff: Material, family: str = "herb_mild", grams: float = 10.0) -> Formula:
    """So many g of it in 200 mL of distilled water."""
    found = family_of(family)
    each = Lot("lot-1", stuff, stuff.name)
    return Formula(
        "Trial",
        found,
        (
            Ingredient(1, supply("distilled"), Amount(200.0, "mL"), "liquid"),
            Ingredient(2, each, Amount(grams, stuff.unit), default_phase(each, found), stuff.form),
        ),
    )


class Own(TestCase):
    """Every property that a row of the library can have can be given."""

    def test_each_answer_is_the_figure(self) -> None:
        figures = {"spoonful": 1.5, "tannin": 8, "mucilage": 5, "keeps_days": 90, "water_uptake": 4}
        said = {"smell": "hay", "latin": "Fernium Obscurum", "stain": "darkens", "also": ["lock fern"]}
        own = own_material("own-1", "Lock fern", "leaf", {**figures, **said, "pieces": {"frond": 0.4}})
        assert own.density and own.tannin and own.mucilage
        self.assertAlmostEqual(own.density.mid, 0.3)
        self.assertAlmostEqual(own.tannin.mid, 0.08)
        self.assertLess(own.mucilage.low, 0.05)
        self.assertEqual(
            (own.keeps_days, own.smell, own.stain, own.latin), (90, "hay", "darkens", said["latin"])
        )
        self.assertEqual((own.counted, own.weights["frond"].mid), ("frond", 0.4))
        self.assertNotIn("tannin", own.guessed)
        self.assertIn("oil_uptake", own.guessed)

    def test_a_bought_thing_is_taken_for_what_its_name_says(self) -> None:
        shampoo = own_material("own-1", "Salon repair shampoo", "bought", {})
        plain = material("shampoo_ordinary").surfactant
        assert shampoo.surfactant and plain
        self.assertEqual(shampoo.ready, "shampoo")
        self.assertLess(shampoo.surfactant.low, plain.low)
        self.assertGreater(shampoo.surfactant.high, plain.high)
        for name, ready in (("Lock-side purple conditioner", "conditioner"), ("Lock-side stuff", "")):
            self.assertEqual(own_material("own-1", name, "bought", {}).ready, ready)
        said = own_material("own-1", "Salon repair shampoo", "bought", {"surfactant": 8}).surfactant
        assert said
        self.assertAlmostEqual(said.mid, 0.08)

    def test_what_is_given_narrows_the_answer(self) -> None:
        wide = own_material("own-1", "Lock root", "saponin plant", {})
        narrow = own_material("own-1", "Lock root", "saponin plant", {"saponin": 8})
        spans = []
        for stuff in (wide, narrow):
            lift = assess(mixed(stuff, "saponin_liquor", 40.0)).lift.scalp
            spans.append(lift.high - lift.low)
        self.assertLess(spans[1], spans[0])

    def test_no_answer_passes_the_whole(self) -> None:
        own = own_material("own-1", "Bar", "surfactant", {"surfactant": 95})
        assert own.surfactant
        self.assertLessEqual(own.surfactant.high, 1.0)

    def test_every_property_says_what_it_changes_and_what_cannot_be(self) -> None:
        for one in property_table().values():
            with self.subTest(one.key):
                kind = next(kind for kind in ("leaf", "oil", "essential oil") if one.concerns(kind))
                self.assertTrue(one.changes and one.ask)
                self.assertEqual(one.amiss(one.most * 1.5, kind), one.wrong)

    def test_a_density_that_no_leaf_has_is_refused(self) -> None:
        self.assertFalse(believable("leaf", 3.0))
        self.assertIn("Leaf", property_table()["spoonful"].amiss(12.0, "leaf"))
        self.assertEqual(property_table()["spoonful"].amiss(1.5, "leaf"), "")

    def test_it_may_hold_what_its_packet_does_not_say(self) -> None:
        own = own_material("own-1", "Seed bar", "bought", {}, ["seeds"], may_contain=["nuts"])
        self.assertEqual((own.contains, own.may_contain), (("seeds",), ("nuts",)))


class Corrected(TestCase):
    """A row of the library as a household has it."""

    def test_only_what_differs_is_its_own(self) -> None:
        plain, ours = material("nettle"), corrected("nettle", {"ph": 6.2, "tannin": 4})
        assert isinstance(plain.side, Slurry) and isinstance(ours.side, Slurry)
        self.assertAlmostEqual(ours.side.ph.mid, 6.2)
        self.assertEqual(ours.side.buffer, plain.side.buffer)
        self.assertEqual((ours.name, ours.also, ours.weights), (plain.name, plain.also, plain.weights))
        self.assertIn("corrected here: ph, tannin", ours.source)

    def test_a_strength_and_a_ph_stand_in_the_place_of_the_rows_own(self) -> None:
        strong = corrected("cider_vinegar", {"strength": 8})
        assert strong.strength
        self.assertAlmostEqual(strong.strength.mid, 8.0)
        read = corrected("cider_vinegar", {"ph": 3.4})
        self.assertAlmostEqual(neat_ph(read.contribution).value, 3.4, delta=0.1)

    def test_what_it_holds_comes_on_top_and_nothing_is_taken_away(self) -> None:
        ours = corrected("oat_flour", {}, ["nuts"], ["stains"], ["dairy"], ["cereals"])
        plain = material("oat_flour")
        self.assertLessEqual({*plain.contains, "nuts"}, set(ours.contains))
        self.assertLessEqual({*plain.hazards, "stains"}, set(ours.hazards))
        self.assertEqual(set(ours.may_contain), {"dairy"})

    def test_what_never_goes_on_a_head_stays_so(self) -> None:
        self.assertTrue(corrected("lye_sodium", {"ph": 7}).refuse)
        with self.assertRaises(MaterialError):
            corrected("moonshine", {})
