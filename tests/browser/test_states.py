"""Every screen's other states: empty, loading, failed, long; by keys alone; both themes; no barrier."""

from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.utils import timezone
from playwright.sync_api import Page, Route, expect

from eyebright.formulas.schemas.formulas import FormulaNewIn
from eyebright.formulas.services import beginning
from eyebright.heads import services as heads
from eyebright.heads.schemas.diary import CheckInIn, PatchTestIn
from eyebright.make.models import Batch
from eyebright.make.schemas.asking import BeginBatchIn
from eyebright.make.schemas.containers import FillIn
from eyebright.make.schemas.entries import BeginIn
from eyebright.make.services import batches, filling
from eyebright.make.services import entries as journal
from eyebright.wash.schemas.chains import WashChainIn
from eyebright.wash.schemas.diary import WashIn
from eyebright.wash.schemas.planned import NewRoutineIn, PlanWashIn
from eyebright.wash.services.chains import save_chain
from eyebright.wash.services.diary import wash
from eyebright.wash.services.planned import plan_wash
from eyebright.wash.services.routines import new_routine

from .support import PHONE, BrowserTestCase

AXE = Path(settings.BASE / "frontend" / "node_modules" / "axe-core" / "axe.min.js")
ROUND_TRIPS = 65


class Journals(BrowserTestCase):
    """The journal, empty and long."""

    def test_empty(self) -> None:
        self.go("/journal")
        expect(self.page.get_by_text("Nothing yet.")).to_be_visible()

    def test_long(self) -> None:
        self.stock()
        begun = journal.begin(BeginIn.model_validate({"rinse": self.jug_of(self.malt, self.tap)}))
        jug = Batch.objects.get(pk=begun.id)
        for n in range(1, ROUND_TRIPS):
            jug.pk, jug._state.adding, jug.note = None, True, f"wash {n}"
            jug.save()
        self.go("/journal")
        expect(self.page.get_by_text("65 rinses")).to_be_visible()
        rows = self.page.locator("main li")
        expect(rows).to_have_count(30)
        self.page.get_by_role("button", name="Show older ones").click()
        expect(rows).to_have_count(60)
        self.page.get_by_label("Find in the journal").fill("wash 42")
        expect(rows).to_have_count(1)
        self.page.get_by_label("Find in the journal").fill("wash 999")
        expect(self.page.get_by_text("Nothing in the journal says “wash 999”.")).to_be_visible()


class Trouble(BrowserTestCase):
    """When the server does not answer."""

    def test_said_and_tried_again(self) -> None:
        self.stock()
        wren = self.put_wren()
        for path, button in (
            ("/shelf", "Add something"),
            ("/mix", "I am mixing this"),
            ("/heads", "Add someone"),
            (f"/heads/{wren}", "Mix this rinse for Wren"),
            ("/formulas", "A new formula"),
            ("/wash/names", "A new wash"),
            ("/make", "Make something"),
        ):
            page = self.window()
            page.clock.install()
            # Nor does anybody answer when it looks for itself whether the server is back.
            page.route("**/eyebright.svg", lambda route: route.abort())
            for polled in ("make/clocks", "wash/runs"):
                page.route(f"**/api/{polled}", lambda route: route.abort())
            page.route("**/api/**", lambda route: route.abort())
            self.go(path, page)
            for _ in range(4):  # the tries that it makes by itself
                page.clock.run_for(3_000)
            expect(page.get_by_role("alert")).to_contain_text("cannot be reached", timeout=15_000)
            page.unroute("**/api/**")
            page.get_by_role("button", name="Try again").click()
            expect(page.get_by_role("button", name=button)).to_be_visible()

    def test_a_stale_answer_never_covers_a_newer_one(self) -> None:
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        late: list[Route] = []

        def hold(route: Route) -> None:
            body = route.request.post_data_json or {}
            if body.get("aim") == "4":
                late.append(route)
            else:
                route.continue_()

        self.page.route("**/api/mix/jug", hold)
        self.page.get_by_label("Aim at pH").fill("4")
        self.page.wait_for_timeout(200)
        self.page.get_by_label("Aim at pH").fill("3.7")
        self.headline("Yes: pH 3.7")
        self.assertEqual(len(late), 1)
        late[0].continue_()
        self.page.wait_for_timeout(300)
        self.headline("Yes: pH 3.7")

    def test_an_old_address_of_a_water_that_is_gone(self) -> None:
        self.stock()
        self.go(self.mix_path(self.malt, 999))
        expect(self.page.get_by_role("alert")).to_contain_text("no longer on the shelf")
        expect(self.page.get_by_text("One moment…")).to_have_count(0)
        self.put(1, "Canal-side tap")
        self.headline("Yes: pH 4.5")

    def test_an_entry_and_a_place_that_are_not_there(self) -> None:
        self.go("/heads/999")
        expect(self.page.get_by_role("alert")).to_contain_text("That head is gone.")
        self.go("/journal/999")
        expect(self.page.get_by_role("alert")).to_contain_text("That entry is gone.")
        self.go("/formulas/999")
        expect(self.page.get_by_role("alert")).to_contain_text("That formula is gone.")
        self.go("/make/999")
        expect(self.page.get_by_role("alert")).to_contain_text("That batch is gone.")
        self.go("/wash/planned/999")
        expect(self.page.get_by_role("alert")).to_contain_text("That wash is gone.")
        self.go("/make/999/run")
        expect(self.page.get_by_role("alert")).to_contain_text("That batch is gone.")
        self.go("/cellar")
        expect(self.page.get_by_text("There is nothing at this address.")).to_be_visible()


