"""Another household is being put in the place of this one: nobody writes meanwhile, in whichever process.

with replacing(folder):          a lock file flags it; whoever was writing has finished when the block begins
    ...                          copy what is there, put the other one in its place

Every transaction that is to write looks at the flag once it has the database's write lock (kept/sqlite): what
is acknowledged is therefore in the copy of what was there, or in what stands there afterwards.
"""

import fcntl
import os
import sqlite3
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from uuid import uuid4

from django.conf import settings
from django.db import OperationalError

FLAG = "restoring.lock"
PATIENCE = 30.0  # s for those who write to finish
FLAG_PATIENCE = 3.0  # s for the flag itself
IN_THE_WAY = f"{FLAG} in the data folder cannot be written. Move it elsewhere, and try again."
BEING_REPLACED = "The household is being put back just now."


class FlagError(OSError):
    """What is raised where something stands in the place of the flag."""


class HouseholdReplacedError(OperationalError):
    """What is raised where something is to be written meanwhile."""


def _flag(folder: Path | None = None) -> Path:
    return (folder or Path(settings.MEDIA_ROOT)) / FLAG


@contextmanager
def kept_in_place() -> Iterator[None]:
    """Nobody puts another household here during the block. HouseholdReplacedError where that is going on."""
    try:
        handle = os.open(_flag(), os.O_RDONLY)
    except OSError:  # nobody ever did
        yield
        return
    try:
        fcntl.flock(handle, fcntl.LOCK_SH | fcntl.LOCK_NB)
    except OSError:
        os.close(handle)
        raise HouseholdReplacedError(BEING_REPLACED) from None
    try:
        yield
    finally:
        os.close(handle)


def which_in_place() -> str:
    """Another text after each household that was put here; "" where none ever was."""
    try:
        return _flag().read_text("ascii")
    except (OSError, UnicodeDecodeError):
        return ""


def being_replaced() -> bool:
    """Whether that is going on, in this process or another. What somebody left who was killed is no flag."""
    try:
        with kept_in_place():
            return False
    except HouseholdReplacedError:
        return True


@contextmanager
def replacing(folder: Path, database: Path) -> Iterator[None]:
    """Flag it, and wait for whoever is writing. BlockingIOError where somebody else is at it already.

    FlagError where the flag cannot be written.
    """
    try:
        handle = os.open(_flag(folder), os.O_RDWR | os.O_CREAT, 0o600)
    except (IsADirectoryError, PermissionError):
        raise FlagError(IN_THE_WAY) from None
    try:
        _flagged(handle)
        _wait_for_writers(database)
        yield
        os.ftruncate(handle, 0)
        os.pwrite(handle, uuid4().hex.encode(), 0)
    finally:
        os.close(handle)  # the file stays: one that is deleted and made anew could be locked twice


def _flagged(handle: int) -> None:
    """Have the flag, once single statements are through. BlockingIOError where that takes too long."""
    until = time.monotonic() + FLAG_PATIENCE
    while True:
        try:
            return fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            if time.monotonic() > until:
                raise
            time.sleep(0.01)


def _wait_for_writers(database: Path) -> None:
    """Have the write lock for a moment: those before have finished, those after see the flag."""
    if not database.is_file():
        return
    with (
        suppress(sqlite3.DatabaseError),  # what is no database has no writers
        closing(sqlite3.connect(database, timeout=PATIENCE, isolation_level=None)) as held,
    ):
        held.execute("BEGIN IMMEDIATE")
        held.execute("ROLLBACK")
