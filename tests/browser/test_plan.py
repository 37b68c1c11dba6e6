"""Plans in the browser: Saturday's soak on Friday's Today, routines, lanes, first steps, recording."""

import re
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

import time_machine
from playwright.sync_api import Page, expect

from eyebright.formulas.schemas.formulas import FormulaNewIn
from eyebright.formulas.services import beginning
from eyebright.heads import services as heads
from eyebright.heads.schemas.diary import CheckInIn
from eyebright.household.schemas.household import HouseholdChangeIn
from eyebright.household.services.household import change_household
from eyebright.wash.models import PlannedWash, Wash
from eyebright.wash.schemas.chains import WashChainIn
from eyebright.wash.schemas.planned import NewRoutineIn
from eyebright.wash.services.chains import save_chain
from eyebright.wash.services.routines import new_routine

from .support import PHONE, BrowserTestCase

ZONE = "Europe/London"
FRIDAY = datetime(2026, 11, 27, 12, 0, tzinfo=ZoneInfo(ZONE))


class PlanTestCase(BrowserTestCase):
    """A Friday at noon: the scenario's shelf, Wren and Ottoline, washes by name."""

    def setUp(self) -> None:
        """The clock of server and page stand at Friday, noon, and go on."""
        self.enterContext(time_machine.travel(FRIDAY, tick=True))
        super().setUp()
        change_household(HouseholdChangeIn.model_validate({"version": 0, "zone": ZONE}))
        self.stock()
        self.wren, self.ottoline = self.put_wren(), self.put_ottoline()
        starts = ("conker_wash", "towpath_rinse", "buttermilk_mask", "stove_soap")
        self.formulas = {start: beginning.new_formula(FormulaNewIn(start=start)).id for start in starts}
        self.conkers = self.chain("Conker day", {"formula": self.formulas["conker_wash"]}, {})
        self.rinse = self.chain("Rinse day", {"formula": self.formulas["towpath_rinse"]}, {})

    def window(self, **options: Any) -> Page:
        """A window whose clock is the server's."""
        page = super().window(**options)
        page.clock.install(time=FRIDAY)
        return page

    def chain(self, name: str, *links: dict[str, Any]) -> int:
        """A wash by name; its id."""
        return save_chain(WashChainIn.model_validate({"name": name, "links": list(links)})).id

    def todo(self) -> Any:
        """What to do, on Today."""
        return self.page.get_by_role("region", name="What to do")

    def plan_saturday(self, *names: str) -> None:
        """Plan conkers for these on Saturday at ten."""
        self.go("/wash/plan/new")
        for name in names:
            self.page.get_by_label(name, exact=True).check(force=True)
        self.choose("Which wash", "Conker day")
        self.page.get_by_label("When the wash begins").fill("2026-11-28T10:00")
        self.page.get_by_role("button", name="Plan it").click()


