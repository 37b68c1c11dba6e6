"""Readings at a desk: strips on a drawn scale, a titration, a jug put right, instruments in the tray."""

import re
import time
from typing import Any

from playwright.sync_api import expect

from eyebright.instruments.hub import hub
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.shelf.schemas.readings import StripSetIn
from eyebright.shelf.services.strips import save_strips

from .support import BrowserTestCase


class Bottles(BrowserTestCase):
    """What was read of a bottle, and of a water."""

    def setUp(self) -> None:
        """A stocked shelf, with fine strips."""
        super().setUp()
        self.stock()
        save_strips(StripSetIn(name="Fine strips", steps="2.5 2.8 3.1 3.4 3.7"))

    def test_a_strip_is_picked_on_its_scale_and_taken_back(self) -> None:
        self.go("/shelf")
        bottle = self.page.get_by_role("listitem").filter(has_text="Malt vinegar").first
        bottle.get_by_role("button", name="Test it undiluted").click()
        self.page.get_by_label("Malt vinegar by itself reads pH").fill("6")
        self.page.get_by_role("button", name="Keep the reading").click()
        expect(self.page.get_by_role("alert")).to_contain_text("2.5")
        expect(self.page.get_by_label("Malt vinegar by itself reads pH")).to_have_value("6")
        bottle.get_by_text("2.8", exact=True).click()
        expect(self.page.get_by_label("Malt vinegar by itself reads pH")).to_have_value("2.8")
        self.page.get_by_role("button", name="Keep the reading").click()
        expect(bottle).to_contain_text("This bottle now:")
        bottle.get_by_role("button", name=re.compile("Take back the reading")).click()
        expect(bottle).not_to_contain_text("This bottle now:")
        self.page.get_by_role("button", name="Undo").click()
        expect(bottle).to_contain_text("This bottle now:")

    def test_a_titration_step_by_step(self) -> None:
        self.go("/shelf/waters")
        self.page.get_by_role("button", name="Test it with vinegar and a strip: Canal-side tap").click()
        self.page.get_by_role("button", name="Work it out").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Put down what each step read")
        self.choose("Read with", "any pH strip")
        self.page.get_by_label("Vinegar in it by now, mL").fill("6")
        self.page.get_by_label("It read pH").fill("5")
        self.page.get_by_role("button", name="Work it out").click()
        expect(self.page.get_by_role("status").filter(has_text="Alkalinity")).to_contain_text("mg/L")
        self.page.get_by_role("button", name="More vinegar, read again").click()
        self.page.get_by_label("Vinegar in it by now, mL").nth(1).fill("3")
        self.page.get_by_label("It read pH").nth(1).fill("4.5")
        self.page.get_by_role("button", name="Work it out").click()
        expect(self.page.get_by_role("alert")).to_contain_text("it can only be more")
        self.page.get_by_label("Vinegar in it by now, mL").nth(1).fill("10")
        self.page.get_by_role("button", name="Work it out").click()
        expect(self.page.get_by_role("alert")).to_have_count(0)
        self.page.get_by_role("button", name="Save as today").click()
        tap = self.page.get_by_role("listitem").filter(has_text="Canal-side tap")
        expect(tap.first).to_contain_text("titrated at home")

    def test_a_file_with_the_wrong_columns_stays_in_the_field(self) -> None:
        self.go("/shelf/waters")
        self.page.get_by_role("button", name="Its supplier's figures: Canal-side tap").click()
        self.page.get_by_role("button", name="From a CSV file instead").click()
        lines = self.page.get_by_label("Its lines")
        lines.fill("day;colour\n2026-03-01;blue")
        self.page.get_by_role("button", name="Keep these figures").click()
        expect(self.page.get_by_role("alert")).to_contain_text("column")
        expect(lines).to_have_value("day;colour\n2026-03-01;blue")
        lines.fill("date,alkalinity\n2026-03-01,236")
        self.page.get_by_role("button", name="Keep these figures").click()
        expect(self.page.get_by_text("from the supplier")).to_be_visible()

    def test_a_material_of_ones_own(self) -> None:
        self.go("/shelf?new=lot")
        self.page.get_by_role("button", name="It is not in the list").click()
        self.page.get_by_label("What is it called?").fill("Lock-side mallow")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Choose the nearest kind.")
        self.choose("It is most like", "leaf")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Lock-side mallow")
        self.page.get_by_role("button", name="Save").click()
        mallow = self.page.get_by_role("listitem").filter(has_text="Lock-side mallow")
        mallow.get_by_role("link", name="What is known of").click()
        expect(self.page.get_by_label("Figures")).to_contain_text("Usual for its kind (leaf)")

    def test_a_jug_that_reads_wrong_is_put_right(self) -> None:
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        self.page.get_by_role("button", name="I am mixing this").click()
        for heading in ("Pour in Canal-side tap", "Add Malt vinegar", "Stir it round"):
            expect(self.page.get_by_role("heading", name=heading)).to_be_visible()
            self.page.get_by_role("button", name="Done").click()
        self.page.get_by_text("3.4", exact=True).click()
        self.page.get_by_role("button", name="Keep the reading").click()
        right = self.page.get_by_role("region", name="Put it right")
        right.get_by_label("mL left in it").fill("lots")
        right.get_by_role("button", name="What could go in?").click()
        expect(right.get_by_role("alert")).to_contain_text("A number goes here")
        right.get_by_label("mL left in it").fill("400")
        right.get_by_role("button", name="What could go in?").click()
        expect(right.get_by_role("listitem").first).to_contain_text(re.compile("Add .* at pH 4.[4567]"))


