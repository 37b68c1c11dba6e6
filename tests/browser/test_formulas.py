"""The formula bench at a desk: written, read, changed, kept, matched, compared, strung into a wash."""

import json
import re
from urllib.parse import parse_qs, urlsplit

from playwright.sync_api import Locator, Route, expect

from eyebright.formulas.models import Formula
from eyebright.formulas.schemas.formulas import FormulaNewIn, FormulaSaveIn
from eyebright.formulas.services import beginning, formulas
from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.services.lots import find_lot, save_lot
from eyebright.wash.models import WashChain

from .support import PHONE, BrowserTestCase


class BenchTestCase(BrowserTestCase):
    """With a formula on the bench."""

    def begin(self, start: str) -> int:
        """A formula from a starting point; its id."""
        return beginning.new_formula(FormulaNewIn(start=start)).id

    def open(self, start: str, query: str = "") -> int:
        """Open one on the bench, and wait until it is read."""
        pk = self.begin(start)
        self.go(f"/formulas/{pk}{query}")
        expect(self.page.get_by_label("Reading")).to_be_visible()
        return pk

    def kept(self) -> None:
        """What stands there is kept."""
        expect(self.page.locator(".state")).to_have_text("Saved")

    def body(self, pk: int) -> dict:
        """What is kept of it."""
        return Formula.objects.get(pk=pk).body

    def pick(self, name: str) -> None:
        """Take the first that is offered for what was typed, by keys alone."""
        expect(self.page.get_by_role("option", name=name)).to_be_visible()
        expect(self.page.locator("[aria-busy=true]")).to_have_count(0)
        self.page.keyboard.press("Enter")

    def amount(self, name: str):
        """The field of an amount."""
        return self.page.get_by_label(f"Amount of {name}")


