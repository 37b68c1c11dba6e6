"""Instruments: stand-ins, real lines over TCP, and calibration; what is stale is never shown as a number."""

import json
import os
import socketserver
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from typing import Any
from unittest import mock

from django.conf import settings

from eyebright.core.instruments import Calibration
from eyebright.instruments import services
from eyebright.instruments.hub import SILENT_AFTER, hub

from .support import ApiTestCase

PATIENCE = 15.0  # s


class InstrumentTestCase(ApiTestCase):
    """Instruments by a clock of our own."""

    def setUp(self) -> None:
        """Time stands still until it is moved on."""
        super().setUp()
        self.now = 1000.0
        self.addCleanup(setattr, hub, "clock", hub.clock)
        hub.clock = lambda: self.now
        hub.at_rest()

    def put_in_tray(self, kind: str, link: str = "simulated", **more: Any) -> int:
        """One in the tray; its id."""
        body = {"kind": kind, "name": f"The {kind}", "link": link} | more
        return self.call("POST", "/instruments", body, 201)["id"]

    def told(self, pk: int) -> dict[str, Any]:
        """What it says now."""
        return next(one for one in self.call("GET", "/instruments/now") if one["id"] == pk)

    def play(self, pk: int, **how: Any) -> dict[str, Any]:
        """Play a stand-in."""
        return self.call("POST", f"/instruments/{pk}/play", how)


class StandIns(InstrumentTestCase):
    """They behave as such things do."""

    def test_a_scale_settles_and_is_tared_and_overloaded(self) -> None:
        pk = self.put_in_tray("scale")
        self.assertEqual(self.play(pk, put=250)["state"], "moving")
        self.now += 10
        told = self.told(pk)
        self.assertEqual((told["state"], told["unit"]), ("steady", "g"))
        self.assertAlmostEqual(told["value"], 250, delta=0.5)
        self.play(pk, tare=True)
        self.assertAlmostEqual(self.told(pk)["value"], 0, delta=0.5)
        self.play(pk, put=9000)
        self.now += 10
        told = self.told(pk)
        self.assertEqual((told["value"], told["state"]), (None, "overload"))

    def test_a_frozen_one_has_no_number_and_an_unplugged_one_says_so(self) -> None:
        pk = self.put_in_tray("thermometer")
        self.play(pk, put=38)
        self.now += 60
        self.assertAlmostEqual(self.told(pk)["value"], 38, delta=0.3)
        self.play(pk, plug="frozen")
        self.now += SILENT_AFTER + 1
        told = self.told(pk)
        self.assertEqual((told["value"], told["state"]), (None, "silent"))
        self.assertIn("Nothing heard", told["says"])
        told = self.play(pk, plug="out")
        self.assertEqual((told["value"], told["state"]), (None, "absent"))
        self.assertIsNotNone(self.play(pk, plug="in")["value"])

    def test_one_that_is_read_by_eye_says_nothing_and_is_not_played(self) -> None:
        pk = self.put_in_tray("meter", "hand")
        self.assertEqual(self.call("GET", "/instruments/now"), [])
        self.call("POST", f"/instruments/{pk}/play", {"put": 4}, 409)

    def test_told_as_it_happens(self) -> None:
        self.put_in_tray("scale")
        with mock.patch.object(services, "TOLD_FOR", 1.5 * services.EACH):
            stream = self.client.get("/api/instruments/live")
            self.assertEqual(stream["Content-Type"], "text/event-stream")
            told = [part.decode() for part in stream.streaming_content]
        self.assertEqual(len(told), 2)
        self.assertTrue(told[0].startswith("data: ") and told[0].endswith("\n\n"))
        self.assertEqual(json.loads(told[0].removeprefix("data: "))[0]["kind"], "scale")

    def test_put_away_and_brought_back(self) -> None:
        pk = self.put_in_tray("scale")
        self.call("PATCH", f"/instruments/{pk}", {"kind": "scale", "name": "Letter scale", "link": "hand"})
        self.call("DELETE", f"/instruments/{pk}", status=204)
        self.assertEqual(self.call("GET", "/instruments"), [])
        self.assertEqual(self.call("POST", f"/instruments/{pk}/restore")["name"], "Letter scale")

    def test_what_cannot_be_entered(self) -> None:
        good = {"kind": "scale", "name": "Scale", "link": "bridge", "host": "127.0.0.1", "port": 7101}
        for change, field in (
            ({"name": ""}, "name"),
            ({"kind": "clock"}, "kind"),
            ({"host": " "}, "host"),
            ({"port": None}, "port"),
            ({"port": 99999}, "port"),
            ({"port": "front"}, "port"),
        ):
            with self.subTest(change):
                self.refused("POST", "/instruments", good | change, field)


