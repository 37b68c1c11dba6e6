"""Heads at a desk: from a name to a rinse for that head, and what is learnt on the way."""

import io
import re
import zipfile
from datetime import timedelta
from tempfile import TemporaryDirectory

from django.test import override_settings
from django.utils import timezone
from PIL import Image
from playwright.sync_api import expect

from eyebright.heads import services as heads
from eyebright.heads.models import Head, PatchTest
from eyebright.heads.schemas.diary import PatchTestIn
from eyebright.shelf.schemas.measures import VesselIn
from eyebright.shelf.services.measures import save_vessel

from .support import PHONE, BrowserTestCase


class NewHead(BrowserTestCase):
    """Made in under two minutes, and of use at once."""

    def test_from_a_name_to_a_rinse_on_record(self) -> None:
        self.stock()
        self.go("/heads")
        expect(self.page.get_by_text("Nobody yet.")).to_be_visible()
        self.page.get_by_role("button", name="Add someone").click()
        self.page.get_by_label("Name").fill("Idris Pell")
        self.page.get_by_label("Born in").fill("1965")
        self.page.get_by_role("group", name="By the second day the scalp is").get_by_text("dry").click()
        drawn = self.page.get_by_role("radiogroup", name="Length, pulled straight")
        drawn.get_by_text("to the chest").click()
        expect(drawn.get_by_role("radio", name="to the chest")).to_be_checked()
        self.page.get_by_role("button", name="Add this head").click()
        expect(self.page.get_by_role("heading", name="Idris Pell")).to_be_visible()
        reading = self.page.get_by_label("Reading")
        expect(reading).to_contain_text("gentle")
        expect(reading).to_contain_text("A rinse at pH 4.5")
        reading.get_by_text("Why?").first.click()
        expect(reading).to_contain_text("A dry scalp makes little oil")
        self.page.get_by_role("button", name="Mix this rinse for Idris Pell").click()
        self.page.wait_for_url("**/mix?**head=*")
        expect(self.page.get_by_role("combobox", name="For")).to_contain_text("Idris Pell")
        self.headline("Yes: pH 4.5")
        expect(self.page.get_by_label("Reading")).to_contain_text("No patch test on record")
        rail = self.page.get_by_role("group", name=re.compile("This head asks for pH 4.0 to 5.5"))
        expect(rail).to_be_visible()
        self.page.get_by_label("Aim at pH").fill("3.9")
        self.headline("Sharper than this head asks for today")
        self.page.get_by_role("button", name="Take that").click()
        expect(self.page.get_by_label("Aim at pH")).to_have_value("4.5")
        expect(self.page.get_by_label("Reading")).not_to_contain_text("Sharper than")
        self.page.get_by_role("button", name="I am mixing this").click()
        self.page.wait_for_url("**/pour")
        self.go("/journal")
        expect(self.page.get_by_role("listitem").filter(has_text="Idris Pell")).to_be_visible()

    def test_a_child_needs_an_adult_and_nothing_typed_is_lost(self) -> None:
        self.go("/heads?new=head")
        self.page.get_by_label("Name").fill("Ottoline")
        for year, words in (("", "birth year is needed"), ("2090", "born in that year yet")):
            self.page.get_by_label("Born in").fill(year)
            self.page.get_by_role("button", name="Add this head").click()
            expect(self.page.get_by_role("alert")).to_contain_text(words)
        self.page.get_by_label("Born in").fill(str(timezone.now().year - 9))
        self.page.get_by_role("button", name="Add this head").click()
        expect(self.page.get_by_role("alert")).to_contain_text("which adult is in charge")
        expect(self.page.get_by_label("Name")).to_have_value("Ottoline")
        self.page.get_by_label("The adult in charge").fill("Wren Halloway")
        self.page.get_by_role("checkbox", name="bleached").check()
        self.page.get_by_label("When it was bleached").fill("2090-01-01")
        self.page.get_by_role("button", name="Add this head").click()
        expect(self.page.get_by_role("alert")).to_contain_text("not come yet")
        self.page.get_by_role("checkbox", name="bleached").uncheck()
        self.page.get_by_role("button", name="Add this head").click()
        expect(self.page.get_by_text("9, a child")).to_be_visible()


