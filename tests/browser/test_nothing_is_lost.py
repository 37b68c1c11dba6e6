"""Nothing typed is lost: by a killed server, a reload, a second window, a wrong press or a new version."""

from typing import Any

from playwright.sync_api import Page, Route, expect

from eyebright.formulas.schemas.formulas import FormulaNewIn
from eyebright.formulas.services.beginning import new_formula
from eyebright.heads.models import Head
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.shelf.models import Correction, Lot

from .support import LOOK_MS, BrowserTestCase, MortalTestCase

WORDS = "Towpath rinse, with the last of the raspberry"
WINDOWS = 9  # more than a browser lets talk to one server at a time


class Killed(MortalTestCase):
    """A server that is killed while somebody types."""

    def test_every_word_is_there_when_it_is_back(self) -> None:
        formula = self.server.ask("POST", "/api/formulas", {"start": "towpath_rinse"})[1]["id"]
        self.go("/shelf")
        self.page.get_by_role("button", name="Add something").first.click()
        self.page.get_by_label("Your name for it").fill("Lock-side vinegar")
        self.page.get_by_label("Note").fill("behind the flour")
        self.go(f"/formulas/{formula}")
        about = self.page.get_by_label("Note")
        expect(about).to_be_visible()
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()
        self.die()
        about.fill(WORDS)
        expect(self.page.get_by_text("Not saved: Eyebright cannot be reached")).to_be_visible()
        expect(self.page.get_by_text("saved as soon as it answers")).to_be_visible()
        self.page.get_by_role("link", name="Shelf", exact=True).first.click()
        self.page.wait_for_timeout(300)
        self.rise()
        self.page.reload()
        self.go("/shelf")
        self.page.get_by_role("button", name="Add something").first.click()
        expect(self.page.get_by_text("What you typed before is back")).to_be_visible()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Lock-side vinegar")
        expect(self.page.get_by_label("Note")).to_have_value("behind the flour")
        self.go(f"/formulas/{formula}")
        expect(self.page.get_by_label("Note")).to_have_value(WORDS)
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()
        kept = self.server.ask("GET", f"/api/formulas/{formula}")[1]
        self.assertEqual(kept["formula"]["about"], WORDS)

    def test_what_was_sent_to_a_dead_server_is_sent_once_when_it_is_back(self) -> None:
        self.go("/shelf/measures")
        self.page.get_by_role("button", name="Add a vessel").click()
        self.page.get_by_label("Your name for it").fill("Enamel jug")
        self.page.get_by_label("Holds, in mL").fill("1200")
        self.die()
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("cannot be reached").first).to_be_visible()
        profile = self.page.context
        self.page.close()  # the tab is gone, and with it whatever it would have tried again
        self.rise()
        self.page = profile.new_page()
        self.go("/shelf/measures")
        expect(self.page.get_by_text("Enamel jug")).to_be_visible()
        self.page.wait_for_timeout(500)
        found = self.server.ask("GET", "/api/shelf/vessels")[1]
        self.assertEqual([each["name"] for each in found], ["Enamel jug"])


