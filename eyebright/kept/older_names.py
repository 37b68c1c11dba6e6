"""What a page of an older version sends, or left in its browser's storage, read by the names of today."""

from collections.abc import Mapping
from typing import Any, ClassVar

from ninja import Schema
from ninja.schema import DjangoGetter
from pydantic import model_validator

NAMES_OF_TODAY = {"stuff": "supply_key", "much": "amount_mode"}


def in_names_of_today(given: dict[str, Any], older: Mapping[str, str] = NAMES_OF_TODAY) -> dict[str, Any]:
    """The same members by their names of today."""
    return {older.get(name, name): value for name, value in given.items()}


class OlderNames(Schema):
    """Mixed into what is sent: a field that has another name now still comes by its `older` one."""

    older: ClassVar[dict[str, str]] = NAMES_OF_TODAY

    @model_validator(mode="before")
    @classmethod
    def _by_the_names_of_today(cls, given: Any) -> Any:
        found = given._obj if isinstance(given, DjangoGetter) else given
        if not isinstance(found, dict):
            return given
        return in_names_of_today(found, cls.older)
