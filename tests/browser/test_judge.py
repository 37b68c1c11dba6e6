"""What a name gives away of one's own material, and the household's own limits, as people press them."""

import re

from playwright.sync_api import expect

from eyebright.household.models import HouseLimit
from eyebright.shelf.models import OwnMaterial

from .support import BrowserTestCase


class OwnMaterials(BrowserTestCase):
    """A material that the library does not hold."""

    def setUp(self) -> None:
        """The form, open."""
        super().setUp()
        self.stock()
        self.go("/shelf?new=lot")
        self.page.get_by_role("button", name="It is not in the list").click()
        self.name = self.page.get_by_label("What is it called?")

    def test_a_refused_name_says_so_while_it_is_typed(self) -> None:
        self.name.fill("Cellar Ätznatron")
        told = self.page.get_by_text("Caustic soda never goes on a head")
        expect(told).to_be_visible()
        self.name.fill("Oat flakes")
        expect(told).to_have_count(0)

    def test_what_the_name_gives_away_is_pressed_already_and_can_be_answered_over(self) -> None:
        self.name.fill("Grapefruit peel tea")
        sun = self.page.get_by_label("Makes skin burn in the sun")
        expect(sun).to_be_checked()
        self.page.get_by_text("Makes skin burn in the sun").last.click()
        expect(sun).not_to_be_checked()
        self.page.get_by_text("Something else is so of it").click()
        self.page.get_by_text("Stings, burns or reddens skin").click()
        expect(self.page.get_by_role("combobox", name="It is most like")).to_contain_text("tea")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Grapefruit peel tea")
        self.assertIn("irritant", OwnMaterial.objects.get().hazards)
        self.assertNotIn("sun", OwnMaterial.objects.get().hazards)

    def test_an_alkali_is_asked_for_its_ph_and_nothing_typed_is_lost(self) -> None:
        self.name.fill("White flakes")
        self.choose("It is most like", "alkali powder")
        self.page.get_by_role("button", name="Keep this material").click()
        expect(self.page.get_by_role("alert")).to_contain_text("burn as lye does")
        expect(self.name).to_have_value("White flakes")


class Limits(BrowserTestCase):
    """In Settings."""

    def test_one_is_tightened_refused_looser_and_put_back(self) -> None:
        self.go("/settings")
        self.page.get_by_text(re.compile(r"^\s*All \d+ limits\s*$")).click()
        row = self.page.get_by_role("listitem").filter(has_text="Essential oil in what is left in")
        row.get_by_role("button", name="Change").click()
        field = row.get_by_label(re.compile("^From 0 to 0.5"))
        field.fill("0.9")
        row.get_by_role("button", name="Save").click()
        expect(row.get_by_role("alert")).to_contain_text("looser than ours it cannot be")
        expect(field).to_have_value("0.9")
        field.fill("0,2")
        row.get_by_role("button", name="Save").click()
        expect(row.get_by_text("0.2 % of the whole", exact=True)).to_be_visible()
        self.assertEqual(HouseLimit.objects.get().value, 0.2)
        row.get_by_role("button", name="Back to 0.5").click()
        expect(row.get_by_text("0.5 % of the whole", exact=True)).to_be_visible()
        self.assertFalse(HouseLimit.objects.exists())
