"""Today is the household's today: in any zone, on the nights when clocks change, with a clock set back."""

from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import mock
from zoneinfo import ZoneInfo

import time_machine
from django.utils import timezone

from eyebright.kept import clock
from eyebright.safekeeping.services.copies import daily_copy_is_due
from eyebright.wash.models import Wash

from .heads import HeadsTestCase

AUCKLAND = datetime(2026, 11, 26, 9, tzinfo=ZoneInfo("Pacific/Auckland"))  # in London still the 25th
HONOLULU = datetime(2026, 11, 26, 20, tzinfo=ZoneInfo("Pacific/Honolulu"))  # in London the 27th already


class Zones(HeadsTestCase):
    """A household far from Greenwich."""

    def live_in(self, zone: str) -> dict[str, Any]:
        return self.call("PATCH", "/household", {"zone": zone})

    def test_auckland_at_nine_in_the_morning(self) -> None:
        with time_machine.travel(AUCKLAND, tick=False):
            found = self.live_in("Pacific/Auckland")
            self.assertEqual((found["today"], found["lives_by"]), ("2026-11-26", "Pacific/Auckland"))
            self.put_malt(opened_on="2026-11-26")  # today is no day to come
            self.refused(
                "POST",
                "/shelf/lots",
                {"material": "malt_vinegar", "name": "x", "opened_on": "2026-11-27"},
                "opened_on",
            )
            lot = self.put_malt(name="Old", use_by="2026-11-25")
            notices = self.call("GET", f"/shelf/lots/{lot}")["notices"]
            self.assertEqual([each["what"] for each in notices], ["past"])
            water = self.put_tap(alkalinity=240)
            (row,) = [each for each in self.call("GET", "/shelf/waters") if each["id"] == water]
            self.assertEqual(row["profiles"][0]["on"], "2026-11-26")

    def test_honolulu_at_eight_in_the_evening(self) -> None:
        with time_machine.travel(HONOLULU, tick=False):
            self.assertEqual(self.live_in("Pacific/Honolulu")["today"], "2026-11-26")
            lot = self.put_malt(use_by="2026-11-26")
            whats = [each["what"] for each in self.call("GET", f"/shelf/lots/{lot}")["notices"]]
            self.assertNotIn("past", whats)
            treated = {"treatments": {"bleached": "2026-11-27"}}
            self.refused(
                "POST", "/heads", {"name": "x", "answers": {"birth_year": 1988} | treated}, "treatments"
            )

    def test_a_time_that_is_typed_is_by_the_households_clock(self) -> None:
        with time_machine.travel(HONOLULU, tick=False):
            self.live_in("Pacific/Honolulu")
            wren = self.put_wren()
            wash = {"family": "clay_damp", "at": "2026-11-26T08:30"}
            self.call("POST", f"/heads/{wren}/washes", wash, 201)
            self.assertEqual(Wash.objects.get().at, datetime(2026, 11, 26, 18, 30, tzinfo=UTC))
            late = {"family": "clay_damp", "at": "2026-11-26T20:30"}
            self.refused("POST", f"/heads/{wren}/washes", late, "at")

    def test_a_year_turns_with_the_household(self) -> None:
        """A child is a child until the household's new year."""
        answers = {"birth_year": 2008, "adult": "Wren Halloway"}
        with time_machine.travel(datetime(2026, 12, 31, 11, tzinfo=UTC), tick=False):
            self.live_in("Pacific/Auckland")  # the new year began an hour ago
            pk = self.call("POST", "/heads", {"name": "Ottoline", "answers": answers}, 201)["id"]
            there = self.call("GET", f"/heads/{pk}")["age"]
            self.live_in("Europe/London")
            self.assertEqual(there, self.call("GET", f"/heads/{pk}")["age"] + 1)

    def test_a_place_that_is_none(self) -> None:
        self.refused("PATCH", "/household", {"zone": "Middle of nowhere"}, "zone")
        self.assertEqual(self.live_in("")["lives_by"], clock.machine_zone())

    def test_the_machines_own_zone_is_found_or_it_is_greenwich(self) -> None:
        for said, zone in (("Pacific/Auckland", "Pacific/Auckland"), ("Nowhere/Land", "UTC"), ("", "UTC")):
            clock.machine_zone.cache_clear()
            with (
                self.subTest(said),
                mock.patch.dict("os.environ", {"TZ": said}),
                mock.patch("os.path.realpath", return_value="/etc/localtime"),
                mock.patch("pathlib.Path.is_file", return_value=False),
            ):
                self.assertEqual(clock.machine_zone(), zone)
        clock.machine_zone.cache_clear()


class ClocksChange(HeadsTestCase):
    """The two nights of the year."""

    def test_a_patch_test_takes_so_many_hours_not_so_many_on_the_clock(self) -> None:
        self.call("PATCH", "/household", {"zone": "Europe/London"})
        for night in (datetime(2026, 3, 28, 20, tzinfo=UTC), datetime(2026, 10, 24, 20, tzinfo=UTC)):
            with self.subTest(night), time_machine.travel(night, tick=False) as clock:
                pk = self.put_wren()
                test = self.call("POST", f"/heads/{pk}/patch-tests", {"name": "Tea", "hours": 24}, 201)["id"]
                path = f"/heads/{pk}/patch-tests/{test}/result"
                clock.shift(timedelta(hours=23, minutes=59))
                self.assertIn("Not yet", self.refused("PATCH", path, {"result": "clear"}, "result"))
                clock.shift(timedelta(minutes=1))
                self.call("PATCH", path, {"result": "clear"})

    def test_an_hour_that_there_is_twice_and_one_that_there_is_not(self) -> None:
        self.call("PATCH", "/household", {"zone": "Europe/London"})
        wren = self.put_wren()
        with time_machine.travel(datetime(2026, 11, 1, 12, tzinfo=UTC), tick=False):
            body = {"family": "clay_damp", "at": "2026-10-25T01:30"}
            self.call("POST", f"/heads/{wren}/washes", body, 201)
            says = self.refused("POST", f"/heads/{wren}/washes", body | {"at": "2026-03-29T01:30"}, "at")
            self.assertIn("There is no 01:30 that night", says)

    def test_one_copy_a_day_on_a_day_of_25_hours(self) -> None:
        with timezone.override("Europe/London"):
            for hour in range(24):
                at = datetime(2026, 10, 25, tzinfo=UTC) + timedelta(hours=hour - 1)
                with time_machine.travel(at, tick=False):
                    self.assertEqual(timezone.localdate().day, 25)
                    self.assertTrue(daily_copy_is_due())


class SetBack(HeadsTestCase):
    """A clock that was set back forgets nothing."""

    def test_what_was_said_before_it_still_holds(self) -> None:
        noon = datetime(2026, 11, 26, 12, tzinfo=UTC)
        with time_machine.travel(noon, tick=False) as clock:
            pk = self.put_wren()
            self.call("POST", f"/heads/{pk}/check-ins", {"flags": ["broken"]}, 201)
            self.call("POST", f"/heads/{pk}/washes", {"family": "clay_damp", "answer": "right"}, 201)
            before = self.call("GET", f"/heads/{pk}")
            clock.shift(timedelta(hours=-3))
            after = self.call("GET", f"/heads/{pk}")
            for name in ("flags", "check_in", "washed_at", "model"):
                with self.subTest(name):
                    self.assertEqual(after[name], before[name])
            self.call("GET", f"/heads/{pk}/asks")
