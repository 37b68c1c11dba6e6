"""Written lines: how many are read right, how fast; the finder among many materials; what loading takes."""

import statistics
import subprocess
import sys
import time
from dataclasses import dataclass
from functools import partial

from playwright.sync_api import Browser

from eyebright.core.formulas.exchange import hear_recipe, read_recipe
from eyebright.core.materials import library
from tests.core.written_lines import corpus, empty_kitchen, judged, read

from .chemistry import best
from .yardsticks import TRIP, TRIPS

MATERIALS, LINES, TOLD = 800, 200, 40
STARTS = 5
TYPED = ("soap", "huile d'ol", "reetha", "rhasoul", "zzzz", "ben")

ADD = """
async (names) => {
  const token = document.cookie.match(/csrftoken=([^;]+)/)?.[1] ?? "";
  for (const name of names) {
    const body = JSON.stringify({ name, kind: name.endsWith("oil") ? "oil" : "clay" });
    const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
    const answer = await fetch("/api/shelf/materials", { method: "POST", headers, body });
    if (!answer.ok && answer.status !== 422) throw new Error(`${answer.status}: ${await answer.text()}`);
  }
}
"""


@dataclass(frozen=True)
class LineFigures:
    """Lines of the corpus, the share read right, how many wrong in silence, seconds for `LINES`."""

    lines: int
    right: float
    silent: int
    seconds: float


def written_lines() -> LineFigures:
    """Read the corpus, and time as many of its lines as a long recipe has."""
    kitchen = empty_kitchen()
    every = list(corpus())
    found = [judged(written, read(written, kitchen)) for written in every]
    one_line = [written.text for written in every if len(written.meant) == 1 and written.meant != ("-",)]
    text = "\n".join(one_line[:LINES])
    start = time.perf_counter()
    read_recipe(text, kitchen, LINES)
    seconds = time.perf_counter() - start
    right = sum(each.right for each in found) / len(found)
    return LineFigures(len(found), right, sum(each.silent and not each.right for each in found), seconds)


METHOD = (
    "Soak the roots overnight, boil, simmer 10 minutes low, cool, mash by hand, strain through cloth. "
    "Stir in the honey and the oil. Massage in, leave on 10 minutes under a cap and rinse. "
    "Twice a month at most. Keeps a week in the fridge. Never on broken skin."
)


def told_recipe() -> float:
    """Seconds to hear a recipe of `TOLD` lines with its method: the best of a few."""
    kitchen = empty_kitchen()
    lines = [written.text for written in corpus() if len(written.meant) == 1 and written.meant != ("-",)]
    text = "\n".join(["Everything wash", *lines[:TOLD], "Method", METHOD])
    if len(hear_recipe(text, kitchen).lines) < TOLD:
        raise RuntimeError("lines of the told recipe were not heard")
    return best(partial(hear_recipe, text, kitchen))


LOADING = """
import time
from eyebright.core import materials
start = time.perf_counter()
materials.library()
materials.library_finder()
print(time.perf_counter() - start)
"""


def loading() -> float:
    """Seconds that the library and its finder take of a start: the best of some processes."""
    runs = (
        subprocess.run([sys.executable, "-c", LOADING], capture_output=True, text=True, check=True)
        for _ in range(STARTS)
    )
    return min(float(run.stdout) for run in runs)


def searching(browser: Browser, address: str) -> dict[str, float]:
    """Milliseconds of a round trip, as typed, of a picker and of the search, among so many materials.

    The slowest of some words, each the median of many. What the library lacks of `MATERIALS` is added first.
    """
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/shelf")
    page.wait_for_timeout(1500)
    names = [f"Bench supply {i} {'oil' if i % 2 else 'clay'}" for i in range(MATERIALS - len(library()))]
    page.evaluate(ADD, names)
    times = {
        name: max(statistics.median(page.evaluate(TRIP, [f"{path}?find={word}", TRIPS])) for word in TYPED)
        for name, path in (("a picker", "/api/shelf/supplies"), ("the search", "/api/search"))
    }
    page.context.close()
    return times
