"""Labels of bought things: what is read of them, and what it makes of the material that they stand on."""

import tomllib
from pathlib import Path
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.model import Formula, Ingredient, family_of, ready_formula, ready_times
from eyebright.core.materials import (
    Amount,
    Label,
    LabelError,
    Lot,
    doubts_of,
    labelled,
    library,
    material,
    read_label,
)
from eyebright.core.wash import WashLink, wash_of

from .formulas import supply
from .heads import head

LABELS = tomllib.loads(Path(__file__).with_name("labels.toml").read_text("utf-8"))["label"]
SHAMPOO = "Aqua, Sodium Laureth Sulfate, Cocamidopropyl Betaine, Sodium Chloride, Parfum"


def lot(key: str, label: Label | None = None) -> Lot:
    """A bottle of it, with its label."""
    found = labelled(material(key), label)
    return Lot("lot-1", found, found.name, dose=label.dose if label else None)


class Reading(TestCase):
    """Thirty labels as they are pasted."""

    def test_every_label_is_read(self) -> None:
        self.assertGreaterEqual(len(LABELS), 30)
        for row in LABELS:
            with self.subTest(row["text"][:40]):
                label = read_label(row["text"])
                found = labelled(material(row["on"]), label)
                self.assertEqual(
                    label.strength, row.get("strength", label.strength if "strength" not in row else "")
                )
                for name in ("ph", "active"):
                    said = getattr(label, name)
                    if name in row:
                        assert said is not None
                        for mine, wanted in zip(said, row[name], strict=True):
                            self.assertAlmostEqual(mine, wanted, delta=0.01)
                    else:
                        self.assertIsNone(said)
                self.assertEqual(label.dose, row.get("dose"))
                self.assertLessEqual(set(row.get("contains", ())), set(found.contains))
                self.assertLessEqual(set(row.get("may", ())), set(found.may_contain))
                self.assertLessEqual(set(row.get("hazards", ())), set(found.hazards))
                if "unread" in row:
                    self.assertEqual(list(label.read.unread), row["unread"])
                if "share" in row:
                    assert found.surfactant
                    self.assertAlmostEqual(found.surfactant.mid, row["share"][1], delta=0.002)

    def test_what_nobody_knows_is_kept_and_said(self) -> None:
        label = read_label("Ingredients: Aqua, Sodium Laureth Sulfate, Fernium Obscurum Extract")
        self.assertIn("Fernium Obscurum Extract", label.ingredients)
        self.assertIn("not checked: Fernium", " ".join(doubts_of(material("shampoo_ordinary"), label)))

    def test_brackets_percent_and_stars(self) -> None:
        text = (
            "Aqua (Water), *Sodium Laureth Sulfate [12 %], Parfum (Limonene, Linalool)*, "
            "Rosmarinus Officinalis (Rosemary) Leaf Oil**"
        )
        read = Label(ingredients=text).read
        self.assertEqual(read.unread, ())
        self.assertEqual(read.every[1].percent, 12.0)
        self.assertIn("convulsant_leaf", {name for each in read.every for name in each.hazards})

    def test_lines_of_a_packet_are_not_parts_of_its_list(self) -> None:
        wrapped = (
            "Aqua, Sodium Laureth\nSulfate, Cocamido-\npropyl Betaine, "
            "Coco-\nGlucoside, Sodium\nChloride, Parfum"
        )
        self.assertEqual(Label(ingredients=wrapped).read.unread, ())
        self.assertEqual(len(Label(ingredients=wrapped).read.every), 6)
        self.assertEqual(len(Label(ingredients=wrapped.replace("\n", "").replace(", ", "\n")).read.every), 6)

    def test_what_cannot_be_is_said(self) -> None:
        for text, words in (("Shampoo, pH 15", "0 to 14"), ("x" * 13_000, "paste the label alone")):
            with self.assertRaisesRegex(LabelError, words):
                read_label(text)

    def test_a_label_of_four_hundred_words(self) -> None:
        text = f"Ingredients: {', '.join([SHAMPOO] * 50)}"
        self.assertEqual(len(read_label(text).read.every), 5)


