"""The plan as a calendar: two months on a page, one wash or all of it as a file, and a feed to subscribe to.

The feed's address holds a secret, of which only a digest is kept: it can be made anew, which ends the one
before, or revoked. It is for calendars on this machine.
"""

import hashlib
import secrets
from collections.abc import Iterable
from datetime import date, datetime, time, timedelta

from django.utils import timezone

from eyebright.core.planning import CalendarEntry, calendar_file
from eyebright.heads.models import PatchTest
from eyebright.heads.services import due_at
from eyebright.household.services.hours import taken_times
from eyebright.kept.fields import FIRST_YEAR, LAST_YEAR
from eyebright.kept.problems import Problem
from eyebright.make.models import Container
from eyebright.make.services.containers import open_ones

from ..models import CalendarFeed, PlannedWash, Wash
from ..schemas.planned import CalendarOut, DayEntryOut, DayOut, FeedOut, JobOut, PlannedOut
from .planned import State, find_planned, planned_out
from .routines import routines
from .schedule import plan_out, the_plan

MONTHS = 2
DAY = timedelta(days=1)
NAME = "Eyebright: washes"
WASH_ALARM, STEP_ALARM = 30.0, 10.0  # minutes before
SECRET = 32  # bytes
MADE = {"make": "Make", "carry_on": "Go on with", "thaw": "Thaw", "put_on": "Put on"}
MOST_USE_BY = 100


# ---- two months on a page ----


def calendar(since: date | None) -> CalendarOut:
    """Two months from the first of the month that `since` is in; from this month's where none is said."""
    today = timezone.localdate()
    if since is not None and not FIRST_YEAR <= since.year <= LAST_YEAR:
        raise Problem.field("since", f"A day from {FIRST_YEAR} to {LAST_YEAR}.")
    first = (since or today).replace(day=1)
    end = first
    for _ in range(MONTHS):
        end = (end + DAY * 32).replace(day=1)
    days: dict[date, list[DayEntryOut]] = {first + DAY * n: [] for n in range((end - first).days)}
    for each, day in _entries(first, end):
        if day in days:
            days[day].append(each)
    return CalendarOut(
        today=today,
        since=first,
        days=[
            DayOut(day=day, entries=sorted(entries, key=lambda each: (each.at is not None, each.at or 0)))
            for day, entries in days.items()
        ],
    )


def _entries(first: date, end: date) -> Iterable[tuple[DayEntryOut, date]]:
    zone = timezone.get_current_timezone()
    begin, until = (datetime.combine(day, time(0), zone) for day in (first, end))
    found = the_plan()
    for row in PlannedWash.objects.filter(at__gte=begin, at__lt=until).select_related("head"):
        kind = "washed" if row.done_at else "wash"
        to = f"/heads/{row.head_id}/washes" if row.done_at else f"/wash/planned/{row.pk}"
        yield _entry(kind, row.at, f"{row.head.name}: {row.name}", to, row.head_id)
    loose = Wash.objects.filter(planned=None, at__gte=begin, at__lt=until).exclude(head=None)
    seen: set[tuple[int, date]] = set()
    for wash in loose.select_related("head"):
        day = timezone.localdate(wash.at)
        if wash.head is not None and (wash.head.pk, day) not in seen:
            seen.add((wash.head.pk, day))
            yield _entry(
                "washed", wash.at, f"{wash.head.name}", f"/heads/{wash.head.pk}/washes", wash.head.pk
            )
    for job in plan_out(found).jobs:
        title = f"{MADE[job.what]} {job.name}"
        to = f"/make/{job.batch}" if job.batch else f"/wash/planned/{job.washes[0]}"
        yield _entry("make", job.begin, title, to, None)
    planned = {(row.head_id, timezone.localdate(row.at)) for row in found.rows}
    for routine in routines():
        for turn in routine.turns:
            if (routine.head, turn.day) not in planned:
                yield (
                    DayEntryOut(
                        kind="turn", at=None, title=f"{routine.head_name}: {turn.name}",
                        to=f"/wash/routines?head={routine.head}", head=routine.head,
                    ),
                    turn.day,
                )  # fmt: skip
    for container in _use_by(first, end):
        title = f"Use {container.batch.name}, {container.name}"
        yield (
            DayEntryOut(kind="use_by", at=None, title=title, to=f"/make/{container.batch_id}", head=None),
            container.use_by,
        )
    for test in PatchTest.objects.filter(result="", head__removed_at=None).select_related("head"):
        title = f"{test.head.name}: look at the arm ({test.name})"
        yield _entry("patch", due_at(test), title, f"/heads/{test.head_id}/patch", test.head_id)
    for taken in taken_times():
        yield _entry("taken", taken.begin, taken.note or "not then", "/settings", None)


