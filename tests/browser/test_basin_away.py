"""The server is killed in the middle of a wash, and comes back: every press keeps its moment."""

import re
from typing import Any

from playwright.sync_api import Locator, expect

from .support import LOOK_MS, PAGE_MS, PHONE, RESTED_MS, MortalTestCase, new_profile

HELD_MS = 2_000
NEAR = 0.1  # s between a press and the moment that is kept of it
SAID = "Not heard yet: "


class AwayTestCase(MortalTestCase):
    """A wash of two things under way, at its first step, on a server that may be killed."""

    size = PHONE

    def setUp(self) -> None:
        """Soapwort for four minutes, water, and a rinse that the page has never seen on."""
        super().setUp()
        ask = self.server.ask
        made = [
            ask("POST", "/api/formulas", {"start": each})[1]["id"]
            for each in ("lamplight_soapwort", "towpath_rinse")
        ]
        told = {"name": "Wren Halloway", "answers": {"birth_year": 1988, "scalp": "oily"}}
        wren = ask("POST", "/api/heads", told)[1]["id"]
        links = [
            {"formula": made[0], "zone": "scalp", "minutes": 4},
            {},
            {"formula": made[1], "minutes": 1},
            {},
        ]
        chain = ask("POST", "/api/wash/chains", {"name": "Lock day", "links": links})[1]["id"]
        self.run_id = ask("POST", "/api/wash/runs", {"head": wren, "chain": chain})[1]["id"]
        self.go(f"/wash/run/{self.run_id}")
        expect(self.title).to_have_text("Before you begin")
        noted = "(kind) => addEventListener(kind, () => (window.pressedAt = performance.now() / 1000), true)"
        for kind in ("keydown", "click"):
            self.page.evaluate(noted, kind)

    @property
    def title(self) -> Locator:
        """What is to do."""
        return self.page.locator(".step h1")

    def kept(self) -> dict[str, Any]:
        """The run as the server has it."""
        found: dict[str, Any] = self.server.ask("GET", f"/api/wash/runs/{self.run_id}")[1]
        return found

    def press(self, comes: str) -> float:
        """Press on, until this step is shown; the moment of the press, by the page's own count."""
        self.page.wait_for_timeout(RESTED_MS)
        self.page.keyboard.press("Enter")
        expect(self.title).to_have_text(comes)
        return self.pressed_at()

    def pressed_at(self) -> float:
        """When the page had the last press: a busy machine brings it late."""
        return float(self.page.evaluate("window.pressedAt"))

    def between(self, seconds: float, least: float, most: float) -> None:
        """So many seconds, but for what a press may be off; a busy machine answers late."""
        self.assertGreater(seconds, least - NEAR)
        self.assertLess(seconds, most + NEAR)

    def moment(self) -> float:
        return float(self.page.evaluate("performance.now() / 1000"))

    def heard(self) -> dict[str, Any]:
        """Wait until nothing is left to be heard."""
        expect(self.page.get_by_text(SAID)).to_have_count(0, timeout=PAGE_MS)
        left = "Object.keys(localStorage).filter((key) => key.startsWith('eyebright-press')).length"
        for _ in range(PAGE_MS // LOOK_MS):
            if not self.page.evaluate(left):
                return self.kept()
            self.page.wait_for_timeout(LOOK_MS)
        raise AssertionError(f"{self.page.evaluate(left)} presses are not heard")

    def on(self, run: dict[str, Any], name: str) -> dict[str, Any]:
        found: dict[str, Any] = next(each for each in run["clocks"] if each["name"] == name)
        return found


class Killed(AwayTestCase):
    """The server is killed, and comes back."""

    def test_presses_clocks_marks_and_help_keep_their_moments_and_their_product(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        on = self.press("Rinse out Lamplight soapwort")
        expect(self.page.get_by_role("button", name="Undo: it is on")).to_be_visible()
        self.heard()
        self.die()
        self.page.wait_for_timeout(HELD_MS)
        stung = self.moment()
        self.page.get_by_role("button", name="It stings").click()
        off = self.press("Towpath rinse on scalp and lengths")
        expect(self.page.get_by_text("Not heard yet: 2 presses, kept here.")).to_be_visible()
        rinsed = self.press("Rinse out Towpath rinse")
        lane = self.page.get_by_role("list", name="What is on").get_by_role("listitem")
        expect(lane.filter(has_text="Towpath rinse")).to_contain_text("0:0")
        expect(lane.filter(has_text="Lamplight soapwort")).to_contain_text("off")
        self.page.wait_for_timeout(HELD_MS)
        self.page.get_by_role("button", name="Help").click()
        self.page.get_by_role("button", name="In the eyes").click()
        eyes = self.pressed_at()
        self.page.wait_for_timeout(HELD_MS)
        self.rise()
        run = self.heard()
        soapwort = self.on(run, "Lamplight soapwort")
        self.assertAlmostEqual(soapwort["seconds"][0], off - on, delta=NEAR)
        self.assertTrue(soapwort["off"])
        before, run, after = self.moment(), self.kept(), self.moment()
        self.between(self.on(run, "Towpath rinse")["seconds"][0], before - rinsed, after - rinsed)
        minutes = next(each["minutes"] for each in run["helps"] if each["key"] == "eyes")
        self.between(60 * minutes - run["help"]["left"], before - eyes, after - eyes)
        self.assertLess(stung, off)
        ended = self.server.ask("POST", f"/api/wash/runs/{self.run_id}/end", {})[1]
        washes = self.server.ask("GET", f"/api/heads/{run['head']}")[1]["washes"]
        amiss = {each["name"]: [one["key"] for one in each["amiss"]] for each in washes}
        self.assertEqual(len(ended["washes"]), 2)
        self.assertEqual(amiss, {"Lamplight soapwort": ["stings"], "Towpath rinse": ["help-eyes"]})

    def test_what_goes_on_meanwhile_rings_at_its_limit(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.heard()
        self.die()
        self.page.wait_for_timeout(RESTED_MS)
        self.page.keyboard.press("Enter")
        expect(self.title).to_have_text("Rinse out Lamplight soapwort")
        self.page.clock.install()
        self.page.clock.fast_forward(4 * 60_000 + 1_000)
        expect(self.page.get_by_text("Lamplight soapwort has had its 4 minutes")).to_be_visible()

    def test_after_a_burn_nothing_more_goes_on_heard_or_not(self) -> None:
        for comes in ("Lamplight soapwort on the scalp", "Rinse out Lamplight soapwort"):
            self.press(comes)
        self.heard()
        self.die()
        self.page.get_by_role("button", name="Help").click()
        self.page.get_by_role("button", name="It burns").click()
        self.page.get_by_role("button", name="Back to the wash").click()
        self.page.locator("button.hold").focus()
        self.press("Towpath rinse on scalp and lengths")
        barred = self.page.get_by_text("It burned: nothing more goes on today.")
        expect(barred).to_be_visible()
        expect(self.page.locator("button.hold")).to_be_disabled()
        self.rise()
        run = self.heard()
        self.assertIn("nothing more goes on today", run["barred"])
        expect(barred).to_be_visible()
        expect(self.page.locator("button.hold")).to_be_disabled()

    def test_a_machine_that_slept_meanwhile_rings_for_what_it_slept_through(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.press("Rinse out Lamplight soapwort")
        self.heard()
        self.die()
        self.page.wait_for_timeout(HELD_MS)
        slept = "(() => { const now = Date.now; Date.now = () => now() + 4.5 * 60e3; })()"
        self.page.evaluate(slept)  # the wall clock went on, its own seconds did not
        expect(self.page.get_by_text("Lamplight soapwort has had its 4 minutes")).to_be_visible()
        expect(self.page.get_by_text("the screen was asleep")).to_be_visible()
        self.press("Towpath rinse on scalp and lengths")
        self.rise()
        self.heard()
        self.page.wait_for_timeout(HELD_MS)  # longer than it takes to ask anew
        expect(self.page.get_by_text("it is kept as of now. Look at this device’s clock.")).to_be_visible()
        self.press("Rinse out Towpath rinse")
        expect(self.page.get_by_text("it is kept as of now.")).to_have_count(0)

    def test_a_double_tap_and_two_windows_undo_once_what_was_named(self) -> None:
        for comes in (
            "Lamplight soapwort on the scalp",
            "Rinse out Lamplight soapwort",
            "Towpath rinse on scalp and lengths",
        ):
            self.press(comes)
        self.heard()
        undo = self.page.get_by_role("button", name="Undo: it is rinsed out")
        undo.dblclick()
        expect(self.title).to_have_text("Rinse out Lamplight soapwort")
        self.page.wait_for_timeout(HELD_MS)
        self.assertEqual(self.heard()["at"], 2)
        profile = new_profile(PHONE)  # another device: it shares nothing with this one
        self.addCleanup(profile.close)
        other = profile.new_page()
        other.goto(self.page.url)
        named = other.get_by_role("button", name="Undo: it is on")
        expect(named).to_be_visible()
        ids = {self.kept()["undo"]["press"]}
        for window in (self.page, other):
            window.evaluate("[...document.querySelectorAll('.undo')].at(-1).click()")
        expect(self.title).to_have_text("Lamplight soapwort on the scalp")
        self.page.wait_for_timeout(HELD_MS)
        run = self.heard()
        self.assertEqual((run["at"], set(run["undone"]) >= ids), (1, True))

    def test_an_undo_that_was_lost_on_its_way_is_done_once(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.press("Rinse out Lamplight soapwort")
        self.heard()
        self.die()
        self.page.get_by_role("button", name="Undo: it is on").click()
        expect(self.title).to_have_text("Lamplight soapwort on the scalp")
        self.press("Rinse out Lamplight soapwort")
        self.rise()
        run = self.heard()
        self.assertEqual((run["at"], len(run["undone"]), len(run["heard"])), (2, 1, 2))

    def test_the_end_is_of_the_moment_that_it_was_pressed(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        on = self.press("Rinse out Lamplight soapwort")
        self.heard()
        self.die()
        self.page.wait_for_timeout(HELD_MS)
        end = self.moment()
        self.page.get_by_role("button", name="End it here").click()
        expect(self.page.get_by_text("Not heard yet: 1 press, kept here.")).to_be_visible()
        self.page.wait_for_timeout(HELD_MS)
        self.rise()
        self.page.wait_for_url("**/how", timeout=PAGE_MS)
        head = self.kept()["head"]
        (wash,) = self.server.ask("GET", f"/api/heads/{head}")[1]["washes"]
        self.assertAlmostEqual(60 * wash["minutes"], end - on, delta=1)

    def test_a_swap_waits_for_its_steps_and_is_made_once(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.heard()
        self.page.get_by_role("button", name="Change the next steps").click()
        self.page.get_by_role("button", name=re.compile("Swap ?: Lamplight soapwort")).click()
        water = self.page.get_by_role("button", name="Plain water")
        expect(water).to_be_visible()
        self.die()
        water.click()
        expect(self.page.get_by_text("What you changed is not heard yet")).to_be_visible()
        expect(self.page.locator("button.hold")).to_be_disabled()
        self.rise()
        run = self.heard()
        self.assertEqual(run["links"][0]["what"], "water")
        expect(self.page.locator("button.hold")).to_be_enabled()

    def test_a_wash_that_another_window_cancelled_meanwhile_goes_on_with_all_that_was_pressed(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.heard()
        self.page.route("**/api/**", lambda route: route.abort())
        self.press("Rinse out Lamplight soapwort")
        self.page.get_by_role("button", name="It stings").click()
        self.server.ask("DELETE", f"/api/wash/runs/{self.run_id}")
        self.page.unroute("**/api/**")
        go_on = self.page.get_by_role("button", name="Go on with this wash")
        expect(go_on).to_be_visible(timeout=PAGE_MS)
        run = self.heard()
        self.assertEqual((run["at"], len(run["heard"])), (2, 3))
        go_on.click()
        expect(self.title).to_have_text("Rinse out Lamplight soapwort")
        expect(self.page.get_by_role("button", name="Undo: “It stings”")).to_be_visible()

    def test_another_page_sends_what_this_one_left(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.heard()
        self.die()
        self.press("Rinse out Lamplight soapwort")
        profile = self.page.context
        self.page.wait_for_timeout(HELD_MS)
        self.page.close()
        self.rise()
        self.page = profile.new_page()
        self.go("/shelf")
        self.assertEqual(self.heard()["at"], 2)


class SetClocks(AwayTestCase):
    """The clock of the page is set back and forward."""

    def test_clocks_neither_stop_nor_skip(self) -> None:
        self.press("Lamplight soapwort on the scalp")
        self.press("Rinse out Lamplight soapwort")
        self.heard()
        for hours in (-1, 2):
            self.page.evaluate(
                f"(() => {{ const now = Date.now; Date.now = () => now() + {hours} * 3600e3; }})()"
            )
            self.page.wait_for_timeout(HELD_MS)
            kept = self.on(self.kept(), "Lamplight soapwort")["seconds"][0]
            shown = self.page.locator(".time strong").first.inner_text()
            minutes, seconds = (int(each) for each in shown.split(":"))
            self.assertAlmostEqual(60 * minutes + seconds, kept, delta=2.1)
        self.press("Towpath rinse on scalp and lengths")
        self.assertLess(self.on(self.heard(), "Lamplight soapwort")["seconds"][0], 60)
