"""Formulas over the API: written, kept, found, changed, shared; and what is bad said beside its field."""

import io
import json
from datetime import timedelta
from typing import Any

from django.utils import timezone
from pypdf import PdfReader
from reportlab.lib.pagesizes import A5

from eyebright.formulas.models import Formula, FormulaVersion

from .bench import LIQUOR, BenchTestCase, body


class Writing(BenchTestCase):
    """Kept as it was written, and read."""

    def test_every_starting_point_begins_a_formula_that_can_be_read(self) -> None:
        for start in self.call("GET", "/formulas/bench")["starts"]:
            with self.subTest(start["key"]):
                kept = self.call("POST", "/formulas", {"start": start["key"]}, 201)
                self.assertEqual(kept["problems"], [])
                self.assertEqual(kept["formula"]["name"], start["name"])
                self.assertIsNotNone(kept["assessment"])

    def test_a_starting_point_is_made_of_what_the_household_has(self) -> None:
        soapwort = self.call("POST", "/shelf/lots", {"material": "soapwort", "name": "Ours"}, 201)
        rain = self.put_tap(kind="rain", name="Rain barrel")
        kept = self.call("POST", "/formulas", {"start": "lamplight_soapwort"}, 201)
        keys = [each["supply_key"] for each in kept["formula"]["lines"]]
        self.assertEqual(keys, [f"water-{rain}", soapwort["key"], "lib-linden"])

    def test_what_was_typed_stays_as_it_was_typed(self) -> None:
        kept = self.add(["lib-rhassoul", "1 ½", "tbsp"], ["class-rain", "0,1", "L"], family="clay_damp")
        self.assertEqual([each["amount"] for each in kept["formula"]["lines"]], ["1 ½", "0,1"])
        grams = kept["assessment"]["lines"]
        self.assertAlmostEqual(grams[0]["grams"]["value"], 1.5 * 15 * 0.8, delta=0.01)
        again = self.call("GET", f"/formulas/{kept['id']}")
        self.assertEqual(again["formula"], kept["formula"])
        self.assertEqual(again["assessment"], kept["assessment"])

    def test_every_figure_comes_with_range_and_kind(self) -> None:
        reading = self.add()["assessment"]
        figures = [reading["ph"], reading["lift"]["scalp"], reading["yield_ml"], reading["balance"]["tilt"]]
        figures += [reading["thickness"]["ratio"], reading["grit"]["per_100"], reading["lines"][0]["grams"]]
        for figure in figures:
            self.assertLessEqual(figure["low"], figure["value"])
            self.assertLessEqual(figure["value"], figure["high"])
            self.assertIn(figure["kind"], ("measured", "computed", "custom"))

    def test_steps_come_back_with_times_signs_and_what_goes_in(self) -> None:
        steps = [{"kind": "simmer", "adds": [1, 2], "least": 10, "sign": "soft"}, {"kind": "strain"}]
        found = self.add(steps=steps)["assessment"]["steps"]
        self.assertEqual([each["kind"] for each in found], ["simmer", "strain"])
        self.assertEqual((found[0]["least"], found[0]["until"]), (10, "until it is soft to the finger"))
        self.assertTrue(found[0]["if_not"])

    def test_for_a_vessel_that_is_too_small(self) -> None:
        pan = self.call("POST", "/shelf/vessels", {"name": "milk pan", "volume": 700}, 201)
        kept = self.add()
        found = self.call("GET", f"/formulas/{kept['id']}?vessel={pan['id']}")
        self.assertIn("The milk pan holds 700 mL", found["assessment"]["too_small"])


