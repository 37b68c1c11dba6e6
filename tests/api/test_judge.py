"""One's own things, readings that cannot be, the household's own limits, and passing a stop."""

import json

from eyebright.heads.models import StopPassed
from eyebright.shelf.models import OwnMaterial

from .heads import HeadsTestCase


class OwnMaterials(HeadsTestCase):
    """What one's own materials carry, asked or guessed; what is refused whatever it is called."""

    def put(self, name: str, kind: str, **more: object) -> str:
        """Such a material in a bottle; the bottle's key."""
        own = self.call("POST", "/shelf/materials", {"name": name, "kind": kind, **more}, 201)["key"]
        return str(self.call("POST", "/shelf/lots", {"material": own, "name": name}, 201)["key"])

    def said(self, key: str, amount: float, unit: str = "g", **more: object) -> dict[str, str]:
        """Level by id of what a jug with it in half a litre says."""
        lines = [
            {"supply_key": "class-distilled", "amount": 500},
            {"supply_key": key, "amount": amount, "unit": unit},
        ]
        body = {"lines": lines, "use": "rinsed_out", "minutes": 1, **more}
        return {each["id"]: each["level"] for each in self.call("POST", "/mix/jug", body)["cautions"]}

    def test_an_alkali_must_say_its_ph_and_is_what_that_says(self) -> None:
        entered = {"name": "Cellar flakes", "kind": "alkali powder"}
        self.assertIn("lye", self.refused("POST", "/shelf/materials", entered, "ph"))
        self.assertEqual(self.said(self.put("Cellar flakes", "alkali powder", ph=13.5), 5)["caustic"], "stop")
        mild = self.said(self.put("Pastry powder", "alkali powder", ph=8.3), 5)
        self.assertNotIn("stop", mild.values())

    def test_a_refused_name_is_refused_until_somebody_has_looked(self) -> None:
        guess = self.call("GET", "/shelf/materials/guess?name=Old%20%C3%84tznatron")
        self.assertEqual(guess["refused"], "Caustic soda")
        key = self.put("Old Ätznatron", "some powder")
        self.assertEqual(self.said(key, 1)["refused"], "stop")
        body = {
            "lines": [
                {"supply_key": "class-rain", "amount": 500},
                {"supply_key": key, "amount": 1, "unit": "g"},
            ]
        }
        self.assertIn("never goes", self.refused("POST", "/journal/entries", {"rinse": body}, "stops"))
        self.assertEqual(self.said(self.put("Lejía", "some liquid"), 1, "mL")["refused"], "stop")
        looked = self.put("Bleach-free starch", "some powder")
        self.assertNotIn("refused", self.said(looked, 1))
        cleared = self.put("Javel the cat's powder", "some powder", cleared=True, hazards=[])
        self.assertNotIn("refused", self.said(cleared, 1))

    def test_hazards_are_guessed_from_the_name_and_answered_over_it(self) -> None:
        self.assertIn(
            "sun", self.call("GET", "/shelf/materials/guess?name=Grapefruit%20peel%20tea")["hazards"]
        )
        guessed = self.put("Grapefruit peel tea", "tea")
        self.assertEqual(self.said(guessed, 300, "mL", use="left_in")["sun-neat"], "stop")
        answered = self.put("Grapefruit peel tea, weak", "tea", hazards=[])
        self.assertNotIn("sun-neat", self.said(answered, 300, "mL", use="left_in"))

    def test_what_cannot_be_together_is_said_beside_its_field(self) -> None:
        wrong = {"name": "Odd powder", "kind": "some powder", "hazards": ["alkaline"], "ph": 4}
        self.assertIn("cannot be both", self.refused("POST", "/shelf/materials", wrong, "hazards"))
        self.assertIn("pH runs", self.refused("POST", "/shelf/materials", wrong | {"ph": 15}, "ph"))
        self.refused("POST", "/shelf/materials", {"name": "Odd", "kind": "never"}, "kind")
        self.assertEqual(OwnMaterial.objects.count(), 0)

    def test_essence_is_no_vinegar(self) -> None:
        entered = {"material": "spirit_vinegar", "name": "White vinegar", "strength": 25}
        self.assertIn("essence", self.refused("POST", "/shelf/lots", entered, "strength"))
        self.call("POST", "/shelf/lots", entered | {"material": "vinegar_essence_25"}, 201)

    def test_past_its_date_is_said_where_it_would_be_used(self) -> None:
        old = {"material": "buttermilk", "name": "Buttermilk", "use_by": "2020-01-01"}
        key = self.call("POST", "/shelf/lots", old, 201)["key"]
        self.assertEqual(self.said(key, 100, "mL")["past-wet"], "stop")