class TwoWindows(BrowserTestCase):
    """Two windows on one thing."""

    def other(self, path: str) -> Page:
        page = self.page.context.new_page()
        page.on("console", self._heard)
        return self.go(path, page)

    def record(self, pk: int, page: Page | None = None) -> Page:
        page = self.go(f"/heads/{pk}/record", page) if page else self.go(f"/heads/{pk}/record")
        expect(page.get_by_label("Name", exact=True)).to_be_visible()
        return page

    def save(self, page: Page) -> None:
        page.get_by_role("button", name="Save", exact=True).click()

    def test_what_only_one_changed_is_joined_and_what_both_did_is_asked(self) -> None:
        pk = self.put_wren()
        here = self.record(pk)
        there = self.other(f"/heads/{pk}/record")
        there.get_by_role("group", name="Allergic to").get_by_text("nuts", exact=True).click()
        there.get_by_label("Name", exact=True).fill("Wren H.")
        self.save(there)
        expect(there.get_by_text("is changed.")).to_be_visible()
        here.get_by_label("Note").fill("Windy.")
        here.get_by_label("Name", exact=True).fill("Wren of the lock")
        self.save(here)
        expect(here.get_by_text("changed in another window")).to_be_visible()
        expect(here.get_by_text("name: Wren H.")).to_be_visible()
        self.assertEqual(Head.objects.get().name, "Wren H.")
        here.get_by_role("button", name="Save mine over it").click()
        expect(here.get_by_role("heading", name="Wren of the lock")).to_be_visible()
        head = Head.objects.get()
        self.assertEqual((head.name, head.note), ("Wren of the lock", "Windy."))
        self.assertEqual(head.answers["allergies"], ["nuts"])

    def test_what_is_said_of_a_material_is_joined_too(self) -> None:
        here, there = self.go("/shelf/materials/oat_flour"), self.other("/shelf/materials/oat_flour")
        for page, label, said in ((there, "Note", "From the mill."), (here, "It smells of", "porridge")):
            page.get_by_role("button", name="Correct it").click()
            field = page.get_by_label(label, exact=True)
            if not field.is_visible():
                page.get_by_text("Everything else that can be said of it").click()
            field.fill(said)
        for page in (there, here):
            page.get_by_role("button", name="Save for this household").click()
            expect(page.get_by_text("is changed.")).to_be_visible()
        row = Correction.objects.get()
        self.assertEqual((row.note, row.figures["smell"]), ("From the mill.", "porridge"))
        with here.expect_response(lambda one: one.request.method == "PATCH"):
            here.get_by_role("button", name="Undo", exact=True).click()
        row.refresh_from_db()
        self.assertEqual((row.note, row.figures.get("smell")), ("From the mill.", None))

    def test_a_change_has_a_way_back(self) -> None:
        pk = self.put_wren()
        page = self.record(pk)
        page.get_by_label("Name", exact=True).fill("Wren H.")
        self.save(page)
        expect(page.get_by_role("heading", name="Wren H.")).to_be_visible()
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(page.get_by_role("heading", name="Wren Halloway")).to_be_visible()

    def test_a_formula_opened_while_its_last_words_are_kept_shows_them(self) -> None:
        """The answer that the bench asked for is of the time before: it asks again."""
        self.stock()
        pk = new_formula(FormulaNewIn(start="towpath_rinse")).id
        one = f"**/api/formulas/{pk}"
        back: list[Any] = []  # the page, once it is loaded anew
        asked: list[tuple[Route, Any]] = []
        saved: list[Route] = []

        def hold(route: Route) -> None:
            if route.request.method == "PUT" and not back:
                route.abort()
            elif route.request.method == "PUT" and not saved:
                saved.append(route)
            elif route.request.method == "GET" and back and not asked:
                asked.append((route, route.fetch()))
            else:
                route.continue_()

        self.page.route(one, hold)
        self.go(f"/formulas/{pk}")
        self.page.get_by_label("Note").fill(WORDS)
        expect(self.page.get_by_text("Not saved: Eyebright cannot be reached")).to_be_visible()
        self.page.once("framenavigated", lambda frame: back.append(frame))
        self.page.reload()
        while not (asked and saved):
            self.page.wait_for_timeout(LOOK_MS)
        with self.page.expect_response(lambda one: one.request.method == "PUT") as kept:
            saved[0].continue_()
        self.assertEqual(kept.value.status, 200)
        expect(self.page.get_by_text("is saved now")).to_be_visible()
        asked[0][0].fulfill(response=asked[0][1])
        expect(self.page.get_by_label("Note")).to_have_value(WORDS)

    def test_one_stream_for_however_many_windows(self) -> None:
        self.stock()
        save_instrument(InstrumentIn(kind="scale", name="Kitchen scale", link="simulated"))
        streams: list[str] = []
        self.page.context.on(
            "request", lambda sent: streams.append(sent.url) if sent.url.endswith("/live") else None
        )
        pages = [self.go("/shelf"), *(self.other("/shelf") for _ in range(WINDOWS - 1))]
        for page in pages:
            expect(page.get_by_text("Malt vinegar").first).to_be_visible()
        self.assertEqual(len(streams), 1)
        pages[0].close()
        pages[1].wait_for_timeout(800)
        self.assertEqual(len(streams), 2)  # the next in line has it now
        self.page = pages[1]


