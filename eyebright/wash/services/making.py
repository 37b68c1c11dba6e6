"""What is being made for a plan: batches under way, what is left to do of each, and how long it keeps."""

from collections.abc import Iterable
from datetime import datetime, timedelta

from django.utils import timezone

from eyebright.core.formulas.assess import kept_digest
from eyebright.core.formulas.model import step_kinds
from eyebright.core.planning import PlanStep, minute
from eyebright.formulas.models import Formula
from eyebright.make.models import Batch

HOUR = 60.0  # minutes
KEEPS = 1.0  # days that something keeps where nobody has worked it out
PLACES = ("shelf", "fridge", "freezer")


def batches_under_way(formulas: Iterable[int]) -> dict[int, list[Batch]]:
    """Batches of these formulas that are not finished, the oldest first; not what must have spoiled."""
    rows = Batch.objects.filter(finished_at=None, of=Batch.Of.FORMULA, formula__in=formulas)
    out: dict[int, list[Batch]] = {}
    for batch in rows.order_by("made_at").prefetch_related("clocks"):
        if not has_spoiled(batch, timezone.now()):
            out.setdefault(batch.formula_id or 0, []).append(batch)
    return out


def has_spoiled(batch: Batch, now: datetime) -> bool:
    """Whether its last step, a soak most often, was left for so long that it must have spoiled."""
    last = max(batch.clocks.all(), key=lambda clock: clock.place, default=None)
    step = batch.step_at(last.place) if last is not None else None
    kind = step_kinds().get(step.kind) if step is not None else None
    if last is None or step is None or kind is None or not kind.spoils:
        return False
    most = last.began_at + timedelta(minutes=step.most or 0.0)
    up = last.ended_at or max(last.until or most, most)
    return now > up + timedelta(minutes=kind.spoils)


def days_kept(row: Formula) -> float:
    """Days that it keeps where it is put."""
    digest = kept_digest(row.digest)
    place = row.body.get("place", "fridge")
    if digest is None or place not in PLACES:
        return KEEPS
    return max(float(digest.keeps[PLACES.index(place)]), 0.5)


def left_of(batch: Batch) -> tuple[tuple[PlanStep, ...], float | None]:
    """The steps of a batch that are still to be done, and when the first of them was begun."""
    clocks = {clock.place: clock for clock in batch.clocks.all()}
    out: list[PlanStep] = []
    begun = None
    for place in range(batch.step, len(batch.steps)):
        row, clock = batch.steps[place], clocks.get(place)
        if clock is not None and clock.ended_at is not None:
            continue
        kind = step_kinds().get(row.kind)
        waits = kind is not None and kind.act in ("wait", "cool") and not kind.watched
        least, most = row.least or 1.0, row.most or 5.0
        if not out and clock is not None:
            begun = minute(clock.began_at)
            if clock.until is not None and waits:
                least = max((clock.until - clock.began_at).total_seconds() / 60.0, 0.0)
        stands = kind.stands if kind else HOUR
        name = row.name or "the next step"
        out.append(PlanStep(name, least, max(most, least), waits, stands, bool(kind and kind.draws)))
    return tuple(out), begun
