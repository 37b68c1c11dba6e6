"""One server a household: a second on the same folder waits for the first to start, and is then refused."""

import fcntl
import json
import os
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path

LOCK = "serving.lock"
STARTING = "starting"
LOOK = 0.2  # s
PATIENCE = 180.0  # s for another one to start
WAITING = "Another Eyebright is just starting with this household: this one waits."


class ServedAlreadyError(RuntimeError):
    """Another server has this household; the words say where, and what to do."""


@dataclass
class Held:
    """The lock of a household, and what it says of its holder."""

    handle: int | None

    def says(self, address: str) -> None:
        """Who has it: the address, or that it is starting."""
        if self.handle is None:
            return
        with suppress(OSError):  # a full disk keeps nobody from being served
            os.ftruncate(self.handle, 0)
            os.pwrite(self.handle, json.dumps({"pid": os.getpid(), "address": address}).encode(), 0)


@contextmanager
def one_server(folder: Path, tell: Callable[[str], object]) -> Iterator[Held]:
    """Have the household of this folder alone, until the block ends or the process does.

    ServedAlreadyError where another server has it. A folder that cannot be written is not held.
    """
    try:
        handle = os.open(folder / LOCK, os.O_RDWR | os.O_CREAT, 0o600)
    except OSError:
        yield Held(None)
        return
    try:
        _have(handle, tell)
        held = Held(handle)
        held.says(STARTING)
        yield held
    finally:
        os.close(handle)


def _have(handle: int, tell: Callable[[str], object]) -> None:
    until, told = time.monotonic() + PATIENCE, False
    while True:
        with suppress(BlockingIOError):
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            return
        address = _holder(handle)
        if address != STARTING or time.monotonic() > until:
            where = f" at {address}" if address.startswith("http") else ""
            raise ServedAlreadyError(
                f"This household is open already{where}, in another window. Use that one, or stop it first."
            )
        if not told:
            tell(WAITING)
            told = True
        time.sleep(LOOK)


def _holder(handle: int) -> str:
    """What the holder says of itself; that it is starting, while it says nothing yet."""
    try:
        return str(json.loads(os.pread(handle, 1000, 0))["address"])
    except (ValueError, KeyError, TypeError):
        return STARTING
