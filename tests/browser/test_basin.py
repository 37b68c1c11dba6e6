"""The basin at phone size, the clock moved: lanes, limits, Help, a swap, a server that is away."""

import re
from datetime import timedelta
from typing import Any

import time_machine
from playwright.sync_api import Locator, Page, expect

from eyebright.formulas.schemas.formulas import FormulaNewIn
from eyebright.formulas.services import beginning
from eyebright.household.schemas.household import HouseholdChangeIn
from eyebright.household.services.household import change_household
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.wash.models import BasinRun, Review, Wash
from eyebright.wash.schemas.chains import WashChainIn
from eyebright.wash.services.chains import save_chain

from .support import PHONE, RESTED_MS, BrowserTestCase
from .test_plan import FRIDAY, ZONE

# A voice that keeps what it was given to read, and a sound that keeps its notes.
STUBS = """
window.said = [];
window.tones = [];
window.SpeechSynthesisUtterance = class { constructor(text) { this.text = text; } };
Object.defineProperty(window, "speechSynthesis", {
  value: { speak: (one) => window.said.push(one.text), cancel: () => {} },
});
window.AudioContext = class {
  currentTime = 0;
  destination = {};
  resume() { return Promise.resolve(); }
  createOscillator() {
    const note = {
      frequency: { set value(pitch) { window.tones.push(pitch); } },
      connect: () => ({ connect: () => {} }), start: () => {}, stop: () => {},
    };
    return note;
  }
  createGain() {
    return {
      gain: { setValueAtTime: () => {}, exponentialRampToValueAtTime: () => {} }, connect: () => {},
    };
  }
};
"""


class BasinTestCase(BrowserTestCase):
    """Friday noon at the basin: a clay by quarters on the scalp, a mask in a bag beside it, then a rinse."""

    size = PHONE

    def setUp(self) -> None:
        """The clocks of server and page stand at Friday, noon, and go on."""
        self.time = self.enterContext(time_machine.travel(FRIDAY, tick=True))
        super().setUp()
        change_household(HouseholdChangeIn.model_validate({"version": 0, "zone": ZONE}))
        self.stock()
        self.wren = self.put_wren()
        starts = ("lock_gate_clay", "buttermilk_mask", "towpath_rinse", "lamplight_soapwort")
        made = {start: beginning.new_formula(FormulaNewIn(start=start)).id for start in starts}
        self.formulas = made
        links = [
            {"formula": made["lock_gate_clay"], "zone": "scalp", "minutes": 10, "sections": "quarters"},
            {"formula": made["buttermilk_mask"], "zone": "bag", "minutes": 40, "beside": True},
            {"zone": "scalp", "beside": True}, {}, {"formula": made["towpath_rinse"], "minutes": 1}, {},
        ]  # fmt: skip
        chain = {"name": "Side by side", "links": links}
        self.chain = save_chain(WashChainIn.model_validate(chain)).id

    def window(self, **options: Any) -> Page:
        """A window whose clock is the server's, with a voice and a sound that can be looked at."""
        page = super().window(**options)
        page.clock.install(time=FRIDAY)
        page.add_init_script(STUBS)
        return page

    def begin(self, name: str = "Side by side") -> None:
        """Begin it on the spot."""
        self.go(f"/wash/begin?head={self.wren}")
        self.page.get_by_role("button", name=re.compile(f"^{name}")).first.click()
        self.page.wait_for_url(re.compile(r"/wash/run/\d+"))
        expect(self.title()).to_have_text("Before you begin")

    def title(self, page: Page | None = None) -> Locator:
        """What is to do."""
        return (page or self.page).locator(".step h1")

    def big(self) -> Locator:
        """The big press."""
        return self.page.locator("button.hold")

    def press(self, times: int = 1, after: float = 0.0) -> None:
        """Press on with a key, so many minutes after the one before; each is kept before the next."""
        for _ in range(times):
            if after:
                self.forward(minutes=after)
            before = self.pressed()
            self.page.keyboard.press("Enter")
            self.until(before + 1)
            self.page.wait_for_timeout(RESTED_MS)

    def pressed(self) -> int:
        return len(BasinRun.objects.get().presses)

    def until(self, count: int) -> None:
        """Wait until so many presses are kept."""
        for _ in range(400):
            if self.pressed() >= count:
                return
            self.page.wait_for_timeout(50)
        self.fail(f"{self.pressed()} presses are kept, and not {count}")

    def comes(self, so: str) -> None:
        """Wait until this is so on the page."""
        for _ in range(200):
            if self.page.evaluate(so):
                return
            self.page.wait_for_timeout(50)
        self.fail(f"not so: {so}; {self.page.evaluate('[window.said, window.tones]')}")

    def forward(self, **delta: float) -> None:
        """Move both clocks."""
        moved = timedelta(**delta)
        self.time.shift(moved)
        self.page.clock.fast_forward(int(moved.total_seconds() * 1000))

    def lane(self, name: str) -> Locator:
        """What is on."""
        lanes = self.page.get_by_role("list", name="What is on")
        return lanes.get_by_role("listitem").filter(has_text=name)


