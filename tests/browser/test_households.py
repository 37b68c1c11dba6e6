"""The demo and a home at one address, and a restore: what was typed stays with its household."""

import time
from datetime import datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import expect

from tests.servers import Server, move_in

from .support import PAGE_MS, MortalTestCase

HEARD_MS = 2_000
SECOND = "Typed in the second household"


class TwoHouseholds(MortalTestCase):
    """Two households that take turns at one address."""

    def other(self, folder: Path) -> None:
        """Another household is served at the same address."""
        self.die()
        self.server = Server(move_in(folder), port=self.server.port).started()

    def add(self, name: str) -> None:
        self.page.get_by_role("button", name="Add something").first.click()
        self.page.get_by_label("Your name for it").fill(name)

    def test_a_draft_is_only_in_the_household_that_it_was_typed_in(self) -> None:
        first, second = self.folder, Path(self.enterContext(TemporaryDirectory())) / "home"
        self.go("/shelf")
        self.add("Typed in the first household")
        self.other(second)
        self.page.reload()
        expect(self.page.get_by_text("keeps one thing that cannot be used here")).to_be_visible()
        self.add(SECOND)
        expect(self.page.get_by_text("What you typed before is back")).to_have_count(0)
        self.go("/settings")
        expect(self.page.get_by_role("heading", name="Kept apart")).to_be_visible()
        expect(self.page.get_by_text("Typed, in Shelf")).to_be_visible()
        self.die()
        self.folder = first
        self.rise()
        self.go("/shelf")
        self.page.get_by_role("button", name="Add something").first.click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Typed in the first household")

    def test_a_page_that_was_open_writes_nothing_into_another_household(self) -> None:
        second = Path(self.enterContext(TemporaryDirectory())) / "home"
        self.go("/shelf")
        self.add("Of the first")
        self.find_malt()
        self.other(second)
        self.page.evaluate(
            "[...document.querySelectorAll('button')].find((one) => one.textContent === 'Save').click()"
        )
        expect(self.page.get_by_text("that cannot be used here")).to_be_visible(timeout=PAGE_MS)
        self.assertEqual(self.server.lots(), [])

    def find_malt(self) -> None:
        self.page.get_by_role("combobox", name="What is it?").fill("malt vinegar")
        self.page.get_by_role("option", name="Malt vinegar").first.click()

    def test_a_household_put_back_is_another_and_says_what_came(self) -> None:
        self.server.add_lot("In the copy")
        self.server.ask("POST", "/api/safekeeping/copies", None)
        self.go("/shelf")
        self.add("Before the restore")
        self.go("/settings")
        self.page.get_by_text("All copies").click()
        self.page.get_by_role("button", name="Put the copy").first.click()
        with self.page.expect_navigation(timeout=PAGE_MS):
            self.page.get_by_role("button", name="Put it back", exact=True).first.click()
        expect(self.page.get_by_text("pictures are back.")).to_be_visible()
        expect(self.page.get_by_role("heading", name="Kept apart")).to_be_visible()
        self.go("/shelf")
        self.page.get_by_role("button", name="Add something").first.click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("")


class Late(MortalTestCase):
    """A save that comes through long after it was sent."""

    def test_the_form_does_not_offer_it_again(self) -> None:
        self.go("/shelf/measures")
        self.page.get_by_role("button", name="Add a vessel").click()
        self.page.get_by_label("Your name for it").fill("Enamel jug")
        self.page.get_by_label("Holds, in mL").fill("1200")
        self.die()
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("cannot be reached").first).to_be_visible(timeout=PAGE_MS)
        self.page.wait_for_timeout(26_000)  # until it no longer tries by itself
        self.rise()
        expect(self.page.get_by_text("is saved now")).to_be_visible(timeout=PAGE_MS)
        expect(self.page.get_by_label("Holds, in mL")).to_have_count(0)
        self.assertEqual(
            [each["name"] for each in self.server.ask("GET", "/api/shelf/vessels")[1]], ["Enamel jug"]
        )

    def test_a_clock_in_make_counts_from_its_first_press_and_starts_once(self) -> None:
        batch, place = self.at_its_soak("lamplight_soapwort")
        self.go(f"/make/{batch}/run")
        start = self.page.get_by_role("button", name="Start the clock")
        expect(start).to_be_visible()
        self.page.wait_for_timeout(HEARD_MS)  # the page knows the server's count
        self.die()
        start.click()
        pressed = time.time()
        self.page.wait_for_timeout(HEARD_MS)
        start.click()
        self.rise()
        expect(self.page.get_by_role("button", name="Stop the clock")).to_be_visible(timeout=PAGE_MS)
        self.page.wait_for_timeout(HEARD_MS)
        expect(self.page.get_by_text("another window")).to_have_count(0)
        clock = self.server.ask("GET", f"/api/make/batches/{batch}")[1]["steps"][place]["clock"]
        self.assertAlmostEqual(datetime.fromisoformat(clock["began_at"]).timestamp(), pressed, delta=1.0)
