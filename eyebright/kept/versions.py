"""A change of something kept: only what changed is sent, with the version that it was changed from.

class LotChangeIn(LotIn, Change): ...          every field of LotIn may be left out
lot = get_checked(Lot.objects.all(), pk, "bottle", entered.version, lot_out)      409 where another was first
changed(LotIn, lot_entered(lot), entered)      what stood there, and over it what was sent
"""

from collections.abc import Callable, Mapping
from typing import Any, TypeVar

from ninja import Schema
from pydantic import BaseModel

from .problems import Problem, Row, one

Entered = TypeVar("Entered", bound=Schema)


class Change(Schema):
    """What changes in a row that was read at `version`; mixed into a schema, its fields may be left out."""

    version: int

    @classmethod
    def __pydantic_init_subclass__(cls, **options: Any) -> None:
        """Nothing but the version must be sent; what is sent is checked as ever."""
        for name, field in cls.model_fields.items():
            if name != "version":
                field.default_factory = lambda: None
                field.default = ...
        cls.model_rebuild(force=True)


def get_checked(rows: Any, pk: int, called: str, version: int, shown: Callable[[Row], BaseModel]) -> Row:
    """The row of this id as it was at `version`; a 409 that shows it as it is now where it has changed."""
    row: Row = one(rows, pk, called)
    check_version(row, called, version, shown)
    return row


def check_version(row: Row, called: str, version: int, shown: Callable[[Row], BaseModel]) -> None:
    """Refuse a change that began from another version than the row is at."""
    if row.version != version:  # type: ignore[attr-defined]
        raise Problem.stale(called, shown(row).model_dump(mode="json"))


def changed(schema: type[Entered], before: Mapping[str, Any], change: Change) -> Entered:
    """What stood there before, with what was sent over it. What stood there is taken as it is kept."""
    sent = {name: getattr(change, name) for name in change.model_fields_set if name != "version"}
    payload: Entered = schema.model_construct(**{**before, **sent})  # type: ignore[assignment]
    return payload
