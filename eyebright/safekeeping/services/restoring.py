"""A household put back from its ZIP: looked at whole before anything is touched, and nothing half done."""

import hashlib
import json
import os
import re
import shutil
import sqlite3
import subprocess
import sys
import zipfile
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from django.conf import settings
from django.db import connections

from eyebright.config.private import DATABASE, PICTURES, SIDE_FILES
from eyebright.kept.clock_steps import anchor_clock
from eyebright.kept.durable import settled
from eyebright.kept.household_mark import mark_anew
from eyebright.kept.problems import Problem
from eyebright.kept.replacing import BEING_REPLACED, FlagError, replacing

from .archive import CHUNK, FORMAT, MANIFEST, VERSION, pictures_named
from .condition import condition, unknown_migrations
from .copies import make_copy
from .files import checkpoint, data_folder, household_file

PICTURE = re.compile(r"pictures/[0-9a-f]{32}(_\w{1,16})?\.jpg")
TABLE = re.compile(r"tables/[a-z_]{1,80}\.jsonl")
MOST_BYTES = 20_000_000_000
MOST_FILES = 1_000_000
MOST_MANIFEST = 50_000_000  # bytes, unpacked: some 300,000 pictures
ROOM = 1.2  # times what is put back must be free


@dataclass(frozen=True)
class Restored:
    """What was put back: rows and pictures, when it was written, and the copy of what stood there before."""

    rows: int
    pictures: int
    written_at: str
    before: str


def _refuse(detail: str) -> Problem:
    return Problem(422, "That cannot be put back.", detail, {"file": detail})


@contextmanager
def opened(file: Path | Any) -> Iterator[tuple[zipfile.ZipFile, dict[str, Any]]]:
    """A household's ZIP and its manifest; a Problem that says what is wrong with it."""
    try:
        with zipfile.ZipFile(file) as packed:
            yield packed, _manifest(packed)
    except (zipfile.BadZipFile, EOFError, NotImplementedError, UnicodeDecodeError, RuntimeError):
        raise _refuse("That is no household's ZIP, or it is broken: choose another.") from None


def _manifest(packed: zipfile.ZipFile) -> dict[str, Any]:
    """What it says of itself; refused where it is not ours, newer, or holds what it should not."""
    try:
        with packed.open(MANIFEST) as read:
            raw = read.read(MOST_MANIFEST + 1)
        if len(raw) > MOST_MANIFEST:
            raise _refuse("Its manifest is larger than any household's.")
        manifest = json.loads(raw)
        files, version, kind = manifest["files"], manifest["version"], manifest["format"]
        known = isinstance(files, dict) and isinstance(version, int) and kind == FORMAT
        sizes = {name: int(row["size"]) for name, row in files.items()}
        hashed = all(isinstance(row["sha256"], str) for row in files.values())
        seen = [(str(app), str(name)) for app, name in manifest.get("migrations", [])]
        manifest["rows"] = {str(table): int(count) for table, count in manifest.get("rows", {}).items()}
    except (KeyError, ValueError, TypeError, AttributeError):
        raise _refuse("It has no manifest that can be read: it is no household's ZIP.") from None
    if not known or not hashed or DATABASE not in files:
        raise _refuse("It is no household's ZIP: choose another.")
    if version > VERSION:
        raise _refuse("It was written by a newer Eyebright: put it back with that one.")
    if len(files) > MOST_FILES or sum(sizes.values()) > MOST_BYTES:
        raise _refuse("It is larger than any household.")
    for name in files:
        if name != DATABASE and not PICTURE.fullmatch(name) and not TABLE.fullmatch(name):
            raise _refuse(f"It holds a file that no household has: {name[:80]}.")
    if unknown_migrations(seen):
        raise _refuse("It was kept by a newer Eyebright: put it back with that one.")
    return dict(manifest)


def restore(file: Path | Any) -> Restored:
    """Put a household back, over whatever is there; of that a copy is made first."""
    with (
        opened(file) as (packed, manifest),
        TemporaryDirectory(dir=_room(manifest), prefix=".restoring-") as folder,
    ):
        found = Path(folder, DATABASE)
        _unpack(packed, manifest, DATABASE, found)
        _brought_up_to_date(found)
        mark_anew(found)
        names = [name for name in manifest["files"] if name.startswith(f"{PICTURES}/")]
        with _replacing():
            before = _copy_of_what_is_there()
            for name in names:
                _put_picture(packed, manifest, name)
            connections.close_all()
            _put_database(found)
        sweep_pictures()
        anchor_clock()
    return Restored(sum(manifest["rows"].values()), len(names), str(manifest.get("written_at", "")), before)


