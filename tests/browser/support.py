"""A Chromium a process, a window a test, and a small shelf of the scenario."""

import os
from functools import cache
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from django.core.servers.basehttp import ThreadedWSGIServer
from django.test import LiveServerTestCase, SimpleTestCase, override_settings
from django.test.testcases import LiveServerThread, is_pickable
from django.utils import timezone
from playwright.sync_api import BrowserContext, ConsoleMessage, Page, ViewportSize, expect

from eyebright.heads.schemas.heads import HeadIn
from eyebright.heads.services import save_head
from eyebright.instruments.hub import hub
from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.schemas.waters import WaterIn
from eyebright.shelf.services.lots import save_lot
from eyebright.shelf.services.waters import save_water
from tests.chromium import the_chromium
from tests.servers import Server, move_in

DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}
# A refusal is logged by the browser as a failed resource: it is the answer under test.
EXPECTED = "Failed to load resource"
# How long to wait before a test fails: generous, for a busy machine; nothing waits it out otherwise.
ACTION_MS, PAGE_MS = 15_000, 60_000
LOOK_MS = 50
RESTED_MS = 300  # a press at the basin that comes sooner after another is the same finger's
EXACT = ("In",)  # labels so short that they stand in others
expect.set_options(timeout=ACTION_MS)


def new_profile(size: ViewportSize, **options: Any) -> BrowserContext:
    """A browser profile of its own, with windows of this size."""
    context = the_chromium().new_context(viewport=size, locale="en-GB", **options)
    context.set_default_timeout(ACTION_MS)
    context.set_default_navigation_timeout(PAGE_MS)
    return context


@cache
def warm_profile() -> BrowserContext:
    """The browser profile of this process."""
    return new_profile(DESK, reduced_motion="reduce")


class InAWindow(SimpleTestCase):
    """A test with a browser's window, which cannot be sent from one process of the runner to another."""

    def __getstate__(self) -> dict[str, Any]:
        """What can be sent: a subTest that failed goes, with its test, to the process that prints it.

        Django leaves out what cannot be pickled only while a test runs; results are sent when it has ended.
        """
        none = {"_outcome": None, "_subtest": None}  # they hold the test itself
        return {
            key: value for key, value in vars(self).items() if key not in none and is_pickable(value)
        } | none


class MortalTestCase(InAWindow):
    """A window on a server of its own, that is killed and comes back."""

    databases = frozenset({"default"})  # none is used here; the browser of other tests brings theirs
    size = DESK

    def setUp(self) -> None:
        """An empty household, and a window on it."""
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        self.folder = Path(self.enterContext(TemporaryDirectory())) / "data"
        self.server = Server(move_in(self.folder)).started()
        self.addCleanup(lambda: self.server.__exit__())
        context = new_profile(self.size)
        self.addCleanup(context.close)
        self.page = context.new_page()

    def go(self, path: str) -> None:
        """Open an address."""
        self.page.goto(f"http://127.0.0.1:{self.server.port}{path}")

    def at_its_soak(self, start: str) -> tuple[int, int]:
        """A batch of this start, poured, that stands at its soak: its id, and that step's place."""
        ask = self.server.ask
        formula = ask("POST", "/api/formulas", {"start": start})[1]["id"]
        asked = {"ask": {"formula": formula, "sized_by": "ml", "value": 300}}
        now = ask("POST", "/api/make/batches", asked)[1]
        address = f"/api/make/batches/{now['id']}"
        for line in now["lines"]:
            now = ask("POST", f"{address}/pours", {"version": now["version"], "line": line["id"]})[1]
        asks = [
            f"{step['place']}:{each['id']}"
            for step in now["steps"]
            for each in step["cautions"]
            if each["asks"]
        ]
        place = next(step["place"] for step in now["steps"] if step["act"] == "wait")
        now = ask("PATCH", address, {"version": now["version"], "step": place, "confirmed": asks})[1]
        self.assertEqual(now["step"], place)
        return now["id"], place

    def die(self) -> None:
        """The server is gone, as in a power cut."""
        self.server.kill()

    def rise(self) -> None:
        """It is back, at the same address, over the same data."""
        self.server = Server(self.folder, port=self.server.port).started()


class ReusedServer(ThreadedWSGIServer):
    """A server that may listen where another did a moment ago."""

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **{**options, "allow_reuse_address": True})


class SameAddress(LiveServerThread):
    """Serves where the test class before was served: the browser has the page in its caches then."""

    server_class = ReusedServer


