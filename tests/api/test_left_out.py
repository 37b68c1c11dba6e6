"""What may be left out of a formula, and the ways of making one, over the API."""

import json

from .bench import BenchTestCase

HONEY = {"only_if": "for dry hair"}
LAVENDER = ["lib-lavender_oil", "4", "drop"]


class LeftOut(BenchTestCase):
    """A line that may be left out: kept as it was written, asked before it is made, exported and imported."""

    def clay(self, *, left_out: bool = False):
        """A mask whose honey may be left out."""
        kept = self.add(
            ["lib-rhassoul", "60", "g"],
            ["class-rain", "100", "mL"],
            ["lib-honey", "7", "g"],
            family="clay_damp",
        )
        lines = kept["formula"]["lines"]
        lines[2] |= HONEY | {"left_out": left_out}
        return self.save(kept, lines=lines, wants=["oil_free"])

    def test_it_is_not_reckoned_and_stays_as_it_was_written(self) -> None:
        kept = self.clay(left_out=True)
        self.assertEqual(len(kept["assessment"]["lines"]), 2)
        self.assertEqual(kept["formula"]["lines"][2]["amount"], "7")
        again = self.call("GET", f"/formulas/{kept['id']}")
        self.assertEqual(again["formula"], kept["formula"])

    def test_only_what_has_a_condition_can_be_left_out(self) -> None:
        kept = self.clay()
        lines = kept["formula"]["lines"]
        lines[2] |= {"only_if": " ", "left_out": True}
        self.assertEqual(len(self.save(kept, lines=lines)["assessment"]["lines"]), 3)

    def test_a_change_that_is_taken_keeps_it(self) -> None:
        kept = self.clay(left_out=True)
        asked = {"goal": "makes", "value": 300, "formula": kept["formula"]}
        lines = self.call("POST", "/formulas/propose", asked)["formula"]["lines"]
        honey = next(each for each in lines if each["supply_key"] == "lib-honey")
        self.assertEqual((honey["only_if"], honey["left_out"]), ("for dry hair", True))
        self.assertGreater(float(honey["amount"]), 7.0)

    def test_make_asks_of_it(self) -> None:
        kept = self.clay(left_out=True)
        for goes_in, many in ((None, 2), (True, 3), (False, 2)):
            optional = {} if goes_in is None else {"3": goes_in}
            ask = {"formula": kept["id"], "optional": optional}
            found = self.call("POST", "/make/takes", ask)
            with self.subTest(goes_in):
                self.assertEqual(len(found["lines"]), many)
                self.assertEqual([each["goes_in"] for each in found["optional"]], [bool(goes_in)])
                batch = self.call("POST", "/make/batches", {"ask": ask}, 201)
                self.assertEqual(len(batch["lines"]), many)

    def test_it_goes_out_and_comes_back(self) -> None:
        kept = self.clay(left_out=True)
        text = self.raw("GET", f"/formulas/{kept['id']}/file/jsonld").content.decode()
        back = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]["formula"]
        self.assertEqual(back["wants"], ["oil_free"])
        self.assertEqual([each["left_out"] for each in back["lines"]], [False, False, True])
        self.assertEqual(back["lines"][2]["only_if"], "for dry hair")
        said = self.raw("GET", f"/formulas/{kept['id']}/file/md").content.decode()
        self.assertIn("## Left out this time", said)
        self.assertIn("Wants an oil-free scalp.", said)
        self.assertEqual(len(json.loads(text)["recipeIngredient"]), 3)

    def test_a_recipe_says_it_itself(self) -> None:
        text = (
            "Clay mask: 60 g rhassoul, 100 ml water, 7 g honey if your hair is dry. "
            "Mix. If it is lumpy, strain."
        )
        body = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]["formula"]
        self.assertEqual([each["only_if"] for each in body["lines"]], ["", "", "if your hair is dry"])
        self.assertEqual(body["steps"][-1]["only_if"], "if it is lumpy")


