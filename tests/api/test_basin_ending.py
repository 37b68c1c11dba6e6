"""A wash at the basin is ended, kept as it was done, and asked about."""

from typing import Any

from eyebright.make.models import Container
from eyebright.shelf.models import Lot
from eyebright.wash.models import PlannedWash, Wash

from .basin import BasinTestCase


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
        run = self.press(self.go(chain=None, supply_key=f"made-{bottle.pk}", zone="scalp"), 2)
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
        run = self.press(self.go(chain=None, supply_key=f"lot-{pk}", zone="scalp", minutes=2), 2)
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

    def test_ended_at_the_basin_or_recorded_as_much_comes_off(self) -> None:
        lot = {"material": "shampoo_ordinary", "name": "Wharf shampoo", "size": 900, "left": 900}
        pk = self.call("POST", "/shelf/lots", lot, 201)["id"]
        took = []
        for zone, parts in (("scalp", 0), ("lengths", 0), ("both", 3)):
            links = [self.link(self.clay, zone="scalp", minutes=5), {}]
            links += [{"supply_key": f"lot-{pk}", "zone": zone, "parts": parts, "minutes": 2}, {}]
            for way in ("at the basin", "recorded"):
                chain = self.chain(f"{zone} {way}", *(links if way == "at the basin" else links[2:]))
                before = Lot.objects.get(pk=pk).left
                if way == "at the basin":
                    self.end(self.whole(self.go(chain=chain)))
                else:
                    self.call("POST", "/wash/record", {"head": self.wren, "chain": chain}, 201)
                took.append(before - Lot.objects.get(pk=pk).left)
        self.assertTrue(all(took))
        self.assertEqual(took[::2], took[1::2])

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
        run = self.go(chain=None, supply_key=f"made-{bottle.pk}", zone="scalp")
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

        def lift(supply_key: str) -> float:
            links = [self.link(None, supply_key=supply_key, zone="scalp", minutes=2), {}]
            ask = {"links": links, "head": self.wren, "at": "2026-12-20T12:00"}
            return float(self.call("POST", "/wash/chains/read", ask)["scalp_lift"]["value"])

        for _ in range(3):
            self.forward(hours=72)
            run = self.press(self.go(chain=None, supply_key=first, zone="scalp", minutes=2), 2)
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
        told = {each["when"]: each["answers"] for each in self.call("GET", self.at)["times"]}
        self.assertEqual(told["dry"], {"shine": 2, "oil": 2})
        shown = self.call("GET", f"/heads/{self.wren}")["washes"][0]
        self.assertEqual(shown["planned"], self.ended["planned"])
        (judged,) = self.call("GET", self.at)["done"]
        on, planned = shown["as_done"].removeprefix("on ").split("; planned ")
        self.assertIn(f"{on} of {planned} planned", judged)  # one way to say how long, in both rooms

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
