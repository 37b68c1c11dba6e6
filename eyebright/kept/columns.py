"""Columns of JSON that only ever give what they should: what another version left there is left out.

    marks = Objects(needs={"name": str, "volume": (int, float)})      a list of objects that have these
    flags = Strings()                                                 a list of words
    label = Object()                                                  one object
    figures = snapshot_field(BatchFigures)                            one document of a Pydantic model

For the database, and for migrations, each is a plain JSONField.
"""

from collections.abc import Callable, Mapping
from typing import Any, TypeVar

from django.db import models
from pydantic import ValidationError

from .lenient import adapter, parse_lenient

Document = TypeVar("Document")


class LenientJSON(models.JSONField):
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


class Strings(LenientJSON):
    """A list of words."""

    def sound(self, value: Any) -> list[str]:
        """Its words."""
        return [each for each in value if isinstance(each, str)] if isinstance(value, list) else []


class Numbers(LenientJSON):
    """A list of numbers."""

    def sound(self, value: Any) -> list[float]:
        """Its numbers."""
        every = value if isinstance(value, list) else []
        return [each for each in every if isinstance(each, int | float) and not isinstance(each, bool)]


class Objects(LenientJSON):
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


class Object(LenientJSON):
    """One object. `of`: what its values have to be, where that is all one."""

    def __init__(self, *args: Any, of: Any = None, **options: Any) -> None:
        super().__init__(*args, **options)
        self.of = of

    def sound(self, value: Any) -> dict[str, Any]:
        """Its members that can be used."""
        every = value if isinstance(value, dict) else {}
        return every if self.of is None else {k: v for k, v in every.items() if isinstance(v, self.of)}


class SnapshotField(LenientJSON):
    """A document of one Pydantic model or dataclass, or a list of such: read leniently, written strictly.

    snapshot = snapshot_field(RunSnapshot)      run.snapshot.checks
    presses = snapshot_list(Press)              [press.what for press in run.presses]

    What another version left in it is read as far as this version knows it; a row of a list that cannot be
    read at all is left out. `read`: reads a row in its own way, and gives None for one to leave out. What is
    written must be of the model.
    """

    def __init__(
        self,
        of: type[Any] | None = None,
        *args: Any,
        many: bool = False,
        read: Callable[[Any], Any] | None = None,
        **options: Any,
    ) -> None:
        options.setdefault("default", list if many else of)
        super().__init__(*args, **options)
        self.of, self.many, self.read = of, many, read or self._lenient

    def sound(self, value: Any) -> Any:
        """The document, or the documents, as far as they can be read."""
        assert self.of is not None
        if self.many:
            rows = value if isinstance(value, list) else []
            return [found for row in rows if (found := self.read(row)) is not None]
        found = self.read(value)
        return self.of() if found is None else found

    def _lenient(self, value: Any) -> Any:
        if not isinstance(value, dict) or self.of is None:
            return None
        try:
            return parse_lenient(self.of, value)[0]
        except ValidationError:
            return None

    def get_db_prep_value(self, value: Any, connection: Any, prepared: bool = False) -> Any:
        """As JSON; a TypeError for what is not of the model."""
        if isinstance(value, list) if self.many else value is not None:
            value = self._dump(value)
        return super().get_db_prep_value(value, connection, prepared)

    def _dump(self, value: Any) -> Any:
        rows = value if self.many else [value]
        if self.of is None or not all(isinstance(row, self.of) for row in rows):
            raise TypeError(f"{self.name} holds {self.of}, not {value!r:.80}")
        dumped = [adapter(self.of).dump_python(row, mode="json") for row in rows]
        return dumped if self.many else dumped[0]

    def deconstruct(self) -> Any:
        """For a migration it is a JSONField with an empty default."""
        name, path, args, options = super().deconstruct()
        if options["default"] not in (list, dict):
            options["default"] = dict
        return name, path, args, options

    def value_to_string(self, obj: Any) -> Any:
        """For a serializer: as JSON."""
        value = self.value_from_object(obj)
        return self._dump(value) if value is not None else None


def snapshot_field(of: type[Document], **options: Any) -> Document:
    """A column of one document, for a model's class body: to a reader of the code it is that document."""
    return SnapshotField(of, **options)  # type: ignore[return-value]


def snapshot_list(of: type[Document], **options: Any) -> list[Document]:
    """A column of a list of documents, likewise."""
    return SnapshotField(of, many=True, **options)  # type: ignore[return-value]
