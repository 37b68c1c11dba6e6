"""One finder: pickers, written lines, imports and the search over everything."""

from typing import Any

from eyebright.formulas.models import Formula

from .bench import BenchTestCase, line
from .heads import HeadsTestCase

FINDS = (
    ("acv", "cider_vinegar"),
    ("soap nuts", "soapnut"),
    ("tea tree", "tea_tree_oil"),
    ("teatree", "tea_tree_oil"),
    ("himalayan", "pink_salt"),
    ("bicarb", "baking_soda"),
    ("qasil", "sidr"),
    ("reetha", "soapnut"),
    ("rhasoul", "rhassoul"),
    ("huile d'oliv", "olive_oil"),
    ("seifenk", "soapwort"),
)


class Pickers(BenchTestCase):
    """What goes in, as it is typed."""

    def test_they_find_what_is_meant(self) -> None:
        for find, key in FINDS:
            with self.subTest(find):
                self.assertEqual(self.call("GET", f"/shelf/supplies?find={find}")[0]["key"], f"lib-{key}")
                self.assertEqual(self.call("GET", f"/shelf/materials?find={find}")[0]["key"], key)

    def test_what_is_at_hand_comes_first_and_once(self) -> None:
        lot = self.call("POST", "/shelf/lots", {"material": "cider_vinegar", "name": "Cupboard vinegar"}, 201)
        found = [each["key"] for each in self.call("GET", "/shelf/supplies?find=acv")]
        self.assertEqual(found[0], lot["key"])
        self.assertNotIn("lib-cider_vinegar", found)

    def test_one_of_ones_own_goes_in_without_a_bottle_of_it(self) -> None:
        own = self.call("POST", "/shelf/materials", {"name": "Tucuma oil", "kind": "oil"}, 201)
        (found,) = self.call("GET", f"/shelf/supplies?named=lib-{own['key']}")
        self.assertEqual((found["name"], found["at_hand"]), ("Tucuma oil", False))
        self.assertEqual(self.call("GET", "/shelf/supplies?find=tucuma oil")[0]["key"], found["key"])
        kept = self.add([found["key"], "2", "tbsp"], ["class-rain", "100", "mL"])
        self.assertEqual(kept["problems"], [])
        (read,) = self.call("POST", "/formulas/lines", {"text": "2 tbsp tucuma oil"})["lines"]
        self.assertEqual((read["supply_key"], read["problem"]), (found["key"], ""))

    def test_a_name_gives_away_its_kind(self) -> None:
        for name, kind in (
            ("tucuma oil", "oil"), ("quince vinegar", "vinegar"), ("moringa powder", "some powder"),
            ("clove essential oil", "essential oil"), ("Zaubertrank", ""),
        ):  # fmt: skip
            self.assertEqual(self.call("GET", f"/shelf/materials/guess?name={name}")["kind"], kind)


class Search(HeadsTestCase):
    """Everything by one search."""

    def hits(self, find: str) -> list[tuple[str, str, str]]:
        """What is found: what it is, its name, its address."""
        return [
            (each["what"], each["name"], each["path"]) for each in self.call("GET", f"/search?find={find}")
        ]

    def test_each_place_is_found(self) -> None:
        head = self.put_ottoline()
        lot = self.call("POST", "/shelf/lots", {"material": "sumac", "name": "Market sumac"}, 201)
        kept = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)
        for find, what, path in (
            ("ottoline", "head", f"/heads/{head}"),
            ("otoline", "head", f"/heads/{head}"),
            ("market", "at hand", f"/shelf?change={lot['key']}"),
            ("towpath", "formula", f"/formulas/{kept['id']}"),
            ("soap nuts", "material", "/shelf/materials/soapnut"),
            ("limits", "page", "/settings#limits"),
            ("comma", "page", "/settings#measures"),
        ):
            with self.subTest(find):
                self.assertIn((what, path), [(each[0], each[2]) for each in self.hits(find)])

    def test_nothing_and_bad_input(self) -> None:
        self.assertEqual(self.hits(""), [])
        self.assertEqual(self.hits("zzzzqqq"), [])
        self.assertEqual(self.hits("%F0%9F%8D%8B"), [])
        self.call("GET", f"/search?find={'x' * 201}", None, 422)


