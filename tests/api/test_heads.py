"""Heads through the API: records, asks, diary, limits everywhere, privacy."""

import io
import json
import zipfile
from datetime import timedelta
from tempfile import TemporaryDirectory
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext, override_settings
from django.utils import timezone
from PIL import Image

from eyebright.heads.models import CheckIn, Head, PatchTest, Picture, Wash
from eyebright.journal.models import Entry
from eyebright.mix.models import Rinse

from .support import ApiTestCase


class HeadsTestCase(ApiTestCase):
    """With a head of the scenario, and a place of its own for pictures."""

    def setUp(self) -> None:
        """Pictures go where the test goes."""
        super().setUp()
        folder = self.enterContext(TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))

    def put_wren(self, **answers: Any) -> int:
        """Wren, grown and oily; the id."""
        body = {"name": "Wren Halloway", "answers": {"birth_year": 1988, "scalp": "oily"} | answers}
        return self.call("POST", "/heads", body, 201)["id"]

    def put_ottoline(self) -> int:
        """Ottoline, a child with an eczema-prone scalp; the id."""
        answers = {"birth_year": timezone.now().year - 9, "adult": "Wren Halloway", "skin": ["eczema"]}
        return self.call("POST", "/heads", {"name": "Ottoline", "answers": answers}, 201)["id"]

    def stops(self, ask: dict[str, Any]) -> dict[str, bool]:
        """The stops of a rinse, and whether each can be passed."""
        cautions = self.call("POST", "/mix/rinse", ask)["cautions"]
        return {c["id"]: c["overridable"] for c in cautions if c["level"] == "stop"}

    def send(self, pk: int, raw: bytes, status: int = 201) -> Any:
        """Send a picture."""
        response = self.client.post(
            f"/api/heads/{pk}/pictures",
            {"picture": SimpleUploadedFile("arm.jpg", raw)},
            headers={"X-CSRFToken": self.token},
        )
        self.assertEqual(response.status_code, status, response.content[:300])
        return response.json()


def photo(size: tuple[int, int] = (2400, 1200), kind: str = "JPEG") -> bytes:
    """A photograph with a place, a camera and a comment in it."""
    picture = Image.new("RGB", size, "#a65")
    exif = Image.Exif()
    exif[0x0110] = "Lockgate Camera 3"
    exif[0x0112] = 6  # turned on its side
    exif.get_ifd(0x8825)[1] = "N"
    out = io.BytesIO()
    picture.save(out, kind, exif=exif, **({"comment": b"by the canal"} if kind == "JPEG" else {}))
    return out.getvalue()


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
        changed = self.call("PUT", f"/heads/{pk}", {"name": "Wren", "answers": {"porosity": "high"}})
        self.assertEqual((changed["answers"]["strand"], changed["answers"]["porosity"]), ("fine", "high"))
        self.refused("PUT", f"/heads/{pk}", {"name": "Wren", "answers": {"scalp": "purple"}}, "scalp")
        self.assertEqual(self.call("GET", f"/heads/{pk}")["answers"]["scalp"], "oily")

    def test_put_aside_and_brought_back(self) -> None:
        pk = self.put_wren()
        self.call("DELETE", f"/heads/{pk}", None, 204)
        self.assertEqual(self.call("GET", "/heads"), [])
        self.call("GET", f"/heads/{pk}", status=404)
        self.refused("POST", "/mix/rinse", self.ask(head=pk), "head")
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
        self.call("PUT", f"/shelf/vessels/{pk}", {"name": "blue bowl", "volume": 650})
        self.call("DELETE", f"/shelf/vessels/{pk}", None, 204)
        self.assertEqual(self.call("GET", "/shelf/vessels"), [])
        self.assertEqual(self.call("POST", f"/shelf/vessels/{pk}/restore")["volume"], 650)


class LittleTests(HeadsTestCase):
    """Outcomes set the record."""

    def test_the_record_follows_and_says_how_sure(self) -> None:
        pk = self.put_wren()
        kept = self.call(
            "POST", f"/heads/{pk}/little-tests", {"test": "strand_thread", "outcome": "hardly"}, 201
        )
        self.assertEqual(kept["head"]["answers"]["strand"], "fine")
        belief = kept["head"]["beliefs"][0]
        self.assertTrue(0.5 < belief["sure"] < 1 and belief["recorded"])
        self.assertIn("% sure", belief["says"])
        after = self.call("DELETE", f"/heads/{pk}/little-tests/{kept['id']}")
        self.assertEqual(after["beliefs"], [])

    def test_both_schools_are_kept(self) -> None:
        pk = self.put_wren()
        for test, outcome in (("porosity_water", "floats"), ("porosity_spray", "gone_rough")):
            body = {"test": test, "outcome": outcome}
            found = self.call("POST", f"/heads/{pk}/little-tests", body, 201)["head"]
        self.assertEqual(len(found["results"]), 2)
        self.assertFalse(found["beliefs"][0]["agree"])

    def test_only_what_can_be_seen(self) -> None:
        pk = self.put_wren()
        self.refused("POST", f"/heads/{pk}/little-tests", {"test": "moon", "outcome": "full"}, "test")
        body = {"test": "stretch", "outcome": "sings"}
        self.refused("POST", f"/heads/{pk}/little-tests", body, "outcome")


