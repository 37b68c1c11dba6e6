"""The server as it is run: killed, stopped, on a full or read-only disk, under half-open lines."""

import io
import json
import os
import socket
import sqlite3
import stat
import subprocess
import sys
import zipfile
from contextlib import closing, suppress
from pathlib import Path
from tempfile import TemporaryDirectory

from django.conf import settings
from django.test import SimpleTestCase

from eyebright.safekeeping.services.condition import condition
from tests.servers import Server, move_in
from tests.skipping import lacking

HALF_OPEN = 150
SMALL = "size=6m"
SETTINGS = "eyebright.config.settings"
BEFORE_VERSIONS = {  # the last state in which no row counted its changes
    "wash": "0003",
    "formulas": "0002",
    "journal": "0004",
    "mix": "0007",
    "heads": "0004",
    "instruments": "0001",
    "shelf": "0009",
    "household": "0003",
}


class WithFolder(SimpleTestCase):
    """With a data folder of its own."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(TemporaryDirectory())) / "data"
        self.file = self.folder / "eyebright.sqlite3"

    def server(self, **env: str) -> Server:
        return self.enterContext(Server(self.folder, **env))

    def rows(self) -> int:
        """How many bottles the main file holds by itself."""
        with closing(sqlite3.connect(f"{self.file.as_uri()}?immutable=1", uri=True)) as file:
            return int(file.execute("SELECT count(*) FROM shelf_lot").fetchone()[0])

    def mounted(self, *options: str) -> None:
        """A small disk of its own under the folder, where this machine lets one be mounted."""
        self.folder.mkdir(exist_ok=True)
        command = ["mount", "-t", "tmpfs", "-o", ",".join(options), "tmpfs", str(self.folder)]
        if subprocess.run(command, capture_output=True).returncode:
            lacking("no disk can be mounted here")
        self.addCleanup(subprocess.run, ["umount", "-l", str(self.folder)], capture_output=True)


class Stopped(WithFolder):
    """Killed or stopped, what was acknowledged is kept."""

    def test_killed_stopped_and_looked_at(self) -> None:
        server = self.server()
        self.assertEqual([server.add_lot(f"Malt {n}") for n in range(5)], [201] * 5)
        self.assertEqual(server.ask("GET", "/index.html")[2]["X-Frame-Options"], "DENY")
        self.private()
        server.kill()
        again = self.server()
        self.assertEqual(len(again.lots()), 5)
        again.add_lot("Raspberry")
        self.assertIn("has stopped", again.stop())
        self.assertEqual(self.rows(), 6)  # in the database's own file, with nothing beside it
        self.assertEqual(list(self.folder.glob("eyebright.sqlite3-*")), [])

    def private(self) -> None:
        """Nobody else may look into it, whatever the umask; and no page of ours can be framed."""
        self.assertEqual(stat.S_IMODE(self.folder.stat().st_mode), 0o700)
        for path in self.folder.rglob("*"):
            mode = stat.S_IMODE(path.stat().st_mode)
            self.assertEqual(mode, 0o700 if path.is_dir() else 0o600, path.name)

    def test_a_file_that_is_gone_is_no_new_household(self) -> None:
        move_in(self.folder)
        (self.folder / "pictures").mkdir()
        (self.folder / "pictures" / "old.jpg").write_bytes(b"x")
        self.file.rename(self.folder / "elsewhere")
        said = Server(self.folder).refusal()
        self.assertIn("missing", said)
        self.assertIn("restore", said)
        self.assertFalse(self.file.exists())
        self.file.write_bytes((self.folder / "elsewhere").read_bytes())
        with closing(sqlite3.connect(self.file)) as file:
            file.execute(
                "INSERT INTO django_migrations (app, name, applied) VALUES ('shelf', '0999_x', '2099')"
            )
            file.commit()
        self.assertIn("newer Eyebright", Server(self.folder).refusal())
        self.file.write_bytes(b"")
        self.assertIn("empty", Server(self.folder).refusal())


class Upgraded(WithFolder):
    """Before a migration a copy is made."""

    def test_an_older_household_is_copied_before_it_is_changed_and_the_copy_comes_back(self) -> None:
        move_in(self.folder)
        self.back_to(BEFORE_VERSIONS)
        with closing(sqlite3.connect(self.file)) as file:
            file.execute(
                "INSERT INTO shelf_stripset (name, steps, made_at) VALUES ('Fine', '[4]', '2026-11-01')"
            )
            file.commit()
        self.assertTrue(condition(self.file).pending)
        again = self.server()
        self.assertEqual(again.ask("GET", "/api/shelf/strips")[1][0]["name"], "Fine")
        self.assertIn("a copy was made", "".join(again.said))
        (copy,) = (
            each
            for each in again.ask("GET", "/api/safekeeping/copies")[1]["copies"]
            if each["kind"] == "before-upgrade"
        )
        with zipfile.ZipFile(self.folder / "copies" / copy["name"]) as packed:
            (row,) = map(json.loads, packed.read("tables/shelf_stripset.jsonl").splitlines())
        self.assertEqual((row["name"], row["steps"], "version" in row), ("Fine", [4], False))
        again.ask("POST", "/api/shelf/strips", {"name": "Wide", "steps": "4 6"})
        self.assertEqual(again.ask("POST", f"/api/safekeeping/copies/{copy['name']}/restore")[0], 200)
        strips = again.ask("GET", "/api/shelf/strips")[1]
        self.assertEqual([each["name"] for each in strips], ["Fine"])

    def back_to(self, state: dict[str, str]) -> None:
        """The household as an older version has it."""
        goes = "import sys, django; django.setup(); from django.core.management import call_command as call;"
        each = f"[call('migrate', *one, verbosity=0) for one in {list(state.items())}]"
        env = os.environ | {"EYEBRIGHT_DATA": str(self.folder), "DJANGO_SETTINGS_MODULE": SETTINGS}
        subprocess.run([sys.executable, "-c", f"{goes} {each}"], env=env, cwd=settings.BASE, check=True)


class Disks(WithFolder):
    """A disk that is full, and one that can only be read."""

    def test_full_says_so_writes_nothing_half_and_goes_on(self) -> None:
        self.mounted(SMALL)
        move_in(self.folder)
        server = self.server()
        self.assertEqual(server.add_lot("Before"), 201)
        filler = self.folder / "filler"
        with suppress(OSError), filler.open("wb", buffering=0) as file:
            while True:
                file.write(b"x" * 4096)
        seen = set()
        kept = 1
        for n in range(400):
            status, said, _ = server.ask(
                "POST",
                "/api/shelf/lots",
                {"material": "malt_vinegar", "name": f"Full {n}", "note": "n" * 1900},
            )
            kept += status == 201
            seen.add(status)
            if status != 201:
                self.assertEqual((status, said["title"]), (507, "The disk is full."))
                break
        self.assertEqual(seen - {201}, {507})
        self.assertEqual(server.ask("GET", "/api/shelf/lots")[0], 200)
        self.assertEqual(len(server.lots()), kept)
        status, backup, _ = server.ask("GET", "/api/safekeeping/household")
        self.assertEqual((status, len(zipfile.ZipFile(io.BytesIO(backup)).namelist()) > 9), (200, True))
        status, said, _ = server.ask("POST", "/api/safekeeping/copies")
        self.assertEqual((status, said["title"]), (507, "The disk is full."))
        filler.unlink()
        self.assertEqual(server.add_lot("After"), 201)
        self.assertEqual(len(server.lots()), kept + 1)

    def test_read_only_still_answers(self) -> None:
        self.mounted("size=8m")
        move_in(self.folder)
        server = self.server()
        server.add_lot("Malt")
        formula = server.ask("POST", "/api/formulas", {"start": "towpath_rinse"})[1]["id"]
        server.stop()
        remount = ["mount", "-o", "remount,ro", str(self.folder)]
        if subprocess.run(remount, capture_output=True).returncode:
            lacking("it cannot be mounted read-only here")
        again = self.server()
        for path in (
            "/api/shelf/lots",
            f"/api/formulas/{formula}",
            "/api/formulas",
            "/api/safekeeping/condition",
        ):
            with self.subTest(path):
                self.assertEqual(again.ask("GET", path)[0], 200)
        status, said, _ = again.ask("POST", "/api/shelf/lots", {"material": "malt_vinegar", "name": "x"})
        self.assertEqual((status, said["title"]), (403, "The household can only be read now."))
        self.assertEqual(again.lots(), ["Malt"])


class ManyLines(WithFolder):
    """Lines that say nothing do not keep everybody else out."""

    def test_half_open_lines(self) -> None:
        move_in(self.folder)
        server = self.server()
        lines = []
        for _ in range(HALF_OPEN):
            line = socket.create_connection(("127.0.0.1", server.port), timeout=5)
            line.sendall(b"GET /api/shelf/lots HTTP/1.1\r\nHost: 127.0.0.1\r\n")
            lines.append(line)
        try:
            self.assertEqual([server.ask("GET", "/api/shelf/lots")[0] for _ in range(5)], [200] * 5)
        finally:
            for line in lines:
                line.close()
