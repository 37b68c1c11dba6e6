"""The whole way, for six families: a told recipe, made to a labelled bottle, washed with, and asked after."""

import re
from dataclasses import dataclass

from playwright.sync_api import Locator, Page, expect

from eyebright.formulas.models import Formula
from eyebright.make.models import Container
from eyebright.wash.models import BasinRun, Wash

from .support import PHONE, BrowserTestCase

MOST_PRESSES = 40
RESTED_MS = 250


@dataclass(frozen=True)
class Way:
    """A recipe as it is told, and what every room must say of it."""

    told: str
    name: str
    family: str
    use: str
    minutes: str
    apart: str = ""
    zone: str = "both"
    step: str = ""


WAYS = (
    Way(
        "Evening oil: warm 3 tablespoons hemp-seed oil with 1 tablespoon sunflower oil, massage it "
        "into the scalp "
        "and lengths, leave on for 2 hours, wash out. Makes hair grow.",
        "Evening oil", "oil before a wash", "rinsed_out", "120", step="Warm and melt",
    ),
    Way(
        "Washing powder: 50 g soapwort powder, 30 g oat flour. Mix and store in a dry jar. To use, "
        "stir with warm "
        "water, leave on 5 minutes and rinse.",
        "Washing powder", "stock powder", "rinsed_out", "5", step="Mix in little by little",
    ),
    Way(
        "Buttermilk mask: 150 g buttermilk, 1 tbsp honey, 1 tbsp sunflower oil. Mix. On the lengths "
        "for 40 minutes "
        "under a shower cap, then wash out. Twice a month at most.",
        "Buttermilk mask", "conditioning mask", "rinsed_out", "40", "15", "lengths", "Mix in little "
        "by little",
    ),
    Way(
        "Soapwort liquor\n20 g soapwort root\n600 ml rain water\nMethod\nSoak overnight, simmer 10 "
        "minutes low, "
        "cool, mash by hand, strain through cloth. Massage in, 4 minutes, rinse.",
        "Soapwort liquor", "soap-plant liquor", "rinsed_out", "4", step="Soak",
    ),
    Way(
        "Rose mist. 200 ml distilled water, 1/2 tsp raspberry vinegar, 1/2 tsp sunflower oil. Shake "
        "before each use. "
        "Spray on, leave in.",
        "Rose mist", "spray, left in", "left_in", "0", step="Shake",
    ),
    Way(
        "Onion juice. Grate 1 onion, press the juice through a cloth, mix 2 tablespoons of it with "
        "6 tablespoons "
        "aloe gel. Dab on the scalp, ten minutes, no cap. Wash as usual. Once a fortnight.",
        "Onion juice", "scalp juice", "rinsed_out", "10", "14", "scalp", "Press out the juice",
    ),
)  # fmt: skip


