"""What is worked out from what is kept: worked out once, and anew when what it comes from has changed.

@derived("household.HouseLimit")             of these tables
def house_limits() -> dict[str, float]: ...

@derived("shelf.Lot!left")                   of this table, but for its column `left`
def bottles() -> list[Lot]: ...

mark(row.links, row.at)                      a short key, for what is kept with a row until it is another

A value is shared by all that ask in this process, so nobody changes it. What a function needs besides the
tables (the day, a head) is an argument of it. A transaction has values of its own until its end.
"""

import hashlib
import json
import threading
import time
from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import dataclass
from functools import wraps
from pathlib import Path
from typing import Any, ParamSpec, TypeVar
from urllib.parse import unquote, urlsplit

from django.apps import apps
from django.db import connection

from .sqlite.writes import Writes

P = ParamSpec("P")
Value = TypeVar("Value")

MOST = 400  # values that are remembered
SETTLED_NS = 50_000_000


@dataclass(frozen=True)
class DerivedValue:
    """A function whose values are remembered, and the tables that it reads."""

    name: str
    of: tuple[str, ...]
    work: Callable[..., Any]

    def tables(self) -> list[tuple[str, tuple[str, ...]]]:
        """The tables by their names in the database, each with the columns that do not matter."""
        out: list[tuple[str, tuple[str, ...]]] = []
        for label, _, but in (each.partition("!") for each in self.of):
            out.append((apps.get_model(label)._meta.db_table, (but, "version") if but else ()))
        return out


@dataclass(frozen=True)
class _Remembered:
    """A value, the database's files when it held (None: just written), and what its connection had seen."""

    at_rest: Hashable
    seen: Hashable
    value: Any


registry: dict[str, DerivedValue] = {}
_values: "OrderedDict[Hashable, _Remembered]" = OrderedDict()
_lock = threading.Lock()


def derived(*of: str) -> Callable[[Callable[P, Value]], Callable[P, Value]]:
    """Remember what a function gives for its arguments until one of these tables ("app.Model") changes."""

    def remembered(work: Callable[P, Value]) -> Callable[P, Value]:
        one = DerivedValue(f"{work.__module__}.{work.__qualname__}", of, work)
        registry[one.name] = one

        @wraps(work)
        def ask(*args: P.args, **kwargs: P.kwargs) -> Value:
            key = (one.name, args, tuple(sorted(kwargs.items())))
            if connection.waits:  # type: ignore[attr-defined]
                connection.note_read(table for table, _ in one.tables())  # type: ignore[attr-defined]
            at_rest = None if connection.in_atomic_block else _at_rest()
            found = _values.get(key)
            if found is None or at_rest is None or found.at_rest != at_rest:
                seen = _seen(one)
                if found is not None and found.seen == seen:
                    found = _Remembered(at_rest or found.at_rest, seen, found.value)
                else:
                    found = _Remembered(at_rest, seen, work(*args, **kwargs))
            with _lock:
                _values[key] = found
                _values.move_to_end(key)
                while len(_values) > MOST:
                    _values.popitem(last=False)
            value: Value = found.value
            return value

        return ask

    return remembered


def forget() -> None:
    """Let go of every value: for tests that count what is read."""
    with _lock:
        _values.clear()


def mark(*of: Any) -> str:
    """A short key of what something was worked out from."""
    return hashlib.sha256(json.dumps(of, default=str, sort_keys=True).encode()).hexdigest()[:20]


# ---- whether anything has changed ----


def _seen(one: DerivedValue) -> Hashable:
    """What is another after every change of the tables that a value comes from: what this connection wrote
    of them, and whether another one wrote anything. It says nothing to any other connection.
    """
    connection.ensure_connection()
    writes: Writes = connection.writes  # type: ignore[attr-defined]
    version = connection.connection.execute("PRAGMA data_version").fetchone()[0]
    counts = (writes.count(table, but) for table, but in one.tables())
    return (writes.connection, writes.epoch, version, *counts)


def _at_rest() -> Hashable:
    """The database's files as they are; None while something was written a moment ago."""
    name = str(connection.settings_dict["NAME"])
    file = Path(unquote(urlsplit(name).path)) if name.startswith("file:") else Path(name)
    out: list[float] = []
    for path in (file, file.with_name(f"{file.name}-wal")):
        try:
            found = path.stat()
        except OSError:
            continue
        out += [found.st_mtime_ns, found.st_size, found.st_ino]
        if abs(time.time_ns() - found.st_mtime_ns) < SETTLED_NS:
            return None  # two changes so near each other may leave the same times
    return tuple(out) or None
