"""When a wash is next sensible: what the scalp asks for, the spacing of what is used, and the occasion.

The earliest day that all of it allows, with each thing that holds it back. An occasion has days of its own
(before a hot iron: that day or the one before); where those come sooner than the spacing allows, it is said.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from .routine import Days

LOOK = 21  # days that are looked through for one that suits


@dataclass(frozen=True)
class Reason:
    """One thing that holds a wash back: until in how many days, and what it is."""

    until: float
    says: str


@dataclass(frozen=True)
class Occasion:
    """What a wash is for: in how many days that is, how many days before it the wash comes, and why."""

    name: str
    day: int
    least: int
    most: int
    why: str


@dataclass(frozen=True)
class Sensible:
    """The day, in how many days from today; why not sooner.

    And what it is in conflict with, "" for nothing.
    """

    day: int
    why: tuple[str, ...]
    conflict: str = ""


def sensible_day(
    holds: Sequence[Reason], days: Days, weekdays: Sequence[int] = (), occasion: Occasion | None = None
) -> Sensible:
    """The next sensible day. `holds`: what holds it back; `weekdays` that suit, empty for any."""
    binding = max((each.until for each in holds), default=0.0)
    first = max(-int(-(binding - 1e-9) // 1), 0)
    why = [each.says for each in holds if each.until > 0.0 and each.until >= binding - 1e-9]
    if occasion is None:
        day = _suits(first, first + LOOK, days, weekdays)
        if day is None:
            return Sensible(first, (*why, "no day of yours suits within three weeks"))
        return Sensible(day, (*why, *(["the next of your days from then on"] if day > first else [])))
    low, high = max(occasion.day - occasion.most, 0), occasion.day - occasion.least
    said = f"for {occasion.name}: {occasion.why}"
    if high < 0:
        return Sensible(first, tuple(why), f"It is too late for {occasion.name}: {occasion.why}")
    day = _suits(max(low, first), high, days, weekdays)
    if day is not None:
        return Sensible(day, (said,))
    day = _suits(low, high, days, ()) if first <= high else high
    day = high if day is None else day
    if first > day:
        held = "; ".join(why)
        return Sensible(day, (said,), f"{_span(first - day)} sooner than is sensible: {held}.")
    return Sensible(day, (said,), "That is not one of your days.")


def _suits(first: int, last: int, days: Days, weekdays: Sequence[int]) -> int | None:
    for day in range(first, last + 1):
        if day not in days.taken and (not weekdays or (days.today + day) % 7 in weekdays):
            return day
    return None


def _span(days: int) -> str:
    return "A day" if days == 1 else f"{days} days"
