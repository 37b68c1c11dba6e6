"""Make in the browser: a whole liquor, at a desk and on a phone; an over-pour; a restart in mid-batch."""

import re
from datetime import UTC, datetime, timedelta
from typing import Any

import time_machine
from django.utils import timezone
from playwright.sync_api import Locator, Page, expect

from eyebright.formulas.schemas.formulas import FormulaIn, FormulaNewIn
from eyebright.formulas.services import beginning
from eyebright.instruments.hub import hub
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.make.models import Batch, Container
from eyebright.make.schemas.asking import BeginBatchIn
from eyebright.make.schemas.batches import BatchChangeIn, PourIn
from eyebright.make.schemas.containers import FillIn
from eyebright.make.services import batches, filling, pouring
from eyebright.shelf.models import Lot
from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.schemas.measures import VesselIn
from eyebright.shelf.services.lots import save_lot
from eyebright.shelf.services.measures import save_vessel

from .support import PHONE, BrowserTestCase, MortalTestCase

AHEAD_S = 1_200  # the clock of the page, before that of the server
AWAY_MS = 3_000
NEAR_S = 2.0  # a clock shows whole seconds, and a busy machine paints late


class Kitchen(BrowserTestCase):
    """Rain, soapwort, citric acid, a squeeze bottle; a liquor and a rinse."""

    def setUp(self) -> None:
        super().setUp()
        self.stock()
        self.soapwort = save_lot(LotIn(material="soapwort", name="Soapwort root", size=200, left=150)).id
        save_vessel(VesselIn(name="Squeeze bottle", volume=250))

    def formula(self, name: str, family: str, *lines: tuple[str, str, str]) -> int:
        rows = [
            {"id": place, "supply_key": supply, "amount": amount, "unit": unit}
            for place, (supply, amount, unit) in enumerate(lines, start=1)
        ]
        body = FormulaIn.model_validate({"name": name, "family": family, "lines": rows, "minutes": "2"})
        return beginning.new_formula(FormulaNewIn(formula=body)).id

    def liquor(self) -> int:
        lines = ((f"water-{self.rain}", "400", "mL"), (f"lot-{self.soapwort}", "40", "g"))
        return self.formula("Lamplight soapwort", "saponin_liquor", *lines)

    def rinse(self) -> int:
        lines = ((f"water-{self.rain}", "500", "mL"), (f"lot-{self.citric}", "1", "g"))
        return self.formula("Towpath rinse", "acid_rinse", *lines)

    def begun(self, formula: int, step: int = 1) -> int:
        """A batch of this formula, poured as planned where it stands past that; its id."""
        now = batches.begin(BeginBatchIn.model_validate({"ask": {"formula": formula}}))
        for line in now.lines if step > 1 else ():
            now = pouring.pour(now.id, PourIn(version=now.version, line=line.id))
        batches.change(now.id, BatchChangeIn(version=now.version, step=step))
        return now.id

    def filled(self, **more: Any) -> int:
        batch = self.begun(self.liquor(), 9)
        now = batches.find_batch(batch)
        told = {"version": now.version, "amount": 200, "name": "Jam jar"} | more
        return filling.fill(batch, FillIn.model_validate(told)).id

    def next(self, page: Page | None = None) -> None:
        """The big button; and the next step is there."""
        page = page or self.page
        heading = page.get_by_role("heading", level=1)
        before = heading.inner_text()
        page.get_by_role("button", name="Done, next").click()
        expect(heading).not_to_have_text(before)

    def button(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).first.click()


