"""The household as one ZIP, in an open format (docs/formats.md).

manifest.json             what it is, which version wrote it, how many rows, and a hash of every file
eyebright.sqlite3         the database, by SQLite's own backup call: as it stood at one moment
tables/shelf_lot.jsonl    every table, a row a line, for any other program
pictures/….jpg            the pictures, as they are named in it
"""

import hashlib
import json
import sqlite3
import zipfile
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from math import isfinite
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from django.apps import apps
from django.db import models
from django.utils import timezone

from eyebright import __version__
from eyebright.config.private import DATABASE, PICTURES
from eyebright.kept.durable import settled
from eyebright.kept.sqlite.base import tolerant

from .files import data_folder, household_file, looked_into

FORMAT, VERSION = "eyebright-household", 1
MANIFEST = "manifest.json"
NOT_CARRIED = {  # of no use elsewhere: answers given already, what this machine's clock did, whose it was
    "household_answered", "kept_clockanchor", "kept_clockstep", "kept_householdmark",
}  # fmt: skip
CHUNK = 1 << 20


@dataclass
class ArchiveWritten:
    """An archive as it was written: how many rows and pictures are in it, its size in bytes."""

    rows: int = 0
    pictures: int = 0
    size: int = 0


def kept_models() -> list[type[models.Model]]:
    """Every table of our own, in the order of the apps."""
    ours = (each for each in apps.get_models() if each.__module__.startswith("eyebright."))
    return [each for each in ours if each._meta.db_table not in NOT_CARRIED]


def write_archive(out: Path) -> ArchiveWritten:
    """Write the household as it stands into this file; whole, or not at all."""
    out.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
    with TemporaryDirectory(dir=out.parent, prefix=".making-") as folder:
        made, written = Path(folder, "household.zip"), ArchiveWritten()
        with made.open("wb") as file:
            file.writelines(archive_chunks(written))
        settled(made)
        made.replace(out)
        settled(out)
    return written


class _Sink:
    """Where the ZIP is written to: taken out piece by piece."""

    def __init__(self) -> None:
        self._pieces: list[bytes] = []

    def write(self, piece: bytes) -> int:
        self._pieces.append(bytes(piece))
        return len(piece)

    def flush(self) -> None:
        """Nothing is held back."""

    def taken(self) -> bytes:
        """What was written since the last time."""
        out, self._pieces = b"".join(self._pieces), []
        return out


def archive_chunks(written: ArchiveWritten) -> Iterator[bytes]:
    """The household as it stands, piece by piece: it needs no disk. `written` says how much it was."""
    sink = _Sink()
    into = zipfile.ZipFile(sink, "w", zipfile.ZIP_DEFLATED, compresslevel=6)  # type: ignore[call-overload]
    with closing(_snapshot()) as database, into as packed:
        for _ in _pack(packed, database, written):
            piece = sink.taken()
            written.size += len(piece)
            yield piece
    piece = sink.taken()
    written.size += len(piece)
    yield piece


def _snapshot() -> sqlite3.Connection:
    """The database as it stands at this moment, in memory, but for what is not carried."""
    taken = sqlite3.connect(":memory:", check_same_thread=False)
    taken.text_factory = tolerant
    with looked_into(household_file()) as source:
        source.backup(taken)
    taken.execute("PRAGMA temp_store=MEMORY")
    for table in sorted(NOT_CARRIED & _tables(taken)):
        taken.execute(f"DELETE FROM {table}")
    taken.commit()
    taken.execute("VACUUM")
    return taken