class Lanes(BasinTestCase):
    """Both lanes' clocks at once, minutes by section, and limits that do not stop ringing."""

    def test_two_lanes_by_sections_past_the_limit(self) -> None:
        self.begin()
        expect(self.page.get_by_text("A jug of plain water within reach")).to_be_visible()
        self.press()
        expect(self.title()).to_have_text("Lock-gate clay on the scalp")
        expect(self.page.locator(".number")).to_have_text("1 of 4")
        expect(self.page.locator(".then")).to_have_text("then the second")
        self.press(4, after=2)
        self.press()
        expect(self.title()).to_have_text("Rinse out Lock-gate clay")
        expect(self.page.locator(".number")).to_have_text(re.compile("in (10:00|9:5[0-9])"))
        self.forward(minutes=6)
        expect(self.lane("Lock-gate clay")).to_contain_text(re.compile("first 12:0[0-9] ?last 6:0[0-9]"))
        expect(self.lane("Buttermilk boat mask")).to_contain_text(re.compile("6:0[0-9]"))
        self.forward(minutes=4)
        ring = self.page.get_by_role("alert")
        expect(ring).to_have_text("Lock-gate clay has had its 10 minutes: rinse it out.")
        due = self.page.evaluate("window.tones.slice()")
        self.forward(minutes=14)
        expect(ring).to_contain_text("30 minutes, the most for this head. Rinse it out now.")
        self.page.evaluate("window.tones = []")
        self.forward(seconds=9)
        self.comes("window.tones.length >= 5")
        over = self.page.evaluate("window.tones.slice()")
        self.assertFalse(set(over) & set(due[-3:]), "told apart by their notes")
        self.page.evaluate("window.tones = []")
        self.forward(seconds=9)
        self.comes("window.tones.length >= 5")
        self.press()
        expect(self.title()).to_have_text("Rinse out Buttermilk boat mask")
        expect(self.lane("Lock-gate clay")).to_contain_text("off")
        expect(ring).to_have_count(0)

    def test_a_drop_of_water_presses_nothing_and_a_held_press_does(self) -> None:
        self.begin()
        self.big().click()
        self.page.clock.run_for(1000)
        expect(self.title()).to_have_text("Before you begin")
        box = self.big().bounding_box()
        assert box is not None
        self.assertGreater(box["height"], 90)
        self.assertLess(box["y"] + box["height"], PHONE["height"], "in view")
        self.page.mouse.move(box["x"] + 50, box["y"] + 40)
        self.page.mouse.down()
        self.page.clock.run_for(450)
        self.page.mouse.up()
        expect(self.title()).to_have_text("Lock-gate clay on the scalp")
        self.page.get_by_role("button", name="Undo: ready").click()
        expect(self.title()).to_have_text("Before you begin")

    def test_it_is_read_out_where_that_is_wanted(self) -> None:
        self.begin()
        self.assertEqual(self.page.evaluate("window.said"), [])
        self.page.get_by_role("button", name="Read it out").click()
        self.press()
        expect(self.title()).to_have_text("Lock-gate clay on the scalp")
        said = self.page.evaluate("window.said.at(-1)")
        for words in ("Lock-gate clay on the scalp, by quarters", "Lean back, eyes shut", "press space when"):
            self.assertIn(words, said)
        self.press(5)
        self.forward(minutes=10, seconds=1)
        self.comes("window.said.at(-1).includes('has had its 10 minutes')")

    def test_a_second_tap_of_the_same_finger_presses_nothing(self) -> None:
        self.begin()
        for _ in range(3):
            self.page.keyboard.press("Enter")
        self.until(1)
        self.page.wait_for_timeout(RESTED_MS)
        self.press()
        self.assertEqual(self.pressed(), 2)

    def test_two_windows_are_in_step(self) -> None:
        self.begin()
        other = self.window()
        other.goto(self.page.url)
        self.press(2)
        expect(other.locator(".number")).to_have_text("2 of 4")
        other.keyboard.press("Enter")
        expect(self.page.locator(".number")).to_have_text("3 of 4")

    def test_a_page_that_slept_says_that_it_rang_late(self) -> None:
        self.begin()
        self.press(6)
        self.forward(minutes=20)
        late = self.page.get_by_text(re.compile("should have rung 10 min ago"))
        expect(late).to_contain_text("the screen was asleep")
        self.page.reload()
        expect(late).to_contain_text("this page was not open")


