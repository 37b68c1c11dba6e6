"""What happens to a head: little tests, patch tests, washes and what is learnt."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from eyebright.heads.models import PatchTest
from eyebright.wash.models import Wash

from .heads import HeadsTestCase


class LittleTests(HeadsTestCase):
    """Outcomes set the record."""

    def test_the_record_follows_and_says_how_sure(self) -> None:
        pk = self.put_wren()
        kept = self.call(
            "POST", f"/heads/{pk}/little-tests", {"test": "strand_thread", "outcome": "hardly"}, 201
        )
        self.assertEqual(kept["head"]["answers"]["strand"], "fine")
        posterior = kept["head"]["beliefs"][0]
        self.assertTrue(0.5 < posterior["sure"] < 1 and posterior["recorded"])
        self.assertIn("% sure", posterior["says"])
        after = self.call("DELETE", f"/heads/{pk}/little-tests/{kept['id']}")
        self.assertEqual(after["beliefs"], [])

    def test_both_schools_are_kept(self) -> None:
        pk = self.put_wren()
        for test, outcome in (("porosity_water", "floats"), ("porosity_spray", "gone_rough")):
            body = {"test": test, "outcome": outcome}
            found = self.call("POST", f"/heads/{pk}/little-tests", body, 201)["head"]
        self.assertEqual(len(found["results"]), 2)
        self.assertFalse(found["beliefs"][0]["agree"])

    def test_only_what_can_be_seen(self) -> None:
        pk = self.put_wren()
        self.refused("POST", f"/heads/{pk}/little-tests", {"test": "moon", "outcome": "full"}, "test")
        body = {"test": "stretch", "outcome": "sings"}
        self.refused("POST", f"/heads/{pk}/little-tests", body, "outcome")


class PatchTests(HeadsTestCase):
    """Started, due, answered; a reaction blocks."""

    def start(self, pk: int, material: str = "malt_vinegar", ago: float = 0.0) -> int:
        """A patch test begun so many hours ago."""
        made = self.call("POST", f"/heads/{pk}/patch-tests", {"material": material}, 201)["id"]
        PatchTest.objects.filter(pk=made).update(started_at=timezone.now() - timedelta(hours=ago))
        return made

    def test_it_runs_is_due_and_is_clear(self) -> None:
        pk = self.put_ottoline()
        test = self.start(pk, ago=47)
        self.assertEqual(self.call("GET", "/heads/due")[0]["due"], False)
        self.assertIn(
            "Not yet",
            self.refused("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "clear"}, "result"),
        )
        PatchTest.objects.update(started_at=timezone.now() - timedelta(hours=49))
        self.assertEqual(self.call("GET", "/heads/due")[0]["due"], True)
        head = self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "clear"})["head"]
        self.assertEqual(head["patch_tests"][0]["state"], "clear")
        self.assertEqual(self.call("GET", "/heads/due"), [])

    def test_a_reaction_can_be_said_at_once_and_blocks_everywhere(self) -> None:
        pk, malt = self.put_wren(), self.put_malt()
        ask = self.ask(acid=malt, head=pk)
        self.assertEqual(self.stops(ask), {})
        test = self.start(pk)
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        self.assertEqual(self.stops(ask), {"reaction-mix": False})
        self.refused("POST", "/journal/entries", {"rinse": ask, "stops_passed": ["reaction"]}, "stops")
        self.assertEqual(self.stops(ask | {"head": None}), {})
        self.assertEqual(self.call("GET", "/heads/blocked")[0]["supply_key"], f"lot-{malt}")
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "malt_vinegar"}, "material")

    def test_a_reaction_to_something_named_blocks_the_bottle_of_that_name(self) -> None:
        pk = self.put_wren()
        ask = self.ask(acid=self.put_malt(name="Towpath Vinegar"), head=pk)
        test = self.call("POST", f"/heads/{pk}/patch-tests", {"name": "towpath vinegar"}, 201)["id"]
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        self.assertEqual(self.stops(ask), {"reaction-mix": False})

    def test_a_reaction_to_a_family_rules_it_out(self) -> None:
        pk = self.put_wren()
        test = self.start(pk, "soap_wash")
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        found = self.call("GET", f"/heads/{pk}/asks")["families"]
        self.assertEqual([f["verdict"] for f in found if f["family"] == "soap_wash"], ["ruled_out"])

    def test_something_else_by_name(self) -> None:
        pk = self.put_wren()
        self.refused("POST", f"/heads/{pk}/patch-tests", {}, "name")
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "moon"}, "material")
        kept = self.call("POST", f"/heads/{pk}/patch-tests", {"name": "Calendula tea"}, 201)
        self.assertEqual(kept["head"]["patch_tests"][0]["hours"], 24)
        self.start(pk)
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "malt_vinegar"}, "material")


class Washes(HeadsTestCase):
    """How it went, and what is learnt from it."""

    def wash(self, pk: int, **said: Any) -> Any:
        """A wash kept."""
        return self.call("POST", f"/heads/{pk}/washes", {"family": "saponin_liquor"} | said, 201)

    def test_an_answer_shifts_the_heads_own_factor_and_is_undone_in_one_press(self) -> None:
        pk = self.put_wren()
        before = self.call("GET", f"/heads/{pk}")["model"]["strength"]["value"]
        kept = self.wash(pk, amount=120, strength=1.7, answer="tight")
        told = kept["head"]["model"]["strength"]
        self.assertGreater(told["value"]["value"], before["value"])
        self.assertEqual(told["washes"], 1)
        out = self.call("PATCH", f"/heads/{pk}/washes/{kept['id']}/outcome", {"counts": False})["head"]
        self.assertEqual(out["model"]["strength"]["value"], before)
        again = self.call(
            "PATCH", f"/heads/{pk}/washes/{kept['id']}/outcome", {"counts": True, "answer": None}
        )
        self.assertEqual(again["head"]["model"]["strength"]["washes"], 0)
        self.call("DELETE", f"/heads/{pk}/washes/{kept['id']}")
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])

    def test_a_wash_that_was_removed_teaches_nothing_until_it_is_back(self) -> None:
        pk = self.put_wren()
        path = f"/heads/{pk}/washes/{self.wash(pk, amount=120, strength=1.7, answer='tight')['id']}"
        taught = self.call("GET", f"/heads/{pk}")["model"]["strength"]
        asked = self.call("GET", f"/heads/{pk}/asks")
        gone = self.call("DELETE", path)
        self.assertEqual(gone["model"]["strength"]["washes"], 0)
        self.assertIsNone(gone["washed_at"])
        self.assertNotEqual(self.call("GET", f"/heads/{pk}/asks")["next"], asked["next"])
        again = self.call("POST", f"{path}/restore")["model"]["strength"]
        self.assertAlmostEqual(again["value"]["value"], taught["value"]["value"], places=4)

    def test_a_wash_knows_its_formula_its_zone_and_its_cover(self) -> None:
        pk = self.put_wren()
        made = self.call("POST", "/formulas", {"start": "conker_wash"}, 201)["id"]
        kept = self.wash(pk, amount=120, formula=made, zone="scalp", cover=True)
        row = Wash.objects.get(pk=kept["id"])
        self.assertEqual((row.formula_id, row.zone, row.cover), (made, "scalp", True))
        plain = Wash.objects.get(pk=self.wash(pk, amount=120)["id"])
        self.assertEqual((plain.formula_id, plain.zone, plain.cover), (None, "", None))
        # what a usual liquor would have done is not what this one did
        self.assertNotAlmostEqual(row.given, plain.given, places=3)
        body = {"family": "saponin_liquor", "formula": 999}
        self.refused("POST", f"/heads/{pk}/washes", body, "formula")
        self.refused("POST", f"/heads/{pk}/washes", body | {"formula": made, "zone": "beard"}, "zone")

    def test_an_amount_in_any_measure(self) -> None:
        pk = self.put_wren()
        bottle = self.call("POST", "/shelf/vessels", {"name": "squeeze bottle", "volume": 250}, 201)["id"]
        for amount, unit, grams in ((90, "g", 90), ("90", "mL", 90), (0.5, str(bottle), 125)):
            kept = self.wash(pk, amount=amount, unit=unit)
            self.assertAlmostEqual(kept["head"]["washes"][0]["grams"], grams)
        self.refused(
            "POST", f"/heads/{pk}/washes", {"family": "clay_damp", "amount": 1, "unit": "99"}, "unit"
        )

    def test_what_cannot_have_been(self) -> None:
        pk = self.put_wren()
        later = (timezone.now() + timedelta(days=1)).isoformat()
        for body, field in (
            ({"family": "moonlight"}, "family"),
            ({"family": "clay_damp", "amount": 0}, "amount"),
            ({"family": "clay_damp", "strength": 0}, "strength"),
            ({"family": "clay_damp", "at": later}, "at"),
            ({"family": "clay_damp", "at": "1950-01-01T10:00:00Z"}, "at"),
            ({"family": "clay_damp", "answer": "blissful"}, "answer"),
            ({"family": "clay_damp", "occasion": "moon"}, "occasion"),
        ):
            self.refused("POST", f"/heads/{pk}/washes", body, field)
        self.assertEqual(Wash.objects.count(), 0)

    def test_a_finished_rinse_is_one_of_its_heads_washes(self) -> None:
        pk = self.put_wren()
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=pk)}, 201)
        path = f"/journal/entries/{entry['id']}"
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])
        self.call("PATCH", path, {"step": len(entry["rinse"]["steps"]), "finished": True})
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"][0]["family"], "acid_rinse")
        self.call("DELETE", path, None, 204)
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])
        self.call("POST", f"{path}/restore")
        self.assertEqual(len(self.call("GET", f"/heads/{pk}")["washes"]), 1)
        self.call("PATCH", path, {"finished": False})
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])