class PatchTests(HeadsTestCase):
    """Started, due, answered; a reaction blocks."""

    def start(self, pk: int, material: str = "malt_vinegar", ago: float = 0.0) -> int:
        """A patch test begun so many hours ago."""
        made = self.call("POST", f"/heads/{pk}/patch-tests", {"material": material}, 201)["id"]
        PatchTest.objects.filter(pk=made).update(started_at=timezone.now() - timedelta(hours=ago))
        return made

    def test_it_runs_is_due_and_is_clear(self) -> None:
        pk = self.put_ottoline()
        test = self.start(pk, ago=47)
        self.assertEqual(self.call("GET", "/heads/due")[0]["due"], False)
        self.assertIn(
            "Not yet",
            self.refused("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "clear"}, "result"),
        )
        PatchTest.objects.update(started_at=timezone.now() - timedelta(hours=49))
        self.assertEqual(self.call("GET", "/heads/due")[0]["due"], True)
        head = self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "clear"})["head"]
        self.assertEqual(head["patch_tests"][0]["state"], "clear")
        self.assertEqual(self.call("GET", "/heads/due"), [])

    def test_a_reaction_can_be_said_at_once_and_blocks_everywhere(self) -> None:
        pk, malt = self.put_wren(), self.put_malt()
        ask = self.ask(acid=malt, head=pk)
        self.assertEqual(self.stops(ask), {})
        test = self.start(pk)
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        self.assertEqual(self.stops(ask), {"reaction": False})
        self.refused("POST", "/journal/entries", {"rinse": ask, "stops_passed": ["reaction"]}, "stops")
        self.assertEqual(self.stops(ask | {"head": None}), {})
        self.assertEqual(self.call("GET", "/heads/blocked")[0]["material"], "malt_vinegar")
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "malt_vinegar"}, "material")

    def test_a_reaction_to_something_named_blocks_the_bottle_of_that_name(self) -> None:
        pk = self.put_wren()
        ask = self.ask(acid=self.put_malt(name="Towpath Vinegar"), head=pk)
        test = self.call("POST", f"/heads/{pk}/patch-tests", {"name": "towpath vinegar"}, 201)["id"]
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        self.assertEqual(self.stops(ask), {"reaction": False})

    def test_a_reaction_to_a_family_rules_it_out(self) -> None:
        pk = self.put_wren()
        test = self.start(pk, "soap_wash")
        self.call("PATCH", f"/heads/{pk}/patch-tests/{test}/result", {"result": "reaction"})
        found = self.call("GET", f"/heads/{pk}/asks")["families"]
        self.assertEqual([f["verdict"] for f in found if f["family"] == "soap_wash"], ["ruled_out"])

    def test_something_else_by_name(self) -> None:
        pk = self.put_wren()
        self.refused("POST", f"/heads/{pk}/patch-tests", {}, "name")
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "moon"}, "material")
        kept = self.call("POST", f"/heads/{pk}/patch-tests", {"name": "Calendula tea"}, 201)
        self.assertEqual(kept["head"]["patch_tests"][0]["hours"], 24)
        self.start(pk)
        self.refused("POST", f"/heads/{pk}/patch-tests", {"material": "malt_vinegar"}, "material")


class Limits(HeadsTestCase):
    """What is on record changes what is stopped, on Mix and at the basin."""

    def test_a_child_is_stopped_where_an_adult_is_warned(self) -> None:
        sharp = self.ask(aim=3.2, minutes=1)
        self.assertEqual(self.stops(sharp | {"head": self.put_wren()}), {})
        self.assertEqual(self.stops(sharp | {"head": self.put_ottoline()}), {"too-acid-rinsed-out": False})

    def test_an_adult_with_a_tender_scalp_may_pass_it(self) -> None:
        sharp = self.ask(aim=3.2, minutes=1, head=self.put_wren(skin=["sensitive"]))
        self.assertEqual(self.stops(sharp), {"too-acid-rinsed-out": True})
        body = {"rinse": sharp, "stops_passed": ["too-acid-rinsed-out"]}
        self.call("POST", "/journal/entries", body, 201)

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
        self.assertIn(
            "sharper-than-asked", [c["id"] for c in self.call("POST", "/mix/rinse", ask)["cautions"]]
        )

    def test_the_strip_at_the_basin_is_held_against_the_heads_limits(self) -> None:
        ask = self.ask(head=self.put_ottoline())
        entry = self.call("POST", "/journal/entries", {"rinse": ask}, 201)
        self.assertEqual(entry["who"], "Ottoline")
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"reading": 3.0})
        last = len(entry["rinse"]["steps"])
        self.refused(
            "PATCH",
            f"/journal/entries/{entry['id']}",
            {"step": last, "finished": True, "stops_passed": ["too-acid-rinsed-out"]},
            "stops",
        )


