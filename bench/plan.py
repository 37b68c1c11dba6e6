"""Plans as a hand meets them: three heads and eight washes over two months, and a link of a wash changed."""

import statistics
from datetime import date, timedelta

from playwright.sync_api import Browser, Page

from .make import call

WASHES, EVERY = 8, 7  # days apart
TRIPS, CHANGES = 15, 20
SEEN_MS = 10_000
# From the minutes of a link typed anew until the reading says what that comes to.
CHANGE = """
([minutes, most]) => new Promise((done, fail) => {
  const field = document.querySelectorAll("main ol .minutes input")[0];
  const before = document.querySelector(".whole").textContent;
  const from = performance.now();
  field.value = minutes;
  field.dispatchEvent(new Event("change", { bubbles: true }));
  const look = () => {
    if (document.querySelector(".whole").textContent !== before)
      requestAnimationFrame(() => done(performance.now() - from));
    else if (performance.now() - from > most) fail(new Error("nothing followed"));
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})
"""
PLAN = """
async ([trips]) => {
  const times = [];
  for (let i = 0; i < trips; i += 1) {
    const from = performance.now();
    await (await fetch("/api/wash/plan")).json();
    times.push(performance.now() - from);
  }
  return times;
}
"""


def _opened(browser: Browser, address: str) -> Page:
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/journal")
    page.wait_for_timeout(1500)
    return page


def plan_of_two_months(browser: Browser, address: str) -> tuple[float, int]:
    """Milliseconds from the page for the whole plan, the median, and how many washes it held."""
    page = _opened(browser, address)
    chains, heads = call(page, "GET", "/api/wash/chains"), call(page, "GET", "/api/heads")
    there = len(call(page, "GET", "/api/wash/plan")["washes"])
    for n in range(WASHES - there):
        at = f"{date.today() + timedelta(days=8 + EVERY * n)}T12:00"
        asked = {
            "heads": [heads[n % len(heads)]["id"]], "chain": chains[n % len(chains)]["id"], "at": at,
            "name": "", "links": [], "occasion": "ordinary", "note": "",
        }  # fmt: skip
        call(page, "POST", "/api/wash/planned", asked)
    held = len(call(page, "GET", "/api/wash/plan")["washes"])
    times: list[float] = page.evaluate(PLAN, [TRIPS])
    page.context.close()
    return statistics.median(times), held


def link_changed(browser: Browser, address: str) -> float:
    """Milliseconds from a link's minutes typed anew to the wash painted, for a head: the 95th percentile."""
    page = _opened(browser, address)
    page.goto(f"{address}/wash/names?open=2")
    page.get_by_role("combobox", name="For whom the wash is").click()
    page.get_by_role("option", name="Wren Halloway").click()
    page.locator(".whole").wait_for()
    page.wait_for_timeout(1500)
    times = sorted(page.evaluate(CHANGE, [str(4 + i), SEEN_MS]) for i in range(CHANGES))
    page.context.close()
    return float(times[int(0.95 * (len(times) - 1))])
