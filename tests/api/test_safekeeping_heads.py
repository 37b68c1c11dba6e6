"""One head out and in again; what was removed, and what is deleted for ever."""

import io
import json
import os
import zipfile
from collections.abc import Callable
from datetime import timedelta
from typing import Any
from unittest import mock

from django.apps import apps
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection, transaction
from django.utils import timezone

from eyebright.heads.models import Head, Picture
from eyebright.kept.models import IdempotentAnswer
from eyebright.kept.soft_deletion import SoftDeleted
from eyebright.safekeeping.services.files import household_file
from eyebright.safekeeping.services.keeper import tidy
from eyebright.safekeeping.services.removed import KINDS
from eyebright.shelf.models import Lot
from tests.api.heads import HeadsTestCase, photo

from .whole import Whole


class OneHead(HeadsTestCase):
    """A head's ZIP comes back in."""

    def bring(self, raw: bytes, status: int = 201) -> Any:
        found = self.client.post(
            "/api/safekeeping/heads",
            {"file": SimpleUploadedFile("head.zip", raw)},
            headers={"X-CSRFToken": self.token},
        )
        self.assertEqual(found.status_code, status, found.content[:300])
        return found.json()

    def furnished(self) -> tuple[int, bytes]:
        """Wren with something in every corner, and her ZIP."""
        pk = self.put_wren(allergies=["nuts"])
        sent = self.send(pk, photo((40, 40)))
        self.call("POST", f"/heads/{pk}/check-ins", {"picture": sent["id"], "note": "Windy."}, 201)
        self.call("POST", f"/heads/{pk}/little-tests", {"test": "stretch", "outcome": "back"}, 201)
        self.call("POST", f"/heads/{pk}/patch-tests", {"name": "Calendula tea"}, 201)
        formula = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)["id"]
        wash = {"family": "acid_rinse", "formula": formula, "answer": "right"}
        self.call("POST", f"/heads/{pk}/washes", wash, 201)
        entry = self.call("POST", "/journal/entries", {"rinse": self.ask(head=pk)}, 201)
        self.call("PATCH", f"/journal/entries/{entry['id']}", {"finished": True, "note": "For the dance."})
        return pk, self.client.get(f"/api/heads/{pk}/whole").content

    def test_gone_for_ever_and_back_from_its_file(self) -> None:
        pk, raw = self.furnished()
        before = self.call("GET", f"/heads/{pk}")
        self.call("DELETE", f"/heads/{pk}/whole", None, 204)
        back = self.bring(raw)
        same = ("name", "answers", "note", "flags", "washed_at", "checked_in_at")
        self.assertEqual({k: back[k] for k in same}, {k: before[k] for k in same})
        self.assertEqual(back["check_in"]["note"], "Windy.")
        self.assertEqual(self.client.get(back["check_in"]["picture"]["url"]).status_code, 200)
        self.assertEqual(len(back["washes"]), 2)
        (entry,) = self.call("GET", "/journal/entries")["items"]
        self.assertEqual((entry["head"], entry["note"]), (back["id"], "For the dance."))
        self.assertEqual([line["available"] for line in entry["rinse"]["lines"]], [True, True])

    def test_a_file_of_the_version_before_says_the_same(self) -> None:
        pk, _ = self.furnished()
        told, zipped = self.told()
        told |= json.loads(json.dumps(told).replace('"supply_key":', '"stuff":'))
        self.call("DELETE", f"/heads/{pk}/whole", None, 204)
        self.bring(zipped(version=3, pictures=[], **{"check ins": []}))
        (entry, *_) = self.call("GET", "/journal/entries")["items"]
        self.assertEqual([line["available"] for line in entry["rinse"]["lines"]], [True, True])

    def test_a_bottle_that_is_another_here_is_named_as_gone(self) -> None:
        _, raw = self.furnished()
        Lot.objects.update(name="Another bottle")
        back = self.bring(raw)
        entries = self.call("GET", "/journal/entries")["items"]
        entry = next(each for each in entries if each["head"] == back["id"])
        self.assertEqual([line["available"] for line in entry["rinse"]["lines"]], [True, False])

    def told(self) -> tuple[dict[str, Any], Callable[..., bytes]]:
        """What a head's ZIP tells, and the way to one that tells it otherwise; its picture is in neither."""
        _, raw = self.furnished()
        told = json.loads(zipfile.ZipFile(io.BytesIO(raw)).read("head.json"))

        def zipped(**more: Any) -> bytes:
            out = io.BytesIO()
            with zipfile.ZipFile(out, "w") as new:
                new.writestr("head.json", json.dumps(told | more))
            return out.getvalue()

        return told, zipped

    def test_any_value_is_taken_in_or_refused_and_what_came_in_goes_out(self) -> None:
        told, zipped = self.told()
        rows = {name: row for name, (row, *_) in ((n, r) for n, r in told.items() if isinstance(r, list))}
        whole = {"pictures": [], "check ins": [rows["check ins"] | {"picture": None}]}
        came = 0
        for name, row in rows.items():
            for column in row if name != "pictures" else ():
                for bent in (None, [], {"a": [1]}, 1e308, "x" * 3000):
                    changed = {name: [(whole.get(name) or [row])[0] | {column: bent}]}
                    with self.subTest(f"{name}.{column}: {str(bent)[:20]}"), transaction.atomic():
                        sent = SimpleUploadedFile("head.zip", zipped(**whole | changed))
                        answer = self.client.post(
                            "/api/safekeeping/heads", {"file": sent}, headers={"X-CSRFToken": self.token}
                        )
                        self.assertIn(answer.status_code, (201, 409, 422), answer.content[:300])
                        if answer.status_code == 201:
                            came += 1
                            whole_again = self.client.get(f"/api/heads/{answer.json()['id']}/whole")
                            self.assertEqual(whole_again.status_code, 200)
                        transaction.set_rollback(True)
        self.assertGreater(came, 50)

    def test_what_cannot_be_read_is_refused_whole(self) -> None:
        told, zipped = self.told()
        heads = Head.with_removed.count()
        for case in (
            b"nonsense",
            zipped(format="soup"),
            zipped(version=9),
            zipped(heads=[]),
            zipped(heads="x"),
            zipped(),  # its picture is missing
            zipped(version=1, pictures=[], entries=[{"id": 1, "rinse": 77}]),
            zipped(pictures=[], pours=[{"id": 1, "batch": 77}]),
            zipped(pictures=[], washes=[{"id": 1, "head": told["heads"][0]["id"], "at": "yesterday"}]),
        ):
            with self.subTest(case[:40]):
                self.bring(case, 422)
                self.assertEqual(Head.with_removed.count(), heads)


