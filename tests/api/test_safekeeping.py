"""The household whole: out and in again, copies by themselves, files that are amiss, what was removed."""

import io
import json
import sqlite3
import zipfile
from contextlib import closing
from datetime import date, datetime, timedelta
from hashlib import sha256
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from unittest import mock

import time_machine
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import SimpleTestCase
from django.utils import timezone

from eyebright.heads.models import Head
from eyebright.make.models import Batch
from eyebright.safekeeping.services import condition as condition_room
from eyebright.safekeeping.services.condition import condition
from eyebright.safekeeping.services.copies import Copy, copies, daily_copy_is_due, make_copy, over
from eyebright.safekeeping.services.files import household_file
from eyebright.safekeeping.services.restoring import restore
from eyebright.shelf.models import Lot
from tests.api.test_commands import run

from .whole import Whole, every_row, told


class RoundTrip(Whole):
    """The demo household: made, left alone, out and in again."""

    def test_every_row_and_picture_of_the_demo_comes_back(self) -> None:
        self.assertIn("moved in", run("demo"))
        self.left_alone()
        picture = self.take_picture(Head.objects.get(name="Ottoline").pk)
        raw = (self.folder / picture).read_bytes()
        before, packed = every_row(), self.backup()
        self.assertGreater(sum(map(len, before.values())), 300)
        call_command("flush", interactive=False, verbosity=0)
        (self.folder / picture).unlink()
        Lot.objects.create(material="malt_vinegar", name="Somebody else's")
        done = self.upload("/safekeeping/household", packed)
        self.assertEqual(every_row(), before)
        self.assertEqual((self.folder / picture).read_bytes(), raw)
        self.assertEqual((done["rows"], done["pictures"]), (sum(map(len, before.values())), 1))
        self.assertTrue(done["before"])  # of what stood there a copy was made
        self.post(f"/safekeeping/copies/{done['before']}/restore", status=200)
        self.assertEqual([lot.name for lot in Lot.objects.all()], ["Somebody else's"])
        self.assertFalse((self.folder / picture).exists())  # a picture that no row names is gone

    def left_alone(self) -> None:
        """Some weeks of jugs; what somebody removed of it does not come back."""
        jugs = Batch.objects.filter(of="jug")
        self.assertGreaterEqual(jugs.count(), 12)
        self.assertLess(jugs.last().made_at, timezone.now() - timedelta(weeks=6))
        self.assertTrue(all(jug.finished_at and jug.pours for jug in jugs))
        Lot.objects.first().remove()
        jugs.first().remove()
        self.assertIn("as you left it", run("demo"))
        self.assertEqual(Lot.objects.count(), Lot.with_removed.count() - 1)

    def test_another_program_can_read_every_table(self) -> None:
        head = self.post("/heads", {"name": "Wren Halloway", "answers": {"birth_year": 1988}})["id"]
        self.take_picture(head)
        packed = zipfile.ZipFile(io.BytesIO(self.backup()))
        manifest = json.loads(packed.read("manifest.json"))
        self.assertEqual((manifest["format"], manifest["version"]), ("eyebright-household", 1))
        (row,) = [json.loads(line) for line in packed.read("tables/heads_head.jsonl").splitlines()]
        self.assertEqual((row["name"], row["answers"]["birth_year"]), ("Wren Halloway", 1988))
        self.assertEqual(manifest["rows"]["heads_head"], 1)
        self.assertEqual(set(manifest["files"]) | {"manifest.json"}, set(packed.namelist()))
        self.assertIsNone(packed.testzip())
        self.assertNotIn("tables/household_answered.jsonl", packed.namelist())

    def test_commands_write_restore_and_check(self) -> None:
        Lot.objects.create(material="malt_vinegar", name="Malt vinegar")
        file = self.folder / "out.zip"
        self.assertIn("another disk", told("backup", file))
        with self.assertRaisesRegex(CommandError, "there already"):
            told("backup", file)
        Lot.objects.update(name="Changed")
        self.assertIn("are back", told("restore", file))
        self.assertEqual(Lot.objects.get().name, "Malt vinegar")
        self.assertIn("All is well", run("check"))
        with self.assertRaisesRegex(CommandError, "no file"):
            told("restore", self.folder / "none.zip")


class Altered(Whole):
    """With ZIPs that were changed since."""

    def done_in(self, *statements: str) -> bytes:
        """The household's ZIP, whole and with its hashes, with these done in its database."""
        packed = zipfile.ZipFile(io.BytesIO(self.backup()))
        file = self.folder / "older.sqlite3"
        file.write_bytes(packed.read("eyebright.sqlite3"))
        with closing(sqlite3.connect(file)) as database:
            for statement in statements:
                database.execute(statement)
            database.commit()
        raw = file.read_bytes()
        file.unlink()
        manifest = json.loads(packed.read("manifest.json"))
        manifest["files"]["eyebright.sqlite3"] = {"sha256": sha256(raw).hexdigest(), "size": len(raw)}
        changed = {"eyebright.sqlite3": raw, "manifest.json": json.dumps(manifest).encode()}
        return self.altered(**changed)

    def altered(self, **files: bytes | None) -> bytes:
        """The household's ZIP with some files in it changed, or left out."""
        old = zipfile.ZipFile(io.BytesIO(self.backup()))
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as new:
            for name in old.namelist():
                body = files.pop(name) if name in files else old.read(name)
                if body is not None:
                    new.writestr(name, body)
            for name, body in files.items():
                new.writestr(name, body or b"")
        return out.getvalue()


