"""A told recipe comes in: what it says is what the formula says, and its family follows what goes in."""

from typing import Any

from eyebright.formulas.models import Formula
from eyebright.make.models import Container

from .bench import BenchTestCase
from .make import MakeTestCase

MIST = (
    "Tangle mist. 100 ml distilled water, 1 tbsp cider vinegar, 40 drops lavender oil. Spray on and leave in."
)


class Told(BenchTestCase):
    """Recipes as they are told, over the API."""

    def bring(self, text: str) -> dict[str, Any]:
        return self.call("POST", "/formulas/bring", {"text": text}, 201)

    def test_what_it_says_is_what_the_formula_says(self) -> None:
        found = self.bring(
            "Buttermilk mask: 150 g buttermilk, 1 tbsp honey, 1 tbsp sunflower oil. Mix. On the lengths for "
            "40 minutes under a shower cap, then wash out. Twice a month at most. Never on broken skin. "
            "Makes hair grow. Sing to it."
        )["formula"]
        formula = found["formula"]
        said = [formula[name] for name in ("name", "family", "use", "minutes", "apart", "zone", "cover")]
        self.assertEqual(said, ["Buttermilk mask", "mask", "rinsed_out", "40", "15", "lengths", True])
        self.assertEqual([(step["kind"], step["adds"]) for step in formula["steps"]], [("mix_in", [1, 2, 3])])
        self.assertIn("Never on broken skin.", formula["about"])
        self.assertIn("Sing to it.", formula["about"])
        self.assertNotIn("grow", formula["about"])
        self.assertEqual([each["missed"] for each in formula["told"] if each["missed"]], ["Sing to it."])

    def test_a_left_in_recipe_keeps_its_stops(self) -> None:
        found = self.bring(MIST)["formula"]
        self.assertEqual((found["formula"]["family"], found["formula"]["use"]), ("spray", "left_in"))
        stops = {each["id"] for each in found["assessment"]["cautions"] if each["level"] == "stop"}
        self.assertTrue(stops & {"scent-left-in"}, stops)
        self.assertTrue(stops & {"too-acid-left-in", "too-acid-left-whatever"}, stops)

    def test_a_family_follows_a_line_that_is_resolved(self) -> None:
        found = self.bring("Sunday paste\n4 tbsp moon dust\n150 ml water\nMix. Leave on 10 minutes, rinse.")[
            "formula"
        ]
        formula = found["formula"]
        self.assertEqual((formula["family_by"], formula["lines"][0]["supply_key"]), ("content", ""))
        formula["lines"][0]["supply_key"] = "lib-rhassoul"
        body = {"version": found["version"], "formula": formula}
        best, *near = self.call("PUT", f"/formulas/{found['id']}", body)["guesses"]
        self.assertEqual((best["family"], best["use"], best["minutes"]), ("clay_damp", "rinsed_out", "10"))
        self.assertNotIn("clay_damp", [each["family"] for each in near])
        formula["family_by"] = "chosen"
        body = {"version": found["version"] + 1, "formula": formula}
        self.assertEqual(self.call("PUT", f"/formulas/{found['id']}", body)["guesses"], [])

    def test_what_is_asked_still_counts_for_the_family(self) -> None:
        found = self.bring("Natronwäsche. 1 EL Natron in 500 ml Wasser auflösen, eine Minute, ausspülen.")[
            "formula"
        ]
        self.assertTrue(found["asks"])
        self.assertEqual(found["formula"]["family"], "alkaline_wash")
        self.assertEqual(found["guesses"][0]["family"], "alkaline_wash")

    def test_two_recipes_in_one_and_a_closed_jar(self) -> None:
        found = self.bring(
            "Rice water: soak 100 g rice in 500 ml water, ferment two days in a sealed jar, strain.\n"
            "Oat mask\n3 tbsp oat flour\n100 ml milk\nMix."
        )
        self.assertIn("can burst", found["notices"][0])
        self.assertTrue(found["rest"].startswith("Oat mask"))
        self.assertIn("two recipes", found["says"])

    def test_hot_and_nobody_says_that_it_cools(self) -> None:
        found = self.bring(
            "Tea: simmer 2 tbsp oak bark in 1 litre of water 25 minutes, strain, pour over the hair."
        )
        self.assertIn("cool was added", found["notices"][0])
        stops = [each["id"] for each in found["formula"]["assessment"]["cautions"] if each["level"] == "stop"]
        self.assertNotIn("hot-stop", stops)

    def test_a_recipe_of_a_page_is_heard_as_one_that_is_told(self) -> None:
        page = """<html><script type="application/ld+json">{"@type": "Recipe", "name": "Nettle spray",
        "recipeIngredient": ["10 g dried nettle", "250 ml water", "1 tsp cider vinegar"],
        "recipeInstructions": ["Steep the nettle in the water 15 minutes. Strain. Cool.",
        "Stir in the vinegar. Spray on."]}
        </script></html>"""
        formula = self.bring(page)["formula"]["formula"]
        self.assertEqual((formula["family"], formula["use"]), ("spray", "left_in"))
        self.assertEqual(
            [(step["kind"], step["adds"]) for step in formula["steps"]],
            [("steep", [1, 2]), ("strain", []), ("cool", []), ("stir_in", [3])],
        )

    def test_nothing_that_could_be_made_is_refused_beside_its_field(self) -> None:
        for text in ("Hello there.", "Mix it well.", "\u0000\u0001", "🍋" * 50):
            self.refused("POST", "/formulas/bring", {"text": text}, "text")
        self.assertEqual(Formula.objects.count(), 0)

    def test_a_formula_of_before_has_none_of_it(self) -> None:
        found = self.bring("2 tbsp kaolin\n100 ml water")["formula"]
        row = Formula.objects.get(pk=found["id"])
        for name in ("told", "said", "family_by", "apart", "zone"):
            row.body.pop(name)
        row.save()
        again = self.call("GET", f"/formulas/{row.pk}")
        self.assertEqual((again["formula"]["zone"], again["formula"]["family_by"]), ("both", "chosen"))
        self.assertEqual((again["guesses"], again["formula"]["told"]), ([], []))