class Keys(BrowserTestCase):
    """Without a mouse."""

    def test_places_help_find_and_new(self) -> None:
        self.stock()
        self.go("/mix")
        self.headline("Yes")
        self.page.keyboard.press("8")
        expect(self.page.get_by_role("heading", name="Journal")).to_be_visible()
        self.page.keyboard.press("2")
        expect(self.page.get_by_role("heading", name="Heads")).to_be_visible()
        self.page.keyboard.press("n")
        expect(self.page.get_by_label("Name")).to_be_focused()
        self.page.keyboard.type("24")
        expect(self.page.get_by_label("Name")).to_have_value("24")
        self.page.get_by_role("button", name="Cancel").press("Enter")
        self.page.keyboard.press("3")
        expect(self.page.get_by_role("heading", name="Shelf")).to_be_visible()
        self.page.keyboard.press("?")
        expect(self.page.get_by_role("dialog")).to_contain_text("Add something")
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        self.page.keyboard.press("n")
        expect(self.page.get_by_role("combobox", name="What is it?")).to_be_focused()
        self.page.keyboard.press("Escape")
        self.page.get_by_label("Find on the shelf").focus()
        self.page.keyboard.type("23?n")
        expect(self.page.get_by_label("Find on the shelf")).to_have_value("23?n")
        self.assertTrue(self.page.url.endswith("/shelf"))


