"""Plans over the API: washes on days, what they take, routines, the calendar, recording, Today."""

import re
from typing import Any

from eyebright.make.models import Container
from eyebright.wash.models import PlannedWash

from .plan import SATURDAY_TEN, PlanTestCase


class Backwards(PlanTestCase):
    """Saturday's wash begins on Friday evening."""

    def test_the_soak_of_saturdays_wash_stands_on_fridays_today_and_follows_it(self) -> None:
        (planned,) = self.plan()
        job = self.jobs()["Lamplight soapwort"]
        self.assertEqual(job["what"], "make")
        soak = next(step for step in job["steps"] if step["name"] == "Soak")
        self.assertTrue(soak["waits"])
        self.assertEqual(self.hour(soak["begin"]), "Fri 22:30")
        item = self.todo()["Begin Lamplight soapwort"]
        self.assertIn("Soak by 22:30, for Wren Halloway, Saturday 10:00", item["says"])
        self.assertEqual(
            item["to"],
            f"/make/new?formula={self.soapwort}&heads={self.wren}&sized_by=ml&value={job['amount']:g}",
        )
        moved = self.call("PATCH", f"/wash/planned/{planned['id']}", {"at": "2026-11-29T19:00"})
        soak = next(step for job in moved["jobs"] for step in job["steps"] if step["name"] == "Soak")
        self.assertEqual(self.hour(soak["begin"])[:3], "Sun")
        self.assertNotIn("Begin Lamplight soapwort", self.todo())

    def test_hours_out_and_not_tonight_move_it(self) -> None:
        self.plan()
        evening = {"begin": "2026-11-27T18:00", "end": "2026-11-27T23:30", "note": "not tonight"}
        taken = self.call("POST", "/household/taken", evening, 201)
        begin = self.jobs()["Lamplight soapwort"]["begin"]
        self.assertLess(self.hour(begin), "Fri 18:00")
        self.call("DELETE", f"/household/taken/{taken['id']}", status=204)
        self.call("PATCH", "/household", {"asleep_from": None, "asleep_to": None})
        self.assertEqual(self.hour(self.jobs()["Lamplight soapwort"]["steps"][1]["begin"])[:3], "Sat")
        out = [{"weekday": 5, "begin": "00:00", "end": "09:45"}]
        self.call("PATCH", "/household", {"out": out})
        # nobody is there to strain it before ten: all of it is done on Friday
        begun = [self.hour(step["begin"])[:3] for step in self.jobs()["Lamplight soapwort"]["steps"]]
        self.assertEqual(set(begun), {"Fri"})

    def test_what_cannot_be_ready_says_the_nearest_time_that_can(self) -> None:
        (planned,) = self.plan(at="2026-11-27T14:00")
        self.assertTrue(planned["late"])
        job = self.jobs()["Lamplight soapwort"]
        self.assertIn("cannot be ready by then", job["says"])
        nearest = planned["nearest"]
        self.assertGreaterEqual(nearest, job["ready"])
        moved = self.call("PATCH", f"/wash/planned/{planned['id']}", {"at": nearest})["wash"]
        self.assertFalse(moved["late"])

    def test_one_batch_for_two_heads_who_follow_each_other(self) -> None:
        idris = self.call("POST", "/heads", {"name": "Idris Pell", "answers": {"birth_year": 1965}}, 201)[
            "id"
        ]
        alone = self.plan()[0]
        before = self.jobs()["Lamplight soapwort"]
        self.call("DELETE", f"/wash/planned/{alone['id']}", status=204)
        first, second = self.plan(self.wren, idris)
        self.assertGreater(second["at"], first["until"])
        job = self.jobs()["Lamplight soapwort"]
        self.assertEqual(job["washes"], [first["id"], second["id"]])
        self.assertEqual(job["who"], "Wren Halloway and Idris Pell")
        self.assertGreater(job["amount"], before["amount"])
        self.assertLessEqual(job["begin"], before["begin"])

    def test_stock_and_what_is_under_way_are_used_first(self) -> None:
        self.plan()
        batch = self.made(self.soapwort)
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "carry_on")
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        self.call("PATCH", f"/make/batches/{batch['id']}", {"finished": True})
        self.assertNotIn("Lamplight soapwort", self.jobs())
        container = Container.objects.get()
        self.call("PATCH", f"/make/containers/{container.pk}", {"ended": "smell"})
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "make")

    def test_a_clock_that_runs_late_is_planned_anew_from_now(self) -> None:
        self.plan(at="2026-11-27T20:00")
        batch = self.made(self.soapwort)
        place = next(step["place"] for step in batch["steps"] if step["kind"] == "soak")
        self.call("PATCH", f"/make/batches/{batch['id']}", {"step": place})
        self.do(batch, f"steps/{place}", do="start", minutes=240)
        self.assertFalse(self.jobs()["Lamplight soapwort"]["late"])
        self.forward(hours=7, minutes=45)  # nobody came back to it
        job = self.jobs()["Lamplight soapwort"]
        self.assertTrue(job["late"])
        self.assertGreater(self.hour(job["ready"]), "Fri 20:00")

    def test_a_soak_that_must_have_spoiled_counts_for_no_wash(self) -> None:
        self.plan(at="2026-11-30T20:00")
        batch = self.made(self.soapwort)
        place = next(step["place"] for step in batch["steps"] if step["kind"] == "soak")
        self.call("PATCH", f"/make/batches/{batch['id']}", {"step": place})
        self.do(batch, f"steps/{place}", do="start", minutes=240)
        self.forward(hours=37)  # fourteen hours are the most that it soaks, and a day past that is too much
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "carry_on")
        self.forward(hours=2)
        self.assertEqual(self.jobs()["Lamplight soapwort"]["what"], "make")

    def test_a_time_that_the_clocks_skip_is_asked_about(self) -> None:
        says = "There is no 01:30 that night: the clocks go forward. Say 00:30, or 02:30."
        body = {"heads": [self.wren], "chain": self.wash, "at": "2027-03-28T01:30"}
        self.assertEqual(self.refused("POST", "/wash/planned", body, "at"), says)
        for at, hour in (("2027-03-28T02:30", "Sun 02:30"), ("2027-10-31T01:30", "Sun 01:30")):
            (planned,) = self.plan(at=at)
            self.assertEqual(self.hour(planned["at"]), hour)
            self.call("DELETE", f"/wash/planned/{planned['id']}", status=204)

    def test_oil_overnight_goes_on_the_evening_before(self) -> None:
        oil = self.formula(
            "serum", ("lib-sunflower_oil", "10", "mL"), name="Night-watch serum", use="left_in"
        )
        night = self.chain(
            "Only the locs",
            self.link(oil, zone="lengths"),
            {"pause": "night", "minutes": 480},
            self.link(self.towpath),
        )
        (planned,) = self.plan(chain=night)
        self.assertEqual(self.hour(planned["begin"]), "Sat 02:00")
        made = self.jobs()["Night-watch serum"]
        job = next(job for job in self.call("GET", "/wash/plan")["jobs"] if job["what"] == "put_on")
        self.assertEqual(made["what"], "make")
        self.assertLess(made["ready"], job["begin"])  # it is made before it goes on
        self.assertEqual(self.hour(job["begin"])[:3], "Fri")
        self.assertLessEqual(self.hour(job["steps"][0]["end"]), "Fri 22:30")

    def test_cubes_are_taken_out_in_time(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="6 cubes", amount=180, place="freezer", count=6)
        cubes = Container.objects.get()
        chain = self.chain("Cubes", {"supply_key": f"made-{cubes.pk}"})
        self.plan(chain=chain)
        job = next(job for job in self.call("GET", "/wash/plan")["jobs"] if job["what"] == "thaw")
        self.assertLess(job["begin"], job["needed"])

    def test_what_is_frozen_is_used_before_more_is_made_and_thawed_in_part(self) -> None:
        batch = self.made(self.soapwort)
        tray = self.do(batch, "containers", 201, amount=200, place="freezer", count=20)
        self.plan()
        jobs = self.call("GET", "/wash/plan")["jobs"]
        (thaw,) = [job for job in jobs if job["what"] == "thaw"]
        self.assertNotIn("Lamplight soapwort", [job["name"] for job in jobs if job["what"] == "make"])
        found = re.fullmatch(r"Lamplight soapwort, (\d+) of 20 cubes", thaw["name"])
        assert found, thaw["name"]
        many = int(found[1])
        self.assertTrue(1 < many < 20, many)
        dose = PlannedWash.objects.get().snapshot.doses[0].ml
        self.assertTrue(10.0 * (many - 1) < dose <= 10.0 * many, dose)
        path = f"/make/containers/{tray['id']}"
        out = self.call("POST", f"{path}/thaw", {"version": tray["version"], "count": many}, 201)
        self.assertEqual((out["left"], out["count"], out["place"]), (10.0 * many, many, "fridge"))
        self.assertEqual((out["soon"], self.left_in(tray)), ("today", 200.0 - 10.0 * many))
        self.call("DELETE", f"/make/containers/{out['id']}", status=204)
        self.assertEqual(self.left_in(tray), 200.0)
        self.call("POST", f"/make/containers/{out['id']}/restore")
        self.assertEqual(self.left_in(tray), 200.0 - 10.0 * many)

    def left_in(self, container: dict[str, Any]) -> float:
        return float(Container.objects.get(pk=container["id"]).left)

    def test_more_than_there_is_is_not_thawed(self) -> None:
        batch = self.made(self.soapwort)
        tray = self.do(batch, "containers", 201, amount=120, place="freezer", count=6)
        jar = self.do(batch, "containers", 201, amount=50, place="fridge")
        for container, count, says in (
            (tray, 0, "One piece or more"), (tray, 7, "There are 6 left"), (tray, 6, "That is all of it"),
            (jar, 1, "not frozen"),
        ):  # fmt: skip
            with self.subTest(f"{count} of {container['name']}"):
                body = {"version": container["version"], "count": count}
                self.assertIn(
                    says, self.refused("POST", f"/make/containers/{container['id']}/thaw", body, "count")
                )
        self.assertEqual(Container.objects.count(), 2)

    def test_make_begins_with_what_the_plan_takes(self) -> None:
        powder = self.formula(
            "stock_powder", (f"lot-{self.new}", "60", "g"), ("lib-nettle", "20", "g"), name="Mill powder"
        )
        for formula, unit in ((self.soapwort, "ml"), (powder, "g")):
            chain = self.chain(f"Of {formula}", self.link(formula), {}, self.link(self.towpath))
            (planned,) = self.plan(chain=chain)
            (job,) = [
                each for each in self.call("GET", "/wash/plan")["jobs"]
                if each["formula"] == formula and each["what"] == "make"
            ]  # fmt: skip
            with self.subTest(unit):
                self.assertEqual(job["unit"].lower(), unit)
                self.assertIn(f"sized_by={unit}&value={job['amount']:g}", job["to"])
                ask = {"formula": formula, "sized_by": unit, "value": job["amount"], "heads": [self.wren]}
                takes = self.call("POST", "/make/takes", ask)
                made = takes["makes"] if unit == "ml" else takes["makes_g"]
                self.assertAlmostEqual(made["value"], job["amount"], delta=0.16 * job["amount"])
            self.call("DELETE", f"/wash/planned/{planned['id']}", status=204)

    def test_it_is_not_put_on_before_it_is_ready(self) -> None:
        """It is Friday evening, and the oil for the night is still to be made."""
        oil = self.formula("pre_wash_oil", ("lib-sunflower_oil", "40", "mL"), ("lib-nettle", "5", "g"),
                           name="Night oil")  # fmt: skip
        night = self.chain(
            "Night", self.link(oil, zone="lengths"), {"pause": "night"}, self.link(self.soapwort), {}
        )
        self.forward(hours=9)
        self.plan(chain=night)
        jobs = {
            job["what"]: job for job in self.call("GET", "/wash/plan")["jobs"] if job["name"] == "Night oil"
        }
        self.assertGreaterEqual(jobs["put_on"]["begin"], jobs["make"]["ready"])

    def test_what_is_thinned_says_with_how_much_water(self) -> None:
        link = self.link(self.soapwort, parts=3, amount_mode="amount", amount=25, unit="mL")
        body = {"links": [link, {}], "head": self.wren}
        says = self.call("POST", "/wash/chains/read", body)["results"][0]["says"]
        self.assertEqual(says, "about 25 mL with 75 mL of warm water")
        (planned,) = self.plan(chain=self.chain("Thinned", link, {}))
        self.assertAlmostEqual(
            PlannedWash.objects.get(pk=planned["id"]).snapshot.doses[0].ml, 25.0, delta=1.0
        )

    def test_a_stock_powder_says_what_it_is_stirred_into(self) -> None:
        powder = self.formula("stock_powder", (f"lot-{self.new}", "80", "g"), name="Mill powder")
        says = self.call("POST", "/wash/chains/read", {"links": [self.link(powder), {}], "head": self.wren})
        self.assertRegex(
            says["results"][0]["says"],
            r"^about \d+ g, stirred little by little into about \d+ mL of warm water",
        )


