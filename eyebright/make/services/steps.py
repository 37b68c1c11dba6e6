"""The clocks of a batch's steps, and what a thermometer says.

They live here: no page that sleeps loses one.
"""

from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone

from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem

from ..models import Batch, StepClock
from ..schemas.batches import BatchOut, CelsiusIn, StepActIn
from .batches import checked_batch, kept

WAITS = ("wait", "cool")
MOST_READINGS = 200


def act(pk: int, place: int, payload: StepActIn, now: datetime) -> BatchOut:
    """Start a clock, give it longer, end it, or take that back. `now`: the moment that it was pressed."""
    with transaction.atomic():
        batch = checked_batch(pk, payload.version)
        now = _since_begun(batch, now)
        if not 0 <= place < len(batch.steps):
            raise Problem.field("step", f"This batch has {len(batch.steps)} steps.")
        {"start": _start, "longer": _longer, "end": _end, "again": _again, "stand": _stand}[payload.do](
            batch, place, payload, now
        )
        return kept(batch, anew=payload.do in ("end", "again"))


def _since_begun(batch: Batch, at: datetime) -> datetime:
    """When it was pressed; now, where that is before the batch was begun: such a moment is none."""
    return at if at >= batch.made_at else timezone.now()


def _row(batch: Batch, place: int) -> StepClock:
    found = batch.clocks.filter(place=place).first()
    if found is None:
        raise Problem.field("step", "Its clock does not run: start it first.")
    return found


def _start(batch: Batch, place: int, payload: StepActIn, now: datetime) -> None:
    step = batch.steps[place]
    usual = step.least if step.sign else (step.least + step.most) / 2.0
    minutes = usual if payload.minutes is None else payload.minutes
    clock, made = StepClock.objects.get_or_create(batch=batch, place=place, defaults={"began_at": now})
    if not made and clock.ended_at is None and clock.until is not None:
        raise Problem.field("step", "Its clock runs already: another window started it.")
    if not made:
        clock.began_at, clock.ended_at, clock.readings = now, None, []
    clock.until = now + timedelta(minutes=float(minutes)) if step.act in WAITS or payload.minutes else None
    clock.save()


def _longer(batch: Batch, place: int, payload: StepActIn, now: datetime) -> None:
    clock = _row(batch, place)
    if not payload.minutes:
        raise Problem.field("minutes", "Say how much longer.")
    clock.ended_at = None
    clock.until = max(clock.until or now, now) + timedelta(minutes=float(payload.minutes))
    clock.save()


def _end(batch: Batch, place: int, payload: StepActIn, now: datetime) -> None:
    clock = _row(batch, place)
    clock.ended_at = clock.ended_at or max(now, clock.began_at)
    clock.save()


def _again(batch: Batch, place: int, payload: StepActIn, now: datetime) -> None:
    clock = _row(batch, place)
    clock.ended_at = None
    clock.save()


def _stand(batch: Batch, place: int, payload: StepActIn, now: datetime) -> None:
    """What it stands in while it cools, under which lid, in how warm a room."""
    clock = _row(batch, place)
    clock.vessel = payload.vessel or clock.vessel
    clock.lid = payload.lid or clock.lid
    if "room" in payload.model_fields_set:
        clock.room = exact(payload.room, "0.1")
    clock.save()


@transaction.atomic
def read_celsius(pk: int, payload: CelsiusIn, now: datetime) -> BatchOut:
    """What a thermometer in it says at `now`, with the clock of the step that it is at."""
    batch = checked_batch(pk, payload.version)
    now = _since_begun(batch, now)
    clock = batch.clocks.filter(place__lte=batch.step).order_by("-place").first()
    if clock is None:
        clock = StepClock.objects.create(
            batch=batch, place=min(batch.step, len(batch.steps) - 1), began_at=now
        )
    cools = batch.steps[clock.place].act == "cool"
    since = clock.began_at if cools else (clock.ended_at or clock.began_at)
    minutes = max((now - since).total_seconds() / 60.0, 0.0)
    clock.readings = [*clock.readings, {"minutes": round(minutes, 2), "celsius": payload.celsius}][
        -MOST_READINGS:
    ]
    clock.save()
    return kept(batch)
