"""Washes at the basin over the API: pressed through, minutes by section, help, swaps, the end, reviews."""

from typing import Any

from .basin import BasinTestCase


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
        self.assertEqual(run["undo"]["says"], "it is rinsed out")
        back = self.undo(run)
        self.assertEqual(back["at"], run["at"] - 1)
        self.assertFalse(self.on(back, "Lock-gate clay")["off"], "it is on again, since it went on")
        while back["undo"]:
            back = self.undo(back)
        self.assertEqual((back["at"], back["says"]), (0, "Undone: ready."))

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
        self.assertAlmostEqual(row["until_steady"] - run["steady"] - 300, 300, delta=1)
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

    def test_a_press_that_was_long_in_coming_keeps_its_own_time(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=10)
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": 0, "steady": run["steady"] + 10}
        run = self.call("POST", f"/wash/runs/{run['id']}/press", body)
        self.assertLess(max(self.on(run, "Lock-gate clay")["seconds"]), 60)

    def test_a_moment_before_it_began_is_none_and_now_is_taken(self) -> None:
        run = self.press(self.go(), 5)
        self.forward(minutes=10)
        said = [
            self.mark(run, what, key=key, steady=0) for what, key in (("trouble", "stings"), ("help", "eyes"))
        ]
        self.assertTrue(all("before this was begun" in each["says"] for each in said))
        self.assertAlmostEqual(said[-1]["help"]["left"], 900, delta=2)
        ended = self.end(said[-1], steady=run["steady"] - 3600)
        (wash,) = self.call("GET", f"/heads/{self.wren}")["washes"]
        self.assertEqual((len(ended["washes"]), wash["minutes"]), (1, 10.0))

    def test_what_is_said_of_a_press_is_said_again_where_the_first_answer_was_lost(self) -> None:
        run = self.press(self.go(), 5)
        now = run["presses"][run["at"]]
        late = {"id": "5f1c", "steady": run["steady"] + 3600}
        step = {"step": now["step"], "section": now["section"], **late}
        mark = {"what": "trouble", "key": "stings", **late, "id": "5f1d"}
        for path, body in (("press", step), ("mark", mark)):
            first, again = (self.call("POST", f"/wash/runs/{run['id']}/{path}", body) for _ in range(2))
            self.assertIn("from now: it is kept as of now", first["says"], path)
            self.assertEqual((again["says"], again["at"]), (first["says"], first["at"]), path)

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

    def test_what_is_pressed_in_a_cancelled_wash_is_kept_with_it(self) -> None:
        run = self.press(self.go(), 2)
        self.call("DELETE", f"/wash/runs/{run['id']}", status=204)
        run = self.mark(self.press(run), "trouble", key="stings")
        self.assertTrue(run["cancelled"])
        self.assertIn("cancelled", self.refused("POST", f"/wash/runs/{run['id']}/end", {}, "step"))
        self.assertEqual(self.call("GET", "/wash/runs"), [])
        again = self.call("POST", f"/wash/runs/{run['id']}/restore")
        self.assertFalse(again["cancelled"])
        self.assertEqual((again["at"], again["heard"]), (run["at"], run["heard"]))
        self.end(again)

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


