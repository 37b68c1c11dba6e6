"""What a page of an older version sends, or left in its browser's storage, read by the names of today."""

from typing import Any, ClassVar

from ninja import Schema
from ninja.schema import DjangoGetter
from pydantic import model_validator


class OlderNames(Schema):
    """Mixed into what is sent: a field that has another name now still comes by its `older` one."""

    older: ClassVar[dict[str, str]] = {"stuff": "supply_key", "much": "amount_mode"}

    @model_validator(mode="before")
    @classmethod
    def _by_the_names_of_today(cls, given: Any) -> Any:
        found = given._obj if isinstance(given, DjangoGetter) else given
        if not isinstance(found, dict):
            return given
        return {cls.older.get(name, name): value for name, value in found.items()}