class Safekept(BrowserTestCase):
    """Settings: copies, and what was removed."""

    def test_notices_queue_and_what_was_removed_comes_back_by_one_press(self) -> None:
        self.stock()
        self.go("/shelf")
        for name in ("Malt vinegar", "Citric acid"):
            self.page.get_by_role("button", name=f"Remove {name}").click()
            expect(self.page.get_by_text(f"{name} is removed.")).to_be_visible()
        expect(self.page.get_by_text("Malt vinegar is removed.")).to_be_visible()  # both stand there
        self.page.get_by_role("button", name="Undo: Malt vinegar is removed.").click()
        expect(self.page.get_by_role("heading", name="Malt vinegar")).to_be_visible()
        self.go("/settings")
        self.page.get_by_role("button", name="Put Citric acid back (bottle or bag)").click()
        expect(self.page.get_by_text("Citric acid is back.")).to_be_visible()
        self.assertEqual(Lot.objects.count(), 2)
        expect(self.page.get_by_text("Nothing was removed in the last thirty days.")).to_be_visible()

    def test_the_time_zone_is_chosen(self) -> None:
        self.go("/settings")
        self.page.get_by_role("combobox", name="Time zone").click()
        self.page.get_by_role("listbox").get_by_role("option").get_by_text("Pacific/Auckland").click()
        expect(self.page.get_by_text("Settings are changed.")).to_be_visible()
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.get_by_role("combobox", name="Time zone")).to_contain_text("this machine")

    def test_a_page_of_an_older_version_says_so_and_loses_no_word(self) -> None:
        self.go("/shelf/measures")
        self.page.get_by_role("button", name="Add a vessel").click()
        self.page.get_by_label("Your name for it").fill("Enamel jug")

        def newer(route: Route) -> Any:
            answer = route.fetch()
            route.fulfill(response=answer, headers=answer.headers | {"eyebright-page": "another"})

        self.page.route("**/api/**", newer)
        self.page.get_by_role("link", name="Mix", exact=True).first.click()
        self.page.get_by_role("button", name="Load the new page").click()
        self.page.unroute_all(behavior="ignoreErrors")
        self.go("/shelf/measures")
        self.page.get_by_role("button", name="Add a vessel").click()
        expect(self.page.get_by_label("Your name for it")).to_have_value("Enamel jug")

    def test_a_titration_and_pasted_lines_outlast_a_reload(self) -> None:
        self.stock()
        self.go(f"/shelf/waters?titrate=water-{self.tap}")
        self.page.get_by_label("Vinegar in it by now").fill("9")
        self.page.reload()
        expect(self.page.get_by_text("What you typed before is back")).to_be_visible()
        expect(self.page.get_by_label("Vinegar in it by now")).to_have_value("9")
        self.page.get_by_role("button", name="Start over").click()
        expect(self.page.get_by_label("Vinegar in it by now")).to_have_value("")
        formula = new_formula(FormulaNewIn(start="towpath_rinse")).id
        paste = self.page.get_by_role("button", name="Paste or write several")
        lines = self.page.get_by_label("A whole recipe")
        self.go(f"/formulas/{formula}")
        paste.click()
        lines.fill("2 tbsp rhassoul\n15 drops lavender essential oil")
        self.page.reload()
        paste.click()
        expect(lines).to_have_value("2 tbsp rhassoul\n15 drops lavender essential oil")
        self.page.get_by_role("button", name="Put these lines in").click()
        expect(lines).to_have_count(0)
        paste.click()
        expect(lines).to_have_value("")

    def test_a_bottle_that_is_not_known_here_is_mended_on_its_own_page(self) -> None:
        self.stock()
        Lot.objects.filter(pk=self.malt).update(material="moonshine")
        self.go("/shelf")
        expect(self.page.get_by_text("It is not known here any more what this is").first).to_be_visible()
        self.page.get_by_role("button", name="Change Malt vinegar").click()
        self.find("What is it?", "Malt vinegar")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("Malt vinegar is changed.")).to_be_visible()
        self.assertEqual(Lot.objects.get(pk=self.malt).material, "malt_vinegar")
