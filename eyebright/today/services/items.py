"""What is to do, now and next, each with one press to it."""

from collections.abc import Container, Iterable
from datetime import datetime, timedelta

from django.db.models import Max
from django.utils import timezone

from eyebright.core.materials import SupplyKey
from eyebright.core.words import brief, span
from eyebright.heads.models import PatchTest
from eyebright.heads.services import due_at, head_rows
from eyebright.kept.clock_steps import steady_seconds
from eyebright.make.models import Batch
from eyebright.make.schemas.batches import RunningOut
from eyebright.make.services.containers import due_soon
from eyebright.make.services.serializers import running
from eyebright.shelf.models import WaterProfile, WaterSource
from eyebright.shelf.services.supplies import NOT_TAP
from eyebright.wash.models import PlannedWash
from eyebright.wash.schemas.planned import JobOut, PlanOut
from eyebright.wash.services.basin.reviews import due_reviews
from eyebright.wash.services.basin.runs import under_way
from eyebright.wash.services.basin.serializers import rows_under_way
from eyebright.wash.services.schedule import Planned, plan_out

from ..schemas import ItemOut, What

AHEAD = timedelta(hours=36)  # what begins within these is said today
BACK = timedelta(days=7)  # a planned wash is asked after so long
CHECK_IN = timedelta(days=28)  # a scalp is looked at so often
YEAR = timedelta(days=365)
SOON_SHOWN = 6


def items(found: Planned) -> list[ItemOut]:
    """Everything that is to do, in order of time; what has none comes last."""
    out, now = plan_out(found), found.now
    clocks = running()
    ringing = {clock.batch for clock in clocks}
    begun = {run.planned_id for run in under_way()}
    every = [
        *_clocks(clocks, now, out), *_basin(now), *_reviews(now), *_jobs(out, ringing), *_washes(out, begun),
        *_not_recorded(now, begun), *_use_soon(),
        *_patches(now), *_under_way(found, ringing), *_check_ins(now), *_waters(now),
    ]  # fmt: skip
    far = now + YEAR
    return sorted(every, key=lambda item: (item.at is None, item.at or far, item.key))


def _item(
    key: str, what: What, at: datetime | None, title: str, says: str, act: str, to: str, *, late: bool = False
) -> ItemOut:
    local = None if at is None else timezone.localtime(at)
    return ItemOut(key=key, what=what, at=local, title=title, says=says, act=act, to=to, late=late)


def _clocks(clocks: Iterable[RunningOut], now: datetime, found: PlanOut) -> Iterable[ItemOut]:
    """Clocks that run or have rung, each with what comes after it and by when, where a wash waits for it."""
    jobs = {job.batch: job for job in found.jobs if job.what == "carry_on"}
    for clock in clocks:
        left = (clock.until - now).total_seconds()
        late = left < 0.0
        says = "its time is up" if late else f"{span(left / 60.0)} left"
        job = jobs.get(clock.batch)
        if job is not None and (then := _then(job, now)):
            says = f"{says}; {then}"
        key, title = f"clock-{clock.batch}-{clock.place}", f"{clock.step}: {clock.name}"
        yield _item(key, "clock", clock.until, title, says, "Go to it", f"/make/{clock.batch}/run", late=late)


def _basin(now: datetime) -> Iterable[ItemOut]:
    """Washes under way."""
    for row in rows_under_way():
        late = row.until_steady is not None and row.until_steady < steady_seconds()
        title = f"{row.head_name}: {row.name} is under way"
        yield _item(
            f"basin-{row.id}", "basin", now, title, row.says, "Go on", f"/wash/run/{row.id}", late=late
        )


def _reviews(now: datetime) -> Iterable[ItemOut]:
    """Washes that are to be asked after."""
    for due in due_reviews(now):
        yield _item(
            f"review-{due.planned}-{due.when}", "review", due.at, f"{due.head_name}, {due.name}", due.says,
            "Say how it went", f"/wash/planned/{due.planned}/how?when={due.when}",
        )  # fmt: skip


def _then(job: JobOut, now: datetime) -> str:
    """The next step of a batch, by when at the latest, and for whom."""
    step = next((each for each in job.steps if each.begin > now - timedelta(minutes=1)), None)
    if step is None:
        return ""
    by = f" by {timezone.localtime(step.by):%A %H:%M} at the latest" if not job.late else ""
    return f"{step.name.lower()}{by}, for {job.who}, {timezone.localtime(job.needed):%A %H:%M}. {job.says}"


def _jobs(found: PlanOut, clocks: set[int]) -> Iterable[ItemOut]:
    """What must be begun, and what goes on where no clock says so already."""
    for job in found.jobs:
        if job.begin > found.now + AHEAD or not job.steps:
            continue
        if job.what == "carry_on":
            if job.batch not in clocks:
                yield from _go_on(job, found.now)
            continue
        step = next((each for each in job.steps if each.name != "Weigh"), job.steps[0])
        title = {
            "make": f"Begin {job.name}",
            "thaw": f"Thaw {job.name}",
            "put_on": f"Put {job.name} on {job.who}",
        }[job.what]
        when = timezone.localtime(job.needed)
        says = f"for {job.who}, {when:%A %H:%M}. {job.says}"
        if job.what == "make" and step.waits:
            says = f"{step.name} by {timezone.localtime(step.by):%H:%M}, {says}"
        act = "Begin" if job.what == "make" else "Look"
        yield _item(job.key, "begin", job.begin, title, says, act, job.to, late=job.late)