class Amiss(BasinTestCase):
    """Help, trouble, what ran out, and a server that is away."""

    def test_help_is_on_one_screen_with_its_own_clock_and_works_without_the_server(self) -> None:
        self.begin()
        self.press(3)
        self.page.route("**/api/**", lambda route: route.abort())
        self.page.get_by_role("button", name="Help").click()
        self.page.get_by_role("button", name="In the eyes").click()
        sheet = self.page.get_by_role("dialog", name="Help")
        expect(sheet.get_by_role("timer")).to_have_text(re.compile("15:00|14:5"))
        for words in ("Hold the lids open", "Lenses out", "emergency room", "poison centre"):
            expect(sheet).to_contain_text(words)
        self.assertLessEqual(*sheet.evaluate("(it) => [it.scrollHeight, it.clientHeight]"))
        self.page.unroute("**/api/**")
        self.forward(minutes=5)
        expect(sheet.get_by_role("timer")).to_have_text(re.compile("10:00|9:5"))
        sheet.get_by_role("button", name="It is over").click()
        expect(sheet).to_have_count(0)

    def test_help_is_on_record(self) -> None:
        self.begin()
        self.press(3)
        self.page.get_by_role("button", name="Help").click()
        self.page.get_by_role("button", name="It burns").click()
        self.until(4)
        expect(self.page.get_by_role("dialog", name="Help")).to_contain_text("water only")
        self.page.get_by_role("button", name="Back to the wash").click()
        expect(self.page.get_by_role("button", name=re.compile(r"^Help · 1[45]:"))).to_be_visible()
        self.assertEqual(BasinRun.objects.get().presses[-1].key, "burning")

    def test_the_rinse_ran_out(self) -> None:
        self.begin()
        self.press()
        self.page.get_by_role("button", name="Change the next steps").click()
        self.page.get_by_role("button", name=re.compile("It ran out ?: Towpath rinse")).click()
        self.page.get_by_role("button", name=re.compile("^Lamplight soapwort")).click()
        expect(self.page.get_by_text("Instead of Towpath rinse: Lamplight soapwort.")).to_be_visible()
        self.press(7, after=1)
        expect(self.title()).to_have_text("Lamplight soapwort on scalp and lengths")

    def test_one_press_says_what_to_do_when_it_drips(self) -> None:
        self.begin()
        self.press(2)
        self.page.get_by_role("button", name="Too runny, it drips").click()
        expect(self.page.get_by_text("rolled towel along the hairline")).to_be_visible()

    def test_presses_while_the_server_is_away_are_kept_with_their_time(self) -> None:
        self.begin()
        self.press(2)
        self.page.route("**/api/**", lambda route: route.abort())
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".number")).to_have_text("3 of 4")
        self.forward(minutes=3)
        self.page.wait_for_timeout(RESTED_MS)
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".number")).to_have_text("4 of 4")
        expect(self.page.get_by_text("Not heard yet: ")).to_be_visible()
        self.forward(minutes=3)
        self.page.reload(wait_until="commit")
        self.page.unroute("**/api/**")
        self.page.reload()
        self.until(4)
        expect(self.page.locator(".number")).to_have_text("4 of 4")
        expect(self.lane("Lock-gate clay")).to_contain_text(re.compile("first 6:[0-9]{2} ?last 3:[0-9]{2}"))

    def test_an_undo_while_the_server_is_away_takes_back_what_it_has_not_heard(self) -> None:
        self.begin()
        self.press(2)
        self.page.route("**/api/**", lambda route: route.abort())
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".number")).to_have_text("3 of 4")
        expect(self.page.get_by_text("Not heard yet: ")).to_be_visible()
        self.page.keyboard.press("Backspace")
        expect(self.page.locator(".number")).to_have_text("2 of 4")
        self.page.unroute("**/api/**")
        self.page.wait_for_timeout(RESTED_MS)
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".number")).to_have_text("3 of 4")
        self.comes("!Object.keys(localStorage).some((key) => key.startsWith('eyebright-press'))")
        self.assertEqual(self.pressed(), 3, "what was taken back never came")

    def test_a_thermometer_is_read_by_one_key(self) -> None:
        save_instrument(InstrumentIn(kind="thermometer", name="Jam thermometer", link="simulated"))
        save_instrument(InstrumentIn(kind="scale", name="Kitchen scale", link="simulated"))
        self.begin()
        tray = self.page.get_by_role("region", name="Instruments", exact=True)
        expect(tray).to_contain_text(re.compile(r"1[89]\.\d °C"))
        expect(tray).not_to_contain_text("Kitchen scale")
        self.page.get_by_label("The thermometer shows, °C").focus()
        self.page.keyboard.press("r")
        expect(self.page.get_by_text(re.compile(r"1[89][.\d]* °C: fine for this head."))).to_be_visible()

    def test_what_scalds_does_not_go_on(self) -> None:
        self.begin()
        shown = self.page.get_by_label("The thermometer shows, °C")
        shown.fill("55")
        shown.press("Tab")
        expect(self.page.get_by_text("Nothing goes on before that.")).to_be_visible()
        expect(self.big()).to_be_disabled()
        shown.fill("36")
        shown.press("Tab")
        expect(self.page.get_by_text("36 °C: fine for this head.")).to_be_visible()
        expect(self.big()).to_be_enabled()

    def test_a_wash_that_was_left_asks_when_it_came_off(self) -> None:
        self.begin()
        self.press(6)
        self.forward(hours=26)
        expect(self.page.get_by_text("Nobody pressed since")).to_be_visible()
        self.page.get_by_label("It came off").fill("2026-11-27T12:30")
        self.page.get_by_role("button", name="End it so").click()
        self.page.wait_for_url(re.compile("/how"))
        clay = Wash.objects.get(formula=self.formulas["lock_gate_clay"])
        self.assertAlmostEqual(clay.sections[0], 30, delta=0.2)


