"""Lines and recipes as people write them: understood, or asked about, and nothing lost."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from eyebright.core.formulas.exchange import Kitchen, ParsedLine, parse_row, read_line, read_recipe
from eyebright.core.formulas.model import TILL, families
from eyebright.core.materials import Lot, Meaning, OwnSpoon, Recogniser, kit, library

from .written_lines import corpus, empty_kitchen, judged, read, supply

UNSURE = (
    "half a level teaspoon of citric acid per litre", "two heads", "3 spoons of strong something acid",
    "10 g of black soda", "a spoon of white powder", "1 cup of mad honey water",
)  # fmt: skip
LEAST_RIGHT, LEAST_LINES = 0.97, 500
KITCHEN = empty_kitchen()


def line(text: str, kitchen: Kitchen = KITCHEN) -> ParsedLine:
    """One line, read in a kitchen with nothing on its shelf unless another is given."""
    return read_line(text, kitchen)


def with_shelf(*lots: tuple[str, str], spoons: tuple[OwnSpoon, ...] = ()) -> Kitchen:
    """A kitchen with some lots on its shelf: (material, name of the lot)."""
    shelf = {f"lot-{i}": Lot(f"lot-{i}", library()[key], name) for i, (key, name) in enumerate(lots)}
    named = [(Meaning(lot.material.key, lot.material.kind, lot.key), (lot.name,)) for lot in shelf.values()]
    return Kitchen(
        Recogniser(named), lambda meaning: shelf.get(meaning.key) or supply(meaning), kit("metric", spoons)
    )


class Offered(TestCase):
    """What is asked about where a name is not sure."""

    def test_what_is_never_put_on_a_head_comes_after_all_that_may_be(self) -> None:
        several = 0
        for text in UNSURE:
            found = line(text).found
            never = [bool(each.material and each.material.refuse) for each in found]
            several += len(set(never)) > 1
            self.assertEqual(never, sorted(never), text)
        self.assertGreater(several, 0)


class Corpus(TestCase):
    """Many hands, many tongues."""

    def test_nearly_all_is_read_right_and_nothing_wrong_in_silence(self) -> None:
        lines = [(written, judged(written, read(written, KITCHEN))) for written in corpus()]
        wrong = [f"{written.text!r}: {found.says}" for written, found in lines if not found.right]
        silent = [
            f"{written.text!r}: {found.says}" for written, found in lines if found.silent and not found.right
        ]
        self.assertGreaterEqual(len(lines), LEAST_LINES)
        self.assertEqual(silent, [])
        self.assertGreaterEqual(1 - len(wrong) / len(lines), LEAST_RIGHT, wrong)


class OneLine(TestCase):
    """What one line comes to, and what it asks."""

    def test_a_range_is_kept(self) -> None:
        found = line("15–30 drops lavender essential oil").amount
        assert found is not None
        self.assertEqual((found.value, found.written), (22.5, "15–30"))
        heaped = line("2 heaped tbsp rhassoul").amount
        assert heaped is not None
        self.assertLess(heaped.low, 1.0)
        self.assertGreater(heaped.high, 1.0)

    def test_what_is_asked_offers_the_likeliest(self) -> None:
        for text, offered in (
            ("1 tbsp lavender oil", "lavender_oil"),
            ("2 tbsp lime", "linden"),
            ("bentonite 3 tbsp", "bentonite_calcium"),
            ("vanilla honey", "honey"),
        ):
            with self.subTest(text):
                found = line(text)
                self.assertFalse(found.sure)
                self.assertIn(f"lib-{offered}", [each.key for each in found.found[:3]])
                self.assertTrue(found.problem)

    def test_a_strength_that_is_said_is_used_or_told(self) -> None:
        for text, key, strength, told in (
            ("500 ml white vinegar 6 %", "lib-spirit_vinegar@6", 6.0, ""),
            ("50 ml apple cider vinegar at 4.5 %", "lib-cider_vinegar@4.5", 4.5, ""),
            ("100 ml spirit vinegar 12 %", "lib-cleaning_vinegar@12", 12.0, ""),
            ("50 ml apple cider vinegar 4.7654 %", "lib-cider_vinegar@4.77", 4.77, ""),
            ("20 ml vinegar essence 24 %", "lib-vinegar_essence_25@24", 24.0, ""),
            ("30 ml vodka 54 %", "lib-vodka", None, "taken at its usual strength"),
            ("100 ml milk 3.5 % fat", "lib-milk", None, "says 3.5 %"),
        ):
            with self.subTest(text):
                read_so = line(text)
                taken = read_so.found[0]
                assert isinstance(taken, Lot)
                self.assertEqual((taken.key, taken.strength), (key, strength))
                self.assertEqual(taken.name.count("%"), int(strength is not None), taken.name)
                self.assertIn(told, "; ".join(read_so.notes))
        asked = line("30 ml vinegar 6 % acidity")
        self.assertFalse(asked.sure)
        self.assertIn("lib-spirit_vinegar@6", [each.key for each in asked.found])
        own = line("30 ml kitchen vinegar 8 %", with_shelf(("spirit_vinegar", "kitchen vinegar")))
        self.assertEqual(own.found[0].key, "lib-cleaning_vinegar@8")
        own = line("30 ml kitchen vinegar 7 %", with_shelf(("spirit_vinegar", "kitchen vinegar")))
        self.assertEqual(own.found[0].key, "lot-0")
        self.assertIn("on your shelf is taken as 5 %", "; ".join(own.notes))

    def test_a_slip_of_the_pen_is_told(self) -> None:
        found = line("2 tbsp rhasoul")
        self.assertEqual(found.found[0].key, "lib-rhassoul")
        self.assertIn("“rhasoul” read as “rhassoul”", found.notes)

    def test_what_is_said_of_the_water_is_kept(self) -> None:
        self.assertEqual(line("500 ml warm filtered water").notes, ("warm filtered",))

    def test_the_problem_says_what_is_missing(self) -> None:
        for text, field, words in (
            ("3 g moon dust", "supply_key", "moon dust"),
            ("5 drops kaolin", "unit", "Drops of Kaolin?"),
            ("a sprig of honey", "unit", "“sprig” of Honey?"),
            ("soapwort root", "amount", "How much Soapwort root?"),
            ("40 g", "supply_key", "There is no name"),
            ("1/0 cup honey", "amount", "nothing can be shared among none"),
            ("1,234 g kaolin", "amount", "could be 1234 or 1.234"),
            ("1 cup (60 ml) water", "amount", "1 cup or 60 ml?"),
            ("fill up to 500 ml with water", "amount", "Up to so much in all"),
            ("🍋🍋", "supply_key", "There is no name"),
        ):
            with self.subTest(text):
                found = line(text)
                self.assertEqual(found.field, field)
                self.assertIn(words, found.problem)

    def test_the_habit_of_the_household_reads_a_thousand(self) -> None:
        comma = Kitchen(KITCHEN.recogniser, KITCHEN.supply, KITCHEN.kit, "comma")
        for text, kitchen, grams in (
            ("1.234 g kaolin", comma, 1234.0),
            ("1,234 g kaolin", comma, 1.234),
            ("1,5 g kaolin", KITCHEN, 1.5),
            ("1,234.5 g kaolin", KITCHEN, 1234.5),
        ):
            with self.subTest(text):
                amount = line(text, kitchen).amount
                assert amount is not None
                self.assertEqual(amount.value, grams)


class OnTheShelf(TestCase):
    """What stands there is evidence."""

    def test_one_vinegar_at_hand_is_the_vinegar(self) -> None:
        found = line("2 tbsp vinegar", with_shelf(("malt_vinegar", "Brown jar")))
        self.assertEqual((found.found[0].key, found.problem), ("lot-0", ""))

    def test_two_are_asked_about_and_come_first(self) -> None:
        found = line("2 tbsp vinegar", with_shelf(("malt_vinegar", "Brown"), ("fruit_vinegar", "Pink")))
        self.assertFalse(found.sure)
        self.assertEqual([each.key for each in found.found[:2]], ["lot-0", "lot-1"])

    def test_the_household_s_own_name_for_it(self) -> None:
        found = line("3 tbsp canal clay", with_shelf(("kaolin", "Canal clay")))
        self.assertEqual(found.found[0].key, "lot-0")

    def test_an_oil_at_hand_is_no_reason_to_take_it_for_the_leaf(self) -> None:
        found = line("2 tbsp rosemary", with_shelf(("rosemary_oil", "Rosemary")))
        self.assertEqual(found.found[0].key, "lib-rosemary")

    def test_lime_is_asked_whatever_stands_there(self) -> None:
        self.assertFalse(line("2 tbsp lime", with_shelf(("lime_juice", "Bottled lime juice"))).sure)

    def test_the_household_s_own_scoop(self) -> None:
        own = with_shelf(spoons=(OwnSpoon("spoon-4", "tin lid", 30.0),))
        found = line("2 tin lid kaolin", own)
        self.assertEqual((found.unit, found.problem), ("spoon-4", ""))


class Recipes(TestCase):
    """Whole recipes, pasted."""

    RECIPE = """Grandmother's lock-gate mask

