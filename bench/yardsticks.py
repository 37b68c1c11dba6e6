"""What the figures are measured by: work of a known size, timed in the same run on the same machine.

A slow machine, or a busy one, is slow at these too: what is held to a limit is how many of them it takes.
"""

import statistics
from collections.abc import Callable
from functools import partial
from typing import TypeVar

from django.conf import settings
from django.test import Client, override_settings
from playwright.sync_api import Browser

from .chemistry import best
from .heads import get

Measured = TypeVar("Measured")
BLANK = "/api/journal/feelings"  # asks no table and works nothing out
TRIPS = 40
TRIP = """
async ([path, trips]) => {
  const times = [];
  for (let i = 0; i < trips; i += 1) {
    const start = performance.now();
    await (await fetch(path)).json();
    times.push(performance.now() - start);
  }
  return times;
}
"""


def beside(work: Callable[[], Measured], yardstick: Callable[[], float]) -> tuple[Measured, float]:
    """What some work measures, and its yardstick, timed before and after it: the longer of the two."""
    before = yardstick()
    measured = work()
    return measured, max(before, yardstick())


def blank_call() -> float:
    """Seconds of a call that does nothing, in process: the whole way through middleware, API and schema."""
    with override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]):
        return best(partial(get, Client(), BLANK))


def blank_trip(browser: Browser, address: str) -> float:
    """Milliseconds of such a call from the page: the median."""
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/journal")
    page.wait_for_timeout(1500)
    times: list[float] = page.evaluate(TRIP, [BLANK, TRIPS])
    page.context.close()
    return statistics.median(times)
