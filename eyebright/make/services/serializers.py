"""A batch as it is shown: what is kept of it, and what the clock says now."""

from collections.abc import Sequence
from dataclasses import asdict
from datetime import datetime
from typing import Literal, get_args

from django.utils import timezone

from eyebright.core.formulas.model import step_kinds
from eyebright.core.learning import outcomes
from eyebright.core.make import loads, minutes_said, skin_safe, texture_said, yield_said
from eyebright.core.numbers import Figure
from eyebright.core.vocabulary import Place, Pouring
from eyebright.core.words import brief, elapsed
from eyebright.formulas.services.workbench import entered_of
from eyebright.heads.services.pictures import content_of
from eyebright.kept.clock_steps import steady_seconds, step_words
from eyebright.kept.decimals import as_float
from eyebright.shelf.services.readings import asked_of, kept_reading

from ..models import Batch, Photo, Pour, StepClock
from ..schemas.asking import RecipientOut
from ..schemas.batches import (
    BatchLineOut,
    BatchOut,
    BatchPourOut,
    BatchRowOut,
    BatchWashOut,
    ClockOut,
    CoolingOut,
    FiguresOut,
    PhotoOut,
    RunningOut,
    RunStepOut,
)
from ..snapshots import PlannedPour, SheetStep
from .containers import containers_out, filled_of, left_to_fill
from .evaluation import careful, same
from .readings import compared, foreseen
from .warmth import cooling_of


def pour_out(row: Pour) -> BatchPourOut:
    """A pour."""
    had = brief(round(float(row.gave or 0), 1))
    how = row.how if row.how in get_args(Pouring) else "typed"
    says = f"By the books its bottle had only {had} left: it counts as empty now."
    return BatchPourOut(
        id=row.pk, version=row.version, supply_key=row.supply_key, name=row.name, amount=float(row.amount),
        unit=row.unit, how=how, says=says if row.short else "",
    )  # fmt: skip


def _line(batch: Batch, plan: PlannedPour, grams: float, pours: Sequence[Pour], mills: bool) -> BatchLineOut:
    mine = [row for row in pours if row.line == plan.line]
    per = grams / plan.amount if plan.amount else 1.0
    poured = sum(float(row.taken) for row in mine if same(row, plan)) * per
    low, high = plan.low, plan.high
    out = plan.line in batch.left_out
    count, each = loads(grams) if mills else (1, grams)
    return BatchLineOut(
        id=plan.line, supply_key=plan.key, name=plan.name, says=plan.says, spoons=plan.spoons,
        amount=plan.amount, unit=plan.unit, grams=grams, low=low, high=high, by=plan.by,
        poured=poured, left=max(grams - poured, 0.0), enough=out or (bool(mine) and poured >= low),
        over=poured > high, left_out=out, drops=plan.drops, loads=count, each_load=each,
        pours=[pour_out(row) for row in mine],
    )  # fmt: skip


def clock_out(clock: StepClock, now: datetime) -> ClockOut:
    """A step's clock; what ended meanwhile says how long ago."""
    until = None if clock.ended_at or clock.until is None else clock.until
    if clock.ended_at:
        took = (clock.ended_at - clock.began_at).total_seconds()
        says = f"Took {elapsed(max(took, 0.0))}."
    elif until is None:
        says = ""
    else:
        up = f"Its time was up {elapsed((now - until).total_seconds())} ago." if until < now else ""
        says = f"{up} {step_words(clock.began_at)}".strip()
    return ClockOut(
        began_at=clock.began_at, until=clock.until, ended_at=clock.ended_at,
        until_steady=None if until is None else steady_seconds(until), says=says,
    )  # fmt: skip


def _step(batch: Batch, place: int, step: SheetStep, clock: StepClock | None, now: datetime) -> RunStepOut:
    cautions = [
        {**asdict(each), "confirmed": f"{place}:{each.id}" in batch.stops_passed} for each in step.cautions
    ]
    clocked = {"place": place, "clock": clock_out(clock, now) if clock else None, "cautions": cautions}
    return RunStepOut.model_validate({**step.model_dump(), **clocked})


# ---- how it cools ----


