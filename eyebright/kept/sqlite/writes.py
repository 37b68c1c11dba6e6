"""What a connection has written: what was worked out before that is old (kept/derived.py)."""

import re
from collections import Counter
from collections.abc import Callable, Collection
from itertools import count
from typing import Any

WRITES = re.compile(r'\s*(?:INSERT|REPLACE|UPDATE|DELETE)\b[^"]*"(\w+)"', re.IGNORECASE)
SETS = re.compile(r'\s*UPDATE\s+"\w+"\s+SET\s+(.*?)\s+WHERE\b', re.IGNORECASE | re.DOTALL)
COLUMN = re.compile(r'"(\w+)"\s*=')
READS = re.compile(r"\s*(?:SELECT|WITH|PRAGMA|EXPLAIN|BEGIN|SAVEPOINT|RELEASE|COMMIT)\b", re.IGNORECASE)
ANY = "*"  # any table
EVERY = frozenset({"*"})  # columns of a row that is new or gone
_numbers = count()


class Writes:
    """What one connection has written: by table and columns, and how often all may have changed.

    `connection`: a number that no other connection of this process has, nor had.
    """

    def __init__(self) -> None:
        self.connection = next(_numbers)
        self.by_columns: dict[str, Counter[frozenset[str]]] = {}
        self.epoch = 0
        self._since = set[str]()

    def __call__(self, execute: Callable[..., Any], sql: str, params: Any, many: bool, context: Any) -> Any:
        """Note a statement as it is executed; Django calls this for each."""
        if found := WRITES.match(sql):
            sets = SETS.match(sql)
            columns = frozenset(COLUMN.findall(sets[1])) if sets else EVERY
            self.by_columns.setdefault(found[1], Counter())[columns] += 1
            self._since.add(found[1])
        elif not READS.match(sql):
            self.epoch += 1
            self._since.add(ANY)
        return execute(sql, params, many, context)

    def begin(self) -> None:
        """A transaction begins."""
        self._since = set()

    def written(self) -> set[str]:
        """The tables that were written since it began; ANY where nobody can tell."""
        return self._since

    def count(self, table: str, but: Collection[str] = ()) -> int:
        """How often a table was written; not where nothing but the columns `but` was changed."""
        return sum(
            times for columns, times in self.by_columns.get(table, {}).items() if not columns <= set(but)
        )

    def anything(self) -> None:
        """Anything may be another than it was: what was written is taken back, or the database is another."""
        self.epoch += 1
