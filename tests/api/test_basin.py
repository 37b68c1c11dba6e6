"""Washes at the basin over the API: pressed through, minutes by section, help, swaps, the end, reviews."""

from typing import Any

from eyebright.make.models import Container
from eyebright.shelf.models import Lot
from eyebright.wash.models import BasinRun, PlannedWash, Wash

from .test_plan import PlanTestCase


class BasinTestCase(PlanTestCase):
    """The same Friday noon: a paste by quarters, water, and a rinse."""

    def setUp(self) -> None:
        super().setUp()
        self.clay = self.start("lock_gate_clay")
        self.quarters = self.chain(
            "By quarters",
            self.link(self.clay, zone="scalp", minutes=10, sections="quarters"), {},
            self.link(self.towpath, minutes=1), {},
        )  # fmt: skip

    def start(self, key: str) -> int:
        return self.call("POST", "/formulas", {"start": key}, 201)["id"]

    def go(self, **more: Any) -> dict[str, Any]:
        body = {"head": self.wren, "chain": self.quarters} | more
        return self.call("POST", "/wash/runs", body, 201)

    def run_of(self, pk: int) -> dict[str, Any]:
        return self.call("GET", f"/wash/runs/{pk}")

    def press(self, run: dict[str, Any], times: int = 1, after: float = 0.0) -> dict[str, Any]:
        """Press the next step so many times, after so many minutes each."""
        for _ in range(times):
            if after:
                self.forward(minutes=after)
            now = run["presses"][run["at"]]
            body = {"step": now["step"], "section": now["section"]}
            run = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        return run

    def mark(self, run: dict[str, Any], what: str, **more: Any) -> dict[str, Any]:
        return self.call("POST", f"/wash/runs/{run['id']}/mark", {"what": what} | more)

    def alter(self, run: dict[str, Any], do: str, status: int = 200, **more: Any) -> Any:
        body = {"version": run["version"], "do": do} | more
        return self.call("POST", f"/wash/runs/{run['id']}/change", body, status)

    def end(self, run: dict[str, Any], status: int = 200, **more: Any) -> Any:
        return self.call("POST", f"/wash/runs/{run['id']}/end", more, status)

    def whole(self, run: dict[str, Any]) -> dict[str, Any]:
        """Press on until there is nothing left but the end."""
        while run["presses"][run["at"]]["kind"] != "end":
            run = self.press(run)
        return run

    def on(self, run: dict[str, Any], name: str) -> dict[str, Any]:
        return next(each for each in run["clocks"] if each["name"] == name)


