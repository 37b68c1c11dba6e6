"""The tables of the job: TOML files that stand beside the code, each row of a type.

figures(__file__, "chain.toml").spread("face", "area")    one figure of a file of constants, of its type
read(__file__, "steps.toml")                              the whole file, as it stands
rows(__file__, "steps.toml", "step", StepKind)            its [[step]] rows, each a StepKind
rows(__file__, "hazards.toml", "rule", Rule, when=conditions)      a column that is read by a function

>>> from dataclasses import dataclass
>>> @dataclass(frozen=True)
... class Sieve:
...     key: str
...     holes: tuple[float, float]
>>> one(Sieve, {"key": "fine", "holes": [0.2, 0.5]}, "sieves.toml, sieve 1")
Sieve(key='fine', holes=(0.2, 0.5))
>>> one(Sieve, {"key": "fine", "hole": [0.2, 0.5]}, "sieves.toml, sieve 1")
Traceback (most recent call last):
eyebright.core.tables.TableError: sieves.toml, sieve 1 (fine): there is no column 'hole'
>>> pots = Figures({"room": {"kitchen": 20.0}}, "pots.toml")
>>> pots.number("room", "kitchen")
20.0
>>> pots.spread("room", "kitchen")
Traceback (most recent call last):
eyebright.core.tables.TableError: pots.toml, room.kitchen: Expected `array`, got `float`
"""

import tomllib
from collections.abc import Callable, Iterable, Mapping
from dataclasses import fields
from pathlib import Path
from typing import Any, TypeVar

import msgspec

from .numbers import Spread

Row = TypeVar("Row")
Triple = tuple[float, float, float]
"""Low, middle and high of a figure that is not known exactly."""


class TableError(ValueError):
    """A row that is not of its type: which file, which row, which column."""


def read(beside: str, name: str) -> dict[str, Any]:
    """The file of this name beside a module (its `__file__`), as it stands. TableError: no TOML."""
    try:
        return tomllib.loads(Path(beside).with_name(name).read_text("utf-8"))
    except tomllib.TOMLDecodeError as raised:
        raise TableError(f"{name}: {raised}") from None


class Figures:
    """The constants of one file: each is asked for by its place, and is of the type it is asked for as.

    TableError, with the file and the place, for what is not there or is of another type.
    """

    def __init__(self, found: Mapping[str, Any], where: str) -> None:
        self._found, self._where = found, where
        self._kept: dict[Any, Any] = {}

    def number(self, *place: str) -> float:
        """A number."""
        return self.as_(float, *place)

    def spread(self, *place: str) -> Spread:
        """A figure with its range."""
        return Spread.of(self.triple(*place))

    def triple(self, *place: str) -> Triple:
        """Low, middle and high."""
        return self.as_(tuple[float, float, float], *place)

    def pair(self, *place: str) -> tuple[float, float]:
        """From and to."""
        return self.as_(tuple[float, float], *place)

    def numbers(self, *place: str) -> dict[str, float]:
        """A table of numbers."""
        return self.as_(dict[str, float], *place)

    def words(self, *place: str) -> dict[str, str]:
        """A table of words."""
        return self.as_(dict[str, str], *place)

    def strings(self, *place: str) -> list[str]:
        """A list of words."""
        return self.as_(list[str], *place)

    def lists(self, *place: str) -> dict[str, list[str]]:
        """A table of lists of words."""
        return self.as_(dict[str, list[str]], *place)

    def part(self, *place: str) -> "Figures":
        """A table by itself."""
        if place not in self._kept:
            self._kept[place] = Figures(self.as_(dict[str, Any], *place), f"{self._where}, {'.'.join(place)}")
        kept: Figures = self._kept[place]
        return kept

    def as_(self, shape: type[Row], *place: str) -> Row:
        """What stands at a place, as another type."""
        if (shape, place) not in self._kept:
            found: Any = self._found
            for name in place:
                if not isinstance(found, Mapping) or name not in found:
                    raise TableError(f"{self._where}: there is no {'.'.join(place)}")
                found = found[name]
            self._kept[shape, place] = _as(shape, found, f"{self._where}, {'.'.join(place)}")
        kept: Row = self._kept[shape, place]
        return kept


def figures(beside: str, name: str) -> Figures:
    """The constants of a file beside a module (its `__file__`)."""
    return Figures(read(beside, name), name)


def rows(beside: str, name: str, table: str, shape: type[Row], **columns: Callable[[Any], Any]) -> list[Row]:
    """The rows of one table of a file, in its order. `columns`: how these columns are read, by name."""
    return rows_of(read(beside, name).get(table, []), f"{name}, {table}", shape, **columns)


def by_key(
    beside: str, name: str, table: str, shape: type[Row], **columns: Callable[[Any], Any]
) -> dict[str, Row]:
    """The same by their column `key`. TableError where two have the same."""
    found = rows(beside, name, table, shape, **columns)
    out = {str(row.key): row for row in found}  # type: ignore[attr-defined]
    if len(out) < len(found):
        raise TableError(f"{name}, {table}: two rows have one key")
    return out


def rows_of(
    found: Iterable[Mapping[str, Any]], where: str, shape: type[Row], **columns: Callable[[Any], Any]
) -> list[Row]:
    """Rows that were read already; `where` they stand is said in every error."""
    return [one(shape, row, f"{where} {place}", **columns) for place, row in enumerate(found, start=1)]


def one(shape: type[Row], row: Mapping[str, Any], where: str, **columns: Callable[[Any], Any]) -> Row:
    """One row as its type, a dataclass. TableError names its place, its key and the column."""
    known = {each.name for each in fields(shape)}  # type: ignore[arg-type]
    called = f"{where} ({row['key']})" if "key" in row else where
    try:
        if strange := sorted(row.keys() - known):
            raise TableError(f"there is no column {strange[0]!r}")
        found = {name: columns[name](value) if name in columns else value for name, value in row.items()}
    except (ValueError, TypeError, KeyError) as raised:
        raise TableError(f"{called}: {raised}") from None
    return _as(shape, found, called)


def _as(shape: type[Row], found: Any, where: str) -> Row:
    """What was read, as its type. TableError with its place."""
    try:
        return msgspec.convert(found, shape, from_attributes=True)
    except ValueError as raised:
        raise TableError(f"{where}: {raised}") from None