class Bad(BenchTestCase):
    """Bad input is kept, and said beside its field."""

    def test_amounts(self) -> None:
        for amount, unit, field, words in (
            ("-5", "g", "amount", "not below nothing"),
            ("", "g", "amount", "How much Soapwort root?"),
            ("a lot", "g", "amount", "A number goes here"),
            ("5", "drop", "amount", "drop"),
            ("90", "kg", "amount", "more than a kitchen"),
        ):
            with self.subTest(amount):
                kept = self.add(["lib-soapwort", amount, unit], LIQUOR[1])
                self.assertIsNone(kept["assessment"])
                self.assertIn(words, self.problems(kept)[f"lines.0.{field}"])
                self.assertEqual(kept["formula"]["lines"][0]["amount"], amount)

    def test_a_line_that_could_not_be_read_is_kept_and_the_rest_is_read(self) -> None:
        lines = [*body()["lines"], {"id": 3, "text": "3 g moon dust", "amount": "3"}]
        kept = self.add(lines=lines)
        self.assertIn("could not be read", self.problems(kept)["lines.2.supply_key"])
        self.assertIsNotNone(kept["assessment"])
        self.assertEqual(kept["formula"]["lines"][2]["text"], "3 g moon dust")

    def test_settings_and_steps(self) -> None:
        kept = self.add(
            minutes="long", makes="-3", steps=[{"kind": "soak", "least": 60, "most": 10}, {"kind": "dance"}]
        )
        found = self.problems(kept)
        self.assertIn("A number goes here", found["minutes"])
        self.assertIn("more than nothing", found["makes"])
        self.assertIn("less than the least", found["steps.0.most"])
        self.assertIn("Choose a kind", found["steps.1.kind"])
        self.assertIsNone(kept["assessment"])

    def test_a_formula_without_a_name_or_of_no_family(self) -> None:
        kept = self.add()
        path = f"/formulas/{kept['id']}"
        asked = {"version": 1, "formula": kept["formula"] | {"name": "  "}}
        self.assertEqual(self.refused("PUT", path, asked, "name"), "Give it a name.")
        found = self.save(kept, family="soup")
        self.assertEqual(self.problems(found)["family"], "Choose a family.")

    def test_a_bottle_that_was_taken_off_the_shelf(self) -> None:
        lot = self.call("POST", "/shelf/lots", {"material": "soapwort", "name": "Ours"}, 201)
        kept = self.add([lot["key"], "60", "g"], LIQUOR[1])
        before = kept["assessment"]["lift"]["scalp"]
        self.raw("DELETE", f"/shelf/lots/{lot['id']}")
        found = self.call("GET", f"/formulas/{kept['id']}")
        self.assertIn("Ours is no longer on the shelf", self.problems(found)["lines.0.supply_key"])
        self.assertEqual(found["assessment"]["lift"]["scalp"], before)
        self.assertEqual({each["name"] for each in found["supplies"]}, {"Ours", "Rain water"})

    def test_two_windows_never_write_over_each_other(self) -> None:
        kept = self.add()
        mine = self.save(kept, about="mine")
        self.assertEqual(mine["version"], 2)
        path = f"/formulas/{kept['id']}"
        asked = {"version": 1, "formula": kept["formula"] | {"about": "theirs"}}
        self.assertIn("another window", self.refused("PUT", path, asked, "version", 409))
        self.assertEqual(self.call("GET", path)["formula"]["about"], "mine")
        self.assertEqual(self.save(mine)["version"], 2)  # nothing changed, nothing counted

    def test_what_is_gone_is_said(self) -> None:
        self.call("GET", "/formulas/99", None, 404)
        kept = self.add()
        self.call("GET", f"/formulas/{kept['id']}/versions", None)
        self.call("POST", f"/formulas/{kept['id']}/versions/7/back", {"version": kept["version"]}, 404)
        asked = {"version": 1, "formula": kept["formula"], "head": 9}
        self.assertIn("head", self.refused("PUT", f"/formulas/{kept['id']}", asked, "head"))

    def test_taken_off_and_put_back(self) -> None:
        kept = self.add()
        self.call("DELETE", f"/formulas/{kept['id']}", None, 204)
        self.assertEqual(self.call("GET", "/formulas")["there_are"], 0)
        self.call("POST", f"/formulas/{kept['id']}/restore")
        self.assertEqual(self.call("GET", "/formulas")["there_are"], 1)