class WholeLiquor(Kitchen):
    """From the formula to a bottle with a label."""

    def test_soak_overnight_simmer_strain_cool_bottle_label(self) -> None:
        formula = self.liquor()
        self.put_wren()
        self.go(f"/formulas/{formula}")
        self.page.get_by_role("link", name="Make it").click()
        expect(self.page.get_by_text("What goes in")).to_be_visible()
        self.page.get_by_text("Wren", exact=True).click()
        expect(self.page.get_by_text("Wren neat")).to_be_visible()
        self.button("Begin")
        expect(self.page.get_by_role("heading", name="Get everything to hand.")).to_be_visible()
        self.next()
        for _ in range(2):
            self.button("Added")
        expect(self.page.get_by_text("Everything is in.")).to_be_visible()
        self.next()
        self.overnight()
        for _ in range(4):
            self.next()
        self.cooled()
        self.page.get_by_label("It read pH").fill("5.5")
        self.button("Keep the reading")
        expect(self.page.get_by_text("They agree.")).to_be_visible()
        self.page.get_by_label("How much came of it, in mL").fill("300")
        self.button("Keep the amount")
        expect(self.page.get_by_text("300 mL: as foreseen")).to_be_visible()
        self.next()
        self.bottled()

    def overnight(self) -> None:
        """The soak's clock runs at the server while nobody looks."""
        self.button("Start the clock")
        expect(self.page.get_by_role("timer")).to_contain_text(":")
        with time_machine.travel(timezone.now() + timedelta(hours=11), tick=True):
            self.page.reload()
            expect(self.page.get_by_text("Time’s up")).to_be_visible()
            expect(self.page.get_by_text("Its time was up 7 h ago.")).to_be_visible()
            self.go("/make")
            expect(self.page.get_by_text("time’s up, 7 h ago").first).to_be_visible()
            self.page.get_by_role("link", name="Go on").click()
            self.next()

    def cooled(self) -> None:
        self.button("Start the clock")
        expect(self.page.get_by_text("Safe for whom it is for (41 °C) in about")).to_be_visible()
        self.page.get_by_label("A thermometer in it says").fill("55")
        self.page.get_by_label("How it cools").get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_text("About 55 °C")).to_be_visible()
        self.next()

    def bottled(self) -> None:
        self.choose("Into", "Squeeze bottle")
        expect(self.page.get_by_label("How much in all")).to_have_value("250")
        self.page.get_by_label("How much in all").fill("400")
        self.button("Filled")
        expect(self.page.get_by_text("Squeeze bottle holds 250 mL")).to_be_visible()
        expect(self.page.get_by_label("How much in all")).to_have_value("400")
        self.page.get_by_label("How much in all").fill("250")
        self.button("Filled")
        expect(self.page.get_by_text("250 of 250 mL")).to_be_visible()
        labels = self.page.get_by_role("link", name="Print the labels").get_attribute("href")
        answer = self.page.request.get(f"{self.live_server_url}{labels}")
        self.assertEqual(answer.body()[:5], b"%PDF-")
        self.button("It is made")
        expect(self.page.get_by_role("heading", name="What came of it")).to_be_visible()
        self.assertEqual(Container.objects.get().batch.name, "Lamplight soapwort")
        self.page.keyboard.press("/")
        self.page.get_by_role("dialog").get_by_role("combobox").fill(Container.objects.get().code)
        expect(self.page.get_by_role("option", name="Lamplight soapwort, Squeeze bottle")).to_be_visible()


class NotYet(Kitchen):
    """A formula that cannot be made as it stands."""

    def test_says_what_is_open_and_leads_there(self) -> None:
        formula = self.formula("Half a rinse", "acid_rinse", (f"lot-{self.citric}", "", "g"))
        self.go(f"/make/new?formula={formula}")
        expect(self.page.get_by_text("How much Citric acid?")).to_be_visible()
        expect(self.page.get_by_text("One moment")).to_have_count(0)
        self.page.get_by_role("link", name="Open the formula").click()
        expect(self.page).to_have_url(re.compile(f"/formulas/{formula}$"))


class FilledLater(Kitchen):
    """Something that was made, and filled into nothing at the time."""

    def test_its_page_fills_it(self) -> None:
        batch = self.begun(self.rinse(), 4)
        self.go(f"/make/{batch}/run")
        self.button("It is made")
        expect(self.page.get_by_text("It was not filled into anything yet.")).to_be_visible()
        self.page.get_by_text("Fill it into something").click()
        amount = self.page.get_by_label("How much in all")
        expect(amount).not_to_have_value("")
        self.choose("Into", "Squeeze bottle")
        expect(amount).to_have_value("250")
        amount.fill("")
        self.button("Filled")
        expect(self.page.locator("aside").get_by_role("alert")).to_be_visible()
        amount.fill("200")
        self.button("Filled")
        expect(self.page.get_by_text("200 of 200 mL")).to_be_visible()
        expect(amount).to_have_value("250")  # of what is left, what such a bottle holds
        self.assertEqual(Container.objects.get().filled, 200)


class OnAPhone(WholeLiquor):
    """The same beside the stove: one hand, wet."""

    size = PHONE

    def test_nothing_is_wider_than_the_phone_and_the_button_is_large(self) -> None:
        batch = self.begun(self.liquor(), 3)
        for step in (0, 1, 3):
            Batch.objects.filter(pk=batch).update(step=step)
            self.go(f"/make/{batch}/run")
            button = self.page.get_by_role("button", name="Done, next")
            box = button.bounding_box()
            assert box
            self.assertGreaterEqual(box["height"], 72)
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), PHONE["width"])