def cooling_out(batch: Batch) -> CoolingOut | None:
    """How warm it is now, and how long until it may go on whom it is for."""
    found = cooling_of(batch)
    if found is None:
        return None
    cools, clock, passed = found
    heads = [each.head for each in batch.for_whom.select_related("head")]
    slow = [head.name.split()[0] for head in heads if careful(head)]
    to = skin_safe(bool(slow) or not heads)
    until, room = cools.until(to), cools.until_room()
    now = cools.at(passed)
    whom = " and ".join(slow) if slow else ("everybody" if not heads else "whom it is for")
    left = None if until is None else _less(until, passed)
    if left is None or left.high <= 0.0:
        says = f"Safe for {whom}: below {to:.0f} °C. A drop on your wrist should feel neutral."
    else:
        says = f"Safe for {whom} ({to:.0f} °C) in {minutes_said(left)}."
    if not clock.readings and now.high - now.low > 8.0:
        says += " A thermometer in it makes that surer."
    return CoolingOut(
        now=now, safe_at=to, safe=left,
        room=_less(room, passed), says=says, vessel=clock.vessel, lid=clock.lid,
        readings=len(clock.readings),
    )  # fmt: skip


def _less(figure: Figure, passed: float) -> Figure:
    low, value, high = (max(each - passed, 0.0) for each in (figure.low, figure.value, figure.high))
    return Figure(value, low, high, figure.unit, figure.kind)


# ---- the whole ----


def for_heads_out(batch: Batch) -> list[RecipientOut]:
    """How it goes on each head, as it was worked out last."""
    out = []
    for each in batch.for_whom.select_related("head"):
        value = each.ph if len(each.ph) == 3 else None
        ph = (
            Figure(value=value[0], low=value[1], high=value[2], unit="pH", kind="computed") if value else None
        )
        out.append(
            RecipientOut(
                head=each.head_id, name=each.head.name, parts=each.parts, says=each.says, ph=ph,
                cautions=each.cautions,
            )
        )  # fmt: skip
    return out


def batch_out(batch: Batch) -> BatchOut:
    """A batch."""
    now = timezone.now()
    pours = list(batch.poured.all())
    containers = list(batch.containers.select_related("batch"))
    clocks = {clock.place: clock for clock in batch.clocks.all()}
    done = batch.made
    mills = any(step_kinds()[step.kind].mills for step in batch.steps if step.kind in step_kinds())
    lines = [_line(batch, plan, plan.grams, pours, mills) for plan in batch.pours if plan.grams is not None]
    known = {line.id for line in lines}
    reading, comparison, again = _read(batch)
    vessel = batch.vessel
    inside = done.fullest
    unit, left = left_to_fill(batch, filled_of(batch, containers))
    return BatchOut(
        id=batch.pk,
        version=batch.version,
        of=kind_of(batch),
        name=batch.name,
        formula=batch.formula_id if batch.formula and batch.formula.removed_at is None else None,
        formula_name=batch.formula.name if batch.formula else "",
        made_at=batch.made_at,
        finished_at=batch.finished_at,
        step=batch.step,
        steps=[_step(batch, place, row, clocks.get(place), now) for place, row in enumerate(batch.steps)],
        lines=lines,
        besides=[pour_out(row) for row in pours if row.line not in known],
        planned=batch.figures,
        done=done,
        off=batch.outcome.off,
        cautions=batch.cautions,
        heads=for_heads_out(batch),
        reading=reading,
        comparison=comparison,
        read_again=again,
        yielded=as_float(batch.yielded),
        yield_says=_yield_says(batch, done),
        thickness=batch.thickness,
        thickness_says=_thickness_says(batch, done),
        cooling=cooling_out(batch),
        bowl_total=batch.bowl.total,
        bowl_base=batch.bowl.base,
        from_jar=batch.bowl.from_jar,
        vessel=batch.vessel_id,
        vessel_ml=float(vessel.volume) if vessel else None,
        overfull=_overfull(vessel.name, float(vessel.volume), inside) if vessel else "",
        containers=containers_out(containers),
        unit=unit,
        left=left,
        keep_at=_keep_at(batch),
        photos=[photo_out(each) for each in batch.photos.all()],
        washes=_washes(batch),
        note=batch.note,
    )


def _overfull(name: str, holds: float, inside: float) -> str:
    if inside <= holds:
        return ""
    return (
        f"The {name} holds {brief(round(holds))} mL, and about {brief(round(inside))} mL come into it: take "
        "a larger one, or make it in two."
    )