class Many(BenchTestCase):
    """Found by anything in them."""

    def test_found_by_name_by_what_is_in_it_in_any_tongue_and_by_family(self) -> None:
        self.add()
        self.add(["lib-rhassoul", "50", "g"], name="Lock-gate clay", family="clay_damp")
        for find, names in (
            ("lamp", ["Lamplight soapwort"]),
            ("Seifenkraut", ["Lamplight soapwort"]),
            ("ghassoul", ["Lock-gate clay"]),
            ("", ["Lock-gate clay", "Lamplight soapwort"]),
            ("moon", []),
        ):
            with self.subTest(find):
                found = self.call("GET", f"/formulas?find={find}")
                self.assertEqual([each["name"] for each in found["formulas"]], names)
        (row,) = self.call("GET", "/formulas?family=saponin_liquor")["formulas"]
        self.assertEqual(row["lines"], "Soapwort root, Rain water")
        self.assertTrue(row["grade"])
        self.assertLess(row["ph"]["low"], row["ph"]["high"])

    def test_a_long_list_says_how_many_more(self) -> None:
        Formula.objects.bulk_create(
            Formula(name=f"Trial {i}", family="mask", body=body(), search=f"trial {i}") for i in range(70)
        )
        found = self.call("GET", "/formulas?find=trial")
        self.assertEqual((len(found["formulas"]), found["found"], found["there_are"]), (60, 70, 70))


class Versions(BenchTestCase):
    """What stood there is kept, with what changed."""

    def changed(self, kept: dict[str, Any], amount: str) -> dict[str, Any]:
        lines = [kept["formula"]["lines"][0] | {"amount": amount}, *kept["formula"]["lines"][1:]]
        return self.save(kept, lines=lines)

    def test_a_sitting_keeps_the_state_that_it_began_with(self) -> None:
        kept = self.changed(self.changed(self.add(), "70"), "80")
        path = f"/formulas/{kept['id']}/versions"
        (first,) = self.call("GET", path)
        self.assertEqual(first["formula"]["lines"][0]["amount"], "60")
        Formula.objects.update(changed_at=timezone.now() - timedelta(hours=2))
        self.changed(kept, "90")
        second = self.call("GET", path)[0]
        self.assertEqual(second["changes"], ["Soapwort root: 60 g, dried, whole → 80 g, dried, whole"])

    def test_kept_by_name_and_back_again(self) -> None:
        kept = self.add()
        path = f"/formulas/{kept['id']}/versions"
        self.assertEqual(self.call("POST", path, {"name": "the good one"})[0]["name"], "the good one")
        self.assertEqual(len(self.call("POST", path, {"name": "again"})), 1)  # the same state is one version
        kept = self.changed(kept, "20")
        self.refused("POST", f"{path}/1/back", {"version": 1}, "version", 409)
        back = self.call("POST", f"{path}/1/back", {"version": kept["version"]})
        self.assertEqual(back["formula"]["lines"][0]["amount"], "60")
        self.assertGreater(back["version"], kept["version"])
        self.assertEqual([each["number"] for each in self.call("GET", path)], [2, 1])
        self.assertEqual(FormulaVersion.objects.get(number=2).body["lines"][0]["amount"], "20")

    def test_a_copy_of_a_formula_or_of_a_version(self) -> None:
        kept = self.changed(self.add(), "20")
        copy = self.call("POST", "/formulas", {"copy_of": kept["id"]}, 201)
        older = self.call("POST", "/formulas", {"copy_of": kept["id"], "number": 1}, 201)
        self.assertEqual([each["formula"]["lines"][0]["amount"] for each in (copy, older)], ["20", "60"])
        self.assertNotEqual(copy["id"], kept["id"])

    def test_side_by_side(self) -> None:
        kept = self.changed(self.add(), "20")
        found = self.call("GET", f"/formulas/compare?which={kept['id']},{kept['id']}.1")
        self.assertEqual(found["names"], ["Lamplight soapwort", "Lamplight soapwort, version 1"])
        differ = {row["what"]: row["cells"] for row in found["rows"] if row["differs"]}
        self.assertEqual(differ["Soapwort root"], ["20 g, dried, whole", "60 g, dried, whole"])
        self.assertNotIn("Rain water", differ)
        for which in ("", "1", "1,2,3,4", "x,y", f"{kept['id']},-1"):
            self.refused("GET", f"/formulas/compare?which={which}", None, "which")


