"""Plans over the API: washes on days, what they take, routines, the calendar, recording, Today."""

from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import time_machine
from icalendar import Calendar

from eyebright.make.models import Batch, Container
from eyebright.wash.models import CalendarFeed, PlannedWash, Wash

from .test_make import MakeTestCase

ZONE = "Europe/London"
FRIDAY = datetime(2026, 11, 27, 12, 0, tzinfo=ZoneInfo(ZONE))
SATURDAY_TEN = "2026-11-28T10:00"


class PlanTestCase(MakeTestCase):
    """A Friday at noon: Wren, a liquor that soaks for hours, a rinse, and washes of them."""

    def setUp(self) -> None:
        super().setUp()
        self.clock = self.enterContext(time_machine.travel(FRIDAY, tick=False))
        self.call("PATCH", "/household", {"zone": ZONE})
        self.wren = self.put_wren(length="jaw")
        self.soapwort, self.towpath = self.liquor(), self.rinse()
        self.wash = self.chain("Friday, off the barge", self.link(self.soapwort), {}, self.link(self.towpath))
        self.plain = self.chain("Rinse day", self.link(self.towpath))

    def link(self, formula: int | None = None, **more: Any) -> dict[str, Any]:
        return {"formula": formula} | more

    def chain(self, name: str, *links: dict[str, Any]) -> int:
        return self.call("POST", "/wash/chains", {"name": name, "links": list(links)}, 201)["id"]

    def plan(self, *heads: int, status: int = 201, **more: Any) -> Any:
        body = {"heads": list(heads or (self.wren,)), "chain": self.wash, "at": SATURDAY_TEN} | more
        return self.call("POST", "/wash/planned", body, status)

    def jobs(self) -> dict[str, dict[str, Any]]:
        found = self.call("GET", "/wash/plan")["jobs"]
        return {job["name"]: job for job in found if job["what"] != "put_on"}

    def todo(self) -> dict[str, dict[str, Any]]:
        return {item["title"]: item for item in self.call("GET", "/today")["items"]}

    def hour(self, iso: str) -> str:
        return f"{datetime.fromisoformat(iso).astimezone(ZoneInfo(ZONE)):%a %H:%M}"

    def forward(self, **delta: float) -> None:
        self.clock.shift(timedelta(**delta))