def _entry(kind: str, at: datetime, title: str, to: str, head: int | None) -> tuple[DayEntryOut, date]:
    local = timezone.localtime(at)
    return DayEntryOut(kind=kind, at=local, title=title, to=to, head=head), local.date()


def _use_by(first: date, end: date) -> Iterable[Container]:
    rows = open_ones().filter(use_by__gte=first, use_by__lt=end)
    return rows.only("name", "use_by", "batch__name")[:MOST_USE_BY]


# ---- as a file ----


def whole_file(name: str = NAME) -> bytes:
    """All that is planned, with what must be made for it, as a calendar file."""
    found = the_plan()
    out = plan_out(found)
    entries = [*map(_wash_entry, out.washes), *_job_entries(out.jobs), *_use_entries()]
    return calendar_file(name, entries, found.now)


def wash_file(pk: int) -> bytes:
    """One wash with what must be made for it."""
    row = find_planned(pk)
    found = the_plan()
    out = plan_out(found)
    washes = [each for each in out.washes if each.id == pk] or [_alone(row)]
    jobs = [job for job in out.jobs if pk in job.washes]
    return calendar_file(row.name, [*map(_wash_entry, washes), *_job_entries(jobs)], found.now)


def _alone(row: PlannedWash) -> PlannedOut:
    """One that is done, or long gone by."""
    return planned_out(row, State([row]))


def _wash_entry(wash: PlannedOut) -> CalendarEntry:
    says = [" → ".join(wash.names), *(f"Stop: {stop}" for stop in wash.stops), *wash.notes]
    if wash.late and wash.nearest:
        says.append(
            f"What it takes cannot be ready: {timezone.localtime(wash.nearest):%A %H:%M} at the soonest."
        )
    minutes = (wash.until - wash.at).total_seconds() / 60.0
    return CalendarEntry(
        f"wash-{wash.id}",
        f"Wash {wash.head_name}: {wash.name}",
        wash.at,
        round(minutes),
        "\n".join(says),
        WASH_ALARM,
    )


def _job_entries(jobs: Iterable[JobOut]) -> Iterable[CalendarEntry]:
    """Each step that hands are needed for, and each wait as it begins."""
    for job in jobs:
        for place, step in enumerate(job.steps):
            minutes = round((step.end - step.begin).total_seconds() / 60.0)
            after_wait = place > 0 and job.steps[place - 1].waits
            title = f"{step.name}: {job.name}"
            if step.waits:
                title = f"{title} ({step.says.split(';')[0]})"
            yield CalendarEntry(
                f"{job.key}-{place}", title, step.begin, 0 if step.waits else minutes, job.says,
                STEP_ALARM if place == 0 or after_wait else None,
            )  # fmt: skip


def _use_entries() -> Iterable[CalendarEntry]:
    today = timezone.localdate()
    for each in _use_by(today, today + DAY * 62):
        yield CalendarEntry(f"use-{each.pk}", f"Use by today: {each.batch.name}, {each.name}", each.use_by)


# ---- as a feed ----


def feed() -> FeedOut:
    """Whether there is one, since when, and when it was last read."""
    row = CalendarFeed.objects.first()
    if row is None:
        return FeedOut(exists=False, address="", made_at=None, read_at=None)
    return FeedOut(exists=True, address="", made_at=row.made_at, read_at=row.read_at)


def new_feed(host: str) -> FeedOut:
    """An address with a new secret; the one before ends. It is told this once."""
    secret = secrets.token_urlsafe(SECRET)
    CalendarFeed.objects.all().delete()
    row = CalendarFeed.objects.create(digest=_digest(secret))
    address = f"{host}/api/wash/feed/{secret}.ics"
    return FeedOut(exists=True, address=address, made_at=row.made_at, read_at=None)


def revoke_feed() -> None:
    """End it."""
    CalendarFeed.objects.all().delete()


def feed_file(secret: str) -> bytes:
    """The plan, for who knows the secret; nobody else is told that there is one."""
    row = CalendarFeed.objects.filter(digest=_digest(secret)).first()
    if row is None:
        raise Problem.gone("calendar")
    CalendarFeed.objects.filter(pk=row.pk).update(read_at=timezone.now())
    return whole_file()


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()
