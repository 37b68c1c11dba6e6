"""The check of sense over every row of the library: what an expert would look at first."""

from pathlib import Path
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.exchange import read_line
from eyebright.core.formulas.model import families, own_form
from eyebright.core.heads import record_tables
from eyebright.core.materials import (
    Evidence,
    Label,
    Material,
    Recogniser,
    believable,
    hazard_table,
    kinds,
    labelled,
    library,
    own_material,
    property_table,
    refused_by_name,
    rows,
    words,
)
from eyebright.core.rules import asked_of
from eyebright.core.wash import WashLink, wash_of

from .formulas import formula, supply
from .jugs import line, question
from .written_lines import empty_kitchen

KITCHEN = empty_kitchen()
# Hazards that a fact stands for: the fact that tells of each, and how a little of it is put into a formula.
NAMES = Path(__file__).with_name("dangerous_names.txt").read_text("utf-8")
DANGEROUS = [name for name in NAMES.splitlines() if name and not name.startswith("#")]
BY_FACT = {
    "dust": ("powder", ("saponin_paste", ("distilled", 100, "mL"), ("horse_chestnut", 30, "g"))),
    "irritant": ("irritant", ("juice", ("distilled", 50, "mL"), ("papaya", 20, "mL"))),
    "stings_fresh": ("irritants", ("mask", ("nettle", 20, "g", "fresh"), ("yoghurt", 80, "mL"))),
    "abrasive": ("abrasive", ("scrub", ("table_salt", 60, "g"), ("honey", 10, "mL"))),
    "coarse": ("coarse", ("scrub", ("sea_salt", 60, "g"), ("honey", 10, "mL"))),
    "sun": ("sun_percent", ("acid_rinse", ("distilled", 50, "mL"), ("lime_juice", 10, "mL"))),
    "stains": ("tannin", ("herb_mild", ("distilled", 200, "mL"), ("turmeric", 10, "g"))),
    "alkaline": ("alkaline", ("soap_wash", ("distilled", 100, "mL"), ("paste_soap", 10, "mL"))),
    "soap": ("soap_percent", ("soap_wash", ("distilled", 100, "mL"), ("paste_soap", 10, "mL"))),
    "scented": ("scented", ("serum", ("olive_oil", 20, "mL"), ("lavender_oil", 2, "drop"))),
    "soda": ("soda_percent", ("alkaline_wash", ("distilled", 200, "mL"), ("baking_soda", 5, "g"))),
    "paste": ("paste", ("clay_damp", ("distilled", 40, "mL"), ("kaolin", 50, "g"))),
    "for_babies": ("plain", ("shampoo", ("shampoo_baby", 50, "mL"))),
    "strong_alkali": ("ph_high", ("alkaline_wash", ("distilled", 200, "mL"), ("washing_soda", 5, "g"))),
    "mineral acid": ("acid_in_it", ("acid_rinse", ("distilled", 200, "mL"), ("mineral_acids", 5, "mL"))),
    "latex": ("contains", ("mask", ("banana", 50, "mL"))),
}


def spoken(material: Material) -> list[str]:
    """Every name of a material, but the botanical one."""
    return [material.name, *material.also]


