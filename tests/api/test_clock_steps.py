"""The machine's clock is set back and forward, and the machine started anew: what runs goes on as it did."""

from datetime import datetime
from typing import Any
from unittest.mock import patch

from eyebright.kept import clock_steps, monotonic
from eyebright.make.models import StepClock
from eyebright.wash.models import Wash

from .basin import BasinTestCase

STEPS: list[dict[str, float]] = [
    {"hours": -1}, {"hours": 1}, {"minutes": -40}, {"days": -400}, {"days": 30}, {"seconds": -20},
]  # fmt: skip


class AtTheBasin(BasinTestCase):
    """A wash under way."""

    def seconds(self, run: dict[str, Any]) -> list[float]:
        found: list[float] = self.on(self.run_of(run["id"]), "Lock-gate clay")["seconds"]
        return found

    def test_minutes_and_rings_are_the_same_before_and_after(self) -> None:
        for step in STEPS:
            with self.subTest(step):
                run = self.press(self.go(), 5, after=3)
                before, rings = self.seconds(run), self.on(run, "Lock-gate clay")["rings"]
                self.set_clock(**step)
                for each, other in zip(before, self.seconds(run), strict=True):
                    self.assertAlmostEqual(each, other, delta=0.1)
                now = self.on(self.run_of(run["id"]), "Lock-gate clay")["rings"]
                for ring, other in zip(rings, now, strict=True):
                    self.assertAlmostEqual(ring["left"], other["left"], delta=0.1)
                self.forward(minutes=2)
                self.assertAlmostEqual(self.seconds(run)[0], before[0] + 120, delta=0.1)
                ended = self.end(self.press(run))
                self.assertEqual(Wash.objects.get(pk=ended["washes"][0]).sections, [11, 8, 5, 2])

    def test_it_is_said_and_a_twitch_is_not(self) -> None:
        run = self.press(self.go(), 2)
        for step, says in (({"seconds": -5}, False), ({"hours": -1}, True)):
            self.set_clock(**step)
            notes = " ".join(self.run_of(run["id"])["notes"])
            self.assertEqual("clock was set back by 1 h 00 min" in notes, says, notes)

    def test_a_press_keeps_its_moment_over_a_step(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=2)
        pressed = self.run_of(run["id"])["steady"]
        self.forward(minutes=3)
        self.set_clock(hours=-1)
        self.forward(minutes=1)
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": now["section"], "steady": pressed}
        run = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        self.assertAlmostEqual(max(self.on(run, "Lock-gate clay")["seconds"]), 120, delta=0.1)

    def test_the_count_for_the_page_goes_on_evenly(self) -> None:
        run = self.go()
        self.set_clock(hours=-3)
        self.forward(seconds=10)
        self.set_clock(hours=5)
        self.forward(seconds=10)
        self.assertAlmostEqual(self.run_of(run["id"])["steady"], run["steady"] + 20, delta=0.1)


class Restarted(BasinTestCase):
    """The server is stopped, the clock is set, and it is started again."""

    def test_on_the_same_start_of_the_machine_nothing_is_lost(self) -> None:
        run = self.press(self.go(), 2)
        for step in STEPS:
            before = self.on(self.run_of(run["id"]), "Lock-gate clay")["seconds"][0]
            self.set_clock(**step)
            self.forward(minutes=5)
            clock_steps.anchor_clock()
            after = self.on(self.run_of(run["id"]), "Lock-gate clay")["seconds"][0]
            self.assertAlmostEqual(after, before + 300, delta=0.1, msg=str(step))

    def test_on_another_start_the_wall_counts_and_never_runs_back(self) -> None:
        run = self.press(self.go(), 2)
        self.forward(minutes=5)
        with patch.object(clock_steps, "boot_id", lambda: "another"):
            clock_steps.anchor_clock()
            found = self.on(self.run_of(run["id"]), "Lock-gate clay")["seconds"][0]
            self.assertAlmostEqual(found, 300, delta=0.1)
        with patch.object(clock_steps, "boot_id", lambda: "a third"):
            self.set_clock(days=-2)
            clock_steps.anchor_clock()
        self.forward(minutes=4)
        self.assertAlmostEqual(
            self.on(self.run_of(run["id"]), "Lock-gate clay")["seconds"][0], 240, delta=0.1,
            msg="from the last press on, as nobody knows more",
        )  # fmt: skip

    def test_what_the_page_counted_holds_where_it_is_more(self) -> None:
        run = self.press(self.go(), 5)
        for further, counts in ((300, 300), (1, 300), (90_000, 300), (-60, 300)):
            steady = self.run_of(run["id"])["steady"]
            found = self.mark(run, "counted", steady=steady + further)
            self.assertAlmostEqual(self.on(found, "Lock-gate clay")["seconds"][0], counts, delta=0.1)

    def test_a_machine_that_says_nothing_of_its_start_counts_by_the_wall(self) -> None:
        with patch.object(monotonic, "BOOT_ID", monotonic.BOOT_ID / "none"):
            self.assertEqual(monotonic.boot_id(), "")