class Backwards(PlanTestCase):
    """Saturday's wash begins on Friday evening."""

    def test_the_soak_of_saturdays_wash_stands_on_fridays_today_and_follows_it(self) -> None:
        (planned,) = self.plan()
        job = self.jobs()["Lamplight soapwort"]
        self.assertEqual(job["what"], "make")
        soak = next(step for step in job["steps"] if step["name"] == "Soak")
        self.assertTrue(soak["waits"])
        self.assertEqual(self.hour(soak["begin"]), "Fri 22:30")
        item = self.todo()["Begin Lamplight soapwort"]
        self.assertIn("Soak by 22:30, for Wren Halloway, Saturday 10:00", item["says"])
        self.assertEqual(item["to"], f"/make/new?formula={self.soapwort}&heads={self.wren}")
        moved = self.call("PATCH", f"/wash/planned/{planned['id']}", {"at": "2026-11-29T19:00"})
        soak = next(step for job in moved["jobs"] for step in job["steps"] if step["name"] == "Soak")
        self.assertEqual(self.hour(soak["begin"])[:3], "Sun")
        self.assertNotIn("Begin Lamplight soapwort", self.todo())

    def test_hours_out_and_not_tonight_move_it(self) -> None:
        self.plan()
        evening = {"begin": "2026-11-27T18:00", "end": "2026-11-27T23:30", "note": "not tonight"}
        taken = self.call("POST", "/household/taken", evening, 201)
        begin = self.jobs()["Lamplight soapwort"]["begin"]
        self.assertLess(self.hour(begin), "Fri 18:00")
        self.call("DELETE", f"/household/taken/{taken['id']}", status=204)
        self.call("PATCH", "/household", {"asleep_from": None, "asleep_to": None})
        self.assertEqual(self.hour(self.jobs()["Lamplight soapwort"]["steps"][1]["begin"])[:3], "Sat")
        out = [{"weekday": 5, "begin": "00:00", "end": "09:45"}]
        self.call("PATCH", "/household", {"out": out})
        # nobody is there to strain it before ten: all of it is done on Friday
        begun = [self.hour(step["begin"])[:3] for step in self.jobs()["Lamplight soapwort"]["steps"]]
        self.assertEqual(set(begun), {"Fri"})

    def test_what_cannot_be_ready_says_the_nearest_time_that_can(self) -> None:
        (planned,) = self.plan(at="2026-11-27T14:00")
        self.assertTrue(planned["late"])
        job = self.jobs()["Lamplight soapwort"]
        self.assertIn("cannot be ready by then", job["says"])
        nearest = planned["nearest"]
        self.assertGreaterEqual(nearest, job["ready"])
        moved = self.call("PATCH", f"/wash/planned/{planned['id']}", {"at": nearest})["wash"]
        self.assertFalse(moved["late"])

    def test_one_batch_for_two_heads_who_follow_each_other(self) -> None:
        idris = self.call("POST", "/heads", {"name": "Idris Pell", "answers": {"birth_year": 1965}}, 201)[
            "id"
        ]
        alone = self.plan()[0]
        before = self.jobs()["Lamplight soapwort"]
        self.call("DELETE", f"/wash/planned/{alone['id']}", status=204)
        first, second = self.plan(self.wren, idris)
        self.assertGreater(second["at"], first["until"])
        job = self.jobs()["Lamplight soapwort"]
        self.assertEqual(job["washes"], [first["id"], second["id"]])
        self.assertEqual(job["who"], "Wren Halloway and Idris Pell")
        self.assertGreater(job["amount"], before["amount"])
        self.assertLessEqual(job["begin"], before["begin"])

    def test_stock_and_what_is_under_way_are_used_first(self) -> None:
        self.plan()
        batch = self.made(self.soapwort)
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "carry_on")
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        self.call("PATCH", f"/make/batches/{batch['id']}", {"finished": True})
        self.assertNotIn("Lamplight soapwort", self.jobs())
        container = Container.objects.get()
        self.call("PATCH", f"/make/containers/{container.pk}", {"ended": "smell"})
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "make")

    def test_a_clock_that_runs_late_is_planned_anew_from_now(self) -> None:
        self.plan(at="2026-11-27T20:00")
        batch = self.made(self.soapwort)
        place = next(step["place"] for step in batch["steps"] if step["kind"] == "soak")
        self.call("PATCH", f"/make/batches/{batch['id']}", {"step": place})
        self.do(batch, f"steps/{place}", do="start", minutes=240)
        self.assertFalse(self.jobs()["Lamplight soapwort"]["late"])
        self.forward(hours=7, minutes=45)  # nobody came back to it
        job = self.jobs()["Lamplight soapwort"]
        self.assertTrue(job["late"])
        self.assertGreater(self.hour(job["ready"]), "Fri 20:00")

    def test_oil_overnight_goes_on_the_evening_before(self) -> None:
        oil = self.formula(
            "serum", ("lib-sunflower_oil", "10", "mL"), name="Night-watch serum", use="left_in"
        )
        night = self.chain(
            "Only the locs",
            self.link(oil, zone="lengths"),
            {"pause": "night", "minutes": 480},
            self.link(self.towpath),
        )
        (planned,) = self.plan(chain=night)
        self.assertEqual(self.hour(planned["begin"]), "Sat 02:00")
        made = self.jobs()["Night-watch serum"]
        job = next(job for job in self.call("GET", "/wash/plan")["jobs"] if job["what"] == "put_on")
        self.assertEqual(made["what"], "make")
        self.assertLess(made["ready"], job["begin"])  # it is made before it goes on
        self.assertEqual(self.hour(job["begin"])[:3], "Fri")
        self.assertLessEqual(self.hour(job["steps"][0]["end"]), "Fri 22:30")

    def test_cubes_are_taken_out_in_time(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="6 cubes", amount=180, place="freezer", count=6)
        cubes = Container.objects.get()
        chain = self.chain("Cubes", {"stuff": f"made-{cubes.pk}"})
        self.plan(chain=chain)
        job = next(job for job in self.call("GET", "/wash/plan")["jobs"] if job["what"] == "thaw")
        self.assertLess(job["begin"], job["needed"])


