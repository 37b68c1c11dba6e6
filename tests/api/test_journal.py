"""The journal: begun, poured, read, judged, found, deleted, brought back."""

from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext

from eyebright.kept.derived import forget

from .heads import HeadsTestCase
from .support import ApiTestCase


class Story(ApiTestCase):
    """One rinse from the button to the last word."""

    def begin(self, **changes: Any) -> dict[str, Any]:
        """A rinse just begun."""
        return self.call("POST", "/journal/entries", {"rinse": self.ask(**changes)}, 201)

    def test_what_was_poured_predicted_read_and_felt(self) -> None:
        entry = self.begin()
        path = f"/journal/entries/{entry['id']}"
        self.assertIsNone(entry["finished_at"])
        self.call("PATCH", path, {"step": 3})
        read = self.call("PATCH", path, {"read": {"value": "4,5", "step": 0.5}})
        self.assertEqual((read["agreement"], read["reading"]["kind"]), ("agrees", "measured"))
        self.assertEqual(read["step"], 3)
        self.call("PATCH", path, {"feel": ["soft", "clean", "soft"], "who": "Wren", "note": "No sting."})
        self.call("PATCH", path, {"finished": True})
        kept = self.call("GET", path)
        self.assertEqual((kept["feel"], kept["who"], kept["note"]), (["soft", "clean"], "Wren", "No sting."))
        self.assertIsNotNone(kept["finished_at"])
        self.assertEqual(sum(pour["volume"] for pour in kept["rinse"]["pours"]), 500)
        self.assertLess(kept["rinse"]["predicted"]["low"], kept["rinse"]["predicted"]["high"])

    def test_a_reading_can_be_taken_back(self) -> None:
        path = f"/journal/entries/{self.begin()['id']}"
        self.call("PATCH", path, {"read": {"value": 5}})
        self.assertIsNone(self.call("PATCH", path, {"read": None})["comparison"])

    def test_a_reading_far_off_says_which_way(self) -> None:
        path = f"/journal/entries/{self.begin()['id']}"
        self.assertEqual(self.call("PATCH", path, {"read": {"value": 3}})["agreement"], "lower")
        self.assertEqual(self.call("PATCH", path, {"read": {"value": 7}})["agreement"], "higher")

    def test_the_journal_and_make_say_the_same_of_a_reading(self) -> None:
        rain = self.put_tap(kind="rain", name="Rain barrel")
        lines = [{"supply_key": f"water-{rain}", "how": "amount", "amount": 500, "unit": "mL"}]
        weak = self.call("POST", "/journal/entries", {"rinse": {"lines": lines}}, 201)
        for entry, read in ((weak, 9.5), (self.begin(), 3)):
            with self.subTest(read=read):
                change = {"read": {"value": read, "step": 0.5}}
                said = self.call("PATCH", f"/journal/entries/{entry['id']}", change)["comparison"]
                made = self.call("GET", f"/make/batches/{entry['id']}")
                self.assertEqual(made["comparison"], said)
                self.assertEqual("too little in it to turn a strip" in said, read == 9.5)

    def test_the_past_stays_as_it_was(self) -> None:
        acid = self.put_malt()
        entry = self.begin(acid=acid)
        self.call("PATCH", f"/shelf/lots/{acid}", {"material": "malt_vinegar", "name": "New", "strength": 9})
        self.call("DELETE", f"/shelf/lots/{acid}", status=204)
        kept = self.call("GET", f"/journal/entries/{entry['id']}")
        self.assertEqual(kept["rinse"]["lines"][1]["name"], "Malt vinegar")
        self.assertEqual(kept["rinse"]["pours"], entry["rinse"]["pours"])
        self.assertEqual([line["available"] for line in kept["rinse"]["lines"]], [True, False])

    def test_delete_with_a_way_back(self) -> None:
        path = f"/journal/entries/{self.begin()['id']}"
        self.call("PATCH", path, {"note": "keep me"})
        self.call("DELETE", path, status=204)
        for method in ("GET", "DELETE"):
            self.assertIn("gone", self.call(method, path, status=404)["title"])
        self.call("PATCH", path, {"step": 1}, 404)
        self.assertEqual(self.call("GET", "/journal/entries")["total"], 0)
        self.assertEqual(self.call("POST", f"{path}/restore")["note"], "keep me")
        self.assertEqual(self.call("GET", "/journal/entries")["total"], 1)

    def test_what_cannot_be_taken(self) -> None:
        path = f"/journal/entries/{self.begin()['id']}"
        for change, field, words in (
            ({"read": {"value": 15}}, "value", "0 to 14"),
            ({"read": {"value": "yellowish"}}, "value", "A number"),
            ({"read": {"value": 4, "step": 0}}, "step", "steps of"),
            ({"step": 99}, "step", "5 steps"),
            ({"step": -1}, "step", "5 steps"),
            ({"feel": ["ecstatic"]}, "feel", "ones offered"),
            ({"feel": "soft"}, "feel", "list"),
            ({"note": "x" * 3000}, "note", "2000 letters"),
            ({"finished": "perhaps"}, "finished", "yes or no"),
        ):
            with self.subTest(change):
                self.assertIn(words, self.refused("PATCH", path, change, field))
        self.assertEqual(self.call("GET", path)["step"], 0)