class Rows(TestCase):
    """Each row by itself."""

    def test_there_are_enough_and_of_every_kind(self) -> None:
        self.assertGreaterEqual(len(library()), 300)
        kept = {each.kind for each in library().values()}
        self.assertEqual(set(kinds()) - kept, {"some powder"} - kept)

    def test_every_range_is_one(self) -> None:
        def ranges(row: object) -> list[list[float]]:
            if isinstance(row, dict):
                return [found for each in row.values() for found in ranges(each)]
            if isinstance(row, list) and len(row) == 3 and all(isinstance(each, float | int) for each in row):
                return [row]
            return []

        for row in rows():
            with self.subTest(row["key"]):
                for low, middle, high in ranges(row):
                    self.assertLessEqual(low, middle)
                    self.assertLessEqual(middle, high)

    def test_it_weighs_what_its_kind_can(self) -> None:
        for each in library().values():
            with self.subTest(each.key):
                assert each.density
                if each.kind != "never":
                    self.assertTrue(believable(each.kind, each.density.low), each.density)
                    self.assertTrue(believable(each.kind, each.density.high), each.density)

    def test_its_figures_are_ones_that_could_be_typed(self) -> None:
        for each in library().values():
            for one in property_table().values():
                held = getattr(each, one.of)
                if not held or not one.concerns(each.kind, each.unit):
                    continue
                with self.subTest(f"{each.key} {one.key}"):
                    middle = getattr(held, "mid", held) / one.times
                    self.assertGreaterEqual(middle, one.least)
                    self.assertLessEqual(middle, one.most)

    def test_an_oil_takes_up_no_water_and_a_powder_does(self) -> None:
        for each in library().values():
            with self.subTest(each.key):
                if each.kind in ("oil", "butter", "essential oil"):
                    self.assertIsNone(each.water_uptake)
                    self.assertIsNone(each.saponin)
                if each.kind in ("clay", "flour", "starch", "gum", "seaweed"):
                    self.assertIsNotNone(each.water_uptake)
                if each.water_uptake and each.kind == "clay":
                    self.assertLessEqual(each.water_uptake.high, 12.0)

    def test_what_it_points_at_exists(self) -> None:
        allergens = {choice.key for choice in record_tables().questions["allergies"].choices}
        for each in library().values():
            with self.subTest(each.key):
                self.assertLessEqual({*each.contains, *each.may_contain}, allergens)
                self.assertEqual(set(each.contains) & set(each.may_contain), set())
                self.assertLessEqual(set(each.hazards), set(hazard_table()))
                self.assertTrue(not each.ready or each.ready in families())
                self.assertTrue(not each.counted or each.counted in each.weights)
                self.assertTrue(not each.form or own_form(each) == each.form)
                self.assertTrue(not each.own_cap or "scented" in each.hazards)
                self.assertTrue(not each.sun_cap or "sun" in each.hazards)
                self.assertGreater(len(each.source), 5)

    def test_pieces_are_lighter_than_handfuls(self) -> None:
        for each in library().values():
            with self.subTest(each.key):
                whole = each.weights.get("handful")
                for name in ("leaf", "pod", "shell", "tear"):
                    if whole and name in each.weights:
                        self.assertLess(each.weights[name].mid, whole.mid)

    def test_acids_are_sour_and_soaps_are_not(self) -> None:
        for each in library().values():
            with self.subTest(each.key):
                side = getattr(each.side, "ph", None)
                if "soap" in each.hazards and side is not None:
                    self.assertGreater(side.mid, 9.0)
                if each.kind in ("vinegar", "wine", "acid syrup") and side is not None:
                    self.assertLess(side.mid, 4.5)

    def test_most_are_known_in_more_than_one_tongue(self) -> None:
        plants = [each for each in library().values() if each.kind in ("leaf", "flower", "root", "bark")]
        self.assertGreater(sum(len(each.also) >= 2 for each in plants) / len(plants), 0.85)


class Hazards(TestCase):
    """Every word of a hazard is read."""

    def test_every_hazard_is_read_by_a_rule_or_stands_behind_a_fact(self) -> None:
        said = {*asked_of("hazards"), *(each for pair in asked_of("one_holds") for each in pair.split(" + "))}
        self.assertEqual(set(hazard_table()) - said - set(BY_FACT) - {"treatment"}, set())

    def test_a_treatment_may_hold_what_nothing_else_may(self) -> None:
        lye = Label(ingredients="Aqua, Petrolatum, Cetearyl Alcohol, Sodium Hydroxide")
        for key in ("relaxer", "hair_mask_bought"):
            plain = library()[key]
            self.assertEqual("treatment" in plain.hazards, not labelled(plain, lye).refuse, key)

    def test_the_facts_that_stand_for_hazards_tell_of_them(self) -> None:
        for hazard, (fact, lines) in BY_FACT.items():
            with self.subTest(hazard):
                found = assess(formula(*lines)).facts
                self.assertTrue(found[fact], found[fact])

    def test_every_hazard_says_something_on_a_page(self) -> None:
        for each in hazard_table().values():
            self.assertTrue(each.says.endswith("."), each.key)