class Ways(BenchTestCase):
    """Several ways of making one thing."""

    def test_a_way_is_a_formula_beside_the_first(self) -> None:
        kept = self.add()
        self.assertEqual(kept["ways"], [])
        other = self.call("POST", f"/formulas/{kept['id']}/ways", {"name": "powder, steeped"}, 201)
        self.assertEqual(other["formula"]["name"], "Lamplight soapwort, powder, steeped")
        self.assertEqual(other["formula"]["lines"], kept["formula"]["lines"])
        third = self.call("POST", f"/formulas/{other['id']}/ways", {"name": "paste"}, 201)
        ways = [each["name"] for each in third["ways"]]
        self.assertEqual(ways[0], "Lamplight soapwort")
        self.assertEqual(len(ways), 3)
        self.assertEqual(self.call("GET", f"/formulas/{kept['id']}")["ways"], third["ways"])

    def test_each_way_is_judged_by_what_is_in_it(self) -> None:
        kept = self.add()
        other = self.call("POST", f"/formulas/{kept['id']}/ways", {"name": "strong"}, 201)
        lines = [
            *other["formula"]["lines"],
            {"id": 9, "supply_key": "lib-lavender_oil", "amount": "400", "unit": "drop"},
        ]
        stops = [
            {each["id"] for each in found["assessment"]["cautions"] if each["level"] == "stop"}
            for found in (self.save(other, lines=lines), self.call("GET", f"/formulas/{kept['id']}"))
        ]
        self.assertTrue(stops[0] - stops[1])

    def test_what_is_removed_is_no_way_any_more(self) -> None:
        kept = self.add()
        other = self.call("POST", f"/formulas/{kept['id']}/ways", {"name": "paste"}, 201)
        self.call("DELETE", f"/formulas/{kept['id']}", status=204)
        self.assertEqual(self.call("GET", f"/formulas/{other['id']}")["ways"], [])
        long = self.call("POST", f"/formulas/{other['id']}/ways", {"name": "x" * 40}, 201)
        self.assertLessEqual(len(long["formula"]["name"]), 80)
        self.call("POST", f"/formulas/{other['id']}/ways", {"name": "x" * 41}, 422)
        self.call("POST", f"/formulas/{other['id']}/ways", {"name": "  "}, 422)


class TillThick(BenchTestCase):
    """What goes in till it is thick enough: worked out by the core, in every room the same."""

    def test_the_amount_is_worked_out_and_stays_open(self) -> None:
        kept = self.add(
            ["lib-shikakai", "60", "g"], ["lib-yoghurt", "", "till:clings"], family="saponin_paste"
        )
        self.assertEqual(kept["problems"], [])
        self.assertEqual(kept["assessment"]["thickness"]["key"], "clings")
        self.assertEqual(kept["formula"]["lines"][1]["unit"], "till:clings")
        grams = kept["assessment"]["lines"][1]["grams"]["value"]
        asked = {"goal": "makes", "value": 400, "formula": kept["formula"]}
        after = self.call("POST", "/formulas/propose", asked)["formula"]["lines"][1]
        self.assertEqual((after["unit"], after["amount"]), ("till:clings", ""))
        found = self.call("POST", "/make/takes", {"formula": kept["id"]})
        self.assertAlmostEqual(found["lines"][1]["needed"], grams, delta=0.1 * grams)
        batch = self.call("POST", "/make/batches", {"ask": {"formula": kept["id"]}}, 201)
        self.assertTrue(any("as thick as you want" in each["until"] for each in batch["steps"]))

    def test_what_cannot_be_is_said_beside_the_line(self) -> None:
        for amount, unit in (("", "till:clings"), ("", "till:velvet"), ("3", "till:")):
            kept = self.add(
                ["lib-cider_vinegar", "60", "mL"], ["class-rain", amount, unit], family="acid_rinse"
            )
            self.assertIn("lines.1.amount", self.problems(kept), unit)
            self.assertIsNone(kept["assessment"])

    def test_it_is_heard_from_a_recipe(self) -> None:
        text = "Curd pack: 60 g shikakai powder, enough yoghurt to make a cream. Mix. On 30 minutes."
        found = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]
        self.assertEqual(found["formula"]["lines"][1]["unit"], "till:clings")
        self.assertEqual(found["assessment"]["thickness"]["key"], "clings")
