"""Where the household's files are, and how they are written so that they outlast a power cut."""

import os
import shutil
import sqlite3
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from urllib.parse import unquote

from django.conf import settings
from django.db import connections

from eyebright.config.private import COPIES

AT_WORK = (".making-", ".restoring-", ".giving-")  # what folders begin with that are worked in
ABANDONED = 3600.0  # s after which one is of somebody who was killed


def household_file() -> Path:
    """The database's file."""
    name = str(connections["default"].settings_dict["NAME"])
    if name.startswith("file:"):
        name = unquote(name.removeprefix("file://").removeprefix("file:").partition("?")[0])
    return Path(name)


def data_folder() -> Path:
    """The folder that everything is kept in."""
    return Path(settings.MEDIA_ROOT)


def copies_folder() -> Path:
    """Where copies are kept."""
    return data_folder() / COPIES


@contextmanager
def looked_into(file: Path) -> Iterator[sqlite3.Connection]:
    """A database file, only to be read; sqlite3.Error where it is none."""
    mode = "mode=ro" if os.access(file.parent, os.W_OK) else "immutable=1"
    with closing(sqlite3.connect(f"{file.resolve().as_uri()}?{mode}", uri=True, timeout=30)) as found:
        yield found


def sweep_work(*, every: bool = False) -> int:
    """Delete what was left behind by whoever was killed at work; how many folders went.

    `every`: nobody else can be at work, and what is there is of nobody any more.
    """
    now, gone = time.time(), 0
    for folder in (data_folder(), copies_folder()):
        for path in folder.iterdir() if folder.is_dir() else ():
            if path.name.startswith(AT_WORK) and (every or now - path.stat().st_mtime > ABANDONED):
                shutil.rmtree(path, ignore_errors=True)
                gone += 1
    return gone


def checkpoint(file: Path) -> None:
    """Bring what is written ahead into the database's own file, and leave nothing behind."""
    with closing(sqlite3.connect(file, timeout=10, isolation_level=None)) as found:
        found.execute("PRAGMA wal_checkpoint(TRUNCATE)")