class Writing(BenchTestCase):
    """As quick as on paper."""

    def test_from_nothing_by_keys_alone(self) -> None:
        self.go("/formulas")
        expect(self.page.get_by_role("heading", name="Where to begin")).to_be_visible()
        paste = self.page.get_by_role("listitem").filter(has_text="soap-plant paste")
        paste.get_by_role("button", name="Blank").press("Enter")
        expect(self.page.get_by_text("Put a line in, and this side says")).to_be_visible()
        new = self.page.get_by_role("combobox", name="One more line")
        new.focus()
        self.page.keyboard.type("soapwort")
        self.pick("Soapwort root")
        expect(self.amount("Soapwort root")).to_be_focused()
        self.page.keyboard.type("30")
        self.page.keyboard.press("Enter")  # on to the field for a new line
        expect(new).to_be_focused()
        self.page.keyboard.type("rain water")
        self.pick("Rain water")
        expect(self.amount("Rain water")).to_be_focused()
        self.page.keyboard.type("120")
        expect(self.page.get_by_label("Reading")).to_contain_text("pH")
        self.kept()
        made = Formula.objects.get()
        self.assertEqual([line["amount"] for line in made.body["lines"]], ["30", "120"])
        self.page.get_by_label("Name of the formula").fill("Gatehouse paste")
        self.kept()
        self.page.reload()
        expect(self.page.get_by_label("Name of the formula")).to_have_value("Gatehouse paste")
        expect(self.amount("Soapwort root")).to_have_value("30")

    def test_several_pasted_the_unreadable_kept_and_put_right(self) -> None:
        pk = self.open("stove_soap")
        self.page.get_by_role("button", name="Paste or write several").click()
        self.page.get_by_label("A whole recipe").fill("3 g moon dust\n5 drops kaolin\n1 tsp honey")
        self.page.get_by_role("button", name="Put these lines in").click()
        expect(self.page.get_by_text("Nothing here goes by “moon dust”")).to_be_visible()
        expect(self.page.get_by_text("Nobody measures kaolin by the drop.")).to_be_visible()
        self.kept()
        self.assertEqual(self.body(pk)["lines"][2]["text"], "3 g moon dust")
        self.choose("How Kaolin is measured", "g")
        expect(self.page.get_by_text("Nobody measures")).to_have_count(0)
        self.page.get_by_role("button", name="Leave out 3 g moon dust").click()
        expect(self.page.get_by_text("moon dust")).to_have_count(0)
        expect(self.page.get_by_text(re.compile("5 g, likely"))).to_be_visible()

    def test_undo_and_redo(self) -> None:
        pk = self.open("lamplight_soapwort")
        field = self.amount("Soapwort root")
        field.fill("85")
        expect(self.page.get_by_role("button", name="Undo")).to_be_enabled()
        self.page.wait_for_timeout(700)  # keystrokes close together are one step
        field.fill("20")
        self.page.get_by_role("button", name="Undo").click()
        expect(field).to_have_value("85")
        self.page.keyboard.press("Control+z")
        expect(field).to_have_value("70")
        self.page.get_by_role("button", name="Redo").click()
        expect(field).to_have_value("85")
        self.kept()
        self.assertEqual(self.body(pk)["lines"][1]["amount"], "85")

    def test_bad_amounts_are_said_beside_the_field_and_the_reading_stays_in_view(self) -> None:
        self.open("lamplight_soapwort")
        bad = {"-3": "not below nothing", "lots": "A number goes here", "": "How much Soapwort"}
        for typed, words in bad.items():
            self.amount("Soapwort root").fill(typed)
            expect(self.page.get_by_text(words)).to_be_visible()
            expect(self.page.get_by_label("Reading")).to_contain_text("pH")
        self.amount("Soapwort root").fill("70")
        expect(self.page.get_by_role("alert")).to_have_count(0)

    def from_one_to_another(self) -> tuple[int, int]:
        """Two formulas; the first is looked at, and going back leads straight to the other."""
        one, other = self.begin("lock_gate_clay"), self.open("lamplight_soapwort")
        self.page.get_by_role("navigation", name="Places").get_by_role("link", name="Formulas").click()
        self.page.get_by_role("link", name="Lock-gate clay").click()
        expect(self.title()).to_have_value("Lock-gate clay")
        return one, other

    def title(self) -> Locator:
        return self.page.get_by_label("Name of the formula")

    def test_what_is_typed_last_is_kept_where_it_was_typed(self) -> None:
        one, other = self.from_one_to_another()
        self.title().fill("Lock-gate clay, finer")
        self.page.evaluate("history.go(-2)")
        expect(self.title()).to_have_value("Lamplight soapwort")
        self.kept()
        self.assertEqual(self.body(one)["name"], "Lock-gate clay, finer")
        self.assertEqual(self.body(other)["name"], "Lamplight soapwort")

    def test_a_save_that_is_held_back_never_lands_on_another(self) -> None:
        one, other = self.from_one_to_another()
        late: list[Route] = []

        def hold(route: Route) -> None:
            if route.request.method == "PUT" and not late:
                late.append(route)
            else:
                route.continue_()

        self.page.route(f"**/api/formulas/{one}", hold)
        self.title().fill("Lock-gate clay, finer")
        expect(self.page.get_by_text("Saving…")).to_be_visible()
        self.page.wait_for_timeout(200)
        self.assertEqual(len(late), 1)
        self.title().fill("Lock-gate clay, finest")
        self.page.evaluate("history.go(-2)")
        expect(self.title()).to_have_value("Lamplight soapwort")
        late[0].continue_()
        self.page.go_forward()
        self.page.go_forward()
        expect(self.title()).to_have_value("Lock-gate clay, finest")
        self.kept()
        self.assertEqual(self.body(one)["name"], "Lock-gate clay, finest")
        self.assertEqual(self.body(other)["name"], "Lamplight soapwort")

    def test_a_fields_own_undo_is_the_fields(self) -> None:
        pk = self.open("lock_gate_clay")
        about = self.page.get_by_label("Note")
        about.fill("soft")
        self.kept()
        self.title().press("End")
        self.title().press_sequentially("!")
        self.title().press("Control+z")
        expect(self.title()).to_have_value("Lock-gate clay")
        expect(about).to_have_value("soft")
        self.kept()
        self.assertEqual(self.body(pk)["about"], "soft")

    def test_a_bottle_taken_off_the_shelf_is_said(self) -> None:
        lot = save_lot(LotIn(material="soapwort", name="Ours")).id
        pk = self.begin("lamplight_soapwort")
        find_lot(lot).remove()
        self.go(f"/formulas/{pk}")
        expect(self.page.get_by_text("Ours is no longer on the shelf")).to_be_visible()
        expect(self.amount("Ours")).to_have_value("70")

    def test_steps_are_changed_and_an_order_that_fails_is_put_right(self) -> None:
        pk = self.open("lock_gate_clay")
        self.page.get_by_text("Mix in little by little:").click()
        self.page.get_by_label("Least minutes of step 2").fill("8")
        self.page.get_by_label("Least minutes of step 2").press("Enter")
        expect(self.page.get_by_text("your steps")).to_be_visible()
        self.page.get_by_label("Add a step").select_option("Simmer")
        self.page.get_by_text("Simmer.").click()
        step = self.page.get_by_role("listitem").filter(has_text="Low, with the lid tilted.")
        step.get_by_label("Rhassoul").check()
        lumps = self.page.locator(".fails").filter(has_text="The powder goes in before the liquid")
        expect(lumps).to_be_visible()
        self.page.get_by_role("button", name="Put them in a sensible order").click()
        self.page.get_by_role("button", name="Take this change").click()
        expect(lumps).to_have_count(0)
        self.kept()
        self.assertEqual(self.body(pk)["steps"][0]["kind"], "weigh")

    def test_two_windows_on_one_formula(self) -> None:
        pk = self.open("lamplight_soapwort")
        other = self.window()
        self.go(f"/formulas/{pk}", other)
        expect(other.get_by_label("Reading")).to_be_visible()
        other.get_by_label("Amount of Soapwort root").fill("50")
        expect(other.locator(".state")).to_have_text("Saved")
        self.amount("Soapwort root").fill("99")
        expect(self.page.get_by_role("alert")).to_contain_text("changed in another window")
        self.assertEqual(self.body(pk)["lines"][1]["amount"], "50")
        self.page.get_by_role("button", name="Keep mine as a copy").click()
        expect(self.page.get_by_label("Name of the formula")).to_have_value("Lamplight soapwort, mine")
        expect(self.amount("Soapwort root")).to_have_value("99")

    def test_what_another_window_removed_is_said_and_can_be_put_back_with_what_was_typed(self) -> None:
        pk = self.open("lamplight_soapwort")
        Formula.objects.get(pk=pk).remove()
        self.amount("Soapwort root").fill("77")
        expect(self.page.get_by_role("alert")).to_contain_text("removed in another window")
        expect(self.amount("Soapwort root")).to_have_value("77")
        self.page.get_by_role("button", name="Restore it").click()
        self.kept()
        self.assertEqual(self.body(pk)["lines"][1]["amount"], "77")


