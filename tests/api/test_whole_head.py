"""Privacy: pictures stripped, a head out as one file, a head gone for good."""

import io
import json
import zipfile
from typing import Any

from PIL import Image

from eyebright.heads.models import CheckIn, Head, PatchTest, Picture
from eyebright.make.models import Batch, Pour
from eyebright.wash.models import Wash

from .heads import HeadsTestCase, photo


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
        with self.captureOnCommitCallbacks(execute=True):
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
        self.assertEqual((told["format"], told["version"]), ("eyebright-head", 4))
        for table, count in (
            ("heads", 1),
            ("check ins", 1),
            ("test results", 1),
            ("patch tests", 1),
            ("washes", 2),
            ("pictures", 1),
            ("batches", 1),
            ("pours", 2),
        ):
            self.assertEqual(len(told[table]), count, table)
        self.assertEqual(told["batches"][0]["note"], "For the dance.")
        self.assertNotIn("Ottoline", packed.read("head.json").decode())
        Image.open(io.BytesIO(packed.read(told["pictures"][0]["file"]))).verify()
        self.assertNotEqual(pk, other)

    def test_nothing_is_left_when_it_is_deleted(self) -> None:
        pk, _ = self.furnish()
        other = self.put_ottoline()
        file = Picture.objects.get().file
        with self.captureOnCommitCallbacks() as done:
            self.call("DELETE", f"/heads/{pk}/whole", None, 204)
            self.assertTrue(file.storage.exists(str(file.name)))  # until it is certain
        for each in done[:1]:
            each()
        self.assertFalse(file.storage.exists(str(file.name)))
        for table in (CheckIn, Picture, PatchTest, Wash, Batch, Pour):
            self.assertEqual(table._base_manager.count(), 0, table)
        self.assertEqual([head.pk for head in Head.with_removed.all()], [other])
        self.call("POST", f"/heads/{pk}/restore", status=404)