class BadInput(PlanTestCase):
    """Each a plain sentence beside its field; what was planned stays."""

    def body(self, **more: Any) -> dict[str, Any]:
        return {"heads": [self.wren], "chain": self.wash, "at": SATURDAY_TEN} | more

    def test_what_cannot_be_planned(self) -> None:
        empty = self.chain("Nothing yet")
        for field, more, says in (
            ("heads", {"heads": []}, "whose hair"),
            ("chain", {"chain": None}, "Choose a wash"),
            ("chain", {"chain": empty}, "nothing in it"),
            ("at", {"at": "2026-11-27T10:00"}, "gone by"),
            ("at", {"at": "2028-11-27T10:00"}, "more than a year"),
            ("occasion", {"occasion": "a ball"}, "offered"),
        ):
            with self.subTest(field, **more):
                self.assertIn(says, self.refused("POST", "/wash/planned", self.body(**more), field))
        self.assertEqual(PlannedWash.objects.count(), 0)

    def test_two_at_once_in_one_bathroom(self) -> None:
        self.plan()
        says = self.refused("POST", "/wash/planned", self.body(), "at")
        self.assertIn("taken then by Wren Halloway: 10:00", says)
        self.assertIn("free again from", says)
        self.call("PATCH", "/household", {"bathrooms": 2})
        self.plan()

    def test_minutes_of_zero(self) -> None:
        link = self.link(self.soapwort, minutes=0)
        says = self.refused("POST", "/wash/chains", {"name": "x", "links": [link]}, "links.0.minutes")
        self.assertIn("No minutes at all", says)

    def test_a_formula_that_is_gone_and_a_bottle_that_was_thrown_away(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        bottle = Container.objects.get()
        made = self.chain("From the bottle", {"stuff": f"made-{bottle.pk}"}, self.link(self.towpath))
        (planned,) = self.plan(chain=made)
        self.call("PATCH", f"/make/containers/{bottle.pk}", {"ended": "mould"})
        now = self.call("GET", f"/wash/planned/{planned['id']}")["wash"]
        self.assertIn("was thrown away: it was mouldy on 27 November", now["trouble"])
        self.assertEqual(len(now["links"]), 2)
        self.assertIn("mouldy", self.todo()["Wash Wren Halloway: From the bottle"]["says"])
        self.call("PATCH", f"/make/containers/{bottle.pk}", {"ended": ""})
        self.call("DELETE", f"/formulas/{self.towpath}", status=204)
        now = self.call("GET", f"/wash/planned/{planned['id']}")["wash"]
        self.assertIn("formula is gone", now["trouble"])
        self.assertEqual(now["names"][1], "gone")

    def test_hours_that_cannot_be(self) -> None:
        for field, body in (
            ("asleep_to", {"asleep_from": "22:00", "asleep_to": None}),
            ("asleep_to", {"asleep_from": "22:00", "asleep_to": "22:00"}),
            ("bathrooms", {"bathrooms": 0}),
        ):
            self.refused("PATCH", "/household", body, field)
        self.refused("GET", "/wash/calendar?since=9999-12-01", None, "since")
        far = {"links": [self.link(self.towpath)], "head": self.wren, "at": "0001-01-01T00:00"}
        self.refused("POST", "/wash/chains/read", far, "at")
        asleep = {"asleep_from": "22:00Z", "asleep_to": "07:00:30+02:00"}
        self.assertEqual(self.call("PATCH", "/household", asleep)["asleep_to"], "07:00:00")
        self.refused("POST", "/household/taken", {"begin": SATURDAY_TEN, "end": "2026-11-28T09:00"}, "end")

    def test_a_wash_that_was_changed_in_another_window(self) -> None:
        (planned,) = self.plan()
        self.call("PATCH", f"/wash/planned/{planned['id']}", {"note": "Bring the towel."})
        stale = {"version": planned["version"], "at": "2026-11-28T12:00"}
        answer = self.raw("PATCH", f"/wash/planned/{planned['id']}", stale)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(answer.json()["now"]["note"], "Bring the towel.")


class Links(PlanTestCase):
    """What a wash is strung from."""

    def read(self, *links: dict[str, Any], **more: Any) -> dict[str, Any]:
        return self.call("POST", "/wash/chains/read", {"links": list(links), "head": self.wren} | more)

    def test_what_there_is_of_it(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        bottle = Container.objects.get()
        plenty = self.read({"stuff": f"made-{bottle.pk}"})["along"][0]
        self.assertIn("300 mL left: enough", plenty["says"])
        Container.objects.update(left=20)
        little = self.read({"stuff": f"made-{bottle.pk}"})["along"][0]
        self.assertTrue(little["short"])
        self.assertIn("20 mL left, and all of it is reckoned with", little["says"])
        self.assertLess(little["dose"]["value"], plenty["dose"]["value"])

    def test_a_jug_that_stands_there_is_a_link(self) -> None:
        ask = self.ask(acid=self.malt, water=self.rain, aim=None)
        ask["lines"][1] |= {"how": "amount", "amount": 20}
        jug = self.call("POST", "/journal/entries", {"rinse": ask}, 201)["id"]
        keys = [each["key"] for each in self.call("GET", "/shelf/ready")]
        self.assertIn(f"jug-{jug}", keys)
        along = self.read({"stuff": f"jug-{jug}"})["along"][0]
        self.assertLess(along["own_ph"]["value"], 5.0)
        self.assertIn("500 mL left", along["says"])

    def test_lanes_pauses_and_zones_go_over_the_wire(self) -> None:
        found = self.read(
            {"pause": "comb"}, self.link(self.soapwort, zone="scalp", minutes=10),
            self.link(self.towpath, zone="bag", minutes=30, beside=True), {}, {"pause": "dry"},
        )  # fmt: skip
        self.assertEqual([each["start"] for each in found["along"]], [0, 10, 10, 40, 41])
        self.assertEqual(found["basin"], 41)
        self.assertIn("finish", found)
        face = self.read(self.link(self.towpath, zone="face"))
        self.assertIn("face-acid", [caution["id"] for caution in face["cautions"]])

    def test_made_to_suit_is_shown_and_kept_only_when_taken(self) -> None:
        ottoline = self.put_ottoline()
        links = [self.link(self.towpath, minutes=45, cover=True)]
        found = self.call("POST", "/wash/suit", {"links": links, "head": ottoline})
        self.assertTrue(found["changes"])
        self.assertGreater(found["stops_before"], 0)
        self.assertEqual((found["links"], found["stops"]), ([], found["stops_before"]))
        self.assertIn("Nothing of it suits", found["says"])
        wren = self.call("POST", "/wash/suit", {"links": links, "head": self.wren})
        self.assertEqual((wren["stops"], len(wren["links"])), (0, 1))
        self.assertIn("no cover", wren["changes"][0]["says"])
        again = self.call("POST", "/wash/suit", {"links": wren["links"], "head": self.wren})
        self.assertEqual((again["stops_before"], again["changes"]), (0, []))

    def test_spacing_counts_what_is_planned_before_it(self) -> None:
        self.plan()
        asked = {"at": "2026-11-29T10:00"}
        found = self.read(self.link(self.soapwort), **asked)["spacing"]
        (liquor,) = [each for each in found if "soap-plant" in each["name"]]
        self.assertGreater(liquor["days"], 0)
        self.assertIn("too soon", liquor["says"])
        self.plan(at="2026-11-29T10:00")
        notes = [wash["notes"] for wash in self.call("GET", "/wash/plan")["washes"]]
        self.assertEqual(notes[0], [])
        self.assertIn("Too soon for the soap-plant liquor: a day since the last", notes[1][0])


class Routines(PlanTestCase):
    """A cycle that bends, and says why."""

    def routine(self, *chains: int, status: int = 201, **more: Any) -> Any:
        entries = [{"chain": chain} for chain in chains]
        return self.call("POST", "/wash/routines", {"head": self.wren, "entries": entries} | more, status)

    def test_its_turns_follow_what_was_done(self) -> None:
        found = self.routine(self.wash, self.plain)
        self.assertEqual(
            [turn["name"] for turn in found["turns"]][:2], ["Friday, off the barge", "Rinse day"]
        )
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.wash}, 201)
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual(found["turns"][0]["name"], "Rinse day")
        self.assertEqual(found["turns"][0]["day"], "2026-12-04")
        head = self.call("GET", "/today")["heads"][0]
        self.assertEqual(
            (head["wash"], head["day"], head["why"]), ("Rinse day", "2026-12-04", ["every 7 days"])
        )

    def test_a_tender_scalp_passes_over_what_is_not_for_it(self) -> None:
        soap = self.formula(
            "soap_wash",
            (f"water-{self.rain}", "200", "mL"),
            ("lib-paste_soap", "12", "mL"),
            name="Stove-side soap",
        )
        harsh = self.chain("After the engine", self.link(soap), {}, self.link(self.towpath))
        mild = self.chain("Soapwort alone", self.link(self.soapwort), {})
        found = self.routine(harsh, mild)
        self.assertEqual(found["turns"][0]["name"], "After the engine")
        self.call("POST", f"/heads/{self.wren}/check-ins", {"tender": 1}, 201)
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual(found["turns"][0]["name"], "Soapwort alone")
        self.assertIn("After the engine passed over", found["turns"][0]["why"][0])
        self.assertIn("After the engine passed over", self.call("GET", "/today")["heads"][0]["why"][0])

    def test_what_can_never_fit_is_refused_with_what_would(self) -> None:
        soda = self.formula(
            "alkaline_wash", (f"water-{self.rain}", "300", "mL"), ("lib-baking_soda", "9", "g"), name="Soda"
        )
        weekly = self.chain("Soda day", self.link(soda))
        body = {"head": self.wren, "entries": [{"chain": weekly}], "every": 7}
        says = self.refused("POST", "/wash/routines", body, "entries.0.chain")
        self.assertIn("needs 21 days between two", says)
        self.assertIn("Every 21 days it would fit", says)
        self.refused("POST", "/wash/routines", body | {"entries": []}, "entries")
        self.refused("POST", "/wash/routines", body | {"entries": [{"chain": 999}]}, "entries.0.chain")
        self.routine(weekly, every=21)
        self.refused("POST", "/wash/routines", body | {"every": 21}, "head")

    def test_what_is_planned_counts_as_what_was(self) -> None:
        self.routine(self.wash, self.plain)
        self.plan()
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual((found["turns"][0]["name"], found["turns"][0]["day"]), ("Rinse day", "2026-12-05"))

    def test_when_is_next_sensible_and_for_an_occasion(self) -> None:
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.wash}, 201)
        found = self.call("GET", f"/wash/when?head={self.wren}&chain={self.wash}")
        self.assertGreater(found["day"], "2026-11-27")
        self.assertTrue(found["why"])
        iron = f"/wash/when?head={self.wren}&chain={self.wash}&occasion=straightening&day=2026-12-04"
        self.assertEqual(self.call("GET", iron)["day"], "2026-12-03")
        soon = iron.replace("2026-12-04", "2026-11-28")
        self.assertIn("sooner than is sensible", self.call("GET", soon)["conflict"])


