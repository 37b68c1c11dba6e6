"""Washes recorded afterwards, calendars out, Today, and the first steps."""

from datetime import timedelta
from typing import Any

from icalendar import Calendar

from eyebright.make.models import Batch, Container
from eyebright.wash.models import CalendarFeed, PlannedWash, Wash

from .make import MakeTestCase
from .plan import FRIDAY, PlanTestCase


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
        used = self.record(supply_key=f"made-{bottle.pk}")
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
            ("formula", {"formula": 9999}), ("supply_key", {"supply_key": "lot-9999"}),
            ("family", {"family": "beard"}),
            ("minutes", {"formula": self.towpath, "minutes": 0}),
            ("supply_key", {"supply_key": f"lot-{self.citric}"}),
        ):  # fmt: skip
            with self.subTest(field, **body):
                self.refused("POST", "/wash/record", {"head": self.wren} | body, field)
        self.assertEqual(Wash.objects.count(), 0)

    def test_a_thinned_wash_teaches_as_it_went_on(self) -> None:
        given = []
        for parts in (0, 3):
            chain = self.chain(f"1 + {parts}", self.link(self.soapwort, parts=parts))
            done = self.record(chain=chain)
            found = Wash.objects.get(pk=done["washes"][0])
            self.assertEqual(found.thinned, parts)
            given.append(found.given)
            self.call("POST", "/wash/record/back", done, 204)
        self.assertIsNotNone(given[1])
        self.assertLess(given[1], given[0] - 0.7, "a quarter of it went on")

    def test_bottles_of_one_formula_are_emptied_one_after_the_other(self) -> None:
        batch = self.made(self.soapwort)
        for name, amount in (("First bottle", 5), ("Second bottle", 300)):
            self.do(batch, "containers", 201, name=name, amount=amount, place="fridge")
        left = lambda: {row.name: float(row.left) for row in Container.objects.all()}  # noqa: E731
        done = self.record(formula=self.soapwort)
        first, second = left()["First bottle"], left()["Second bottle"]
        self.assertEqual(first, 0.0)
        self.assertLess(second, 300.0)
        self.assertIn("First bottle", done["says"])
        self.assertIn("Second bottle", done["says"])
        (wash,) = Wash.objects.all()
        self.call("DELETE", f"/heads/{self.wren}/washes/{wash.pk}")
        self.assertEqual(left(), {"First bottle": 5.0, "Second bottle": 300.0})
        self.call("POST", f"/heads/{self.wren}/washes/{wash.pk}/restore")
        self.assertEqual(left(), {"First bottle": first, "Second bottle": second})

    def test_a_rinse_takes_what_its_water_takes(self) -> None:
        asked = {"head": self.wren, "links": [self.link(self.soapwort)]}
        oil = lambda: self.call("POST", "/wash/chains/read", asked)["oil"][0]["value"]  # noqa: E731
        self.record(formula=self.soapwort, at="2026-11-24T12:00")
        before = oil()
        self.record(formula=self.towpath, at="2026-11-27T11:00")
        after = oil()
        self.assertLess(after, before)
        self.assertGreater(after, 0.7 * before)

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

    def test_what_changes_never_goes_against_the_answer(self) -> None:
        at = (FRIDAY - timedelta(days=2)).isoformat()
        body = {"family": "saponin_liquor", "amount": 80, "unit": "mL", "at": at, "answer": "right"}
        kept = self.call("POST", f"/heads/{self.wren}/washes", body, 201)["id"]
        path, seen = f"/heads/{self.wren}/washes/{kept}/outcome", set()
        for amount in (40, 60, 80, 160, 300):
            for answer, towards in (("still oily", "more"), ("a little oily", "more"), ("tight", "less")):
                with self.subTest(amount=amount, answer=answer):
                    self.call("PATCH", path, {"amount": amount, "unit": "mL", "answer": answer})
                    head = self.call("GET", f"/heads/{self.wren}")
                    says = next(each["learnt"] for each in head["washes"] if each["id"] == kept)
                    self.assertIn("Expected for Wren: ", says)
                    if " worked out for the next" in says:
                        self.assertIn(f"a little {towards}", says)
                        seen.add(says.split(": ")[-1])
        self.assertGreaterEqual(len(seen), 2, seen)

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
        self.assertFalse(self.call("GET", "/wash/feed")["exists"])
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

    def arrange(self) -> None:
        """Nothing: the household is new."""

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