class Pressing(BasinTestCase):
    """Step by step, by the server's clock."""

    def test_it_is_pressed_through_with_minutes_by_section(self) -> None:
        run = self.go()
        self.assertEqual(run["presses"][0]["kind"], "ready")
        self.assertIn("41 °C", run["presses"][0]["number"])
        run = self.press(run)
        self.assertEqual(run["presses"][run["at"]]["number"], "1 of 4")
        self.assertEqual(run["presses"][run["at"]]["then"], "then the second")
        run = self.press(run, 4, after=2)
        self.forward(minutes=6)
        run = self.run_of(run["id"])
        clay = self.on(run, "Lock-gate clay")
        self.assertEqual([round(each / 60) for each in clay["seconds"]], [12, 10, 8, 6])
        self.assertEqual(clay["says"], "first 12 minutes, last 6 minutes")
        self.assertIn("First on, first off", run["presses"][run["at"]]["how"])
        run = self.press(run)
        self.assertTrue(self.on(run, "Lock-gate clay")["off"])
        self.forward(minutes=20)
        still = self.on(self.run_of(run["id"]), "Lock-gate clay")
        self.assertEqual([round(each / 60) for each in still["seconds"]], [12, 10, 8, 6])

    def test_what_is_said_can_be_followed_with_the_eyes_shut(self) -> None:
        run = self.press(self.go())
        says = run["presses"][run["at"]]["say"]
        for words in ("Lock-gate clay on the scalp, by quarters", "Lean back, eyes shut", "the first of 4"):
            self.assertIn(words, says)
        run = self.mark(run, "posture", key="forward")
        self.assertIn("folded cloth", run["presses"][run["at"]]["say"])
        self.end(self.press(run, 6))
        self.assertEqual(self.go()["posture"], "forward", "as it was the last time")

    def test_a_step_that_is_pressed_twice_is_done_once(self) -> None:
        run = self.press(self.go(), 2)
        body = {"step": run["presses"][1]["step"], "section": 0}
        again = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        self.assertEqual(again["at"], run["at"])
        self.assertIn("pressed already", again["says"])
        ahead = {"step": run["presses"][-2]["step"], "section": 0}
        self.assertIn("first", self.refused("POST", f"/wash/runs/{run['id']}/press", ahead, "step"))

    def test_an_undo_takes_back_the_last_press_and_says_which(self) -> None:
        run = self.press(self.go(), 6, after=1)
        self.assertEqual(run["may_undo"], "it is rinsed out")
        back = self.call("POST", f"/wash/runs/{run['id']}/undo")
        self.assertEqual(back["at"], run["at"] - 1)
        self.assertFalse(self.on(back, "Lock-gate clay")["off"], "it is on again, since it went on")
        for _ in range(8):
            back = self.call("POST", f"/wash/runs/{run['id']}/undo")
        self.assertEqual((back["at"], back["says"]), (0, "There is nothing to take back."))

    def test_it_rings_as_planned_before_the_most_and_past_it(self) -> None:
        run = self.press(self.go(), 5, after=1)
        rings = {ring["kind"]: ring["left"] for ring in self.on(run, "Lock-gate clay")["rings"]}
        self.assertAlmostEqual(rings["due"], 600, delta=1)
        most = self.on(run, "Lock-gate clay")["most"]
        self.assertAlmostEqual(rings["over"], most - 180, delta=1)
        self.assertAlmostEqual(rings["soon"], most - 240, delta=1)
        self.forward(seconds=most)
        late = self.on(self.run_of(run["id"]), "Lock-gate clay")
        self.assertLess(next(ring["left"] for ring in late["rings"] if ring["kind"] == "over"), 0)
        row = self.call("GET", "/wash/runs")[0]
        self.assertIn("Rinse it out now", row["says"])

    def test_a_list_says_what_has_rung_and_nothing_that_has_not(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=5)
        (row,) = self.call("GET", "/wash/runs")
        self.assertEqual(row["says"], "Rinse out Lock-gate clay")
        self.assertAlmostEqual(row["left"], 300, delta=1)
        self.forward(minutes=6)
        (row,) = self.call("GET", "/wash/runs")
        self.assertEqual(row["says"], "Lock-gate clay has had its 10 minutes: rinse it out.")
        self.assertTrue(any(item["says"] == row["says"] for item in self.call("GET", "/today")["items"]))
        self.assertEqual(run["at"], 5)

    def test_the_most_is_where_the_rules_begin_to_warn(self) -> None:
        run = self.press(self.go(), 2)
        most = self.on(run, "Lock-gate clay")["most"] / 60
        for minutes, warned in ((most, False), (most + 1, True)):
            links = [self.link(self.clay, zone="scalp", minutes=minutes)]
            found = self.call("POST", "/wash/chains/read", {"links": links, "head": self.wren})
            said = [one["what"] for one in found["cautions"] if one["level"] != "note"]
            self.assertEqual(any("minutes" in what for what in said), warned, (minutes, said))

    def test_a_clock_that_is_set_back_takes_nothing_back(self) -> None:
        run = self.press(self.go(), 5, after=3)
        before = self.on(run, "Lock-gate clay")["seconds"]
        self.forward(hours=-1)
        run = self.run_of(run["id"])
        self.assertEqual(self.on(run, "Lock-gate clay")["seconds"], before)
        self.assertIn("set back", " ".join(run["notes"]))
        run = self.press(run)
        self.assertTrue(self.on(run, "Lock-gate clay")["off"])
        ended = self.end(run)
        self.assertEqual(Wash.objects.get(pk=ended["washes"][0]).sections, [9, 6, 3, 0])

    def test_a_press_that_was_long_in_coming_keeps_its_own_time(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=10)
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": 0, "ago": 590}
        run = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        self.assertLess(max(self.on(run, "Lock-gate clay")["seconds"]), 60)

    def test_one_wash_a_head_is_under_way_and_begun_twice_it_is_the_same(self) -> None:
        (planned,) = self.plan()
        first = self.call("POST", "/wash/runs", {"planned": planned["id"]}, 201)
        again = self.call("POST", "/wash/runs", {"planned": planned["id"]}, 201)
        self.assertEqual(first["id"], again["id"])
        body = {"head": self.wren, "chain": self.quarters}
        self.assertIn("under way", self.refused("POST", "/wash/runs", body, "head"))
        says = self.refused("PATCH", f"/wash/planned/{planned['id']}", {"at": "2026-11-29T19:00"}, "at")
        self.assertIn("under way", says)
        self.call("DELETE", f"/wash/runs/{first['id']}", status=204)
        self.assertEqual(self.call("GET", "/wash/runs"), [])
        self.assertEqual(len(self.call("GET", "/wash/plan")["washes"]), 1, "it is planned as before")
        self.call("POST", f"/wash/runs/{first['id']}/restore")
        self.assertEqual(len(self.call("GET", "/wash/runs")), 1)

    def test_thrown_away_it_leaves_nothing_in_the_plan_and_can_be_brought_back(self) -> None:
        run = self.press(self.go(), 2)
        self.call("DELETE", f"/wash/runs/{run['id']}", status=204)
        self.assertEqual(self.call("GET", "/wash/plan")["washes"], [])
        (removed,) = self.call("GET", "/safekeeping/removed")
        self.assertEqual(removed["called"], "wash that was under way")
        self.call("POST", f"/safekeeping/removed/{removed['kind']}/{removed['id']}/restore")
        self.assertEqual(self.run_of(run["id"])["at"], run["at"])
        self.call("DELETE", f"/wash/runs/{run['id']}", status=204)
        self.go()
        self.refused("POST", f"/wash/runs/{run['id']}/restore", None, "head")

    def test_a_belief_stands_beside_the_answer(self) -> None:
        run = self.go(chain=self.plain)
        link = run["presses"][1]["link"]
        run = self.mark(run, "belief", link=link, value=5)
        said = run["presses"][1]["belief"]
        self.assertRegex(said, r"^You think pH 5; (it is|you are right)")
        self.refused(
            "POST", f"/wash/runs/{run['id']}/mark", {"what": "belief", "link": link, "value": 15}, "value"
        )

    def test_a_temperature_is_judged_for_this_head(self) -> None:
        run = self.mark(self.go(), "celsius", value=44)
        self.assertIn("too hot for this head: 41", run["celsius"])
        self.assertIn("fine", self.mark(run, "celsius", value=36)["celsius"])
        child = self.put_ottoline()
        run = self.go(head=child, chain=self.plain)
        self.assertIn("38", run["presses"][0]["number"])
        self.assertEqual(self.mark(run, "celsius", value=40)["barred"], "", "from 38 to 41 it is warned of")
        self.assertIn("38 °C at most", self.mark(run, "celsius", value=43)["barred"])

    def test_nothing_goes_on_that_scalds(self) -> None:
        run = self.press(self.go(), 1)
        run = self.mark(run, "celsius", value=52)
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": 0}
        says = self.refused("POST", f"/wash/runs/{run['id']}/press", body, "step")
        self.assertIn("52 °C is too hot for this head: 41 °C at most", says)
        self.assertEqual(self.press(self.mark(run, "celsius", value=43))["at"], 2, "warned of, and no more")


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
            bench = self.call("GET", f"/formulas/{self.soapwort}?head={self.wren}")["reading"]["cautions"]
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
        run = self.mark(run, "help", key="eyes", ago=200)
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
        back = self.call("POST", f"/wash/runs/{run['id']}/undo")
        self.assertIn("Towpath rinse", back["presses"][back["at"]]["title"])

    def test_a_bottle_that_ran_out_is_out_of_stock_once_the_wash_is_ended(self) -> None:
        made = self.filled(self.made(self.soapwort))
        bottle = Container.objects.get(batch=made["id"])
        chain = self.chain("Jar", self.link(self.towpath), {}, {"stuff": f"made-{bottle.pk}"}, {})
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
        links = ({"stuff": f"made-{bottle.pk}", "zone": "scalp"}, {}, {"stuff": f"made-{bottle.pk}"}, {})
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
        self.assertEqual([row["parts"] for row in kept], [0, 1])
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