def _read(batch: Batch) -> tuple[Figure | None, str, str]:
    """What was read, against what was foreseen."""
    if batch.reading is None:
        return None, "", ""
    read = kept_reading(batch.reading)
    shown, predicted = read.figure, foreseen(batch)
    if predicted is None:
        return shown, "", ""
    return shown, compared(batch, read, predicted).words, asked_of(batch.reading)


def _yield_says(batch: Batch, done: FiguresOut) -> str:
    if batch.yielded is None or done.makes is None:
        return ""
    foreseen = Figure(done.makes.value, done.makes.low, done.makes.high, "mL")
    boiled = any(step_kinds()[row.kind].boils for row in batch.steps if row.kind in step_kinds())
    return yield_said(foreseen, float(batch.yielded), boiled, _strained(batch))


def _strained(batch: Batch) -> bool:
    return any(step_kinds()[row.kind].strains for row in batch.steps if row.kind in step_kinds())


def _thickness_says(batch: Batch, done: FiguresOut) -> str:
    if not batch.thickness or not done.thickness:
        return ""
    powder = any(plan.unit == "g" for plan in batch.pours) and not _strained(batch)
    return texture_said(done.thickness, batch.thickness, powder)


def photo_out(photo: Photo) -> PhotoOut:
    """A photo."""
    return PhotoOut(
        id=photo.pk, url=f"/api/make/photos/{photo.pk}/file?of={content_of(photo)}", width=photo.width,
        height=photo.height, made_at=photo.made_at,
    )  # fmt: skip


def _washes(batch: Batch) -> list[BatchWashOut]:
    """What was washed with it: the app of washes stands after this one, and is reached through the batch."""
    rows = batch.washes.exclude(head=None).select_related("head")
    return [
        BatchWashOut(
            id=row.pk,
            head=row.head_id or 0,
            name=str(row.head and row.head.name),
            at=row.at,
            feel=list(row.feel),
            answer=outcomes()[row.answer]
            if row.answer is not None and row.answer < len(outcomes())
            else None,
        )
        for row in rows
    ]


# ---- many ----


def kind_of(batch: Batch) -> Literal["formula", "jug"]:
    """What it is a batch of."""
    return "jug" if batch.of == Batch.Of.JUG else "formula"


def row_out(batch: Batch, now: datetime) -> BatchRowOut:
    """A batch in a list. Its clocks and containers were fetched with it."""
    running = [clock.until for clock in batch.clocks.all() if clock.ended_at is None and clock.until]
    here, predicted = batch.step_at(batch.step), foreseen(batch)
    ph = batch.ph or predicted
    left = [each for each in batch.containers.all() if not each.ended_on]
    says = "" if batch.finished_at or here is None else here.says or here.do
    return BatchRowOut(
        id=batch.pk, of=kind_of(batch), name=batch.name, made_at=batch.made_at, finished_at=batch.finished_at,
        step=batch.step, steps=len(batch.steps), now=says,
        until_steady=steady_seconds(min(running)) if running else None, ph=ph,
        left=", ".join(f"{brief(round(float(each.left)))} {each.unit}" for each in left[:3]),
    )  # fmt: skip


def running() -> list[RunningOut]:
    """Every clock that runs, or has rung and was not answered, the soonest first."""
    rows = StepClock.objects.filter(
        ended_at=None, until__isnull=False, batch__removed_at=None, batch__finished_at=None
    ).select_related("batch")
    rows = rows.only("place", "began_at", "until", "batch__version", "batch__name", "batch__steps")
    out = []
    for clock in rows.order_by("until"):
        step = clock.batch.step_at(clock.place)
        if clock.until is None:
            continue
        out.append(
            RunningOut(
                batch=clock.batch_id, version=clock.batch.version, place=clock.place, name=clock.batch.name,
                step=step.name if step else "", began_at=clock.began_at, until=clock.until,
                until_steady=steady_seconds(clock.until), foams=step is not None and step.foams,
            )
        )  # fmt: skip
    return out


def _keep_at(batch: Batch) -> Place:
    """Where it is kept: frozen where its last step says so, else as its formula says, or in the fridge."""
    last = step_kinds().get(batch.steps[-1].kind) if batch.steps else None
    if last is not None and last.keeps_at:
        return last.keeps_at
    return entered_of(batch.formula.body).place if batch.formula is not None else "fridge"