class Recording(PlanTestCase):
    """A wash that was done without the program."""

    def record(self, **what: Any) -> dict[str, Any]:
        return self.call("POST", "/wash/record", {"head": self.wren} | what, 201)

    def test_by_name_by_formula_by_bottle_by_kind_and_back(self) -> None:
        by_name = self.record(chain=self.wash)
        self.assertEqual(len(by_name["washes"]), 2)
        self.assertIsNotNone(PlannedWash.objects.get().done_at)
        self.record(formula=self.towpath, minutes=2, zone="lengths")
        self.record(family="clay_damp", at="2026-11-20T18:00")
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        bottle = Container.objects.get()
        used = self.record(stuff=f"made-{bottle.pk}")
        bottle.refresh_from_db()
        self.assertLess(bottle.left, 300)
        self.assertIn("came off Lamplight soapwort, Squeeze bottle", used["says"])
        self.call("POST", "/wash/record/back", used, 204)
        bottle.refresh_from_db()
        self.assertEqual(bottle.left, 300)
        self.call("POST", "/wash/record/back", by_name, 204)
        self.assertEqual(PlannedWash.objects.count(), 0)
        self.assertEqual(Wash.objects.count(), 2)

    def test_a_planned_wash_is_done_and_can_be_planned_again(self) -> None:
        (planned,) = self.plan(at="2026-11-27T13:00", chain=self.plain)
        self.forward(hours=3)
        self.assertEqual(self.todo()["Wren Halloway: Rinse day"]["act"], "Record it")
        done = self.record(planned=planned["id"])
        self.assertEqual(self.call("GET", "/wash/plan")["washes"], [])
        self.assertEqual(self.hour(Wash.objects.get().at.isoformat()), "Fri 13:00")
        self.refused("POST", "/wash/record", {"head": self.wren, "planned": planned["id"]}, "planned")
        self.call("POST", "/wash/record/back", done, 204)
        self.assertEqual(len(self.call("GET", "/wash/plan")["washes"]), 1)

    def test_what_may_be_left_out_is_recorded_only_where_it_was_done(self) -> None:
        rinse = self.link(self.towpath, optional=True, only_if="it smells")
        chain = self.chain("With or without", self.link(self.soapwort), rinse)
        offers = self.call("GET", f"/wash/offers/{self.wren}")["offers"]
        (offer,) = [each for each in offers if each["name"] == "With or without"]
        self.assertEqual(offer["optional"], [{"place": 1, "name": "Towpath rinse", "only_if": "it smells"}])
        self.assertEqual(len(self.record(chain=chain)["washes"]), 1)
        self.assertEqual(len(self.record(chain=chain, optional_done=[1])["washes"]), 2)

    def test_what_is_offered_first_is_what_is_likely(self) -> None:
        self.plan(at="2026-11-27T18:00")
        self.record(family="clay_damp", at="2026-11-20T18:00")
        offers = self.call("GET", f"/wash/offers/{self.wren}")["offers"]
        self.assertEqual([offer["what"] for offer in offers[:3]], ["planned", "family", "chain"])
        self.assertEqual(len({(offer["what"], offer["key"]) for offer in offers}), len(offers))

    def test_bad_records_are_said_and_nothing_is_kept(self) -> None:
        for field, body in (
            ("what", {}), ("at", {"formula": self.towpath, "at": "2026-12-01T10:00"}),
            ("formula", {"formula": 9999}), ("stuff", {"stuff": "lot-9999"}), ("family", {"family": "beard"}),
            ("minutes", {"formula": self.towpath, "minutes": 0}), ("stuff", {"stuff": f"lot-{self.citric}"}),
        ):  # fmt: skip
            with self.subTest(field, **body):
                self.refused("POST", "/wash/record", {"head": self.wren} | body, field)
        self.assertEqual(Wash.objects.count(), 0)

    def test_several_things_on_one_day_teach_as_one_wash(self) -> None:
        body = {"family": "saponin_liquor", "amount": 80, "unit": "mL"}
        for days in (9, 6):
            at = (FRIDAY - timedelta(days=days)).isoformat()
            self.call("POST", f"/heads/{self.wren}/washes", body | {"at": at, "answer": "right"}, 201)
        before = self.call("GET", f"/heads/{self.wren}")["model"]["strength"]
        for minutes in (0, 5, 10):
            at = (FRIDAY - timedelta(hours=2, minutes=-minutes)).isoformat()
            self.call("POST", f"/heads/{self.wren}/washes", body | {"at": at}, 201)
        rows = list(Wash.objects.filter(at__gt=FRIDAY - timedelta(hours=3)))
        # all against the oil of the day's first, of which less is left each time: none is many times right
        given = [row.given for row in reversed(rows)]
        self.assertEqual(given, sorted(given))
        self.assertLess(given[-1] - given[0], 0.6)
        last = rows[0]
        self.call("PATCH", f"/heads/{self.wren}/washes/{last.pk}/outcome", {"answer": "tight"})
        head = self.call("GET", f"/heads/{self.wren}")
        self.assertEqual(head["model"]["strength"]["washes"], before["washes"] + 1)

    def test_a_wash_is_corrected_and_what_was_learnt_follows(self) -> None:
        at = (FRIDAY - timedelta(days=2)).isoformat()
        body = {"family": "saponin_liquor", "amount": 80, "unit": "mL", "at": at, "answer": "right"}
        kept = self.call("POST", f"/heads/{self.wren}/washes", body, 201)["id"]
        given = Wash.objects.get(pk=kept).given
        path = f"/heads/{self.wren}/washes/{kept}/outcome"
        self.call("PATCH", path, {"amount": 160, "unit": "mL", "minutes": 8, "zone": "scalp"})
        row = Wash.objects.get(pk=kept)
        self.assertGreater(row.given, given + 0.5)
        self.assertEqual((float(row.minutes), row.zone), (8.0, "scalp"))
        self.call("PATCH", path, {"family": "soap_wash"})
        self.assertNotAlmostEqual(Wash.objects.get(pk=kept).given, row.given, places=2)
        self.refused("PATCH", path, {"at": "2027-01-01T10:00"}, "at")


