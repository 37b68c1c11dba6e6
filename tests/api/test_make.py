"""Make over the API: from a formula to bottles with a date, and what can go otherwise on the way."""

import io
import random
from datetime import timedelta
from typing import Any

from django.utils import timezone

from eyebright.make.models import Batch, Container, Pour, StepClock
from eyebright.shelf.models import Lot

from .heads import HeadsTestCase, photo

MILK = ["dairy"]


class MakeTestCase(HeadsTestCase):
    """A kitchen: rain, soapwort in two bags, malt vinegar, citric acid; a liquor, a rinse and a dry blend."""

    def setUp(self) -> None:
        super().setUp()
        self.rain = self.call("POST", "/shelf/waters", {"kind": "rain", "name": "Rain barrel"}, 201)["id"]
        self.old = self.put("soapwort", "Soapwort, last year", size=100, left=30, use_by=self.day(20))
        self.new = self.put("soapwort", "Soapwort, dug in October", size=200, left=150, use_by=self.day(300))
        self.malt = self.put_malt(size=1000, left=900)
        self.citric = self.put("citric_acid", "Citric acid", size=250, left=200)

    def put(self, material: str, name: str, **more: Any) -> int:
        return self.call("POST", "/shelf/lots", {"material": material, "name": name} | more, 201)["id"]

    def day(self, days: int) -> str:
        return (timezone.localdate() + timedelta(days=days)).isoformat()

    def left(self, lot: int) -> float:
        return float(Lot.with_removed.get(pk=lot).left)

    def formula(self, family: str, *lines: tuple[str, str, str], **more: Any) -> int:
        rows = [
            {"id": place, "stuff": stuff, "amount": amount, "unit": unit}
            for place, (stuff, amount, unit) in enumerate(lines, start=1)
        ]
        body = {"name": more.pop("name", "Trial"), "family": family, "lines": rows} | more
        return self.call("POST", "/formulas", {"formula": body}, 201)["id"]

    def liquor(self) -> int:
        return self.formula(
            "saponin_liquor",
            (f"water-{self.rain}", "400", "mL"),
            (f"lot-{self.new}", "40", "g"),
            name="Lamplight soapwort",
        )

    def rinse(self) -> int:
        return self.formula(
            "acid_rinse",
            (f"water-{self.rain}", "500", "mL"),
            (f"lot-{self.citric}", "1", "g"),
            name="Towpath rinse",
            minutes="2",
        )

    def begin(self, formula: int | None = None, status: int = 201, **ask: Any) -> dict[str, Any]:
        asked = {"formula": formula or self.liquor()} | ask
        return self.call("POST", "/make/batches", {"ask": asked}, status)

    def now(self, batch: dict[str, Any]) -> dict[str, Any]:
        return self.call("GET", f"/make/batches/{batch['id']}")

    def do(self, batch: dict[str, Any], where: str, status: int = 200, **body: Any) -> dict[str, Any]:
        """Something done to a batch as it is now."""
        body = {"version": self.now(batch)["version"]} | body
        return self.call("POST", f"/make/batches/{batch['id']}/{where}", body, status)

    def change(self, batch: dict[str, Any], **body: Any) -> dict[str, Any]:
        return self.call("PATCH", f"/make/batches/{batch['id']}", body)

    def pour_all(self, batch: dict[str, Any]) -> dict[str, Any]:
        for line in batch["lines"]:
            batch = self.do(batch, "pours", line=line["id"])
        return batch

    def at(self, batch: dict[str, Any], kind: str) -> int:
        return next(step["place"] for step in batch["steps"] if step["kind"] == kind)

    def made(self, formula: int | None = None, **ask: Any) -> dict[str, Any]:
        """A batch, poured as planned and carried on to its bottles."""
        batch = self.pour_all(self.begin(formula, **ask))
        return self.change(batch, step=len(batch["steps"]) - 1)

    def filled(self, batch: dict[str, Any], amount: float = 200, **more: Any) -> dict[str, Any]:
        return self.do(batch, "containers", 201, amount=amount, **more)

    def keep(self, container: dict[str, Any], **body: Any) -> dict[str, Any]:
        return self.call("PATCH", f"/make/containers/{container['id']}", body)


