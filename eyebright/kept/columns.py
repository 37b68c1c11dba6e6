"""Columns of JSON that only ever give what they should: what another version left there is left out.

    marks = Objects(needs={"name": str, "volume": (int, float)})      a list of objects that have these
    flags = Strings()                                                 a list of words
    label = Object()                                                  one object

For the database, and for migrations, each is a plain JSONField.
"""

from collections.abc import Mapping
from typing import Any

from django.db import models


class Kept(models.JSONField):
    """A JSON column that looks at what comes out of the database."""

    def sound(self, value: Any) -> Any:
        """What of it can be used."""
        raise NotImplementedError

    def from_db_value(self, value: Any, expression: Any, connection: Any) -> Any:
        """As Django reads it; then what of it can be used."""
        try:
            found = super().from_db_value(value, expression, connection)
        except ValueError:
            found = None
        if found is None and self.null:
            return None
        return self.sound(found)

    def deconstruct(self) -> Any:
        """For a migration it is a JSONField like any other."""
        name, _, args, options = super().deconstruct()
        return name, "django.db.models.JSONField", args, options


class Strings(Kept):
    """A list of words."""

    def sound(self, value: Any) -> list[str]:
        """Its words."""
        return [each for each in value if isinstance(each, str)] if isinstance(value, list) else []


class Numbers(Kept):
    """A list of numbers."""

    def sound(self, value: Any) -> list[float]:
        """Its numbers."""
        every = value if isinstance(value, list) else []
        return [each for each in every if isinstance(each, int | float) and not isinstance(each, bool)]


class Objects(Kept):
    """A list of objects. `needs`: what each has to have, and of which kind."""

    def __init__(self, *args: Any, needs: Mapping[str, Any] | None = None, **options: Any) -> None:
        super().__init__(*args, **options)
        self.needs = dict(needs or {})

    def sound(self, value: Any) -> list[dict[str, Any]]:
        """Those objects that have what they need."""
        every = value if isinstance(value, list) else []
        return [each for each in every if isinstance(each, dict) and self._fits(each)]

    def _fits(self, each: dict[str, Any]) -> bool:
        return all(isinstance(each.get(name), kind) for name, kind in self.needs.items())


class Object(Kept):
    """One object. `of`: what its values have to be, where that is all one."""

    def __init__(self, *args: Any, of: Any = None, **options: Any) -> None:
        super().__init__(*args, **options)
        self.of = of

    def sound(self, value: Any) -> dict[str, Any]:
        """Its members that can be used."""
        every = value if isinstance(value, dict) else {}
        return every if self.of is None else {k: v for k, v in every.items() if isinstance(v, self.of)}