class OwnBottles(MakeTestCase):
    """What the household made itself comes first, by its name."""

    def test_a_bottle_is_found_by_the_name_of_what_is_in_it(self) -> None:
        batch = self.made(self.liquor())
        for name in ("First bottle", "Second bottle"):
            self.do(batch, "containers", 201, name=name, amount=150, place="fridge")
        first = Container.objects.order_by("pk")[0]
        for text in (
            "Honey wash: 100 ml Lamplight soapwort, 1 tsp honey. Mix. On for 5 minutes, rinse.",
            "Honey wash: half a cup of my lamplight soapwort, 1 tsp honey. Mix.",
        ):
            found = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]
            with self.subTest(text):
                line = found["formula"]["lines"][0]
                self.assertEqual(line["supply_key"], f"made-{first.pk}")
                self.assertEqual(found["formula"]["family"], "saponin_liquor")
                self.assertEqual(found["assessment"]["sources"][0]["name"], "soap-plant saponins")

    def test_a_formula_inside_itself_is_said_beside_its_line(self) -> None:
        batch = self.made(self.liquor())
        self.do(batch, "containers", 201, name="First bottle", amount=150, place="fridge")
        key = f"made-{Container.objects.get().pk}"
        kept = self.call("GET", f"/formulas/{batch['formula']}")
        lines = [*kept["formula"]["lines"], {"id": 9, "supply_key": key, "amount": "20", "unit": "mL"}]
        body = {"version": kept["version"], "formula": kept["formula"] | {"lines": lines}}
        found = self.call("PUT", f"/formulas/{batch['formula']}", body)
        problems = {each["field"]: each["message"] for each in found["problems"]}
        self.assertIn("this same formula", problems[f"lines.{len(lines) - 1}.supply_key"])
        self.assertIsNotNone(found["assessment"], "what is left of it may still go in once")