class CalendarOut(PlanTestCase):
    """As a file, and as a feed with a secret."""

    def read(self, path: str) -> Calendar:
        answer = self.raw("GET", path)
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        self.assertTrue(answer.headers["Content-Type"].startswith("text/calendar"))
        return Calendar.from_ical(answer.content)

    def test_a_wash_and_the_whole_plan_with_alarms(self) -> None:
        (planned,) = self.plan()
        for path in (f"/wash/planned/{planned['id']}/calendar.ics", "/wash/plan.ics"):
            events = {str(event["summary"]): event for event in self.read(path).walk("VEVENT")}
            wash = events["Wash Wren Halloway: Friday, off the barge"]
            self.assertEqual(wash.decoded("dtstart"), FRIDAY.replace(day=28, hour=10))
            soak = next(
                event for title, event in events.items() if title.startswith("Soak: Lamplight soapwort")
            )
            self.assertEqual(self.hour(soak.decoded("dtstart").isoformat()), "Fri 22:30")
            for event in events.values():
                for required in ("uid", "dtstamp", "dtstart", "summary"):
                    self.assertIn(required, event)
            self.assertTrue(wash.walk("VALARM"))
        uids = {str(event["uid"]) for event in self.read("/wash/plan.ics").walk("VEVENT")}
        self.call("PATCH", f"/wash/planned/{planned['id']}", {"at": "2026-11-28T15:00"})
        self.assertEqual(uids, {str(event["uid"]) for event in self.read("/wash/plan.ics").walk("VEVENT")})

    def test_the_feed_is_told_once_is_read_and_ends(self) -> None:
        self.plan()
        self.assertFalse(self.call("GET", "/wash/feed")["there"])
        made = self.call("POST", "/wash/feed", status=201)
        secret = made["address"].rsplit("/", 1)[1]
        self.assertNotIn(secret.removesuffix(".ics"), str(CalendarFeed.objects.values().get()))
        self.assertEqual(self.call("GET", "/wash/feed")["address"], "")
        self.assertEqual(len(self.read(f"/wash/feed/{secret}").walk("VEVENT")) > 2, True)
        self.assertIsNotNone(self.call("GET", "/wash/feed")["read_at"])
        anew = self.call("POST", "/wash/feed", status=201)["address"].rsplit("/", 1)[1]
        self.assertEqual(self.raw("GET", f"/wash/feed/{secret}").status_code, 404)
        self.read(f"/wash/feed/{anew}")
        self.call("DELETE", "/wash/feed", status=204)
        self.assertEqual(self.raw("GET", f"/wash/feed/{anew}").status_code, 404)
        self.assertEqual(self.raw("GET", "/wash/feed/x.ics").status_code, 404)

    def test_two_months_on_a_page(self) -> None:
        (planned,) = self.plan()
        found = self.call("GET", "/wash/calendar")
        self.assertEqual((found["since"], found["today"]), ("2026-11-01", "2026-11-27"))
        self.assertEqual(len(found["days"]), 61)
        by_day = {day["day"]: day["entries"] for day in found["days"]}
        self.assertEqual(
            [entry["kind"] for entry in by_day["2026-11-28"] if entry["kind"] == "wash"], ["wash"]
        )
        self.assertTrue(any(entry["kind"] == "make" for entry in by_day["2026-11-27"]))
        self.call("POST", "/wash/record", {"head": self.wren, "planned": planned["id"]}, 201)
        self.assertEqual(len(self.call("GET", "/wash/calendar?since=2027-02-14")["days"]), 59)


