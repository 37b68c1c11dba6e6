"""Anything in one jug at a desk: lines, routes, spoons, soda, and one pour after another."""

import re

from playwright.sync_api import expect

from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.schemas.measures import SpoonIn, VesselIn
from eyebright.shelf.services.lots import find_lot, save_lot
from eyebright.shelf.services.measures import save_spoon, save_vessel

from .support import BrowserTestCase


class Lines(BrowserTestCase):
    """What goes in, in pouring order."""

    def setUp(self) -> None:
        """A stocked shelf with baking soda, and Mix open."""
        super().setUp()
        self.stock()
        save_lot(LotIn(material="baking_soda", name="Baking soda", size=500, price=2))
        save_spoon(SpoonIn(name="clay scoop", grams=11, material="rhassoul"))
        self.cup = save_vessel(VesselIn(name="cup", volume=250)).id
        self.go("/mix")
        self.headline("Yes: pH 4.5")

    def test_more_goes_in_by_any_of_its_names_and_out_again(self) -> None:
        self.put_more("ortie", "Nettle")
        self.page.get_by_label("Amount of Nettle").fill("3")
        self.choose("How much Nettle", "handfuls")
        jug = self.page.get_by_role("img", name=re.compile("jug: .*Canal-side tap.*Malt.*Nettle"))
        expect(jug).to_be_visible()
        self.page.get_by_role("button", name="Pour Nettle leaf earlier").click()
        jug = self.page.get_by_role("img", name=re.compile("jug: .*Canal-side tap.*Nettle.*Malt"))
        expect(jug).to_be_visible()
        self.page.wait_for_url(re.compile("nettle"))  # the address follows a moment later
        self.page.reload()
        expect(self.page.get_by_label("Amount of Nettle")).to_have_value("3")
        self.page.get_by_role("button", name="Leave out Nettle leaf").click()
        expect(self.page.get_by_role("img", name=re.compile("Nettle"))).to_have_count(0)

    def test_any_line_can_be_the_one_worked_out(self) -> None:
        self.choose("How much Malt vinegar", "mL")
        expect(self.page.get_by_label("Amount of Malt vinegar")).not_to_have_value("")
        self.page.get_by_label("Amount of Malt vinegar").fill("20")
        self.choose("How much Canal-side tap", "we work it out")
        expect(self.page.get_by_label("Fill it to")).to_have_count(0)
        self.headline("Yes: pH 4.5")
        expect(self.page.get_by_role("group", name=re.compile("pH against mL of Canal"))).to_be_visible()
        self.choose("How much Malt vinegar", "we work it out")
        expect(self.page.get_by_label("Amount of Canal-side tap")).not_to_have_value("")
        self.page.get_by_role("button", name="no aim").click()
        self.headline("This jug is about pH")

    def test_an_address_with_two_lines_that_wait_for_each_other(self) -> None:
        self.go(f"/mix?line=water-{self.tap}~solve~mL&line=lot-{self.malt}~solve~mL&aim=4.5")
        expect(self.page.get_by_role("alert")).to_contain_text("wait for the other")

    def test_a_vessel_that_is_too_small(self) -> None:
        self.choose("In", "cup, 250 mL")
        expect(self.page.get_by_role("alert")).to_contain_text("The vessel holds 250 mL")
        expect(self.page.get_by_label("Fill it to")).to_have_value("500")
        self.page.get_by_label("Fill it to").fill("200")
        self.headline("Yes: pH 4.5")

    def test_a_scoop_of_ones_own_and_pressed_down(self) -> None:
        self.put_more("ghassoul", "Rhassoul")
        row = self.page.get_by_role("listitem").filter(has=self.page.get_by_label("Amount of Rhassoul"))
        expect(row).to_contain_text(re.compile(r"\d g"))
        loose = row.inner_text()
        row.get_by_label("pressed down").check()
        expect(row).not_to_have_text(loose)
        self.page.get_by_label("Amount of Rhassoul").fill("2")
        self.choose("How much Rhassoul", "clay scoop")
        expect(row).to_contain_text("22 g")