class BeforeItIsBegun(MakeTestCase):
    """What it takes."""

    def takes(self, **ask: Any) -> dict[str, Any]:
        return self.call("POST", "/make/takes", ask)

    def test_the_bag_that_goes_off_first_then_the_next(self) -> None:
        line = self.takes(formula=self.liquor())["lines"][1]
        self.assertEqual(
            [(each["name"], each["amount"]) for each in line["drawn"]],
            [("Soapwort, last year", 30.0), ("Soapwort, dug in October", 10.0)],
        )
        chosen = self.takes(formula=self.liquor(), lots={"2": f"lot-{self.new}"})["lines"][1]
        self.assertEqual([each["key"] for each in chosen["drawn"]], [f"lot-{self.new}"])

    def test_how_much(self) -> None:
        formula, wren = self.liquor(), self.put_wren()
        bottle = self.call("POST", "/shelf/vessels", {"name": "Squeeze bottle", "volume": 250}, 201)["id"]
        written = self.takes(formula=formula)["makes"]["value"]
        for ask, ml in (
            ({"much": "ml", "value": "300"}, 300.0),
            ({"much": "vessel", "vessel": bottle}, 250.0),
            ({"much": "cubes", "value": "10", "cube": "25"}, 250.0),
        ):
            with self.subTest(ask):
                got = self.takes(formula=formula, **ask)["makes"]["value"]
                self.assertAlmostEqual(got, ml, delta=0.15 * ml)
        self.assertLess(
            self.takes(formula=formula, much="times", value="1/2")["makes"]["value"], 0.6 * written
        )
        one = self.takes(formula=formula, much="washes", value="1", heads=[wren])
        two = self.takes(formula=formula, much="washes", value="1", heads=[wren, self.put_ottoline()])
        self.assertIn("One wash for Wren", one["says"])
        self.assertGreater(two["makes"]["value"], one["makes"]["value"])

    def test_what_is_missing_can_be_bought_or_stood_in_for(self) -> None:
        self.put("horse_chestnut", "Horse-chestnut", size=500, left=400)
        found = self.takes(formula=self.liquor(), much="times", value="10")
        self.assertEqual(len(found["shopping"]), 1)
        self.assertIn("Soapwort", found["shopping"][0])
        line = found["lines"][1]
        self.assertAlmostEqual(line["missing"], line["needed"] - 180.0, delta=1.0)
        self.assertEqual([each["name"] for each in line["stand_ins"]], ["Horse-chestnut"])

    def test_the_pot_its_headroom_and_what_must_be_at_hand(self) -> None:
        pot = self.call("POST", "/shelf/vessels", {"name": "Milk pan", "volume": 500}, 201)["id"]
        found = self.takes(formula=self.liquor(), made_in=pot)
        self.assertIn("Milk pan holds", found["too_small"])
        self.assertGreater(found["room"], 800.0)
        self.assertIn("mesh and cloth", {each["name"] for each in found["tools"]})

    def test_what_cannot_be_made_is_said_beside_its_field(self) -> None:
        formula = self.liquor()
        for field, ask in (
            ("value", {"much": "ml", "value": ""}),
            ("value", {"much": "ml", "value": "-3"}),
            ("value", {"much": "washes", "value": "900"}),
            ("vessel", {"much": "vessel"}),
            ("lots", {"lots": {"2": f"lot-{self.malt}"}}),
        ):
            with self.subTest(ask):
                self.refused("POST", "/make/takes", {"formula": formula} | ask, field)
        self.refused("POST", "/make/takes", {}, "family")
        self.call("POST", "/make/takes", {"formula": 999}, 404)
        self.call("POST", "/make/takes", {"formula": formula, "heads": [99]}, 404)

    def test_for_whom_and_how_thinned(self) -> None:
        wren, ottoline = self.put_wren(), self.put_ottoline()
        sharp = self.formula(
            "acid_rinse", (f"water-{self.rain}", "500", "mL"), (f"lot-{self.citric}", "5", "g"), minutes="2"
        )
        found = {each["head"]: each for each in self.takes(formula=sharp, heads=[wren, ottoline])["heads"]}
        self.assertNotEqual(found[ottoline]["parts"], 0)
        milk = self.put("buttermilk", "Buttermilk", size=500)
        mask = self.formula("mask", (f"lot-{milk}", "100", "g"), name="Boat mask")
        self.call("PATCH", f"/heads/{ottoline}", {"answers": self.ottoline() | {"allergies": MILK}})
        refused = self.refused(
            "POST", "/make/batches", {"ask": {"formula": mask, "heads": [wren, ottoline]}}, "heads"
        )
        self.assertIn("Not for Ottoline", refused)
        self.assertEqual(Batch.objects.count(), 0)

    def ottoline(self) -> dict[str, Any]:
        return {"birth_year": timezone.now().year - 9, "adult": "Wren Halloway", "skin": ["eczema"]}


