"""A whole batch with the pretend scale, thermometer and meter: settled, tared, drifting, unplugged."""

from typing import Any

from eyebright.instruments.hub import hub

from .make import MakeTestCase


class Played(MakeTestCase):
    """Each reading comes from what the instrument says, never from what was put on it."""

    def setUp(self) -> None:
        super().setUp()
        self.time = 1000.0
        before = hub.clock
        hub.clock = lambda: self.time
        hub.at_rest()
        self.addCleanup(setattr, hub, "clock", before)
        self.scale, self.probe, self.meter = (
            self.call("POST", "/instruments", {"kind": kind, "name": kind, "link": "simulated"}, 201)["id"]
            for kind in ("scale", "thermometer", "meter")
        )

    def play(self, pk: int, wait: float = 12.0, **what: Any) -> None:
        self.call("POST", f"/instruments/{pk}/play", what)
        self.time += wait

    def says(self, pk: int) -> dict[str, Any]:
        return next(each for each in self.call("GET", "/instruments/now") if each["id"] == pk)

    def take(self, batch: dict[str, Any], line: int, status: int = 200) -> dict[str, Any]:
        """What the scale says now, taken for a line."""
        now = self.says(self.scale)
        return self.do(batch, "pours", status, line=line, shown=now["value"], state=now["state"])

    def test_a_whole_batch(self) -> None:
        batch = self.change(self.begin(), step=1)
        soapwort, rain = (self.line(batch, name) for name in ("Soapwort", "Rain"))

        self.play(self.scale, put=312.0)  # an empty pot
        batch = self.do(batch, "bowl", do="here", shown=self.says(self.scale)["value"])
        self.play(self.scale, put=312.0 + soapwort["grams"], wait=0.1)
        self.assertIn("still moves", self.take(batch, soapwort["id"], 422)["detail"])
        self.time += 12.0
        batch = self.take(batch, soapwort["id"])
        self.assertTrue(self.line(batch, "Soapwort")["enough"])

        self.play(self.scale, tare=True)  # in the middle of it
        batch = self.do(batch, "bowl", do="tare")
        self.play(self.scale, put=312.0 + soapwort["grams"] + 150.0)
        batch = self.take(batch, rain["id"])
        self.assertAlmostEqual(self.line(batch, "Rain")["poured"], 150.0, delta=1.0)

        self.play(self.scale, put=0.0)  # the pot is lifted
        self.assertIn("less than before", self.take(batch, rain["id"], 422)["detail"])
        self.play(self.scale, put=312.0 + soapwort["grams"] + 150.0)
        self.play(self.scale, put=312.0 + soapwort["grams"] + 330.0)
        batch = self.take(batch, rain["id"])

        self.play(self.scale, plug="out")  # in the middle of a pour
        self.assertEqual(self.says(self.scale)["state"], "absent")
        refused = self.do(batch, "pours", 422, line=rain["id"], state=self.says(self.scale)["state"])
        self.assertIn("it should read", refused["detail"])
        self.play(self.scale, plug="in", put=312.0 + soapwort["grams"] + 399.0)
        batch = self.take(batch, rain["id"])
        self.assertTrue(self.line(batch, "Rain")["enough"])
        self.assertEqual(batch["off"], [])

        self.play(self.scale, put=9000.0)
        self.assertEqual(self.says(self.scale)["state"], "overload")
        self.assertIn(
            "more than the scale bears",
            self.do(batch, "pours", 422, state="overload", supply_key=f"lot-{self.new}")["detail"],
        )

        cool = self.at(batch, "cool")
        batch = self.do(self.change(batch, step=cool), f"steps/{cool}", do="start")
        self.play(self.probe, put=64.0, wait=30.0)
        batch = self.do(batch, "celsius", celsius=self.says(self.probe)["value"])
        self.assertAlmostEqual(batch["cooling"]["now"]["value"], 64.0, delta=1.5)

        self.play(self.meter, put=5.4, wait=60.0)
        read = {"value": self.says(self.meter)["value"], "meter": self.meter}
        batch = self.change(batch, step=self.at(batch, "measure"), read=read)
        self.assertEqual(batch["reading"]["kind"], "measured")
        self.assertIn("meter read", batch["comparison"])

    def line(self, batch: dict[str, Any], name: str) -> dict[str, Any]:
        return next(each for each in batch["lines"] if each["name"].startswith(name))

    def test_an_hour_of_drift_is_not_taken_for_a_pour(self) -> None:
        batch = self.change(self.begin(), step=1)
        self.play(self.scale, put=200.0)
        batch = self.do(batch, "bowl", do="here", shown=self.says(self.scale)["value"])
        self.time += 1800.0
        now = self.says(self.scale)
        self.assertNotEqual(now["value"], 200.0)
        self.assertIn("Nothing was poured", self.take(batch, 2, 422)["detail"])

    def test_one_that_froze_says_nothing(self) -> None:
        batch = self.change(self.begin(), step=1)
        self.play(self.scale, put=200.0)
        self.says(self.scale)
        self.play(self.scale, plug="frozen", wait=30.0)
        now = self.says(self.scale)
        self.assertEqual((now["state"], now["value"]), ("silent", None))
        refused = self.do(batch, "pours", 422, line=2, state="silent")
        self.assertIn("says nothing", refused["detail"])
