"""Copies of the household that are made by themselves, and how long each is kept.

One a day, kept for the last seven days that have one and the last four weeks; one before each migration, and
one before another household is put over this one: of those also the first of the last day, however often that
was done since. What a clock that was ahead has dated is set apart. They lie beside it: a dead disk takes
both, so a backup belongs on another disk as well.
"""

import re
import threading
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from pathlib import Path
from typing import Literal

from django.utils import timezone

from eyebright.kept.problems import Problem

from .archive import write_archive
from .files import copies_folder

Kind = Literal["day", "before-upgrade", "before-restore", "by-hand", "ahead"]
NAME = re.compile(r"(\d{4}-\d{2}-\d{2})T(\d{6})-(day|before-upgrade|before-restore|by-hand|ahead)\.zip")
DAYS, WEEKS = 7, 4
KEPT: dict[str, int] = {"before-upgrade": 10, "before-restore": 3, "by-hand": 10, "ahead": 3}
A_DAY, AHEAD = timedelta(days=1), timedelta(minutes=5)
_one_at_a_time = threading.Lock()
trouble = [""]  # why the last one could not be made


@dataclass(frozen=True)
class Copy:
    """A copy that is kept: its file's name, what it was made for, when by its clock, its size in bytes."""

    name: str
    kind: Kind
    at: datetime
    size: int


def copies() -> list[Copy]:
    """Every copy, the newest first."""
    folder = copies_folder()
    found = []
    for path in folder.iterdir() if folder.is_dir() else ():
        named = NAME.fullmatch(path.name)
        if named is None or not path.is_file():
            continue
        try:
            at = datetime.strptime(f"{named[1]} {named[2]}", "%Y-%m-%d %H%M%S")
        except ValueError:
            continue
        found.append(Copy(path.name, named[3], at, path.stat().st_size))  # type: ignore[arg-type]
    return sorted(found, key=lambda each: (each.at, each.name), reverse=True)


def copy_file(name: str) -> Path:
    """The file of a copy, or the problem of its being gone."""
    path = copies_folder() / name
    if NAME.fullmatch(name) is None or not path.is_file():
        raise Problem.gone("copy")
    return path


def make_copy(kind: Kind) -> Copy:
    """Make one now, and let go of those whose time is over."""
    with _one_at_a_time:
        at = timezone.localtime()
        path = _free(at, kind)
        try:
            write_archive(path)
        except Exception as raised:
            trouble[0] = _said(raised)
            raise
        trouble[0] = ""
        set_apart_those_ahead()
        for old in over(copies()):
            (copies_folder() / old.name).unlink(missing_ok=True)
        return next(each for each in copies() if each.name == path.name)


def _free(at: datetime, kind: Kind) -> Path:
    """A name that no copy has: one of the same second is never written over."""
    while (path := copies_folder() / f"{at:%Y-%m-%dT%H%M%S}-{kind}.zip").exists():
        at += timedelta(seconds=1)
    return path


def set_apart_those_ahead() -> None:
    """What was made while the clock was ahead counts for no day: it would keep copies from being made."""
    now = timezone.localtime()
    for each in copies():
        if each.kind != "ahead" and each.at > now.replace(tzinfo=None) + AHEAD:
            (copies_folder() / each.name).rename(_free(now, "ahead"))


def _said(raised: Exception) -> str:
    full = "disk is full" in str(raised) or "No space left" in str(raised)
    return "The disk is full." if full else f"It could not be written ({type(raised).__name__})."


def daily_copy_is_due(today: date | None = None) -> bool:
    """Whether no copy of today has been made yet, by the household's own day."""
    day = today or timezone.localdate()
    return not any(each.kind == "day" and each.at.date() == day for each in copies())


def over(every: Iterable[Copy], now: datetime | None = None) -> list[Copy]:
    """Those whose time is over: neither of the last days, nor the last of one of the last weeks."""
    since = (now or timezone.localtime().replace(tzinfo=None)) - A_DAY
    rows = sorted(every, key=lambda each: each.at, reverse=True)
    daily = [each for each in rows if each.kind == "day"]
    kept: set[str] = set()
    days: list[date] = []
    weeks: list[tuple[int, int]] = []
    for each in daily:
        day, week = each.at.date(), each.at.isocalendar()[:2]
        if day not in days and len(days) < DAYS:
            days.append(day)
            kept.add(each.name)
        if week not in weeks and len(weeks) < WEEKS:
            weeks.append(week)
            kept.add(each.name)
    for kind, most in KEPT.items():
        kept |= {each.name for each in [row for row in rows if row.kind == kind][:most]}
    lately = [row for row in rows if row.kind == "before-restore" and row.at >= since]
    kept |= {each.name for each in lately[-1:]}
    return [each for each in rows if each.name not in kept]


def delete_copies() -> int:
    """Delete every copy that was made by itself or by hand; how many there were."""
    found = copies()
    for each in found:
        (copies_folder() / each.name).unlink(missing_ok=True)
    return len(found)