class Changing(BenchTestCase):
    """Backwards from what is wanted."""

    def test_lift_less_is_shown_before_it_is_taken_and_undone(self) -> None:
        pk = self.open("lamplight_soapwort")
        self.page.get_by_role("button", name="Wash out less").click()
        proposal = self.page.get_by_role("status").filter(has_text="That gives about")
        expect(proposal).to_contain_text("Soapwort root: 70 g")
        self.assertEqual(self.body(pk)["lines"][1]["amount"], "70")
        proposal.get_by_role("button", name="Take this change").click()
        expect(self.amount("Soapwort root")).not_to_have_value("70")
        self.page.get_by_role("button", name="Undo").click()
        expect(self.amount("Soapwort root")).to_have_value("70")

    def test_cling_ph_cubes_and_without(self) -> None:
        self.open("buttermilk_mask")
        by_label = self.page.get_by_label
        for label, value, words in (
            ("How thick", "spreads", "spreads"),
            ("pH to bring it to", "4.4", "pH 4."),
            ("How many to fill", "4", "mL"),
            ("Without what", "dairy", "Buttermilk"),
        ):
            field = by_label(label)
            if field.evaluate("field => field.tagName") == "SELECT":
                field.select_option(value)
            else:
                field.fill(value)
            field.evaluate("field => field.form.requestSubmit()")
            expect(self.page.locator(".proposal")).to_contain_text(words)
            self.page.get_by_role("button", name="Leave it as it is").click()

    def test_another_form_is_taken_at_once_and_said_beside_its_line(self) -> None:
        self.open("lamplight_soapwort")
        line = self.page.get_by_role("listitem").filter(has=self.page.get_by_label("Amount of Soapwort root"))
        was = self.amount("Soapwort root").input_value()
        form = self.page.get_by_label("Form of Soapwort root")
        form.select_option("fresh")
        expect(line).to_contain_text(re.compile(r"is about \d+ g fresh, likely"))
        expect(form).to_have_value("fresh")
        expect(self.amount("Soapwort root")).not_to_have_value(was)
        self.kept()
        line.get_by_role("button", name="Undo").click()
        expect(self.amount("Soapwort root")).to_have_value(was)
        expect(form).not_to_have_value("fresh")

    def test_swap_one_line(self) -> None:
        self.open("lock_gate_clay")
        self.page.get_by_role("button", name="Find a substitute for Kaolin").click()
        line = self.page.get_by_role("listitem").filter(has=self.page.get_by_label("Amount of Kaolin"))
        expect(line.locator(".proposal")).to_contain_text("Kaolin, 25 g →")

    def test_a_line_may_be_left_out_here_and_once_more_when_it_is_made(self) -> None:
        self.open("lock_gate_clay")
        self.page.get_by_role("button", name=re.compile("Optional.*Kaolin")).click()
        condition = self.page.get_by_label("When Kaolin goes in")
        expect(condition).to_have_value("if you like")
        condition.fill("for greasy roots")
        self.page.get_by_label("Kaolin goes in", exact=True).uncheck()
        self.kept()
        self.page.reload()
        expect(self.page.get_by_label("Kaolin goes in", exact=True)).not_to_be_checked()
        self.page.get_by_role("link", name="Make it").click()
        asked = self.page.get_by_role("checkbox", name=re.compile("Kaolin for greasy roots"))
        expect(asked).not_to_be_checked()
        goes_in = self.page.get_by_role("region", name="What goes in")
        expect(goes_in).not_to_contain_text("Kaolin")
        asked.check()
        expect(goes_in).to_contain_text("Kaolin")

    def test_another_way_stands_beside_the_first(self) -> None:
        self.open("lamplight_soapwort")
        self.page.get_by_role("button", name="Add another way").click()
        self.page.get_by_label("What the other way is called").fill("powder, steeped")
        self.page.get_by_role("button", name="Add it").click()
        title = self.page.get_by_label("Name of the formula")
        expect(title).to_have_value(re.compile("powder, steeped$"))
        ways = self.page.get_by_role("navigation", name="Ways of making it")
        expect(ways.get_by_role("link")).to_have_count(2)
        ways.get_by_role("link").first.click()
        expect(title).not_to_have_value(re.compile("powder, steeped$"))
        expect(ways.get_by_role("link")).to_have_count(2)

    def test_an_amount_till_it_is_thick_enough_is_worked_out(self) -> None:
        self.open("lock_gate_clay")
        self.page.get_by_label("How Rain water is measured").click()
        self.page.get_by_role("option", name="till it pours and clings").click()
        self.kept()
        expect(self.amount("Rain water")).to_be_disabled()
        expect(self.page.get_by_label("Reading")).to_contain_text("pours and clings")

    def test_versions_come_back_and_stand_side_by_side(self) -> None:
        pk = self.open("lamplight_soapwort")
        self.page.get_by_label("Name of this version").fill("the good one")
        self.page.get_by_role("button", name="Save this version").click()
        expect(self.page.get_by_label("the good one")).to_be_visible()
        self.amount("Soapwort root").fill("25")
        self.kept()
        self.page.get_by_label("the good one").check()
        self.page.get_by_role("button", name="Put side by side").click()
        expect(self.page.get_by_role("row", name="Soapwort root")).to_contain_text("25 g")
        expect(self.page.get_by_role("row", name="Soapwort root")).to_contain_text("70 g")
        expect(self.page.get_by_role("row", name="Linden")).to_have_count(0)
        self.page.get_by_label("also what is the same").check()
        expect(self.page.get_by_role("row", name="Linden")).to_be_visible()
        self.go(f"/formulas/{pk}")
        self.page.get_by_role("button", name="Back to this the good one").click()
        expect(self.amount("Soapwort root")).to_have_value("70")


