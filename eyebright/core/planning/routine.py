"""A routine: a cycle of washes on one head. A wish, not a law: it bends to spacing and to how the head is.

The next of "A, B, A, clay, every 7 days" is the earliest day that spacing, the scalp and the household's days
allow; what cannot be by then, or is not for this head today, is passed over once, and the reason is given.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..words import capital, times_said

HORIZON = 62  # days
GRACE = 0.5  # of the days between two: a wash waits so long for its spacing; beyond, another takes its turn
MONTH = 30


@dataclass(frozen=True)
class Spaced:
    """What must be so many days `apart` on a head: a family of preparation, by key and name."""

    key: str
    name: str
    apart: float


@dataclass(frozen=True)
class Entry:
    """A wash of the cycle. `spaced`: what in it is spaced; `barred`: why it is not for this head now, "" for
    nothing; `at_most` times in thirty days, None for any; `cleans`: it is a wash, and not something between.
    """

    key: str
    name: str
    spaced: tuple[Spaced, ...] = ()
    barred: str = ""
    at_most: int | None = None
    cleans: bool = True


@dataclass(frozen=True)
class Routine:
    """A cycle, `every` so many days; `weekdays` that suit (0 is Monday), empty for any."""

    entries: tuple[Entry, ...]
    every: int
    weekdays: tuple[int, ...] = ()

    @property
    def cleans(self) -> bool:
        """Whether anything in it is a wash: then it goes by the last wash, whatever that was."""
        return any(each.cleans for each in self.entries)


@dataclass(frozen=True)
class Scalp:
    """What the scalp asks for: days between two washes, from; since the last (None: never washed).

    And why.
    """

    soon: float
    since: float | None = None
    why: str = ""


@dataclass(frozen=True)
class Past:
    """What was: which entry, how many days ago, oldest or newest first alike."""

    key: str
    days_ago: float


@dataclass(frozen=True)
class Turn:
    """One turn: which entry, in how many days from today, when it was wished for, and why that differs."""

    entry: Entry
    day: int
    wished: int
    why: tuple[str, ...]


@dataclass(frozen=True)
class Days:
    """The days that there are: today's day of the week, and days from today that are taken."""

    today: int
    taken: frozenset[int] = frozenset()


def never_fits(routine: Routine) -> dict[int, str]:
    """What of a cycle can never keep its spacing, by place, in words."""
    out: dict[int, str] = {}
    count = len(routine.entries)
    keys = {each.key: each for entry in routine.entries for each in entry.spaced}
    for key, spaced in keys.items():
        places = [p for p, entry in enumerate(routine.entries) if key in {s.key for s in entry.spaced}]
        for here, after in zip(places, [*places[1:], places[0] + count], strict=True):
            days = (after - here) * routine.every
            if days < spaced.apart:
                says = f"{capital(spaced.name)} needs {spaced.apart:g} days between two, and comes again "
                fit = _fit(routine, spaced, len(places))
                out.setdefault(after % count, f"{says}after {days} here. {fit}")
    return out