class Narrowed(TestCase):
    """What a label makes of a bottle: narrower, and never milder than it says."""

    def test_a_label_narrows_and_without_one_it_stays_wide(self) -> None:
        plain = material("shampoo_ordinary")
        label = Label(ph=(5.3, 5.7), active=(11.0, 13.0), ingredients=SHAMPOO)
        narrow = labelled(plain, label)
        assert plain.surfactant and narrow.surfactant
        self.assertLess(
            narrow.surfactant.high - narrow.surfactant.low, plain.surfactant.high - plain.surfactant.low
        )
        self.assertIs(labelled(plain, None), plain)
        self.assertEqual(doubts_of(plain, label), ())
        self.assertEqual(len(doubts_of(plain, None)), 3)

    def test_a_list_settles_what_a_list_names(self) -> None:
        narrow = labelled(material("shampoo_ordinary"), Label(ingredients=SHAMPOO))
        self.assertEqual(narrow.may_contain, ())
        self.assertEqual(set(narrow.contains), {"betaine", "fragrance"})
        nuts = labelled(
            material("hair_mask_bought"), Label(ingredients="Aqua, Glycerin, Cetyl Alcohol, Fernium Obscurum")
        )
        self.assertEqual(nuts.may_contain, ("nuts",))  # what was not read could be one
        mostly = labelled(material("hair_mask_bought"), Label(ingredients="Aqua, Fernium Obscurum"))
        self.assertIn("fragrance", mostly.may_contain)  # a list half unread settles nothing

    def test_what_is_sold_to_wash_is_not_believed_to_wash_nothing(self) -> None:
        text = "Ingredients: Aqua, Cetearyl Alcohol, Behentrimonium Chloride, Glycerin"
        plain, label = material("shampoo_ordinary"), read_label(text)
        self.assertEqual(labelled(plain, label).surfactant, plain.surfactant)
        self.assertIn("is it a conditioner?", " ".join(doubts_of(plain, label)))
        cowash = labelled(material("cowash"), label).surfactant
        assert cowash and material("cowash").surfactant
        self.assertLess(cowash.high, 0.01)

    def test_it_comes_back_as_it_was_kept(self) -> None:
        label = Label((5.0, 6.0), "mild", (7.0, 9.0), 6.0, SHAMPOO)
        self.assertEqual(Label.of(label.kept()), label)
        self.assertEqual(Label().kept(), {})


class InAWash(TestCase):
    """A bought shampoo stands in a wash as it comes from its bottle."""

    def test_strength_decides_what_is_lifted(self) -> None:
        lifts = []
        for key in ("cowash", "shampoo_baby", "shampoo_mild", "shampoo_ordinary", "shampoo_clarifying"):
            formula = ready_formula(lot(key))
            assert formula is not None
            lifts.append(wash_of([WashLink(formula)], supply("hard")).scalp_lift.value)
        self.assertEqual(lifts, sorted(lifts))
        self.assertLess(lifts[0], 0.5)
        self.assertGreater(lifts[-1], 0.7)

    def test_a_usual_shampoo_lifts_what_a_usual_shampoo_lifts(self) -> None:
        formula = ready_formula(lot("shampoo_ordinary"))
        assert formula is not None
        found = wash_of([WashLink(formula)], supply("hard"))
        self.assertGreater(found.scalp_lift.high, 0.8)
        self.assertGreater(found.scalp_lift.high - found.scalp_lift.low, 0.1)
        self.assertAlmostEqual(found.results[0].dose.value, 6.0, delta=2.5)

    def test_the_dose_on_its_label_is_the_dose(self) -> None:
        twice = lot("shampoo_ordinary", Label(dose=12.0))
        self.assertAlmostEqual(
            ready_times(twice) / ready_times(lot("shampoo_ordinary", Label(dose=6.0))), 2.0
        )
        self.assertEqual(ready_times(lot("shampoo_ordinary")), 1.0)

    def test_an_allergen_on_the_label_stops_the_wash(self) -> None:
        whom = head({"allergies": ["betaine"]}).facts()
        without, named = lot("shampoo_ordinary"), lot("shampoo_ordinary", Label(ingredients=SHAMPOO))
        said = {}
        for name, bottle in (("without", without), ("named", named)):
            formula = ready_formula(bottle)
            assert formula is not None
            wash = wash_of([WashLink(formula)], supply("hard"), head=whom)
            said[name] = {each.id: each.level for each in wash.cautions}
        self.assertEqual(said["named"]["allergy"], "stop")
        self.assertEqual(said["without"]["allergy-maybe"], "warning")

    def test_medicines_go_by_their_leaflet_and_alone(self) -> None:
        formula = ready_formula(lot("shampoo_medicated"))
        assert formula is not None
        self.assertIn("leaflet", {each.id for each in assess(formula).cautions})
        self.assertNotIn("leaflet-mixed", {each.id for each in assess(formula).cautions})

    def test_a_bottle_is_preserved_and_what_it_is_thinned_into_is_not(self) -> None:
        formula = ready_formula(lot("shampoo_ordinary"))
        assert formula is not None
        self.assertNotIn("spoils", {each.id for each in assess(formula).cautions})
        powder = ready_formula(lot("dry_shampoo"))
        assert powder is not None
        self.assertNotIn("mill-allergy", {each.id for each in assess(powder).cautions})
        lines = (
            Ingredient(1, supply("soft"), Amount(200.0, "mL"), "liquid"),
            Ingredient(2, lot("shampoo_ordinary"), Amount(20.0, "mL"), "liquid"),
        )
        thinned = Formula("Thinned", family_of("herb_mild"), lines)
        self.assertIn("spoils", {each.id for each in assess(thinned).cautions})

    def test_every_ready_thing_can_be_washed_with(self) -> None:
        ready = [each for each in library().values() if each.ready]
        self.assertGreaterEqual(len(ready), 12)
        for each in ready:
            with self.subTest(each.key):
                formula = ready_formula(Lot("lib", each, each.name))
                assert formula is not None
                wash_of([WashLink(formula)], supply("hard"))
