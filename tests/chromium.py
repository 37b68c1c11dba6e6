"""Debian's Chromium, headless, for the browser tests, the bench and the pictures."""

import atexit
import shutil
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from functools import cache

from playwright.sync_api import Browser, sync_playwright

FLAGS = (
    "--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking "
    "--disable-component-update --disable-sync --disable-dev-shm-usage"
)


@cache
def the_chromium() -> Browser:
    """The one of this process, started when it is first asked for."""
    at_the_end = ExitStack()
    atexit.register(at_the_end.close)
    return at_the_end.enter_context(chromium())


@contextmanager
def chromium() -> Iterator[Browser]:
    """Started for as long as the context lasts."""
    path = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    assert path, "there is no Chromium: make chromium installs it"
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=path, args=FLAGS.split())
        yield browser
        browser.close()