class Tray(BrowserTestCase):
    """Instruments, live."""

    def setUp(self) -> None:
        """A stocked shelf, and a stand-in of each kind."""
        super().setUp()
        self.stock()
        for kind, name in (
            ("scale", "Kitchen scale"),
            ("meter", "pH pen"),
            ("thermometer", "Jam thermometer"),
        ):
            save_instrument(InstrumentIn(kind=kind, name=name, link="simulated"))  # type: ignore[arg-type]
        self.tray = self.page.get_by_role("region", name="Instruments", exact=True)

    def playing(self, name: str) -> Any:
        """The row of a stand-in."""
        return self.page.locator("li").filter(has=self.page.get_by_text(name, exact=True))

    def test_r_takes_what_the_scale_says_into_the_field_in_focus(self) -> None:
        self.go("/shelf/instruments")
        scale = self.playing("Kitchen scale")
        scale.get_by_label("Put on, g").fill("12")
        scale.get_by_role("button", name="Put on", exact=True).click()
        expect(self.tray).to_contain_text(re.compile(r"1[12]\.\d g"))
        expect(self.tray).not_to_contain_text("moving")
        self.page.get_by_role("link", name="Mix", exact=True).click()
        self.headline("Yes: pH 4.5")
        self.put_more("citric", "Citric acid")
        amount = self.page.get_by_label("Amount of Citric acid")
        amount.focus()
        expect(self.tray).to_contain_text(re.compile(r"1[12]\.\d g"))
        self.page.keyboard.press("r")
        expect(self.page.get_by_text("g from Kitchen scale.")).to_be_visible()
        expect(amount).to_have_value(re.compile(r"^1[12](\.\d)?$"))
        expect(self.page.get_by_role("combobox", name="How much Citric acid")).to_contain_text("g")

    def test_at_the_basin_the_meter_is_read_by_one_key(self) -> None:
        self.addCleanup(setattr, hub, "clock", hub.clock)
        hub.clock = lambda: 60.0 * time.monotonic()
        self.go("/shelf/instruments")
        meter = self.playing("pH pen")
        meter.get_by_label("Stand it in pH").fill("4.6")
        meter.get_by_role("button", name="Set", exact=True).click()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        self.page.get_by_role("button", name="I am mixing this").click()
        for heading in ("Pour in Canal-side tap", "Add Malt vinegar", "Stir it round"):
            expect(self.page.get_by_role("heading", name=heading)).to_be_visible()
            self.page.get_by_role("button", name="Done").click()
        self.choose("Read with", "pH pen")
        expect(self.page.get_by_text("It was never calibrated")).to_be_visible()
        expect(self.tray).to_contain_text(re.compile(r"pH 4\.\d\d"))
        self.page.get_by_label("The jug read pH").focus()
        self.page.keyboard.press("r")
        expect(self.page.get_by_label("The jug read pH")).to_have_value(re.compile(r"^4\.\d+$"))
        self.page.get_by_role("button", name="Keep the reading").click()
        expect(self.page.get_by_text("They agree.")).to_be_visible()

    def test_a_frozen_or_unplugged_one_has_no_number(self) -> None:
        self.go("/shelf/instruments")
        thermometer = self.playing("Jam thermometer")
        expect(self.tray).to_contain_text("°C")
        thermometer.get_by_role("button", name="Hold", exact=True).click()
        expect(self.tray).to_contain_text("Nothing heard")
        expect(self.tray).not_to_contain_text("°C")
        thermometer.get_by_role("button", name="Disconnect").click()
        expect(self.tray).to_contain_text("It is unplugged.")
        thermometer.get_by_role("button", name="Connect", exact=True).click()
        expect(self.tray).to_contain_text("°C")

    def test_calibrated_on_kitchen_standards_but_not_on_two_alike(self) -> None:
        self.go("/shelf/instruments")
        self.page.get_by_role("button", name="Calibrate pH pen").click()
        form = self.page.get_by_role("form", name="Calibrate pH pen")
        form.get_by_role("button", name="One more standard").click()
        form.get_by_label("it shows, mV").first.fill("195")
        form.get_by_label("it shows, mV").nth(1).fill("194")
        form.get_by_role("button", name="Calibrate it").click()
        expect(form.get_by_role("alert")).to_contain_text("at least 0.5 apart")
        expect(form.get_by_label("it shows, mV").first).to_have_value("195")
        form.get_by_role("combobox", name="Standard 2").click()
        self.page.get_by_role("option", name=re.compile("Baking soda and washing soda")).click()
        form.get_by_label("it shows, mV").nth(1).fill("-160")
        form.get_by_role("button", name="Calibrate it").click()
        expect(self.playing("pH pen")).to_contain_text("Calibrated")
        expect(self.playing("pH pen")).to_contain_text("slope")
