"""The page as a browser meets it: a server of our own, and what its first load weighs and takes."""

import os
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from playwright.sync_api import Browser, CDPSession

PATIENCE = 240.0  # seconds for the server to answer, a demo household moved in
SETTLED_MS = 2_000  # the live line of the instruments is never idle
FIRST_PAINT = """
new Promise((done) => new PerformanceObserver((list) => {
  const paint = list.getEntriesByName("first-contentful-paint")[0];
  if (paint) done(paint.startTime);
}).observe({ type: "paint", buffered: true }))
"""


@dataclass(frozen=True)
class Served:
    """A server of our own: where it is, and which process."""

    address: str
    pid: int


@contextmanager
def served(*, demo: bool) -> Iterator[Served]:
    """Serve the data folder of EYEBRIGHT_DATA on a free port."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    environment = os.environ | {"EYEBRIGHT_DEMO": "1" if demo else "0"}
    server = subprocess.Popen(
        [sys.executable, "manage.py", "serve", "--port", str(port)],
        env=environment,
        stdout=subprocess.DEVNULL,
    )
    try:
        address = f"http://127.0.0.1:{port}"
        _wait_for(address)
        yield Served(address, server.pid)
    finally:
        server.terminate()
        server.wait()


def _wait_for(address: str) -> None:
    until = time.monotonic() + PATIENCE
    while True:
        try:
            urllib.request.urlopen(address).close()
            return
        except urllib.error.URLError:
            if time.monotonic() > until:
                raise
            time.sleep(0.1)


@dataclass(frozen=True)
class FirstLoad:
    """Bytes over the wire (headers too, compressed as sent), requests, and ms to first paint."""

    sent: int
    requests: int
    first_paint_ms: float


def first_load(browser: Browser, address: str) -> FirstLoad:
    """Open Mix in a new window with an empty cache, until nothing more comes."""
    page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
    session: CDPSession = page.context.new_cdp_session(page)
    session.send("Network.enable")
    sent: list[int] = []
    session.on("Network.loadingFinished", lambda event: sent.append(int(event["encodedDataLength"])))
    page.goto(f"{address}/mix")
    page.get_by_role("button", name="I am mixing this").wait_for()
    page.wait_for_timeout(SETTLED_MS)
    paint = float(page.evaluate(FIRST_PAINT))
    page.context.close()
    return FirstLoad(sum(sent), len(sent), paint)