class TooMuch(Kitchen):
    """An over-pour."""

    def poured_too_much(self) -> int:
        batch = self.begun(self.rinse())
        self.go(f"/make/{batch}/run")
        self.button("Added")
        self.page.get_by_label("Different amount, g").fill("1.5")
        self.page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_role("heading", name="More Citric acid than planned")).to_be_visible()
        return batch

    def test_put_right(self) -> None:
        batch = self.poured_too_much()
        planned = batches.find_batch(batch).figures.ph.value
        self.button("Put it right")
        expect(self.page.get_by_role("heading", name="More Citric acid than planned")).to_have_count(0)
        self.page.get_by_role("button", name="The last").click()
        expect(self.page.get_by_text("Everything is in.")).to_be_visible()
        self.assertAlmostEqual(batches.find_batch(batch).outcome.ph.value, planned, delta=0.12)

    def test_taken_back_and_undone(self) -> None:
        self.poured_too_much()
        self.page.get_by_role("button", name="Citric acid").first.click()
        self.button("Take back")
        expect(self.page.get_by_role("heading", name="More Citric acid than planned")).to_have_count(0)
        self.button("Undo")
        expect(self.page.get_by_role("heading", name="More Citric acid than planned")).to_be_visible()

    def test_scale_the_rest_up(self) -> None:
        batch = self.poured_too_much()
        self.button("Scale the rest up")
        self.page.get_by_role("button", name="The last").click()
        expect(self.page.get_by_text("Everything is in.")).to_be_visible()
        self.assertGreater(batches.find_batch(batch).outcome.makes.value, 700.0)


class LiveScale(Kitchen):
    """The pretend scale fills the bar, and what stands still is taken by itself."""

    def test_taken_by_itself_and_in_both_windows(self) -> None:
        scale = save_instrument(InstrumentIn(kind="scale", name="Kitchen scale", link="simulated")).id
        batch = self.begun(self.rinse())
        other = self.window()
        self.go(f"/make/{batch}/run")
        self.go(f"/make/{batch}/run", other)
        expect(self.page.get_by_text("Kitchen scale").first).to_be_visible()
        hub.play(scale, "scale", put=None, tare=True, plug=None)
        self.play(scale, put=250.0)
        bar = self.page.locator("[data-bar]")
        expect(self.page.get_by_role("img", name="250 g of 499 g")).to_be_visible()
        self.assertGreater(float(bar.get_attribute("width") or 0), 100.0)
        self.play(scale, put=499.0)
        expect(self.page.get_by_role("button", name="In: Rain barrel")).to_be_visible()
        expect(other.get_by_role("button", name="In: Rain barrel")).to_be_visible()
        self.assertEqual(batches.find_batch(batch).poured.count(), 1)
        self.play(scale, put=0.0)
        expect(self.page.get_by_text("Put the bowl back: it should read 499 g").first).to_be_visible()
        self.assertEqual(float(Lot.objects.get(pk=self.citric).left or 0), 0.0)

    def play(self, scale: int, **what: Any) -> None:
        hub.play(scale, "scale", tare=False, plug="in", **what)