class Saturday(PlanTestCase):
    """One batch for two heads."""

    def test_the_soak_stands_on_fridays_today_and_follows_the_wash(self) -> None:
        self.plan_saturday("Ottoline", "Wren Halloway")
        jobs = self.page.get_by_role("region", name="What must be made for them")
        expect(jobs.get_by_role("heading", name=re.compile("Make Conker wash, about"))).to_have_count(1)
        expect(jobs).to_contain_text("for Ottoline and Wren Halloway")
        expect(jobs.get_by_role("img", name=re.compile("Soak Fri 27 November"))).to_be_visible()
        self.page.keyboard.press("1")
        begin = self.todo().get_by_role("listitem").filter(has_text="Begin Conker wash")
        expect(begin).to_contain_text(re.compile("Soak by 2[12]:"))
        expect(begin).to_contain_text("for Ottoline and Wren Halloway, Saturday 10:00")
        self.page.keyboard.press("7")
        self.page.get_by_role("link", name=re.compile("Ottoline: Conker day")).click()
        self.page.get_by_label("When the wash begins").fill("2026-11-29T18:00")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("The plan is changed")).to_be_visible()
        self.page.get_by_role("main").get_by_role("link", name=re.compile("Begin it now")).first.wait_for()
        self.go("/wash")
        self.page.get_by_role("link", name=re.compile("Wren Halloway: Conker day")).click()
        self.page.get_by_label("When the wash begins").fill("2026-11-29T19:00")
        self.page.get_by_role("button", name="Save", exact=True).press("Enter")  # it may move meanwhile
        expect(self.page.get_by_role("img", name=re.compile("Soak Sun 29 November"))).to_be_visible()
        self.go("/today")
        expect(self.page.get_by_role("heading", name="Now and next")).to_be_visible()
        expect(self.todo().get_by_text("Begin Conker wash")).to_have_count(0)

    def test_one_press_begins_it_for_both(self) -> None:
        self.plan_saturday("Ottoline", "Wren Halloway")
        self.page.wait_for_url(re.compile("/wash$"))  # it is kept by then
        self.go("/today")
        begin = self.todo().get_by_role("listitem").filter(has_text="Begin Conker wash")
        begin.get_by_role("link", name=re.compile("Begin")).click()
        self.page.wait_for_url(re.compile("/make/new"))
        for name in ("Ottoline", "Wren"):
            expect(self.page.get_by_label(name, exact=True)).to_be_checked()

    def test_in_the_past_and_two_at_once_are_said_and_nothing_typed_is_lost(self) -> None:
        self.go("/wash/plan/new")
        self.page.get_by_label("Wren Halloway", exact=True).check(force=True)
        self.choose("Which wash", "Rinse day")
        self.page.get_by_label("Note").fill("The blue towel.")
        at = self.page.get_by_label("When the wash begins")
        at.fill("2026-11-26T10:00")
        self.page.get_by_role("button", name="Plan it").click()
        expect(self.page.get_by_role("alert")).to_contain_text("That has gone by")
        expect(self.page.get_by_label("Note")).to_have_value("The blue towel.")
        at.fill("2026-11-28T10:00")
        self.page.get_by_role("button", name="Plan it").click()
        self.page.wait_for_url(re.compile("/wash/planned/"))
        self.plan_saturday("Ottoline")
        expect(self.page.get_by_role("alert")).to_contain_text("taken then by Wren Halloway: 10:00")
        self.assertEqual(PlannedWash.objects.count(), 1)

    def test_not_tonight_and_back(self) -> None:
        self.plan_saturday("Wren Halloway")
        self.page.wait_for_url(re.compile("/wash/planned/"))
        self.go("/today")
        begin = self.todo().get_by_role("listitem").filter(has_text="Begin Conker wash")
        expect(begin.locator(".at")).to_contain_text("2")
        self.page.get_by_role("button", name="Busy tonight: move the plan").click()
        expect(begin.locator(".at")).to_contain_text("16:")
        self.page.get_by_role("button", name="Undo").click()
        expect(begin.locator(".at")).to_contain_text("2")

    def test_what_cannot_be_ready_is_moved_in_one_press(self) -> None:
        self.go(f"/wash/plan/new?head={self.wren}&chain={self.conkers}")
        self.page.get_by_label("When the wash begins").fill("2026-11-27T13:00")
        self.page.get_by_role("button", name="Plan it").click()
        expect(self.page.get_by_text("What it takes cannot be ready by then.")).to_be_visible()
        self.page.get_by_role("button", name=re.compile("Move it to")).click()
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("What it takes cannot be ready by then.")).to_have_count(0)