class BadInput(PlanTestCase):
    """Each a plain sentence beside its field; what was planned stays."""

    def body(self, **more: Any) -> dict[str, Any]:
        return {"heads": [self.wren], "chain": self.wash, "at": SATURDAY_TEN} | more

    def test_what_cannot_be_planned(self) -> None:
        empty = self.chain("Nothing yet")
        for field, more, says in (
            ("heads", {"heads": []}, "whose hair"),
            ("chain", {"chain": None}, "Choose a wash"),
            ("chain", {"chain": empty}, "nothing in it"),
            ("at", {"at": "2026-11-27T10:00"}, "gone by"),
            ("at", {"at": "2028-11-27T10:00"}, "more than a year"),
            ("occasion", {"occasion": "a ball"}, "offered"),
        ):
            with self.subTest(field, **more):
                self.assertIn(says, self.refused("POST", "/wash/planned", self.body(**more), field))
        self.assertEqual(PlannedWash.objects.count(), 0)

    def test_two_at_once_in_one_bathroom(self) -> None:
        self.plan()
        says = self.refused("POST", "/wash/planned", self.body(), "at")
        self.assertIn("taken then by Wren Halloway: 10:00", says)
        self.assertIn("free again from", says)
        self.call("PATCH", "/household", {"bathrooms": 2})
        self.plan()

    def test_minutes_of_zero(self) -> None:
        link = self.link(self.soapwort, minutes=0)
        says = self.refused("POST", "/wash/chains", {"name": "x", "links": [link]}, "links.0.minutes")
        self.assertIn("No minutes at all", says)

    def test_a_formula_that_is_gone_and_a_bottle_that_was_thrown_away(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        bottle = Container.objects.get()
        made = self.chain("From the bottle", {"supply_key": f"made-{bottle.pk}"}, self.link(self.towpath))
        (planned,) = self.plan(chain=made)
        self.call("PATCH", f"/make/containers/{bottle.pk}", {"ended": "mould"})
        now = self.call("GET", f"/wash/planned/{planned['id']}")["wash"]
        self.assertIn("was thrown away: it was mouldy on 27 November", now["trouble"])
        self.assertEqual(len(now["links"]), 2)
        self.assertIn("mouldy", self.todo()["Wash Wren Halloway: From the bottle"]["says"])
        self.call("PATCH", f"/make/containers/{bottle.pk}", {"ended": ""})
        self.call("DELETE", f"/formulas/{self.towpath}", status=204)
        now = self.call("GET", f"/wash/planned/{planned['id']}")["wash"]
        self.assertIn("formula is gone", now["trouble"])
        self.assertEqual(now["names"][1], "gone")

    def test_hours_that_cannot_be(self) -> None:
        for field, body in (
            ("asleep_to", {"asleep_from": "22:00", "asleep_to": None}),
            ("asleep_to", {"asleep_from": "22:00", "asleep_to": "22:00"}),
            ("bathrooms", {"bathrooms": 0}),
        ):
            self.refused("PATCH", "/household", body, field)
        self.refused("GET", "/wash/calendar?since=9999-12-01", None, "since")
        far = {"links": [self.link(self.towpath)], "head": self.wren, "at": "0001-01-01T00:00"}
        self.refused("POST", "/wash/chains/read", far, "at")
        asleep = {"asleep_from": "22:00Z", "asleep_to": "07:00:30+02:00"}
        self.assertEqual(self.call("PATCH", "/household", asleep)["asleep_to"], "07:00:00")
        self.refused("POST", "/household/taken", {"begin": SATURDAY_TEN, "end": "2026-11-28T09:00"}, "end")

    def test_a_wash_that_was_changed_in_another_window(self) -> None:
        (planned,) = self.plan()
        self.call("PATCH", f"/wash/planned/{planned['id']}", {"note": "Bring the towel."})
        stale = {"version": planned["version"], "at": "2026-11-28T12:00"}
        answer = self.raw("PATCH", f"/wash/planned/{planned['id']}", stale)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(answer.json()["now"]["note"], "Bring the towel.")


class Links(PlanTestCase):
    """What a wash is strung from."""

    def read(self, *links: dict[str, Any], **more: Any) -> dict[str, Any]:
        return self.call("POST", "/wash/chains/read", {"links": list(links), "head": self.wren} | more)

    def test_what_there_is_of_it(self) -> None:
        batch = self.made(self.soapwort)
        self.do(batch, "containers", 201, name="Squeeze bottle", amount=300, place="fridge")
        bottle = Container.objects.get()
        plenty = self.read({"supply_key": f"made-{bottle.pk}"})["results"][0]
        self.assertIn("300 mL left: enough", plenty["says"])
        Container.objects.update(left=20)
        little = self.read({"supply_key": f"made-{bottle.pk}"})["results"][0]
        self.assertTrue(little["short"])
        self.assertIn("20 mL left, and all of it is reckoned with", little["says"])
        self.assertLess(little["dose"]["value"], plenty["dose"]["value"])

    def test_a_jug_that_stands_there_is_a_link(self) -> None:
        ask = self.ask(acid=self.malt, water=self.rain, aim=None)
        ask["lines"][1] |= {"how": "amount", "amount": 20}
        jug = self.call("POST", "/journal/entries", {"rinse": ask}, 201)["id"]
        keys = [each["key"] for each in self.call("GET", "/shelf/ready")]
        self.assertIn(f"jug-{jug}", keys)
        along = self.read({"supply_key": f"jug-{jug}"})["results"][0]
        self.assertLess(along["own_ph"]["value"], 5.0)
        self.assertIn("500 mL left", along["says"])

    def test_lanes_pauses_and_zones_go_over_the_wire(self) -> None:
        found = self.read(
            {"pause": "comb"}, self.link(self.soapwort, zone="scalp", minutes=10),
            self.link(self.towpath, zone="bag", minutes=30, beside=True), {}, {"pause": "dry"},
        )  # fmt: skip
        self.assertEqual([each["start"] for each in found["results"]], [0, 10, 10, 40, 41])
        self.assertEqual(found["basin"], 41)
        self.assertIn("finish", found)
        face = self.read(self.link(self.towpath, zone="face"))
        self.assertIn("face-acid", [caution["id"] for caution in face["cautions"]])

    def test_made_to_suit_is_shown_and_kept_only_when_taken(self) -> None:
        ottoline = self.put_ottoline()
        links = [self.link(self.towpath, minutes=45, cover=True)]
        found = self.call("POST", "/wash/suit", {"links": links, "head": ottoline})
        self.assertTrue(found["changes"])
        self.assertGreater(found["stops_before"], 0)
        self.assertEqual((found["links"], found["stops"]), ([], found["stops_before"]))
        self.assertIn("Nothing of it suits", found["says"])
        wren = self.call("POST", "/wash/suit", {"links": links, "head": self.wren})
        self.assertEqual((wren["stops"], len(wren["links"])), (0, 1))
        self.assertIn("no cover", wren["changes"][0]["says"])
        again = self.call("POST", "/wash/suit", {"links": wren["links"], "head": self.wren})
        self.assertEqual((again["stops_before"], again["changes"]), (0, []))

    def test_spacing_counts_what_is_planned_before_it(self) -> None:
        self.plan()
        asked = {"at": "2026-11-29T10:00"}
        found = self.read(self.link(self.soapwort), **asked)["spacing"]
        (liquor,) = [each for each in found if "soap-plant" in each["name"]]
        self.assertGreater(liquor["days"], 0)
        self.assertIn("too soon", liquor["says"])
        self.plan(at="2026-11-29T10:00")
        notes = [wash["notes"] for wash in self.call("GET", "/wash/plan")["washes"]]
        self.assertEqual(notes[0], [])
        self.assertIn("Too soon for the soap-plant liquor: a day since the last", notes[1][0])


class Routines(PlanTestCase):
    """A cycle that bends, and says why."""

    def routine(self, *chains: int, status: int = 201, **more: Any) -> Any:
        entries = [{"chain": chain} for chain in chains]
        return self.call("POST", "/wash/routines", {"head": self.wren, "entries": entries} | more, status)

    def test_its_turns_follow_what_was_done(self) -> None:
        found = self.routine(self.wash, self.plain)
        self.assertEqual(
            [turn["name"] for turn in found["turns"]][:2], ["Friday, off the barge", "Rinse day"]
        )
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.wash}, 201)
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual(found["turns"][0]["name"], "Rinse day")
        self.assertEqual(found["turns"][0]["day"], "2026-12-04")
        head = self.call("GET", "/today")["heads"][0]
        self.assertEqual(
            (head["wash"], head["day"], head["why"]), ("Rinse day", "2026-12-04", ["every 7 days"])
        )

    def test_a_tender_scalp_passes_over_what_is_not_for_it(self) -> None:
        soap = self.formula(
            "soap_wash",
            (f"water-{self.rain}", "200", "mL"),
            ("lib-paste_soap", "12", "mL"),
            name="Stove-side soap",
        )
        harsh = self.chain("After the engine", self.link(soap), {}, self.link(self.towpath))
        mild = self.chain("Soapwort alone", self.link(self.soapwort), {})
        found = self.routine(harsh, mild)
        self.assertEqual(found["turns"][0]["name"], "After the engine")
        self.call("POST", f"/heads/{self.wren}/check-ins", {"tender": 1}, 201)
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual(found["turns"][0]["name"], "Soapwort alone")
        self.assertIn("After the engine passed over", found["turns"][0]["why"][0])
        self.assertIn("After the engine passed over", self.call("GET", "/today")["heads"][0]["why"][0])

    def test_what_can_never_fit_is_refused_with_what_would(self) -> None:
        soda = self.formula(
            "alkaline_wash", (f"water-{self.rain}", "300", "mL"), ("lib-baking_soda", "9", "g"), name="Soda"
        )
        weekly = self.chain("Soda day", self.link(soda))
        body = {"head": self.wren, "entries": [{"chain": weekly}], "every": 7}
        says = self.refused("POST", "/wash/routines", body, "entries.0.chain")
        self.assertIn("needs 21 days between two", says)
        self.assertIn("Every 21 days it would fit", says)
        self.refused("POST", "/wash/routines", body | {"entries": []}, "entries")
        self.refused("POST", "/wash/routines", body | {"entries": [{"chain": 999}]}, "entries.0.chain")
        self.routine(weekly, every=21)

    def test_a_head_has_several_and_a_mist_waits_for_no_wash(self) -> None:
        mist = self.formula(
            "spray", (f"water-{self.rain}", "100", "mL"), (f"lot-{self.citric}", "0.1", "g"), name="Mist"
        )
        daily = self.chain("Morning mist", self.link(mist))
        self.routine(self.wash)
        self.routine(daily, every=1)
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.wash}, 201)
        weekly, misted = self.call("GET", "/wash/routines")
        self.assertEqual(weekly["turns"][0]["day"], "2026-12-04")
        self.assertEqual([turn["day"] for turn in misted["turns"][:2]], ["2026-11-27", "2026-11-28"])
        heads = [(each["wash"], each["day"]) for each in self.call("GET", "/today")["heads"]]
        self.assertEqual(heads, [("Morning mist", "2026-11-27"), ("Friday, off the barge", "2026-12-04")])
        self.call("POST", "/wash/record", {"head": self.wren, "chain": daily}, 201)
        weekly, misted = self.call("GET", "/wash/routines")
        self.assertEqual((weekly["turns"][0]["day"], misted["turns"][0]["day"]), ("2026-12-04", "2026-11-28"))

    def test_a_proposed_day_is_never_too_soon_by_the_recipes_own_word(self) -> None:
        """The recipe says twenty days apart: the routine, the proposal and the plan all go by it."""
        clay = self.formula("clay_damp", (f"water-{self.rain}", "60", "mL"), ("lib-kaolin", "60", "g"),
                            ("lib-sunflower_oil", "6", "mL"), name="Slow clay", apart="20")  # fmt: skip
        chain = self.chain("Clay", self.link(clay), {})
        body = {"head": self.wren, "entries": [{"chain": chain}], "every": 14}
        self.refused("POST", "/wash/routines", body, "entries.0.chain")
        self.routine(chain, every=21)
        self.call("POST", "/wash/record", {"head": self.wren, "chain": chain}, 201)
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual(found["turns"][0]["day"], "2026-12-18")
        when = self.call("GET", f"/wash/when?head={self.wren}&chain={chain}")
        self.assertEqual(when["day"], "2026-12-17")
        (planned,) = self.plan(chain=chain, at=when["at"])
        self.assertFalse([note for note in planned["notes"] if "Too soon" in note])

    def test_what_is_planned_counts_as_what_was(self) -> None:
        self.routine(self.wash, self.plain)
        self.plan()
        (found,) = self.call("GET", "/wash/routines")
        self.assertEqual((found["turns"][0]["name"], found["turns"][0]["day"]), ("Rinse day", "2026-12-05"))

    def test_when_is_next_sensible_and_for_an_occasion(self) -> None:
        self.call("POST", "/wash/record", {"head": self.wren, "chain": self.wash}, 201)
        found = self.call("GET", f"/wash/when?head={self.wren}&chain={self.wash}")
        self.assertGreater(found["day"], "2026-11-27")
        self.assertTrue(found["why"])
        iron = f"/wash/when?head={self.wren}&chain={self.wash}&occasion=straightening&day=2026-12-04"
        self.assertEqual(self.call("GET", iron)["day"], "2026-12-03")
        soon = iron.replace("2026-12-04", "2026-11-28")
        self.assertIn("sooner than is sensible", self.call("GET", soon)["conflict"])
