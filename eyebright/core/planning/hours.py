"""When nobody is at it: hours asleep, hours out by the day of the week, and evenings that are taken."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta, tzinfo

from .moments import Moments, Span

DAY = timedelta(days=1)
MINUTE = 60.0


@dataclass(frozen=True)
class Out:
    """Out of the house: on which day of the week (0 is Monday), from and to.

    Past midnight where `to` is less.
    """

    weekday: int
    begin: time
    end: time


@dataclass(frozen=True)
class Hours:
    """The hours of a household. `asleep`: from and to, None for never; `taken`: spans in minutes."""

    asleep: tuple[time, time] | None = (time(22, 30), time(7, 0))
    out: tuple[Out, ...] = ()
    taken: tuple[Span, ...] = ()

    def nights(self, since: datetime, until: datetime, zone: tzinfo) -> Moments:
        """Spans asleep, in minutes, between two moments by the clock of this zone."""
        if self.asleep is None:
            return Moments(())
        begin, end = self.asleep
        return Moments.of(*(_span(day, begin, end, zone) for day in _days(since, until, zone)))

    def busy(self, since: datetime, until: datetime, zone: tzinfo) -> Moments:
        """Spans in which nothing is done by hand, in minutes."""
        away = [
            _span(day, each.begin, each.end, zone)
            for day in _days(since, until, zone)
            for each in self.out
            if each.weekday == day.weekday()
        ]
        return Moments.of(*self.nights(since, until, zone).spans, *away, *self.taken)


def minute(moment: datetime) -> float:
    """A moment on the axis that everything is reckoned on."""
    return moment.timestamp() / MINUTE


def moment(minutes: float, zone: tzinfo) -> datetime:
    """And back, by the clock of a zone; to the whole minute."""
    return datetime.fromtimestamp(round(minutes) * MINUTE, zone)


def _days(since: datetime, until: datetime, zone: tzinfo) -> Sequence[date]:
    first, last = since.astimezone(zone).date() - DAY, until.astimezone(zone).date() + DAY
    return [first + DAY * n for n in range((last - first).days + 1)]


def _span(day: date, begin: time, end: time, zone: tzinfo) -> Span:
    """From a time of this day to one of it, or of the next where that is not later."""
    last = day if end > begin else day + DAY
    return (
        minute(datetime.combine(day, begin, zone)),
        minute(datetime.combine(last, end, zone)),
    )