class Stops(BasinTestCase):
    """Nothing goes on over a stop."""

    def arrange(self) -> None:
        super().arrange()
        line = {"id": 1, "supply_key": f"lot-{self.put_malt()}", "amount": "400", "unit": "mL"}
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

    def pressed_at(
        self, run: dict[str, Any], steady: float | None, seen: float | None = None
    ) -> tuple[int, dict[str, Any]]:
        """The next step, pressed at a moment of the server's count, over an answer of another: what comes."""
        now = run["presses"][run["at"]]
        body = {"step": now["step"], "section": now["section"], "steady": steady, "seen": seen}
        found = self.raw("POST", f"/wash/runs/{run['id']}/press", body)
        return found.status_code, found.json()

    def test_no_moment_that_a_press_says_passes_what_was_known_before(self) -> None:
        known = self.go(chain=self.neat)
        barred = self.go(head=self.put_ottoline(), chain=self.plain)
        self.forward(minutes=10)
        barred = self.mark(barred, "celsius", value=60)
        self.forward(minutes=10)
        begun = known["steady"]
        never = (None, 0.0, 1.0, begun - 1e7, begun - 60, begun + 900, begun + 1e6, 9e9)
        for run, moments in ((known, (*never, begun, begun + 1)), (barred, never)):
            for moment in moments:
                with self.subTest(run=run["id"], moment=moment):
                    self.assertEqual(self.pressed_at(run, moment)[0], 422)
                    self.assertEqual(self.run_of(run["id"])["at"], 0)

    def test_what_went_on_where_a_stop_was_not_known_is_on_record_and_it_is_said(self) -> None:
        """Whoever pressed knew what the last answer said. At two minutes the skin is found to be broken."""
        cases = (  # minutes of the press, of the answer that it was pressed over; whether it is kept
            (1, None, True), (1, 0, True), (3, 0, True), (3, 2.5, False), (3, None, False), (3, 9, False),
        )  # fmt: skip
        for pressed, seen, kept in cases:
            with self.subTest(pressed=pressed, seen=seen):
                told = {"name": f"Wren {pressed} {seen}", "answers": {"birth_year": 1988, "scalp": "oily"}}
                head = self.call("POST", "/heads", told, 201)["id"]
                run = self.press(self.go(chain=self.plain, head=head))
                begun = self.run_of(run["id"])["steady"]
                self.forward(minutes=2)
                self.call("POST", f"/heads/{head}/check-ins", {"flags": ["broken"]}, 201)
                self.assertEqual(self.pressed_at(run, None)[0], 422)
                self.forward(minutes=2)
                moment = None if seen is None else begun + 60 * seen
                status, now = self.pressed_at(run, begun + 60 * pressed, moment)
                self.assertEqual(status, 200 if kept else 422)
                if kept:
                    self.assertIn("That went on before this was known.", now["says"])
                    self.assertAlmostEqual(now["clocks"][0]["seconds"][0], 60 * (4 - pressed), delta=0.1)
                    self.assertTrue(now["stops"], "what is to come is barred")

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

    def test_what_a_head_bears_no_more_is_barred_in_both_lanes(self) -> None:
        """Told while the scalp's lane is on, it bars the lane of the lengths that is still to come."""
        oats, water = self.start("ledger_dust"), {}
        chain = self.chain(
            "Side by side",
            self.link(self.clay, zone="scalp", minutes=5),
            self.link(oats, zone="lengths", minutes=20, beside=True), water,
        )  # fmt: skip
        run = self.press(self.go(chain=chain), 2)
        self.assertEqual([run["stops"], run["presses"][run["at"]]["kind"]], [[], "put_on"])
        self.call("PATCH", f"/heads/{self.wren}", {"answers": {"allergies": ["daisies"]}})
        body = {"step": run["presses"][run["at"]]["step"]}
        self.assertIn("alendula", self.refused("POST", f"/wash/runs/{run['id']}/press", body, "stops"))
        # the lane that is on comes off all the same, by a rinse of its own
        run = self.run_of(run["id"])
        run = self.alter(run, "leave_out", link=run["links"][1]["id"])
        self.assertEqual(run["presses"][run["at"]]["kind"], "rinse")
        self.assertTrue(self.on(self.press(run), "Lock-gate clay")["off"])

    def test_beside_something_longer_a_lane_has_a_rinse_of_its_own(self) -> None:
        mask = self.start("buttermilk_mask")
        chain = self.chain(
            "Beside",
            self.link(self.clay, zone="scalp", minutes=5),
            self.link(mask, zone="bag", minutes=30, beside=True), {},
        )  # fmt: skip
        run = self.press(self.go(chain=chain), 3)
        now = run["presses"][run["at"]]
        self.assertEqual((now["kind"], now["waits"]), ("rinse", [run["links"][0]["id"]]))
        run = self.press(run)
        self.assertTrue(self.on(run, "Lock-gate clay")["off"])
        self.assertEqual([bool(each["off"]) for each in run["clocks"]], [True, False])

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
        back = self.undo(run)
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