class Proposing(BenchTestCase):
    """Backwards from what is wanted; nothing is kept until it is taken."""

    def ask(self, kept: dict[str, Any], goal: str, **more: Any) -> dict[str, Any]:
        return self.call("POST", "/formulas/propose", {"goal": goal, "formula": kept["formula"]} | more)

    def test_a_proposal_is_shown_beside_what_is_now_and_then_taken(self) -> None:
        kept = self.add()
        found = self.ask(kept, "more")
        self.assertTrue(found["met"] and len(found["changes"]) == 1)
        lift = next(each for each in found["beside"] if each["what"] == "scalp oil lifted")
        self.assertLess(lift["before"]["value"], lift["after"]["value"])
        self.assertEqual(self.call("GET", f"/formulas/{kept['id']}")["version"], 1)
        taken = self.call("PUT", f"/formulas/{kept['id']}", {"version": 1, "formula": found["formula"]})
        self.assertAlmostEqual(
            taken["assessment"]["lift"]["scalp"]["value"], lift["after"]["value"], places=6
        )

    def test_every_goal_answers(self) -> None:
        kept = self.add(
            ["lib-buttermilk", "120", "mL"],
            ["lib-oat_flour", "18", "g"],
            ["lib-honey", "1", "tbsp"],
            family="mask",
            minutes="30",
        )
        for goal, more in (
            ("less", {}),
            ("share", {"value": 20}),
            ("thickness", {"word": "spreads"}),
            ("ph", {"value": 4.4}),
            ("makes", {"value": 300}),
            ("shelf", {}),
            ("without", {"words": ["dairy"]}),
            ("swap", {"line": 3}),
            ("order", {}),
        ):
            with self.subTest(goal):
                found = self.ask(kept, goal, **more)
                self.assertTrue(found["says"])
        self.assertNotIn("lib-buttermilk", json.dumps(self.ask(kept, "without", words=["dairy"])["formula"]))
        fresh = self.ask(self.add(), "form", line=1, word="fresh")
        self.assertEqual(fresh["formula"]["lines"][0]["form"], "fresh")

    def test_what_could_not_be_read_stays_in_what_is_proposed(self) -> None:
        lines = [*body()["lines"], {"id": 3, "text": "3 g moon dust", "amount": "3"}]
        found = self.ask(self.add(lines=lines), "more")
        self.assertEqual(found["formula"]["lines"][2]["text"], "3 g moon dust")

    def test_what_is_missing_is_asked_for_beside_its_field(self) -> None:
        kept = self.add()
        for goal, more, field in (
            ("ph", {}, "value"),
            ("ph", {"value": 99}, "value"),
            ("makes", {"value": -1}, "volume"),
            ("head", {}, "head"),
            ("without", {}, "words"),
            ("swap", {"line": 77}, "line"),
            ("thickness", {"word": "soup"}, "texture"),
            ("form", {"line": 1, "word": "gas"}, "lines.0.form"),
        ):
            with self.subTest(goal):
                asked = {"goal": goal, "formula": kept["formula"]} | more
                self.refused("POST", "/formulas/propose", asked, field)
        broken = {"goal": "less", "formula": body(["lib-soapwort", "", "g"])}
        self.assertIn("How much", self.refused("POST", "/formulas/propose", broken, "lines.0.amount"))


