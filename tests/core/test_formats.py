"""Formulas out in open formats, and in again with nothing dropped."""

import csv
import io
import json
from dataclasses import replace
from unittest import TestCase

from eyebright.core.formulas.assess import assess
from eyebright.core.formulas.change import compared
from eyebright.core.formulas.exchange import (
    CSV_COLUMNS,
    ParsedLine,
    csv_lines,
    hear_parts,
    import_recipe,
    inci,
    markdown,
    read_line,
    read_recipe,
    recipe,
)
from eyebright.core.formulas.model import FormulaError, planned_steps, starts
from eyebright.core.materials import Amount
from eyebright.core.numerals import Count

from .formulas import formula, reading, start
from .written_lines import empty_kitchen

KITCHEN = empty_kitchen()


def amount_of(line: ParsedLine) -> float | None:
    """How much was read."""
    return None if line.amount is None else line.amount.value


class RoundTrips(TestCase):
    """Every starting point, out and in."""

    def lines_of(self, made) -> list[tuple]:
        return [
            (each.supply.name, round(each.amount.value, 2), each.amount.unit, each.form)
            for each in made.ingredients
        ]

    def test_recipe(self) -> None:
        for key in starts():
            with self.subTest(key):
                made = start(key)
                again = import_recipe(json.dumps(recipe(made, assess(made))))
                self.assertEqual(again.name, made.name)
                self.assertEqual(again.settings["family"], made.family.key)
                self.assertEqual(again.phases, tuple(each.phase for each in made.ingredients))
                lines = [read_line(line, KITCHEN) for line in again.lines]
                self.assertEqual([each.problem for each in lines], [""] * len(lines))
                self.assertEqual(
                    [(each.found[0].name, amount_of(each), each.unit, each.form) for each in lines],
                    self.lines_of(made),
                )
                self.assertEqual(
                    [each["kind"] for each in again.steps], [each.kind.key for each in planned_steps(made)]
                )
                self.assertTrue(again.ours)

    def test_ranges_and_what_covers(self) -> None:
        liquor = formula("saponin_liquor", ("rain", 1, "cover"), ("soapnut", 10, "shell"))
        lines = list(liquor.ingredients)
        lines[1] = replace(lines[1], amount=Amount.ranging(Count(8.0, 10.0, 12.0), "shell"))
        made = replace(liquor, ingredients=tuple(lines))
        brought = import_recipe(json.dumps(recipe(made, assess(made))))
        again = [read_line(each, KITCHEN) for each in brought.lines]
        self.assertEqual([each.unit for each in again], ["cover", "shell"])
        found = again[1].amount
        assert found is not None
        self.assertEqual(found.written, "8–12")

    def test_markdown(self) -> None:
        made = start("lamplight_soapwort")
        text = markdown(made, assess(made))
        listed = [line for line in text.splitlines() if line.startswith("- ") and "**" not in line]
        lines = read_recipe("\n".join(listed), KITCHEN).lines
        again = {(each.found[0].name, amount_of(each), each.unit, each.form) for each in lines}
        self.assertEqual(again, set(self.lines_of(made)))
        self.assertIn("local cosmetics rules", text)
        self.assertIn("pH:** ", text)

    def test_csv(self) -> None:
        made = start("lock_gate_clay")
        rows = list(csv.DictReader(io.StringIO(csv_lines(made, assess(made)))))
        self.assertEqual(tuple(rows[0]), CSV_COLUMNS)
        self.assertEqual(
            [(row["material"], float(row["amount"]), row["unit"], row["form"]) for row in rows],
            self.lines_of(made),
        )

    def test_inci_falls_in_weight(self) -> None:
        made = formula(
            "clay_damp", ("rain", 100, "mL"), ("kaolin", 20, "g"), ("rhassoul", 30, "g"), ("rain", 10, "mL")
        )
        names = inci(made, assess(made))
        self.assertEqual([name for name, _ in names], ["Aqua", "Moroccan Lava Clay", "Kaolin"])
        self.assertAlmostEqual(sum(share for _, share in names), 1.0)