class OfAnOlderVersion(Altered):
    """A ZIP of the version before."""

    def test_is_brought_up_to_date(self) -> None:
        Lot.objects.create(material="malt_vinegar", name="Malt vinegar")
        raw = self.done_in(
            "CREATE TABLE mix_rinse (id integer PRIMARY KEY)",
            "DELETE FROM django_migrations WHERE app = 'mix' AND name = '0009_rinses_moved'",
        )
        Lot.objects.update(name="Changed")
        self.upload("/safekeeping/household", raw)
        self.assertEqual([lot.name for lot in Lot.objects.all()], ["Malt vinegar"])
        self.assertNotIn("mix_rinse", connection.introspection.table_names())
        self.assertFalse(condition(household_file()).pending)


class Refused(Altered):
    """What cannot be put back is said, and changes nothing."""

    def test_each_in_plain_words(self) -> None:
        Lot.objects.create(material="malt_vinegar", name="Malt vinegar")
        manifest = json.loads(zipfile.ZipFile(io.BytesIO(self.backup())).read("manifest.json"))

        def saying(**more: Any) -> bytes:
            return json.dumps(manifest | more).encode()

        outside = manifest["files"] | {"../../evil": {"sha256": "0", "size": 1}}
        newer = [*manifest["migrations"], ["shelf", "0999_from_the_future"]]
        cases = {
            "no household's ZIP": b"nonsense",
            "no manifest": self.altered(**{"manifest.json": None}),
            "newer Eyebright: put": self.altered(**{"manifest.json": saying(version=99)}),
            "kept by a newer": self.altered(**{"manifest.json": saying(migrations=newer)}),
            "no household has": self.altered(**{"manifest.json": saying(files=outside)}),
            "not as it was": self.altered(**{"eyebright.sqlite3": b"SQLite format 3\0" + b"\0" * 400}),
            "missing from it": self.altered(**{"eyebright.sqlite3": None}),
            "no manifest that can be read": self.altered(**{"manifest.json": saying(migrations=[1])}),
            "It has no manifest": self.altered(**{"manifest.json": saying(rows=7)}),
            "is no household's ZIP": self.altered(**{"manifest.json": b'{"format": 7, "files": []}'}),
            "shelf_lot is missing": self.done_in("DROP TABLE shelf_lot"),
            "shelf_lot lacks note": self.done_in("ALTER TABLE shelf_lot DROP COLUMN note"),
            "a trigger of its own": self.done_in(
                "CREATE TRIGGER t AFTER INSERT ON shelf_lot BEGIN DELETE FROM heads_head; END"
            ),
        }
        before = every_row()
        for words, raw in cases.items():
            with self.subTest(words):
                said = self.upload("/safekeeping/household", raw, 422)
                self.assertIn(words, said["errors"][0]["message"])
                self.assertEqual(every_row(), before)
        self.assertEqual([path.name for path in self.folder.iterdir() if path.name.startswith(".")], [])


class OneAtATime(Whole):
    """Two who put a household back at the same moment."""

    def test_the_second_is_told_to_wait(self) -> None:
        raw, second = self.backup(), []

        def meanwhile(file: Any) -> Any:
            second.append(self.upload("/safekeeping/household", raw, 503))
            return restore(file)

        with mock.patch("eyebright.safekeeping.services.whole.restore", side_effect=meanwhile):
            self.upload("/safekeeping/household", raw)
        self.assertIn("being put back", second[0]["title"])
        self.upload("/safekeeping/household", raw)


