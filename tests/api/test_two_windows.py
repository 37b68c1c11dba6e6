"""Two windows, two people: nothing is written over, and the same request sent twice is done once."""

import json
import threading
from datetime import timedelta
from typing import Any

from django.db import connections
from django.test import Client, TransactionTestCase
from django.utils import timezone

from eyebright.formulas.models import FormulaVersion
from eyebright.kept.models import IdempotentAnswer
from eyebright.make.models import Batch
from eyebright.shelf.models import Lot

from .heads import HeadsTestCase
from .support import version_now


class Stale(HeadsTestCase):
    """A change that began from an older state is refused, with the row as it now is."""

    def meet(self, path: str, first: dict[str, Any], second: dict[str, Any], method: str = "PATCH") -> Any:
        """Two changes from one state: the first is kept, the second is told how it stands."""
        version = version_now(path)
        self.call(method, path, first | {"version": version})
        said = self.raw(method, path, second | {"version": version})
        self.assertEqual(said.status_code, 409, said.content[:300])
        problem = said.json()
        self.assertIn("another window", problem["title"])
        self.assertEqual(problem["errors"][0]["field"], "version")
        self.call(method, path, second | {"version": problem["now"]["version"]})
        return problem["now"]

    def test_an_allergy_set_in_one_window_outlives_a_stale_save_in_another(self) -> None:
        path = f"/heads/{self.put_wren()}"
        now = self.meet(path, {"answers": {"allergies": ["nuts"]}}, {"name": "Wren H.", "note": "Windy."})
        self.assertEqual(now["answers"]["allergies"], ["nuts"])
        found = self.call("GET", path)
        self.assertEqual((found["name"], found["answers"]["allergies"]), ("Wren H.", ["nuts"]))

    def test_every_kind_of_row(self) -> None:
        lot, water = self.put_malt(), self.put_tap()
        vessel = self.call("POST", "/shelf/vessels", {"name": "Jug", "volume": 900}, 201)["id"]
        spoon = self.call("POST", "/shelf/spoons", {"name": "Scoop", "volume": 4}, 201)["id"]
        strips = self.call("POST", "/shelf/strips", {"name": "Fine", "steps": "4 5"}, 201)["id"]
        scale = self.call("POST", "/instruments", {"kind": "scale", "name": "Scale"}, 201)["id"]
        fern = self.call("POST", "/shelf/materials", {"name": "Fern", "kind": "leaf"}, 201)["key"]
        chain = self.call("POST", "/wash/chains", {"name": "Friday", "links": []}, 201)["id"]
        wren = self.put_wren()
        strung = {"name": "Rinse", "links": [{}]}
        rinse = self.call("POST", "/wash/chains", strung, 201)["id"]
        later = (timezone.now() + timedelta(days=1)).isoformat()
        asked = {"heads": [wren], "chain": rinse, "at": later}
        planned = self.call("POST", "/wash/planned", asked, 201)[0]["id"]
        turns = {"head": wren, "entries": [{"chain": rinse}]}
        routine = self.call("POST", "/wash/routines", turns, 201)["id"]
        wash = self.call("POST", f"/heads/{wren}/washes", {"family": "clay_damp"}, 201)["id"]
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask()}, 201)["id"]
        batch = self.call("POST", "/make/batches", {"ask": {"name": "Liquor", "family": "acid_rinse"}}, 201)
        salt = {"version": 1, "line": 0, "supply_key": f"water-{water}", "amount": 100, "unit": "mL"}
        (pour,) = self.call("POST", f"/make/batches/{batch['id']}/pours", salt)["besides"]
        made = f"/make/batches/{batch['id']}"
        jar = self.call("POST", f"{made}/containers", {"version": 2, "amount": 50, "place": "fridge"}, 201)[
            "id"
        ]
        cases: list[tuple[str, dict[str, Any], dict[str, Any]]] = [
            (f"/shelf/lots/{lot}", {"note": "first"}, {"name": "Second"}),
            (f"/shelf/waters/{water}", {"note": "first"}, {"name": "Second"}),
            (f"/shelf/vessels/{vessel}", {"volume": 800}, {"name": "Second"}),
            (f"/shelf/spoons/{spoon}", {"volume": 5}, {"name": "Second"}),
            (f"/shelf/strips/{strips}", {"steps": "4 5 6"}, {"name": "Second"}),
            (f"/instruments/{scale}", {"link": "simulated"}, {"name": "Second"}),
            (f"/shelf/materials/{fern.removeprefix('own-')}", {"note": "first"}, {"name": "Second"}),
            (f"/wash/chains/{chain}", {"links": [{}]}, {"name": "Second"}),
            (f"/wash/planned/{planned}", {"note": "first"}, {"name": "Second"}),
            (f"/wash/routines/{routine}", {"every": 9}, {"weekdays": [5]}),
            (f"/heads/{wren}/washes/{wash}/outcome", {"answer": "right"}, {"note": "second"}),
            (f"/journal/entries/{entry}", {"note": "first"}, {"feel": ["soft"]}),
            (made, {"note": "first"}, {"name": "Second"}),
            (f"/make/pours/{pour['id']}", {"amount": 90}, {"amount": 80}),
            (f"/make/containers/{jar}", {"note": "first"}, {"place": "shelf"}),
            ("/household", {"currency": "€"}, {"decimal": "comma"}),
        ]
        for path, first, second in cases:
            with self.subTest(path):
                now = self.meet(path, first, second)
                for name, value in first.items():
                    if name in now and name not in ("links", "steps"):
                        self.assertEqual(now[name], value)
        found = self.call("GET", f"/shelf/lots/{lot}")
        self.assertEqual((found["note"], found["name"], found["own_strength"]), ("first", "Second", 5))

    def test_limits_corrections_and_versions(self) -> None:
        path = "/household/limits/soap_cap"
        self.call("PUT", path, {"value": 7, "version": 0})
        self.assertEqual(self.raw("PUT", path, {"value": 5, "version": 0}).status_code, 409)
        row = "/shelf/library/oat_flour"
        kept = self.call("PATCH", row, {"note": "first", "contains": ["nuts"], "version": 0})
        stale = self.raw("PATCH", row, {"note": "second", "version": 0})
        self.assertEqual(stale.status_code, 409)
        self.assertEqual(stale.json()["now"]["contains"], ["nuts"])
        self.call("PATCH", row, {"note": "second", "version": kept["version"]})
        there = self.call("GET", row)["correction"]
        self.assertEqual((there["note"], there["contains"]), ("second", ["nuts"]))
        emptied = self.call("PATCH", row, {"note": "", "contains": []})
        self.assertEqual(emptied["version"], 0)
        self.assertFalse(self.call("GET", row)["corrected"])
        self.call("PATCH", row, {"note": "", "version": 0})  # nothing is said of it, and nothing is kept
        self.assertFalse(self.call("GET", row)["corrected"])
        kept = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)
        self.call("POST", f"/formulas/{kept['id']}/versions", {"name": "first"})
        body = kept["formula"] | {"about": "changed"}
        asked = {"version": kept["version"], "formula": body}
        self.call("PUT", f"/formulas/{kept['id']}", asked)
        back = f"/formulas/{kept['id']}/versions/1/back"
        self.refused("POST", back, {"version": kept["version"]}, "version", 409)
        self.assertEqual(self.call("GET", f"/formulas/{kept['id']}")["formula"]["about"], "changed")

    def test_a_change_without_a_version_is_no_change(self) -> None:
        lot = self.put_malt()
        for body in ({"name": "x"}, {"name": "x", "version": None}, {"name": "x", "version": "new"}):
            with self.subTest(body):
                raw = self.raw("PATCH", f"/shelf/lots/{lot}", json.dumps(body))
                self.assertEqual(raw.status_code, 422)

    def test_what_is_left_out_stays_and_what_is_emptied_goes(self) -> None:
        lot = self.put_malt(size=500, left=300, price=2, use_by="2027-01-01", note="On the sill.")
        path = f"/shelf/lots/{lot}"
        self.call("PATCH", path, {"price": None})
        found = self.call("GET", path)
        self.assertEqual(
            (found["price"], found["size"], found["left"], found["use_by"], found["note"]),
            (None, 500, 300, "2027-01-01", "On the sill."),
        )
        self.refused("PATCH", path, {"name": None}, "name")
        self.refused("PATCH", path, {"left": 900}, "left")


