"""Nothing hangs and nothing breaks: wild bodies, wild recipes, wild numbers; each a plain refusal."""

import json
from typing import Any
from unittest import mock

from eyebright.core.formulas.exchange import import_recipe
from eyebright.core.formulas.model import FormulaError
from eyebright.formulas.models import Formula

from .support import ApiTestCase

HUGE = 10**300
DIGITS = "9" * 400


class Bodies(ApiTestCase):
    """What a request itself may be."""

    def refuses(self, status: int, raw: bytes, kind: str, path: str = "/shelf/lots") -> None:
        found = self.client.generic(
            "POST", f"/api{path}", raw, content_type=kind, headers={"X-CSRFToken": self.token}
        )
        self.assertEqual(found.status_code, status, found.content[:200])
        self.assertEqual(found.headers["Content-Type"], "application/problem+json")
        self.assertTrue(found.json()["title"])

    def test_forms_without_a_boundary_and_with_a_thousand_fields(self) -> None:
        head = self.call("POST", "/heads", {"name": "Wren", "answers": {"birth_year": 1988}}, 201)["id"]
        path = f"/heads/{head}/pictures"
        self.refuses(400, b"x", "multipart/form-data", path)
        self.refuses(400, b"--x", "multipart/form-data; boundary=" + "y" * 300, path)
        field = b'--x\r\nContent-Disposition: form-data; name="a"\r\n\r\n1\r\n'
        self.refuses(400, field * 1200 + b"--x--\r\n", "multipart/form-data; boundary=x", path)

    def test_more_than_fits(self) -> None:
        self.refuses(413, b'{"name": "' + b"x" * 3_000_000 + b'"}', "application/json")

    def test_what_is_no_object(self) -> None:
        for raw in (b"[]", b"7", b"{", b'{"a": ' + b"9" * 5000 + b"}", b"\xff", b"[" * 100_000):
            with self.subTest(raw[:20]):
                self.refuses(400, raw, "application/json")

    def test_numbers_of_hundreds_of_digits(self) -> None:
        for body in ({"size": HUGE}, {"size": DIGITS}, {"strength": 10**400}, {"left_share": -HUGE}):
            with self.subTest(str(body)[:30]):
                bottle = {"material": "malt_vinegar", "name": "x"} | body
                self.assertEqual(self.raw("POST", "/shelf/lots", bottle).status_code, 422)

    def test_ids_past_what_a_database_holds(self) -> None:
        for pk in (2**63, HUGE, -1):
            for method, path in (
                ("GET", f"/heads/{pk}"),
                ("GET", f"/formulas/{pk}"),
                ("DELETE", f"/shelf/lots/{pk}"),
                ("POST", f"/journal/entries/{pk}/restore"),
                ("GET", f"/shelf/readings?supply_key=lot-{pk}"),
                ("GET", f"/formulas/match?head={pk}"),
            ):
                with self.subTest(f"{method} {path}"[:60]):
                    self.assertLess(self.raw(method, path).status_code, 500)
        lines = [{"supply_key": f"lot-{HUGE}", "how": "fill"}]
        self.assertLess(self.raw("POST", "/mix/jug", {"lines": lines, "head": HUGE}).status_code, 500)
        self.assertLess(self.raw("PATCH", "/household", {"version": HUGE}).status_code, 500)

    def test_a_report_with_bare_carriage_returns(self) -> None:
        water = self.put_tap()
        text = "date,alkalinity\r2026-01-05,236\r2026-02-05,240"
        found = self.call("POST", f"/shelf/waters/{water}/report", {"text": text}, 201)
        self.assertEqual(len(found["profiles"]), 2)
        self.refused("POST", f"/shelf/waters/{water}/report", {"text": 'date,ph\r"2026'}, "text")