class Copies(Whole):
    """Copies that are made by themselves."""

    def test_one_a_day_by_the_households_own_day(self) -> None:
        self.assertTrue(daily_copy_is_due())
        made = make_copy("day")
        self.assertFalse(daily_copy_is_due())
        self.assertTrue(daily_copy_is_due(timezone.localdate() + timedelta(days=1)))
        self.assertTrue(daily_copy_is_due(timezone.localdate() - timedelta(days=1)))  # a clock set back
        shown = self.client.get("/api/safekeeping/copies").json()
        self.assertEqual([each["name"] for each in shown["copies"]], [made.name])
        self.assertEqual(shown["size"], (self.folder / "copies" / made.name).stat().st_size)

    def test_a_copy_that_fails_says_why_and_leaves_nothing_half_written(self) -> None:
        full = OSError(28, "No space left on device")
        with mock.patch("eyebright.safekeeping.services.archive.settled", side_effect=full):
            said = self.post("/safekeeping/copies", status=507)
        self.assertIn("disk is full", said["title"])
        shown = self.client.get("/api/safekeeping/copies").json()
        self.assertEqual((shown["copies"], shown["trouble"]), ([], "The disk is full."))
        self.assertEqual(list((self.folder / "copies").iterdir()), [])
        self.post("/safekeeping/copies")
        self.assertEqual(self.client.get("/api/safekeeping/copies").json()["trouble"], "")

    def test_two_within_one_second_are_two(self) -> None:
        with time_machine.travel(timezone.now(), tick=False):
            made = [make_copy("before-restore").name for _ in range(2)]
        self.assertEqual({each.name for each in copies()}, set(made))
        self.assertEqual(len(set(made)), 2)

    def test_a_name_leads_nowhere_else(self) -> None:
        for name in ("..%2f..%2fsecret-key", "secret-key", "2026-01-01T000000-day.zip"):
            with self.subTest(name):
                self.assertEqual(self.client.get(f"/api/safekeeping/copies/{name}").status_code, 404)


class Kept(SimpleTestCase):
    """How long each copy is kept."""

    def rows(self, *days: int, kind: str = "day") -> list[Copy]:
        noon = datetime(2026, 11, 26, 12)
        return [Copy(f"{kind} {day}", kind, noon - timedelta(days=day), 1) for day in days]  # type: ignore[arg-type]

    def test_seven_days_and_the_last_of_four_weeks(self) -> None:
        every = self.rows(*range(60))
        gone = {each.name for each in over(every)}
        kept = sorted(int(each.name.split()[1]) for each in every if each.name not in gone)
        self.assertEqual(kept[:7], [0, 1, 2, 3, 4, 5, 6])
        weeks = {(date(2026, 11, 26) - timedelta(days=day)).isocalendar()[:2] for day in kept}
        self.assertEqual(len(weeks), 4)
        self.assertLessEqual(len(kept), 7 + 4)

    def test_days_that_were_left_out_do_not_count(self) -> None:
        self.assertEqual(over(self.rows(0, 3, 9, 40, 90, 200, 300)), [])

    def test_of_the_others_so_many(self) -> None:
        every = self.rows(*range(12), kind="before-upgrade") + self.rows(*range(5), kind="before-restore")
        self.assertEqual(
            {each.name for each in over(every)},
            {"before-upgrade 10", "before-upgrade 11", "before-restore 3", "before-restore 4"},
        )


class Conditions(SimpleTestCase):
    """Files that are amiss are said in plain words, with the way on."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(TemporaryDirectory()))
        self.file = self.folder / "eyebright.sqlite3"

    def write(self, *migrations: tuple[str, str]) -> None:
        """A small database that has seen these migrations."""
        with closing(sqlite3.connect(self.file)) as database:
            database.execute("CREATE TABLE django_migrations (id INTEGER PRIMARY KEY, app TEXT, name TEXT)")
            database.executemany("INSERT INTO django_migrations (app, name) VALUES (?, ?)", migrations)
            database.commit()

    def test_nothing_yet(self) -> None:
        self.assertEqual(condition(self.file).state, "new")

    def test_missing_beside_old_pictures_is_no_new_household(self) -> None:
        for name in ("pictures", "copies"):
            (self.folder / name).mkdir(exist_ok=True)
            (self.folder / name / "2026-11-20T030000-day.zip").write_bytes(b"x")
            with self.subTest(name):
                found = condition(self.file)
                self.assertEqual((found.state, found.starts), ("missing", False))
                self.assertIn("restore", found.says)
        self.assertIn("2026-11-20T030000-day.zip", condition(self.file).says)

    def test_empty_strange_and_damaged(self) -> None:
        self.file.write_bytes(b"")
        self.assertEqual(condition(self.file).state, "empty")
        self.file.write_bytes(b"a shopping list, and not a short one")
        self.assertEqual(condition(self.file).state, "strange")
        self.file.unlink()
        self.write(("shelf", "0001_initial"))
        self.assertEqual(condition(self.file).state, "sound")
        raw = bytearray(self.file.read_bytes())
        raw[120:] = b"\xff" * (len(raw) - 120)
        self.file.write_bytes(raw)
        found = condition(self.file, thorough=True)
        self.assertEqual((found.state, found.starts), ("damaged", False))

    def test_newer_is_refused_and_older_is_to_be_brought_up_to_date(self) -> None:
        self.write(("shelf", "0001_initial"))
        self.assertTrue(condition(self.file).pending)
        self.file.unlink()
        self.write(("shelf", "0001_initial"), ("shelf", "0999_from_the_future"))
        found = condition(self.file)
        self.assertEqual((found.state, found.starts), ("newer", False))
        self.assertIn("shelf 0999_from_the_future", found.says)

    def test_every_state_is_one_that_starts_or_says_a_way_on(self) -> None:
        self.assertEqual(set(condition_room.STARTS), {"new", "sound", "read only"})