class CarriedOn(MakeTestCase):
    """Step by step."""

    def test_a_whole_liquor(self) -> None:
        batch = self.begin(much="ml", value="300")
        self.assertEqual(batch["steps"][0]["act"], "gather")
        batch = self.change(batch, step=1)
        batch = self.pour_all(batch)
        self.assertTrue(all(line["enough"] for line in batch["lines"]))
        self.assertEqual(batch["off"], [])
        self.assertEqual(batch["done"]["ph"], batch["planned"]["ph"])
        soak = self.at(batch, "soak")
        batch = self.change(batch, step=soak)
        batch = self.do(batch, f"steps/{soak}", do="start", minutes=600)
        (running,) = self.call("GET", "/make/clocks")
        self.assertEqual((running["batch"], running["step"]), (batch["id"], "Soak"))
        StepClock.objects.update(
            began_at=timezone.now() - timedelta(minutes=612), until=timezone.now() - timedelta(minutes=12)
        )
        self.assertIn("12 min ago", self.now(batch)["steps"][soak]["clock"]["says"])
        batch = self.change(batch, step=self.at(batch, "cool"))
        self.assertEqual(self.call("GET", "/make/clocks"), [])
        batch = self.do(batch, f"steps/{self.at(batch, 'cool')}", do="start")
        self.assertIn("38 °C", batch["cooling"]["says"])
        self.assertGreater(batch["cooling"]["safe"]["value"], 10.0)
        batch = self.change(
            batch,
            step=self.at(batch, "measure"),
            read={"value": 5.5, "step": 0.5},
            yielded="290",
            thickness="watery",
        )
        self.assertIn("strip read 5.5", batch["comparison"])
        self.assertIn("290 mL", batch["yield_says"])
        bottle = self.filled(batch, 250, name="Squeeze bottle")
        self.assertEqual((bottle["unit"], bottle["left"], bottle["place"]), ("mL", 250.0, "fridge"))
        self.assertEqual(bottle["use_by"], self.day(7))
        self.assertIn("week in the fridge", bottle["reason"])
        batch = self.change(batch, finished=True)
        self.assertIsNotNone(batch["finished_at"])
        self.assertAlmostEqual(
            self.left(self.old) + self.left(self.new), 180.0 - batch["lines"][1]["grams"], delta=0.05
        )

    def test_nothing_is_gone_past_that_is_not_in(self) -> None:
        batch = self.change(self.begin(), step=1)
        says = self.refused("PATCH", f"/make/batches/{batch['id']}", {"step": 2}, "step")
        self.assertIn("Not in yet: Rain barrel", says)
        batch = self.do(batch, "pours", line=1)
        batch = self.change(batch, left_out=[2])
        self.assertEqual(self.change(batch, step=2)["step"], 2)
        self.assertIn("was left out", self.now(batch)["off"][0]["says"])
        self.refused("PATCH", f"/make/batches/{batch['id']}", {"step": 99}, "step")

    def test_a_stop_of_a_step_goes_when_what_it_asks_for_is_so(self) -> None:
        answers = {"birth_year": 1965, "asthma": True}
        self.call("POST", "/heads", {"name": "Idris Pell", "answers": answers}, 201)
        herb = self.put("nettle", "Nettle", size=200)
        blend = self.formula("dry_blend", (f"lot-{herb}", "50", "g"), (f"lot-{self.new}", "20", "g"))
        batch = self.pour_all(self.begin(blend))
        mill = self.at(batch, "mill")
        batch = self.change(batch, step=mill)
        (stop,) = [each for each in batch["steps"][mill]["cautions"] if each["level"] == "stop"]
        self.assertIn("Idris", stop["what"])
        says = self.refused("PATCH", f"/make/batches/{batch['id']}", {"step": mill + 1}, "step")
        self.assertIn("asthma", says)
        self.refused("PATCH", f"/make/batches/{batch['id']}", {"finished": True}, "step")
        batch = self.change(batch, confirmed=[f"{mill}:{stop['id']}"], step=mill + 1)
        self.assertTrue(batch["steps"][mill]["cautions"][0]["confirmed"])

    def test_a_clock_gets_longer_ends_and_is_taken_back(self) -> None:
        batch = self.pour_all(self.begin())
        soak = self.at(batch, "soak")
        batch = self.change(batch, step=soak)
        self.refused(
            "POST",
            f"/make/batches/{batch['id']}/steps/{soak}",
            {"version": batch["version"], "do": "end"},
            "step",
        )
        batch = self.do(batch, f"steps/{soak}", do="start", minutes=60)
        self.do(batch, f"steps/{soak}", 422, do="start", minutes=60)
        longer = self.do(batch, f"steps/{soak}", do="longer", minutes=30)
        self.assertAlmostEqual(longer["steps"][soak]["clock"]["left"], 5400, delta=10)
        self.do(batch, f"steps/{soak}", 422, do="longer")
        ended = self.do(batch, f"steps/{soak}", do="end")
        self.assertIsNone(ended["steps"][soak]["clock"]["left"])
        again = self.do(batch, f"steps/{soak}", do="again")
        self.assertIsNotNone(again["steps"][soak]["clock"]["left"])
        self.do(batch, "steps/99", 422, do="start")

    def test_a_clock_of_the_machine_that_was_set_back(self) -> None:
        batch = self.pour_all(self.begin())
        soak = self.at(batch, "soak")
        batch = self.do(self.change(batch, step=soak), f"steps/{soak}", do="start", minutes=60)
        StepClock.objects.update(
            began_at=timezone.now() + timedelta(hours=3), until=timezone.now() + timedelta(hours=4)
        )
        self.assertIn("set back", self.now(batch)["steps"][soak]["clock"]["says"])
        self.assertIn("Took 0 s", self.do(batch, f"steps/{soak}", do="end")["steps"][soak]["clock"]["says"])

    def test_a_thermometer_makes_the_cooling_surer(self) -> None:
        batch = self.pour_all(self.begin())
        cool = self.at(batch, "cool")
        batch = self.do(self.change(batch, step=cool), f"steps/{cool}", do="start")
        StepClock.objects.update(began_at=timezone.now() - timedelta(minutes=25))
        before = self.now(batch)["cooling"]
        after = self.do(batch, "celsius", celsius="58")["cooling"]
        self.assertAlmostEqual(after["now"]["value"], 58.0, delta=1.5)
        self.assertLess(
            after["safe"]["high"] - after["safe"]["low"], before["safe"]["high"] - before["safe"]["low"]
        )
        covered = self.do(batch, f"steps/{cool}", do="stand", lid="on", vessel="glass", room="26")["cooling"]
        self.assertGreater(covered["safe"]["value"], after["safe"]["value"])
        self.do(batch, "celsius", 422, celsius="900")

    def test_how_long_it_really_soaked_counts_only_where_its_clock_ran(self) -> None:
        batch = self.pour_all(self.begin())
        plain = batch["done"]["lift"]["value"]
        soak = self.at(batch, "soak")
        passed = self.change(batch, step=soak + 1)
        self.assertAlmostEqual(passed["done"]["lift"]["value"], plain)
        short = self.do(self.change(passed, step=soak), f"steps/{soak}", do="start", minutes=5)
        short = self.change(short, step=soak + 1)
        self.assertLess(short["done"]["lift"]["value"], plain)

    def test_nothing_planned(self) -> None:
        batch = self.call("POST", "/make/batches", {"ask": {"family": "acid_rinse", "name": "By eye"}}, 201)
        self.assertEqual(batch["done"]["trouble"], "Nothing is in it yet.")
        batch = self.do(batch, "pours", stuff=f"water-{self.rain}", amount="500", unit="mL")
        batch = self.do(batch, "pours", stuff=f"lot-{self.malt}", amount="2", unit="tbsp")
        self.assertLess(batch["done"]["ph"]["value"], 4.5)
        self.assertEqual(len(batch["besides"]), 2)
        self.assertAlmostEqual(self.left(self.malt), 870.0, delta=1.0)
        batch = self.change(batch, step=4)
        self.assertEqual(self.filled(batch, 500)["unit"], "mL")


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
        self.assertTrue(ways["right"]["there"])
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
        batch = self.do(batch, "pours", line=2, stuff=f"lot-{chestnut}", amount="55", unit="g")
        batch = self.do(batch, "pours", stuff=f"lot-{self.malt}", amount="10", unit="mL")
        self.assertEqual(self.left(chestnut), 345.0)
        says = " ".join(each["says"] for each in batch["off"])
        self.assertIn("Horse-chestnut", says)
        self.assertIn("Malt vinegar", says)
        self.refused(
            "POST",
            f"/make/batches/{batch['id']}/pours",
            {"version": batch["version"], "stuff": "lot-999", "amount": 3},
            "stuff",
        )

    def test_a_bag_that_runs_out_in_mid_line(self) -> None:
        batch = self.change(self.begin(lots={"2": f"lot-{self.old}"}), step=1)
        batch = self.do(batch, "pours", line=2, stuff=f"lot-{self.old}", amount="40", unit="g")
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
                batch = self.do(batch, "pours", stuff=f"lot-{lot}", amount=amount, unit="g")
                pours.append(max(each["id"] for each in batch["besides"]))
            elif pick < 0.7 and (there := Pour.objects.filter(pk__in=pours).first()):
                self.call("DELETE", f"/make/pours/{there.pk}")
            elif pick < 0.85:
                self.call("POST", f"/make/pours/{chance.choice(pours)}/restore")
            else:
                self.call("DELETE", f"/make/batches/{batch['id']}", None, 204)
                self.call("POST", f"/make/batches/{batch['id']}/restore")
        for lot, had in whole.items():
            gave = sum(float(row.gave or 0) for row in Pour.objects.filter(stuff=f"lot-{lot}"))
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