class Doubtful(HeadsTestCase):
    """A reading far from what can be."""

    def arrange(self) -> None:
        """A bottle of vinegar."""
        super().arrange()
        vinegar = {"material": "spirit_vinegar", "name": "Spirit vinegar"}
        self.key = self.call("POST", "/shelf/lots", vinegar, 201)["key"]

    def neat(self) -> float:
        """What the bottle is believed to read."""
        return float(self.call("GET", "/shelf/lots")["items"][0]["neat_ph"]["value"])

    def read(self, value: float) -> dict[str, object]:
        """A strip in it by itself."""
        found: dict[str, object] = self.call("POST", "/shelf/readings", self.body(value), 201)
        return found

    def body(self, value: float) -> dict[str, object]:
        """That reading as it is entered."""
        return {"supply_key": self.key, "read": {"value": value, "step": 0.5}}

    def test_it_is_asked_about_kept_and_not_learnt_from(self) -> None:
        before = self.neat()
        odd = self.read(5.0)
        self.assertTrue(odd["doubtful"])
        self.assertIn("read it again", str(odd["says"]))
        self.assertAlmostEqual(self.neat(), before, delta=0.05)
        self.assertFalse(self.read(2.5)["doubtful"])
        self.assertEqual(len(self.call("GET", f"/shelf/readings?supply_key={self.key}")), 2)

    def test_one_reading_takes_no_stop_away(self) -> None:
        lines = [
            {"supply_key": "class-distilled", "amount": 60},
            {"supply_key": self.key, "amount": 60, "unit": "mL"},
        ]
        ask = {"lines": lines, "use": "left_in"}

        def stops() -> set[str]:
            said = self.call("POST", "/mix/jug", ask)["cautions"]
            return {each["id"] for each in said if each["level"] == "stop"}

        before = stops()
        self.assertTrue(before)
        self.read(3.5)
        self.assertLessEqual(before, stops())


class HouseLimits(HeadsTestCase):
    """Limits that a household holds otherwise."""

    def limit(self, key: str) -> dict[str, float]:
        """One limit as it stands."""
        rows = self.call("GET", "/household/limits")
        return next(row for row in rows if row["key"] == key)

    def warned(self, **more: object) -> set[str]:
        """Ids of what a jug of a little vinegar says."""
        return {each["id"] for each in self.call("POST", "/mix/jug", self.ask(**more))["cautions"]}

    def test_tightened_it_holds_everywhere_and_one_press_brings_ours_back(self) -> None:
        calm = self.warned()
        self.call("PUT", "/household/limits/acetic_rinsed_out", {"value": "0,02"})
        for head in (None, self.put_wren()):
            self.assertIn("vinegar-strong-rinsed-out", self.warned(head=head))
        self.assertEqual(self.limit("acetic_rinsed_out")["value"], 0.02)
        self.call("DELETE", "/household/limits/acetic_rinsed_out")
        self.assertEqual(self.warned(), calm)

    def test_looser_only_where_it_is_comfort_and_only_a_little(self) -> None:
        self.call("PUT", "/household/limits/soap_cap", {"value": 7})
        self.refused("PUT", "/household/limits/soap_cap", {"value": 9}, "value")
        said = self.refused("PUT", "/household/limits/scent_left_in", {"value": 0.6}, "value")
        self.assertIn("looser than ours it cannot be", said)
        self.refused("PUT", "/household/limits/burns_ph", {"value": 1.5}, "value")
        self.refused("PUT", "/household/limits/soap_cap", {"value": "much"}, "value")
        self.raw("PUT", "/household/limits/holds_ph", {"value": 2})
        self.assertEqual(self.limit("soap_cap")["value"], 7)

    def test_a_loosened_limit_never_loosens_a_childs(self) -> None:
        child = self.put_ottoline()
        before = self.warned(aim=3.6, minutes=1, head=child)
        self.call("PUT", "/household/limits/acetic_rinsed_out", {"value": 1.5})
        self.call("PUT", "/household/limits/left_in_ph", {"value": 3.2})
        self.assertLessEqual(before, self.warned(aim=3.6, minutes=1, head=child))


