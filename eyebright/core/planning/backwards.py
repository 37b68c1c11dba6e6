"""Backwards from the wash: the latest start of each step, round the hours when nobody is at it.

A job is a chain of steps, each with its least and most minutes. What waits may go on while people sleep; what
is done by hand, or must not be left alone, may not. For each step the moments from which all that follows can
still be done are a union of spans; its latest start is the last of them that what went before can reach.

    plan([Job("soapwort", "Lamplight soapwort", steps, by=minute(saturday))], busy, now)
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import inf

from ..formulas.model import PlannedStep
from .moments import Moments, Span

OVERDUE = 24 * 60.0  # minutes past its most that something begun may still be carried on from
SPARE = 3 * 24 * 60.0  # minutes beyond all that a job takes, for nights and days out
GRAIN = 1e-6


@dataclass(frozen=True)
class PlanStep:
    """One step: least and most minutes; whether it goes on by itself (`waits`); `stands`: minutes that what
    it gave may stand before the next; whether it takes up a pot.
    """

    name: str
    least: float
    most: float
    waits: bool = False
    stands: float = 0.0
    pot: bool = False

    @property
    def lasts(self) -> float:
        """Minutes that hands are at it."""
        return 0.0 if self.waits else self.most

    @property
    def then(self) -> Span:
        """Minutes from its start until the next may begin, least and most."""
        return (self.least, self.most + self.stands) if self.waits else (self.most, self.most + self.stands)


@dataclass(frozen=True)
class Job:
    """What must be ready `by` (minutes).

    `begun`: when its first step was, None where it is still to begin; `after`: keys of jobs that must be
    ready before it is begun, of those that are placed before it.
    """

    key: str
    name: str
    steps: tuple[PlanStep, ...]
    by: float
    begun: float | None = None
    after: tuple[str, ...] = ()


@dataclass(frozen=True)
class Scheduled:
    """A step in its place: from and to (minutes), and the earliest and the latest that it could begin."""

    step: PlanStep
    begin: float
    end: float
    earliest: float
    latest: float

    @property
    def slack(self) -> float:
        """Minutes that it could begin sooner."""
        return max(self.begin - self.earliest, 0.0)


@dataclass(frozen=True)
class JobPlan:
    """A job in its place. `late`: it cannot be ready in time; its steps are then as soon as they can be."""

    job: Job
    steps: tuple[Scheduled, ...]
    ready: float
    late: bool

    @property
    def begin(self) -> float:
        """When it begins; when it is ready, where nothing is left to do."""
        return self.steps[0].begin if self.steps else self.ready


def steps_of(planned: Sequence[PlannedStep]) -> tuple[PlanStep, ...]:
    """A formula's steps as a plan takes them."""
    inside = _in_pot(planned)
    return tuple(
        PlanStep(
            each.kind.name, each.least, each.most, each.waits and not each.kind.watched, each.kind.stands, pot
        )
        for each, pot in zip(planned, inside, strict=True)
    )


def _in_pot(planned: Sequence[PlannedStep]) -> list[bool]:
    """Which steps have the pot: from the first that draws out until it is strained or cooled."""
    places = [place for place, each in enumerate(planned) if each.kind.draws]
    if not places:
        return [False] * len(planned)
    strained = [
        p for p, each in enumerate(planned) if each.kind.does in ("strains", "cools") and p > places[-1]
    ]
    last = min(strained, default=places[-1])
    return [places[0] <= place <= last for place in range(len(planned))]


def plan(jobs: Sequence[Job], busy: Moments, now: float, pots: int = 1) -> tuple[JobPlan, ...]:
    """Every job in its place, those named first first: what comes later gives way to them."""
    hands, windows, out = list(busy.spans), list[Span](), []
    ready = dict[str, float]()
    for job in jobs:
        since = max([now, *(ready.get(key, now) for key in job.after)])
        found = _place(job, hands, _gaps(windows, pots), since)
        ready[job.key] = found.ready
        out.append(found)
        hands += [(each.begin, each.end) for each in found.steps if not each.step.waits]
        inside = [each for each in found.steps if each.step.pot]
        if inside:
            windows.append((inside[0].begin, inside[-1].end))
    return tuple(out)


def _gaps(windows: Sequence[Span], pots: int) -> list[Span]:
    """Spans in which there is a pot free."""
    edges = sorted({each for window in windows for each in window})
    full = [
        (a, b) for a, b in pairwise(edges) if sum(begin <= a and b <= end for begin, end in windows) >= pots
    ]
    out, since = [], -inf
    for begin, end in Moments.of(*full).spans:
        out.append((since, begin))
        since = end
    return [*out, (since, inf)]