class Board(PlanTestCase):
    """Lanes side by side, and what makes a wash suit."""

    def test_two_lanes_are_drawn(self) -> None:
        self.go("/wash/names?new=1")
        self.page.get_by_label("What this wash is called").fill("Side by side")
        for name in ("Conker wash", "Buttermilk boat mask", "plain water"):
            self.choose("Add what comes next", name)
        self.choose("Link 1, where", "on the scalp")
        self.choose("Link 2, where", "lengths, in a bag or basin")
        self.page.get_by_role("button", name=re.compile("How it goes on.*Link 2")).click()
        self.page.get_by_label("Link 2, at the same time").check()
        lanes = self.page.get_by_role("img", name=re.compile("scalp: Conker wash, then Plain water"))
        expect(lanes).to_have_accessible_name(re.compile("lengths: Buttermilk boat mask, covered,"))
        whole = self.page.get_by_label("What the whole wash does")
        expect(whole).to_contain_text("takes 31 min at the basin")
        self.page.get_by_label("Link 2, minutes").fill("0")
        self.page.get_by_label("Link 2, minutes").blur()
        expect(self.page.get_by_role("alert")).to_contain_text("No minutes at all")
        self.page.get_by_label("Link 2, minutes").fill("20")
        self.page.get_by_label("Link 2, minutes").blur()
        expect(whole).to_contain_text("takes 21 min at the basin")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_role("heading", name="Side by side")).to_be_visible()

    def test_made_to_suit_her_is_shown_before_it_is_taken(self) -> None:
        soapy = self.chain("After the engine", {"formula": self.formulas["stove_soap"], "minutes": 30})
        self.go(f"/wash/names?open={soapy}")
        self.choose("For whom the wash is", "Wren Halloway")
        self.page.get_by_role("button", name="Make it suit Wren Halloway").click()
        shown = self.page.get_by_role("region", name="What would make it suit")
        expect(shown).to_contain_text("min, not 30")
        expect(self.page.get_by_label("Link 1, minutes")).to_have_value("30")
        shown.get_by_role("button", name="Change it so").click()
        expect(self.page.get_by_label("Link 1, minutes")).not_to_have_value("30")


class Turns(PlanTestCase):
    """A routine bends."""

    def test_a_routine_is_made_and_bends_to_a_tender_scalp(self) -> None:
        self.chain("After the engine", {"formula": self.formulas["stove_soap"]}, {})
        self.go("/wash/routines")
        self.page.get_by_role("button", name="Make a routine for Wren Halloway").click()
        for name in ("After the engine", "Conker day"):
            self.choose("Add the next turn", name)
        self.page.get_by_role("button", name="Save", exact=True).click()
        routine = self.page.get_by_role("region", name="Routine of Wren Halloway")
        expect(routine.get_by_role("listitem").first).to_contain_text("After the engine")
        heads.check_in(self.wren, CheckInIn(tender=1))
        self.page.reload()
        first = routine.get_by_role("listitem").first
        expect(first).to_contain_text("Conker day")
        expect(first).to_contain_text(
            "After the engine passed over: Stove-side soap: too alkaline for tender"
        )
        first.get_by_role("link", name="Plan it").click()
        expect(self.page.get_by_label("Wren Halloway", exact=True)).to_be_checked()

    def test_a_routine_that_can_never_fit_says_so_beside_the_turn(self) -> None:
        self.chain("Soda day", {"formula": beginning.new_formula(FormulaNewIn(start="winding_hole")).id})
        self.go("/wash/routines")
        self.page.get_by_role("button", name="Make a routine for Wren Halloway").click()
        self.choose("Add the next turn", "Soda day")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_role("alert")).to_contain_text("needs 21 days between two")
        self.page.get_by_label("Days between two washes").fill("21")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("Soda day, every 21 days")).to_be_visible()

    def test_two_months_on_a_page(self) -> None:
        entries = [{"chain": self.rinse}]
        new_routine(NewRoutineIn.model_validate({"head": self.wren, "entries": entries}))
        self.plan_saturday("Ottoline")
        self.page.wait_for_url(re.compile("/wash/planned/"))
        self.go("/wash/calendar")
        november = self.page.get_by_role("region", name="November 2026")
        expect(november.get_by_role("link", name=re.compile("10:00 Ottoline: Conker day"))).to_be_visible()
        expect(november.get_by_role("link", name="Wren Halloway: Rinse day")).to_have_count(1)
        expect(self.page.get_by_role("region", name="December 2026")).to_contain_text(
            "Wren Halloway: Rinse day"
        )
        self.page.get_by_role("button", name="A month on").click()
        expect(self.page.get_by_role("region", name="January 2027")).to_be_visible()


