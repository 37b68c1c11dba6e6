"""Make over the API: from a formula to bottles with a date, and what can go otherwise on the way."""

from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from eyebright.make.models import Batch, StepClock

from .make import MakeTestCase

MILK = ["dairy"]


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
            ({"sized_by": "ml", "value": "300"}, 300.0),
            ({"sized_by": "vessel", "vessel": bottle}, 250.0),
            ({"sized_by": "cubes", "value": "10", "cube": "25"}, 250.0),
        ):
            with self.subTest(ask):
                got = self.takes(formula=formula, **ask)["makes"]["value"]
                self.assertAlmostEqual(got, ml, delta=0.15 * ml)
        self.assertLess(
            self.takes(formula=formula, sized_by="times", value="1/2")["makes"]["value"], 0.6 * written
        )
        one = self.takes(formula=formula, sized_by="washes", value="1", heads=[wren])
        two = self.takes(formula=formula, sized_by="washes", value="1", heads=[wren, self.put_ottoline()])
        self.assertIn("One wash for Wren", one["says"])
        self.assertGreater(two["makes"]["value"], one["makes"]["value"])

    def test_what_is_missing_can_be_bought_or_stood_in_for(self) -> None:
        self.put("horse_chestnut", "Horse-chestnut", size=500, left=400)
        found = self.takes(formula=self.liquor(), sized_by="times", value="10")
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
            ("value", {"sized_by": "ml", "value": ""}),
            ("value", {"sized_by": "ml", "value": "-3"}),
            ("value", {"sized_by": "washes", "value": "900"}),
            ("vessel", {"sized_by": "vessel"}),
            ("lots", {"lots": {"2": f"lot-{self.malt}"}}),
        ):
            with self.subTest(ask):
                self.refused("POST", "/make/takes", {"formula": formula} | ask, field)
        self.refused("POST", "/make/takes", {}, "family")
        lines = [{"id": 1, "supply_key": f"lot-{self.malt}", "amount": "", "unit": "mL"}]
        open_ = self.call(
            "POST", "/formulas", {"formula": {"name": "Half", "family": "acid_rinse", "lines": lines}}, 201
        )
        says = self.refused("POST", "/make/takes", {"formula": open_["id"]}, "formula")
        self.assertIn("How much", says)
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
        batch = self.begin(sized_by="ml", value="300")
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
        first, then = (each["steps"][soak]["clock"] for each in (batch, longer))
        took = datetime.fromisoformat(first["until"]) - datetime.fromisoformat(first["began_at"])
        self.assertEqual(took, timedelta(minutes=60))
        self.assertAlmostEqual(then["until_steady"] - first["until_steady"], 1800, places=3)
        self.do(batch, f"steps/{soak}", 422, do="longer")
        ended = self.do(batch, f"steps/{soak}", do="end")
        self.assertIsNone(ended["steps"][soak]["clock"]["until_steady"])
        again = self.do(batch, f"steps/{soak}", do="again")
        self.assertIsNotNone(again["steps"][soak]["clock"]["until_steady"])
        self.do(batch, "steps/99", 422, do="start")

    def test_a_clock_that_is_ended_before_it_began_took_no_time(self) -> None:
        batch = self.pour_all(self.begin())
        soak = self.at(batch, "soak")
        batch = self.do(self.change(batch, step=soak), f"steps/{soak}", do="start", minutes=60)
        StepClock.objects.update(
            began_at=timezone.now() + timedelta(hours=3), until=timezone.now() + timedelta(hours=4)
        )
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
        batch = self.do(batch, "pours", supply_key=f"water-{self.rain}", amount="500", unit="mL")
        batch = self.do(batch, "pours", supply_key=f"lot-{self.malt}", amount="2", unit="tbsp")
        self.assertLess(batch["done"]["ph"]["value"], 4.5)
        self.assertEqual(len(batch["besides"]), 2)
        self.assertAlmostEqual(self.left(self.malt), 870.0, delta=1.0)
        batch = self.change(batch, step=4)
        self.assertEqual(self.filled(batch, 500)["unit"], "mL")
