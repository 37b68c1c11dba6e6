"""A household put back under writers, two servers on one folder, and copies of a clock that was ahead."""

import io
import os
import sqlite3
import subprocess
import sys
import threading
import time
import zipfile
from contextlib import closing
from datetime import datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from django.conf import settings
from django.test import SimpleTestCase, TestCase
from django.utils import timezone

from eyebright.safekeeping.services.copies import (
    Copy,
    copies,
    copies_folder,
    daily_copy_is_due,
    make_copy,
    over,
    set_apart_those_ahead,
)
from eyebright.safekeeping.services.restoring import MOST_MANIFEST
from tests.servers import Server, move_in

WRITERS = 3
WRITTEN_S = 0.6


class OnAFolder(SimpleTestCase):
    """A data folder, and servers on it."""

    databases = frozenset({"default"})

    def setUp(self) -> None:
        self.folder = move_in(Path(self.enterContext(TemporaryDirectory())) / "data")

    def names_in(self, file: Path) -> set[str]:
        with closing(sqlite3.connect(file)) as found:
            return {name for (name,) in found.execute("SELECT name FROM shelf_lot")}

    def names_in_copy(self, name: str) -> set[str]:
        with TemporaryDirectory() as folder, zipfile.ZipFile(self.folder / "copies" / name) as packed:
            return self.names_in(Path(packed.extract("eyebright.sqlite3", folder)))


class Replaced(OnAFolder):
    """Put back while others write."""

    def write(self, server: Server, who: str, kept: list[str], over: threading.Event) -> None:
        n = 0
        while not over.is_set():
            status = server.add_lot(f"{who} {n}")
            if status == 201:
                kept.append(f"{who} {n}")
            else:
                self.assertEqual(status, 503)
            n += 1

    def under_writers(self, put_back) -> tuple[set[str], str, Server]:
        """What was acknowledged while that was done, and the copy of what was there."""
        server = self.enterContext(Server(self.folder))
        server.add_lot("In the backup")
        backup = Path(self.folder.parent, "backup.zip")
        backup.write_bytes(server.ask("GET", "/api/safekeeping/household")[1])
        kept, over = list[str](), threading.Event()
        writers = [
            threading.Thread(target=self.write, args=(server, f"w{i}", kept, over), daemon=True)
            for i in range(WRITERS)
        ]
        for each in writers:
            each.start()
        time.sleep(WRITTEN_S)
        before = put_back(server, backup)
        time.sleep(WRITTEN_S)
        over.set()
        for each in writers:
            each.join(20)
        return set(kept), before, server

    def through_the_api(self, server: Server, backup: Path) -> str:
        status, done, _ = server.send_file("/api/safekeeping/household", backup.read_bytes())
        self.assertEqual(status, 200, done)
        return str(done["before"])

    def test_a_folder_where_the_flag_should_be_is_said_and_nothing_is_lost(self) -> None:
        server = self.enterContext(Server(self.folder))
        server.add_lot("In the backup")
        backup = server.ask("GET", "/api/safekeeping/household")[1]
        (self.folder / "restoring.lock").mkdir()
        status, said, _ = server.send_file("/api/safekeeping/household", backup)
        self.assertEqual(status, 409, said)
        self.assertIn("restoring.lock", said["detail"])
        self.assertEqual(server.add_lot("After"), 201)
        self.assertEqual(set(server.lots()), {"In the backup", "After"})

    def by_the_command(self, server: Server, backup: Path) -> str:
        env = os.environ | {"EYEBRIGHT_DATA": str(self.folder), "EYEBRIGHT_DEMO": "0"}
        command = [sys.executable, "-m", "eyebright", "restore", str(backup)]
        done = subprocess.run(command, env=env, cwd=settings.BASE, capture_output=True, text=True)
        self.assertEqual(done.returncode, 0, done.stdout + done.stderr)
        (name,) = (each.name for each in (self.folder / "copies").glob("*-before-restore.zip"))
        return name

    def test_whatever_was_acknowledged_is_in_the_copy_or_in_what_is_there(self) -> None:
        for put_back in (self.through_the_api, self.by_the_command):
            with self.subTest(put_back.__name__):
                self.folder = move_in(Path(self.enterContext(TemporaryDirectory())) / "data")
                kept, before, server = self.under_writers(put_back)
                there = set(server.lots())
                self.assertGreater(len(kept), 20)
                self.assertIn("In the backup", there)
                self.assertEqual(kept - there - self.names_in_copy(before), set())
                self.assertTrue(kept & there, "some came after it")

    def test_another_mark_stands_there_afterwards(self) -> None:
        server = self.enterContext(Server(self.folder))
        mark = server.ask("GET", "/api/heads")[2]["Eyebright-Household"]
        backup = Path(self.folder.parent, "backup.zip")
        backup.write_bytes(server.ask("GET", "/api/safekeeping/household")[1])
        self.through_the_api(server, backup)
        now = server.ask("GET", "/api/heads")[2]["Eyebright-Household"]
        self.assertNotEqual(mark, now)
        bottle = {"material": "malt_vinegar", "name": "Of the one before"}
        self.assertEqual(
            server.ask("POST", "/api/shelf/lots", bottle, **{"Eyebright-Household": mark})[0], 421
        )
        self.assertEqual(server.lots(), [])

    def test_a_manifest_without_end_is_refused(self) -> None:
        server = self.enterContext(Server(self.folder))
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
            packed.writestr("manifest.json", b" " * (MOST_MANIFEST + 2))
        status, said, _ = server.send_file("/api/safekeeping/household", out.getvalue())
        self.assertEqual(status, 422)
        self.assertIn("manifest is larger", said["detail"])


