"""The tables of the job: TOML files that stand beside the code, each row of a type.

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
"""

import tomllib
from collections.abc import Callable, Iterable, Mapping
from dataclasses import fields
from pathlib import Path
from typing import Any, TypeVar

import msgspec

Row = TypeVar("Row")


class TableError(ValueError):
    """A row that is not of its type: which file, which row, which column."""


def read(beside: str, name: str) -> dict[str, Any]:
    """The file of this name beside a module (its `__file__`), as it stands. TableError: no TOML."""
    try:
        return tomllib.loads(Path(beside).with_name(name).read_text("utf-8"))
    except tomllib.TOMLDecodeError as raised:
        raise TableError(f"{name}: {raised}") from None


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
        told = {name: columns[name](value) if name in columns else value for name, value in row.items()}
        return msgspec.convert(told, shape, from_attributes=True)
    except (ValueError, TypeError, KeyError) as raised:
        raise TableError(f"{called}: {raised}") from None