def _place(job: Job, hands: Sequence[Span], gaps: Sequence[Span], now: float) -> JobPlan:
    if not job.steps:
        return JobPlan(job, (), now, now > job.by)
    if (found := _in_time(job, hands, gaps, now)) or (found := _as_soon(job, hands, gaps, now)):
        return found
    # what was begun is overdue, or its most falls into the night: it is carried on as soon as it can be
    begun = now if job.begun is None else job.begun
    longer = replace(job.steps[0], stands=job.steps[0].stands + OVERDUE + max(now - begun, 0.0))
    again = replace(job, steps=(longer, *job.steps[1:]))
    found = _in_time(again, hands, gaps, now) or _as_soon(again, hands, gaps, now)
    assert found is not None  # there is a moment for everything, at last
    return replace(found, job=job)


def _span(job: Job) -> float:
    """Minutes within which a job is surely done, nights and all: a bound for what is looked at."""
    return sum(step.most + step.stands for step in job.steps) + SPARE


def _in_time(job: Job, hands: Sequence[Span], gaps: Sequence[Span], now: float) -> JobPlan | None:
    """As late as it can be begun and still be ready; None where it cannot.

    The latest of all is among those of the last days before, if there is any: only then is more looked at.
    """
    for since in dict.fromkeys((max(now, job.by - _span(job)), now)):
        ways = [way for gap in gaps if (way := _Way(job, hands, gap, (since, job.by))).starts]
        if ways:
            return max(ways, key=lambda way: way.starts[0].last).latest()
    return None


def _as_soon(job: Job, hands: Sequence[Span], gaps: Sequence[Span], now: float) -> JobPlan | None:
    """As soon as it can be ready; None where what was begun cannot be carried on."""
    for until in (now + 2.0 * _span(job), inf):
        ways = [way for gap in gaps if (way := _Way(job, hands, gap, (now, until))).reached[-1]]
        if ways:
            return min((way.soonest() for way in ways), key=lambda found: found.ready)
    return None


class _Way:
    """One job with one free span of the pot: from where each step can still be done, and be reached."""

    def __init__(self, job: Job, hands: Sequence[Span], gap: Span, within: Span) -> None:
        self.job, self.steps = job, job.steps
        ends = within[1] + max(step.lasts for step in job.steps)
        near = [each for each in hands if each[1] >= within[0] and each[0] <= ends]
        self.free = [self._allowed(place, near, gap, within) for place in range(len(job.steps))]
        nothing = [Moments(())] * len(job.steps)
        self.reached = self._forwards() if all(self.free) else nothing
        self.starts = self._backwards() if self.reached[-1] else []

    def _allowed(self, place: int, hands: Sequence[Span], gap: Span, within: Span) -> Moments:
        """Moments at which a step may begin, as far as it alone is concerned."""
        step, job = self.steps[place], self.job
        if place == 0 and job.begun is not None:
            return Moments.of((job.begun, job.begun))
        free = Moments.of(within).without(hands, step.lasts)
        if not step.pot:
            return free
        last = place + 1 == len(self.steps) or not self.steps[place + 1].pot
        return free.within(gap[0], gap[1] - (step.least if last else 0.0))

    def _forwards(self) -> list[Moments]:
        """Moments at which each step can begin, whatever it must be ready by."""
        out = [self.free[0]]
        for place in range(1, len(self.steps)):
            out.append(out[-1].after(*self.steps[place - 1].then).both(self.free[place]))
        return out

    def _backwards(self) -> list[Moments]:
        """Moments from which all that follows can be done in time, and that can be reached; [] for none."""
        last = self.steps[-1]
        ends = last.least if last.waits else last.most
        out = [Moments.until(self.job.by - ends).both(self.reached[-1])]
        for place in range(len(self.steps) - 2, -1, -1):
            out.insert(0, out[0].before(*self.steps[place].then).both(self.reached[place]))
        return out if out[0] else []

    def latest(self) -> JobPlan:
        """As late as it can be begun; then each step as late as what follows allows."""
        at = [self.starts[0].last]
        for place in range(1, len(self.steps)):
            low, high = self.steps[place - 1].then
            at.append(self.starts[place].within(at[-1] + low - GRAIN, at[-1] + high + GRAIN).last)
        return self._at(at, late=False)

    def soonest(self) -> JobPlan:
        """As soon as it can be ready."""
        at = [self.reached[-1].first]
        for place in range(len(self.steps) - 2, -1, -1):
            low, high = self.steps[place].then
            at.insert(0, self.reached[place].within(at[0] - high - GRAIN, at[0] - low + GRAIN).last)
        return self._at(at, late=True)

    def _at(self, at: Sequence[float], *, late: bool) -> JobPlan:
        last = self.steps[-1]
        ready = at[-1] + (last.least if last.waits else last.most)
        ends = [
            (at[place + 1] if place + 1 < len(at) else ready) if step.waits else at[place] + step.most
            for place, step in enumerate(self.steps)
        ]
        return JobPlan(
            self.job,
            tuple(
                Scheduled(
                    step, at[place], ends[place], self.reached[place].first,
                    at[place] if late else self.starts[place].last,
                )
                for place, step in enumerate(self.steps)
            ),
            ready, late,
        )  # fmt: skip