class Removed(HeadsTestCase):
    """Recently removed, of every kind."""

    def listed(self) -> dict[str, dict[str, Any]]:
        return {each["called"]: each for each in self.call("GET", "/safekeeping/removed")}

    def test_every_kind_of_row_has_its_place(self) -> None:
        self.assertEqual(set(KINDS), {model for model in apps.get_models() if issubclass(model, SoftDeleted)})
        self.assertTrue(all(issubclass(model, SoftDeleted) for model in KINDS))

    def test_removed_listed_and_put_back(self) -> None:
        wren = self.put_wren()
        lot, water = self.put_malt(size=500, left=300), self.put_tap()
        formula = self.call("POST", "/formulas", {"start": "towpath_rinse"}, 201)["id"]
        wash = self.call("POST", f"/heads/{wren}/washes", {"family": "clay_damp"}, 201)["id"]
        entry = self.call(
            "POST", "/journal/entries", {"rinse": self.ask(acid=lot, water=water, head=wren)}, 201
        )
        left = self.call("GET", f"/shelf/lots/{lot}")["left"]
        paths = {
            "bottle or bag": f"/shelf/lots/{lot}",
            "water": f"/shelf/waters/{water}",
            "formula": f"/formulas/{formula}",
            "wash that was recorded": f"/heads/{wren}/washes/{wash}",
            "batch, or jug that was poured": f"/journal/entries/{entry['id']}",
        }
        for path in paths.values():
            self.assertLess(self.raw("DELETE", path).status_code, 300)
        self.assertEqual(set(self.listed()), set(paths))
        for called, each in self.listed().items():
            with self.subTest(called):
                self.assertEqual(each["days_left"], 30)
                where = f"/safekeeping/removed/{each['kind']}/{each['id']}/restore"
                self.assertNotIn(called, {row["called"] for row in self.call("POST", where)})
                self.call("POST", where)  # pressed twice
        self.assertEqual(self.call("GET", f"/shelf/lots/{lot}")["left"], left)
        self.assertEqual(self.call("GET", f"/formulas/{formula}")["removed"], False)

    def test_after_thirty_days_only_an_archived_head_is_listed(self) -> None:
        self.call("DELETE", f"/heads/{self.put_wren()}", None, 204)
        self.call("DELETE", f"/shelf/lots/{self.put_malt()}", None, 204)
        for model in (Head, Lot):
            model.with_removed.update(removed_at=timezone.now() - timedelta(days=31))
        self.assertEqual(set(self.listed()), {"head, archived"})

    def test_nothing_of_that_kind(self) -> None:
        self.call("POST", "/safekeeping/removed/shelf.moon/1/restore", status=404)
        self.call("POST", "/safekeeping/removed/shelf.lot/99/restore", status=404)


