"""Heads through the API: records, what they ask for, limits everywhere, ten years."""

from datetime import timedelta
from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from eyebright.heads.models import CheckIn, Head
from eyebright.wash.models import Wash

from .heads import HeadsTestCase


class Records(HeadsTestCase):
    """Made, changed, put aside."""

    def test_a_name_and_a_year_make_a_head(self) -> None:
        made = self.call("POST", "/heads", {"name": "Wren", "answers": {"birth_year": "1988"}}, 201)
        self.assertEqual(made["answers"]["porosity"], "medium")
        self.assertEqual(made["mass"]["kind"], "computed")
        self.assertLess(made["mass"]["low"], made["mass"]["high"])
        self.assertEqual([row["name"] for row in self.call("GET", "/heads")], ["Wren"])

    def test_what_cannot_be_is_said_beside_its_question_and_nothing_is_kept(self) -> None:
        for answers, field in (
            ({}, "birth_year"),
            ({"birth_year": 2090}, "birth_year"),
            ({"birth_year": timezone.now().year - 8}, "adult"),
            ({"birth_year": 1988, "length_cm": 2, "style": "locs"}, "style"),
            ({"birth_year": 1988, "treatments": {"permed": "2099-01-01"}}, "treatments"),
        ):
            self.refused("POST", "/heads", {"name": "Wren", "answers": answers}, field)
        self.refused("POST", "/heads", {"name": " ", "answers": {"birth_year": 1988}}, "name")
        self.assertEqual(Head.objects.count(), 0)

    def test_a_question_left_out_keeps_its_answer(self) -> None:
        pk = self.put_wren(strand="fine")
        changed = self.call("PATCH", f"/heads/{pk}", {"name": "Wren", "answers": {"porosity": "high"}})
        self.assertEqual((changed["answers"]["strand"], changed["answers"]["porosity"]), ("fine", "high"))
        self.refused("PATCH", f"/heads/{pk}", {"name": "Wren", "answers": {"scalp": "purple"}}, "scalp")
        self.assertEqual(self.call("GET", f"/heads/{pk}")["answers"]["scalp"], "oily")

    def test_put_aside_and_brought_back(self) -> None:
        pk = self.put_wren()
        self.call("DELETE", f"/heads/{pk}", None, 204)
        self.assertEqual(self.call("GET", "/heads"), [])
        self.call("GET", f"/heads/{pk}", status=404)
        self.refused("POST", "/mix/jug", self.ask(head=pk), "head")
        self.call("POST", f"/heads/{pk}/restore")
        self.assertEqual(len(self.call("GET", "/heads")), 1)

    def test_every_question_says_what_it_changes(self) -> None:
        asked = self.call("GET", "/heads/questions")
        self.assertTrue(all(question["changes"] for question in asked["questions"]))
        self.assertEqual(len(asked["little_tests"]), 7)


class Asking(HeadsTestCase):
    """What a head asks for."""

    def test_the_day_is_part_of_it(self) -> None:
        pk = self.put_wren()
        plain = self.call("GET", f"/heads/{pk}/asks")
        self.assertEqual(plain["scalp"]["grade"], "deep")
        self.assertEqual(plain["scalp"]["lift"]["kind"], "custom")
        self.assertEqual(plain["scalp"]["oil"]["kind"], "computed")
        sweat = self.call("GET", f"/heads/{pk}/asks?occasion=sweat&on_strands=oil&on_strands=pool")
        self.assertEqual(sweat["scalp"]["grade"], "gentle")
        self.assertGreater(sweat["lengths"]["oil"]["value"], plain["lengths"]["oil"]["value"])
        self.refused("GET", f"/heads/{pk}/asks?occasion=moon", None, "occasion")
        self.refused("GET", f"/heads/{pk}/asks?on_scalp=moon", None, "on_scalp")

    def test_a_check_in_changes_it_at_once_and_can_be_undone(self) -> None:
        pk = self.put_wren()
        kept = self.call("POST", f"/heads/{pk}/check-ins", {"oil": 2, "tender": 2, "flags": ["lice"]}, 201)
        self.assertEqual(kept["head"]["flags"], ["lice or nits"])
        found = self.call("GET", f"/heads/{pk}/asks")
        self.assertEqual(found["scalp"]["grade"], "very mild")
        self.assertIn("flag-lice", [caution["id"] for caution in found["cautions"]])
        self.call("DELETE", f"/heads/{pk}/check-ins/{kept['id']}")
        self.assertEqual(self.call("GET", f"/heads/{pk}/asks")["scalp"]["grade"], "deep")
        self.call("POST", f"/heads/{pk}/check-ins/{kept['id']}/restore")
        self.assertEqual(self.call("GET", f"/heads/{pk}")["flags"], ["lice or nits"])

    def test_a_check_in_takes_only_what_is_offered(self) -> None:
        pk = self.put_wren()
        self.refused("POST", f"/heads/{pk}/check-ins", {"tender": 3}, "tender")
        self.refused("POST", f"/heads/{pk}/check-ins", {"oil": 9}, "oil")
        self.refused("POST", f"/heads/{pk}/check-ins", {"flags": ["moon"]}, "flags")
        self.refused("POST", f"/heads/{pk}/check-ins", {"picture": 99}, "picture")

    def test_doses_are_said_in_the_households_vessels(self) -> None:
        pk = self.put_wren()
        liquor = self.fit(pk, "saponin_liquor")["scalp"]
        self.assertIn("cup", liquor["vessel"])
        half = {"name": "squeeze bottle", "volume": round(2 * liquor["volume"]["value"])}
        self.call("POST", "/shelf/vessels", half, 201)
        self.assertEqual(self.fit(pk, "saponin_liquor")["scalp"]["vessel"], "about half the squeeze bottle")

    def fit(self, pk: int, family: str) -> Any:
        """How one family fits."""
        found = self.call("GET", f"/heads/{pk}/asks")["families"]
        return next(fit for fit in found if fit["family"] == family)

    def test_vessels_come_go_and_come_back(self) -> None:
        self.refused("POST", "/shelf/vessels", {"name": "thimble", "volume": 1}, "volume")
        pk = self.call("POST", "/shelf/vessels", {"name": "blue bowl", "volume": "600"}, 201)["id"]
        self.call("PATCH", f"/shelf/vessels/{pk}", {"name": "blue bowl", "volume": 650})
        self.call("DELETE", f"/shelf/vessels/{pk}", None, 204)
        self.assertEqual(self.call("GET", "/shelf/vessels"), [])
        self.assertEqual(self.call("POST", f"/shelf/vessels/{pk}/restore")["volume"], 650)