def _pack(packed: zipfile.ZipFile, database: sqlite3.Connection, written: ArchiveWritten) -> Iterator[None]:
    """Put everything into the ZIP, a breath after each file."""
    hashes: dict[str, dict[str, Any]] = {}
    rows: dict[str, int] = {}
    missing: list[str] = []
    tables = _tables(database)
    lined = [model for model in kept_models() if model._meta.db_table in tables]
    hashes[DATABASE] = _put(packed, DATABASE, _as_file(database))
    yield
    for model in lined:
        name = f"tables/{model._meta.db_table}.jsonl"
        lines = [json.dumps(row, ensure_ascii=False) for row in table_rows(database, model)]
        rows[model._meta.db_table] = len(lines)
        hashes[name] = _put(packed, name, "".join(f"{line}\n" for line in lines).encode())
        yield
    for name in pictures_named(database):
        if (data_folder() / name).is_file():
            hashes[name] = _put_file(packed, name, data_folder() / name)
        else:
            missing.append(name)
        yield
    manifest = {
        "format": FORMAT,
        "version": VERSION,
        "written_by": __version__,
        "written_at": timezone.now().isoformat(),
        "migrations": [list(each) for each in migrations_in(database)],
        "rows": rows,
        "missing": missing,
        "unread": sorted(tables - NOT_CARRIED - {model._meta.db_table for model in lined}),
        "files": hashes,
    }
    packed.writestr(MANIFEST, json.dumps(manifest, ensure_ascii=False, indent=2))
    written.rows = sum(rows.values())
    written.pictures = sum(name.startswith("pictures/") for name in hashes)


def _as_file(database: sqlite3.Connection) -> bytes:
    """A database as a file of its own, which needs no log beside it (bytes 18 and 19 of SQLite's format)."""
    body = bytearray(database.serialize())
    body[18:20] = b"\x01\x01"
    return bytes(body)


def pictures_named(database: sqlite3.Connection) -> list[str]:
    """The pictures that its rows name; every one that lies there, where another version has other tables."""
    columns = [
        (field.column, model._meta.db_table)
        for model in kept_models()
        for field in model._meta.concrete_fields
        if isinstance(field, models.FileField)
    ]
    try:
        return [
            name
            for column, table in columns
            for (name,) in database.execute(f"SELECT {column} FROM {table} ORDER BY id")
        ]
    except sqlite3.OperationalError:
        folder = data_folder() / PICTURES
        return sorted(f"{PICTURES}/{each.name}" for each in folder.glob("*.jpg"))


def migrations_in(database: sqlite3.Connection) -> list[tuple[str, str]]:
    """The migrations that a database has seen, in order."""
    return list(database.execute("SELECT app, name FROM django_migrations ORDER BY id"))


def _put(packed: zipfile.ZipFile, name: str, body: bytes) -> dict[str, Any]:
    packed.writestr(name, body)
    return {"sha256": hashlib.sha256(body).hexdigest(), "size": len(body)}


def _put_file(packed: zipfile.ZipFile, name: str, path: Path) -> dict[str, Any]:
    """Put a picture in as it is: it is packed already."""
    digest, size = hashlib.sha256(), 0
    entry = zipfile.ZipInfo.from_file(path, name)
    with path.open("rb") as read, packed.open(entry, "w") as write:
        while chunk := read.read(CHUNK):
            digest.update(chunk)
            size += len(chunk)
            write.write(chunk)
    return {"sha256": digest.hexdigest(), "size": size}


# ---- tables as lines of JSON ----


def _tables(database: sqlite3.Connection) -> set[str]:
    """The tables of ours that a database has, whichever version kept it."""
    every = database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
    return {name for (name,) in every if not name.startswith(("django_", "sqlite_"))}


def table_rows(database: sqlite3.Connection, model: type[models.Model]) -> Iterator[dict[str, Any]]:
    """The rows of a table as plain JSON: numbers as numbers, exact ones as text, times as ISO 8601."""
    fields = {str(field.column): field for field in model._meta.concrete_fields}
    found = database.execute(f'SELECT * FROM "{model._meta.db_table}" ORDER BY rowid')
    columns = [str(column[0]) for column in found.description]
    for row in found:
        yield {name: _plain(fields.get(name), value) for name, value in zip(columns, row, strict=True)}


def _plain(field: "models.Field[Any, Any] | None", value: Any) -> Any:
    """One value as JSON has it; as it is where another version has the column."""
    if value is None:
        return None
    if isinstance(value, bytes):
        return tolerant(value)
    if isinstance(value, float) and not isfinite(value):
        return str(value)
    if isinstance(field, models.JSONField):
        try:
            return json.loads(value)
        except ValueError:  # as it is: nothing is left out of a backup
            return value
    if isinstance(field, models.BooleanField):
        return bool(value)
    if isinstance(field, models.DecimalField):
        return f"{value:.{field.decimal_places}f}" if isinstance(value, float) else str(value)
    if isinstance(field, models.DateTimeField) and isinstance(value, str):
        return f"{value.replace(' ', 'T')}Z"
    return value
