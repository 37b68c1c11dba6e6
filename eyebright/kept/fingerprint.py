"""Whether anything that is kept has changed: what was worked out from it holds for as long as it has not.

mark = fingerprint()        of the database's files, as they stand; None while something is being written
"""

import time
from pathlib import Path
from urllib.parse import unquote, urlsplit

from django.db import connection

SETTLED_NS = 50_000_000


def fingerprint() -> tuple[float, ...] | None:
    """A mark that is another after every change that was kept, whoever made it; None inside a transaction."""
    if connection.in_atomic_block:
        return None
    file = _file(str(connection.settings_dict["NAME"]))
    out: list[float] = []
    for path in (file, file.with_name(f"{file.name}-wal")):
        try:
            found = path.stat()
        except OSError:
            continue
        out += [found.st_mtime_ns, found.st_size, found.st_ino]
        if abs(time.time_ns() - found.st_mtime_ns) < SETTLED_NS:
            return None  # two changes so near each other may leave the same mark
    return tuple(out) or None


def _file(name: str) -> Path:
    """The database's file, by its path or its address ("file:…?mode=rw")."""
    return Path(unquote(urlsplit(name).path)) if name.startswith("file:") else Path(name)