@override_settings(ALLOWED_HOSTS=["localhost", "127.0.0.1"])
class BrowserTestCase(InAWindow, LiveServerTestCase):
    """A test with a window open. Anything the page logs as an error fails it.

    The first window of each test is of one browser profile a process, and each server has the address of the
    one before it: caches stay warm. What a site may keep in a browser is emptied.
    """

    server_thread_class = SameAddress
    size = DESK

    @classmethod
    def setUpClass(cls) -> None:
        """One browser a process. Playwright's own loop makes Django think it is in async code."""
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        super().setUpClass()
        BrowserTestCase.port = cls.server_thread.port

    def setUp(self) -> None:
        """Open a window, with nothing on any instrument: ids come round again."""
        hub.at_rest()
        self.trouble: list[str] = []
        own = (
            type(self).window is not BrowserTestCase.window
        )  # what it does to a window would stay in the profile
        self.page = self.window() if own else self._listened_to(self._first_window())

    def tearDown(self) -> None:
        """Nothing was logged that should not be: no broken policy, no script error."""
        self.assertEqual(self.trouble, [])

    def window(self, **options: Any) -> Page:
        """One more window, with its own cookies."""
        context = new_profile(self.size, **options)
        self.addCleanup(context.close)
        return self._listened_to(context.new_page())

    def _first_window(self) -> Page:
        context = warm_profile()
        context.clear_cookies()
        page = context.new_page()
        self.addCleanup(lambda: [each.close() for each in context.pages])
        page.set_viewport_size(self.size)
        context.new_cdp_session(page).send(
            "Storage.clearDataForOrigin",
            {"origin": self.live_server_url, "storageTypes": "local_storage,indexeddb"},
        )
        return page

    def _listened_to(self, page: Page) -> Page:
        page.on("console", self._heard)
        page.on("pageerror", lambda error: self.trouble.append(str(error)))
        return page

    def _heard(self, message: ConsoleMessage) -> None:
        if message.type == "error" and EXPECTED not in message.text:
            self.trouble.append(message.text)

    def go(self, path: str, page: Page | None = None) -> Page:
        """Open an address."""
        page = page or self.page
        page.goto(self.live_server_url + path)
        return page

    def stock(self) -> None:
        """Malt vinegar and citric acid; the canal-side tap, the rain barrel, linden flower water."""
        self.malt = save_lot(LotIn(material="malt_vinegar", name="Malt vinegar", strength=5)).id
        self.citric = save_lot(LotIn(material="citric_acid", name="Citric acid")).id
        self.tap = save_water(WaterIn(kind="very_hard", name="Canal-side tap")).id
        self.rain = save_water(WaterIn(kind="rain", name="Rain barrel")).id
        self.linden = save_water(WaterIn(kind="flower", name="Linden flower water")).id

    def put_wren(self, **answers: Any) -> int:
        """Wren, grown, with fine hair on an oily scalp; the id."""
        told = {"birth_year": 1988, "scalp": "oily", "strand": "fine", "length": "jaw"} | answers
        return save_head(HeadIn(name="Wren Halloway", answers=told)).pk

    def put_ottoline(self) -> int:
        """Ottoline, a child with long fair hair and an eczema-prone scalp; the id."""
        told = {
            "birth_year": timezone.now().year - 9,
            "adult": "Wren Halloway",
            "skin": ["eczema"],
            "length": "waist",
            "colour": "fair",
        }
        return save_head(HeadIn(name="Ottoline", answers=told)).pk

    def choose(self, label: str, option: str) -> None:
        """Choose from one of the lists."""
        self.page.get_by_role("combobox", name=label, exact=label in EXACT).click()
        listed = self.page.get_by_role("listbox").get_by_role("option")
        listed.get_by_text(option, exact=True).click()
        expect(listed).to_have_count(0)

    def find(self, label: str, name: str) -> None:
        """Find something by typing its name into a picker, and take it."""
        self._found(label, name, name)

    def put(self, place: int, name: str) -> None:
        """Put this into the jug in the place of what line `place`, counted from 1, is of."""
        self._found(f"Line {place}, what goes in", name, name)

    def put_more(self, words: str, name: str) -> None:
        """One more line, found by these words."""
        self._found("Add an ingredient", words, name)

    def _found(self, label: str, words: str, name: str) -> None:
        self.page.get_by_role("combobox", name=label).fill(words)
        self.page.get_by_role("option", name=name).first.click()

    def jug_of(self, acid: int, water: int) -> dict[str, Any]:
        """Half a litre at pH 4.5, as it is asked."""
        lines = [
            {"supply_key": f"water-{water}", "how": "fill"},
            {"supply_key": f"lot-{acid}", "how": "solve"},
        ]
        return {"lines": lines, "volume": 500, "aim": 4.5}

    def mix_path(self, acid: int, water: int, **more: object) -> str:
        """The address of a rinse in Mix."""
        told = {"volume": 500, "unit": "mL", "aim": 4.5} | more
        plain = "".join(f"&{name}={value}" for name, value in told.items())
        return f"/mix?line=water-{water}~fill~mL&line=lot-{acid}~solve~mL{plain}"

    def headline(self, words: str) -> None:
        """The reading comes to say this."""
        expect(self.page.get_by_label("Reading")).to_contain_text(words)

    def acid_to_pour(self) -> float:
        """How many mL or g the jug asks for."""
        label = self.page.get_by_role("img", name="jug:").get_attribute("aria-label") or ""
        return float(label.rsplit("then ", 1)[1].split()[0])

    def asks_for_less_than(self, most: float) -> None:
        """The jug comes to ask for less acid than this (mL or g)."""
        for _ in range(ACTION_MS // LOOK_MS):
            if self.acid_to_pour() < most:
                return
            self.page.wait_for_timeout(LOOK_MS)
        self.assertLess(self.acid_to_pour(), most)
