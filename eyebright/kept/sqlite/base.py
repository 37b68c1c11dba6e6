"""The database: what another version, another program or a bad disk left in a column is read as nothing.

Text that is no UTF-8 is read with its broken letters marked. What was to be a number or a date and is none
has nothing in its place, or, where a column must have something, the least: 0, or the beginning of 1970.
"""

from collections.abc import Callable
from datetime import UTC, date, datetime
from decimal import Decimal
from functools import partial
from typing import Any

from django.db import models
from django.db.backends.sqlite3 import base, operations
from django.db.models.expressions import Col

from ..replacing import HouseholdReplacedError, kept_in_place
from .writes import WRITES, Writes

LEAST: dict[type, Any] = {
    models.DateTimeField: datetime(1970, 1, 1, tzinfo=UTC),
    models.DateField: date(1970, 1, 1),
    models.DecimalField: Decimal(0),
    models.FloatField: 0.0,
    models.BooleanField: False,
}
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


def _while_it_may(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: Any) -> Any:
    """What writes outside a transaction does so while nobody puts another household here."""
    if context["connection"].in_atomic_block or not WRITES.match(sql):
        return execute(sql, params, many, context)
    with kept_in_place():
        return execute(sql, params, many, context)


class DatabaseWrapper(base.DatabaseWrapper):
    """Django's, with text that is no text read all the same."""

    ops_class = DatabaseOperations

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **options)
        self.writes = Writes()
        self.execute_wrappers += [_while_it_may, self.writes]

    def _start_transaction_under_autocommit(self) -> None:
        """Begin one, with the write lock; not while another household is put in the place of this one."""
        super()._start_transaction_under_autocommit()  # type: ignore[misc]
        try:
            with kept_in_place():
                pass
        except HouseholdReplacedError:
            self.cursor().execute("ROLLBACK")
            raise

    def _rollback(self) -> None:
        super()._rollback()  # type: ignore[misc]
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