class Pasted(BenchTestCase):
    """A recipe pasted onto the bench."""

    def read(self, text: str, **more: Any) -> dict[str, Any]:
        """It, read."""
        found: dict[str, Any] = self.call("POST", "/formulas/lines", {"text": text} | more)
        return found

    def test_lines_questions_headings_and_what_is_too_much(self) -> None:
        found = self.read(
            "For the mask:\n3 tbsp kaolin\n1 tbsp lavender oil\nMix it all well in a bowl.\n1 g salt", room=2
        )
        self.assertEqual([each["supply_key"] for each in found["lines"]], ["lib-kaolin", ""])
        self.assertEqual(found["lines"][1]["found"][0]["key"], "lib-lavender_oil")
        self.assertLessEqual(len(found["lines"][1]["found"]), 3)
        self.assertEqual([each["kind"] for each in found["passages"]], ["heading"])
        self.assertEqual(found["rest"], "Mix it all well in a bowl.\n1 g salt")

    def test_bad_pastes(self) -> None:
        self.assertEqual(self.read("")["lines"], [])
        self.assertEqual(self.read("\n \n—\n")["lines"], [])
        self.call("POST", "/formulas/lines", {"text": "x" * 400_001}, 422)
        for text in (
            "'",
            "’",
            "1/0",
            "((((",
            "🍋",
            "の水 200 ml",
            "a" * 5000,
            "1 " * 900,
            "½½½ ½/½",
        ):
            with self.subTest(text[:20]):
                found = self.read(text)
                self.assertTrue(found["lines"] or found["passages"])
                self.assertTrue(all(each["problem"] for each in found["lines"]))

    def test_an_asked_line_is_still_asked_when_the_formula_is_opened_again(self) -> None:
        asked = line(3, "", "1", "tbsp", text="1 tbsp lavender oil")
        kept = self.add(["lib-kaolin", "50", "g"], ["class-rain", "80", "mL"])
        lines = [*kept["formula"]["lines"], asked]
        kept = self.save(kept, lines=lines)
        again = self.call("GET", f"/formulas/{kept['id']}")
        (ask,) = again["asks"]
        self.assertEqual((ask["line"], ask["found"][0]["key"]), (3, "lib-lavender_oil"))
        self.assertIn("the essential oil", ask["says"])
        caution = {each["id"]: each["what"] for each in again["assessment"]["cautions"]}["unknown-lines"]
        self.assertIn("“1 tbsp lavender oil”", caution)

    def test_a_bare_number_of_what_was_asked_is_not_taken_for_grams(self) -> None:
        (asked,) = self.read("6 marigolds")["lines"]
        self.assertEqual((asked["amount"], asked["unit"]), ("6", ""))
        lines = [line(1, "lib-calendula", "6", "", text="6 marigolds"), line(2, "class-rain", "80", "mL")]
        kept = self.call(
            "POST", "/formulas", {"formula": {"name": "Tea", "family": "herb_mild", "lines": lines}}, 201
        )
        self.assertIn("6 what of Calendula petals?", self.problems(kept)["lines.0.unit"])

    def test_what_was_written_stays_beside_what_was_understood(self) -> None:
        kept = self.add(["lib-kaolin", "50", "g"], ["class-rain", "80", "mL"])
        lines = [
            {**kept["formula"]["lines"][0], "text": "a good 50 g of china clay"},
            kept["formula"]["lines"][1],
        ]
        kept = self.save(kept, lines=lines)
        asked = {"formula": kept["formula"], "goal": "makes", "value": 300}
        proposed = self.call("POST", "/formulas/propose", asked)["formula"]
        self.assertEqual(proposed["lines"][0]["text"], "a good 50 g of china clay")

    def test_a_plain_recipe_is_imported(self) -> None:
        text = "Sunday mask\n3 tbsp kaolin\n1 tbsp tucuma oil\nMix until smooth and leave for ten minutes."
        found = self.call("POST", "/formulas/bring", {"text": text}, 201)
        self.assertEqual(found["formula"]["formula"]["name"], "Sunday mask")
        self.assertEqual(
            [each["supply_key"] for each in found["formula"]["formula"]["lines"]], ["lib-kaolin", ""]
        )
        steps = [(step["kind"], step["least"]) for step in found["formula"]["formula"]["steps"]]
        self.assertEqual(steps, [("mix_in", None), ("rest", 10.0)])
        for text, family in (
            ("8 soapnuts\n1 litre water", "saponin_liquor"),
            ("3 tbsp shikakai powder\n100 ml water", "saponin_paste"),
            ("Vinegar rinse\n2 tbsp ACV\n500 ml water", "acid_rinse"),
            ("2 tbsp ACV\n500 ml water", "acid_rinse"),
            ("Haarmaske\n2 EL Honig\n1 Eigelb", "mask"),
            ("1 tbsp baking soda\n400 ml water", "alkaline_wash"),
            ("a handful of nettles\n500 ml boiling water", "herb_mild"),
            ("2 tbsp kaolin\n2 tbsp yoghurt", "clay_damp"),
            ("As it is\n30 ml mild shampoo", "shampoo"),
        ):
            with self.subTest(text):
                brought = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]["formula"]
                self.assertEqual(brought["family"], family)
        said = self.refused(
            "POST", "/formulas/bring", {"text": "Mix it well and leave it for ten minutes."}, "text"
        )
        self.assertIn("No ingredient", said)