class Stock(Kitchen):
    """What is there."""

    def test_use_some_throw_away_and_take_it_back(self) -> None:
        self.filled()
        self.go("/make")
        self.button("Use some")
        self.page.get_by_label("How much, in mL").fill("900")
        self.button("Use it")
        expect(self.page.get_by_text("There are 200 mL left in it.")).to_be_visible()
        self.page.get_by_label("How much, in mL").fill("50")
        self.button("Use it")
        expect(self.page.get_by_text("150 of 200 mL")).to_be_visible()
        self.button("Undo")
        expect(self.page.get_by_text("200 of 200 mL")).to_be_visible()
        self.button("Throw away")
        self.page.get_by_text("mould", exact=True).click()
        self.button("Throw it away")
        expect(self.page.get_by_text("In stock")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").last.click()
        expect(self.page.get_by_text("200 of 200 mL")).to_be_visible()

    def test_frozen_and_thawed(self) -> None:
        self.filled(place="freezer")
        self.go("/make")
        self.page.get_by_text("fridge", exact=True).click()
        expect(self.page.get_by_text("Use it today: by")).to_be_visible()
        self.page.get_by_text("freezer", exact=True).click()
        expect(self.page.get_by_text("never frozen again")).to_be_visible()

    def test_a_slip_is_taken_back(self) -> None:
        self.filled(place="freezer")
        self.go("/make")
        self.page.get_by_text("fridge", exact=True).click()
        expect(self.page.get_by_text("Use it today: by")).to_be_visible()
        self.button("Undo")
        expect(self.page.get_by_text("Use it today: by")).to_have_count(0)
        expect(self.page.get_by_role("radio", name="freezer")).to_be_checked()

    def test_on_top_of_what_is_there_and_off_again(self) -> None:
        self.filled()
        formula = batches.find_batch(Container.objects.get().batch_id).formula_id
        assert formula is not None
        fresh = self.begun(formula, 9)
        self.go(f"/make/{fresh}/run")
        self.page.get_by_text("on top of what is there").click()
        self.page.get_by_role("combobox", name="On top of").click()
        self.page.get_by_role("option", name="Jam jar, 200 mL left").click()
        self.page.get_by_label("How much in all").fill("60")
        self.button("Poured on top")
        expect(self.page.get_by_text("keeps its oldest day")).to_be_visible()
        self.assertEqual(float(Container.objects.get().left), 260.0)
        self.button("Undo")
        expect(self.page.get_by_role("button", name="Undo")).to_have_count(0)
        self.go("/make")
        expect(self.page.get_by_text("200 of 200 mL")).to_be_visible()

    def test_a_strip_for_a_bottle_that_was_measured(self) -> None:
        batch = self.begun(self.rinse(), 0)
        self.go(f"/make/{batch}/run")
        self.page.get_by_text("Print a strip for a bottle").click()
        expect(self.page.get_by_text("No bottle is measured yet.")).to_be_visible()
        for name, volume in (("Wine bottle", 700), ("Flask", 300)):
            mark = {"name": "shoulder", "volume": volume - 10, "height": 180}
            save_vessel(VesselIn.model_validate({"name": name, "volume": volume, "marks": [mark]}))
        self.page.reload()
        self.page.get_by_text("Print a strip for a bottle").click()
        bottles = self.page.get_by_role("combobox", name="For which bottle")
        bottles.click()
        self.page.get_by_role("option", name="Flask").click()
        expect(self.page.get_by_text("It holds 290 mL to its highest mark")).to_be_visible()
        bottles.click()
        self.page.get_by_role("option", name="Wine bottle").click()
        expect(self.page.get_by_role("link", name="Print the strip")).to_be_visible()

    def test_empty(self) -> None:
        self.go("/make")
        expect(self.page.get_by_text("Nothing is being made.")).to_be_visible()
        self.button("Make something")
        expect(self.page.get_by_text("There is no formula yet.")).to_be_visible()


class Restarted(MortalTestCase):
    """The server killed and started again in mid-batch."""

    def soak(self) -> str:
        """A batch at its soak, the clock of which was started; its address."""
        batch, _ = self.at_its_soak("conker_wash")
        self.go(f"/make/{batch}/run")
        self.page.get_by_role("button", name="Start the clock").click()
        expect(self.page.get_by_role("timer")).to_contain_text(":")
        return f"/api/make/batches/{batch}"

    def test_every_word_is_there_when_it_is_back(self) -> None:
        page, where = self.page, self.soak()
        self.die()
        self.rise()
        page.reload()
        expect(page.get_by_role("timer")).to_contain_text(":")
        expect(page.get_by_role("heading", level=1)).to_contain_text("Soak")
        now = self.server.ask("GET", where)[1]
        self.assertEqual(now["step"], 2)
        self.assertTrue(all(line["enough"] for line in now["lines"]))
        page.get_by_role("button", name="Done, next").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("Simmer")

    def test_a_clock_goes_on_by_no_clock_of_this_device_and_without_the_server(self) -> None:
        page = self.page
        page.add_init_script(f"{{ const now = Date.now; Date.now = () => now() + {AHEAD_S * 1000}; }}")
        where = self.soak()
        timer = page.get_by_role("timer")

        def ends(clock: Locator) -> float:
            """The moment at which its time is up, in seconds of the page, by what it shows."""
            hours, minutes, seconds = (int(each) for each in clock.inner_text().split(":"))
            return 3600 * hours + 60 * minutes + seconds + float(page.evaluate("performance.now() / 1000"))

        at = ends(timer)
        clock = next(each["clock"] for each in self.server.ask("GET", where)[1]["steps"] if each["clock"])
        left = (datetime.fromisoformat(clock["until"]) - datetime.now(UTC)).total_seconds()
        self.assertAlmostEqual(at - float(page.evaluate("performance.now() / 1000")), left, delta=NEAR_S)
        page.get_by_role("link", name="Leave it for now").click()
        self.assertAlmostEqual(ends(page.locator("article .clock")), at, delta=NEAR_S)
        self.die()
        page.wait_for_timeout(AWAY_MS)
        self.assertAlmostEqual(ends(page.locator("article .clock")), at, delta=NEAR_S)
        page.get_by_role("link", name="Go on").click()
        self.assertAlmostEqual(ends(timer), at, delta=NEAR_S)