class Names(TestCase):
    """A name means one thing, or it is asked."""

    def test_a_name_of_two_rows_is_always_asked(self) -> None:
        of: dict[str, set[str]] = {}
        for each in library().values():
            for name in spoken(each):
                of.setdefault(" ".join(words(name)), set()).add(each.key)
        several = {name: keys for name, keys in of.items() if len(keys) > 1}
        recogniser = Recogniser()
        for name in several:
            with self.subTest(name):
                self.assertIsNone(recogniser.recognise(words(name), Evidence(essential=True)).taken)

    def test_every_row_is_found_by_its_own_name(self) -> None:
        recogniser = Recogniser()
        for each in library().values():
            with self.subTest(each.key):
                found = recogniser.recognise(words(each.name), Evidence(essential=True))
                here = [meaning.what for meaning in (found.taken, *found.nearest) if meaning]
                self.assertIn(each.key, here)


class Kept(TestCase):
    """What an earlier version wrote still opens."""

    def test_every_key_that_data_may_name_is_still_a_row(self) -> None:
        text = Path(__file__).with_name("older_keys.txt").read_text("utf-8")
        keys = {key for line in text.splitlines() if not line.startswith("#") for key in line.split()}
        self.assertGreater(len(keys), 130)
        self.assertEqual(keys - set(library()), set())


class Refused(TestCase):
    """What never goes on a head is stopped, whatever it is called and wherever it is put."""

    def test_in_every_name_as_one_of_ones_own(self) -> None:
        for each in library().values():
            for name in spoken(each) if each.refuse else ():
                with self.subTest(name):
                    self.assertTrue(own_material("own-1", name, "some liquid", {}).refuse)
                    self.assertIsNotNone(refused_by_name(name.upper()))

    def test_what_is_dangerous_in_its_own_tongue_is_never_offered_as_harmless(self) -> None:
        """Each of 290 names offers what is refused; nearly all are refused as one of one's own, too."""
        recogniser, stopped = Recogniser(), 0
        for name in DANGEROUS:
            with self.subTest(name):
                found = recogniser.recognise(words(name), Evidence())
                offered = [each.what for each in (found.taken, *found.nearest) if each]
                refused = any(library()[what].refuse for what in offered if what in library())
                self.assertTrue(refused or not offered, offered)
                stopped += refused_by_name(name) is not None
        self.assertGreater(stopped / len(DANGEROUS), 0.9)

    def test_as_makers_call_them(self) -> None:
        """With other words around, or by another everyday name; and what only sounds like one is let be."""
        stopped = (
            "auntie's bleaching powder",
            "drain pearls",
            "quick lime putty",
            "camphorated oil",
            "boracic acid",
            "kali mehendi",
            "spirits of salt",
            "limescale remover",
            "fly killer",
            "cinnamon bark essential oil",
            "deadly nightshade",
            "oil of hyssop",
        )
        for name in stopped:
            with self.subTest(name):
                self.assertIsNotNone(refused_by_name(name))
        for name in (
            "petroleum jelly",
            "white spirit vinegar",
            "paraffin oil",
            "lye-free soap",
            "borage tea",
            "tartar",
        ):
            with self.subTest(name):
                self.assertIsNone(refused_by_name(name))

    def test_in_every_name_as_a_written_line(self) -> None:
        for each in library().values():
            for name in spoken(each) if each.refuse else ():
                with self.subTest(name):
                    found = read_line(f"20 g {name}", KITCHEN)
                    keys = [one.material.key for one in found.found if one.material]
                    self.assertIn(each.key, keys)
                    self.assertTrue(not found.sure or keys[0] == each.key)

    def test_in_a_jug_on_the_bench_and_in_a_wash(self) -> None:
        from eyebright.core.mix import work_out

        for each in library().values():
            if not each.refuse:
                continue
            with self.subTest(each.key):
                unit = each.unit
                made = formula("acid_rinse", ("distilled", 200, "mL"), (each.key, 10, unit))
                self.assertIn("refused", {said.id for said in assess(made).cautions if said.level == "stop"})
                washed = wash_of([WashLink(made)], supply("distilled")).cautions
                self.assertIn("refused", {said.id for said in washed if said.level == "stop"})
                jug = work_out(question(line("distilled", how="fill"), line(each.key, 10.0, unit), aim=None))
                self.assertIn("refused", {said.id for said in jug.cautions if said.level == "stop"})
