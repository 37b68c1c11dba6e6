"""Make as a hand meets it.

A weight on the scale painted in its bar, too much poured, twenty clocks running.
"""

import json
import statistics
from typing import Any

from playwright.sync_api import Browser, Page

from eyebright.instruments.services import EACH

from .live import page_seconds, server_seconds

WEIGHTS = 24
CLOCKS = 20
WATCHED_S = 20
SETTLED_MS = 15_000  # until a server that was just begun has nothing more to make ready
CALL = """
async ([method, path, body]) => {
  const token = document.cookie.split("; ").find((one) => one.startsWith("csrftoken=")).slice(10);
  const answer = await fetch(path, { method, headers: {
    "Content-Type": "application/json", "X-CSRFToken": decodeURIComponent(token) },
    body: body === null ? undefined : JSON.stringify(body) });
  return answer.json();
}
"""
# From the moment that the scale was played until the bar has moved and been painted.
WEIGH = """
async ([path, put]) => {
  const bar = document.querySelector("[data-bar]");
  const token = document.cookie.split("; ").find((one) => one.startsWith("csrftoken=")).slice(10);
  await fetch(path, { method: "POST", headers: {
    "Content-Type": "application/json", "X-CSRFToken": decodeURIComponent(token) },
    body: JSON.stringify({ put, tare: false }) });
  const from = performance.now();
  await new Promise((done, fail) => {
    const late = setTimeout(() => fail(new Error("the bar did not move")), 5000);
    const seen = new MutationObserver(() => { seen.disconnect(); clearTimeout(late); done(); });
    seen.observe(bar, { attributes: true, attributeFilter: ["width"] });
  });
  return new Promise((done) => requestAnimationFrame(() => { const line = new MessageChannel();
    line.port1.onmessage = () => done(performance.now() - from); line.port2.postMessage(0); }));
}
"""
# From a press on what was poured until the reading says what that does.
POUR = """
async ([amount]) => {
  const field = [...document.querySelectorAll("form.said input")].at(0);
  field.value = amount;
  field.dispatchEvent(new Event("input", { bubbles: true }));
  await new Promise((done) => setTimeout(done, 50));
  const before = document.querySelector(".now").textContent;
  const from = performance.now();
  field.form.requestSubmit();
  await new Promise((done, fail) => {
    const look = () => {
      if (document.querySelector(".now").textContent !== before) done();
      else if (performance.now() - from > 10000) fail(new Error("nothing followed"));
      else requestAnimationFrame(look);
    };
    look();
  });
  return performance.now() - from;
}
"""


def call(page: Page, method: str, path: str, body: Any = None) -> Any:
    """One call as the page makes it."""
    return page.evaluate(CALL, [method, path, body])


def _opened(browser: Browser, address: str) -> Page:
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/make")
    page.get_by_role("heading", name="Under way").wait_for()
    return page


def _weighing(page: Page, address: str) -> int:
    """A batch of the demo's own rinse at its weighing; its id."""
    every = call(page, "GET", "/api/formulas")["formulas"]
    rinse = next(row["id"] for row in every if row["name"] == "Towpath rinse")
    ask = {"formula": rinse, "sized_by": "written", "name": "", "family": "", "heads": [], "lots": {}}
    batch = call(page, "POST", "/api/make/batches", {"ask": ask, "stops_passed": [], "why": "", "own": False})
    call(page, "PATCH", f"/api/make/batches/{batch['id']}", {"version": batch["version"], "step": 1})
    page.goto(f"{address}/make/{batch['id']}/run")
    page.locator("[data-bar]").wait_for(state="attached")
    page.wait_for_timeout(1500)
    return int(batch["id"])


def weight_to_bar(browser: Browser, address: str) -> float:
    """ms from a weight on the scale to its bar painted, beyond the scale's own period: 95th percentile."""
    page = _opened(browser, address)
    scale = next(one["id"] for one in call(page, "GET", "/api/instruments") if one["kind"] == "scale")
    _weighing(page, address)
    page.get_by_label("Use steady weights automatically").uncheck()
    times = []
    for place in range(WEIGHTS):
        times.append(page.evaluate(WEIGH, [f"/api/instruments/{scale}/play", 60 + 13 * (place % 9)]))
        page.wait_for_timeout(150 + 37 * (place % 5))
    call(page, "POST", f"/api/instruments/{scale}/play", {"put": 0, "tare": False})
    page.context.close()
    late: float = statistics.quantiles(times, n=20)[-1]
    return max(late - EACH * 1000.0, 0.0)


def over_pour(browser: Browser, address: str) -> float:
    """ms from too much poured to what comes of it painted: the 95th percentile of a few."""
    page = _opened(browser, address)
    times = []
    for place in range(8):
        _weighing(page, address)
        times.append(page.evaluate(POUR, [str(900 + 40 * place)]))
    page.context.close()
    return float(sorted(times)[int(0.95 * (len(times) - 1))])


def cost_of_clocks(browser: Browser, address: str, pid: int, at: str = "/wash") -> float:
    """The share of a core that twenty running clocks cost at a page, server and page, beyond none."""
    page = _opened(browser, address)
    page.goto(f"{address}{at}")
    page.wait_for_timeout(SETTLED_MS)
    idle = _share(page, pid)
    every = call(page, "GET", "/api/formulas")["formulas"]
    liquor = next(row["id"] for row in every if row["name"] == "Conker wash")
    for _ in range(CLOCKS):
        ask = {"formula": liquor, "sized_by": "written", "name": "", "family": "", "heads": [], "lots": {}}
        body = {"ask": ask, "stops_passed": [], "why": "", "own": False}
        batch = call(page, "POST", "/api/make/batches", body)
        where = f"/api/make/batches/{batch['id']}/steps/2"
        started = call(page, "POST", where, {"version": batch["version"], "do": "start", "minutes": 600})
        if "steps" not in started:
            raise RuntimeError(json.dumps(started))
    page.reload()
    page.wait_for_timeout(3000)
    ringing = _share(page, pid)
    page.context.close()
    return max(ringing - idle, 0.0)


def _share(page: Page, pid: int) -> float:
    session = page.context.new_cdp_session(page)
    session.send("Performance.enable")
    server, shown = server_seconds(pid), page_seconds(session)
    page.wait_for_timeout(WATCHED_S * 1000)
    return (server_seconds(pid) - server + page_seconds(session) - shown) / WATCHED_S