class InStock(MakeTestCase):
    """Containers."""

    def test_use_open_finish_and_take_that_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        bottle = self.keep(bottle, use="60", opened=True)
        self.assertEqual((bottle["left"], bottle["opened_on"]), (140.0, self.day(0)))
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"use": "500"}, "use")
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"left": "999"}, "left")
        bottle = self.keep(bottle, ended="used")
        self.assertEqual(self.call("GET", "/make")["stock"], 0)
        bottle = self.keep(bottle, ended="")
        self.assertEqual(self.call("GET", "/make")["stock"], 1)

    def test_frozen_thawed_and_never_again(self) -> None:
        cubes = self.filled(self.made(), 120, place="freezer", count=4)
        self.assertEqual((cubes["name"], cubes["count"]), ("4 cubes", 4))
        self.assertGreater(cubes["days"], 60)
        thawed = self.keep(cubes, place="fridge")
        self.assertEqual((thawed["use_by"], thawed["soon"]), (self.day(0), "today"))
        self.assertIn("never freeze it again", thawed["reason"])
        says = self.refused("PATCH", f"/make/containers/{cubes['id']}", {"place": "freezer"}, "place")
        self.assertIn("never frozen again", says)

    def test_topped_up_the_oldest_date_stays(self) -> None:
        formula = self.liquor()
        old = self.filled(self.made(formula), 100)
        Container.objects.update(use_by=timezone.localdate() + timedelta(days=2))
        fresh = self.made(formula)
        other = self.made(self.rinse())
        topped = self.call(
            "POST", f"/make/containers/{old['id']}/top-up", {"version": 1, "batch": fresh["id"], "amount": 50}
        )
        self.assertEqual((topped["left"], topped["use_by"]), (150.0, self.day(2)))
        self.assertIn("Topped up", topped["reason"])
        self.refused(
            "POST",
            f"/make/containers/{old['id']}/top-up",
            {"version": topped["version"], "batch": other["id"], "amount": 50},
            "batch",
        )

    def test_what_is_on_top_is_counted_and_can_be_taken_off(self) -> None:
        formula = self.liquor()
        old, fresh = self.filled(self.made(formula), 100), self.made(formula)
        day = old["use_by"]
        asked = {"version": 1, "batch": fresh["id"], "amount": 50}
        topped = self.call("POST", f"/make/containers/{old['id']}/top-up", asked)
        self.assertEqual(self.call("GET", f"/make/batches/{fresh['id']}")["filled"], 50)
        (on_top,) = topped["toppings"]
        off = self.call("DELETE", f"/make/toppings/{on_top['id']}")
        self.assertEqual((off["left"], off["filled"], off["use_by"], off["toppings"]), (100, 100, day, []))
        self.assertEqual(self.call("GET", f"/make/batches/{fresh['id']}")["filled"], 0)
        for _ in range(2):
            back = self.call("POST", f"/make/toppings/{on_top['id']}/restore")
            self.assertEqual(back["left"], 150)
        self.keep(back, use=120)
        self.refused("DELETE", f"/make/toppings/{on_top['id']}", None, "amount")

    def test_what_is_past_or_has_something_else_in_it_is_not_topped_up(self) -> None:
        formula = self.liquor()
        old, fresh = self.filled(self.made(formula), 100), self.made(formula)
        version = self.call("GET", f"/make/batches/{fresh['id']}")["version"]
        salt = {"version": version, "line": 0, "stuff": f"lot-{self.citric}", "amount": 1, "unit": "g"}
        self.call("POST", f"/make/batches/{fresh['id']}/pours", salt)
        asked = {"version": 1, "batch": fresh["id"], "amount": 50}
        path = f"/make/containers/{old['id']}/top-up"
        self.assertIn("Citric acid is in it", self.refused("POST", path, asked, "batch"))
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=1))
        self.assertIn("saves nothing", self.refused("POST", path, asked, "amount"))

    def test_a_slip_of_the_finger_does_not_thaw_anything(self) -> None:
        cubes = self.filled(self.made(), 120, place="freezer", count=4)
        thawed = self.keep(cubes, place="fridge")
        frozen = self.keep(thawed, stayed=True)
        was = [cubes[name] for name in ("place", "use_by", "reason", "frozen_on", "thawed_on")]
        self.assertEqual(
            [frozen[name] for name in ("place", "use_by", "reason", "frozen_on", "thawed_on")], was
        )
        says = self.refused("PATCH", f"/make/containers/{cubes['id']}", {"stayed": True}, "place")
        self.assertIn("not moved since", says)

    def test_nothing_is_filled_over_a_stop_or_with_words_for_whom_that_are_older(self) -> None:
        wren, ottoline = self.put_wren(), self.put_ottoline()
        batch = self.begin(self.liquor(), heads=[wren, ottoline])
        soda = {"line": 0, "stuff": "lib-baking_soda", "amount": 3, "unit": "tbsp"}
        batch = self.do(batch, "pours", **soda)
        says = {each["name"]: each["says"] for each in batch["heads"]}
        self.assertIn("not for", says["Ottoline"])
        neat = self.call("POST", "/make/batches", {"ask": {"name": "Neat", "family": "acid_rinse"}}, 201)
        sharp = {"line": 0, "stuff": "lib-malt_vinegar", "amount": 50, "unit": "mL"}
        neat = self.do(neat, "pours", **sharp)
        asked = {"version": neat["version"], "amount": 40, "place": "fridge"}
        self.refused("POST", f"/make/batches/{neat['id']}/containers", asked, "made")

    def test_no_more_is_filled_than_there_can_be(self) -> None:
        batch = self.made()
        asked = {"version": batch["version"], "amount": 9_000, "place": "fridge"}
        says = self.refused("POST", f"/make/batches/{batch['id']}/containers", asked, "amount")
        self.assertIn("at most", says)

    def test_what_went_off_is_asked_about_in_what_was_made_alike(self) -> None:
        formula = self.liquor()
        batch = self.made(formula)
        one, other = self.filled(batch, 100), self.filled(batch, 100)
        usual = (Container.objects.get(pk=one["id"]).use_by - timezone.localdate()).days
        Container.objects.update(filled_on=timezone.localdate() - timedelta(days=3))
        self.keep(one, ended="mould")
        (left,) = self.call("GET", "/make")["containers"]
        self.assertEqual(left["id"], other["id"])
        self.assertIn("Another of this batch went off", left["asks"])
        again = self.filled(self.made(formula), 100)
        self.assertIn("One made by the same formula", again["asks"])
        self.assertLess(again["days"], usual)
        self.assertIn("went off sooner here", again["reason"])

    def test_past_its_date_and_wet(self) -> None:
        bottle = self.filled(self.made(), 200)
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=2))
        (found,) = self.call("GET", "/make/containers")
        self.assertEqual((found["soon"], found["days"]), ("past", -2))
        self.assertIn("throw it away", found["asks"])
        self.refused("PATCH", f"/make/containers/{bottle['id']}", {"place": "freezer"}, "place")

    def test_days_that_cannot_be(self) -> None:
        batch = self.made()
        for field, more in (
            ("use_by", {"use_by": self.day(-1)}),
            ("use_by", {"use_by": self.day(90)}),
            ("filled_on", {"filled_on": self.day(1)}),
            ("filled_on", {"filled_on": self.day(-3)}),
            ("amount", {"amount": 0}),
        ):
            with self.subTest(more):
                body = {"version": self.now(batch)["version"], "amount": 100} | more
                says = self.refused("POST", f"/make/batches/{batch['id']}/containers", body, field)
                self.assertTrue(says.endswith((".", "cold.", "covered.")), says)
        own = self.filled(batch, 100, use_by=self.day(2))
        self.assertEqual(own["use_by"], self.day(2))
        self.assertIn("Your own day", own["reason"])

    def test_no_more_than_it_holds_and_than_was_measured(self) -> None:
        jar = self.call("POST", "/shelf/vessels", {"name": "Jam jar", "volume": 200}, 201)["id"]
        batch = self.change(self.made(), yielded="300")
        body = {"version": batch["version"], "vessel": jar, "amount": 250}
        says = self.refused("POST", f"/make/batches/{batch['id']}/containers", body, "amount")
        self.assertIn("Jam jar holds 200 mL", says)
        self.filled(batch, 200, vessel=jar)
        body = {"version": self.now(batch)["version"], "amount": 150}
        self.assertIn(
            "100 of it are left",
            self.refused("POST", f"/make/batches/{batch['id']}/containers", body, "amount"),
        )

    def test_removed_and_put_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        self.call("DELETE", f"/make/containers/{bottle['id']}", None, 204)
        self.assertEqual(self.call("GET", "/make")["stock"], 0)
        self.assertEqual(self.call("POST", f"/make/containers/{bottle['id']}/restore")["left"], 200.0)

    def test_found_by_the_code_on_its_label(self) -> None:
        bottle = self.filled(self.made(), 200)
        for typed in (bottle["code"], bottle["code"].lower()):
            hits = self.call("GET", f"/search?find={typed}")
            self.assertIn(f"/make/{bottle['batch']}", [hit["path"] for hit in hits])

    def test_labels_and_a_card(self) -> None:
        batch = self.made(heads=[self.put_wren()])
        pk = batch["id"]
        self.call("GET", f"/make/batches/{pk}/labels", status=422)
        bottle = self.filled(batch, 200)
        for size in [each["key"] for each in self.call("GET", "/make/labels/sizes")]:
            for path in (
                f"/make/batches/{pk}/labels?size={size}&skip=3",
                f"/make/labels?which={bottle['id']}&size={size}",
            ):
                response = self.client.get(f"/api{path}")
                self.assertEqual((response.status_code, response.content[:5]), (200, b"%PDF-"), path)
        self.refused("GET", f"/make/batches/{pk}/labels?size=huge", None, "size")
        self.assertEqual(self.client.get(f"/api/make/batches/{pk}/card").content[:5], b"%PDF-")

    def test_a_strip_for_a_bottle_that_was_measured(self) -> None:
        batch = self.begin(self.rinse())
        plain = self.call("POST", "/shelf/vessels", {"name": "Glass bottle", "volume": 700}, 201)["id"]
        says = self.refused("GET", f"/make/batches/{batch['id']}/strip?vessel={plain}", None, "vessel")
        self.assertIn("weighed water", says)
        marks = [
            {"name": "half", "volume": 350, "height": 90},
            {"name": "full", "volume": 700, "height": 170},
        ]
        self.call("PATCH", f"/shelf/vessels/{plain}", {"marks": marks})
        response = self.client.get(f"/api/make/batches/{batch['id']}/strip?vessel={plain}")
        self.assertEqual(response.content[:5], b"%PDF-")
        marks[1]["height"] = 60
        self.refused("PATCH", f"/shelf/vessels/{plain}", {"marks": marks}, "marks")