class Limits(HeadsTestCase):
    """What is on record changes what is stopped, on Mix and at the basin."""

    def test_a_child_is_stopped_where_an_adult_is_warned(self) -> None:
        sharp = self.ask(aim=3.2, minutes=1)
        self.assertEqual(self.stops(sharp | {"head": self.put_wren()}), {})
        self.assertEqual(
            self.stops(sharp | {"head": self.put_ottoline()}),
            {"too-acid-rinsed-out": False, "vinegar-strong-tender": False},
        )

    def test_an_adult_with_a_tender_scalp_may_pass_it(self) -> None:
        sharp = self.ask(aim=3.2, minutes=1, head=self.put_wren(skin=["sensitive"]))
        self.assertEqual(self.stops(sharp), {"too-acid-rinsed-out": True, "vinegar-strong-tender": True})
        body = {"rinse": sharp, "stops_passed": ["too-acid-rinsed-out", "vinegar-strong-tender"]}
        self.assertIn("own head", self.refused("POST", "/journal/entries", body, "own"))
        self.assertIn("Say why", self.refused("POST", "/journal/entries", body | {"own": True}, "why"))
        begun = self.call("POST", "/journal/entries", body | {"own": True, "why": "As ever."}, 201)
        rows = self.call("GET", f"/heads/{sharp['head']}/passes")
        self.assertEqual({row["rule"] for row in rows}, set(body["stops_passed"]))
        self.assertEqual({row["why"] for row in rows}, {"As ever."})
        self.assertEqual(len({row["of"] for row in rows}), 1)
        self.assertEqual(set(begun["rinse"]["stops_passed"]), set(body["stops_passed"]))

    def test_an_allergy_on_record_stops_the_bottle(self) -> None:
        ask = self.ask(head=self.put_wren(allergies=["cereals"]))
        self.assertEqual(self.stops(ask), {"allergy": False})
        self.assertIn("allergic", self.call("GET", "/heads/blocked")[0]["why"])

    def test_a_red_flag_stops_every_rinse_until_a_later_look(self) -> None:
        pk = self.put_wren()
        self.call("POST", f"/heads/{pk}/check-ins", {"flags": ["rings"]}, 201)
        CheckIn.objects.update(at=timezone.now() - timedelta(days=50))
        ask = self.ask(head=pk)
        self.assertEqual(self.stops(ask), {"flag-rings": False})
        self.call("POST", f"/heads/{pk}/check-ins", {}, 201)
        self.assertEqual(self.stops(ask), {})

    def test_sharper_than_it_asks_for_is_said(self) -> None:
        ask = self.ask(aim=4.0, head=self.put_ottoline())
        self.assertIn("sharper-than-asked", [c["id"] for c in self.call("POST", "/mix/jug", ask)["cautions"]])

    def test_the_strip_at_the_basin_is_held_against_the_heads_limits(self) -> None:
        ask = self.ask(head=self.put_ottoline())
        entry = self.call("POST", "/journal/entries", {"rinse": ask}, 201)
        self.assertEqual(entry["who"], "Ottoline")
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"read": {"value": 3.0}})
        last = len(entry["rinse"]["steps"])
        self.refused(
            "PATCH",
            f"/journal/entries/{entry['id']}",
            {
                "step": last,
                "finished": True,
                "stops_passed": ["too-acid-rinsed-out", "vinegar-strong-tender"],
            },
            "stops",
        )


class Long(HeadsTestCase):
    """Ten years of history."""

    def test_no_query_count_grows_with_the_history(self) -> None:
        pk = self.put_wren()
        paths = (f"/heads/{pk}", f"/heads/{pk}/asks", f"/heads/{pk}/history", "/heads", "/heads/due")

        def counts() -> list[int]:
            out = []
            for path in paths:
                with CaptureQueriesContext(
                    connection,
                ) as seen:
                    self.call("GET", path)
                out.append(len(seen))
            return out

        self.call("POST", f"/heads/{pk}/washes", {"family": "clay_damp", "answer": "right"}, 201)
        self.call("POST", f"/heads/{pk}/check-ins", {}, 201)
        short = counts()
        now = timezone.now()
        CheckIn.objects.bulk_create(
            CheckIn(head_id=pk, at=now - timedelta(days=day), oil=day % 4) for day in range(1, 1200)
        )
        Wash.objects.bulk_create(
            Wash(head_id=pk, family="soap_wash", at=now - timedelta(days=3 * i), given=0.0, answer=i % 5)
            for i in range(1, 400)
        )
        self.call("GET", f"/heads/{pk}")  # what washes teach is worked out once for as long as they stay
        self.assertEqual(counts(), short)
        history = self.call("GET", f"/heads/{pk}/history")
        self.assertEqual(history["check_ins"], 1200)
        self.assertLessEqual(len(history["at"]), 120)
        self.assertLessEqual(len(self.call("GET", f"/heads/{pk}")["washes"]), 20)
