"""Formulas for a head: fits, limits, and washes with them."""

from typing import Any

from .bench import body
from .heads import HeadsTestCase


class ForAHead(HeadsTestCase):
    """Read for a head, matched to it, and the schools of the household."""

    def start(self, key: str) -> dict[str, Any]:
        return self.call("POST", "/formulas", {"start": key}, 201)

    def test_read_for_a_head_its_rules_hold(self) -> None:
        kept = self.start("winding_hole")
        child = self.put_ottoline()
        found = self.call("GET", f"/formulas/{kept['id']}?head={child}")
        self.assertIn("soda-child", [each["id"] for each in found["assessment"]["cautions"]])
        self.assertNotIn("soda-child", [each["id"] for each in kept["assessment"]["cautions"]])

    def test_match_ranks_with_reasons_and_rules_out(self) -> None:
        for key in ("winding_hole", "lamplight_soapwort", "stove_soap", "buttermilk_mask"):
            self.start(key)
        child = self.put_ottoline()
        found = self.call("GET", f"/formulas/match?head={child}")
        by_name = {each["name"]: each for each in found}
        self.assertEqual(by_name["Winding-hole soda"]["verdict"], "ruled_out")
        self.assertTrue(by_name["Winding-hole soda"]["stops"])
        self.assertTrue(all(each["reasons"] or each["against"] or each["stops"] for each in found))
        again = self.call("GET", f"/formulas/match?head={child}")
        self.assertEqual(found, again)

    def test_a_match_follows_what_changes_under_it(self) -> None:
        kept = self.start("stove_soap")
        wren = self.put_wren()

        def lift() -> float:
            found = self.call("GET", f"/formulas/match?head={wren}")
            return next(each["lift"]["value"] for each in found if each["id"] == kept["id"])

        before = lift()
        lines = kept["formula"]["lines"]
        lines[1]["amount"] = "4"
        asked = {"version": 1, "formula": kept["formula"] | {"lines": lines}, "head": wren}
        self.call("PUT", f"/formulas/{kept['id']}", asked)
        self.assertLess(lift(), before - 0.1)

    def test_a_reading_of_what_is_in_it_makes_its_digest_stale(self) -> None:
        malt, tap = self.put_malt(), self.put_tap()
        lines = [[f"lot-{malt}", "10", "mL"], [f"water-{tap}", "500", "mL"]]
        kept = self.call("POST", "/formulas", {"formula": body(*lines, family="acid_rinse")}, 201)

        def ph() -> dict[str, float]:
            (row,) = self.call("GET", "/formulas")["formulas"]
            self.assertEqual(row["id"], kept["id"])
            return row["ph"]

        before = ph()
        self.assertEqual(ph(), before)
        read = {"supply_key": f"lot-{malt}", "read": {"value": 2.0, "step": 0.5}}
        told = self.call("POST", "/shelf/readings", read, 201)["id"]
        after = ph()
        self.assertNotEqual(after, before)
        self.call("DELETE", f"/shelf/readings/{told}", None, 204)
        self.assertEqual(ph(), before)

    def test_what_the_shelf_can_make_is_offered_too(self) -> None:
        wren = self.put_wren()
        self.assertEqual(self.call("GET", f"/formulas/match?head={wren}"), [])
        for what in ("sunflower_oil", "hemp_seed_oil"):
            self.call("POST", "/shelf/lots", {"material": what, "name": what}, 201)
        found = self.call("GET", f"/formulas/match?head={wren}")
        offered = {(each["id"], each["start"]) for each in found}
        self.assertEqual(offered, {(None, "night_watch_oil"), (None, "winter_oil")})

    def test_one_wash_for_a_head(self) -> None:
        kept = self.start("lock_gate_clay")
        wren = self.put_wren()
        asked = {"goal": "head", "formula": kept["formula"], "head": wren}
        found = self.call("POST", "/formulas/propose", asked)
        self.assertIn("One wash for Wren Halloway", found["says"])

    def test_as_much_as_a_head_asks_for(self) -> None:
        kept = self.start("stove_soap")
        wren = self.put_wren()
        asked = {"goal": "asked", "formula": kept["formula"], "head": wren}
        found = self.call("POST", "/formulas/propose", asked)
        lift = next(each for each in found["beside"] if each["what"] == "scalp oil lifted")["after"]
        wanted = self.call("GET", f"/heads/{wren}/asks")["scalp"]["lift"]
        self.assertTrue(found["met"])
        self.assertTrue(wanted["low"] < lift["value"] < wanted["high"])
        self.refused("POST", "/formulas/propose", asked | {"head": None}, "head")

    def test_schools(self) -> None:
        picked = {"soda": "never", "clay": "dry", "strength": "strong", "metal": ""}
        kept = self.call("PATCH", "/household", {"schools": picked})["schools"]
        self.assertEqual(kept, {"soda": "never", "clay": "dry", "strength": "strong"})
        self.assertEqual(self.call("GET", "/formulas/bench")["picked"], kept)
        self.assertIn("no soda", self.start("winding_hole")["assessment"]["against_school"][0])
        clay = self.call("POST", "/formulas", {"family": "clay_damp"}, 201)
        self.assertEqual(clay["formula"]["family"], "clay_dry")
        rinse = self.start("towpath_rinse")["formula"]["lines"]
        self.assertEqual(rinse[0]["amount"], rinse[1]["amount"])  # one to one
        self.refused("PATCH", "/household", {"schools": {"soda": "perhaps"}}, "schools")
        own = self.start("winding_hole")
        asked = {"version": 1, "formula": own["formula"] | {"schools": {"soda": "limits"}}}
        found = self.call("PUT", f"/formulas/{own['id']}", asked)
        self.assertEqual(found["assessment"]["against_school"], [])