class OnRecord(MakeTestCase):
    """A batch is a record of what happened."""

    def test_later_changes_do_not_rewrite_it(self) -> None:
        formula = self.rinse()
        batch = self.change(self.made(formula), finished=True)
        kept = self.now(batch)
        self.call("PATCH", f"/shelf/lots/{self.citric}", {"name": "Descaler", "strength": 50})
        body = self.call("GET", f"/formulas/{formula}")
        body["formula"]["lines"][1]["amount"] = "9"
        self.call("PUT", f"/formulas/{formula}", {"version": body["version"], "formula": body["formula"]})
        self.call("DELETE", f"/shelf/lots/{self.citric}", None, 204)
        self.assertEqual(self.now(batch), kept)

    def test_a_formula_that_is_deleted_while_it_is_made(self) -> None:
        formula = self.liquor()
        batch = self.pour_all(self.begin(formula))
        self.call("DELETE", f"/formulas/{formula}", None, 204)
        batch = self.change(batch, step=3)
        self.assertEqual((batch["formula"], batch["formula_name"]), (None, "Lamplight soapwort"))
        self.assertIsNone(batch["done"]["trouble"] or None)
        self.assertEqual(
            self.filled(self.change(batch, step=len(batch["steps"]) - 1))["of"], "Lamplight soapwort"
        )

    def test_begun_twice_is_two_and_sent_twice_is_one(self) -> None:
        body = {"ask": {"formula": self.liquor()}}
        first = self.raw("POST", "/make/batches", body, **{"Idempotency-Key": "k"})
        self.assertEqual(
            self.raw("POST", "/make/batches", body, **{"Idempotency-Key": "k"}).content, first.content
        )
        self.assertEqual(Batch.objects.count(), 1)
        self.call("POST", "/make/batches", body, 201)
        self.assertEqual(Batch.objects.count(), 2)

    def test_again_and_as_the_new_version(self) -> None:
        formula = self.rinse()
        batch = self.change(self.begin(formula), step=1)
        batch = self.do(batch, "pours", line=1)
        batch = self.do(batch, "pours", line=2, amount="1.4", unit="g")
        again = self.call("POST", "/make/batches", {"ask": {"again": batch["id"]}}, 201)
        self.assertEqual(again["formula"], formula)
        kept = self.call("POST", f"/make/batches/{batch['id']}/formula")
        self.assertEqual((kept["id"], kept["formula"]["lines"][1]["amount"]), (formula, "1.4"))
        versions = self.call("GET", f"/formulas/{formula}/versions")
        self.assertEqual(versions[0]["formula"]["lines"][1]["amount"], "1")

    def test_a_reading_teaches_and_is_taken_back(self) -> None:
        batch = self.made(self.rinse())
        before = batch["done"]["ph"]
        read = self.change(batch, read={"value": 3.5, "step": 0.5})
        self.assertEqual(read["reading"]["value"], 3.5)
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.citric}")["readings"], 1)
        back = self.change(batch, read=None)
        self.assertIsNone(back["reading"])
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.citric}")["readings"], 0)
        self.assertAlmostEqual(back["done"]["ph"]["value"], before["value"], places=3)

    def test_a_reading_of_what_was_strained_teaches_the_batch_alone(self) -> None:
        batch = self.made()
        read = self.change(batch, read={"value": 5.5, "step": 0.5})
        self.assertLess(
            read["done"]["ph"]["high"] - read["done"]["ph"]["low"],
            batch["done"]["ph"]["high"] - batch["done"]["ph"]["low"],
        )
        self.assertEqual(self.call("GET", f"/shelf/lots/{self.new}")["readings"], 0)

    def test_photos(self) -> None:
        batch = self.made()
        upload = io.BytesIO(photo((60, 40)))
        upload.name = "pot.jpg"
        sent = self.client.post(
            f"/api/make/batches/{batch['id']}/photos",
            {"picture": upload},
            headers={"X-CSRFToken": self.token},
        )
        self.assertEqual(sent.status_code, 201, sent.content[:200])
        (shown,) = self.now(batch)["photos"]
        raw = b"".join(self.client.get(shown["url"]))  # type: ignore[arg-type]
        self.assertNotIn(b"Exif", raw)
        with self.captureOnCommitCallbacks(execute=True):
            self.call("DELETE", f"/make/photos/{shown['id']}", None, 204)
        self.call("GET", f"/make/photos/{shown['id']}/file", status=404)

    def test_the_deleted_head_is_out_of_what_was_made_for_it(self) -> None:
        wren = self.put_wren()
        batch = self.made(heads=[wren])
        self.assertEqual([each["name"] for each in batch["heads"]], ["Wren Halloway"])
        self.call("DELETE", f"/heads/{wren}/whole", None, 204)
        self.assertEqual(self.now(batch)["heads"], [])
        self.assertEqual(self.call("GET", f"/make/batches/{batch['id']}")["name"], "Lamplight soapwort")