class Today(BrowserTestCase):
    """Looked at, asked what for, and answered."""

    def test_a_check_in_an_occasion_and_the_way_back(self) -> None:
        self.go(f"/heads/{self.put_wren()}")
        reading = self.page.get_by_label("Reading")
        expect(reading).to_contain_text("deep")
        self.page.get_by_role("group", name="Tender").get_by_text("sore").click()
        self.page.get_by_role("button", name="Save").click()
        expect(reading.get_by_label("Scalp and roots")).to_contain_text("very mild")
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(reading.get_by_label("Scalp and roots")).to_contain_text("deep")
        self.page.get_by_role("group", name="What for").get_by_text("after sweat").click()
        expect(reading.get_by_label("Scalp and roots")).to_contain_text("gentle")
        self.page.get_by_role("group", name="On the lengths").get_by_text("oil", exact=True).click()
        expect(reading.get_by_label("Lengths")).to_contain_text("what is on it")
        self.page.reload()
        expect(reading.get_by_label("Lengths")).to_contain_text("what is on it")

    def test_a_red_flag_stops_and_says_whom_to_see(self) -> None:
        self.stock()
        pk = self.put_wren()
        self.go(f"/heads/{pk}")
        self.page.get_by_text("Anything worrying?").click()
        self.page.get_by_text("a ring that spreads").click()
        self.page.get_by_role("button", name="Save").click()
        reading = self.page.get_by_label("Reading")
        expect(reading).to_contain_text("See a doctor or pharmacist")
        expect(self.page.get_by_role("button", name=re.compile("Mix this rinse"))).to_have_count(0)
        self.go(self.mix_path(self.malt, self.tap, head=pk))
        self.headline("not for home remedies")
        expect(self.page.get_by_role("button", name="I am mixing this")).to_be_disabled()
        expect(self.page.get_by_label("It is for my own scalp")).to_have_count(0)
        self.choose("For", "nobody in particular")
        expect(self.page.get_by_role("button", name="I am mixing this")).to_be_enabled()

    def test_families_doses_and_schools(self) -> None:
        save_vessel(VesselIn(name="squeeze bottle", volume=200))
        self.go(f"/heads/{self.put_ottoline()}")
        families = self.page.get_by_role("region", name="Families")
        families.get_by_text("soap-plant liquor", exact=True).click()
        expect(families).to_contain_text("squeeze bottle")
        expect(families).to_contain_text(re.compile(r"on the scalp, likely \d+ to \d+"))
        expect(families).to_contain_text("No soda wash for a child")
        schools = self.page.get_by_role("region", name="Where opinions differ")
        expect(schools).to_contain_text("pH 4.5 is the least")
        schools.get_by_role("link", name="Mix at 4.5").click()
        self.page.wait_for_url("**/mix?**aim=4.5**")


class LittleTests(BrowserTestCase):
    """Guided and timed."""

    def test_a_test_sets_the_record_and_can_be_taken_back(self) -> None:
        self.go(f"/heads/{self.put_wren()}/tests")
        self.page.get_by_role("button", name="Spray and slide").click()
        clock = self.page.get_by_role("timer")
        expect(clock).to_have_text("0:30")
        self.page.keyboard.press("t")
        expect(clock).to_have_text(re.compile("0:2[0-9]"))
        self.page.get_by_role("button", name="gone at once; catching").click()
        group = self.page.get_by_role("region", name="Soaks up water")
        expect(group).to_contain_text("quickly")
        expect(group).to_contain_text(re.compile(r"\d\d % sure"))
        self.page.get_by_role("button", name="A strand in water").click()
        self.page.get_by_role("button", name="still on top").click()
        expect(group).to_contain_text("do not agree")
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(group).not_to_contain_text("do not agree")


class PatchTests(BrowserTestCase):
    """Started, reminded of, answered."""

    def test_the_stem_reminds_and_a_reaction_blocks_the_bottle(self) -> None:
        self.stock()
        pk = self.put_wren()
        self.go(f"/heads/{pk}/patch")
        self.choose("What is tried", "Malt vinegar")
        self.page.get_by_role("button", name="Start: 24 hours").click()
        expect(self.page.get_by_text("Leave it alone")).to_be_visible()
        expect(self.page.get_by_role("button", name="The arm is clear")).to_have_count(0)
        PatchTest.objects.update(started_at=timezone.now() - timedelta(hours=25))
        self.page.reload()
        expect(self.page.get_by_text("1 patch test is due")).to_have_count(1)
        self.page.get_by_role("button", name="It reacted").click()
        expect(self.page.get_by_text("A reaction: this is blocked")).to_be_visible()
        expect(self.page.get_by_text("patch test is due")).to_have_count(0)
        self.go("/shelf")
        expect(self.page.get_by_text("a reaction to it is on record")).to_be_visible()
        self.go(self.mix_path(self.malt, self.tap, head=pk))
        self.headline("This head has reacted before to")
        expect(self.page.get_by_role("button", name="I am mixing this")).to_be_disabled()

    def test_a_picture_of_the_arm_and_one_that_is_none(self) -> None:
        self.enterContext(override_settings(MEDIA_ROOT=self.enterContext(TemporaryDirectory())))
        pk = self.put_wren()
        kept = heads.patch_test(pk, PatchTestIn(name="Calendula tea"))
        PatchTest.objects.filter(pk=kept.id).update(started_at=timezone.now() - timedelta(hours=30))
        self.go(f"/heads/{pk}/patch")
        field = self.page.locator("input[type=file]")
        field.set_input_files({"name": "arm.jpg", "mimeType": "image/jpeg", "buffer": b"no picture"})
        expect(self.page.get_by_role("alert")).to_contain_text("That is not a picture")
        raw = io.BytesIO()
        Image.new("RGB", (60, 40), "#b98").save(raw, "JPEG")
        field.set_input_files({"name": "arm.jpg", "mimeType": "image/jpeg", "buffer": raw.getvalue()})
        expect(self.page.get_by_alt_text("The picture just added")).to_be_visible()
        self.page.get_by_role("button", name="The arm is clear").click()
        shown = self.page.get_by_alt_text("The arm, Calendula tea")
        expect(shown).to_be_visible()
        self.assertEqual(shown.evaluate("(img) => img.decode().then(() => img.naturalWidth)"), 60)