class Washes(HeadsTestCase):
    """How it went, and what is learnt from it."""

    def wash(self, pk: int, **said: Any) -> Any:
        """A wash kept."""
        return self.call("POST", f"/heads/{pk}/washes", {"family": "saponin_liquor"} | said, 201)

    def test_an_answer_shifts_the_heads_own_factor_and_is_undone_in_one_press(self) -> None:
        pk = self.put_wren()
        before = self.call("GET", f"/heads/{pk}")["model"]["strength"]["value"]
        kept = self.wash(pk, amount=120, strength=1.7, answer="tight")
        told = kept["head"]["model"]["strength"]
        self.assertGreater(told["value"]["value"], before["value"])
        self.assertEqual(told["washes"], 1)
        out = self.call("PATCH", f"/heads/{pk}/washes/{kept['id']}/outcome", {"counts": False})["head"]
        self.assertEqual(out["model"]["strength"]["value"], before)
        again = self.call(
            "PATCH", f"/heads/{pk}/washes/{kept['id']}/outcome", {"counts": True, "answer": None}
        )
        self.assertEqual(again["head"]["model"]["strength"]["washes"], 0)
        self.call("DELETE", f"/heads/{pk}/washes/{kept['id']}")
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])

    def test_an_amount_in_any_measure(self) -> None:
        pk = self.put_wren()
        bottle = self.call("POST", "/shelf/vessels", {"name": "squeeze bottle", "volume": 250}, 201)["id"]
        for amount, unit, grams in ((90, "g", 90), ("90", "mL", 90), (0.5, str(bottle), 125)):
            kept = self.wash(pk, amount=amount, unit=unit)
            self.assertAlmostEqual(kept["head"]["washes"][0]["grams"], grams)
        self.refused(
            "POST", f"/heads/{pk}/washes", {"family": "clay_damp", "amount": 1, "unit": "99"}, "unit"
        )

    def test_what_cannot_have_been(self) -> None:
        pk = self.put_wren()
        later = (timezone.now() + timedelta(days=1)).isoformat()
        for body, field in (
            ({"family": "moonlight"}, "family"),
            ({"family": "clay_damp", "amount": 0}, "amount"),
            ({"family": "clay_damp", "strength": 0}, "strength"),
            ({"family": "clay_damp", "at": later}, "at"),
            ({"family": "clay_damp", "at": "1950-01-01T10:00:00Z"}, "at"),
            ({"family": "clay_damp", "answer": "blissful"}, "answer"),
            ({"family": "clay_damp", "occasion": "moon"}, "occasion"),
        ):
            self.refused("POST", f"/heads/{pk}/washes", body, field)
        self.assertEqual(Wash.objects.count(), 0)

    def test_a_finished_rinse_is_one_of_its_heads_washes(self) -> None:
        pk = self.put_wren()
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=pk)}, 201)
        path = f"/journal/entries/{entry['id']}"
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])
        self.call("PATCH", path, {"step": len(entry["rinse"]["steps"]), "finished": True})
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"][0]["family"], "acid_rinse")
        self.call("DELETE", path, None, 204)
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])
        self.call("POST", f"{path}/restore")
        self.assertEqual(len(self.call("GET", f"/heads/{pk}")["washes"]), 1)
        self.call("PATCH", path, {"finished": False})
        self.assertEqual(self.call("GET", f"/heads/{pk}")["washes"], [])