class Sharing(BenchTestCase):
    """Out in open formats, and in again."""

    def test_every_file(self) -> None:
        kept = self.add(name="Lamp & <light> é")
        for kind, media, begins in (
            ("pdf", "application/pdf", b"%PDF-"),
            ("md", "text/markdown", b"# Lamp"),
            ("csv", "text/csv", b"\xef\xbb\xbfphase"),
            ("jsonld", "application/ld+json", b"{"),
            ("inci", "text/plain", b"Aqua, Saponaria"),
        ):
            with self.subTest(kind):
                answer = self.client.get(f"/api/formulas/{kept['id']}/file/{kind}")
                self.assertEqual(answer.status_code, 200)
                self.assertTrue(answer.headers["Content-Type"].startswith(media))
                self.assertTrue(answer.content.startswith(begins), answer.content[:40])
        self.call("GET", f"/formulas/{kept['id']}/file/exe", None, 422)

    def test_a_card_is_one_a5_page_however_long_the_formula(self) -> None:
        many = [["lib-" + key, "5", "g"] for key in ("kaolin", "nettle", "sage", "linden", "hop") * 5]
        for lines in (LIQUOR, many):
            kept = self.add(*lines, about="word " * 200)
            pages = PdfReader(
                io.BytesIO(self.client.get(f"/api/formulas/{kept['id']}/file/pdf").content)
            ).pages
            self.assertEqual(len(pages), 1)
            size = pages[0].mediabox
            self.assertAlmostEqual(float(size.width), A5[0], delta=1)
            self.assertAlmostEqual(float(size.height), A5[1], delta=1)
            self.assertIn("local cosmetics rules", pages[0].extract_text())

    def test_what_cannot_be_reckoned_is_not_given_out(self) -> None:
        kept = self.add(["lib-soapwort", "", "g"])
        self.refused("GET", f"/formulas/{kept['id']}/file/pdf", None, "lines.0.amount")

    def test_a_recipe_goes_out_and_comes_in_the_same(self) -> None:
        kept = self.add(
            steps=[{"kind": "simmer", "adds": [1, 2], "least": 12, "most": 20}, {"kind": "strain"}]
        )
        recipe = self.client.get(f"/api/formulas/{kept['id']}/file/jsonld").content.decode()
        found = self.call("POST", "/formulas/bring", {"text": recipe}, 201)
        self.assertEqual((found["notices"], found["rest"]), ([], ""))
        self.assertEqual(found["formula"]["problems"], [])
        self.assertEqual(found["formula"]["assessment"]["lift"], kept["assessment"]["lift"])
        self.assertEqual(found["formula"]["assessment"]["steps"], kept["assessment"]["steps"])

    def test_a_strength_that_a_recipe_says_is_worked_out_with_everywhere(self) -> None:
        text = "Strong rinse\n500 ml distilled water\n60 ml white vinegar {} %"
        ph = {}
        for said in ("4", "7"):
            found = self.call("POST", "/formulas/bring", {"text": text.format(said)}, 201)["formula"]
            line = found["formula"]["lines"][1]
            self.assertEqual(line["supply_key"], f"lib-spirit_vinegar@{said}")
            self.assertEqual(found["problems"], [])
            ph[said] = found["assessment"]["ph"]["value"]
            sheet = self.client.get(f"/api/formulas/{found['id']}/file/jsonld").content.decode()
            again = self.call("POST", "/formulas/bring", {"text": sheet}, 201)["formula"]
            self.assertEqual(again["formula"]["lines"][1]["supply_key"], line["supply_key"])
            asked = {"supply_key": line["supply_key"], "how": "amount", "amount": 60, "unit": "mL"}
            water = {"supply_key": "class-distilled", "how": "amount", "amount": 500, "unit": "mL"}
            jug = self.jug(water, asked)
            self.assertAlmostEqual(jug["ph"]["value"], ph[said], delta=0.05)
            listed = self.call("GET", f"/shelf/supplies?named={line['supply_key']}")
            self.assertEqual(listed[0]["name"], f"Spirit vinegar, {said} %")
        self.assertGreater(ph["4"], ph["7"] + 0.1)
        for nothing in ("99", "0", "-5", "abc", "99.999", ""):
            key = {"supply_key": f"lib-spirit_vinegar@{nothing}"}
            asked = {"lines": [{"how": "amount", "amount": 5, "unit": "mL"} | key]}
            self.refused("POST", "/mix/jug", asked, "lines.0.supply_key")

    def test_what_a_line_was_read_otherwise_stands_in_the_note(self) -> None:
        text = "Oat soak\n30 ml vodka 54 %\n3 tbsp rhasoul"
        for sent in (text, json.dumps({"@type": "Recipe", "recipeIngredient": text.splitlines()[1:]})):
            found = self.call("POST", "/formulas/bring", {"text": sent}, 201)["formula"]["formula"]
            self.assertIn("Vodka is taken at its usual strength", found["about"])
            self.assertIn("“rhasoul” read as “rhassoul”", found["about"])

    def test_a_stranger_s_recipe_drops_nothing(self) -> None:
        recipe = {
            "@type": "Recipe",
            "name": "Hair soup",
            "recipeIngredient": ["1 cup oat flour", "3 g moon dust", "some honey"],
            "recipeInstructions": "Soak overnight. Dance in a ring.",
            "additionalProperty": [{"propertyID": "eyebright:use", "value": "drunk"}],
        }
        found = self.call("POST", "/formulas/bring", {"text": json.dumps(recipe)}, 201)
        lines = found["formula"]["formula"]["lines"]
        self.assertEqual([each["supply_key"] for each in lines], ["lib-oat_flour", "", "lib-honey"])
        self.assertEqual(lines[1]["text"], "3 g moon dust")
        told = found["formula"]["formula"]["told"]
        self.assertEqual([each["missed"] for each in told], ["", "Dance in a ring."])
        self.assertIn("Dance in a ring.", found["formula"]["formula"]["about"])
        self.assertEqual(set(self.problems(found["formula"])), {"lines.1.supply_key", "lines.2.amount"})

    def test_broken_files_are_said(self) -> None:
        for text, words in (('{"@type": ', "broken"), ("<html></html>", "no recipe"), ("", "nothing in it")):
            with self.subTest(words):
                self.assertIn(words, self.refused("POST", "/formulas/bring", {"text": text}, "text"))

    def test_pasted_lines(self) -> None:
        rain = self.put_tap(kind="rain", name="Rain barrel")
        text = "60 g Seifenkraut\n½ cup rain water\n5 drops kaolin\nmoon dust"
        found = self.call("POST", "/formulas/lines", {"text": text})["lines"]
        self.assertEqual(
            [each["supply_key"] for each in found], ["lib-soapwort", f"water-{rain}", "lib-kaolin", ""]
        )
        self.assertEqual([bool(each["problem"]) for each in found], [False, False, True, True])
        self.assertEqual(found[1]["amount"], "0.5")


class Belief(BenchTestCase):
    """What somebody thinks its pH is, beside what it is."""

    def test_it_stands_beside_what_it_is(self) -> None:
        kept = self.add()
        for thought, says in (
            ("", ""), ("12", "You think pH 12; it is "), ("0 to 14", "you are right"),
            ("1 to 1.2", "; it is "),
        ):  # fmt: skip
            kept = self.save(kept, thought=thought)
            with self.subTest(thought):
                self.assertIn(says, kept["belief"])
                self.assertEqual(bool(kept["belief"]), bool(thought))

    def test_what_is_no_ph_is_said_beside_its_field(self) -> None:
        kept = self.save(self.add(), thought="sour")
        self.assertIn("thought", [each["field"] for each in kept["problems"]])
        kept = self.save(kept, thought="4 to 40")
        says = {each["field"]: each["message"] for each in kept["problems"]}
        self.assertEqual(says["thought"], "A pH, from 0 to 14: 4.5, or 4 to 5.")
        self.assertEqual(kept["formula"]["thought"], "4 to 40")
