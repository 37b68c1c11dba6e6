"""A plan as a calendar file (iCalendar, RFC 5545), and back: what is written reads as the same plan.

Moments are written in UTC, days as days; every entry has its own lasting id, so that a calendar that reads
the file again moves what moved, and an alarm where something is to be begun.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from icalendar import Alarm, Calendar, Event, vText

PRODUCT = "-//Eyebright//A plan of washes//EN"
HOST = "eyebright.invalid"


@dataclass(frozen=True)
class CalendarEntry:
    """One entry: a lasting `key`; a moment (aware) or a whole day; minutes.

    `alarm` minutes before, or None.
    """

    key: str
    title: str
    begin: datetime | date
    minutes: float = 0.0
    says: str = ""
    alarm: float | None = None


class ExactText(vText):
    """A text that is read as it was written. The library writes a backslash before an N as a new line."""

    def to_ical(self) -> bytes:
        """Escape it as RFC 5545, 3.3.11 says."""
        text = self.replace("\\", "\\\\").replace(";", "\\;").replace(",", "\\,")
        return text.replace("\r\n", "\n").replace("\r", "\n").replace("\n", "\\n").encode()


class CalendarFileError(ValueError):
    """A file that is no calendar, or no plan of ours, in plain words."""


def calendar_file(name: str, entries: Sequence[CalendarEntry], written: datetime) -> bytes:
    """The entries as a calendar called `name`; `written` is when (aware)."""
    out = Calendar()
    out.add("prodid", PRODUCT)
    out.add("version", "2.0")
    out.add("calscale", "GREGORIAN")
    out.add("method", "PUBLISH")
    out.add("x-wr-calname", ExactText(name))
    for each in entries:
        out.add_component(_event(each, written))
    return bytes(out.to_ical())


def _event(entry: CalendarEntry, written: datetime) -> Event:
    event = Event()
    event.add("uid", f"{entry.key}@{HOST}")
    event.add("dtstamp", written.astimezone(UTC))
    event.add("summary", ExactText(entry.title))
    event.add("transp", "OPAQUE" if entry.minutes else "TRANSPARENT")
    if isinstance(entry.begin, datetime):
        event.add("dtstart", entry.begin.astimezone(UTC))
        event.add("duration", timedelta(minutes=entry.minutes))
    else:
        event.add("dtstart", entry.begin)
        event.add("dtend", entry.begin + timedelta(days=1))
    if entry.says:
        event.add("description", ExactText(entry.says))
    if entry.alarm is not None:
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", ExactText(entry.title))
        alarm.add("trigger", timedelta(minutes=-entry.alarm))
        event.add_component(alarm)
    return event


def read_calendar(raw: bytes) -> tuple[str, tuple[CalendarEntry, ...]]:
    """A calendar's name and entries. CalendarFileError for what is none."""
    try:
        found = Calendar.from_ical(raw)
    except (ValueError, IndexError) as raised:
        raise CalendarFileError("That is no calendar file.") from raised
    entries = [_entry(event) for event in found.walk("VEVENT") if isinstance(event, Event)]
    return str(found.get("x-wr-calname", "")), tuple(entries)


def _entry(event: Event) -> CalendarEntry:
    begin = event.decoded("dtstart")
    lasts = event.decoded("duration") if "duration" in event else timedelta(0)
    alarms = [alarm.decoded("trigger") for alarm in event.walk("VALARM")]
    return CalendarEntry(
        key=str(event["uid"]).removesuffix(f"@{HOST}"),
        title=str(event.get("summary", "")),
        begin=begin,
        minutes=lasts.total_seconds() / 60.0,
        says=str(event.get("description", "")),
        alarm=-alarms[0].total_seconds() / 60.0 if alarms else None,
    )