class Stops(BasinTestCase):
    """Nothing goes on over a stop."""

    def setUp(self) -> None:
        super().setUp()
        line = {"id": 1, "stuff": f"lot-{self.put_malt()}", "amount": "400", "unit": "mL"}
        body = {"name": "Neat vinegar", "family": "acid_rinse", "minutes": "4", "lines": [line]}
        self.sharp = self.call("POST", "/formulas", {"formula": body}, 201)["id"]
        self.neat = self.chain("Neat", self.link(self.sharp), {})

    def test_an_adult_passes_it_for_their_own_head_and_says_why(self) -> None:
        run = self.go(chain=self.chain("Too long", self.link(self.towpath, minutes=45), {}))
        stops = [one["id"] for one in run["stops"]]
        self.assertEqual(stops, ["sharp-weak-far-too-long"])
        self.refused("POST", f"/wash/runs/{run['id']}/press", {"step": "ready"}, "stops")
        passing = {"what": "pass", "stops_passed": stops, "own": True}
        self.refused("POST", f"/wash/runs/{run['id']}/mark", passing, "why")
        run = self.mark(run, **passing, why="Bears it well.")
        self.assertEqual(run["stops"], [])
        self.assertEqual(self.press(run)["at"], 1)
        kept = self.call("GET", f"/heads/{self.wren}/passes")
        self.assertEqual([(one["rule"], one["why"]) for one in kept], [(stops[0], "Bears it well.")])

    def test_some_stops_are_passed_by_nobody(self) -> None:
        run = self.go(chain=self.neat)
        stops = [one["id"] for one in run["stops"]]
        passing = {"what": "pass", "stops_passed": stops, "own": True, "why": "So."}
        self.refused("POST", f"/wash/runs/{run['id']}/mark", passing, "stops")

    def test_nobody_passes_it_for_a_child(self) -> None:
        run = self.go(head=self.put_ottoline(), chain=self.neat)
        passing = {
            "what": "pass",
            "stops_passed": [one["id"] for one in run["stops"]],
            "own": True,
            "why": "So.",
        }
        self.refused("POST", f"/wash/runs/{run['id']}/mark", passing, "stops")
        self.refused("POST", f"/wash/runs/{run['id']}/press", {"step": "ready"}, "stops")
        run = self.alter(run, "swap", link=run["links"][0]["id"], formula=self.towpath)
        run = self.alter(run, "leave_out", link=run["links"][0]["id"])
        self.assertEqual(run["stops"], [])

    def test_what_a_head_bears_no_more_is_barred_in_the_middle(self) -> None:
        run = self.press(self.go(chain=self.plain))
        self.assertEqual(run["stops"], [])
        self.forward(minutes=1)
        self.call("POST", f"/heads/{self.wren}/check-ins", {"flags": ["broken"]}, 201)
        body = {"step": run["presses"][1]["step"]}
        says = self.refused("POST", f"/wash/runs/{run['id']}/press", body, "stops")
        self.assertIn("Broken or scratched skin: plain water", says)
        self.assertEqual(self.run_of(run["id"])["at"], 1)

    def test_what_a_head_bears_no_more_is_barred_between_two_sections(self) -> None:
        oats = self.start("ledger_dust")  # with calendula
        chain = self.chain(
            "Oats by quarters", self.link(oats, zone="scalp", minutes=5, sections="quarters"), {}
        )
        run = self.press(self.go(chain=chain), 2)
        self.assertEqual((run["stops"], run["presses"][run["at"]]["section"]), ([], 1))
        self.call("PATCH", f"/heads/{self.wren}", {"answers": {"allergies": ["daisies"]}})
        body = {"step": run["presses"][2]["step"], "section": 1}
        says = self.refused("POST", f"/wash/runs/{run['id']}/press", body, "stops")
        self.assertIn("alendula", says)
        run = self.run_of(run["id"])
        self.assertEqual(run["at"], 2, "it stands where it stood")
        # nobody passes that: no more of it goes on, and what is on is rinsed out
        run = self.alter(run, "leave_out", link=run["links"][0]["id"])
        self.assertIn("rinse it out", run["says"])
        now = run["presses"][run["at"]]
        self.assertEqual((now["kind"], now["waits"]), ("rinse", [run["links"][0]["id"]]))
        run = self.press(run)
        self.assertTrue(self.on(run, "Ledger dust")["off"])

    def test_minutes_that_have_been_bar_no_section_that_is_to_come(self) -> None:
        run = self.press(self.go(), 2)
        run = self.press(run, 1, after=70)
        self.assertEqual(run["stops"], [])

    def test_what_was_passed_of_one_thing_is_not_passed_of_another(self) -> None:
        run = self.go(chain=self.chain("Too long", self.link(self.towpath, minutes=45), {}))
        stops = [one["id"] for one in run["stops"]]
        run = self.mark(run, "pass", stops_passed=stops, own=True, why="Bears it well.")
        self.assertEqual(run["stops"], [])
        twin = self.start("towpath_rinse")
        run = self.alter(run, "swap", link=run["links"][0]["id"], formula=twin)
        self.assertEqual([one["id"] for one in run["stops"]], stops, "the same rule, of another thing")
        back = self.call("POST", f"/wash/runs/{run['id']}/undo")
        self.assertEqual(back["stops"], [], "passed already")

    def test_what_is_swapped_in_on_the_spot_is_barred_too(self) -> None:
        run = self.press(self.go(), 6)
        self.assertEqual(run["stops"], [])
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(run, "swap", link=rinse["id"], formula=self.sharp)
        self.assertTrue(run["stops"])
        body = {"step": run["presses"][run["at"]]["step"], "section": 0}
        self.refused("POST", f"/wash/runs/{run['id']}/press", body, "stops")

    def test_minutes_that_have_been_bar_nothing_that_comes(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=150)
        run = self.press(run)
        self.assertTrue(any(one["level"] == "stop" for one in run["cautions"]), "it is said")
        self.assertEqual(run["stops"], [])
        self.assertIn("Towpath rinse", self.press(run)["presses"][run["at"] + 1]["title"])

    def test_minutes_that_have_been_bar_nothing_that_is_changed_meanwhile(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=150)
        rinse = next(each for each in run["links"] if each["name"] == "Towpath rinse")
        run = self.alter(
            self.run_of(run["id"]), "swap", link=rinse["id"], formula=self.start("towpath_rinse")
        )
        self.assertTrue(any(one["level"] == "stop" for one in run["cautions"]), "it is said")
        self.assertEqual(run["stops"], [])