class OneServer(OnAFolder):
    """Two servers on one folder."""

    def test_the_second_is_refused_and_says_where_the_first_is(self) -> None:
        first = self.enterContext(Server(self.folder))
        second = Server(self.folder)
        self.addCleanup(second.__exit__)
        said = second.refusal()
        self.assertIn(f"open already at http://127.0.0.1:{first.port}", said)
        first.stop()
        self.assertEqual(self.enterContext(Server(self.folder)).add_lot("After"), 201)

    def test_of_two_first_starts_at_once_one_waits_and_is_told(self) -> None:
        folder = self.folder.parent / "new"
        folder.mkdir()
        both = [Server(folder), Server(folder)]
        for each in both:
            self.addCleanup(each.__exit__)
        served, refused = [], []

        def start(server: Server) -> None:
            try:
                served.append(server.started())
            except RuntimeError as raised:
                refused.append(str(raised))

        threads = [threading.Thread(target=start, args=(each,)) for each in both]
        for each in threads:
            each.start()
        for each in threads:
            each.join(120)
        self.assertEqual((len(served), len(refused)), (1, 1))
        self.assertIn("This household is open already", refused[0])
        self.assertEqual(served[0].add_lot("Once"), 201)

    def test_what_was_left_unfinished_is_gone_after_a_start(self) -> None:
        left = [self.folder / ".restoring-x", self.folder / "copies" / ".making-y"]
        for each in left:
            each.mkdir(parents=True)
            (each / "eyebright.sqlite3").write_bytes(b"Wren Halloway")
        self.enterContext(Server(self.folder))
        self.assertFalse(any(each.exists() for each in left))


class Ahead(TestCase):
    """Copies that a clock which was ahead has dated."""

    def test_they_stop_no_later_copy_and_push_none_out(self) -> None:
        folder = copies_folder()
        folder.mkdir(parents=True, exist_ok=True)
        ahead = [f"{2031 + n}-01-01T120000-day.zip" for n in range(8)]
        for name in ahead:
            (folder / name).write_bytes(b"")
        self.addCleanup(lambda: [each.unlink() for each in folder.glob("*.zip")])
        tomorrow = timezone.localdate() + timedelta(days=1)
        (folder / f"{tomorrow}T120000-day.zip").write_bytes(b"")
        set_apart_those_ahead()
        self.assertTrue(daily_copy_is_due())
        self.assertTrue(daily_copy_is_due(tomorrow))
        made = make_copy("day")
        self.assertIn(made.name, [each.name for each in copies()])
        self.assertEqual(sum(each.kind == "ahead" for each in copies()), 3)

    def test_the_copy_before_the_first_of_several_restores_stays_a_day(self) -> None:
        now = datetime(2026, 11, 27, 12)
        rows = [Copy(f"{n}", "before-restore", now - timedelta(minutes=10 * n), 1) for n in range(9)]
        gone = {each.name for each in over(rows, now)}
        self.assertNotIn("8", gone, "it holds what was there before any of them")
        self.assertEqual(gone, {"3", "4", "5", "6", "7"})
        later = {each.name for each in over(rows, now + timedelta(days=2))}
        self.assertEqual(later, {"3", "4", "5", "6", "7", "8"})


class Keys(OnAFolder):
    """A copy that is made, and a head that is brought in, with the same key."""

    def test_each_is_done_once(self) -> None:
        server = self.enterContext(Server(self.folder))
        wren = server.ask("POST", "/api/heads", {"name": "Wren Halloway", "answers": {"birth_year": 1988}})[
            1
        ]["id"]
        packed = server.ask("GET", f"/api/heads/{wren}/whole")[1]
        for _ in range(2):
            key = {"Idempotency-Key": "one-copy"}
            self.assertEqual(server.ask("POST", "/api/safekeeping/copies", **key)[0], 201)
            key = {"Idempotency-Key": "one-head"}
            self.assertEqual(server.send_file("/api/safekeeping/heads", packed, **key)[0], 201)
        self.assertEqual(len(server.ask("GET", "/api/safekeeping/copies")[1]["copies"]), 1)
        self.assertEqual(len(server.ask("GET", "/api/heads")[1]), 2)
