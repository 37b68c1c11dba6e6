"""The basin as a hand meets it: from a press to the next step painted."""

import statistics

from playwright.sync_api import Browser, Page

from .make import call

PRESSES = 12
PRESS = """
() => new Promise((done, fail) => {
  const button = document.querySelector("button.hold");
  const before = document.querySelector(".step h1").textContent + button.textContent;
  const from = performance.now();
  button.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
  const look = () => {
    const button = document.querySelector("button.hold");
    const now = document.querySelector(".step h1").textContent + button.textContent;
    if (now !== before) requestAnimationFrame(() => done(performance.now() - from));
    else if (performance.now() - from > 10000) fail(new Error("nothing followed"));
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})
"""


def _opened(browser: Browser, address: str) -> Page:
    page = browser.new_context(viewport={"width": 390, "height": 844}).new_page()
    page.goto(f"{address}/journal")
    page.wait_for_timeout(1500)
    return page


def press_to_step(browser: Browser, address: str) -> float:
    """ms from a press to the next step painted: the 95th percentile; a clay twist by twist."""
    page = _opened(browser, address)
    formulas = call(page, "GET", "/api/formulas")["formulas"]
    clay = next(row["id"] for row in formulas if row["name"] == "Lock-gate clay")
    links = [{"formula": clay, "zone": "scalp", "sections": "twists"}, {}]
    chain = call(page, "POST", "/api/wash/chains", {"name": "Twist by twist", "links": links})
    wren = next(row["id"] for row in call(page, "GET", "/api/heads") if row["name"] == "Wren Halloway")
    run = call(page, "POST", "/api/wash/runs", {"head": wren, "chain": chain["id"]})
    page.goto(f"{address}/wash/run/{run['id']}")
    page.wait_for_selector("button.hold")
    page.wait_for_timeout(1500)
    times = []
    for _ in range(PRESSES):
        times.append(page.evaluate(PRESS))
        page.wait_for_timeout(350)
    page.context.close()
    return float(statistics.quantiles(times, n=20)[-1])