class Pouring(HeadsTestCase):
    """A bottle gives what it has, and gets back what it gave."""

    def left(self, lot: int) -> float:
        return self.call("GET", f"/shelf/lots/{lot}")["left"]

    def test_restored_twice_pours_once(self) -> None:
        lot = self.put_malt(size=500, left=300)
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(acid=lot)}, 201)["id"]
        after = self.left(lot)
        self.assertLess(after, 300)
        path = f"/journal/entries/{entry}"
        self.call("DELETE", path, None, 204)
        self.assertEqual(self.left(lot), 300)
        for _ in range(2):
            self.call("POST", f"{path}/restore")
            self.assertEqual(self.left(lot), after)

    def test_a_bottle_never_gets_back_more_than_it_gave(self) -> None:
        lot = self.put_malt(size=500, left=1)
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(acid=lot)}, 201)["id"]
        self.assertEqual(self.left(lot), 0)
        self.call("DELETE", f"/journal/entries/{entry}", None, 204)
        self.assertEqual(self.left(lot), 1)

    def test_a_wash_that_was_removed_stays_so_when_its_entry_gets_a_note(self) -> None:
        wren = self.put_wren()
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=wren)}, 201)["id"]
        path = f"/journal/entries/{entry}"
        self.call("PATCH", path, {"finished": True})
        wash = self.call("GET", f"/heads/{wren}")["washes"][0]["id"]
        self.call("DELETE", f"/heads/{wren}/washes/{wash}")
        self.call("PATCH", path, {"note": "soft"})
        self.assertEqual(self.call("GET", f"/heads/{wren}")["washes"], [])