class UsedAgain(MakeTestCase):
    """What was made is an ingredient, and what a wash is done with."""

    def test_in_a_formula_a_jug_and_a_wash(self) -> None:
        bottle = self.filled(self.made(), 200)
        key = bottle["key"]
        found = self.call("GET", "/shelf/stuff?find=lamplight")
        self.assertIn(key, [each["key"] for each in found])
        mask = self.formula("saponin_paste", (key, "3", "tbsp"), (f"water-{self.rain}", "50", "mL"))
        self.assertIsNotNone(self.call("GET", f"/formulas/{mask}")["reading"]["ph"])
        jug = self.jug(
            {"stuff": key, "how": "amount", "amount": 100, "unit": "mL"}, use="rinsed_out", minutes=2
        )
        own = self.call("GET", f"/make/batches/{bottle['batch']}")["done"]["ph"]["value"]
        self.assertAlmostEqual(jug["ph"]["value"], own, delta=0.25)
        wash = self.call(
            "POST", "/wash/chains/read", {"links": [{"stuff": key, "zone": "scalp", "minutes": 3}]}
        )
        self.assertGreater(wash["scalp_lift"]["value"], 0.05)
        self.assertIn(key, [each["key"] for each in self.call("GET", "/shelf/ready")])

    def test_past_its_date_it_is_a_stop_wherever_it_is_used(self) -> None:
        bottle = self.filled(self.made(), 200)
        Container.objects.update(use_by=timezone.localdate() - timedelta(days=2))
        wash = self.call("POST", "/wash/chains/read", {"links": [{"stuff": bottle["key"]}]})
        self.assertIn("stop", [each["level"] for each in wash["cautions"] if "past" in each["id"]])

    def test_too_hot_it_is_a_stop_at_the_basin(self) -> None:
        batch = self.pour_all(self.begin())
        simmer = self.at(batch, "simmer")
        batch = self.do(self.change(batch, step=simmer), f"steps/{simmer}", do="start", minutes=20)
        batch = self.change(batch, step=len(batch["steps"]) - 1)
        bottle = self.filled(batch, 200)
        hot = self.call("POST", "/wash/chains/read", {"links": [{"stuff": bottle["key"]}]})
        self.assertIn("hot-stop", {each["id"] for each in hot["cautions"]})
        long_ago = timezone.now() - timedelta(hours=8)
        StepClock.objects.update(began_at=long_ago, ended_at=long_ago + timedelta(minutes=20))
        cold = self.call("POST", "/wash/chains/read", {"links": [{"stuff": bottle["key"]}]})
        self.assertNotIn("hot-stop", {each["id"] for each in cold["cautions"]})

    def test_what_is_poured_of_it_comes_off_and_goes_back(self) -> None:
        bottle = self.filled(self.made(), 200)
        later = self.call("POST", "/make/batches", {"ask": {"family": "saponin_paste", "name": "Paste"}}, 201)
        later = self.do(later, "pours", stuff=bottle["key"], amount="60", unit="mL")
        self.assertEqual(float(Container.objects.get().left), 140.0)
        self.call("DELETE", f"/make/pours/{later['besides'][0]['id']}")
        self.assertEqual(float(Container.objects.get().left), 200.0)

    def test_no_batch_goes_into_itself(self) -> None:
        batch = self.made()
        bottle = self.filled(batch, 200)
        body = {"version": self.now(batch)["version"], "stuff": bottle["key"], "amount": 10, "unit": "mL"}
        self.assertIn(
            "of this batch", self.refused("POST", f"/make/batches/{batch['id']}/pours", body, "stuff")
        )

    def test_a_wash_with_it_is_on_its_page_and_comes_off_what_is_left(self) -> None:
        wren = self.put_wren()
        bottle = self.filled(self.made(), 200)
        asked = {"family": "clay_damp", "made": bottle["key"], "amount": 80, "unit": "mL", "answer": "right"}
        wash = self.call("POST", f"/heads/{wren}/washes", asked, 201)["id"]
        self.assertEqual(float(Container.objects.get().left), 120.0)
        (shown,) = self.call("GET", f"/make/batches/{bottle['batch']}")["washes"]
        self.assertEqual((shown["name"], shown["answer"]), ("Wren Halloway", "right"))
        (on_head,) = self.call("GET", f"/heads/{wren}")["washes"]
        self.assertEqual(on_head["family"], "saponin_liquor")
        self.call("DELETE", f"/heads/{wren}/washes/{wash}")
        self.assertEqual(float(Container.objects.get().left), 200.0)
        self.call("POST", f"/heads/{wren}/washes/{wash}/restore")
        self.assertEqual(float(Container.objects.get().left), 120.0)
        self.refused("POST", f"/heads/{wren}/washes", asked | {"made": "made-99"}, "made")


class Jugs(MakeTestCase):
    """Rinses poured from Mix are batches too."""

    def test_one_record_and_its_address_in_the_journal(self) -> None:
        wren = self.put_wren()
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=wren)}, 201)
        batch = Batch.objects.get()
        self.assertEqual((batch.pk, batch.of, batch.poured.count()), (entry["id"], "jug", 2))
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True, "feel": ["soft"]})
        self.assertEqual([each.feel for each in batch.washes.all()], [["soft"]])
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["soft"])
        (row,) = self.call("GET", "/make")["lately"]
        self.assertEqual((row["of"], row["id"]), ("jug", entry["id"]))
        self.assertIsNone(self.call("GET", f"/make/batches/{entry['id']}")["formula"])

    def test_how_it_felt_is_kept_for_somebody_who_is_not_on_record(self) -> None:
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(), "who": "A guest"}, 201)
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"feel": ["clean"]})
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["clean"])
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True})
        self.assertEqual(self.call("GET", f"/journal/entries/{entry['id']}")["feel"], ["clean"])