class HowItWent(BrowserTestCase):
    """What is learnt, shown and undone."""

    def test_a_wash_is_learnt_from_and_forgotten_in_one_press(self) -> None:
        self.go(f"/heads/{self.put_wren()}/washes")
        model = self.page.get_by_role("region", name="What we have learnt")
        expect(model).to_contain_text("Nothing is known yet")
        self.page.keyboard.press("n")
        self.page.get_by_label("How much was used").fill("lots")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("alert")).to_contain_text("A number goes here")
        self.page.get_by_label("How much was used").fill("140")
        self.page.get_by_role("group", name="How strong?").get_by_text("strong", exact=True).click()
        self.page.get_by_role("group", name="How the scalp felt").get_by_text("tight", exact=True).click()
        self.page.get_by_role("button", name="Save").click()
        expect(model).to_contain_text("From 1 wash;")
        washes = self.page.get_by_role("region", name="Washes")
        expect(washes).to_contain_text("It was tight")
        washes.get_by_role("button", name="right", exact=True).click()
        expect(washes).to_contain_text("It was right")
        washes.get_by_role("button", name="Don’t learn from this one").click()
        expect(washes).to_contain_text("Not learnt from")
        expect(model).to_contain_text("Nothing is known yet")
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(model).to_contain_text("From 1 wash;")
        expect(self.page.get_by_role("img", name=re.compile("How washes went: right"))).to_be_visible()


class WholeHead(BrowserTestCase):
    """Out as a file, aside, and gone."""

    def test_saved_put_aside_brought_back_and_deleted(self) -> None:
        pk = self.put_wren()
        self.go(f"/heads/{pk}/record")
        with self.page.expect_download() as coming:
            self.page.get_by_role("link", name="Save all that is kept").click()
        self.assertEqual(coming.value.suggested_filename, "wren-halloway.zip")
        self.assertIn("head.json", zipfile.ZipFile(coming.value.path()).namelist())
        self.go("/heads")
        self.page.locator("input[type=file]").set_input_files(coming.value.path())
        expect(self.page.get_by_text("there are two now.")).to_be_visible()
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.get_by_role("link", name="Wren Halloway")).to_have_count(1)
        self.go(f"/heads/{pk}/record")
        self.page.get_by_role("button", name="Archive Wren").click()
        expect(self.page.get_by_text("Nobody yet.")).to_be_visible()
        self.page.get_by_role("button", name="Undo", exact=True).click()
        self.page.get_by_role("link", name="Wren Halloway").click()
        self.page.get_by_role("link", name="Record").click()
        self.page.locator("summary", has_text="Delete Wren Halloway for ever").click()
        button = self.page.get_by_role("button", name="Delete Wren Halloway for ever")
        expect(button).to_be_disabled()
        self.page.get_by_label("I want everything about Wren Halloway deleted for ever.").check()
        button.click()
        expect(self.page.get_by_text("Nobody yet.")).to_be_visible()
        self.assertFalse(Head.with_removed.filter(pk=pk).exists())

    def test_a_long_list_is_found_through(self) -> None:
        for n in range(8):
            self.put_wren()
            Head.objects.filter(name="Wren Halloway").update(name=f"Cousin {n}")
        self.go("/heads")
        expect(self.page.get_by_role("listitem").filter(has_text="Cousin")).to_have_count(8)
        self.page.get_by_label("Find a head").click()
        self.page.keyboard.type("cousin 5")
        expect(self.page.get_by_role("listitem").filter(has_text="Cousin")).to_have_count(1)
        self.page.keyboard.type("99")
        expect(self.page.get_by_text("Nobody here is called")).to_be_visible()


class OnAPhone(BrowserTestCase):
    """Ten seconds at the basin."""

    size = PHONE

    def test_the_answer_comes_first_and_a_glance_leads_back_to_it(self) -> None:
        self.go(f"/heads/{self.put_ottoline()}")
        answer = self.page.get_by_role("region", name="Scalp and roots")
        glance = self.page.get_by_role("link", name=re.compile("gentle pH 4.5"))
        expect(answer).to_be_in_viewport()
        expect(glance).to_have_count(0)
        self.page.get_by_role("heading", name="Where opinions differ").scroll_into_view_if_needed()
        expect(glance).to_be_visible()
        glance.click()
        expect(answer).to_be_in_viewport()
        expect(glance).to_have_count(0)