def _fit(routine: Routine, spaced: Spaced, times: int) -> str:
    """What would fit."""
    if len(routine.entries) == times and times == 1:
        return f"Every {spaced.apart:g} days it would fit."
    more = -int(-spaced.apart // routine.every)
    return f"Put others between them, so that it comes every {more} washes, or leave more days between."


def turns(
    routine: Routine,
    past: Sequence[Past],
    since: Mapping[str, float],
    scalp: Scalp,
    days: Days,
    many: int = 12,
) -> tuple[Turn, ...]:
    """The next turns within two months, the soonest first.

    `past`: entries of this routine that were washed; `since`: days since each spaced thing was last used.
    """
    if not routine.entries:
        return ()
    course = _Course(routine, past, since, scalp, days)
    out: list[Turn] = []
    while len(out) < many:
        turn = course.next()
        if turn is None or turn.day > HORIZON:
            break
        out.append(turn)
    return tuple(out)


class _Course:
    """A routine as it goes on from today."""

    def __init__(
        self, routine: Routine, past: Sequence[Past], since: Mapping[str, float], scalp: Scalp, days: Days
    ) -> None:
        self.routine, self.scalp, self.days = routine, scalp, days
        self.used = {key: -ago for key, ago in since.items()}
        keys = [entry.key for entry in routine.entries]
        past = [each for each in past if each.key in keys]
        self.done = [(each.key, -each.days_ago) for each in past]
        last = scalp.since if routine.cleans else min((each.days_ago for each in past), default=None)
        self.last = None if last is None else -last
        newest = max(past, key=lambda each: -each.days_ago, default=None)
        self.place = (_after(keys, [each.key for each in sorted(past, key=lambda e: -e.days_ago)])
                      if newest else 0)  # fmt: skip
        self.explained: set[str] = set()  # why an entry is not for this head is said once

    def next(self) -> Turn | None:
        """The next turn; the course goes on from it."""
        entries, why = self.routine.entries, list[str]()
        wished = self._wished()
        choices = [(self.place + step) % len(entries) for step in range(len(entries))]
        waits: list[tuple[float, int, str]] = []
        for place in choices:
            entry = entries[place]
            if entry.barred:
                if entry.key not in self.explained:
                    why.append(f"{entry.name} passed over: {entry.barred}")
                self.explained.add(entry.key)
                continue
            earliest, reason = self._earliest(entry)
            if earliest > wished + GRACE * self.routine.every and len(choices) > 1:
                waits.append((earliest, place, reason))
                why.append(f"{entry.name} passed over this time: {reason}")
                continue
            return self._take(place, wished, earliest, [*why, *([reason] if reason else [])])
        if not waits:
            return None
        earliest, place, reason = min(waits)
        return self._take(place, wished, earliest, [reason])

    def _wished(self) -> int:
        """The day that the routine wishes for: today at the soonest."""
        if self.last is None:
            return 0
        return max(round(self.last + self.routine.every), 0)

    def _earliest(self, entry: Entry) -> tuple[float, str]:
        """The first day that spacing allows, and what it is that it waits for."""
        out: list[tuple[float, str]] = []
        for each in entry.spaced:
            used = self.used.get(each.key)
            if used is not None:
                out.append((used + each.apart, f"{each.name}: {each.apart:g} days between two"))
        if self.last is not None and entry.cleans:
            words = f"this scalp asks for {self.scalp.soon:g} days between washes"
            out.append(
                (self.last + self.scalp.soon, f"{words}{': ' if self.scalp.why else ''}{self.scalp.why}")
            )
        if entry.at_most is not None:
            mine = sorted(day for key, day in self.done if key == entry.key)[-entry.at_most :]
            if len(mine) == entry.at_most:
                at_most = times_said(entry.at_most)
                out.append((mine[0] + MONTH, f"{entry.name} at most {at_most} in {MONTH} days"))
        return max(out, default=(0.0, ""))

    def _take(self, place: int, wished: int, earliest: float, why: list[str]) -> Turn:
        entry = self.routine.entries[place]
        first = max(wished, -int(-(earliest - 1e-9) // 1), 0)
        if first <= wished:
            why = [each for each in why if "passed over" in each]
        day = self._free(first)
        if day > first:
            why = [*why, "the next of your days from then on"]
        self.last = float(day)
        self.used |= {each.key: float(day) for each in entry.spaced}
        self.done.append((entry.key, float(day)))
        self.place = (place + 1) % len(self.routine.entries)
        return Turn(entry, day, wished, tuple(why))

    def _free(self, day: int) -> int:
        for later in range(day, day + 15):
            suits = not self.routine.weekdays or (self.days.today + later) % 7 in self.routine.weekdays
            if suits and later not in self.days.taken:
                return later
        return day


def _after(cycle: Sequence[str], past: Sequence[str]) -> int:
    """The place in a cycle after what was last; where an entry stands twice, after the one that fits best."""
    best, score = 0, -1
    for place, key in enumerate(cycle):
        if key != past[-1]:
            continue
        same = 0
        for back in range(len(cycle)):
            if back < len(past) and past[-1 - back] == cycle[(place - back) % len(cycle)]:
                same += 1
            else:
                break
        if same > score:
            best, score = place, same
    return (best + 1) % len(cycle) if score >= 0 else 0