class Choosing(BenchTestCase):
    """Found, matched, shared, brought in."""

    def test_found_taken_off_the_bench_and_put_back(self) -> None:
        self.open("lamplight_soapwort")
        self.begin("lock_gate_clay")
        self.page.get_by_role("link", name="Formulas", exact=True).click()
        rows = self.page.locator(".rows li")
        expect(rows).to_have_count(2)
        self.page.get_by_label("Find a formula").fill("Seifenkraut")
        expect(rows).to_have_count(1)
        self.page.get_by_label("Find a formula").fill("moon")
        expect(self.page.get_by_text("Nothing here goes by “moon”.")).to_be_visible()
        self.page.get_by_label("Find a formula").fill("")
        self.page.get_by_role("link", name="Lock-gate clay").click()
        self.page.get_by_role("button", name="Remove").click()
        expect(rows).to_have_count(1)
        self.page.get_by_role("button", name="Undo").click()
        expect(rows).to_have_count(2)

    def test_what_suits_a_child_and_one_wash_of_it(self) -> None:
        ottoline = self.put_ottoline()
        for start in ("winding_hole", "gatepost_paste", "stove_soap"):
            self.begin(start)
        self.go(f"/formulas?head={ottoline}")
        self.page.get_by_text("ruled out for Ottoline").click()
        expect(self.page.get_by_text("No soda wash for a child.")).to_be_visible()
        best = self.page.locator("ol > li").first
        expect(best).to_contain_text("would suit")
        best.get_by_role("link", name="One wash of it").click()
        expect(self.page.locator(".proposal")).to_contain_text("One wash for Ottoline")
        expect(self.page.get_by_label("Reading")).to_contain_text("of Ottoline’s scalp oil")

    def test_a_card_and_a_recipe_out_and_in_again(self) -> None:
        self.open("lamplight_soapwort")
        hrefs = [link.get_attribute("href") for link in self.page.locator("#share + p a").all()]
        self.assertEqual(len(hrefs), 5)
        for href in hrefs:
            self.assertEqual(self.page.request.get(self.live_server_url + str(href)).status, 200)
        recipe = self.page.request.get(f"{self.live_server_url}{hrefs[2]}").text()
        self.go("/formulas")
        self.page.get_by_role("button", name="Import a recipe").click()
        self.page.get_by_label("A recipe as it was told").fill('{"@type": "Recipe"')
        self.page.get_by_role("button", name="Import", exact=True).click()
        expect(self.page.get_by_role("alert")).to_contain_text("It is broken at line 1")
        strange = json.loads(recipe)
        strange["recipeIngredient"].append("a pinch of moon dust")
        self.page.get_by_label("A recipe as it was told").fill(json.dumps(strange))
        self.page.get_by_role("button", name="Import", exact=True).click()
        expect(self.page.get_by_text("Nothing here goes by “moon dust”")).to_be_visible()
        expect(self.page.get_by_role("combobox", name="Line 4, what goes in")).to_have_attribute(
            "placeholder", "a pinch of moon dust"
        )

    def test_a_slow_answer_never_picks_another(self) -> None:
        pk = self.begin("winding_hole")
        late: dict[str, Route] = {}

        def hold(route: Route) -> None:
            words = parse_qs(urlsplit(route.request.url).query).get("find", [""])[0]
            if words in ("ra", "rain water"):
                late[words] = route
            else:
                route.continue_()

        self.page.route("**/api/shelf/supplies?find=*", hold)
        self.go(f"/formulas/{pk}")
        new = self.page.get_by_role("combobox", name="One more line")
        options = self.page.get_by_role("listbox").get_by_role("option")
        new.press_sequentially("r")
        expect(options.first).to_be_visible()
        self.assertGreater(options.count(), 1)
        new.press_sequentially("a")  # asked, and not answered
        while "ra" not in late:
            self.page.wait_for_timeout(20)
        new.press_sequentially("in water")  # the list is still the one of the first letter
        while "rain water" not in late:
            self.page.wait_for_timeout(20)
        expect(options).to_have_count(1)
        late["rain water"].continue_()
        expect(self.page.locator("[aria-busy=true]")).to_have_count(0)
        count = options.count()
        with self.page.expect_response("**/api/shelf/supplies?find=ra"):
            late["ra"].continue_()
        self.page.wait_for_timeout(200)
        self.assertEqual(options.count(), count)
        self.pick("Rain water")
        expect(self.amount("Rain water").last).to_be_focused()

    def test_schools_are_held_and_said(self) -> None:
        pk = self.begin("winding_hole")
        self.go("/settings")
        self.page.get_by_role("radio", name="Never.").check()
        expect(self.page.get_by_text("The house rule is changed.")).to_be_visible()
        self.go(f"/formulas/{pk}")
        says = self.page.get_by_text("Your house rule is no soda")
        expect(says).to_be_visible()
        self.page.get_by_text("House rules, for this formula alone").click()
        self.page.get_by_label("Soda", exact=True).select_option("Yes, with limits")
        expect(says).to_have_count(0)

    def test_a_long_list(self) -> None:
        one = Formula.objects.get(pk=self.begin("stove_soap"))
        Formula.objects.bulk_create(
            Formula(name=f"Trial {i}", family=one.family, body=one.body, search="trial") for i in range(80)
        )
        self.go("/formulas")
        expect(self.page.get_by_text("21 more: find them by a name in them.")).to_be_visible()


