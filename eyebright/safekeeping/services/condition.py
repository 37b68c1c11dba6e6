"""In which state the household's files are, said in plain words with the way on.

Looked at before anything opens the database: a file that is missing, empty, damaged or newer is never
turned into an empty household beside the old pictures.
"""

import os
import sqlite3
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import Literal

from django.apps import apps
from django.db.migrations.loader import MigrationLoader

from eyebright.config.private import COPIES, left_behind

from .files import looked_into

State = Literal["new", "sound", "read only", "missing", "empty", "damaged", "strange", "newer"]
STARTS: tuple[State, ...] = ("new", "sound", "read only")
SQLITE = b"SQLite format 3\x00"


@dataclass(frozen=True)
class Condition:
    """The state of a household's files. `says` in words, with the way on; `pending`: migrations to come."""

    state: State
    says: str
    pending: bool = False

    @property
    def starts(self) -> bool:
        """Whether a server may be started on it."""
        return self.state in STARTS


def way_on(folder: Path) -> str:
    """What can be done about a file that cannot be used."""
    copies = sorted(path.name for path in (folder / COPIES).glob("*.zip"))
    last = f", the last copy is copies/{copies[-1]}" if copies else ""
    return (
        f"Put a backup back with “eyebright restore FILE”{last}. To begin anew on purpose, move "
        f"{folder} out of the way first: nothing in it is touched."
    )


def condition(file: Path, *, thorough: bool = False) -> Condition:
    """The state of this database file and of what lies beside it. `thorough` reads every page of it."""
    folder = file.parent
    if not file.exists():
        return _without(file, folder)
    if file.stat().st_size == 0:
        return Condition("empty", f"{file.name} is there, and empty. {way_on(folder)}")
    try:
        if file.read_bytes()[:16] != SQLITE:
            return Condition("strange", f"{file.name} is no household's file. {way_on(folder)}")
        with looked_into(file) as database:
            return _looked_at(database, file, thorough)
    except PermissionError:
        return Condition("strange", f"{file.name} may not be read by you: look at whose file it is.")
    except sqlite3.Error as raised:
        return _damaged(file, str(raised))


def _without(file: Path, folder: Path) -> Condition:
    """What it means that there is no database."""
    left = left_behind(file)
    if not left:
        return Condition("new", "Nothing has been kept here yet.", pending=True)
    return Condition(
        "missing",
        f"The household's file {file.name} is missing from {folder}, though its {' and '.join(left)} "
        f"{'is' if len(left) == 1 else 'are'} still there. {way_on(folder)}",
    )


def _damaged(file: Path, why: str) -> Condition:
    return Condition("damaged", f"{file.name} is damaged ({why}). {way_on(file.parent)}")


def _looked_at(database: sqlite3.Connection, file: Path, thorough: bool) -> Condition:
    """The state of a file that opens."""
    check = "integrity_check" if thorough else "quick_check"
    (found,) = database.execute(f"PRAGMA {check}(1)").fetchone()
    if found != "ok":
        return _damaged(file, found)
    tables = {name for (name,) in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    if "django_migrations" not in tables:
        return Condition("strange", f"{file.name} is no household's file. {way_on(file.parent)}")
    applied = list(database.execute("SELECT app, name FROM django_migrations"))
    strange = unknown_migrations(applied)
    if strange:
        return Condition(
            "newer",
            f"{file.name} was kept by a newer Eyebright ({', '.join(strange[:3])}). Start that one; nothing "
            "was changed. An older one would not know what to do with it.",
        )
    broken = database.execute("PRAGMA foreign_key_check").fetchone() if thorough else None
    if broken:
        return _damaged(file, f"a row of {broken[0]} belongs to nothing")
    pending = bool(unapplied_migrations(applied))
    amiss = "" if pending else _not_as_it_is_made(database, thorough)
    if amiss:
        return _damaged(file, amiss)
    if not (os.access(file, os.W_OK) and os.access(file.parent, os.W_OK)):
        says = "It can be read, and nothing kept: its folder or its disk lets nothing be written."
        return Condition("read only", says, pending)
    return Condition("sound", "All is well.", pending)


def _not_as_it_is_made(database: sqlite3.Connection, thorough: bool) -> str:
    """What a database of this version lacks, or holds beside; "" for nothing."""
    for model in apps.get_models():
        table = model._meta.db_table
        there = {row[1] for row in database.execute(f'PRAGMA table_info("{table}")')}
        lacks = {str(field.column) for field in model._meta.concrete_fields} - there
        if lacks:
            return f"{table} lacks {sorted(lacks)[0]}" if there else f"{table} is missing"
    beside = database.execute("SELECT type, name FROM sqlite_master WHERE type IN ('trigger', 'view')")
    found = beside.fetchone() if thorough else None
    return f"it holds a {found[0]} of its own, {found[1]}" if found else ""


def _ours() -> set[tuple[str, str]]:
    """Every migration that this version knows."""
    return set(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)


def unknown_migrations(applied: Iterable[tuple[str, str]]) -> list[str]:
    """Migrations of our apps that were applied, and that this version does not know."""
    ours = _ours()
    own = {app for app, _ in ours}
    return sorted(f"{app} {name}" for app, name in applied if app in own and (app, name) not in ours)


def unapplied_migrations(applied: Iterable[tuple[str, str]]) -> set[tuple[str, str]]:
    """Migrations that this version knows, and that are still to come."""
    return _ours() - set(applied)
