"""What goes otherwise than planned at the basin."""

from typing import Any

from eyebright.make.models import Container
from eyebright.wash.models import BasinRun, Wash

from .basin import BasinTestCase


class Amiss(BasinTestCase):
    """What goes amiss: help, trouble, what ran out, a wash that was left."""

    def test_help_has_a_clock_of_its_own_and_is_on_record(self) -> None:
        run = self.press(self.go(), 3)
        helps = {each["key"]: each for each in run["helps"]}
        self.assertEqual(set(helps), {"eyes", "burning", "breath", "rash"})
        self.assertEqual(helps["eyes"]["minutes"], 15)
        run = self.mark(run, "help", key="eyes")
        self.forward(minutes=5)
        self.assertAlmostEqual(self.run_of(run["id"])["help"]["left"], 600, delta=2)
        run = self.mark(run, "helped")
        self.assertIsNone(run["help"])
        ended = self.end(self.whole(run))
        self.assertIn("help-eyes", Wash.objects.get(pk=ended["washes"][0]).feel)
        note = self.go()["presses"][1]["how"]
        self.assertIn("It got into the eyes last time", note)

    def test_what_gave_a_rash_is_barred_everywhere_until_it_is_struck_out(self) -> None:
        def barred() -> set[str]:
            run = self.go(chain=self.chain("Again", self.link(self.soapwort)))
            self.call("DELETE", f"/wash/runs/{run['id']}", status=204)
            every = self.call("GET", f"/formulas/match?head={self.wren}")
            match = next(one for one in every if one["id"] == self.soapwort)
            bench = self.call("GET", f"/formulas/{self.soapwort}?head={self.wren}")["assessment"]["cautions"]
            return {
                one["id"] for said in (run["stops"], match["stops"], bench) for one in said
                if "reacted before" in one["what"]
            }  # fmt: skip

        self.assertEqual(barred(), set())
        run = self.press(self.go(chain=None, formula=self.soapwort), 2, after=2)
        ended = self.end(self.whole(self.mark(run, "help", key="rash")))
        self.assertEqual(barred(), {"reaction-mix"})
        path = f"/heads/{self.wren}/washes/{ended['washes'][0]}/outcome"
        self.refused("PATCH", path, {"feel": ["moon"]}, "feel")
        self.call("PATCH", path, {"feel": []})
        self.assertEqual(barred(), set())

    def test_after_a_burn_nothing_more_goes_on_and_what_is_on_comes_off(self) -> None:
        run = self.mark(self.press(self.go(), 5), "help", key="burning")
        self.assertIn("nothing more goes on today", run["barred"])
        run = self.press(run)
        body = {"step": run["presses"][run["at"]]["step"]}
        self.assertIn("It burned", self.refused("POST", f"/wash/runs/{run['id']}/press", body, "step"))
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(run, "leave_out", link=rinse["id"])
        self.assertEqual(len(self.end(self.whole(run))["washes"]), 1)

    def test_after_soda_an_eye_is_rinsed_for_twenty_minutes(self) -> None:
        soda = self.start("winding_hole")
        run = self.press(self.go(chain=self.chain("Soda", self.link(soda), {}, self.link(self.towpath))), 2)
        eyes = next(each for each in run["helps"] if each["key"] == "eyes")
        self.assertEqual(eyes["minutes"], 20)

    def test_soda_that_is_just_going_on_counts_for_the_eyes(self) -> None:
        soda = self.start("winding_hole")
        links = (self.link(self.towpath, minutes=1), {}, self.link(soda), {})
        run = self.press(self.go(chain=self.chain("Soda after", *links)), 2)

        def minutes(run: dict[str, Any]) -> float:
            return next(float(each["minutes"]) for each in run["helps"] if each["key"] == "eyes")

        self.assertEqual(minutes(run), 15, "a rinse is on, and soda is still to come")
        self.assertEqual(minutes(self.press(run)), 20)

    def test_help_that_was_long_in_coming_keeps_its_own_time(self) -> None:
        run = self.press(self.go(), 2)
        self.forward(minutes=4)
        run = self.mark(run, "help", key="eyes", steady=run["steady"] + 40)
        self.assertAlmostEqual(run["help"]["left"], 700, delta=2)

    def test_what_is_gone_from_the_house_can_still_be_rinsed_out_and_kept(self) -> None:
        run = self.press(self.go(), 3, after=1)
        for formula in (self.clay, self.towpath):
            self.call("DELETE", f"/formulas/{formula}", status=204)
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(self.run_of(run["id"]), "leave_out", link=rinse["id"])
        self.assertIn("Lock-gate clay", [each["name"] for each in run["links"]])
        ended = self.end(self.whole(run))
        (kept,) = Wash.objects.filter(pk__in=ended["washes"]).select_related("formula")
        self.assertEqual(kept.formula and kept.formula.pk, self.clay)

    def test_a_trouble_says_what_to_do_now_and_is_remembered(self) -> None:
        run = self.mark(self.press(self.go(), 2), "trouble", key="runny")
        self.assertIn("towel along the hairline", run["trouble"])
        self.end(self.whole(run))
        self.assertIn("It dripped last time", self.go()["presses"][1]["say"])

    def test_the_rinse_ran_out_and_another_takes_its_place(self) -> None:
        run = self.press(self.go(), 6)
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(run, "swap", link=rinse["id"], formula=self.soapwort, ran_out=True)
        self.assertEqual(run["says"], "Instead of Towpath rinse: Lamplight soapwort.")
        self.assertIn("Lamplight soapwort", run["presses"][run["at"]]["title"])
        back = self.undo(run)
        self.assertIn("Towpath rinse", back["presses"][back["at"]]["title"])

    def test_a_bottle_that_ran_out_is_out_of_stock_once_the_wash_is_ended(self) -> None:
        made = self.filled(self.made(self.soapwort))
        bottle = Container.objects.get(batch=made["id"])
        chain = self.chain("Jar", self.link(self.towpath), {}, {"supply_key": f"made-{bottle.pk}"}, {})
        run = self.press(self.go(chain=chain), 3)
        jar = run["links"][2]
        run = self.alter(run, "swap", link=jar["id"], ran_out=True)
        self.assertIn("Plain water", run["says"])
        self.end(self.whole(run))
        bottle.refresh_from_db()
        self.assertEqual(bottle.ended, "used")
        self.call("POST", f"/wash/runs/{run['id']}/reopen")
        bottle.refresh_from_db()
        self.assertEqual((bottle.ended, bottle.ended_on), ("", None))

    def test_what_is_thrown_away_meanwhile_does_not_go_on(self) -> None:
        made = self.filled(self.made(self.soapwort))
        bottle = Container.objects.get(batch=made["id"])
        links = (
            {"supply_key": f"made-{bottle.pk}", "zone": "scalp"},
            {},
            {"supply_key": f"made-{bottle.pk}"},
            {},
        )
        run = self.press(self.go(chain=self.chain("Twice", *links)), 2)
        bottle.ended, bottle.ended_on = "mould", bottle.filled_on
        bottle.save()
        run = self.press(run)  # what is on comes off all the same
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": 0}
        says = self.refused("POST", f"/wash/runs/{run['id']}/press", body, "step")
        self.assertIn("thrown away: it was mouldy", says)
        run = self.alter(run, "leave_out", link=now["link"])
        self.assertEqual(len(self.end(self.whole(run))["washes"]), 1)

    def test_what_is_on_is_rinsed_out_and_not_swapped_away(self) -> None:
        run = self.press(self.go(), 3)
        clay = run["links"][0]["id"]
        for do in ("swap", "leave_out"):
            body = {"version": run["version"], "do": do, "link": clay, "formula": self.soapwort}
            says = self.refused("POST", f"/wash/runs/{run['id']}/change", body, "link")
            self.assertIn("on already", says)

    def test_what_may_be_left_out_says_when_and_is_left_out(self) -> None:
        second = self.link(
            self.soapwort, zone="scalp", minutes=2, optional=True, only_if="it still feels oily"
        )
        links = (self.link(self.soapwort, zone="scalp", minutes=2), {}, second, {})
        run = self.press(self.go(chain=self.chain("Twice", *links)), 3)
        now = run["presses"][run["at"]]
        self.assertTrue(now["optional"])
        self.assertIn("Only if it still feels oily: else leave it out.", now["how"])
        self.assertIn("Only if it still feels oily", now["say"])
        run = self.alter(run, "leave_out", link=now["link"])
        self.assertEqual(run["presses"][run["at"]]["title"], "Plain water on scalp and lengths")
        self.assertFalse(run["presses"][run["at"]]["optional"])

    def test_what_is_left_out_and_added_is_worked_out_anew(self) -> None:
        run = self.press(self.go(), 6)
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(run, "leave_out", link=rinse["id"])
        self.assertNotIn("Towpath rinse", [each["name"] for each in run["links"]])
        run = self.alter(run, "add", formula=self.towpath)
        self.assertEqual(run["links"][-1]["name"], "Towpath rinse")
        titles = [each["title"] for each in run["presses"][run["at"] :]]
        self.assertTrue(any("Towpath rinse" in title for title in titles))

    def test_what_is_left_over_is_topped_up_and_poured_again(self) -> None:
        run = self.press(self.go(chain=self.plain), 2)
        run = self.alter(run, "again", link=run["links"][0]["id"], left="half")
        self.assertEqual([each["name"] for each in run["links"]], ["Towpath rinse"] * 2)
        kept = BasinRun.objects.get(pk=run["id"]).links
        self.assertEqual([link.parts for link in kept], [0, 1])
        again = run["presses"][run["at"]]
        self.assertEqual(again["kind"], "rinse", "what is on comes off before it")

    def test_a_paste_is_not_poured_again(self) -> None:
        run = self.press(self.go(), 3)
        body = {"version": run["version"], "do": "again", "link": run["links"][0]["id"]}
        self.assertIn("not poured", self.refused("POST", f"/wash/runs/{run['id']}/change", body, "link"))

    def test_another_window_that_changed_it_first_is_seen(self) -> None:
        run = self.go()
        self.press(run)
        body = {"version": run["version"], "do": "leave_out", "link": run["links"][1]["id"]}
        response = self.raw("POST", f"/wash/runs/{run['id']}/change", body)
        self.assertEqual(response.status_code, 409)

    def test_a_wash_that_was_left_in_the_middle_asks_when_it_came_off(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(hours=26)
        run = self.run_of(run["id"])
        self.assertIsNotNone(run["left_at"])
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": 0}
        says = self.refused("POST", f"/wash/runs/{run['id']}/press", body, "off_at")
        self.assertIn("Lock-gate clay was on", says)
        ending: dict[str, Any] = {}
        self.refused("POST", f"/wash/runs/{run['id']}/end", ending, "off_at")
        self.refused("POST", f"/wash/runs/{run['id']}/end", ending | {"off_at": "2026-12-24T10:00"}, "off_at")
        ended = self.end(run, off_at="2026-11-27T12:20")
        self.assertEqual(Wash.objects.get(pk=ended["washes"][0]).sections[0], 20)

    def test_what_is_gone_says_so(self) -> None:
        self.call("GET", "/wash/runs/999", status=404)
        self.refused("POST", "/wash/runs", {"head": self.wren}, "what")
        self.refused("POST", "/wash/runs", {"chain": self.plain}, "head")
        run = self.go()
        self.refused("POST", f"/wash/runs/{run['id']}/end", {}, "step")
        body = {"version": run["version"], "do": "add", "formula": 999}
        self.refused("POST", f"/wash/runs/{run['id']}/change", body, "formula")