class Amounts(BenchTestCase):
    """Ranges, what covers, and numbers that could be read two ways."""

    def scent(self, drops: str) -> tuple[float, float]:
        """The range of the essential oil's share."""
        kept = self.add(
            ["lib-kaolin", "60", "g"], ["class-rain", "80", "mL"], ["lib-lavender_oil", drops, "drop"]
        )
        found = kept["assessment"]["scent"]["percent"]
        return found["low"], found["high"]

    def test_a_range_flows_into_the_figures(self) -> None:
        sure, ranging = self.scent("22.5"), self.scent("15–30")
        self.assertLess(ranging[0], 0.85 * sure[0])
        self.assertGreater(ranging[1], 1.1 * sure[1])
        kept = self.add(["lib-kaolin", "60", "g"], ["class-rain", "80-100", "mL"])
        self.assertEqual(kept["formula"]["lines"][1]["amount"], "80-100")
        self.assertEqual(kept["problems"], [])

    def test_water_to_cover(self) -> None:
        few = self.add(["lib-soapnut", "10", "shell"], ["class-rain", "", "cover"])
        many = self.add(["lib-soapnut", "60", "shell"], ["class-rain", "", "cover"])
        small, large = (each["assessment"]["lines"][1]["grams"] for each in (few, many))
        self.assertEqual(few["problems"], [])
        self.assertTrue(150 < small["value"] < large["value"] < 1200)
        self.assertGreater(small["high"] / small["low"], 1.5)
        none = self.add(["class-rain", "", "cover"])
        self.assertIn("nothing to cover", self.problems(none)["lines.0.amount"])

    def test_anything_is_weighed_measured_or_counted(self) -> None:
        for supply, unit in (
            ("lib-honey", "g"), ("lib-olive_oil", "oz"), ("class-rain", "g"), ("lib-kaolin", "mL"),
            ("lib-castile_soap", "g"), ("lib-yoghurt", "small pot"), ("lib-kaolin", "lb"),
            ("class-rain", "quarts"),
        ):  # fmt: skip
            with self.subTest((supply, unit)):
                kept = self.add([supply, "2", unit], ["class-rain", "100", "mL"])
                self.assertEqual(kept["problems"], [])
                units = next(each for each in kept["supplies"] if each["key"] == supply)["units"]
                self.assertIn(unit, [each["key"] for each in units])

    def test_a_thousand_or_one_and_a_bit_is_asked_until_the_household_says(self) -> None:
        for typed in ("1,234", "1.234"):
            kept = self.add(["lib-kaolin", typed, "g"], ["class-rain", "80", "mL"])
            self.assertIn("could be 1234", self.problems(kept)["lines.0.amount"])
        for habit, typed, grams in (
            ("point", "1,234", 1234),
            ("comma", "1.234", 1234),
            ("comma", "1,234", 1.234),
        ):
            settings = {"system": "metric", "currency": "£", "decimal": habit}
            self.call("PATCH", "/household", settings)
            kept = self.add(["lib-kaolin", typed, "g"], ["class-rain", "80", "mL"])
            self.assertEqual(kept["assessment"]["lines"][0]["grams"]["value"], grams)
        self.call("PATCH", "/household", {"system": "metric", "currency": "£", "decimal": "both"}, 422)

    def test_what_an_older_version_kept_is_written_out(self) -> None:
        from importlib import import_module

        migration = import_module("eyebright.formulas.migrations.0002_plain_numbers")
        body = {"lines": [{"amount": "1.234"}, {"amount": "12,5"}, {"amount": "1,234"}], "minutes": "2"}
        found = migration.written_out(body)
        self.assertEqual([each["amount"] for each in found["lines"]], ["1.2340", "12,5", "1.2340"])
        kept = Formula.objects.create(
            name="Old",
            family="mask",
            body={"name": "Old", "family": "mask", "lines": [{"id": 1, "amount": "1.2340"}]},
        )
        self.assertEqual(self.call("GET", f"/formulas/{kept.pk}")["formula"]["lines"][0]["amount"], "1.2340")