## Ingredients
- 3 tbsp rhassoul clay
• a cup and a half of warm water
[x] salt and sugar, 1 tsp each
1. 2 tbsp honey
For the rinse: 250 ml water + 1 tbsp cider vinegar
-----
Method
1. Mix the clay with the water until smooth.
2. Leave on for ten minutes.
"""

    def test_lines_headings_and_method_are_told_apart(self) -> None:
        found = read_recipe(self.RECIPE, KITCHEN)
        self.assertEqual(
            [each.found[0].key.partition("-")[2] for each in found.lines],
            ["rhassoul", "unknown", "table_salt", "white_sugar", "honey", "unknown", "cider_vinegar"],
        )
        self.assertEqual([each.problem for each in found.lines], [""] * 7)
        self.assertEqual([each.kind for each in found.passages], ["heading"] * 4 + ["method"] * 2)

    def test_recipes_as_they_are_passed_on(self) -> None:
        for text, keys in (
            (
                "My Sunday soapnut liquor!! (makes 2 washes)\nWhat you need\n8-10 soapnuts (no seeds)\n"
                "a handful shikakai, broken up\n1 litre water\nHow to make it\n"
                "Soak everything overnight. Then simmer 20 mins, cool, mash and strain twice.\n"
                "Then rinse with:\n1 tbsp ACV in 500 ml cold water\nNotes: eyes shut!! it stings",
                ["soapnut", "shikakai", "unknown", "cider_vinegar", "unknown"],
            ),
            (
                "Masque au ghassoul (pour 1 fois)\n- 3 c. à soupe de ghassoul\n- 1 yaourt nature\n"
                "- 1 c. à c. d'huile d'argan\n\nPréparation\n1. Mélanger le tout au fouet.",
                ["rhassoul", "yoghurt", "argan_oil"],
            ),
            (
                "Roggenmehl-Shampoo\nZutaten:\n4 gehäufte EL Roggenmehl\nca. 150 ml lauwarmes Wasser\n"
                "Zubereitung:\nAlles glatt rühren. 10 Minuten quellen lassen.",
                ["rye_flour", "unknown"],
            ),
        ):
            with self.subTest(text[:20]):
                found = read_recipe(text, KITCHEN)
                self.assertEqual([each.found[0].key.partition("-")[2] for each in found.lines], keys)
                self.assertEqual([each.problem for each in found.lines], [""] * len(keys))

    def test_what_is_too_much_at_once_is_given_back(self) -> None:
        text = "\n".join(f"{i + 1} g kaolin" for i in range(5000))
        found = read_recipe(text, KITCHEN, 60)
        self.assertEqual(len(found.lines), 60)
        self.assertEqual(found.rest.splitlines()[0], "61 g kaolin")
        self.assertEqual(len(found.rest.splitlines()), 4940)
        self.assertIn("5000 lines", found.says)

    def test_a_page_of_prose_is_no_line(self) -> None:
        prose = "I never used to think about vinegar at all. Then the boiler broke. " * 12
        found = read_recipe(prose, KITCHEN)
        self.assertEqual((found.lines, len(found.passages)), ((), 1))

    def test_an_amount_said_of_several_is_asked_as_any_other(self) -> None:
        parts = parse_row("1,234 g each kaolin and honey", KITCHEN)
        self.assertEqual(len(parts), 2)
        for part in parts:
            self.assertEqual((part.field, part.typed), ("amount", "1,234"))
            self.assertIn("could be 1234 or 1.234", part.problem)

    def test_a_row_of_several_keeps_its_own_words(self) -> None:
        for each in parse_row("salt and sugar, 1 tbsp each", KITCHEN):
            self.assertEqual(each.text, "salt and sugar, 1 tbsp each")

    @settings(max_examples=150, deadline=None)
    @given(st.lists(st.text(max_size=60), max_size=6))
    def test_whatever_is_pasted_nothing_is_lost(self, rows: list[str]) -> None:
        text = "\n".join(rows)
        found = read_recipe(text, KITCHEN)
        kept = " ".join([*(each.text for each in found.lines), *(each.text for each in found.passages)])
        for row in text.splitlines():
            for word in row.split():
                if any(sign.isalnum() for sign in word):
                    self.assertIn(max(_runs(word), key=len), kept)
        for each in found.lines:
            told = each.amount is not None or each.unit.startswith(TILL)
            self.assertTrue(each.problem or (told and each.sure))


def _runs(word: str) -> list[str]:
    """The letters and digits of a word that stand together."""
    return "".join(sign if sign.isalnum() else " " for sign in word).split()


class Finding(TestCase):
    """Names as typed, and tables that stay as they were read."""

    def test_names_that_look_like_ours_are_never_put_right(self) -> None:
        for name in (
            "vanilla honey",
            "lemon thyme",
            "carrot seed oil",
            "sauce",
            "cedar vinegar",
            "melon juice",
            "argousier",
        ):
            with self.subTest(name):
                found = line(f"2 tbsp {name}")
                self.assertFalse(found.sure, found.found[:1])

    def test_the_families_are_the_same_however_often_they_are_read(self) -> None:
        self.assertEqual(families.__wrapped__().keys(), families.__wrapped__().keys())
