"""Materials at a desk: a page for each, one of one's own, a row corrected, a bought shampoo and its label."""

from playwright.sync_api import expect

from .support import PHONE, BrowserTestCase

LABEL = (
    "Lock-side everyday shampoo. pH 5.5. Massage 6 ml into wet hair. Ingredients: Aqua, Sodium Laureth "
    "Sulfate, Cocamidopropyl Betaine, Sodium Chloride, Parfum, Fernium Obscurum Extract"
)


class Pages(BrowserTestCase):
    """A material's page."""

    def test_it_says_what_a_thing_does_and_leads_on(self) -> None:
        self.stock()
        self.go("/shelf")
        self.page.get_by_role("link", name="What is known of Malt vinegar").click()
        expect(self.page.get_by_role("heading", name="Malt vinegar")).to_be_visible()
        expect(self.page.get_by_label("What it does")).to_contain_text("Lowers the pH")
        uses = self.page.get_by_role("region", name="Where you use it")
        expect(uses.get_by_role("link", name="Malt vinegar")).to_be_visible()
        uses.get_by_role("link", name="Spirit vinegar").click()
        expect(self.page.get_by_role("heading", name="Spirit vinegar")).to_be_visible()
        self.page.get_by_role("link", name="Put it on the shelf").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Spirit vinegar")

    def test_what_never_goes_on_a_head_says_so_first(self) -> None:
        self.go("/shelf/materials/lye_sodium")
        expect(self.page.get_by_role("alert")).to_contain_text("never goes on a head")
        expect(self.page.get_by_role("link", name="Mix with it")).to_have_count(0)
        self.go("/shelf/materials/tobacco")
        expect(self.page.get_by_role("alert")).to_contain_text("never goes on a head")
        expect(self.page.get_by_text("a patch test before the first time")).to_have_count(0)

    def test_one_that_is_not_there_is_said(self) -> None:
        self.go("/shelf/materials/moonshine")
        expect(self.page.get_by_role("alert")).to_contain_text("gone")

    def test_a_row_is_corrected_and_put_back(self) -> None:
        self.go("/shelf/materials/oat_flour")
        expect(self.page.get_by_text("It may hold wheat and barley")).to_be_visible()
        self.page.get_by_role("button", name="Correct it").click()
        self.page.get_by_label("A level 5 mL teaspoon weighs").fill("0")
        self.page.get_by_text("free of wheat and barley").click()
        self.page.get_by_label("Note").fill("The packet says gluten-free.")
        self.page.get_by_role("button", name="Save for this household").click()
        expect(self.page.get_by_text("A level teaspoon weighs 0.05 to 20 g.")).to_be_visible()
        self.page.get_by_label("A level 5 mL teaspoon weighs").fill("2,2")
        self.page.get_by_role("button", name="Save for this household").click()
        expect(self.page.get_by_text("corrected by you")).to_be_visible()
        expect(self.page.get_by_text("The packet says gluten-free.")).to_be_visible()
        expect(self.page.get_by_role("cell", name="0.44 g/mL")).to_be_visible()
        expect(self.page.get_by_text("It may hold wheat and barley")).to_have_count(0)
        self.page.get_by_role("button", name="Put the library’s back").click()
        expect(self.page.get_by_text("It may hold wheat and barley")).to_be_visible()
        expect(self.page.get_by_text("is the library’s again.")).to_be_visible()
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.get_by_text("corrected by you")).to_be_visible()


class Own(BrowserTestCase):
    """A material that the library does not hold."""

    def test_it_is_added_in_a_minute_and_is_on_the_bench_at_once(self) -> None:
        self.stock()
        self.go("/shelf?new=lot")
        self.page.get_by_role("button", name="It is not in the list").click()
        self.page.get_by_label("What is it called?").fill("Lock fern leaf")
        expect(self.page.get_by_text("This sounds like: leaf")).to_be_visible()
        self.page.get_by_label("A level 5 mL teaspoon weighs").fill("90")
        self.page.get_by_text("Everything else that can be said of it").click()
        self.page.get_by_label("Tannin in it, %").fill("6")
        self.page.get_by_role("button", name="Add a piece").click()
        self.page.get_by_label("Piece 1, such as pod or leaf").fill("frond")
        self.page.get_by_label("weighs, g", exact=True).fill("0.4")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_text("A level teaspoon weighs 0.05 to 20 g.")).to_be_visible()
        expect(self.page.get_by_label("Tannin in it, %")).to_have_value("6")
        self.page.get_by_label("A level 5 mL teaspoon weighs").fill("1.4")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Lock fern leaf")
        self.page.get_by_role("button", name="Save", exact=True).click()
        self.page.get_by_role("link", name="What is known of Lock fern leaf").click()
        expect(self.page.get_by_role("cell", name="one frond")).to_be_visible()
        self.page.get_by_role("link", name="Mix with it").click()
        self.headline("pH")

    def test_what_the_library_knows_is_offered_instead(self) -> None:
        self.go("/shelf?new=lot")
        self.page.get_by_role("button", name="It is not in the list").click()
        self.page.get_by_label("What is it called?").fill("spearmint")
        self.page.get_by_role("button", name="Spearmint").click()
        expect(self.page.get_by_role("combobox", name="What is it?")).to_have_value("Spearmint")


class Bought(BrowserTestCase):
    """A bought shampoo, narrowed by its label, stands in a wash."""

    def test_its_label_is_read_and_it_is_washed_with(self) -> None:
        self.stock()
        self.put_wren(allergies=["betaine"])
        self.go("/shelf?new=shampoo_ordinary")
        self.page.get_by_label("Your name for it").fill("Lock-side shampoo")
        self.page.get_by_label("Paste what it says").fill(LABEL)
        self.page.get_by_role("button", name="Read the label").click()
        expect(self.page.get_by_text("Read: 6 ingredients, 1 of them not known here")).to_be_visible()
        expect(self.page.get_by_label("pH from")).to_have_value("5.2")
        expect(self.page.get_by_label("A wash takes")).to_have_value("6")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("not checked: Fernium Obscurum Extract")).to_be_visible()

        self.go("/wash/names?new=1")
        self.page.get_by_label("What this wash is called").fill("Saturday")
        self.page.get_by_role("combobox", name="Add what comes next").click()
        self.page.get_by_role("option", name="Lock-side shampoo").click()
        self.page.get_by_role("button", name="Plain water").click()
        whole = self.page.get_by_label("What the whole wash does")
        expect(whole).to_contain_text("washes out")
        expect(self.page.get_by_text("wet hair then")).to_have_count(2)  # both links are answered
        self.page.get_by_text("What is not known of it").click()
        expect(self.page.get_by_text("no wash has taught it yet")).to_be_visible()
        expect(self.page.get_by_text("Add what comes next")).to_be_visible()
        self.choose("For whom the wash is", "Wren Halloway")
        expect(whole).to_contain_text("Allergy on record: Lock-side shampoo (coco betaine)")
        self.page.get_by_role("button", name="Save", exact=True).click()
        self.page.get_by_role("button", name="Close", exact=True).click()
        expect(self.page.get_by_text("Lock-side shampoo → Plain water")).to_be_visible()


class OnAPhone(BrowserTestCase):
    """The same page on a phone."""

    size = PHONE

    def test_nothing_runs_off_the_side(self) -> None:
        for key in ("soapwort", "shampoo_ordinary", "lye_sodium"):
            self.go(f"/shelf/materials/{key}")
            expect(self.page.get_by_role("heading", name="Beware")).to_be_visible()
            wide = self.page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(wide, PHONE["width"])
