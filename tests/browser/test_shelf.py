"""The shelf at a desk: put on, change, take off, put back, find."""

from playwright.sync_api import expect

from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.services.lots import save_lot

from .support import BrowserTestCase


class Stocking(BrowserTestCase):
    """What is at hand."""

    def test_an_empty_shelf_leads_on(self) -> None:
        self.go("/mix")
        self.headline("pH")
        expect(self.page.get_by_role("img", name="jug:")).to_be_visible()
        self.page.get_by_role("link", name="Add yours").click()
        expect(self.page.get_by_text("Start with the vinegar in your cupboard.")).to_be_visible()
        self.page.get_by_role("button", name="Add something").click()
        self.page.get_by_role("combobox", name="What is it?").click()
        self.page.keyboard.type("apple")
        self.page.get_by_role("option", name="Cider vinegar").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Cider vinegar")
        self.page.get_by_label("Strength on the label").fill("5,5")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("5.5 g acetic acid per 100 mL")).to_be_visible()

        self.page.get_by_role("link", name="Waters").click()
        self.page.get_by_role("button", name="Add a water").click()
        self.choose("Nearest kind", "Soft tap water")
        self.page.get_by_label("Your name for it").fill("Town tap")
        self.page.get_by_label("Alkalinity, if you know it").fill("30")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("heading", name="Town tap")).to_be_visible()
        self.page.get_by_role("link", name="Mix with it: Town tap").click()
        self.headline("pH")
        expect(self.page.get_by_role("combobox", name="Line 1, what goes in")).to_have_value("Town tap")
        expect(self.page.get_by_role("combobox", name="Line 2, what goes in")).to_have_value("Cider vinegar")

    def test_what_cannot_be_taken_is_said_and_stays_typed(self) -> None:
        self.stock()
        self.go("/shelf?new=lot")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Choose what it is from the library.")).to_be_visible()
        expect(self.page.get_by_text("Give it a name.")).to_be_visible()
        self.find("What is it?", "Malt vinegar")
        self.page.get_by_label("Strength on the label").fill("120")
        self.page.get_by_label("What is left").fill("much")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Strength is more than 0 and at most 100.")).to_be_visible()
        expect(self.page.get_by_text("A number goes here")).to_be_visible()
        expect(self.page.get_by_label("Strength on the label")).to_have_value("120")
        expect(self.page.get_by_label("What is left")).to_have_value("much")

    def test_a_changed_strength_changes_the_jug(self) -> None:
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        before = self.acid_to_pour()
        self.page.get_by_role("link", name="Shelf").click()
        self.page.get_by_role("button", name="Change Malt vinegar").click()
        self.page.get_by_label("Strength on the label").fill("10")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("10 g acetic acid per 100 mL")).to_be_visible()
        self.page.get_by_role("link", name="Mix", exact=True).click()
        self.headline("Yes: pH 4.5")
        self.asks_for_less_than(0.7 * before)

    def test_strength_and_figures_are_changed_from_mix_and_back(self) -> None:
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        self.page.get_by_label("Fill it to").fill("750")
        expect(self.page.get_by_role("img", name="1000 mL jug")).to_be_visible()
        before = self.acid_to_pour()
        self.page.get_by_role("link", name="Change the figures of Malt vinegar").click()
        self.page.get_by_label("Strength on the label").fill("10")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_label("Fill it to")).to_have_value("750")
        self.headline("Yes: pH 4.5")
        self.asks_for_less_than(0.7 * before)
        self.page.get_by_role("link", name="Change the figures of Canal-side tap").click()
        self.page.get_by_label("Alkalinity, if you know it").fill("260")
        self.page.get_by_role("button", name="Cancel").click()
        expect(self.page.get_by_label("Fill it to")).to_have_value("750")

    def test_a_long_shelf_a_page_at_a_time_and_the_one_that_was_asked_for_first(self) -> None:
        self.stock()
        for n in range(70):
            save_lot(LotIn(material="nettle", name=f"Nettle {n:02}"))
        self.go("/shelf")
        rows = self.page.get_by_role("heading", level=3)
        expect(rows).to_have_count(30)
        self.page.get_by_role("button", name="Show more: 42 are left").click()
        expect(rows).to_have_count(60)
        zest = save_lot(LotIn(material="lemon_juice", name="Zest water")).id
        self.go(f"/shelf?read=lot-{zest}")
        expect(rows.first).to_have_text("Zest water")
        expect(self.page.get_by_label("Zest water by itself reads pH")).to_be_visible()

    def test_take_off_put_back_and_find(self) -> None:
        self.stock()
        for n in range(4):
            save_lot(LotIn(material="nettle", name=f"Nettle {n}"))
        self.go("/shelf/waters")
        self.page.get_by_role("button", name="Remove Rain barrel").click()
        expect(self.page.get_by_role("heading", name="Rain barrel")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_role("heading", name="Rain barrel")).to_be_visible()
        self.go("/shelf")
        self.page.get_by_label("Find on the shelf").fill("malzessig")
        expect(self.page.get_by_role("heading", level=3)).to_have_text(["Malt vinegar"])
        self.page.get_by_label("Find on the shelf").fill("gravel")
        expect(self.page.get_by_text("Nothing here is called “gravel”.")).to_be_visible()