class Ways(BrowserTestCase):
    """Three ways side by side, and by the spoon."""

    def setUp(self) -> None:
        """A stocked shelf with baking soda, and Mix open."""
        super().setUp()
        self.stock()
        save_lot(LotIn(material="baking_soda", name="Baking soda", size=500, price=2))
        priced = LotIn(material="malt_vinegar", name="Malt vinegar", strength=5, size=1000, price=2)
        save_lot(priced, find_lot(self.malt))
        self.go("/mix")
        self.headline("Yes: pH 4.5")

    def test_a_way_is_put_on_the_worktop(self) -> None:
        expect(self.page.get_by_role("heading", name="Three ways to pH 4.5")).to_be_visible()
        ways = self.page.get_by_role("article")
        expect(ways).to_have_count(3)
        buffer = ways.nth(1)
        expect(buffer).to_contain_text("holds its pH")
        expect(buffer).to_contain_text("costs")
        buffer.get_by_role("button", name="Use this").click()
        expect(self.page.get_by_role("combobox", name="Line 3, what goes in")).to_have_value("Baking soda")
        self.headline("Yes: pH 4.5")
        expect(self.page.get_by_role("group", name=re.compile("pH against g of Baking soda"))).to_be_visible()

    def test_it_is_measured_by_the_spoon(self) -> None:
        side = self.page.get_by_label("Reading")
        expect(side).to_contain_text("By the spoon:")
        side.get_by_role("button", name="Use spoons").click()
        expect(self.page.get_by_role("combobox", name="How much Malt vinegar")).to_contain_text("spoon")
        self.headline("likely")

    def test_what_to_measure_next_leads_there(self) -> None:
        side = self.page.get_by_label("Reading")
        side.get_by_text("What to measure next").click()
        side.get_by_role("link", name=re.compile("itrate")).click()
        expect(self.page.get_by_text("Measure a litre of Canal-side tap into a jug.")).to_be_visible()


class Soda(BrowserTestCase):
    """A soda wash, honestly, and what must follow it."""

    def test_from_spoons_to_the_rinse_that_must_follow(self) -> None:
        self.stock()
        self.go(f"/mix?line=water-{self.tap}~fill~mL&line=lib-baking_soda~2~tbsp&volume=250&unit=mL&aim=")
        expect(self.page.get_by_role("heading", name="This is a soda wash")).to_be_visible()
        expect(self.page.get_by_role("row", name=re.compile("just mixed"))).to_contain_text("pH 7")
        expect(self.page.get_by_role("row", name=re.compile("stirred warm"))).to_contain_text("pH 8")
        self.headline("Too much soda")
        rinse = self.page.get_by_role("img", name=re.compile("Malt vinegar in Canal-side tap"))
        expect(rinse).to_be_visible()
        before = rinse.get_attribute("aria-label")
        self.page.get_by_label("plain water between").uncheck()
        expect(rinse).not_to_have_attribute("aria-label", before or "")
        self.page.get_by_text("Citric acid", exact=True).click()
        expect(self.page.get_by_role("img", name=re.compile("Citric acid in Canal"))).to_be_visible()
        self.page.get_by_label("then a rinse at pH").fill("99")
        expect(self.page.get_by_role("alert")).to_contain_text("pH runs from 0 to 14.")

    def test_the_wash_goes_on_with_the_next_jug(self) -> None:
        self.stock()
        self.go(f"/mix?line=water-{self.tap}~fill~mL&line=lib-baking_soda~1~tbsp&volume=250&unit=mL&aim=")
        self.page.get_by_role("button", name="This jug has gone over the head").click()
        self.go(self.mix_path(self.malt, self.tap, aim=3.5))
        self.page.get_by_role("heading", name="Several pours in a row").click()
        expect(self.page.get_by_role("heading", name="This jug, poured after that")).to_be_visible()
        expect(self.page.get_by_text("Baking soda in Canal-side tap").first).to_be_visible()
        self.page.get_by_role("button", name="Begin the wash anew").click()
        expect(self.page.get_by_text("Baking soda in Canal-side tap")).to_have_count(0)
