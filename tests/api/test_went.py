"""How the washes with a formula went, version by version."""

from typing import Any

from .basin import BasinTestCase


class Went(BasinTestCase):
    """A mist and a liquor, changed between washes."""

    def went(self, formula: int) -> list[dict[str, Any]]:
        return self.call("GET", f"/wash/formulas/{formula}/went")

    def wash_with(self, formula: int, when: str = "dry", **answers: int) -> None:
        chain = self.chain(f"With {formula}", self.link(formula), {})
        run = self.whole(self.go(chain=chain))
        self.end(run)
        self.forward(hours=4)
        body = {"when": when, "answers": answers}
        self.call("POST", f"/wash/planned/{run['planned']}/reviews", body)
        self.forward(days=7)

    def change_amount(self, formula: int, amount: str) -> None:
        kept = self.call("GET", f"/formulas/{formula}")
        lines = [kept["formula"]["lines"][0] | {"amount": amount}, *kept["formula"]["lines"][1:]]
        body = {"version": kept["version"], "formula": kept["formula"] | {"lines": lines}}
        self.call("PUT", f"/formulas/{formula}", body)
        self.forward(minutes=1)

    def test_each_version_has_its_washes_and_what_was_told(self) -> None:
        self.assertEqual(self.went(self.soapwort), [])
        self.wash_with(self.soapwort, oil=2, softness=2)
        self.wash_with(self.soapwort, oil=3)
        self.change_amount(self.soapwort, "600")
        self.wash_with(self.soapwort, oil=1)
        now, first = self.went(self.soapwort)
        self.assertEqual((now["number"], now["name"], now["washes"]), (None, "as it is now", 1))
        self.assertEqual((first["number"], first["washes"]), (1, 2))
        self.assertIn("The scalp: oily, right or tight: right once, a little tight once.", first["says"])
        self.assertIn("Softness: soft once.", first["says"])
        self.assertIn("The scalp: oily, right or tight: a little oily once.", now["says"])

    def test_what_was_told_by_hand_counts_too(self) -> None:
        body = {"family": "saponin_liquor", "formula": self.soapwort, "answer": "right", "minutes": 3}
        self.call("POST", f"/heads/{self.wren}/washes", body, 201)
        (found,) = self.went(self.soapwort)
        self.assertEqual(found["washes"], 1)
        self.assertIn("Told without a wash at the basin: right once.", found["says"])
        self.assertIn("On for 3 min.", found["says"])

    def test_a_formula_that_is_gone(self) -> None:
        self.call("GET", "/wash/formulas/999/went", None, 404)
