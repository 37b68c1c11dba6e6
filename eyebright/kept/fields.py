"""The kinds of field that the API takes, with their errors in the job's own words.

Numbers come as typed: 4.5, "4.5", "4,5", "4 1/2" and "4½" are the same.
"""

import math
import unicodedata
from collections.abc import Callable
from datetime import datetime, time
from typing import Annotated, Any, TypeVar

from django.utils import timezone
from pydantic import AfterValidator, BeforeValidator, WithJsonSchema
from pydantic_core import PydanticCustomError

from eyebright.core.numerals import AmbiguousNumber, Count, Habit, NumberError, read_count, read_number

from .providers import number_habit

Read = TypeVar("Read", float, Count)


def _trouble(message: str) -> PydanticCustomError:
    return PydanticCustomError("amiss", "{message}", {"message": message})


def number(value: Any) -> float:
    """A number as people type it; by the household's habit where a comma or point could be either."""
    if isinstance(value, str):
        if not value.strip():
            raise _trouble("A number is needed here.")
        return _by_habit(read_number, value)
    try:
        if isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value):
            return float(value)
    except OverflowError:  # a whole number of hundreds of digits
        pass
    raise _trouble("A number goes here, such as 4.5.")


def count(text: str) -> Count:
    """A number, or a range such as 15–30, as people type it."""
    if not text.strip():
        raise _trouble("A number is needed here.")
    return _by_habit(read_count, text)


def _by_habit(read: Callable[[str, Habit], Read], text: str) -> Read:
    """What is read of a text; the household's habit is only asked where it could be either."""
    try:
        try:
            return read(text, "")
        except AmbiguousNumber:
            return read(text, number_habit())
    except NumberError as raised:
        raise _trouble(str(raised)) from None


def number_between(low: float, high: float, message: str) -> BeforeValidator:
    """A validator for a number from `low` to `high`, refused with `message`."""

    def check(value: Any) -> float:
        found = number(value)
        if not low <= found <= high:
            raise _trouble(message)
        return found

    return BeforeValidator(check)


def chosen(message: str) -> BeforeValidator:
    """A validator for a key chosen from a list: nothing chosen is refused with `message`."""

    def check(value: Any) -> str:
        if not isinstance(value, str) or not value.strip():
            raise _trouble(message)
        return value

    return BeforeValidator(check)


def too_long(most: int, message: str) -> BeforeValidator:
    """A validator for a text of so many letters at most, refused with `message`."""

    def check(value: Any) -> str:
        text = _text(value)
        if len(text) > most:
            raise _trouble(message)
        return text

    return BeforeValidator(check)


def _text(value: Any) -> str:
    """What was written, without the control characters that only come in by accident."""
    if not isinstance(value, str):
        raise _trouble("Write this in words.")
    return "".join(sign for sign in value if sign in "\n\t" or unicodedata.category(sign) != "Cc")


def words(value: Any) -> str:
    """Words, their spaces put in order."""
    return " ".join(_text(value).split())


def _name(value: Any) -> str:
    text = words(value)
    if not any(sign.isprintable() for sign in text):
        raise _trouble("Give it a name.")
    if len(text) > 80:
        raise _trouble("Keep the name to 80 letters.")
    return text


def _note(value: Any) -> str:
    text = _text(value).strip()
    if len(text) > 2000:
        raise _trouble("Keep the note to 2000 letters.")
    return text


def _or_nothing(value: Any) -> Any:
    return None if isinstance(value, str) and not value.strip() else value


AS_NUMBER = WithJsonSchema({"anyOf": [{"type": "number"}, {"type": "string"}]})

Number = Annotated[float, BeforeValidator(number), AS_NUMBER]
Ph = Annotated[float, number_between(0, 14, "pH runs from 0 to 14."), AS_NUMBER]
Percent = Annotated[float, number_between(0.01, 100, "Strength is more than 0 and at most 100."), AS_NUMBER]
MgPerLitre = Annotated[
    float, number_between(0, 2000, "From 0 to 2000 mg/L; tap water is seldom above 450."), AS_NUMBER
]
Minutes = Annotated[float, number_between(0, 1440, "From 0 minutes to a day."), AS_NUMBER]
LATEST_STEADY = 10_000_000_000.0  # s: no even count of a server goes so far
NO_MOMENT = "Say when it was pressed in the seconds of an answer (steady), or nothing for now."
SteadySeconds = Annotated[float, number_between(0, LATEST_STEADY, NO_MOMENT), AS_NUMBER]
Name = Annotated[str, BeforeValidator(_name)]
Note = Annotated[str, BeforeValidator(_note)]
Blank = BeforeValidator(_or_nothing)


FIRST_YEAR, LAST_YEAR = 1990, 2100


def _moment(value: datetime) -> datetime:
    """A moment of this century or the last years of the one before: others cannot be reckoned with."""
    if not FIRST_YEAR <= value.year <= LAST_YEAR:
        raise _trouble(f"A day from {FIRST_YEAR} to {LAST_YEAR}.")
    if timezone.is_naive(value):
        _there_is(value)
    return value


def _there_is(value: datetime) -> None:
    """Ask about a time by the household's clock that is skipped, in the night that clocks go forward."""
    zone = timezone.get_current_timezone()
    before, after = (value.replace(tzinfo=zone, fold=fold).utcoffset() for fold in (0, 1))
    if before is None or after is None or after <= before:  # there once; or twice, and the first is meant
        return
    late = value + (after - before)
    raise _trouble(
        f"There is no {value:%H:%M} that night: the clocks go forward. Say {value - (after - before):%H:%M}, "
        f"or {late:%H:%M}."
    )


Moment = Annotated[datetime, AfterValidator(_moment)]
Clock = Annotated[
    time,
    AfterValidator(lambda value: value.replace(tzinfo=None, second=0, microsecond=0)),
    WithJsonSchema({"type": "string"}),
]
"""A time on the wall, to the minute, without a zone of its own."""