class Afterwards(BasinTestCase):
    """Planned beside done, and how it went: wet, dry and two days on."""

    def test_from_the_last_press_to_what_was_learnt(self) -> None:
        self.begin("Lamplight soapwort")
        self.press(3, after=4)
        expect(self.title()).to_have_text("That was the last")
        self.page.keyboard.press("Enter")
        self.page.wait_for_url(re.compile(r"/wash/planned/\d+/how"))
        expect(self.page.get_by_role("region", name="As it was done")).to_contain_text("planned")
        wet = self.page.get_by_role("region", name="How it is while it is wet")
        wet.get_by_label("right", exact=True).check(force=True)
        expect(wet.get_by_text("Kept.")).to_be_visible()
        later = ((4, "now that it is dry", "a little tight"), (48, "two days on", "tight"))
        for hours, name, answer in later:
            self.forward(hours=hours)
            self.go("/today")
            asked = self.page.get_by_role("listitem").filter(has_text=f"how is it {name}?")
            asked.get_by_role("link", name=re.compile("Say how it went")).click()
            form = self.page.get_by_role("region", name=f"How it is {name}")
            form.get_by_label(answer, exact=True).check(force=True)
            expect(form.get_by_text("Kept.")).to_be_visible()
        self.assertEqual(Review.objects.count(), 3)
        self.assertEqual((Wash.objects.get().heard, Wash.objects.get().answer), ("dry", 3))
        teaches = self.page.get_by_role("region", name="What we learnt")
        expect(teaches).to_contain_text("It was a little tight")
        self.go("/today")
        expect(self.page.get_by_role("heading", name="Now and next")).to_be_visible()
        expect(self.page.get_by_text("how is it")).to_have_count(0)
        self.go(f"/heads/{self.wren}/washes")
        model = self.page.get_by_role("region", name="What we have learnt")
        expect(model).to_contain_text("Lamplight soapwort")
        expect(model).to_contain_text("From 1 wash")
        self.page.get_by_role("button", name="Don’t learn from this one").click()
        expect(model).not_to_contain_text("Lamplight soapwort")
        self.page.get_by_role("button", name="Undo").click()
        expect(model).to_contain_text("Lamplight soapwort")
