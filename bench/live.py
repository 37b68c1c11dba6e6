"""The page as a hand meets it: from a drag to what it paints, and what live instruments cost."""

import os
import statistics
from pathlib import Path

from playwright.sync_api import Browser, CDPSession, Page

MOVES = 40  # each to an aim that was not asked for before: what is remembered is painted at once
WARM = 7
WATCHED_S = 10
TICKS = os.sysconf("SC_CLK_TCK")

# Each pointer move is timed until the jug that answers it has been painted.
DRAG = """
async ([moves, warm]) => {
  const dot = document.querySelector('[aria-label="This mix on the curve"]');
  dot.scrollIntoView({ block: "center" });
  const sheet = dot.closest("svg");
  const jug = document.querySelector(".jug svg");
  const painted = () => new Promise((done) =>
    requestAnimationFrame(() => { const line = new MessageChannel();
      line.port1.onmessage = () => done(performance.now()); line.port2.postMessage(0); }));
  const answered = () => new Promise((done, fail) => {
    const late = setTimeout(() => fail(new Error("the jug did not change")), 5000);
    const watch = new MutationObserver(() => { watch.disconnect(); clearTimeout(late); done(); });
    watch.observe(jug, { attributes: true, attributeFilter: ["aria-label"] });
  });
  const box = sheet.getBoundingClientRect();
  const send = (kind, x) => dot.dispatchEvent(new PointerEvent(kind, {
    bubbles: true, pointerId: 1, buttons: 1, clientX: x, clientY: box.top + box.height / 2 }));
  dot.setPointerCapture = () => {};
  const times = [];
  for (let i = 0; i < moves + warm; i += 1) {
    const x = box.left + box.width * (0.3 + (0.6 * ((i * 18) % (moves + warm))) / (moves + warm));
    const answer = answered();
    const start = performance.now();
    send(i ? "pointermove" : "pointerdown", x);
    await answer;
    const end = await painted();
    if (i >= warm) times.push(end - start);
  }
  return times;
}
"""


def _opened(browser: Browser, address: str) -> Page:
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    page.goto(f"{address}/mix")
    page.get_by_role("slider", name="This mix on the curve").wait_for()
    page.wait_for_timeout(1500)
    return page


def drag_to_paint(browser: Browser, address: str) -> tuple[float, float]:
    """Milliseconds from a move on the curve to its answer painted: the median, and the 95th percentile."""
    page = _opened(browser, address)
    times = page.evaluate(DRAG, [MOVES, WARM])
    page.context.close()
    cuts = statistics.quantiles(times, n=20)
    return statistics.median(times), cuts[-1]


def server_seconds(pid: int) -> float:
    """Seconds of a core that a process has spent."""
    fields = Path(f"/proc/{pid}/stat").read_text("utf-8").rsplit(")", 1)[1].split()
    return (int(fields[11]) + int(fields[12])) / TICKS


def page_seconds(session: CDPSession) -> float:
    """Seconds of a core that a page has spent."""
    metrics = {m["name"]: m["value"] for m in session.send("Performance.getMetrics")["metrics"]}
    return float(metrics["TaskDuration"])


def cost_of_instruments(browser: Browser, address: str, pid: int) -> tuple[float, float]:
    """The share of a core that three live instruments cost: at the server, and in the page."""
    page = _opened(browser, address)
    page.get_by_role("region", name="Instruments").wait_for()
    session = page.context.new_cdp_session(page)
    session.send("Performance.enable")
    server, shown = server_seconds(pid), page_seconds(session)
    page.wait_for_timeout(WATCHED_S * 1000)
    costs = (server_seconds(pid) - server) / WATCHED_S, (page_seconds(session) - shown) / WATCHED_S
    page.context.close()
    return costs