class InAWash(HeadsTestCase):
    """A stop passed for a wash that was done."""

    def formula(self, family: str, lines: list[tuple[str, str, str]], minutes: str) -> int:
        """A formula on the bench; its id."""
        begun = self.call("POST", "/formulas", {"family": family}, 201)
        body = begun["formula"] | {
            "name": "Trial",
            "minutes": minutes,
            "lines": [
                {"id": i, "supply_key": supply, "amount": amount, "unit": unit}
                for i, (supply, amount, unit) in enumerate(lines, start=1)
            ],
        }
        self.call("PUT", f"/formulas/{begun['id']}", {"version": begun["version"], "formula": body})
        return int(begun["id"])

    def test_it_is_a_row_with_whose_why_and_of_what(self) -> None:
        wren = self.put_wren(scalp="balanced")
        clay = self.formula("clay_damp", [("lib-kaolin", "60", "g"), ("class-rain", "70", "mL")], "90")
        asked = {"links": [{"formula": clay}], "head": wren}
        stops = {
            each["id"]: each["overridable"]
            for each in self.call("POST", "/wash/chains/read", asked)["cautions"]
            if each["level"] == "stop"
        }
        self.assertEqual(stops, {"far-longer-than-family": True})
        wash = {"family": "clay_damp", "formula": clay, "minutes": 90, "stops_passed": list(stops)}
        path = f"/heads/{wren}/washes"
        self.assertIn("own head", self.refused("POST", path, wash, "own"))
        self.assertEqual(self.call("GET", f"/heads/{wren}")["washes"], [])
        self.call("POST", path, wash | {"own": True, "why": "It was still damp."}, 201)
        row = StopPassed.objects.get()
        self.assertEqual(
            (row.head_id, row.rule, row.why), (wren, "far-longer-than-family", "It was still damp.")
        )
        self.assertTrue(row.of.startswith("wash "))

    def test_what_nobody_passes_is_not_passed_in_a_wash(self) -> None:
        wren = self.put_wren()
        lemon = self.formula("mask", [("lib-lemon_juice", "100", "mL"), ("lib-honey", "20", "mL")], "20")
        wash = {
            "family": "mask",
            "formula": lemon,
            "stops_passed": ["too-acid-whatever"],
            "own": True,
            "why": "x",
        }
        self.assertIn("acid", self.refused("POST", f"/heads/{wren}/washes", wash, "stops"))

    def test_a_card_carries_the_cautions_of_the_head_it_is_for(self) -> None:
        allergic = self.put_wren(allergies=["honey"])
        mask = self.formula("mask", [("lib-oat_cream", "100", "mL"), ("lib-honey", "20", "mL")], "20")
        plain = self.client.get(f"/api/formulas/{mask}/file/md").content.decode()
        hers = self.client.get(f"/api/formulas/{mask}/file/md?head={allergic}").content.decode()
        self.assertNotIn("Allergy on record", plain)
        self.assertIn("Beware, for Wren Halloway", hers)
        self.assertIn("Allergy on record: Honey (honey and bee products)", hers)
        linked = json.loads(self.client.get(f"/api/formulas/{mask}/file/jsonld?head={allergic}").content)
        said = {each["propertyID"]: each["value"] for each in linked["additionalProperty"]}
        self.assertTrue(any("Allergy on record" in each for each in said["eyebright:cautions"]))

    def test_a_red_flag_stands_over_bench_jug_wash_and_card(self) -> None:
        wren = self.put_wren()
        self.call("POST", f"/heads/{wren}/check-ins", {"flags": ["lice"]}, 201)
        tea = self.formula("herb_mild", [("lib-linden", "10", "g"), ("class-rain", "500", "mL")], "10")
        found = {
            "wash": self.call("POST", "/wash/chains/read", {"links": [{"formula": tea}], "head": wren})[
                "cautions"
            ],
            "plain wash": self.call(
                "POST", "/wash/chains/read", {"links": [{"formula": None}], "head": wren}
            )["cautions"],
            "jug": self.call("POST", "/mix/jug", self.ask(head=wren))["cautions"],
            "bench": self.call("GET", f"/formulas/{tea}?head={wren}")["assessment"]["cautions"],
        }
        for where, said in found.items():
            with self.subTest(where):
                self.assertIn("flag-lice", {each["id"] for each in said})
        self.assertIn("Lice", self.client.get(f"/api/formulas/{tea}/file/md?head={wren}").content.decode())