class TodayPlace(PlanTestCase):
    """What to do now and next."""

    def test_everything_that_waits_is_there_with_one_press(self) -> None:
        self.plan()
        batch = self.made(self.towpath)
        self.do(batch, "containers", 201, name="Glass bottle", amount=300, place="fridge")
        Container.objects.update(use_by=FRIDAY.date() + timedelta(days=1))
        self.call("POST", f"/heads/{self.wren}/patch-tests", {"material": "soapwort"}, 201)
        self.put_tap()
        self.call(
            "POST", "/wash/record", {"head": self.wren, "family": "clay_damp", "at": "2026-11-01T10:00"}, 201
        )
        found = self.call("GET", "/today")
        whats = [item["what"] for item in found["items"]]
        for what in ("begin", "wash", "use_soon", "check_in", "water", "go_on"):
            self.assertIn(what, whats)
        self.assertIn("then look at the arm", [item["says"] for item in found["items"]])
        times = [item["at"] for item in found["items"] if item["at"]]
        self.assertEqual(times, sorted(times))
        self.assertTrue(all(item["to"].startswith("/") and item["act"] for item in found["items"]))
        self.forward(days=2)
        self.assertIn(
            "time to look at the arm", [item["says"] for item in self.call("GET", "/today")["items"]]
        )

    def test_removed_and_archived_things_are_not_there(self) -> None:
        (planned,) = self.plan()
        batch = self.begin(self.soapwort)
        self.call("DELETE", f"/make/batches/{batch['id']}", status=204)
        self.call("DELETE", f"/wash/planned/{planned['id']}", status=204)
        self.assertNotIn("Begin Lamplight soapwort", self.todo())
        self.call("POST", f"/wash/planned/{planned['id']}/restore")
        self.assertIn("Begin Lamplight soapwort", self.todo())
        self.call("DELETE", f"/heads/{self.wren}", status=204)
        found = self.call("GET", "/today")
        self.assertEqual(found["heads"], [])
        self.assertNotIn("Begin Lamplight soapwort", [item["title"] for item in found["items"]])
        self.assertEqual(Batch.objects.count(), 0)