class Proposals(BenchTestCase):
    """What is proposed can be measured, and stays within its family."""

    LIQUOR = (["class-unknown", "4", "cup"], ["lib-shikakai", "7", "pod"], ["lib-honey", "1", "tbsp"])

    def propose(self, lines: tuple[list[str], ...], family: str, **goal: Any) -> dict[str, Any]:
        """What would change."""
        formula = self.add(*lines, family=family)["formula"]
        found: dict[str, Any] = self.call("POST", "/formulas/propose", {"formula": formula} | goal)
        return found

    def test_pods_are_whole_and_spoons_in_quarters(self) -> None:
        for goal in (
            {"goal": "more"},
            {"goal": "less"},
            {"goal": "makes", "value": 2300},
            {"goal": "share", "value": 45},
        ):
            with self.subTest(goal):
                for each in self.propose(self.LIQUOR, "saponin_liquor", **goal)["formula"]["lines"]:
                    value = float(each["amount"])
                    if each["unit"] == "pod":
                        self.assertEqual(value, round(value))
                    elif each["unit"] in ("tsp", "tbsp", "cup"):
                        self.assertEqual(4 * value, round(4 * value))
                        self.assertLessEqual(value, 8)
                    else:
                        self.assertIn(each["unit"], ("g", "mL", "L"))

    def test_what_cannot_be_had_sensibly_is_said_and_how_near_it_gets(self) -> None:
        found = self.propose(self.LIQUOR, "saponin_liquor", goal="share", value=95)
        self.assertFalse(found["met"])
        self.assertIn("the nearest is about", found["says"])
        self.assertIn("at most 15 g of Shikakai pod in 100 g", found["says"])
        pods = next(float(each["amount"]) for each in found["formula"]["lines"] if each["unit"] == "pod")
        self.assertLess(pods * 2.6, 0.2 * 1000)

    def test_half_a_pod_is_weighed_instead(self) -> None:
        found = self.propose(self.LIQUOR, "saponin_liquor", goal="makes", value=80)
        units = [each["unit"] for each in found["formula"]["lines"]]
        self.assertNotIn("0", [each["amount"] for each in found["formula"]["lines"]])
        self.assertTrue(found["met"], found["says"])
        self.assertIn(units[1], ("pod", "g"))

    def test_a_rinse_is_not_made_a_paste_nor_a_soda_wash_sour(self) -> None:
        rinse = (["class-unknown", "2", "cup"], ["lib-cider_vinegar", "1", "tbsp"])
        found = self.propose(rinse, "acid_rinse", goal="thickness", word="stiff")
        self.assertFalse(found["met"])
        self.assertIn("never made thicker", found["says"])
        soda = (["class-unknown", "2", "cup"], ["lib-baking_soda", "1", "tbsp"])
        self.assertIn("cancels", self.propose(soda, "alkaline_wash", goal="ph", value=4)["says"])


class UpperEnds(BenchTestCase):
    """A cap holds at either end of a range."""

    def test_a_range_that_reaches_past_a_cap_is_warned_of(self) -> None:
        def said(grams: str) -> dict[str, str]:
            soda = self.add(
                ["lib-baking_soda", grams, "g"], ["class-rain", "250", "mL"], family="alkaline_wash"
            )
            return {
                each["id"]: each["why"] for each in soda["assessment"]["cautions"] if each["level"] != "note"
            }

        sure, ranging = said("9"), said("2–16")
        more = set(ranging) - set(sure)
        self.assertTrue(more)
        for each in more:
            self.assertIn("upper end of the amounts as they are written", ranging[each])
