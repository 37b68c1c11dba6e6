"""Kept private: files that nobody else on the machine may read, and a log without what people typed."""

import logging
import os
import traceback
from contextlib import suppress
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType
from typing import Any

DATABASE, PICTURES, COPIES = "eyebright.sqlite3", "pictures", "copies"
SIDE_FILES = ("-wal", "-shm", "-journal")  # what SQLite keeps beside a database
OURS = (f"{DATABASE}*", "secret-key", "errors.log*", f"{PICTURES}/*", f"{COPIES}/*")


def make_private(folder: Path) -> None:
    """Make the data folder, and let nobody else into it or into what older versions left there open."""
    with suppress(PermissionError, OSError):
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        _only_mine(folder, 0o700)
        for name in (PICTURES, COPIES):
            if (folder / name).is_dir():
                _only_mine(folder / name, 0o700)
        for pattern in OURS:
            for path in folder.glob(pattern):
                if path.is_file():
                    _only_mine(path, 0o600)


def _only_mine(path: Path, mode: int) -> None:
    if path.stat().st_mode & 0o777 != mode:
        path.chmod(mode)


def left_behind(file: Path) -> list[str]:
    """What lies beside where a database should be, by name: signs that a household was kept there."""
    folders = [name for name in (PICTURES, COPIES) if _holds(file.parent / name)]
    return folders + [f"{file.name}{end}" for end in SIDE_FILES if Path(f"{file}{end}").exists()]


def _holds(folder: Path) -> bool:
    return folder.is_dir() and any(folder.iterdir())


def database_name(folder: Path) -> str:
    """The database as it is opened: made only in a new folder, and only read where nothing can be written."""
    file = folder / DATABASE
    new = not file.exists() and not left_behind(file)
    if not new and not os.access(folder, os.W_OK):
        return f"{file.as_uri()}?immutable=1"
    return f"{file.as_uri()}?mode={'rwc' if new else 'rw'}"


class PrivateLog(RotatingFileHandler):
    """A log that never stands in the way of an answer: what cannot be written is let go."""

    def handleError(self, record: logging.LogRecord) -> None:  # noqa: N802
        """The disk may be full."""


class WithoutWhatWasTyped(logging.Formatter):
    """When, where in the program, and which kind of failure: never the values, which may be somebody's."""

    def __init__(self) -> None:
        super().__init__("%(asctime)s %(levelname)s %(name)s")

    def formatException(  # noqa: N802
        self, ei: tuple[type[BaseException], BaseException, TracebackType | None] | tuple[None, None, None]
    ) -> str:
        """The kind of exception, and the places it came through."""
        kind, _, trace = ei
        places = [f"  {Path(f.filename).name}:{f.lineno} {f.name}" for f in traceback.extract_tb(trace)]
        return "\n".join([kind.__name__ if kind else "?", *places])

    def format(self, record: logging.LogRecord) -> str:
        """One event; the words of the program alone, without what was put into them."""
        said: Any = record.msg if isinstance(record.msg, str) else type(record.msg).__name__
        trace = f"\n{self.formatException(record.exc_info)}" if record.exc_info else ""
        when = self.formatTime(record)
        return f"{when} {record.levelname} {record.name}: {said}{trace}"
