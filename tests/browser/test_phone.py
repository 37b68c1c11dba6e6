"""The same story on a phone beside the basin."""

from playwright.sync_api import expect

from .support import PHONE, BrowserTestCase


class AtTheBasin(BrowserTestCase):
    """One hand, wet."""

    size = PHONE

    def test_from_vinegar_to_journal(self) -> None:
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        expect(self.page.get_by_role("img", name="jug:")).to_be_visible()
        self.page.get_by_role("button", name="I am mixing this").click()
        for _ in range(3):
            button = self.page.get_by_role("button", name="Done")
            box = button.bounding_box()
            assert box
            self.assertGreaterEqual(box["height"], 80)
            self.assertLessEqual(box["y"] + box["height"], PHONE["height"])
            heading = self.page.get_by_role("heading", level=1).inner_text()
            button.click()
            expect(self.page.get_by_role("heading", level=1)).not_to_have_text(heading)
        self.page.get_by_label("The jug read pH").fill("4.5")
        self.page.get_by_role("button", name="Go on without a reading").click()
        self.page.get_by_role("button", name="All done").click()
        expect(self.page.get_by_text("They agree.")).to_be_visible()
        self.page.get_by_role("link", name="Journal").last.click()
        expect(self.page.get_by_role("listitem").filter(has_text="read 4.5")).to_be_visible()
