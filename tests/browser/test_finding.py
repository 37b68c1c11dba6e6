"""A recipe pasted as people write it, a material added where it was missed, the search for anything."""

from playwright.sync_api import Route, expect

from eyebright.formulas.models import Formula
from eyebright.shelf.models import OwnMaterial

from .test_formulas import BenchTestCase

MESSY = """Grandmother's lock-gate mask

Ingredients:
- 3 heaped tbsp rhassoul clay
- a cup and a half of warm water
• 2 tbsp raw honey
juice of half a lemon
1 tbsp lavender oil
15–30 drops lavender essential oil
- 2 tea bags
- 1 tbsp rhasoul
- 2 tbsp tucuma oil

Method
1. Mix the clay with the water until smooth.
"""


class Messy(BenchTestCase):
    """Pasted, three lines mended, and read."""

    def test_a_messy_recipe_is_pasted_mended_and_read(self) -> None:
        self.go("/formulas")
        mask = self.page.get_by_role("listitem").filter(has_text="conditioning mask")
        mask.get_by_role("button", name="Blank").click()
        self.page.get_by_role("button", name="Paste or write several").click()
        self.page.get_by_label("A whole recipe").fill(MESSY)
        self.page.get_by_role("button", name="Put these lines in").click()
        expect(self.page.get_by_text("9 lines in, 3 to look at.")).to_be_visible()
        expect(self.amount("Lavender essential oil")).to_have_value("15–30")
        expect(self.page.get_by_text("“rhasoul” read as “rhassoul”")).to_be_visible()
        expect(self.page.get_by_text("written: “juice of half a lemon”")).to_be_visible()
        reading = self.page.get_by_label("Reading")
        expect(reading).to_contain_text("Not all of it is known yet")
        self.page.get_by_role("button", name="Leave out 1 tbsp lavender oil").click()
        self.page.get_by_role("button", name="Black tea leaf").click()
        expect(self.amount("Black tea leaf")).to_have_value("2")
        self.page.get_by_role("button", name="None of these: add it").click()
        new = self.page.get_by_role("form", name="A new material: tucuma oil")
        expect(new.get_by_role("combobox", name="It is most like")).to_contain_text("oil")
        new.get_by_role("button", name="Add and put in").click()
        expect(self.amount("tucuma oil")).to_have_value("2")
        expect(reading).not_to_contain_text("Not all of it is known yet")
        expect(reading).to_contain_text("pH")
        self.kept()
        made = Formula.objects.get()
        self.assertEqual([bool(line["supply_key"]) for line in made.body["lines"]], [True] * 8)
        self.assertEqual(made.body["lines"][3]["text"], "juice of half a lemon")
        self.assertIn("Mix the clay with the water", made.body["about"])
        self.page.reload()
        expect(self.page.get_by_text("written: “2 tbsp raw honey”")).to_be_visible()

    def test_what_is_too_much_stays_in_the_box(self) -> None:
        self.open("stove_soap")
        self.page.get_by_role("button", name="Paste or write several").click()
        box = self.page.get_by_label("A whole recipe")
        box.fill("\n".join(f"{n} g kaolin" for n in range(1, 91)))
        self.page.get_by_role("button", name="Put these lines in").click()
        expect(self.page.get_by_text("90 lines are more than go in at once")).to_be_visible()
        self.assertTrue(box.input_value().endswith("90 g kaolin"))
        self.page.get_by_role("button", name="Put these lines in").click()
        expect(self.page.get_by_text("A formula holds 60 lines")).to_be_visible()
        self.assertTrue(box.input_value().endswith("90 g kaolin"))


class ThereAndThen(BenchTestCase):
    """What is not found is added where it was missed."""

    def test_enter_takes_the_first_also_before_the_list_has_come(self) -> None:
        self.stock()
        self.go("/mix")
        field = self.page.get_by_role("combobox", name="Add an ingredient")
        field.click()
        self.page.keyboard.type("reetha", delay=5)
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("combobox", name="Line 3, what goes in")).to_have_value("Soapnut shell")

    def test_enter_outlasts_an_answer_to_what_stood_there_before(self) -> None:
        self.stock()
        self.go("/mix")
        field = self.page.get_by_role("combobox", name="Add an ingredient")
        held: list[Route] = []
        self.page.route("**/api/shelf/supplies?find=r", lambda route: held.append(route))
        field.click()
        self.page.keyboard.type("r")
        while not held:
            self.page.wait_for_timeout(10)
        self.page.keyboard.type("eetha")
        self.page.keyboard.press("Enter")
        held[0].continue_()
        expect(self.page.get_by_role("combobox", name="Line 3, what goes in")).to_have_value("Soapnut shell")

    def test_by_keys_alone(self) -> None:
        self.stock()
        self.go("/mix")
        self.page.get_by_role("combobox", name="Add an ingredient").click()
        self.page.keyboard.type("moonwort")
        expect(self.page.get_by_role("button", name="Add “moonwort”")).to_be_visible()
        self.page.keyboard.press("Enter")
        new = self.page.get_by_role("form", name="A new material: moonwort")
        expect(new.get_by_label("What is it called?")).to_be_focused()
        new.get_by_role("button", name="Add and put in").click()
        expect(new.get_by_text("Choose the nearest kind.")).to_be_visible()
        new.get_by_role("combobox", name="It is most like").click()
        self.page.get_by_role("option", name="leaf", exact=True).click()
        new.get_by_role("button", name="Add and put in").click()
        expect(self.page.get_by_role("combobox", name="Line 3, what goes in")).to_have_value("moonwort")
        self.assertEqual(OwnMaterial.objects.get().kind, "leaf")


class Anything(BenchTestCase):
    """`/` finds anything, from any place."""

    def test_a_slash_leads_anywhere(self) -> None:
        wren = self.put_wren()
        pk = self.begin("towpath_rinse")
        for typed, address in (
            ("wren", f"/heads/{wren}"),
            ("towpth", f"/formulas/{pk}"),
            ("comma", "/settings#measures"),
        ):
            self.go("/journal")
            expect(self.page.get_by_role("heading", name="Journal")).to_be_visible()
            self.page.keyboard.press("/")
            expect(self.page.get_by_label("What to find")).to_be_focused()
            self.page.keyboard.type(typed, delay=10)
            self.page.keyboard.press("Enter")
            self.page.wait_for_url(f"**{address}")
        self.page.keyboard.press("/")
        self.page.keyboard.type("zzzzzz")
        expect(self.page.get_by_text("Nothing goes by “zzzzzz”.")).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("What to find")).not_to_be_visible()

    def test_a_material_that_is_not_on_the_shelf_leads_to_a_bottle_of_it(self) -> None:
        self.go("/shelf")
        expect(self.page.get_by_role("heading", name="Bottles and bags")).to_be_visible()
        self.page.keyboard.press("/")
        self.page.keyboard.type("soap nuts", delay=10)
        self.page.get_by_role("option", name="Soapnut shell").click()
        self.page.get_by_role("link", name="Put it on the shelf").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Soapnut shell")
