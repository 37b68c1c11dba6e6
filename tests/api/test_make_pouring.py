"""A batch is poured: weighed, too much or too little, and put right."""

import random
from typing import Any

from eyebright.make.models import Pour

from .make import MakeTestCase


class Poured(MakeTestCase):
    """What was really poured."""

    def test_by_the_scale(self) -> None:
        batch = self.change(self.begin(self.rinse()), step=1)
        batch = self.do(batch, "bowl", do="tare")
        batch = self.do(batch, "pours", line=1, shown=300.0, state="steady")
        batch = self.do(batch, "pours", line=1, shown=499.0, state="steady")
        self.assertEqual(len(batch["lines"][0]["pours"]), 2)
        self.assertTrue(batch["lines"][0]["enough"])
        self.assertEqual(batch["bowl_total"], 499.0)
        self.assertIn("should read 499 g", self.refused_pour(batch, line=2, shown=0.0, state="steady"))
        self.assertIn("Nothing was poured", self.refused_pour(batch, line=2, shown=499.1, state="steady"))
        self.assertIn("still moves", self.refused_pour(batch, line=2, shown=510.0, state="moving"))
        self.assertIn("more than the scale bears", self.refused_pour(batch, line=2, state="overload"))
        self.assertIn("says nothing", self.refused_pour(batch, line=2, state="absent"))
        self.assertIn("less than before", self.refused_pour(batch, line=2, shown=420.0, state="steady"))
        batch = self.do(batch, "bowl", do="here", shown=0.0)  # it switched off, the bowl is on it
        batch = self.do(batch, "pours", line=2, shown=1.0, state="steady")
        self.assertEqual(batch["off"], [])

    def refused_pour(self, batch: dict[str, Any], **body: Any) -> str:
        body = {"version": self.now(batch)["version"]} | body
        return self.refused("POST", f"/make/batches/{batch['id']}/pours", body, "shown")

    def test_out_of_the_jar_and_the_next_bowl(self) -> None:
        batch = self.change(self.begin(self.rinse()), step=1)
        batch = self.do(batch, "bowl", do="jar", shown=250.0)
        batch = self.do(batch, "pours", line=2, shown=249.0, state="steady")
        self.assertAlmostEqual(batch["lines"][1]["poured"], 1.0)
        batch = self.do(batch, "bowl", do="next", shown=180.0)
        self.assertEqual((batch["bowl_base"], batch["bowl_total"], batch["from_jar"]), (180.0, 0.0, False))

    def test_by_the_drop(self) -> None:
        oil = self.put("lavender_oil", "Lavender oil", size=10, left=9)
        base = self.put("sunflower_oil", "Sunflower oil", size=500, left=400)
        serum = self.formula(
            "serum", (f"lot-{base}", "50", "g"), (f"lot-{oil}", "5", "drop"), use="left_in", bottle="glass"
        )
        batch = self.begin(serum)
        self.assertTrue(batch["lines"][1]["drops"])
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="4", unit="drop")
        self.assertLess(self.left(oil), 9.0)
        self.assertGreater(self.left(oil), 8.7)

    def test_too_much_is_worked_out_at_once_and_there_are_three_ways(self) -> None:
        batch = self.change(self.begin(self.rinse()), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="1.6", unit="g")
        self.assertTrue(batch["lines"][1]["over"])
        self.assertLess(batch["done"]["ph"]["value"], batch["planned"]["ph"]["value"])
        self.assertIn("0.6 g more Citric acid", batch["off"][0]["says"])
        ways = {each["way"]: each for each in self.call("GET", f"/make/batches/{batch['id']}/ways/2")}
        self.assertIn("in place of", ways["leave"]["says"])
        self.assertIn("1.6 times", ways["scale"]["says"])
        self.assertTrue(ways["right"]["possible"])
        scaled = self.do(batch, "ways", line=2, way="scale")
        self.assertAlmostEqual(scaled["lines"][0]["left"], 300.0, delta=5.0)
        self.assertFalse(scaled["lines"][1]["over"])
        topped = self.do(scaled, "pours", line=1)
        self.assertAlmostEqual(topped["done"]["ph"]["value"], batch["planned"]["ph"]["value"], delta=0.06)
        self.assertEqual(topped["off"], [])

    def test_put_right(self) -> None:
        batch = self.change(self.begin(self.rinse()), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="1.5", unit="g")
        right = self.do(batch, "ways", line=2, way="right")
        self.assertGreater(right["lines"][0]["left"], 20.0)
        right = self.do(right, "pours", line=1)
        self.assertAlmostEqual(right["done"]["ph"]["value"], batch["planned"]["ph"]["value"], delta=0.12)
        self.do(right, "ways", 422, line=2, way="scale")

    def test_a_mistake_of_a_step_long_past_is_mended(self) -> None:
        batch = self.made()
        (pour,) = batch["lines"][0]["pours"]
        before = batch["done"]["makes"]["value"]
        batch = self.call("PATCH", f"/make/pours/{pour['id']}", {"amount": "500", "version": pour["version"]})
        self.assertGreater(batch["done"]["makes"]["value"], before + 50)
        self.assertIn("more Rain barrel", batch["off"][0]["says"])
        self.refused("PATCH", f"/make/pours/{pour['id']}", {"amount": "0"}, "amount")
        self.call("PATCH", f"/make/pours/{pour['id']}", {"amount": "3", "version": 1}, 409)

    def test_something_else_and_something_besides(self) -> None:
        chestnut = self.put("horse_chestnut", "Horse-chestnut", size=500, left=400)
        batch = self.change(self.begin(), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, supply_key=f"lot-{chestnut}", amount="55", unit="g")
        batch = self.do(batch, "pours", supply_key=f"lot-{self.malt}", amount="10", unit="mL")
        self.assertEqual(self.left(chestnut), 345.0)
        says = " ".join(each["says"] for each in batch["off"])
        self.assertIn("Horse-chestnut", says)
        self.assertIn("Malt vinegar", says)
        self.refused(
            "POST",
            f"/make/batches/{batch['id']}/pours",
            {"version": batch["version"], "supply_key": "lot-999", "amount": 3},
            "supply_key",
        )

    def test_a_bag_that_runs_out_in_mid_line(self) -> None:
        batch = self.change(self.begin(lots={"2": f"lot-{self.old}"}), step=1)
        batch = self.do(batch, "pours", line=2, supply_key=f"lot-{self.old}", amount="40", unit="g")
        (pour,) = batch["lines"][1]["pours"]
        self.assertIn("only 30 left", pour["says"])
        self.assertEqual(self.left(self.old), 0.0)
        self.call("DELETE", f"/make/pours/{pour['id']}")
        self.assertEqual(self.left(self.old), 30.0)

    def test_what_is_drawn_and_given_back_sums_to_nothing_lost(self) -> None:
        chance = random.Random(16)
        whole = {lot: self.left(lot) for lot in (self.old, self.new, self.malt, self.citric)}
        batch = self.change(self.begin(), step=1)
        pours: list[int] = []
        for _ in range(40):
            pick = chance.random()
            if pick < 0.5 or not pours:
                lot = chance.choice(list(whole))
                amount = round(chance.uniform(0.1, 60.0), 2)
                batch = self.do(batch, "pours", supply_key=f"lot-{lot}", amount=amount, unit="g")
                pours.append(max(each["id"] for each in batch["besides"]))
            elif pick < 0.7 and (there := Pour.objects.filter(pk__in=pours).first()):
                self.call("DELETE", f"/make/pours/{there.pk}")
            elif pick < 0.85:
                self.call("POST", f"/make/pours/{chance.choice(pours)}/restore")
            else:
                self.call("DELETE", f"/make/batches/{batch['id']}", None, 204)
                self.call("POST", f"/make/batches/{batch['id']}/restore")
        for lot, had in whole.items():
            gave = sum(float(row.gave or 0) for row in Pour.objects.filter(supply_key=f"lot-{lot}"))
            self.assertAlmostEqual(self.left(lot) + gave, had, places=2)
        self.call("DELETE", f"/make/batches/{batch['id']}", None, 204)
        for lot, had in whole.items():
            self.assertAlmostEqual(self.left(lot), had, places=2)

    def test_two_windows_at_one_step(self) -> None:
        batch = self.change(self.begin(), step=1)
        body = {"version": batch["version"], "line": 1}
        self.call("POST", f"/make/batches/{batch['id']}/pours", body)
        second = self.call("POST", f"/make/batches/{batch['id']}/pours", body, 409)
        self.assertIn("another window", second["title"])
        self.assertEqual(len(second["now"]["lines"][0]["pours"]), 1)
        self.refused(
            "POST", f"/make/batches/{batch['id']}/pours", body | {"version": second["now"]["version"]}, "line"
        )

    def test_a_stop_that_was_poured_is_not_gone_past_unseen(self) -> None:
        batch = self.change(self.begin(self.rinse()), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="30", unit="g")
        self.assertIn("stop", {each["level"] for each in batch["cautions"]})
        says = self.refused("PATCH", f"/make/batches/{batch['id']}", {"step": 2}, "made")
        self.assertIn("does not go on anybody", says)
        stops = [f"made:{each['id']}" for each in batch["cautions"] if each["level"] == "stop"]
        self.assertEqual(self.change(batch, confirmed=stops, step=2)["step"], 2)