class Calibrations(InstrumentTestCase):
    """A meter is wrong until it is calibrated, and then as good as it says."""

    def setUp(self) -> None:
        """A stand-in meter."""
        super().setUp()
        self.pk = self.put_in_tray("meter")

    def stood_in(self, ph: float) -> dict[str, Any]:
        """What it says, once it has stood in this for a minute."""
        self.play(self.pk, put=ph)
        self.now += 60
        return self.told(self.pk)

    def calibrate(self, *points: dict[str, Any], status: int = 201) -> Any:
        """Calibrate it at these points, in mV."""
        body = {"points": [{"unit": "mV", "temperature": 19} | point for point in points]}
        return self.call("POST", f"/instruments/{self.pk}/calibrations", body, status)

    def test_two_kitchen_standards_put_it_right_and_it_can_be_taken_back(self) -> None:
        wrong = self.stood_in(9)
        self.assertGreater(abs(wrong["value"] - 9), 0.1)
        known = {one["key"]: one["ph"]["value"] for one in self.call("GET", "/instruments/standards")}
        points = []
        for key in ("cream_of_tartar", "soda_citrate"):
            points.append({"standard": key, "shown": self.stood_in(known[key])["raw"]})
        meter = self.calibrate(*points)["calibration"]
        self.assertEqual(meter["points"], 2)
        self.assertAlmostEqual(meter["slope"], 0.95, delta=0.02)
        right = self.stood_in(9)
        self.assertAlmostEqual(right["value"], 9, delta=0.1)
        self.assertLess(right["reach"], wrong["reach"])
        self.call("DELETE", f"/instruments/calibrations/{meter['id']}", status=204)
        self.assertAlmostEqual(self.stood_in(9)["value"], wrong["value"], delta=0.03)
        self.call("POST", f"/instruments/calibrations/{meter['id']}/restore", status=204)
        self.assertAlmostEqual(self.stood_in(9)["value"], 9, delta=0.1)

    def test_a_thermometer_that_speaks_tells_it_how_warm_the_jug_is(self) -> None:
        self.calibrate({"ph": 4.0, "shown": 180}, {"ph": 9.0, "shown": -100})
        before = self.stood_in(4)["value"]
        warm = self.put_in_tray("thermometer")
        self.play(warm, put=45)
        self.now += 60
        self.assertGreater(self.told(self.pk)["value"], before + 0.05)

    def test_a_reading_with_it_narrows_more_than_a_strip(self) -> None:
        self.calibrate({"ph": 4.01, "shown": 180}, {"ph": 7.0, "shown": 14})
        widths = []
        for read in ({"value": 2.9, "meter": self.pk}, {"value": 2.9, "step": 1}):
            malt = self.put_malt(strength=None)
            self.call("POST", "/shelf/readings", {"supply_key": f"lot-{malt}", "read": read}, 201)
            figure = self.call("GET", f"/shelf/lots/{malt}")["neat_ph"]
            widths.append(figure["high"] - figure["low"])
        self.assertLess(widths[0], widths[1])

    def test_a_poor_slope_is_said(self) -> None:
        warnings = self.calibrate({"ph": 4.0, "shown": 130}, {"ph": 7.0, "shown": 5})["calibration"][
            "warnings"
        ]
        self.assertIn("slope", warnings[0])

    def test_points_that_make_no_calibration(self) -> None:
        path = f"/instruments/{self.pk}/calibrations"
        buffer = {"ph": 4.0, "shown": 170, "unit": "mV"}
        for points, words in (
            ([buffer, buffer], "at least"),
            ([], "one, two or three"),
            ([buffer] * 4, "one, two or three"),
            ([{"shown": 170}], "Say which standard"),
            ([{"standard": "sea", "shown": 170}], "from the list"),
            ([buffer, {"ph": 7.0, "shown": 168, "unit": "mV"}], "hardly told"),
        ):
            with self.subTest(words):
                self.assertIn(words, self.refused("POST", path, {"points": points}, "points"))
        self.refused("POST", path, {"points": [{"ph": 4, "shown": "blue"}]}, "points.0.shown")
        scale = self.put_in_tray("scale")
        self.refused("POST", f"/instruments/{scale}/calibrations", {"points": [buffer]}, "points")
        self.assertEqual(self.call("GET", "/instruments")[0]["calibration"]["slope"], Calibration().slope)

    def test_standards_move_with_temperature_within_what_the_model_knows(self) -> None:
        cold, warm = (
            self.call("GET", f"/instruments/standards?temperature={t}")[0]["ph"]["value"] for t in (10, 35)
        )
        self.assertNotEqual(cold, warm)
        self.refused("GET", "/instruments/standards?temperature=140", None, "temperature")


class _Mumbles(socketserver.StreamRequestHandler):
    """Greets, says what the server was given to say, and then nothing more."""

    def handle(self) -> None:
        with suppress(OSError):  # it may be cut off
            for line in self.server.lines:  # type: ignore[attr-defined]
                self.wfile.write(f"{line}\n".encode())
            self.rfile.read()


