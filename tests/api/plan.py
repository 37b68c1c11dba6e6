"""A Friday at noon, with washes by name."""

from datetime import datetime, timedelta
from typing import Any
from unittest.mock import patch
from zoneinfo import ZoneInfo

import time_machine

from eyebright.kept import clock_steps, monotonic

from .make import MakeTestCase

ZONE = "Europe/London"
FRIDAY = datetime(2026, 11, 27, 12, 0, tzinfo=ZoneInfo(ZONE))
SATURDAY_TEN = "2026-11-28T10:00"


class PlanTestCase(MakeTestCase):
    """A Friday at noon: Wren, a liquor that soaks for hours, a rinse, and washes of them."""

    def setUp(self) -> None:
        super().setUp()
        self.clock = self.enterContext(time_machine.travel(FRIDAY, tick=False))
        clock_steps.anchor_clock()

    def arrange(self) -> None:
        self.enterContext(time_machine.travel(FRIDAY, tick=False))
        super().arrange()
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
        """So much time goes by."""
        self.clock.shift(timedelta(**delta))

    def set_clock(self, **delta: float) -> None:
        """Somebody sets the machine's clock forward by so much, or back: no time goes by."""
        self.clock.shift(timedelta(**delta))
        self.addCleanup(clock_steps.anchor_clock)
        before, by = monotonic.source, timedelta(**delta).total_seconds()
        self.enterContext(patch.object(monotonic, "source", lambda: before() - by))
