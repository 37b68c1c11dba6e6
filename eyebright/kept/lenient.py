"""Rows of another version: what is not known here is left open and said, and the rest is answered.

entered, lost = parse_lenient(FormulaIn, {"name": "Bog rinse", "family": "mask", "pot": "titanium"})
entered.pot     the usual one
lost            {"pot": "titanium"}
"""

from collections.abc import Mapping
from copy import deepcopy
from typing import Any, TypeVar

from pydantic import TypeAdapter, ValidationError

Shape = TypeVar("Shape")

ROUNDS = 20  # of leaving out what is at fault


_adapters: dict[Any, TypeAdapter[Any]] = {}


def adapter(shape: Any) -> TypeAdapter[Any]:
    """What reads and writes this shape: a Pydantic model or a dataclass."""
    if shape not in _adapters:
        _adapters[shape] = TypeAdapter(shape)
    return _adapters[shape]


def parse_lenient(shape: type[Shape], kept: Mapping[str, Any]) -> tuple[Shape, dict[str, str]]:
    """What was kept, in this shape; and by its place ("steps.2.kind") what had to be left out.

    A value that is not known is left to its default; one that has none goes with the row it stands in.
    ValidationError where nothing of it can be read.
    """
    try:
        return adapter(shape).validate_python(kept), {}
    except ValidationError as raised:
        found: ValidationError = raised
    value, lost = deepcopy(dict(kept)), dict[str, str]()
    for _ in range(ROUNDS):
        for error in reversed(found.errors()):  # the last of a list first: the others keep their places
            _leave_out(value, error, lost)
        try:
            return adapter(shape).validate_python(value), lost
        except ValidationError as raised:
            found = raised
    raise found


def _leave_out(value: Any, error: Any, lost: dict[str, str]) -> None:
    """Take out what is at fault; where it cannot be left out, the row of a list that it stands in."""
    place = [part for part in error["loc"] if part in _keys_along(value, error["loc"])]
    if error["type"] == "missing":
        place = place[: _last_row(place)]
    if not place:
        return
    holder = value
    for part in place[:-1]:
        holder = holder[part]
    lost[".".join(map(str, place))] = str(error["input"])[:80]
    try:
        del holder[place[-1]]
    except (LookupError, TypeError):
        return


def _keys_along(value: Any, loc: tuple[Any, ...]) -> list[Any]:
    """Those parts of an error's place that lead somewhere in what was kept."""
    out, here = [], value
    for part in loc:
        try:
            here = here[part]
        except (LookupError, TypeError):
            continue
        out.append(part)
    return out


def _last_row(place: list[Any]) -> int:
    """How far it leads to the row of a list that lacks something; all of it where it stands in none."""
    rows = [i for i, part in enumerate(place) if isinstance(part, int)]
    return rows[-1] + 1 if rows else 0