@contextmanager
def device(*lines: str) -> Iterator[int]:
    """A device on a port of its own that says these lines to whoever connects."""
    socketserver.ThreadingTCPServer.daemon_threads = True
    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), _Mumbles) as server:
        server.lines = lines  # type: ignore[attr-defined]
        threading.Thread(target=server.serve_forever, daemon=True).start()
        yield server.server_address[1]
        server.shutdown()


class Bridges(ApiTestCase):
    """Real lines over TCP."""

    def bridge(self, port: int, kind: str = "scale") -> int:
        """A bridged instrument at this port; its id."""
        body = {"kind": kind, "name": "Bridged", "link": "bridge", "host": "127.0.0.1", "port": port}
        return self.call("POST", "/instruments", body, 201)["id"]

    def until(self, state: str) -> dict[str, Any]:
        """What it says, once it is in this state."""
        end = time.monotonic() + PATIENCE
        while True:
            told = self.call("GET", "/instruments/now")[0]
            if told["state"] == state or time.monotonic() > end:
                self.assertEqual(told["state"], state, told)
                return told
            time.sleep(0.05)

    def says(self, pk: int, words: str) -> dict[str, Any]:
        """What it says, once these words are in it."""
        end = time.monotonic() + PATIENCE
        while True:
            told = next(one for one in self.call("GET", "/instruments/now") if one["id"] == pk)
            if words in told["says"] or time.monotonic() > end:
                self.assertIn(words, told["says"])
                return told
            time.sleep(0.05)

    def test_the_stand_in_that_ships_is_heard_tared_and_missed(self) -> None:
        command = [sys.executable, "manage.py", "instrument", "scale", "--port", "0", "--put", "250"]
        with subprocess.Popen(
            command, cwd=settings.BASE, stdout=subprocess.PIPE, text=True, env=os.environ
        ) as stand_in:
            try:
                assert stand_in.stdout
                port = int(stand_in.stdout.readline().split(":")[1].split(".")[0])
                pk = self.bridge(port)
                self.assertAlmostEqual(self.until("steady")["value"], 250, delta=1)
                self.call("POST", f"/instruments/{pk}/play", {"tare": True})
                end = time.monotonic() + PATIENCE
                while abs(self.until("steady")["value"]) > 1 and time.monotonic() < end:
                    time.sleep(0.05)
                self.assertAlmostEqual(self.until("steady")["value"], 0, delta=1)
            finally:
                stand_in.terminate()
        told = self.until("absent")
        self.assertIsNone(told["value"])
        self.assertIn("Nothing answers", told["says"])

    def test_one_that_falls_silent_has_no_number(self) -> None:
        with device("EYEBRIGHT 1 scale Mute", "R 12.5 g steady") as port:
            self.bridge(port)
            self.assertEqual(self.until("steady")["value"], 12.5)
            self.assertIsNone(self.until("silent")["value"])

    def test_one_that_speaks_another_tongue_says_why(self) -> None:
        for lines, words in (
            (("HELLO",), "no greeting"),
            (("EYEBRIGHT 1 meter pH",), "says that it is a meter"),
            (("EYEBRIGHT 9 scale New",), "version 9"),
            (("EYEBRIGHT 1 scale Odd", "R twelve g steady"), "no number"),
        ):
            with self.subTest(words), device(*lines) as port:
                self.assertIsNone(self.says(self.bridge(port), words)["value"])

    def test_what_no_instrument_can_say_is_no_number(self) -> None:
        for kind, line in (
            ("scale", "R 9e9 g steady"),
            ("meter", "R 47 pH steady"),
            ("thermometer", "R -900 C steady"),
        ):
            with self.subTest(kind), device(f"EYEBRIGHT 1 {kind} Mine", line) as port:
                pk = self.bridge(port, kind)
                self.assertIsNone(self.says(pk, "look at it")["value"])

    def test_a_flood_is_cut_off(self) -> None:
        with device("EYEBRIGHT 1 scale Mine", *["R 1.0 g steady"] * 900) as port:
            self.assertIsNone(self.says(self.bridge(port), "cut off")["value"])

    def test_only_this_machine_and_the_households_own_network(self) -> None:
        body = {"kind": "scale", "name": "Scale", "link": "bridge", "port": 7101}
        for host in ("127.0.0.1", "localhost", "192.168.1.20", "10.0.0.7", "::1"):
            with self.subTest(host):
                self.call("POST", "/instruments", body | {"host": host}, 201)
        for host in ("8.8.8.8", "0.0.0.0", "224.0.0.1", "no such host", "2001:4860:4860::8888", "x" * 300):
            with self.subTest(host):
                said = self.refused("POST", "/instruments", body | {"host": host}, "host")
                self.assertIn("own network", said)
