"""A press at the basin while four others write: how long it takes, in calls that do nothing."""

import statistics
import sys
import threading
import time
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from uuid import uuid4

from tests.servers import Server, move_in

from .yardsticks import BLANK

PRESSES = 60
TRIPS = 60
PAUSE = 0.05  # s between two presses
SWITCH = 0.0001  # s: who presses does not wait here for writers that read their answers


class Household:
    """A server of its own, with what writers write and a wash under way."""

    def __init__(self, server: Server) -> None:
        self.server = server
        self.formula = self.post("/api/formulas", {"start": "towpath_rinse"})["id"]
        malt = self.post("/api/shelf/lots", {"material": "malt_vinegar", "name": "Malt vinegar", "size": 900})
        tap = self.post("/api/shelf/waters", {"kind": "very_hard", "name": "Canal-side tap"})
        lines = [
            {"supply_key": f"water-{tap['id']}", "how": "fill"},
            {"supply_key": f"lot-{malt['id']}", "how": "solve"},
        ]
        self.jug = {"lines": lines, "volume": 500, "aim": 4.5, "use": "rinsed_out", "minutes": 2}
        head = self.post("/api/heads", {"name": "Wren Halloway", "answers": {"birth_year": 1988}})["id"]
        links: list[dict[str, Any]] = [{"formula": self.formula, "zone": "scalp", "sections": "twists"}, {}]
        links += [{"formula": self.formula}, {}] * 3
        chain = self.post("/api/wash/chains", {"name": "Twist by twist", "links": links})["id"]
        self.run = self.post("/api/wash/runs", {"head": head, "chain": chain})["id"]

    def post(self, path: str, body: Any, method: str = "POST") -> Any:
        """A call that must go well, as our page makes it."""
        status, found, _ = self.server.ask(method, path, body, **{"Idempotency-Key": uuid4().hex})
        if status >= 300:
            raise RuntimeError(f"{method} {path}: {status} {found}")
        return found

    def pour_a_jug(self) -> None:
        """A jug worked out, kept, and taken off the shelf."""
        self.post("/api/journal/entries", {"rinse": self.jug})

    def make_a_batch(self) -> None:
        """A batch begun, and a line of it poured."""
        batch = self.post(
            "/api/make/batches", {"ask": {"formula": self.formula, "sized_by": "ml", "value": 400}}
        )
        body = {"version": batch["version"], "line": batch["lines"][0]["id"]}
        self.post(f"/api/make/batches/{batch['id']}/pours", body)

    def edit_a_formula(self) -> None:
        """A formula of its own, saved once more."""
        found = self.post("/api/formulas", {"start": "lock_gate_clay"})
        body = {"formula": found["formula"] | {"about": "x"}, "version": found["version"]}
        self.post(f"/api/formulas/{found['id']}", body, "PUT")

    def put_a_bottle(self) -> None:
        """A bottle on the shelf."""
        self.post("/api/shelf/lots", {"material": "malt_vinegar", "name": "Malt vinegar"})

    def timed(self, what: str, body: dict[str, Any]) -> float:
        """Seconds of one call to the run."""
        since = time.perf_counter()
        status, found, _ = self.server.ask("POST", f"/api/wash/runs/{self.run}/{what}", body)
        if status != 200:
            raise RuntimeError(f"{what}: {status} {found}")
        return time.perf_counter() - since


def _busy(work: Callable[[], None], over: threading.Event, faults: list[str]) -> None:
    while not over.is_set():
        try:
            work()
        except Exception as raised:  # told by whoever measures
            faults.append(repr(raised))
            return


def press_under_writers() -> tuple[float, float, list[str]]:
    """Blank calls that a press takes while four write, and a small save (p95); what went wrong."""
    sys.setswitchinterval(SWITCH)
    with TemporaryDirectory() as outer, Server(move_in(Path(outer) / "data")) as server:
        house = Household(server)
        quiet = [_seconds(lambda: server.ask("GET", BLANK)) for _ in range(TRIPS)]
        over, faults = threading.Event(), list[str]()
        works = (house.pour_a_jug, house.make_a_batch, house.edit_a_formula, house.put_a_bottle)
        threads = [threading.Thread(target=_busy, args=(work, over, faults), daemon=True) for work in works]
        for each in threads:
            each.start()
        time.sleep(1.0)
        presses, saves = [], []
        for _ in range(PRESSES):
            key = uuid4().hex
            presses.append(house.timed("mark", {"what": "trouble", "key": "runny", "id": key}))
            time.sleep(PAUSE)
            saves.append(_seconds(house.put_a_bottle))
            house.timed("undo", {"press": key})
        over.set()
        for each in threads:
            each.join(30)
        blank = statistics.median(quiet)
        return _p95(presses) / blank, _p95(saves) / blank, faults


def _seconds(work: Callable[[], Any]) -> float:
    since = time.perf_counter()
    work()
    return time.perf_counter() - since


def _p95(times: list[float]) -> float:
    return statistics.quantiles(times, n=20)[-1]