class Pictures(HeadsTestCase):
    """Checked, stripped, small."""

    def test_nothing_but_pixels_is_kept(self) -> None:
        pk = self.put_wren()
        for kind in ("JPEG", "PNG", "WEBP"):
            sent = self.send(pk, photo(kind=kind))
            self.assertEqual((sent["width"], sent["height"]), (800, 1600))
            response = self.client.get(sent["url"])
            raw = b"".join(response)  # type: ignore[arg-type]
            self.assertEqual(response["Content-Type"], "image/jpeg")
            kept = Image.open(io.BytesIO(raw))
            self.assertEqual(dict(kept.getexif()), {})
            for told in (b"Lockgate", b"Exif", b"canal"):
                self.assertNotIn(told, raw)

    def test_what_is_no_picture_is_refused_beside_it(self) -> None:
        pk = self.put_wren()
        whole = photo()
        svg = b"<svg xmlns='http://www.w3.org/2000/svg'/>"
        for raw in (b"", b"hello", svg, whole[: len(whole) // 3], b"\xff\xd8\xff\xe0" + b"\0" * 50):
            problem = self.send(pk, raw, 422)
            self.assertEqual(problem["errors"][0]["field"], "picture")
        huge = photo((9000, 9000), "PNG")
        self.assertIn("pixels", self.send(pk, huge, 422)["detail"])
        self.assertEqual(Picture.objects.count(), 0)

    def test_a_picture_belongs_to_one_head(self) -> None:
        wren, ottoline = self.put_wren(), self.put_ottoline()
        sent = self.send(wren, photo((40, 40)))
        self.call("GET", f"/heads/{ottoline}/pictures/{sent['id']}", status=404)
        self.refused("POST", f"/heads/{ottoline}/check-ins", {"picture": sent["id"]}, "picture")
        kept = self.call("POST", f"/heads/{wren}/check-ins", {"picture": sent["id"]}, 201)
        self.assertEqual(kept["head"]["check_in"]["picture"]["url"], sent["url"])

    def test_one_can_be_deleted_and_what_it_belonged_to_stays(self) -> None:
        pk = self.put_wren()
        sent = self.send(pk, photo((40, 40)))
        self.call("POST", f"/heads/{pk}/check-ins", {"picture": sent["id"]}, 201)
        file = Picture.objects.get().file
        self.call("DELETE", f"/heads/{pk}/pictures/{sent['id']}", None, 204)
        self.assertFalse(file.storage.exists(str(file.name)))
        self.assertIsNone(self.call("GET", f"/heads/{pk}")["check_in"]["picture"])
        self.call("DELETE", f"/heads/{pk}/pictures/{sent['id']}", None, 404)


class Whole(HeadsTestCase):
    """Out as one file, or gone."""

    def furnish(self) -> tuple[int, dict[str, Any]]:
        """Wren with something in every corner; a picture of hers."""
        pk = self.put_wren()
        sent = self.send(pk, photo((40, 40)))
        self.call("POST", f"/heads/{pk}/check-ins", {"picture": sent["id"], "note": "Windy."}, 201)
        self.call("POST", f"/heads/{pk}/little-tests", {"test": "stretch", "outcome": "back"}, 201)
        self.call("POST", f"/heads/{pk}/patch-tests", {"name": "Calendula tea"}, 201)
        self.call("POST", f"/heads/{pk}/washes", {"family": "clay_damp", "answer": "right"}, 201)
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=pk)}, 201)
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True, "note": "For the dance."})
        return pk, sent

    def test_everything_is_in_the_file(self) -> None:
        pk, _ = self.furnish()
        other = self.put_ottoline()
        response = self.client.get(f"/api/heads/{pk}/whole")
        self.assertIn("wren-halloway.zip", response["Content-Disposition"])
        packed = zipfile.ZipFile(io.BytesIO(response.content))
        told = json.loads(packed.read("head.json"))
        self.assertEqual((told["format"], told["version"]), ("eyebright-head", 1))
        for table, count in (
            ("heads", 1),
            ("check ins", 1),
            ("test results", 1),
            ("patch tests", 1),
            ("washes", 2),
            ("pictures", 1),
            ("rinses", 1),
            ("entries", 1),
        ):
            self.assertEqual(len(told[table]), count, table)
        self.assertEqual(told["entries"][0]["note"], "For the dance.")
        self.assertNotIn("Ottoline", packed.read("head.json").decode())
        Image.open(io.BytesIO(packed.read(told["pictures"][0]["file"]))).verify()
        self.assertNotEqual(pk, other)

    def test_nothing_is_left_when_it_is_deleted(self) -> None:
        pk, _ = self.furnish()
        other = self.put_ottoline()
        file = Picture.objects.get().file
        self.call("DELETE", f"/heads/{pk}/whole", None, 204)
        self.assertFalse(file.storage.exists(str(file.name)))
        for table in (CheckIn, Picture, PatchTest, Wash, Rinse, Entry):
            self.assertEqual(table.objects.count(), 0, table)
        self.assertEqual([head.pk for head in Head.objects.all()], [other])
        self.call("POST", f"/heads/{pk}/restore", status=404)


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
        self.assertEqual(counts(), short)
        history = self.call("GET", f"/heads/{pk}/history")
        self.assertEqual(history["check_ins"], 1200)
        self.assertLessEqual(len(history["at"]), 120)
        self.assertLessEqual(len(self.call("GET", f"/heads/{pk}")["washes"]), 20)
