"""What must be made for the washes that are planned, worked back from each to when its steps begin.

Nothing of it is kept: it is worked out anew from now, from what is planned, what is in stock and what is
under way; so it follows whatever is moved, made or thrown away.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime, timedelta
from decimal import Decimal
from math import ceil, inf
from typing import Literal, NamedTuple

from django.utils import timezone

from eyebright.core.formulas.model import planned_steps
from eyebright.core.planning import Hours, Job, JobPlan, Moments, PlanStep, minute, moment, plan, steps_of
from eyebright.core.wash import links_table
from eyebright.core.words import capital, days_apart, listed, span
from eyebright.formulas.models import Formula
from eyebright.formulas.services.workbench import as_core, entered_of
from eyebright.household.services.hours import the_hours
from eyebright.household.services.household import the_household
from eyebright.make.models import Batch, Container
from eyebright.make.services.containers import open_ones, piece_of, pieces_left
from eyebright.make.services.keys import container_id

from ..models import PlannedWash
from ..schemas.planned import JobOut, PlannedOut, PlannedPlaceOut, PlanOut, PlanStepOut
from ..snapshots import DoseSnapshot
from .chains import SAME_DAY
from .making import batches_under_way, days_kept, left_of
from .planned import State, basin_span, coming, freshen, full_spans, planned_out

HOUR = 60.0
DAY = 24 * HOUR
NIGHT_LEAST, NIGHT_MOST = 0.75, 1.5  # of the minutes that something is to stay on overnight
PUTTING_ON = 10.0  # minutes
MARGIN = 30.0  # minutes that something is ready before it goes on in the evening
THAW = PlanStep("Let it thaw", 60.0, 24 * HOUR, waits=True)
OUT_OF_FREEZER = PlanStep("Take it out of the freezer", 1.0, 2.0)
LEAST_MADE = 1.0  # mL or g: less than that is not made for a wash
MANY = 2  # pieces from which some can be thawed, and the rest left frozen
MOST_STOCK = 100  # containers of one formula that are looked through, those to be used soonest first


@dataclass
class _Need:
    """What washes take of one formula that is not there yet."""

    formula: int
    washes: list[PlannedWash] = field(default_factory=list)
    early: list[PlannedWash] = field(default_factory=list)  # those for which it goes on ahead of the basin
    amount: float = 0.0
    unit: str = "mL"
    batch: Batch | None = None

    @property
    def holds(self) -> float:
        """mL that there will be of it; as much as is wanted where it is still to be made."""
        if self.batch is None:
            return inf
        makes = self.batch.outcome.makes or self.batch.figures.makes
        value = self.batch.yielded or (makes.value if makes else 0.0)
        return float(value) if value else inf

    @property
    def first(self) -> PlannedWash:
        return min(self.washes, key=lambda row: (row.at, row.pk))

    def by(self, begins: Mapping[int, float]) -> float:
        """When it must be ready: at the first wash, or before it goes on the evening before."""
        return _by(self.first, self.early, begins)


def _by(first: PlannedWash, early: Iterable[PlannedWash], begins: Mapping[int, float]) -> float:
    """When something must be ready that a wash takes, and that goes on ahead of the basin for the `early`."""
    return min([minute(first.at), *(begins[row.pk] - MARGIN for row in early if row.pk in begins)])


@dataclass(frozen=True)
class _Work:
    """A job with what the screen says of it."""

    job: Job
    what: Literal["make", "carry_on", "thaw", "put_on"]
    washes: tuple[PlannedWash, ...]
    formula: int | None = None
    batch: int | None = None
    amount: float = 0.0
    unit: str = "mL"
    early: tuple[PlannedWash, ...] = ()


@dataclass
class Planned:
    """The whole plan: washes, jobs in their places, and the hours that it was worked out round."""

    rows: list[PlannedWash]
    state: State
    hours: Hours
    jobs: list[tuple[_Work, JobPlan]]
    now: datetime


def the_plan(now: datetime | None = None) -> Planned:
    """Everything that is planned, from now."""
    now = now or timezone.now()
    rows = list(coming(now).exclude(run__isnull=False, run__ended_at=None, run__removed_at=None))
    state = State(rows)
    freshen(rows, state)
    hours = the_hours()
    until = max([now, *(row.at for row in rows)]) + timedelta(days=8)
    zone = timezone.get_current_timezone()
    busy = hours.busy(now - timedelta(days=2), until, zone)
    taken = Moments.of(*busy.spans, *(basin_span(row) for row in rows))
    waiting = [row for row in rows if row.at > now]  # nothing is made for what should be under way
    night = _night(waiting)
    begins = {each.washes[0].pk: plan([each.job], taken, minute(now))[0].begin for each in night}
    frozen = _frozen_links(waiting)
    first = [*_made(waiting, begins, frozen), *_thaws(frozen, begins)]
    work = [*first, *(_after(each, first) for each in night)]
    work.sort(key=lambda each: (min(row.pk for row in each.washes), each.what == "put_on", each.job.key))
    found = plan([each.job for each in work], taken, minute(now), the_household().pots)
    return Planned(rows, state, hours, list(zip(work, found, strict=True)), now)


# ---- what there is to do ----


def _night(rows: Sequence[PlannedWash]) -> list[_Work]:
    """What goes on the evening before."""
    out = []
    for row in rows:
        ahead = row.snapshot.ahead
        if ahead <= 0.0:
            continue
        names = " and ".join(row.snapshot.put_on) or "it"
        steps = (
            PlanStep(f"Put {names} on", 5.0, PUTTING_ON),
            PlanStep("Leave it on", ahead * NIGHT_LEAST, ahead * NIGHT_MOST, waits=True),
        )
        job = Job(f"put-on-{row.pk}", names, steps, minute(row.at))
        out.append(_Work(job, "put_on", (row,)))
    return out


def _after(night: _Work, first: Sequence[_Work]) -> _Work:
    """What goes on ahead of the basin, begun when all that it takes is ready."""
    (row,) = night.washes
    keys = tuple(each.job.key for each in first if row in each.early)
    return replace(night, job=replace(night.job, after=keys))


# What washes take of what is frozen, by container: mL or g, and whether it goes on ahead of the basin.
Frozen = dict[int, list[tuple[PlannedWash, float, bool]]]


def _frozen_links(rows: Sequence[PlannedWash]) -> Frozen:
    """What is washed with out of a container of its own, where that is frozen."""
    asked: Frozen = {}
    for row in sorted(rows, key=lambda each: (each.at, each.pk)):
        for dose in row.snapshot.doses:
            pk = container_id(dose.supply_key)
            if pk is not None:
                asked.setdefault(pk, []).append((row, dose.amount, dose.ahead))
    frozen = Container.objects.filter(pk__in=asked, place="freezer", ended_on=None)
    return {pk: asked[pk] for pk in frozen.values_list("pk", flat=True)}


def _thaws(frozen: Frozen, begins: Mapping[int, float]) -> list[_Work]:
    """What is taken out of the freezer: of cubes, as many as each wash takes; a single piece whole."""
    out = []
    for container in Container.objects.filter(pk__in=frozen).select_related("batch"):
        wanted = frozen[container.pk]
        left = pieces_left(container)
        if container.count < MANY:
            rows = [(tuple(dict.fromkeys(row for row, _, _ in wanted)), f", {container.name}", wanted)]
        else:
            by_wash = [(row, [each for each in wanted if each[0] == row]) for row, _, _ in wanted]
            rows = [((row,), _pieces(container, mine, left), mine) for row, mine in dict(by_wash).items()]
        for washes, says, mine in rows:
            early = tuple(row for row, _, ahead in mine if ahead)
            key = f"thaw-{container.pk}-{washes[0].pk}"
            by = _by(washes[0], early, begins)
            job = Job(key, f"{container.batch.name}{says}", (OUT_OF_FREEZER, THAW), by)
            out.append(_Work(job, "thaw", washes, batch=container.batch_id, early=early))
    return out


def _pieces(container: Container, wanted: Sequence[tuple[PlannedWash, float, bool]], left: int) -> str:
    takes = ceil(sum(amount for _, amount, _ in wanted) / max(piece_of(container), 1e-6) - 1e-6)
    return f", {min(max(takes, 1), left)} of {left} cubes"


def _made(rows: Sequence[PlannedWash], begins: Mapping[int, float], frozen: Frozen) -> list[_Work]:
    """What must be made, or is being made. `begins`: when something goes on the evening before, by wash;
    `frozen`: what is taken out of the freezer instead is put in there.
    """
    asked = _asked(rows)
    formulas = Formula.objects.in_bulk(list(asked))
    under_way = batches_under_way(asked)
    out, makes = [], dict[int, tuple[PlanStep, ...]]()
    for need in _needs(asked, formulas, under_way, frozen):
        row = formulas[need.formula]
        if need.batch is None and need.formula not in makes:
            written = as_core(entered_of(row.body)).formula
            makes[need.formula] = steps_of(planned_steps(written)) if written else ()
        steps = makes.get(need.formula, ())
        begun = None
        if need.batch is not None:
            steps, begun = left_of(need.batch)
        key = f"batch-{need.batch.pk}" if need.batch else f"make-{need.formula}-{need.first.pk}"
        job = Job(key, row.name, steps, need.by(begins), begun)
        out.append(
            _Work(
                job, "carry_on" if need.batch else "make", tuple(need.washes), need.formula,
                need.batch.pk if need.batch else None, need.amount, need.unit, tuple(need.early),
            )
        )  # fmt: skip
    return out


def _asked(rows: Sequence[PlannedWash]) -> dict[int, list[tuple[PlannedWash, DoseSnapshot]]]:
    """What each formula is wanted for: washes, each with what it takes of it."""
    out: dict[int, list[tuple[PlannedWash, DoseSnapshot]]] = {}
    for row in sorted(rows, key=lambda each: (each.at, each.pk)):
        for dose in row.snapshot.doses:
            if dose.formula:
                out.setdefault(dose.formula, []).append((row, dose))
    return out


def _needs(
    asked: dict[int, list[tuple[PlannedWash, DoseSnapshot]]],
    formulas: dict[int, Formula],
    under_way: dict[int, list[Batch]],
    frozen: Frozen,
) -> Iterable[_Need]:
    """What is not in stock, what is frozen last of that: of what is under way first, then to be made.

    One batch for as long as it keeps.
    """
    stock: dict[int, list[Stock]] = {}
    for pk in asked:
        rows = open_ones().filter(batch__formula=pk, left__gt=0, use_by__gte=timezone.localdate())
        said = rows.values_list("pk", "left", "unit", "use_by", "place")
        stock[pk] = sorted((Stock(*each) for each in said[:MOST_STOCK]), key=lambda each: each.frozen)
    for pk, wanted in asked.items():
        if pk not in formulas:
            continue
        left = {each.pk: float(each.left) for each in stock.get(pk, ())}
        keeps = days_kept(formulas[pk])
        batches = list(under_way.get(pk, ()))
        open_: _Need | None = None
        for row, dose in wanted:
            much = _from_stock(row, dose, stock.get(pk, ()), left, frozen)
            if much < LEAST_MADE:
                continue
            full = open_ is not None and open_.amount + much > open_.holds
            if open_ is None or full or (row.at - open_.first.at) > timedelta(days=keeps):
                if open_ is not None:
                    yield open_
                open_ = _Need(pk, unit=dose.unit, batch=batches.pop(0) if batches else None)
            open_.amount += much
            if row not in open_.washes:
                open_.washes.append(row)
            if dose.ahead:
                open_.early.append(row)
        if open_ is not None:
            yield open_


class Stock(NamedTuple):
    """A container that can be used: mL or g (`unit`) left in it, and until when it is good."""

    pk: int
    left: Decimal
    unit: str
    use_by: date
    place: str

    @property
    def frozen(self) -> bool:
        """Whether it must thaw first."""
        return self.place == "freezer"


def _from_stock(
    row: PlannedWash, dose: DoseSnapshot, stock: Iterable["Stock"], left: dict[int, float], frozen: Frozen
) -> float:
    """Take a dose out of what is in stock and good that day, as far as there is; mL or g that are wanting."""
    day = timezone.localdate(row.at)
    wants = dose.amount
    for each in stock:
        if each.use_by < day or left[each.pk] <= 0.0:
            continue
        if wants <= 0.0:
            break
        measured = dose.grams if each.unit == "g" else dose.ml
        much = measured * wants / max(dose.amount, 1e-9)
        takes = min(much, left[each.pk])
        left[each.pk] -= takes
        wants -= wants * takes / max(much, 1e-9)
        if each.frozen:
            frozen.setdefault(each.pk, []).append((row, takes, dose.ahead))
    return wants


# ---- shown ----


def plan_out(found: Planned | None = None) -> PlanOut:
    """The plan, as it goes over the wire."""
    found = found or the_plan()
    jobs = [_job_out(work, each) for work, each in found.jobs]
    jobs.sort(key=lambda job: (job.begin, job.needed))
    return PlanOut(now=found.now, washes=washes_out(found, jobs), jobs=jobs)


def washes_out(found: Planned, jobs: Sequence[JobOut]) -> list[PlannedOut]:
    """The washes of a plan, each with whether what it takes can be ready."""
    out = [planned_out(row, found.state, found.hours) for row in found.rows]
    for wash, row in zip(out, found.rows, strict=True):
        wash.notes += _too_soon(row, found.rows)
        late = [job for job in jobs if job.late and row.pk in job.washes]
        if late:
            wash.late = True
            wash.nearest = nearest(row, max(job.ready for job in late), found)
    return out


def _too_soon(row: PlannedWash, rows: Sequence[PlannedWash]) -> list[str]:
    """What of a wash comes sooner than it should after the last, done or planned: never in silence."""
    planned: dict[str, float] = {}
    for other in rows:
        if other.head_id == row.head_id and other.at < row.at:
            days = (row.at - other.at) / timedelta(days=1)
            for key in other.snapshot.families:
                planned[key] = min(planned.get(key, days), days)
    out = []
    for each in row.snapshot.spacing:
        known = [ago for ago in (each.ago, planned.get(each.key)) if ago is not None]
        if known and min(known) < each.apart - SAME_DAY:
            apart, ago = each.apart, days_apart(min(known))
            out.append(
                f"Too soon for the {each.name}: {ago} since the last, and {apart:g} days are asked for."
            )
    return out


def nearest(row: PlannedWash, ready: datetime, found: Planned) -> datetime | None:
    """The first time from then on at which a wash could be: somebody is there, and a bathroom is free."""
    zone = timezone.get_current_timezone()
    begin = minute(ready) + links_table().number("around", "before")
    lasts = basin_span(row)[1] - minute(row.at)
    busy = found.hours.busy(ready - timedelta(days=1), ready + timedelta(days=9), zone)
    spans = [(minute(each.at), basin_span(each)[1]) for each in found.rows if each.pk != row.pk]
    full = full_spans(spans, the_household().bathrooms)
    free = Moments.of((begin, begin + 8 * DAY)).without([*busy.spans, *full.spans], lasts)
    if not free:
        return None
    return moment(5.0 * -(-free.first // 5.0), zone)


def _job_out(work: _Work, each: JobPlan) -> JobOut:
    zone = timezone.get_current_timezone()
    heads = list(dict.fromkeys(row.head_id for row in work.washes))
    names = list(dict.fromkeys(row.head.name for row in work.washes))
    begin = moment(each.begin, zone)
    return JobOut(
        key=work.job.key, to=_to(work, heads), what=work.what, name=work.job.name,
        formula=work.formula, batch=work.batch,
        washes=[row.pk for row in work.washes], heads=heads, who=listed(names),
        amount=round(work.amount), unit=work.unit,
        steps=[
            PlanStepOut(
                name=step.step.name, begin=moment(step.begin, zone), end=moment(step.end, zone),
                soonest=moment(step.earliest, zone),
                by=moment(step.latest, zone), waits=step.step.waits,
                says=_says(step.step, step.end - step.begin),
            )
            for step in each.steps
        ],
        begin=begin, ready=moment(each.ready, zone), needed=moment(work.job.by, zone), late=each.late,
        says=_job_says(work, each),
    )  # fmt: skip


def _to(work: _Work, heads: Sequence[int]) -> str:
    """Where it is done: what is made is begun for these heads, as much of it as the plan takes."""
    if work.what == "make":
        whom = ",".join(map(str, heads))
        much = f"sized_by={work.unit.lower()}&value={round(work.amount)}"
        return f"/make/new?formula={work.formula}&heads={whom}&{much}"
    if work.batch is None:
        return f"/wash/planned/{work.washes[0].pk}"
    return f"/make/{work.batch}{'/run' if work.what == 'carry_on' else ''}"


def _says(step: PlanStep, lasts: float) -> str:
    """How long a step takes: 'about 10 h; 4 to 14 would do'."""
    if not step.waits:
        return f"up to {span(step.most)} by hand"
    about = f"about {span(lasts)}"
    if step.most - step.least < 1.0:
        return about
    return f"{about}; {span(step.least)} to {span(step.most)} would do"


def _job_says(work: _Work, each: JobPlan) -> str:
    zone = timezone.get_current_timezone()
    ready = moment(each.ready, zone)
    if each.late:
        return f"It cannot be ready by then: {_when(ready)} at the soonest."
    if not each.steps:
        return "Nothing is left to do."
    slack = each.steps[0].slack
    if work.what == "carry_on":
        return "Under way, and in time."
    return f"{capital(span(slack))} to spare." if slack >= 30.0 else "There is no time to spare: begin now."


def _when(when: datetime) -> str:
    return f"{when:%A %H:%M}"


def place_of(row: PlannedWash) -> PlannedPlaceOut:
    """One planned wash, and what must be made for it."""
    found = the_plan()
    jobs = [_job_out(work, each) for work, each in found.jobs]
    mine = sorted((job for job in jobs if row.pk in job.washes), key=lambda job: job.begin)
    wash = next((each for each in washes_out(found, jobs) if each.id == row.pk), None)
    return PlannedPlaceOut(wash=wash or planned_out(row, State([row]), found.hours), jobs=mine)


def planned_places(rows: Sequence[PlannedWash]) -> list[PlannedOut]:
    """Washes that were just planned, as they stand in the plan."""
    ids = {row.pk for row in rows}
    return [wash for wash in plan_out().washes if wash.id in ids]