class WholeWay(BrowserTestCase):
    """What an import says is what formula, batch, label and basin say."""

    def setUp(self) -> None:
        super().setUp()
        self.stock()
        self.wren = self.put_wren()

    def test_at_a_desk(self) -> None:
        for way in WAYS[:3]:
            with self.subTest(way.name):
                self.carry(way, self.page)

    def test_on_a_phone(self) -> None:
        page = self.page
        page.set_viewport_size(PHONE)
        for way in WAYS[3:]:
            with self.subTest(way.name):
                self.carry(way, page)

    def carry(self, way: Way, page: Page) -> None:
        self.told(way, page)
        self.made(way, page)
        self.washed(way, page)
        self.asked(way, page)

    def told(self, way: Way, page: Page) -> None:
        """The recipe as it was told becomes a formula, and nothing of it is missed."""
        self.go("/formulas", page)
        page.get_by_role("button", name="Import a recipe").click()
        page.get_by_label("A recipe as it was told").fill(way.told)
        page.get_by_role("button", name="Import", exact=True).click()
        page.wait_for_url(re.compile(r"/formulas/\d+"))
        told = page.get_by_role("region", name="As it was told")
        expect(told).to_contain_text(f"Taken for: {way.family}")
        expect(told).not_to_contain_text("Not understood")
        body = Formula.objects.latest("id").body
        said = (body["name"], body["use"], body["minutes"], body["apart"], body["zone"])
        self.assertEqual(said, (way.name, way.use, way.minutes, way.apart, way.zone))
        expect(page.get_by_role("region", name="How it is made")).to_contain_text(way.step)

    def made(self, way: Way, page: Page) -> None:
        """It is made step by step, and ends in something with a label, a date and its reason."""
        page.get_by_role("link", name="Make it").click()
        page.get_by_role("button", name="Begin", exact=True).click()
        expect(page.get_by_role("heading", name="Get everything to hand.")).to_be_visible()
        filled = page.get_by_role("button", name="Filled")
        for _ in range(MOST_PRESSES):
            if filled.count():
                break
            added = page.get_by_role("button", name="Added", exact=True)
            self.on(page, added if added.count() else page.get_by_role("button", name="Done, next"))
        self.on(page, filled)
        labels = page.get_by_role("link", name="Print the labels").get_attribute("href")
        answer = page.request.get(f"{self.live_server_url}{labels}")
        self.assertEqual(answer.body()[:5], b"%PDF-")
        container = Container.objects.latest("id")
        self.assertTrue(container.reason)
        self.assertGreaterEqual(container.use_by, container.filled_on)
        page.get_by_role("button", name="It is made").click()
        expect(page.get_by_role("heading", name="What came of it")).to_be_visible()

    def on(self, page: Page, button: Locator) -> None:
        """Press, and wait until the page says something else."""
        before = page.locator("main").inner_text()
        button.first.click()
        for _ in range(100):
            page.wait_for_timeout(50)
            if page.locator("main").count() and page.locator("main").inner_text() != before:
                return
        self.fail(f"nothing followed: {before[:300]}")

    def washed(self, way: Way, page: Page) -> None:
        """It stands first among what a wash is done with, and goes on as it was told."""
        self.go("/wash/begin", page)
        page.get_by_role("button", name=re.compile(f"^{way.name}, ")).first.click()
        page.wait_for_url(re.compile(r"/wash/run/\d+"))
        said = []
        for _ in range(MOST_PRESSES):
            run = BasinRun.objects.latest("id")
            said.append(page.locator("main").inner_text())
            page.locator("button.hold").focus()
            page.keyboard.press("Enter")
            if self.ended(page, run.pk, len(run.presses)):
                break
        expect(page.get_by_role("heading", name=re.compile("^How it went"))).to_be_visible()
        whole = " ".join(" ".join(said).split())
        where = {"both": "on scalp and lengths", "scalp": "on the scalp", "lengths": "on the lengths"}
        self.assertIn(where[way.zone], whole.replace("on scalp only", "on the scalp"))
        self.assertIn("It stays in." if way.use == "left_in" else "It stays on", whole)

    def ended(self, page: Page, run: int, presses: int) -> bool:
        """Wait until a press is kept, and the page has rested from it; whether it was the last."""
        for _ in range(100):
            page.wait_for_timeout(50)
            now = BasinRun.objects.get(pk=run)
            if len(now.presses) > presses or now.ended_at is not None:
                page.wait_for_timeout(RESTED_MS)
                return now.ended_at is not None
        raise AssertionError("a press was not kept")

    def asked(self, way: Way, page: Page) -> None:
        """What is asked fits what was done, and an answer is kept."""
        wet = page.get_by_role("region", name="How it is while it is wet")
        if way.use == "left_in":
            expect(wet).not_to_contain_text("oily, right or tight")
            wet.get_by_label("glides", exact=True).check(force=True)
        else:
            wet.get_by_label("right", exact=True).check(force=True)
        expect(wet.get_by_text("Kept.")).to_be_visible()
        wash = Wash.objects.latest("id")
        self.assertEqual(
            (wash.formula.pk if wash.formula else 0, wash.zone), (Formula.objects.latest("id").pk, way.zone)
        )