class Access(BrowserTestCase):
    """axe-core finds nothing serious on any view, light at a desk and dark on a phone."""

    def serious(self, page: Page, rules: list[str] | None = None) -> list[str]:
        """What axe finds, by these of its rules or by all, that is serious or worse."""
        page.evaluate(AXE.read_text("utf-8") + ";0")
        asked = {"resultTypes": ["violations"]} | ({"runOnly": rules} if rules else {})
        found: dict[str, Any] = page.evaluate("(asked) => axe.run(document, asked)", asked)
        return [
            f"{v['id']}: {v['nodes'][0]['html'][:120]}"
            for v in found["violations"]
            if v["impact"] in ("serious", "critical")
        ]

    def test_every_view(self) -> None:
        self.stock()
        begun = journal.begin(BeginIn.model_validate({"rinse": self.jug_of(self.malt, self.tap)}))
        wren, ottoline = self.put_wren(), self.put_ottoline()
        heads.check_in(wren, CheckInIn(flags=["rings"]))
        wash(wren, WashIn(family="saponin_liquor", amount=90, answer="right"))
        heads.patch_test(wren, PatchTestIn(name="Calendula tea"))
        soda, clay = (
            beginning.new_formula(FormulaNewIn(start=start)).id
            for start in ("winding_hole", "lock_gate_clay")
        )
        asked = {"ask": {"formula": clay}}
        made = batches.begin(BeginBatchIn.model_validate(asked))
        kept = FillIn.model_validate({"version": made.version, "amount": 40, "place": "fridge"})
        filling.fill(made.id, kept)
        links = [{"formula": clay, "zone": "scalp"}, {"pause": "wait", "beside": True}, {}]
        strung = WashChainIn.model_validate({"name": "Clay day", "links": links})
        chain = save_chain(strung).id
        later = timezone.now() + timedelta(days=1)
        asked = {"heads": [wren], "chain": chain, "at": later}
        tomorrow = plan_wash(PlanWashIn.model_validate(asked))[0].pk
        turns = {"head": wren, "entries": [{"chain": chain}], "every": 14}
        new_routine(NewRoutineIn.model_validate(turns))
        views = {
            "/make": "Under way",
            f"/make/new?formula={clay}": "What goes in",
            f"/make/{made.id}": "Line by line",
            f"/make/{made.id}/run": "step 1 of",
            "/heads": "a ring that spreads",
            "/heads?new=head": "Length, pulled straight",
            f"/heads/{wren}": "not for home remedies",
            f"/heads/{ottoline}": "Where opinions differ",
            f"/heads/{wren}/washes": "How washes went",
            f"/heads/{wren}/tests": "A strand in water",
            f"/heads/{wren}/patch": "Calendula tea",
            f"/heads/{wren}/record": "Delete Wren Halloway for ever",
            self.mix_path(self.malt, self.tap, aim=3.2, head=ottoline): "Too acid, even to rinse out",
            self.mix_path(self.malt, self.rain, use="left_in", aim=3.2): "Too acid to leave in",
            f"/mix?line=water-{self.tap}~250~mL&line=lib-baking_soda~2~tbsp&aim=": "The rinse that must",
            "/shelf?new=lot": "Citric acid",
            f"/shelf/waters?titrate=water-{self.tap}": "Measure a litre of",
            "/shelf/measures": "Spoons and scoops of your own",
            "/shelf/instruments": "Packs of strips",
            "/formulas?new=1": "Where to begin",
            f"/formulas?head={ottoline}": "What suits Ottoline today",
            f"/formulas/{soda}?head={ottoline}": "No soda wash for a child.",
            f"/formulas/compare?which={soda},{clay}": "also what is the same",
            "/today": "Now and next",
            "/wash": "To be made for them",
            f"/wash/planned/{tomorrow}": "In all it washes out",
            "/wash/names?new=1": "Begin with what goes on first.",
            f"/wash/names?open={chain}": "In all it washes out",
            "/wash/routines": "every 14 days",
            "/wash/calendar": "a routine’s turn",
            f"/wash/plan/new?head={wren}": "Next sensible",
            f"/wash/record?head={wren}": "With what?",
            "/settings": "Where opinions differ",
            "/journal": "Still being mixed",
            f"/journal/{begun.id}": "How it felt",
            f"/journal/{begun.id}/pour": "Pour in",
        }
        # The other theme differs by its colours alone, and they are the same on every view.
        page = self.window(reduced_motion="reduce")
        for place, (path, words) in enumerate(views.items()):
            page.set_viewport_size(self.size)
            page.emulate_media(color_scheme="light")
            self.go(path, page)
            with self.subTest(view=path):
                expect(page.get_by_text(words).first).to_be_visible()
                self.assertEqual(self.serious(page), [])
                self.fits(page, self.size["width"])
                page.set_viewport_size(PHONE)
                expect(page.get_by_text(words).first).to_be_visible()
                self.fits(page, PHONE["width"])
                if place % 4 == 0:
                    page.emulate_media(color_scheme="dark")
                    expect(page.locator("html")).to_have_class("dark")
                    self.assertEqual(self.serious(page, ["color-contrast"]), [])

    def fits(self, page: Page, width: int) -> None:
        """Nothing makes the page wider than its window."""
        page.wait_for_function("width => document.documentElement.scrollWidth <= width", arg=width)