class AsDone(BasinTestCase):
    """What was done is on record, is judged, and teaches."""

    def test_planned_beside_done_is_kept_by_itself(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=150)
        run = self.press(run)
        ended = self.end(self.whole(run))
        clay = Wash.objects.get(pk=ended["washes"][0])
        self.assertEqual((float(clay.meant or 0), clay.sections), (16.0, [150.0] * 4))
        self.assertIn("far too long", ended["run"]["done"][0])
        self.assertEqual(len(ended["washes"]), 2, "water is no part of it")
        planned = PlannedWash.objects.get(pk=run["planned"])
        self.assertIsNotNone(planned.done_at)
        self.assertEqual(self.call("GET", "/wash/runs"), [])

    def test_done_as_planned_it_teaches_what_the_plan_foresaw(self) -> None:
        links = [
            self.link(self.soapwort, zone="scalp", minutes=4),
            {},
            self.link(self.towpath, minutes=1),
            {},
        ]
        chain = self.chain("As planned", *links)
        run = self.press(self.go(chain=chain), 2)
        foreseen = self.call("POST", "/wash/chains/read", {"links": links, "head": self.wren})
        run = self.press(self.press(run, after=4))
        ended = self.end(self.whole(self.press(run, after=1)))
        by_basin = [row.given for row in Wash.objects.filter(pk__in=ended["washes"]).order_by("id")]
        lift = self.call("GET", f"/wash/planned/{run['planned']}/reviews")["lift"]
        self.assertAlmostEqual(lift["value"], foreseen["scalp_lift"]["value"], places=2)
        self.call("POST", f"/wash/runs/{run['id']}/reopen")
        self.call("DELETE", f"/wash/runs/{run['id']}", status=204)
        kept = self.call("POST", "/wash/record", {"head": self.wren, "chain": chain}, 201)
        by_hand = [row.given for row in Wash.objects.filter(pk__in=kept["washes"]).order_by("id")]
        self.assertAlmostEqual(by_basin[0], by_hand[0], places=2)
        self.assertEqual(by_basin[1:], by_hand[1:])

    def test_what_was_done_too_long_is_judged_where_it_is_looked_at(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=150)
        run = self.whole(self.press(run))
        self.end(run)
        beware = self.call("GET", f"/wash/planned/{run['planned']}/reviews")["beware"]
        self.assertTrue(any("minutes is far too long" in each for each in beware), beware)

    def test_a_formula_that_is_rewritten_later_does_not_change_what_was_done(self) -> None:
        run = self.press(self.go(chain=None, formula=self.soapwort, zone="scalp"), 2)
        ended = self.end(self.whole(self.press(run, after=4)))

        def taught() -> dict[str, Any] | None:
            given: dict[str, Any] | None = Wash.objects.get(pk=ended["washes"][0]).given
            return given

        before = taught()
        self.forward(hours=3)
        bench = self.call("GET", f"/formulas/{self.soapwort}")
        lines = [line | {"amount": "1"} for line in bench["formula"]["lines"]]
        rewritten = {"version": bench["version"], "formula": bench["formula"] | {"lines": lines}}
        self.call("PUT", f"/formulas/{self.soapwort}", rewritten)
        path = f"/heads/{self.wren}/washes/{ended['washes'][0]}/outcome"
        self.call("PATCH", path, {"note": "By lamplight"})
        self.assertEqual(taught(), before)
        self.call("PATCH", path, {"at": "2026-11-27T14:50"})
        self.assertEqual(taught(), before, "before it was rewritten still")

    def test_corrected_minutes_move_every_section_and_teach_anew(self) -> None:
        run = self.press(self.go(chain=None, formula=self.soapwort, zone="scalp", minutes=4), 2)
        ended = self.end(self.whole(self.press(run, after=1)))
        kept = Wash.objects.get(pk=ended["washes"][0])
        short = kept.given
        path = f"/heads/{self.wren}/washes/{kept.pk}/outcome"
        self.call("PATCH", path, {"minutes": 9})
        kept.refresh_from_db()
        self.assertEqual(kept.sections, [9.0])
        self.assertNotEqual(kept.given, short, "nine minutes lift more than one")

    def test_done_with_something_else_than_recorded_the_bottle_has_it_back(self) -> None:
        made = self.filled(self.made(self.soapwort))
        bottle = Container.objects.get(batch=made["id"])
        before = bottle.left
        run = self.press(self.go(chain=None, stuff=f"made-{bottle.pk}", zone="scalp"), 2)
        ended = self.end(self.whole(self.press(run, after=2)))
        path = f"/heads/{self.wren}/washes/{ended['washes'][0]}/outcome"
        self.call("PATCH", path, {"formula": self.soapwort})
        bottle.refresh_from_db()
        self.assertLess(bottle.left, before, "it is of that formula: the bottle gave it")
        self.call("PATCH", path, {"formula": self.towpath})
        bottle.refresh_from_db()
        self.assertEqual(bottle.left, before)
        kept = Wash.objects.get(pk=ended["washes"][0])
        self.assertEqual((kept.batch, kept.family), (None, "acid_rinse"))

    def test_a_bought_bottle_gives_what_was_washed_with(self) -> None:
        lot = {"material": "shampoo_ordinary", "name": "Wharf shampoo", "size": 250, "left": 250}
        pk = self.call("POST", "/shelf/lots", lot, 201)["id"]
        run = self.press(self.go(chain=None, stuff=f"lot-{pk}", zone="scalp", minutes=2), 2)
        ended = self.end(self.whole(self.press(run, after=2)))
        self.assertRegex(ended["says"], r"about \d+ mL came off Wharf shampoo")
        history = self.call("GET", f"/heads/{self.wren}")["washes"]
        self.assertEqual(history[0]["name"], "Wharf shampoo")

        def left() -> float:
            return float(Lot.objects.get(pk=pk).left or 0)

        given = left()
        self.assertLess(given, 250)
        self.call("POST", f"/wash/runs/{run['id']}/reopen")
        self.assertEqual(left(), 250)
        self.end(self.run_of(run["id"]))
        self.assertEqual(left(), given)

    def test_locs_are_not_washed_late_in_the_evening(self) -> None:
        answers = {"birth_year": 1965, "style": "locs", "curl": "coily", "scalp": "dry"}
        idris = self.call("POST", "/heads", {"name": "Idris Pell", "answers": answers}, 201)["id"]
        run = self.go(head=idris, chain=self.plain)
        self.assertEqual(run["notes"], [])
        self.forward(hours=8)
        self.assertIn("locs take about 6 hours to dry", self.run_of(run["id"])["notes"][0])

    def test_off_early_is_on_record_too_and_no_plan_for_the_next(self) -> None:
        run = self.press(self.go(), 5)
        run = self.press(run, after=3)
        self.assertIn("off early", self.end(self.whole(run))["run"]["done"][0])
        offers = self.call("GET", f"/wash/offers/{self.wren}")["offers"]
        again = next(one for one in offers if one["name"] == "Lock-gate clay")
        self.assertEqual((again["zone"], again["minutes"]), ("scalp", None))

    def test_what_stands_in_a_bottle_goes_off_the_stock_and_comes_back(self) -> None:
        made = self.filled(self.made(self.soapwort))
        bottle = Container.objects.get(batch=made["id"])
        before = bottle.left
        run = self.go(chain=None, stuff=f"made-{bottle.pk}", zone="scalp")
        run = self.whole(self.press(run, 3, after=2))
        ended = self.end(run)
        bottle.refresh_from_db()
        self.assertLess(bottle.left, before)
        self.assertIn("came off", ended["says"])
        self.call("POST", f"/wash/runs/{run['id']}/reopen")
        bottle.refresh_from_db()
        self.assertEqual(bottle.left, before)
        self.assertEqual(len(self.call("GET", "/wash/runs")), 1)
        self.assertFalse(Wash.objects.exists())


