"""The database: what another version, another program or a bad disk left in a column is read as nothing.

Text that is no UTF-8 is read with its broken letters marked. What was to be a number or a date and is none
has nothing in its place, or, where a column must have something, the least: 0, or the beginning of 1970.
"""

import re
from collections.abc import Callable, Iterable
from datetime import UTC, date, datetime
from decimal import Decimal
from functools import partial
from typing import Any

from django.db import models
from django.db.backends.sqlite3 import base, operations
from django.db.models.expressions import Col

from ..replacing import HouseholdReplacedError, kept_in_place, which_in_place
from .turns import WriteConflictError, writing
from .writes import WRITES, Writes

LEAST: dict[type, Any] = {
    models.DateTimeField: datetime(1970, 1, 1, tzinfo=UTC),
    models.DateField: date(1970, 1, 1),
    models.DecimalField: Decimal(0),
    models.FloatField: 0.0,
    models.BooleanField: False,
}
WORKS = re.compile(r"\s*(?:SELECT|INSERT|REPLACE|UPDATE|DELETE)\b", re.IGNORECASE)
READ = re.compile(r'\b(?:FROM|JOIN)\s+"(\w+)"', re.IGNORECASE)
NUMBERS = (models.IntegerField, models.FloatField, models.BooleanField)
tolerant = partial(str, encoding="utf-8", errors="replace")


class DatabaseOperations(operations.DatabaseOperations):
    """Django's, with values that cannot be read left out."""

    def get_db_converters(self, expression: Any) -> list[Callable[..., Any]]:
        """Each of Django's, made safe; numbers, which it takes as they come, too."""
        found = list(super().get_db_converters(expression))
        field = expression.output_field
        if isinstance(field, NUMBERS) and not field.primary_key:
            found.append(self._a_number)
        return [partial(_safely, each, field) for each in found]

    @staticmethod
    def _a_number(value: Any, expression: Any, connection: Any) -> Any:
        if value is not None and not isinstance(value, (int, float)):
            raise TypeError(value)
        return value


def _safely(convert: Callable[..., Any], field: Any, value: Any, expression: Any, connection: Any) -> Any:
    """What a converter makes of a value; where it can make nothing of it, what stands in its place."""
    try:
        found = convert(value, expression, connection)
    except (TypeError, ValueError, ArithmeticError, AttributeError):
        found = None
    if found is None and isinstance(expression, Col) and not field.null:
        return next((least for kind, least in LEAST.items() if isinstance(field, kind)), 0)
    return found


def _in_turn(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: Any) -> Any:
    """A write takes its turn; what was read before it is noted. Both let who is in a hurry pass."""
    connection: DatabaseWrapper = context["connection"]
    if writing.is_hurried and WORKS.match(sql):
        connection.let_pass()
    if not WRITES.match(sql):
        if connection.waits:
            connection.note_read(READ.findall(sql))
        return execute(sql, params, many, context)
    if connection.waits:
        connection.take_turn()
    if connection.in_atomic_block:
        return execute(sql, params, many, context)
    with kept_in_place():
        try:
            return execute(sql, params, many, context)
        finally:
            writing.note(WRITES.findall(sql))


class DatabaseWrapper(base.DatabaseWrapper):
    """Django's, with text that is no text read all the same, and transactions that take turns (turns.py)."""

    ops_class = DatabaseOperations

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **options)
        self.writes = Writes()
        self._has_turn = False
        self.waits = False  # a transaction has begun that has not written yet
        self._read: set[str] = set()
        self._began = 0
        self._in_place = ""
        self.execute_wrappers += [_in_turn, self.writes]

    def _start_transaction_under_autocommit(self) -> None:
        """Begin one: with the write lock at once, or with the first write."""
        self.writes.begin()
        if writing.may_wait:
            self.waits, self._read, self._began, self._in_place = (
                True,
                set(),
                writing.changes(),
                which_in_place(),
            )
            self._say("BEGIN")
        else:
            self._begin_writing()

    def note_read(self, tables: Iterable[str]) -> None:
        """What was read before the first write: whoever changes it meanwhile is in conflict with this."""
        if self.waits:
            self._read.update(tables)

    def take_turn(self) -> None:
        """Take the write lock now; WriteConflictError where something that was read is not so any more."""
        self.waits = False
        savepoints = [sid for sid in self.savepoint_ids if sid]
        self._say("COMMIT")  # nothing was written in it
        self._begin_writing()
        if writing.changed_since(self._began, self._read) or which_in_place() != self._in_place:
            self.needs_rollback = True
            raise WriteConflictError("database is locked: what was read has changed")
        for sid in savepoints:
            self._say(f"SAVEPOINT {self.ops.quote_name(sid)}")

    def let_pass(self) -> None:
        """Rest while somebody is in a hurry. Who has the write lock gives it up, where the work can be done
        once more (WriteConflictError); else it goes on.
        """
        if not self._has_turn:
            writing.rest()
        elif writing.may_wait:
            self.needs_rollback = True
            raise WriteConflictError("database is locked: a press at the basin goes first")

    def _begin_writing(self) -> None:
        """Have the write lock; not while another household is put in the place of this one."""
        self._has_turn = writing.take()  # without one it asks as SQLite does, and may be told to wait
        try:
            self._say("BEGIN IMMEDIATE")
            try:
                with kept_in_place():
                    pass
            except HouseholdReplacedError:
                self._say("ROLLBACK")
                raise
        except BaseException:
            self._give_turn()
            raise

    def _say(self, sql: str) -> None:
        with self.wrap_database_errors:
            self.connection.execute(sql)

    def _give_turn(self) -> None:
        self.waits = False
        if self._has_turn:
            self._has_turn = False
            writing.give()

    def _commit(self) -> None:
        super()._commit()  # type: ignore[misc]
        if written := self.writes.written():
            writing.note(written)
        self._give_turn()

    def close(self) -> None:
        """Whoever is gone has no turn."""
        super().close()
        self._give_turn()

    def _rollback(self) -> None:
        super()._rollback()  # type: ignore[misc]
        self._give_turn()
        self.writes.anything()

    def _savepoint_rollback(self, sid: str) -> None:
        super()._savepoint_rollback(sid)  # type: ignore[misc]
        self.writes.anything()

    def get_connection_params(self) -> dict[str, Any]:
        """As Django has them; what a column is comes from its field alone, not from the driver as well."""
        return super().get_connection_params() | {"detect_types": 0}

    def get_new_connection(self, conn_params: Any) -> Any:
        """A connection that reads any text."""
        found = super().get_new_connection(conn_params)
        found.text_factory = tolerant
        self.writes.anything()
        return found