def _go_on(job: JobOut, now: datetime) -> Iterable[ItemOut]:
    """The step of a batch that comes after the one that waits: from when, and by when at the latest."""
    step = next((each for each in job.steps if each.begin > now - timedelta(minutes=1)), None)
    if step is None or step.soonest > now + AHEAD:
        return
    says = _then(job, now)
    title, to = f"{step.name}: {job.name}", f"/make/{job.batch}/run"
    yield _item(job.key, "go_on", step.soonest, title, says, "Go to it", to, late=job.late)


def _under_way(found: Planned, clocks: set[int]) -> Iterable[ItemOut]:
    """Batches that nothing waits for and no clock runs of."""
    said_already = clocks | {work.batch for work, _ in found.jobs if work.batch}
    rows = Batch.objects.filter(finished_at=None, of=Batch.Of.FORMULA).exclude(pk__in=said_already)
    for row in rows.order_by("-made_at").only("name")[:SOON_SHOWN]:
        yield _item(
            f"batch-{row.pk}",
            "go_on",
            None,
            row.name,
            "begun and not finished",
            "Go on",
            f"/make/{row.pk}/run",
        )


def _washes(found: PlanOut, begun: Container[int]) -> Iterable[ItemOut]:
    for wash in found.washes:
        if wash.id in begun or not found.now - timedelta(hours=1) < wash.at < found.now + AHEAD:
            continue
        says = [wash.trouble] if wash.trouble else [*wash.stops[:1], *wash.notes]
        if wash.late and wash.nearest:
            says.append(
                f"What it takes cannot be ready: {timezone.localtime(wash.nearest):%A %H:%M} at the soonest."
            )
        yield _item(
            f"wash-{wash.id}",
            "wash",
            wash.at,
            f"Wash {wash.head_name}: {wash.name}",
            " ".join(says) or f"about {span(max(wash.minutes, 1.0))}",
            "Look",
            f"/wash/planned/{wash.id}",
            late=wash.late or bool(wash.stops or wash.trouble),
        )


def _not_recorded(now: datetime, begun: Container[int]) -> Iterable[ItemOut]:
    rows = PlannedWash.objects.filter(
        done_at=None, head__removed_at=None, at__gt=now - BACK, at__lte=now - timedelta(hours=1)
    )
    for row in rows.select_related("head"):
        if row.pk in begun:
            continue
        yield _item(
            f"record-{row.pk}",
            "record",
            row.at,
            f"{row.head.name}: {row.name}",
            "was it done?",
            "Record it",
            f"/wash/record?head={row.head_id}&planned={row.pk}",
        )


def _use_soon() -> Iterable[ItemOut]:
    today = timezone.localdate()
    for row in due_soon().only("name", "use_by", "left", "unit", "batch__name")[:SOON_SHOWN]:
        past = row.use_by < today
        says = f"{brief(round(float(row.left)))} {row.unit} left; " + (
            "past its date: throw it away" if past else f"use it by {row.use_by:%A}"
        )
        yield _item(
            f"use-{row.pk}",
            "use_soon",
            None,
            f"{row.batch.name}, {row.name}",
            says,
            "Look",
            f"/make/{row.batch_id}",
            late=past,
        )


def _patches(now: datetime) -> Iterable[ItemOut]:
    rows = PatchTest.objects.filter(result="", head__removed_at=None).select_related("head")
    for test in rows:
        at = due_at(test)
        if at > now + AHEAD:
            continue
        says = "time to look at the arm" if at <= now else "then look at the arm"
        yield _item(
            f"patch-{test.pk}",
            "patch",
            at,
            f"{test.head.name}: {test.name}",
            says,
            "Look",
            f"/heads/{test.head_id}/patch",
            late=False,
        )


def _check_ins(now: datetime) -> Iterable[ItemOut]:
    """Heads that are washed and were not looked at for four weeks."""
    for row in head_rows():
        looked = row.checked_in_at
        if row.washed_at is None or (looked is not None and looked > now - CHECK_IN):
            continue
        says = f"last looked at {timezone.localtime(looked):%-d %B}" if looked else "never looked at"
        title = f"Look at {row.name}’s scalp"
        yield _item(f"check-in-{row.id}", "check_in", None, title, says, "Look", f"/heads/{row.id}")


def _waters(now: datetime) -> Iterable[ItemOut]:
    """Waters of the tap or the well that nobody measured for a year."""
    measured = {
        row["water"]: row["latest"]
        for row in WaterProfile.objects.values("water").annotate(latest=Max("on")).order_by()
    }
    for row in WaterSource.objects.exclude(kind__in=NOT_TAP):
        latest = measured.get(row.pk)
        if latest is not None and latest > (now - YEAR).date():
            continue
        says = "a guess from the kind of water: measuring it makes every pH surer"
        if latest is not None:
            says = f"last measured {latest:%-d %B %Y}: water changes with the year"
        yield _item(
            SupplyKey.of("water", row.pk),
            "water",
            None,
            f"Measure {row.name}",
            says,
            "Measure",
            "/shelf/waters",
        )
