"""Who writes next: in one process, writers take turns in the order in which they came.

SQLite lets one write at a time, and lets the others ask again and again: whoever is unlucky waits for
seconds. Here each has a place in a line, and a press at the basin stands before what can wait:
others rest at their next statement, and a transaction that can be done once more is broken off for it.

with writing.first(): ...       what is done in the block goes before others
with writing.late(): ...        a transaction takes its turn with its first write, and works before that
"""

import threading
from collections import deque
from collections.abc import Iterable, Iterator
from contextlib import contextmanager

from django.db import OperationalError

from .writes import ANY

PATIENCE = 20.0  # s: longer than any answer takes
REST = 0.25  # s: so long, at each statement, does one rest for who is in a hurry


class WriteConflictError(OperationalError):
    """What a transaction read before its turn was changed by another: it has to be done once more."""


class Turns:
    """A lock that is had in order, those in a hurry before the others; and what was written in each turn."""

    def __init__(self) -> None:
        self._mutex = threading.Lock()
        self._taken = False
        self._hurry: deque[threading.Event] = deque()
        self._line: deque[threading.Event] = deque()
        self._mine = threading.local()
        self._hurrying = 0
        self._calm = threading.Event()  # nobody is in a hurry
        self._calm.set()
        self._changes = 0
        self._changed: dict[str, int] = {}  # by table: the number of its last change

    @contextmanager
    def first(self) -> Iterator[None]:
        """What this thread writes in the block goes before what others do."""
        with self._mutex:
            self._hurrying += 1
            self._calm.clear()
        try:
            yield from self._with("first")
        finally:
            with self._mutex:
                self._hurrying -= 1
                if not self._hurrying:
                    self._calm.set()

    @contextmanager
    def late(self) -> Iterator[None]:
        """Transactions of this thread take their turn as late as they can. WriteConflictError where that was
        too late.
        """
        yield from self._with("late")

    def _with(self, name: str) -> Iterator[None]:
        before = getattr(self._mine, name, False)
        setattr(self._mine, name, True)
        try:
            yield
        finally:
            setattr(self._mine, name, before)

    @property
    def may_wait(self) -> bool:
        """Whether a transaction that begins now takes its turn with its first write."""
        return getattr(self._mine, "late", False) and not getattr(self._mine, "first", False)

    @property
    def is_hurried(self) -> bool:
        """Whether somebody else is in a hurry."""
        return self._hurrying > 0 and not getattr(self._mine, "first", False)

    def rest(self) -> None:
        """Let who is in a hurry pass, for a while."""
        self._calm.wait(REST)

    @contextmanager
    def turn(self) -> Iterator[None]:
        """One's turn, for as long as the block lasts; whoever waits too long goes without."""
        taken = self.take()
        try:
            yield
        finally:
            if taken:
                self.give()

    def take(self) -> bool:
        """Wait for one's turn; False where that takes too long."""
        with self._mutex:
            if not self._taken:
                self._taken = True
                return True
            line = self._hurry if getattr(self._mine, "first", False) else self._line
            turn = threading.Event()
            line.append(turn)
        if turn.wait(PATIENCE):
            return True
        with self._mutex:
            if turn.is_set():  # it came in this very moment
                return True
            line.remove(turn)
        return False

    def give(self) -> None:
        """One's turn is over: the next in line has it."""
        with self._mutex:
            line = self._hurry or self._line
            if line:
                line.popleft().set()
            else:
                self._taken = False

    # ---- what was written ----

    def changes(self) -> int:
        """How many transactions have written so far."""
        return self._changes

    def note(self, tables: Iterable[str]) -> None:
        """A transaction has written these tables."""
        with self._mutex:
            self._changes += 1
            self._changed |= dict.fromkeys(tables, self._changes)

    def changed_since(self, changes: int, tables: Iterable[str]) -> bool:
        """Whether one of these tables was written since there were so many changes."""
        with self._mutex:
            every = self._changed.get(ANY, 0)
            return any(max(self._changed.get(table, 0), every) > changes for table in tables)


writing = Turns()
"""The write lock of the database."""

working = Turns()
"""What is worked out before it is written: all at once would keep each other, and every press, waiting."""