class HowItWent(BasinTestCase):
    """Asked at three times, told in ten seconds, and learnt from."""

    def setUp(self) -> None:
        super().setUp()
        run = self.go(chain=None, formula=self.soapwort, zone="scalp")
        self.ended = self.end(self.whole(self.press(run, 3, after=3)))["run"]
        self.at = f"/wash/planned/{self.ended['planned']}/reviews"

    def asked(self) -> list[dict[str, Any]]:
        return [item for item in self.call("GET", "/today")["items"] if item["what"] == "review"]

    def tell(self, when: str, status: int = 200, **answers: int) -> Any:
        return self.call("POST", self.at, {"when": when, "answers": answers}, status)

    def test_wet_dry_and_two_days_on_are_asked_once_each_on_today(self) -> None:
        seen = []
        for hours in (0.1, 3, 30, 20):
            self.forward(hours=hours)
            seen.append(
                [item["says"] for item in self.call("GET", "/today")["items"] if item["what"] == "review"]
            )
        wet, dry, still, later = seen
        self.assertEqual(wet, ["how is it while it is wet?"])
        self.assertEqual(dry, ["how is it now that it is dry?"])
        self.assertEqual(still, dry)
        self.assertEqual(later, ["how is it two days on?"])
        self.tell("later", oil=2, itch=0)
        self.assertFalse(self.asked())

    def test_the_last_is_asked_before_the_next_wash_at_the_latest(self) -> None:
        self.plan(at="2026-11-28T19:00")
        self.forward(hours=24)
        times = {each["when"]: each for each in self.call("GET", self.at)["times"]}
        self.assertEqual(self.hour(times["later"]["remind"]), "Sat 17:00")

    def test_an_answer_teaches_head_and_formula_and_follows_a_correction(self) -> None:
        def believed() -> tuple[float, float]:
            model = self.call("GET", f"/heads/{self.wren}")["model"]
            return model["strength"]["value"]["value"], model["products"][0]["value"]["value"]

        self.forward(hours=4)
        self.tell("dry", oil=4)
        tight = believed()
        self.assertGreater(min(tight), 1.0)
        self.tell("dry", oil=0)
        self.assertLess(max(believed()), 1.0)
        self.call("DELETE", f"{self.at}/dry")
        self.assertEqual(self.call("GET", f"/heads/{self.wren}")["model"]["products"], [])

    def test_what_is_learnt_of_a_bottle_holds_for_the_next_of_it(self) -> None:
        lot = {"material": "shampoo_ordinary", "name": "Wharf shampoo", "size": 250}
        names = ("Wharf shampoo", "wharf shampoo", "Lock shampoo")
        first, following, other = (
            f"lot-{self.call('POST', '/shelf/lots', lot | {'name': name}, 201)['id']}" for name in names
        )

        def lift(stuff: str) -> float:
            links = [self.link(None, stuff=stuff, zone="scalp", minutes=2), {}]
            ask = {"links": links, "head": self.wren, "at": "2026-12-20T12:00"}
            return float(self.call("POST", "/wash/chains/read", ask)["scalp_lift"]["value"])

        for _ in range(3):
            self.forward(hours=72)
            run = self.press(self.go(chain=None, stuff=first, zone="scalp", minutes=2), 2)
            planned = self.end(self.whole(self.press(run, after=2)))["run"]["planned"]
            self.at = f"/wash/planned/{planned}/reviews"
            self.tell("wet", oil=0)
        known = lift(first)
        apart = lift(other) - known
        self.assertGreater(apart, 0.01, "nothing is known of that one")
        self.assertLess(abs(lift(following) - known), 0.3 * apart)
        (product,) = self.call("GET", f"/heads/{self.wren}")["model"]["products"]
        self.assertEqual(product["name"], "Wharf shampoo")

    def test_dry_counts_before_wet_and_a_doubt_is_kept(self) -> None:
        self.forward(hours=4)
        self.tell("wet", oil=0)
        self.assertEqual(Wash.objects.get().heard, "wet")
        self.tell("dry", oil=2)
        self.assertEqual((Wash.objects.get().heard, Wash.objects.get().answer), ("dry", 2))
        self.call("POST", self.at, {"when": "dry", "answers": {"oil": 2}, "unsure": True})
        self.assertTrue(Wash.objects.get().unsure)

    def test_corrected_where_it_is_recorded_it_is_what_was_told(self) -> None:
        self.forward(hours=4)
        self.tell("dry", oil=4, shine=2)
        wash = Wash.objects.get()
        self.call("PATCH", f"/heads/{self.wren}/washes/{wash.pk}/outcome", {"answer": "right"})
        told = {each["when"]: each["told"] for each in self.call("GET", self.at)["times"]}
        self.assertEqual(told["dry"], {"shine": 2, "oil": 2})
        shown = self.call("GET", f"/heads/{self.wren}")["washes"][0]
        self.assertEqual(shown["planned"], self.ended["planned"])
        self.assertIn("planned", shown["as_done"])

    def test_bad_answers_are_said_beside_their_fields(self) -> None:
        self.refused("POST", self.at, {"when": "later", "answers": {"oil": 2}}, "when")
        self.refused("POST", self.at, {"when": "wet", "answers": {"oil": 9}}, "answers.oil")
        self.refused("POST", self.at, {"when": "noon", "answers": {}}, "when")
        self.refused("POST", self.at, {"when": "wet", "answers": {"oil": 2}, "at": "2026-12-24T10:00"}, "at")
        (planned,) = self.plan()
        says = self.refused(
            "POST", f"/wash/planned/{planned['id']}/reviews", {"when": "wet", "answers": {}}, "when"
        )
        self.assertIn("end it first", says)

    def test_much_itch_and_a_stain_are_answered_at_once(self) -> None:
        self.forward(hours=49)
        found = self.tell("later", itch=2, stained=2)
        advice = next(each["advice"] for each in found["times"] if each["when"] == "later")
        self.assertTrue(any("pharmacist" in each for each in advice))
        self.assertTrue(any("stains" in each for each in advice))

    def test_passed_over_it_is_not_asked_again(self) -> None:
        self.forward(hours=49)
        self.tell("later")
        self.assertFalse(self.asked())