class SoaksAndTests(BasinTestCase):
    """Soaks, cooling and patch tests."""

    def soaking(self) -> dict[str, Any]:
        ask = {"formula": self.soapwort, "sized_by": "ml", "value": 300}
        now = self.call("POST", "/make/batches", {"ask": ask}, 201)
        place = next(step["place"] for step in now["steps"] if step["act"] == "wait")
        body = {"version": now["version"], "do": "start", "minutes": 480}
        found: dict[str, Any] = self.call("POST", f"/make/batches/{now['id']}/steps/{place}", body)
        return found

    def test_a_soak_is_as_far_as_it_was(self) -> None:
        batch = self.soaking()
        self.forward(hours=2)
        for step in STEPS:
            (before,) = self.call("GET", "/make/clocks")
            self.set_clock(**step)
            (after,) = self.call("GET", "/make/clocks")
            self.assertAlmostEqual(before["until_steady"], after["until_steady"], delta=0.1, msg=str(step))
            self.assertAlmostEqual(
                after["until_steady"] - clock_steps.steady_seconds(), 6 * 3600, delta=1, msg=str(step)
            )
        self.forward(hours=6, seconds=1)
        (clock,) = self.call("GET", "/make/clocks")
        self.assertLess(clock["until_steady"], clock_steps.steady_seconds())
        said = self.call("GET", f"/make/batches/{batch['id']}")
        (row,) = self.call("GET", "/make")["under_way"]
        (step_clock,) = (step["clock"] for step in said["steps"] if step["clock"])
        self.assertEqual((row["until_steady"], step_clock["until_steady"]), (clock["until_steady"],) * 2)
        self.assertEqual(StepClock.objects.count(), 1)
        self.assertIn(
            "clock was set", " ".join(step["clock"]["says"] for step in said["steps"] if step["clock"])
        )

    def test_what_is_heard_late_counts_from_its_press(self) -> None:
        batch = self.soaking()
        address = f"/make/batches/{batch['id']}"
        place = next(step["place"] for step in batch["steps"] if step["clock"])
        count = float(self.raw("GET", address).headers["Eyebright-Steady"])
        self.forward(hours=1)
        cases = ((count + 600.0, 600.0), ("1", 3600.0), ("nan", 3600.0), ("1e300", 3600.0))
        for pressed, took in cases:
            body = {"version": self.call("GET", address)["version"], "do": "end"}
            headers = {"Eyebright-Pressed": str(pressed)}
            now = self.raw("POST", f"{address}/steps/{place}", body, **headers).json()
            clock = now["steps"][place]["clock"]
            began, ended = (datetime.fromisoformat(clock[name]) for name in ("began_at", "ended_at"))
            self.assertAlmostEqual((ended - began).total_seconds(), took, delta=1.0, msg=str(pressed))
            self.call("POST", f"{address}/steps/{place}", {"version": now["version"], "do": "again"})

    def test_a_patch_test_takes_its_hours(self) -> None:
        body = {"name": "Lock-gate clay", "material": "", "hours": 48}
        self.call("POST", f"/heads/{self.wren}/patch-tests", body, 201)
        self.forward(hours=20)
        for step in STEPS:
            self.set_clock(**step)
        self.forward(hours=27)
        self.assertEqual(self.state(), "running")
        (test,) = self.call("GET", f"/heads/{self.wren}")["patch_tests"]
        self.assertIn("clock was set", test["says"])
        self.forward(hours=1, seconds=30)
        self.assertEqual(self.state(), "due")

    def state(self) -> str:
        found: str = self.call("GET", f"/heads/{self.wren}")["patch_tests"][0]["state"]
        return found