class Done(PlanTestCase):
    """A wash that was done without the program."""

    def test_in_three_presses(self) -> None:
        self.go("/today")
        self.page.get_by_role("link", name="Record a wash").click()
        expect(self.page.get_by_role("heading", name="Record a wash")).to_be_visible()
        self.page.get_by_text("Wren Halloway", exact=True).click()  # one
        self.page.get_by_role("button", name=re.compile("Conker day")).click()  # two
        self.page.get_by_role("button", name="Save").click()  # three
        expect(self.page.get_by_text("Recorded.")).to_be_visible()
        self.assertEqual(Wash.objects.get().head_id, self.wren)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_text("No wash yet.")).to_be_visible()

    def test_it_is_corrected_afterwards(self) -> None:
        self.go(f"/wash/record?head={self.wren}")
        self.page.get_by_role("button", name=re.compile("Conker wash.*a formula of yours")).click()
        self.page.get_by_role("button", name="Save").click()
        washes = self.page.get_by_role("region", name="Washes")
        washes.get_by_role("button", name="Correct it").click()
        form = self.page.get_by_role("form", name="Correct this wash")
        form.get_by_label("Minutes on").fill("7")
        form.get_by_label("How much was used").fill("90")
        form.get_by_role("button", name="Save").click()
        expect(washes).to_contain_text("90 g")
        expect(washes).to_contain_text("7 min")


class Feed(PlanTestCase):
    """The plan in a calendar."""

    def test_an_address_is_told_once_and_ended(self) -> None:
        self.go("/settings#calendar")
        self.page.get_by_role("button", name="Make an address").click()
        address = self.page.locator("code").inner_text()
        self.assertIn("/api/wash/feed/", address)
        self.assertIn("BEGIN:VCALENDAR", self.page.request.get(address).text())
        self.page.reload()
        expect(self.page.get_by_text("There is an address since")).to_be_visible()
        expect(self.page.locator("code")).to_have_count(0)
        self.page.get_by_role("button", name="End this address").click()
        expect(self.page.get_by_role("button", name="Make an address")).to_be_visible()
        self.assertEqual(self.page.request.get(address).status, 404)

    def test_hours_are_said(self) -> None:
        self.go("/settings#hours")
        hours = self.page.get_by_role("region", name="Hours, pots and bathrooms")
        expect(hours.get_by_label("Asleep from")).to_have_value("22:30")
        hours.get_by_role("button", name="Add these hours").click()
        expect(hours.get_by_role("listitem")).to_contain_text("Monday, 08:00 to 17:00")
        hours.get_by_label("Bathrooms").fill("0")
        hours.get_by_label("Bathrooms").blur()
        expect(hours.get_by_role("alert")).to_contain_text("From one to nine.")


class FirstSteps(BrowserTestCase):
    """An empty household, led to its first answers, on a phone."""

    size = PHONE

    def test_water_bottle_head_each_with_its_answer(self) -> None:
        self.go("/")
        self.choose("What comes out of your tap, or your barrel?", "Very hard tap water")
        self.page.get_by_role("button", name="That is my water").click()
        expect(self.page.get_by_text(re.compile("A litre of it takes about"))).to_be_visible()
        self.page.get_by_role("button", name="malt vinegar", exact=True).click()
        self.page.get_by_role("button", name="That is my bottle").click()
        expect(
            self.page.get_by_text(re.compile(r"One part of .* to three of your water is pH"))
        ).to_be_visible()
        self.page.get_by_label("Name").fill("Wren Halloway")
        self.page.get_by_label("Birth year").fill("1988")
        self.page.get_by_role("button", name="Add them").click()
        expect(self.page.get_by_text(re.compile("Wren Halloway: .*then a rinse"))).to_be_visible()
        expect(self.page.get_by_role("heading", name="Who is next")).to_be_visible()
        expect(self.page.get_by_text("Three small steps")).to_have_count(0)

    def test_a_step_is_skipped_and_a_bad_year_is_said(self) -> None:
        self.go("/today")
        for name in ("My water", "My bottle"):
            self.page.get_by_role("button", name=re.compile(f"Skip this.*{name}")).click()
        self.page.get_by_label("Name").fill("Wren")
        self.page.get_by_label("Birth year").fill("88")
        self.page.get_by_role("button", name="Add them").click()
        expect(self.page.get_by_role("alert")).to_contain_text("full year")
        expect(self.page.get_by_label("Name")).to_have_value("Wren")