class Strange(TestCase):
    """Files of others, and broken ones."""

    def test_a_page_that_carries_one_deep_inside(self) -> None:
        page = """<html><head><script>var x = 1</script>
        <script type="application/ld+json">{"@graph": [{"@type": "WebPage"}, {"@type": ["Thing", "Recipe"],
        "name": "Oat <b>bath</b>", "recipeIngredient": ["1 cup oat flour", "  ", "2 handfuls of stardust"],
        "recipeInstructions": [{"@type": "HowToSection", "itemListElement": [
          {"@type": "HowToStep", "text": "Soak the oats overnight."}, {"text": "Strain for 2-3 minutes."}]},
          "Sing to it."]}]}</script></head></html>"""
        found = import_recipe(page)
        self.assertEqual(found.name, "Oat bath")
        self.assertEqual(found.lines, ("1 cup oat flour", "2 handfuls of stardust"))
        self.assertEqual(found.method, ("Soak the oats overnight.", "Strain for 2-3 minutes.", "Sing to it."))
        heard = hear_parts(found.name, found.lines, found.method, KITCHEN)
        self.assertEqual(
            [(step.kind, step.least, step.most) for step in heard.steps],
            [("soak", 480.0, 720.0), ("strain", 2.0, 3.0)],
        )
        self.assertEqual([each.missed for each in heard.told], ["", "", "Sing to it."])

    def test_what_is_broken_is_said(self) -> None:
        for text, words in (
            ('{"@type": "Recipe", ', "It is broken at line 1"),
            ("<html><p>soup</p></html>", "carries no recipe"),
            ('{"@type": "Person"}', "There is no recipe in it"),
            ("[1, 2", "broken"),
            ("   ", "nothing in it"),
            ("[" * 100_000, "broken"),
        ):
            with self.subTest(words), self.assertRaisesRegex(FormulaError, words) as raised:
                import_recipe(text)
            self.assertEqual(raised.exception.field, "text")

    def test_nonsense_in_our_own_fields_does_no_harm(self) -> None:
        made = start("lock_gate_clay")
        row = recipe(made, assess(made))
        row["additionalProperty"] = [
            {
                "propertyID": "eyebright:steps",
                "value": [{"kind": "dance"}, {"kind": "rest", "least": "x", "adds": [99, 1]}],
            },
            {"propertyID": "eyebright:phases", "value": 7},
            "words",
        ]
        found = import_recipe(json.dumps(row))
        self.assertEqual([(s["kind"], s["least"], s["adds"]) for s in found.steps], [("rest", None, [1])])
        self.assertEqual(found.phases, ("7",))


class Compare(TestCase):
    """Side by side, difference by difference."""

    def test_what_differs_is_marked(self) -> None:
        one = start("lamplight_soapwort")
        other = one.with_amount(1, 110.0)
        rows = {row.what: row for row in compared([one, other], [assess(one), assess(other)])}
        self.assertTrue(rows["Soapwort root"].differs)
        self.assertEqual(rows["Soapwort root"].cells, ("70 g, dried, broken", "110 g, dried, broken"))
        self.assertFalse(rows["Linden blossom"].differs)
        self.assertFalse(rows["family"].differs)
        self.assertTrue(rows["scalp oil lifted, %"].differs)
        lift = rows["scalp oil lifted, %"].figures
        self.assertLess(lift[0].value, lift[1].value)

    def test_a_line_that_only_one_has(self) -> None:
        made = [start("lock_gate_clay"), start("sluice_clay")]
        rows = {
            row.what: row for row in compared(made, [reading("clay_damp", ("rain", 9, "mL")) for _ in made])
        }
        self.assertEqual(rows["Kaolin"].cells, ("25 g", "–"))