@contextmanager
def _replacing() -> Iterator[None]:
    """Nobody writes meanwhile; refused where somebody else is putting a household back."""
    try:
        with replacing(data_folder(), household_file()):
            yield
    except BlockingIOError:
        raise Problem(503, BEING_REPLACED, "Somebody else is at it. Try again in a moment.") from None
    except FlagError as raised:
        raise Problem(409, "The household cannot be put back.", str(raised)) from None


def _room(manifest: dict[str, Any]) -> Path:
    """The folder to work in, where there is room enough on its disk."""
    folder = data_folder()
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    needed = ROOM * 2 * sum(int(row["size"]) for row in manifest["files"].values())
    if shutil.disk_usage(folder).free < needed:
        says = f"Putting it back needs {needed / 1e6:.0f} MB. Nothing was changed."
        raise Problem(507, "The disk is full.", says)
    return folder


def _unpack(packed: zipfile.ZipFile, manifest: dict[str, Any], name: str, into: Path) -> None:
    """One file out of the ZIP, as its hash says it was put in."""
    row, seen, size = manifest["files"][name], hashlib.sha256(), 0
    try:
        with packed.open(name) as read, into.open("wb") as write:
            while chunk := read.read(CHUNK):
                size += len(chunk)
                if size > row["size"]:
                    raise _refuse(f"{name} is not as it was when it was written.")
                seen.update(chunk)
                write.write(chunk)
    except KeyError:
        raise _refuse(f"{name} is missing from it.") from None
    except zipfile.error:
        raise _refuse(f"{name} is broken in it.") from None
    if seen.hexdigest() != row["sha256"]:
        raise _refuse(f"{name} is not as it was when it was written.")


def _brought_up_to_date(file: Path) -> None:
    """An older version's database, as this version has it; refused where it is damaged or newer."""
    found = condition(file, thorough=True)
    if not found.starts:
        raise _refuse(f"The database in it cannot be used. {found.says.partition(' Put a ')[0]}")
    if not found.pending:
        return
    environment = {**os.environ, "EYEBRIGHT_DATA": str(file.parent), "EYEBRIGHT_DEMO": "0"}
    done = subprocess.run(
        [sys.executable, "-m", "eyebright", "migrate", "--verbosity", "0"],
        env=environment,
        cwd=settings.BASE,
        capture_output=True,
        text=True,
    )
    if done.returncode or condition(file).pending:
        raise _refuse("It is of an older version, and could not be brought up to date.")
    checkpoint(file)


def _copy_of_what_is_there() -> str:
    """A copy of the household that is about to be replaced; "" where there is none that opens."""
    file = household_file()
    found = condition(file)
    if found.state not in ("sound", "newer"):
        return ""
    return make_copy("before-restore").name if _holds_anything(file) else ""


def _holds_anything(file: Path) -> bool:
    """Whether somebody has kept something there; where that cannot be told, it does."""
    with closing(sqlite3.connect(file, timeout=10)) as database:
        try:
            (kept,) = database.execute(
                "SELECT (SELECT count(*) FROM shelf_lot) + (SELECT count(*) FROM heads_head)"
                " + (SELECT count(*) FROM shelf_watersource) + (SELECT count(*) FROM formulas_formula)"
            ).fetchone()
        except sqlite3.OperationalError:
            return True
    return bool(kept)


def _put_picture(packed: zipfile.ZipFile, manifest: dict[str, Any], name: str) -> None:
    """A picture in its place, on the disk before the rows that name it."""
    place = data_folder() / name
    place.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
    making = place.with_suffix(".part")
    _unpack(packed, manifest, name, making)
    making.replace(place)
    settled(place)


def _put_database(found: Path) -> None:
    """The database in the place of what is there: page by page in one transaction, or as a file."""
    file = household_file()
    if condition(file).state in ("sound", "newer"):
        with (
            closing(sqlite3.connect(found)) as source,
            closing(sqlite3.connect(file, timeout=30, isolation_level=None)) as target,
        ):
            source.backup(target)
            target.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        return
    aside = f"{datetime.now():%Y-%m-%dT%H%M%S}"
    for end in ("", *SIDE_FILES):
        old = Path(f"{file}{end}")
        if old.exists():
            old.rename(f"{file}.set-aside-{aside}{end}")
    found.replace(file)
    settled(file)


def sweep_pictures() -> int:
    """Delete what lies among the pictures and no row names; how many went."""
    folder, file = data_folder() / PICTURES, household_file()
    if not folder.is_dir() or not file.exists():
        return 0
    with closing(sqlite3.connect(file, timeout=10)) as database:
        named = set(pictures_named(database))
    gone = [path for path in folder.iterdir() if path.is_file() and f"{PICTURES}/{path.name}" not in named]
    for path in gone:
        path.unlink(missing_ok=True)
    return len(gone)
