"""A kind, a step, a family is a row: none is asked for by its key, and a new one works up to the API."""

import ast
import functools
import gc
from collections.abc import Iterator
from copy import deepcopy
from pathlib import Path
from typing import Any
from unittest import mock

from eyebright.core import tables
from eyebright.core.formulas.model import families, step_kinds
from eyebright.core.materials import MaterialError, is_a, kinds, kinds_that
from eyebright.core.tables import TableError

from .support import ApiTestCase

HERE = Path(__file__).parents[2] / "eyebright"


def asked_by_key() -> Iterator[str]:
    """Comparisons of a kind with the key of a row, in the program itself."""
    keys = set(kinds()) | set(step_kinds()) - {"rest"}
    for path in sorted(HERE.rglob("*.py")):
        if "migrations" in path.parts:
            continue
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Compare) and ast.unparse(node.left).split(".")[-1] in ("kind", "kinds"):
                said = {each.value for each in ast.walk(node) if isinstance(each, ast.Constant)}
                if said & keys:
                    yield f"{path.relative_to(HERE)}:{node.lineno}: {ast.unparse(node)}"


class NoneByKey(ApiTestCase):
    """What the code does differently for a row is a column of its table."""

    def test_no_kind_is_asked_for_by_its_key(self) -> None:
        self.assertEqual(list(asked_by_key()), [])

    def test_a_trait_that_no_kind_has_is_a_slip(self) -> None:
        with self.assertRaises(MaterialError):
            kinds_that("fatt")
        self.assertTrue(is_a("oil", "fat"))
        self.assertFalse(is_a("water", "fat"))


class NewRows(ApiTestCase):
    """Rows that nobody's code has heard of."""

    def setUp(self) -> None:
        super().setUp()
        self.read = tables.read
        self.enterContext(mock.patch("eyebright.core.tables.read", self.with_more))
        self.forget()
        self.addCleanup(self.forget)

    def forget(self) -> None:
        """Tables are read once: read them again."""
        for each in gc.get_objects():
            if type(each) is functools._lru_cache_wrapper and each.__module__.startswith("eyebright."):
                each.cache_clear()

    def with_more(self, beside: str, name: str) -> dict[str, Any]:
        """Each table with one row more."""
        found = deepcopy(self.read(beside, name))
        if name == "kinds.toml":
            found["bog earth"] = found["clay"] | {"name": "bog earth"}
        if name == "steps.toml":
            found["step"].append({
                "key": "whisk", "name": "Whisk", "act": "do", "rank": 33, "minutes": [2, 4], "does": "mixes",
                "how": "Round and round.",
            })  # fmt: skip
        if name == "families.toml":
            mask = next(row for row in found["family"] if row["key"] == "clay_damp")
            found["family"].append(mask | {"key": "bog_mask", "name": "bog mask"})
        return found

    def test_a_kind_a_step_and_a_family_work_up_to_the_answer(self) -> None:
        earth = self.call("POST", "/shelf/materials", {"name": "Lock earth", "kind": "bog earth"}, 201)["key"]
        lot = self.call("POST", "/shelf/lots", {"material": earth, "name": "Lock earth"}, 201)["id"]
        tap = self.put_tap()
        bench = self.call("GET", "/formulas/bench")
        self.assertIn("bog_mask", [each["key"] for each in bench["families"]])
        self.assertIn("whisk", [each["key"] for each in bench["steps"]])
        lines = [
            {"id": 1, "supply_key": f"lot-{lot}", "amount": "40", "unit": "g"},
            {"id": 2, "supply_key": f"water-{tap}", "amount": "60", "unit": "mL"},
        ]
        formula = {
            "name": "Lock mask", "family": "bog_mask", "lines": lines,
            "steps": [{"kind": "weigh", "adds": []}, {"kind": "whisk", "adds": [1, 2]}],
        }  # fmt: skip
        made = self.call("POST", "/formulas", {"formula": formula}, 201)
        self.assertEqual(made["problems"], [])
        self.assertGreater(made["assessment"]["lift"]["scalp"]["value"], 0.0)
        batch = self.call("POST", "/make/batches", {"ask": {"formula": made["id"]}}, 201)
        self.assertIn("Whisk", [step["name"] for step in batch["steps"]])

    def test_a_row_that_is_wrong_says_where_it_is(self) -> None:
        wrong = {"key": "whisk", "name": "Whisk", "rank": "late", "act": "do", "how": "", "minutes": [1, 2]}
        with (
            mock.patch("eyebright.core.tables.read", lambda *_: {"step": [wrong], "sign": {}}),
            self.assertRaisesRegex(TableError, r"steps\.toml, step 1 \(whisk\): .*int.*rank"),
        ):
            step_kinds()
        self.forget()
        with (
            mock.patch("eyebright.core.tables.read", lambda *_: {"family": [{"key": "bog", "nam": "Bog"}]}),
            self.assertRaisesRegex(TableError, r"families\.toml, family 1 \(bog\): there is no column 'nam'"),
        ):
            families()