class Washes(BenchTestCase):
    """Formulas strung over the two zones."""

    def test_strung_read_kept_and_run_into_trouble(self) -> None:
        soap, rinse = self.begin("stove_soap"), self.begin("towpath_rinse")
        self.go("/wash/names?new=1")
        self.page.get_by_label("What this wash is called").fill("Friday")
        self.choose("Add what comes next", "Stove-side soap")
        whole = self.page.get_by_label("What the whole wash does")
        expect(whole).to_contain_text("Soap or soda, and no acid rinse after it.")
        self.choose("Add what comes next", "Towpath rinse")
        expect(whole).to_contain_text("The acid is poured onto soap")
        self.page.get_by_role("button", name="Plain water").click()
        self.page.get_by_role("button", name="Link 3 earlier").click()
        expect(whole).not_to_contain_text("The acid is poured onto soap")
        self.choose("Link 1, where", "on the scalp")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Stove-side soap → Plain water → Towpath rinse")).to_be_visible()
        links = WashChain.objects.get().links
        self.assertEqual([link.formula for link in links], [soap, None, rinse])
        self.assertEqual(links[0].zone, "scalp")
        self.page.get_by_role("button", name=re.compile("Remove")).click()
        expect(self.page.get_by_text("None yet.")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_text("Stove-side soap → Plain water → Towpath rinse")).to_be_visible()

    def test_a_wash_without_a_name(self) -> None:
        self.begin("stove_soap")
        self.go("/wash/names?new=1")
        self.choose("Add what comes next", "Stove-side soap")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Give it a name.")).to_be_visible()


class OnAPhone(BenchTestCase):
    """What comes of it is in view beside what goes in."""

    size = PHONE

    def test_the_reading_follows_the_lines(self) -> None:
        pk = self.begin("lamplight_soapwort")
        kept = formulas.formula_out(formulas.find_formula(pk))
        formulas.save_formula(pk, FormulaSaveIn(version=kept.version, formula=kept.formula))
        self.go(f"/formulas/{pk}")
        reading = self.page.get_by_label("Reading")
        steps = self.page.get_by_role("heading", name="How it is made")
        expect(reading).to_be_visible()
        above, below = reading.bounding_box(), steps.bounding_box()
        assert above and below
        self.assertLess(above["y"], below["y"])
        expect(self.page.locator("a.glance")).to_contain_text("pH")