class Washes(HeadsTestCase):
    """Formulas strung together."""

    def links(self) -> list[dict[str, Any]]:
        made = {
            key: self.call("POST", "/formulas", {"start": key}, 201)["id"]
            for key in ("night_watch_oil", "stove_soap", "towpath_rinse")
        }
        oil, soap, rinse = ({"formula": pk} for pk in made.values())
        return [oil | {"zone": "lengths"}, soap | {"zone": "scalp"}, {"formula": None}, rinse]

    def test_read_kept_changed_taken_away_and_put_back(self) -> None:
        links = self.links()
        found = self.call("POST", "/wash/chains/read", {"links": links})
        self.assertEqual([each["plain"] for each in found["results"]], [False, False, True, False])
        self.assertEqual(found["results"][-1]["so_far"], found["minutes"])
        self.assertNotIn("wash-no-acid", [each["id"] for each in found["cautions"]])
        kept = self.call("POST", "/wash/chains", {"name": "Friday", "links": links}, 201)
        self.assertEqual(
            kept["names"], ["Night-watch serum", "Stove-side soap", "Plain water", "Towpath rinse"]
        )
        path = f"/wash/chains/{kept['id']}"
        self.assertEqual(
            self.call("PATCH", path, {"name": "Saturday", "links": links[:2]})["name"], "Saturday"
        )
        self.call("DELETE", path, None, 204)
        self.assertEqual(self.call("GET", "/wash/chains"), [])
        self.assertEqual(self.call("POST", f"{path}/restore")["name"], "Saturday")

    def test_for_a_head_it_says_what_is_asked(self) -> None:
        wren = self.put_wren()
        found = self.call("POST", "/wash/chains/read", {"links": self.links(), "head": wren})
        self.assertIn("suits this scalp then", found["asked"])

    def test_what_cannot_be_is_said_beside_its_link(self) -> None:
        links = self.links()
        self.refused("POST", "/wash/chains/read", {"links": []}, "links")
        self.refused("POST", "/wash/chains/read", {"links": [{"formula": 999}]}, "links.0.formula")
        self.refused("POST", "/wash/chains", {"name": "x", "links": [{"formula": 999}]}, "links.0.formula")
        self.refused(
            "POST", "/wash/chains/read", {"links": [{"formula": None, "times": 99}]}, "links.0.times"
        )
        kept = self.call("POST", "/wash/chains", {"name": "Friday", "links": links}, 201)
        self.call("DELETE", f"/formulas/{links[1]['formula']}", None, 204)
        (found,) = self.call("GET", "/wash/chains")
        self.assertEqual((found["id"], found["gone"], found["names"][1]), (kept["id"], True, "gone"))