class FirstSteps(MakeTestCase):
    """A household with nothing yet."""

    def setUp(self) -> None:
        super(MakeTestCase, self).setUp()

    def first(self) -> dict[str, Any]:
        return {step["key"]: step for step in self.call("GET", "/today")["first"]}

    def test_led_in_three_steps_each_with_an_answer(self) -> None:
        found = self.call("GET", "/today")
        self.assertTrue(found["leading"])
        self.assertEqual((found["items"], found["heads"]), ([], []))
        self.put_tap()
        self.assertIn("of an ordinary 5 % vinegar", self.first()["water"]["answer"]["says"])
        self.put_malt()
        says = self.first()["bottle"]["answer"]
        self.assertRegex(
            says["says"], r"One part of Malt vinegar to three of your water is pH \d\.\d, likely"
        )
        self.assertEqual(says["figure"]["kind"], "computed")
        self.put_wren()
        self.assertIn("Wren Halloway: ", self.first()["head"]["answer"]["says"])
        self.assertFalse(self.call("GET", "/today")["leading"])

    def test_each_may_be_skipped(self) -> None:
        self.call("PATCH", "/household", {"skipped": ["water", "bottle", "head"]})
        self.assertFalse(self.call("GET", "/today")["leading"])
        self.put_malt()
        self.assertIn("to three of your water", self.first()["bottle"]["answer"]["says"])