class ForEver(Whole):
    """What is deleted for ever is nowhere any more."""

    def test_neither_in_the_database_nor_beside_it(self) -> None:
        name = "Zephyrine Quillfeather"
        head = self.post("/heads", {"name": name, "answers": {"birth_year": 1988}})["id"]
        self.client.post(
            "/api/heads",
            json.dumps({"name": f"{name} again", "answers": {"birth_year": 1988}}),
            "application/json",
            headers=self.token | {"Idempotency-Key": "once"},
        )
        picture = self.take_picture(head)
        self.assertIn(name.encode(), household_file().read_bytes())
        for pk in Head.objects.values_list("pk", flat=True):
            self.client.delete(f"/api/heads/{pk}/whole", headers=self.token)
        self.assertFalse(IdempotentAnswer.objects.exists())
        connection.close()
        for path in household_file().parent.glob(f"{household_file().name}*"):
            self.assertNotIn(name.encode(), path.read_bytes(), path.name)
        self.assertFalse((self.folder / picture).exists())

    def test_a_picture_that_nobody_kept_goes_after_two_days(self) -> None:
        head = self.post("/heads", {"name": "Wren Halloway", "answers": {"birth_year": 1988}})["id"]
        kept = self.take_picture(head)
        file = {"picture": SimpleUploadedFile("arm.jpg", photo((60, 40)))}
        sent = self.client.post(f"/api/heads/{head}/pictures", file, headers=self.token).json()
        loose = str(Picture.objects.get(pk=sent["id"]).file.name)
        (self.folder / "pictures" / "stray.jpg").write_bytes(b"x")
        left, under_way = self.folder / ".restoring-left", self.folder / ".restoring-now"
        for each in (left, under_way):
            each.mkdir()
        os.utime(left, (0, 0))
        tidy()
        self.assertTrue((self.folder / loose).exists())
        self.assertFalse((self.folder / "pictures" / "stray.jpg").exists())
        self.assertEqual((left.exists(), under_way.exists()), (False, True))
        with mock.patch("django.utils.timezone.now", return_value=timezone.now() + timedelta(days=3)):
            tidy()
        self.assertFalse((self.folder / loose).exists())
        self.assertTrue((self.folder / kept).exists())
