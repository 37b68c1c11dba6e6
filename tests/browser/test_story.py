"""The whole story at a desk: from a bottle of vinegar to a rinse of known pH, and its journal."""

import re

from playwright.sync_api import expect

from .support import BrowserTestCase


class Mixing(BrowserTestCase):
    """Mix answers as the worktop changes."""

    def setUp(self) -> None:
        """A stocked shelf, and Mix open."""
        super().setUp()
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")

    def test_the_answer_stands_there_at_once(self) -> None:
        reading = self.page.get_by_label("Reading")
        expect(reading).to_contain_text(re.compile(r"likely 4\.\d to 4\.\d"))
        expect(reading).to_contain_text("computed")
        expect(
            self.page.get_by_role("img", name=re.compile("jug: .* of Canal-side tap .* Malt"))
        ).to_be_visible()
        expect(self.page.get_by_role("group", name=re.compile("pH rail.*Aim pH 4.5"))).to_be_visible()
        expect(self.page.get_by_role("group", name=re.compile("pH against mL of Malt"))).to_be_visible()
        for ratio in ("1:1", "1:3", "1:10"):
            expect(self.page.get_by_role("row", name=re.compile(f"^{ratio} "))).to_contain_text("pH 3.")
        expect(reading).to_contain_text("Keep it out of the eyes")
        reading.get_by_text("Why this range?").click()
        expect(reading).to_contain_text("how alkaline your Canal-side tap is")

    def test_volume_and_aim_recompute_live(self) -> None:
        half = self.acid_to_pour()
        self.page.get_by_label("Fill it to").fill("1")
        self.choose("Unit of volume", "L")
        expect(self.page.get_by_role("img", name="1000 mL jug")).to_be_visible()
        self.assertAlmostEqual(self.acid_to_pour(), 2 * half, delta=1.0)
        self.page.get_by_role("button", name="hair's neutral point").click()
        self.headline("Yes: pH 3.7")
        self.assertGreater(self.acid_to_pour(), 3 * half)

    def test_the_mix_is_dragged_along_the_curve(self) -> None:
        before = self.acid_to_pour()
        handle = self.page.get_by_role("slider", name="This mix on the curve")
        handle.scroll_into_view_if_needed()
        dot = handle.bounding_box()
        assert dot
        x, y = dot["x"] + dot["width"] / 2, dot["y"] + dot["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 60, y, steps=4)
        self.page.mouse.up()
        expect(self.page.get_by_label("Aim at pH")).not_to_have_value("4.5")
        aim = self.page.get_by_label("Aim at pH").input_value()
        self.headline(f"Yes: pH {aim} is")
        self.assertLess(float(aim), 4.4)
        self.assertGreater(self.acid_to_pour(), before)

    def test_the_aim_moves_by_keys_on_the_rail(self) -> None:
        self.page.get_by_role("slider", name="Aim on the pH rail").focus()
        self.page.keyboard.press("ArrowDown")
        self.page.keyboard.press("ArrowDown")
        expect(self.page.get_by_label("Aim at pH")).to_have_value("4.3")
        self.headline("Yes: pH 4.3")

    def test_rain_flower_water_and_powder(self) -> None:
        self.put(1, "Rain barrel")
        self.headline("cannot sensibly be had by dilution")
        self.headline("the hair itself would move it")
        self.put(1, "Linden flower water")
        self.headline("No:")
        self.put(1, "Canal-side tap")
        self.put(2, "Citric acid")
        expect(self.page.get_by_role("row", name="1 teaspoon to a litre")).to_be_visible()

    def test_left_in_has_its_own_cautions(self) -> None:
        self.page.get_by_text("Left in", exact=True).click()
        self.headline("stays on the scalp until the next wash")
        expect(self.page.get_by_label("after minutes")).to_be_hidden()

    def test_minutes_that_cannot_be_do_not_stand_in_the_way_of_left_in(self) -> None:
        self.page.get_by_label("after minutes").fill("ages")
        expect(self.page.get_by_role("alert")).to_contain_text("A number goes here")
        self.page.get_by_text("Left in", exact=True).click()
        expect(self.page.get_by_role("alert")).to_have_count(0)
        expect(self.page.get_by_role("button", name="I am mixing this")).to_be_enabled()
        self.page.get_by_text("Rinsed out", exact=True).click()
        expect(self.page.get_by_label("after minutes")).to_have_value("ages")

    def test_the_question_survives_a_reload_and_a_walk(self) -> None:
        self.page.get_by_label("Fill it to").fill("750")
        self.page.wait_for_url("**volume=750**")
        self.page.reload()
        expect(self.page.get_by_label("Fill it to")).to_have_value("750")
        self.page.get_by_role("link", name="Journal").click()
        self.page.get_by_role("link", name="Mix", exact=True).click()
        expect(self.page.get_by_label("Fill it to")).to_have_value("750")

    def test_what_cannot_be_is_said_at_its_field_and_nothing_typed_is_lost(self) -> None:
        volume = self.page.get_by_label("Fill it to")
        for typed, words in (
            ("lots", "A number goes here"),
            ("0", "more than nothing"),
            ("-2", "more than nothing"),
            ("900000", "more than any jug"),
            ("", "how much to make"),
        ):
            volume.fill(typed)
            expect(self.page.get_by_role("alert")).to_contain_text(words)
            expect(volume).to_have_value(typed)
            expect(self.page.get_by_role("button", name="I am mixing this")).to_be_disabled()
        self.page.get_by_label("Aim at pH").fill("99")
        expect(self.page.get_by_text("pH runs from 0 to 14.")).to_be_visible()
        volume.fill("0,5")
        self.choose("Unit of volume", "L")
        self.page.get_by_label("Aim at pH").fill("4,5")
        self.headline("Yes: pH 4.5")
        expect(self.page.get_by_role("alert")).to_have_count(0)

    def test_a_stop_is_passed_only_knowingly(self) -> None:
        self.put_wren(scalp="balanced")
        self.go("/mix")
        self.put(1, "Rain barrel")
        self.page.get_by_text("Left in", exact=True).click()
        self.page.get_by_label("Aim at pH").fill("3.2")
        self.headline("Too acid to leave in")
        button = self.page.get_by_role("button", name="I am mixing this")
        expect(button).to_be_disabled()
        expect(self.page.get_by_text("Choose whose head it is for")).to_be_visible()
        self.choose("For", "Wren Halloway")
        mine = self.page.get_by_label("It is for my own scalp")
        mine.check()
        expect(button).to_be_disabled()
        self.page.get_by_label("Why I pass it").fill("Bears it well.")
        expect(button).to_be_enabled()
        self.page.get_by_label("Aim at pH").fill("3.8")
        expect(mine).to_have_count(0)
        self.page.get_by_label("Aim at pH").fill("3.2")
        expect(mine).not_to_be_checked()
        expect(button).to_be_disabled()
        mine.check()
        button.click()
        self.page.wait_for_url("**/pour")
        self.page.get_by_label("Aim at pH")
        self.go(self.page.url.removeprefix(self.live_server_url).removesuffix("/pour"))
        expect(self.page.get_by_text("A stop was passed by an adult")).to_be_visible()

    def test_undiluted_vinegar_cannot_be_passed(self) -> None:
        self.page.get_by_label("Aim at pH").fill("2")
        self.headline("as good as undiluted vinegar")
        expect(self.page.get_by_role("button", name="I am mixing this")).to_be_disabled()
        expect(self.page.get_by_label("It is for my own scalp")).to_have_count(0)


class Pouring(BrowserTestCase):
    """From the button to the journal and back."""

    def setUp(self) -> None:
        """A stocked shelf, and a rinse begun."""
        super().setUp()
        self.stock()
        self.go("/mix")
        self.headline("Yes: pH 4.5")
        self.page.get_by_role("button", name="I am mixing this").click()
        self.page.wait_for_url("**/pour")

    def done(self, heading: str) -> None:
        """Finish the step with this heading."""
        expect(self.page.get_by_role("heading", name=heading)).to_be_visible()
        self.page.get_by_role("button", name=re.compile("Done|Go on|All done")).click()

    def test_steps_reading_journal_again_and_delete(self) -> None:
        self.done("Pour in Canal-side tap")
        expect(self.page.get_by_role("heading", name="Add Malt vinegar")).to_be_visible()
        self.page.reload()
        self.done("Add Malt vinegar")
        self.done("Stir it round")
        expect(self.page.get_by_role("heading", name="Take a reading")).to_be_visible()
        self.page.get_by_label("The jug read pH").fill("4,5")
        self.page.get_by_label("The jug read pH").press("Enter")  # the button still moves
        expect(self.page.get_by_text("They agree.")).to_be_visible()
        self.done("Take a reading")
        self.done("On the hair")

        expect(self.page.get_by_role("heading", name="Malt vinegar in Canal-side tap")).to_be_visible()
        expect(self.page.get_by_text("They agree.")).to_be_visible()
        self.page.get_by_text("soft", exact=True).click()
        self.page.get_by_text("clean", exact=True).click()
        self.page.get_by_label("On whose head").fill("Wren Halloway")
        self.page.get_by_label("Note").fill("No sting at all.")
        self.page.get_by_label("Note").blur()
        expect(self.page.get_by_text("Saved as you go.")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_label("soft")).to_be_checked()
        expect(self.page.get_by_label("clean")).to_be_checked()
        expect(self.page.get_by_label("Note")).to_have_value("No sting at all.")

        self.page.get_by_role("button", name="Mix it again").click()
        self.headline("Yes: pH 4.5")
        self.page.get_by_label("Fill it to").fill("2000")
        expect(self.page.get_by_role("img", name="2000 mL jug")).to_be_visible()

        self.page.get_by_role("link", name="Journal").click()
        row = self.page.get_by_role("listitem").filter(has_text="No sting at all.")
        expect(row).to_contain_text("read 4.5")
        row.get_by_role("link").click()
        self.page.get_by_role("button", name="Remove").click()
        expect(self.page.get_by_text("Nothing yet.")).to_be_visible()
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_text("No sting at all.")).to_be_visible()

    def test_a_strip_that_reads_too_sharp_stops_it(self) -> None:
        self.put_wren(scalp="balanced")
        self.go("/mix")
        self.choose("For", "Wren Halloway")
        self.headline("Yes: pH 4.5")
        self.page.get_by_role("button", name="I am mixing this").click()
        self.page.wait_for_url("**/pour")
        for heading in ("Pour in Canal-side tap", "Add Malt vinegar", "Stir it round"):
            self.done(heading)
        reading = self.page.get_by_label("The jug read pH")
        on = self.page.get_by_role("button", name="Done")
        reading.fill("2")
        self.page.get_by_role("button", name="Keep the reading").click()
        expect(self.page.get_by_text("This acid can burn")).to_be_visible()
        expect(on).to_be_disabled()
        reading.fill("2,7")
        self.page.get_by_role("button", name="Change the reading").click()
        expect(self.page.get_by_text("Too acid, even to rinse out: pH 2.7")).to_be_visible()
        expect(on).to_be_disabled()
        self.page.get_by_label("It is for my own scalp").check()
        self.page.get_by_label("Why I pass it").fill("A minute, no more.")
        on.click()
        self.done("On the hair")
        expect(self.page.get_by_text("A stop was passed by an adult")).to_be_visible()
        expect(self.page.get_by_text("Too acid, even to rinse out: pH 2.7")).to_be_visible()

    def test_left_for_now_and_gone_on_with(self) -> None:
        self.done("Pour in Canal-side tap")
        self.page.get_by_role("link", name="Leave it for now").click()
        expect(self.page.get_by_text("Still being mixed")).to_be_visible()
        self.page.get_by_role("link", name="Malt vinegar in Canal-side tap").click()
        expect(self.page.get_by_role("heading", name="Add Malt vinegar")).to_be_visible()
        self.page.get_by_role("button", name="One step back").click()
        expect(self.page.get_by_role("heading", name="Pour in Canal-side tap")).to_be_visible()

    def test_a_reading_that_cannot_be_stays_typed(self) -> None:
        for heading in ("Pour in Canal-side tap", "Add Malt vinegar", "Stir it round"):
            self.done(heading)
        self.page.get_by_label("The jug read pH").fill("yellow")
        self.page.get_by_role("button", name="Go on without a reading").click()
        expect(self.page.get_by_role("alert")).to_contain_text("A number goes here")
        expect(self.page.get_by_label("The jug read pH")).to_have_value("yellow")
        expect(self.page.get_by_role("heading", name="Take a reading")).to_be_visible()

    def test_taken_away_in_another_window(self) -> None:
        other = self.go(self.page.url.removeprefix(self.live_server_url).removesuffix("/pour"), self.window())
        other.get_by_role("button", name="Remove").click()
        expect(other.get_by_text("The entry is out of the journal.")).to_be_visible()
        self.page.get_by_role("button", name="Done").click()
        expect(self.page.get_by_role("alert")).to_contain_text("That entry is gone.")