class Recipes(ApiTestCase):
    """What may stand on a page."""

    def bring(self, value: Any) -> int:
        text = value if isinstance(value, str) else json.dumps({"@type": "Recipe"} | value)
        return self.raw("POST", "/formulas/bring", {"text": text}).status_code

    def test_a_page_of_nothing_but_brackets_is_read_in_one_go(self) -> None:
        """Linear: ten times as long takes about ten times as many steps, which a squared one fails by far."""
        for page in ("<" * 50_000, "<a" * 25_000, "<!--" * 12_000, "<script>" * 6_000):
            with self.subTest(page[:8]), self.assertRaises(FormulaError):
                import_recipe(page)

    def test_words_full_of_brackets(self) -> None:
        found = import_recipe(
            json.dumps({"@type": "Recipe", "name": "<" * 50_000 + "b", "recipeIngredient": []})
        )
        self.assertTrue(found.name)

    def test_too_deep_is_said(self) -> None:
        with self.assertRaisesRegex(FormulaError, "nested too deep"):
            import_recipe("<div>" * 5_000 + '<script type="application/ld+json">{"@type":"Recipe"}</script>')

    def test_types_nesting_and_absurd_figures(self) -> None:
        ours = "eyebright:"
        deep: Any = "x"
        for _ in range(400):
            deep = [deep]
        wild: list[Any] = [
            {"recipeIngredient": {"a": 1}},
            {"recipeIngredient": [1, None, [], {}, "2 cups water" * 200]},
            {"recipeIngredient": ["water"] * 500, "recipeInstructions": "Stir. " * 400},
            {"recipeIngredient": ["1 g salt"], "recipeInstructions": deep},
            {"name": [1], "description": {"@value": 7}, "recipeIngredient": ["1 g salt"]},
            {"recipeIngredient": ["1 g salt"], "recipeInstructions": [f"Boil for {DIGITS} minutes."] * 3},
            {"recipeIngredient": ["1 g salt"], "recipeInstructions": ["Simmer 99999999 days."]},
        ]
        for name, value in (
            ("family", ["mask"]), ("minutes", 1e308), ("minutes", True), ("makes", -1), ("pot", {"a": 1}),
            ("steps", [{"kind": ["boil"], "least": 1e99}]),
            ("steps", [{"kind": "simmer", "sign": [], "adds": "x"}]),
            ("steps", [{"kind": "simmer", "least": 5, "most": 1}] * 90), ("phases", [{}]), ("forms", 7),
        ):  # fmt: skip
            extra = [{"propertyID": ours + name, "value": value}]
            wild.append({"recipeIngredient": ["1 g salt"], "additionalProperty": extra})
        for value in wild:
            with self.subTest(str(value)[:60]):
                self.assertIn(self.bring(value), (201, 422))
        self.assertIn(self.bring("[" * 100_000), (400, 422))
        for formula in Formula.objects.all():
            self.assertLess(self.raw("GET", f"/formulas/{formula.pk}").status_code, 500)

    def test_nothing_is_dropped_of_what_was_too_much(self) -> None:
        steps = [f"Stir it {n} times." for n in range(80)]
        value = {"recipeIngredient": [f"{n + 1} g salt" for n in range(70)], "recipeInstructions": steps}
        text = json.dumps({"@type": "Recipe", "name": "Long"} | value)
        formula = self.call("POST", "/formulas/bring", {"text": text}, 201)["formula"]["formula"]
        self.assertEqual((len(formula["lines"]), len(formula["steps"])), (60, 60))
        self.assertIn("70 g salt", formula["about"])
        self.assertIn("Stir it 79 times", formula["about"])


class Log(ApiTestCase):
    """What broke is logged, without what people typed."""

    def test_it_holds_where_and_not_what(self) -> None:
        from eyebright.config.private import WithoutWhatWasTyped

        secret = "Wren's secret"
        with (
            self.assertLogs("eyebright.kept.problems", "ERROR") as heard,
            mock.patch("eyebright.shelf.models.Lot.save", side_effect=ValueError(secret)),
        ):
            found = self.raw("POST", "/shelf/lots", {"material": "malt_vinegar", "name": secret})
        self.assertEqual(found.status_code, 500)
        said = WithoutWhatWasTyped().format(heard.records[0])
        self.assertIn("ValueError", said)
        self.assertIn("lots.py", said)
        self.assertNotIn(secret, said)