class Once(HeadsTestCase):
    """A request that carries a key is done once."""

    def send(self, body: Any, key: str, path: str = "/journal/entries") -> Any:  # type: ignore[override]
        return self.raw("POST", path, body, **{"Idempotency-Key": key})

    def test_the_first_answer_is_given_again(self) -> None:
        lot = self.put_malt(size=500, left=300)
        asked = {"rinse": self.ask(acid=lot)}
        first, second = self.send(asked, "k1"), self.send(asked, "k1")
        self.assertEqual((first.status_code, second.status_code), (201, 201))
        self.assertEqual(first.json(), second.json())
        self.assertEqual(second.headers["Content-Type"], first.headers["Content-Type"])
        self.assertEqual(Batch.objects.count(), 1)
        self.assertEqual(self.send(asked, "k2").status_code, 201)
        self.assertEqual(Batch.objects.count(), 2)

    def test_what_was_refused_is_not_remembered(self) -> None:
        bad = {"rinse": self.ask() | {"aim": 99}}
        self.assertEqual(self.send(bad, "k").status_code, 422)
        self.assertFalse(IdempotentAnswer.objects.exists())
        self.assertEqual(self.send({"rinse": self.ask()}, "k").status_code, 201)

    def test_a_key_is_of_one_request_and_no_novel(self) -> None:
        head = {"name": "Wren", "answers": {"birth_year": 1988}}
        self.assertEqual(self.send(head, "k", "/heads").status_code, 201)
        other = self.send(head | {"name": "Ottoline"}, "k", "/heads")
        self.assertEqual(other.status_code, 422)
        self.assertIn("saved already", other.json()["title"])
        self.assertEqual(self.send(head, "k" * 65, "/heads").status_code, 400)
        self.assertEqual(self.send(head, "\x07", "/heads").status_code, 400)
        self.assertEqual(len(self.call("GET", "/heads")), 1)


class AtTheSameTime(TransactionTestCase):
    """Two windows that press at the same moment."""

    def together(self, *calls: Any) -> list[int]:
        """The statuses of calls made side by side."""
        out: list[int] = []
        gate = threading.Barrier(len(calls))

        def one(call: Any) -> None:
            gate.wait()
            try:
                out.append(call().status_code)
            finally:
                connections.close_all()

        threads = [threading.Thread(target=one, args=(call,)) for call in calls]
        for each in threads:
            each.start()
        for each in threads:
            each.join()
        return sorted(out)

    def test_one_changes_and_one_is_told_one_pours_and_versions_do_not_collide(self) -> None:
        client = Client()
        body = {"material": "malt_vinegar", "name": "Malt"}
        lot = client.post("/api/shelf/lots", json.dumps(body), "application/json").json()

        def patch(note: str) -> Any:
            changed = json.dumps({"version": lot["version"], "note": note})
            return lambda: Client().patch(f"/api/shelf/lots/{lot['id']}", changed, "application/json")

        self.assertEqual(self.together(patch("one"), patch("two")), [200, 409])
        key = {"Idempotency-Key": "same"}
        more = json.dumps(body | {"name": "Twice"})

        def add() -> Any:
            return Client().post("/api/shelf/lots", more, "application/json", headers=key)

        self.assertEqual(self.together(add, add, add), [201, 201, 201])
        self.assertEqual(Lot.objects.filter(name="Twice").count(), 1)
        start = json.dumps({"start": "towpath_rinse"})
        formula = client.post("/api/formulas", start, "application/json").json()["id"]

        def version(name: str) -> Any:
            asked = json.dumps({"name": name})
            return lambda: Client().post(f"/api/formulas/{formula}/versions", asked, "application/json")

        self.assertEqual(self.together(version("a"), version("b")), [200, 200])
        self.assertEqual(FormulaVersion.objects.filter(formula=formula).count(), 1)


class AnOlderPage(HeadsTestCase):
    """A window that was opened before the upgrade, or what it kept unsent, says the same as a new one."""

    def test_what_it_calls_otherwise_is_read_all_the_same(self) -> None:
        bottle, wren = f"lot-{self.put_malt()}", self.put_wren()
        water = f"water-{self.put_tap()}"
        link = {"stuff": bottle, "much": "amount", "amount": 30, "unit": "mL"}
        (kept,) = self.call("POST", "/wash/chains", {"name": "Friday", "links": [link]}, 201)["links"]
        self.assertEqual((kept["supply_key"], kept["amount_mode"]), (bottle, "amount"))
        jug = self.jug(
            {"stuff": water, "how": "fill"}, {"stuff": bottle, "how": "solve"}, volume=500, aim=4.5
        )
        self.assertEqual([layer["key"] for layer in jug["pours"]], [water, bottle])
        kept = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)
        lines = [{"id": 1, "stuff": bottle, "amount": "30", "unit": "mL"}]
        asked = {"version": 1, "formula": kept["formula"] | {"lines": lines}}
        now = self.call("PUT", f"/formulas/{kept['id']}", asked)
        self.assertEqual(now["formula"]["lines"][0]["supply_key"], bottle)
        takes = self.call("POST", "/make/takes", {"formula": kept["id"], "much": "ml", "value": "90"})
        self.assertLess(takes["makes"]["value"], 100.0)
        self.refused("POST", "/wash/record", {"head": wren, "stuff": bottle}, "supply_key")