class Stops(HeadsTestCase):
    """A stop stops it, and passing one is on record."""

    def test_an_adult_may_pass_one_for_their_own_scalp(self) -> None:
        soft = self.put_tap(kind="soft", name="Town tap")
        asked = self.ask(water=soft, aim=3.2, use="left_in")
        self.assertIn("read why", self.refused("POST", "/journal/entries", {"rinse": asked}, "stops"))
        self.assertEqual(self.call("GET", "/journal/entries")["total"], 0)
        body = {
            "rinse": asked,
            "stops_passed": ["too-acid-left-in", "made-up"],
            "own": True,
            "why": "As ever.",
        }
        self.assertIn("whose head", self.refused("POST", "/journal/entries", body, "head"))
        asked["head"] = self.put_wren()
        entry = self.call("POST", "/journal/entries", body, 201)
        self.assertEqual(entry["rinse"]["stops_passed"], ["too-acid-left-in"])

    def test_a_typed_name_is_no_way_round_a_heads_limits(self) -> None:
        self.put_ottoline()
        for who in ("Ottoline", " ottoline "):
            said = self.refused("POST", "/journal/entries", {"rinse": self.ask(), "who": who}, "who")
            self.assertIn("Ottoline is on record", said)
        self.call("POST", "/journal/entries", {"rinse": self.ask(), "who": "Ottoline's friend"}, 201)

    def test_nobody_may_pass_undiluted_vinegar(self) -> None:
        body = {"rinse": self.ask(aim=2.0), "stops_passed": ["undiluted"]}
        self.assertIn("undiluted", self.refused("POST", "/journal/entries", body, "stops"))


class SharperThanPlanned(HeadsTestCase):
    """What the strip reads can still stop it, after the jug is poured."""

    def arrange(self) -> None:
        """A mild rinse, poured as far as the strip."""
        super().arrange()
        wren = self.put_wren(scalp="balanced")
        begun = self.call("POST", "/journal/entries", {"rinse": self.ask(head=wren)}, 201)
        self.path = f"/journal/entries/{begun['id']}"
        self.call("PATCH", self.path, {"step": 3})

    def read(self, ph: float) -> list[str]:
        """Keep this reading; ids of the cautions that it calls for."""
        kept = self.call("PATCH", self.path, {"read": {"value": ph, "step": 0.2}})
        found = [caution["id"] for caution in kept["reading_cautions"]]
        return [each for each in found if each != "sharper-than-asked"]

    def test_an_adult_may_go_on_knowingly_and_it_is_on_record(self) -> None:
        self.assertEqual(self.read(2.6), ["too-acid-rinsed-out"])
        for change in ({"step": 4}, {"finished": True}):
            self.assertIn("read why", self.refused("PATCH", self.path, change, "stops"))
        self.assertEqual(self.call("GET", self.path)["step"], 3)
        passed = {"step": 4, "stops_passed": ["too-acid-rinsed-out", "made-up"], "own": True, "why": "Once."}
        kept = self.call("PATCH", self.path, passed)
        self.assertEqual((kept["step"], kept["rinse"]["stops_passed"]), (4, ["too-acid-rinsed-out"]))
        self.call("PATCH", self.path, {"finished": True})

    def test_nobody_may_pass_a_burn_but_water_mends_it(self) -> None:
        self.assertEqual(self.read(2.0), ["burns", "too-acid-whatever"])
        passed = {"step": 4, "stops_passed": ["burns"]}
        self.assertIn("burn", self.refused("PATCH", self.path, passed, "stops"))
        self.call("PATCH", self.path, {"step": 2})
        self.call("PATCH", self.path, {"note": "far too sharp"})
        self.assertEqual(self.read(3.6), [])
        self.call("PATCH", self.path, {"step": 4})


class Lists(ApiTestCase):
    """A long journal."""

    def arrange(self) -> None:
        """Five rinses."""
        super().arrange()
        asked = self.ask()
        for n in range(5):
            entry = self.call("POST", "/journal/entries", {"rinse": asked, "who": f"Head {n}"}, 201)
            self.call("PATCH", f"/journal/entries/{entry['id']}", {"note": f"note {n}"})

    def test_newest_first_a_page_at_a_time(self) -> None:
        page = self.call("GET", "/journal/entries?limit=2&offset=1")
        self.assertEqual(([item["who"] for item in page["items"]], page["total"]), (["Head 3", "Head 2"], 5))

    def test_found_by_every_word(self) -> None:
        self.assertEqual(self.call("GET", "/journal/entries?find=malt+3")["total"], 1)
        self.assertEqual(self.call("GET", "/journal/entries?find=nothing")["total"], 0)

    def test_a_page_that_cannot_be(self) -> None:
        self.refused("GET", "/journal/entries?limit=0", None, "limit")
        self.refused("GET", "/journal/entries?offset=-1", None, "offset")
        self.refused("GET", f"/journal/entries?offset={10**30}", None, "offset")
        self.refused("GET", f"/journal/entries?find={'a+' * 3000}", None, "find")

    def test_the_queries_do_not_grow_with_the_list(self) -> None:
        counts = []
        for limit in (1, 5):
            forget()
            with CaptureQueriesContext(connection) as queries:
                self.call("GET", f"/journal/entries?limit={limit}")
            counts.append(len(queries))
        self.assertEqual(counts[0], counts[1])

    def test_words_for_how_it_felt(self) -> None:
        self.assertIn("tight", self.call("GET", "/journal/feelings")["feel"])
