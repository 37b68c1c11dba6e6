"""Batches: begun, carried on step by step, read, finished, taken back."""

from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.db.models import Prefetch, QuerySet, prefetch_related_objects
from django.utils import timezone

from eyebright.core.formulas.assess import grades
from eyebright.core.formulas.change import Workbench, line_said
from eyebright.core.formulas.model import Formula, weighed
from eyebright.core.make import Choice, tolerances
from eyebright.core.materials import Supply, unit_of
from eyebright.formulas.schemas.formulas import FormulaIn, FormulaNewIn, FormulaOut
from eyebright.formulas.services import beginning, formulas
from eyebright.formulas.services.workbench import entered_of, to_schema
from eyebright.heads.services import Passing, find_head, keep_passes, pass_stops
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import get_checked
from eyebright.shelf.models import Vessel
from eyebright.shelf.schemas.readings import ReadIn
from eyebright.shelf.services.readings import core_reading

from ..models import Batch
from ..schemas.asking import BeginBatchIn
from ..schemas.batches import BatchChangeIn, BatchOut, BatchRowOut, MakeOut
from ..signals import jug_changed
from ..snapshots import PlannedPour, SheetStep
from . import containers as stock
from .asking import Asked, asked, source_of, spoons_said
from .evaluation import (
    CONFIRMS,
    evaluate,
    evaluate_again,
    figures,
    keep_for_whom,
    steps_kept,
)
from .readings import note_reading, take_reading_back
from .serializers import batch_out, row_out
from .taking import put_back, take_off

LATELY = 12
FETCHED = ("clocks", "poured")
OF_NOTHING = tuple(  # the run sheet of what nothing is planned of
    SheetStep(act=act, kind=kind, name=name, says=says, how=how)
    for act, kind, name, says, how in (
        ("gather", "gather", "Get it together", "Get everything to hand.", ""),
        (
            "weigh",
            "weigh",
            "Weigh in",
            "Weigh in what you like.",
            "What comes of it is worked out as you pour.",
        ),
        ("do", "mix_in", "Mix", "Mix it.", "Liquid first, then the powder."),
        ("check", "measure", "Read the pH", "Read the pH.", ""),
        ("portion", "bottle", "Bottle", "Bottle.", ""),
    )
)
UNDER_WAY = 30


def whole(rows: QuerySet[Batch]) -> QuerySet[Batch]:
    """Batches with all that is shown of them, in a fixed number of queries."""
    return rows.select_related("formula", "reading", "vessel", "head").prefetch_related(*FETCHED)


def find_batch(pk: int, *, also_removed: bool = False) -> Batch:
    """A batch, or the problem of its being gone."""
    return one(whole(Batch.among(also_removed=also_removed)), pk, "batch")


def checked_batch(pk: int, version: int) -> Batch:
    """A batch of a formula as it was at this version; refused where another window was first."""
    batch: Batch = get_checked(
        whole(Batch.objects.filter(of=Batch.Of.FORMULA)), pk, "batch", version, batch_out
    )
    return batch


def kept(batch: Batch, *, anew: bool = True, whom: bool = True, fetched: Sequence[str] = FETCHED) -> BatchOut:
    """Keep a batch that was changed, worked out anew, and show it.

    `whom`: also how it goes on each head; `fetched`: which of its rows were changed.
    """
    batch = _fresh(batch, fetched)
    if anew:
        evaluate_again(batch, whom=whom)
    batch.save()
    return batch_out(batch)


def _fresh(batch: Batch, fetched: Sequence[str] = FETCHED) -> Batch:
    """The same row, with its pours, clocks or both fetched anew."""
    for name in fetched:
        getattr(batch, "_prefetched_objects_cache", {}).pop(name, None)
    prefetch_related_objects([batch], *FETCHED)
    return batch


# ---- begun ----


@transaction.atomic
def begin(payload: BeginBatchIn) -> BatchOut:
    """Begin a batch: from here on it is on record."""
    body, _ = source_of(payload.ask)
    if not body.lines:
        return _begin_of_nothing(body, payload)
    ask = asked(payload.ask)
    passing = Passing(payload.stops_passed, payload.why, payload.own)
    passed = _pass_stops(ask, passing)
    found, formula = ask.found, ask.formula
    batch = Batch(
        of=Batch.Of.FORMULA,
        name=ask.payload.name,
        formula_id=ask.source,
        body=ask.payload.model_dump(mode="json"),
        lines=[{"supply_key": line.supply.key, "name": line.supply.name} for line in formula.ingredients],
        volume=exact(found.yield_ml.value, "0.01"),
        use=formula.use,
        minutes=exact(formula.minutes, "0.01"),
        pours=plan_of(ask.formula, ask.bench, found, ask.chosen),
        steps=steps_kept(found),
        cautions=list(found.cautions),
        facts=found.facts,
        figures=figures(found),
        stops_passed=passed,
        vessel_id=payload.ask.made_in,
    )
    batch.save()
    keep_for_whom(batch, ask.whom)
    return batch_out(find_batch(batch.pk))


def _pass_stops(ask: Asked, passing: Passing) -> list[str]:
    """Nothing is made over a stop; for one adult's own head only what that adult may pass."""
    pass_stops(ask.found.cautions, passing, None)
    out: list[str] = []
    for pk, each in ask.whom:
        if each.parts is not None:
            continue
        alone = pk if len(ask.whom) == 1 else None
        if alone is None:
            name = find_head(pk).name
            stop = next(caution for caution in each.cautions if caution.level == "stop")
            raise Problem.field(
                "heads", f"Not for {name}: {stop.what} {stop.instead} Leave {name} out of it."
            )
        stops = pass_stops(each.cautions, passing, alone)
        keep_passes(stops, passing, alone, ask.payload.name[:40])
        out += [stop.id for stop in stops]
    return out


def _begin_of_nothing(body: FormulaIn, payload: BeginBatchIn) -> BatchOut:
    """A batch of which nothing is planned: what goes in is told as it is poured."""
    heads = [find_head(pk).pk for pk in dict.fromkeys(payload.ask.heads)]
    batch = Batch.objects.create(
        of=Batch.Of.FORMULA, name=body.name, body=body.model_dump(mode="json"), volume=0,
        use=body.use, minutes=0, steps=[step.model_copy() for step in OF_NOTHING],
        vessel_id=payload.ask.made_in,
        figures=figures(None, "Nothing was planned."), outcome=figures(None, "Nothing is in it yet."),
    )  # fmt: skip
    for pk in heads:
        batch.for_whom.create(head_id=pk)
    return batch_out(find_batch(batch.pk))


def plan_of(formula: Formula, bench: Workbench, found: Any, chosen: dict[int, Choice]) -> list[PlannedPour]:
    """What is to be poured, line by line: so much, from which bottles, and how exactly it matters."""
    bands = tolerances(formula, bench, found)
    out = []
    for each in weighed(formula, bench.kit):
        line = each.line
        unit = unit_of(line.supply)
        amount = each.ml if unit == "mL" else each.grams
        low, high = bands[line.id].band(each.grams)
        out.append(
            PlannedPour(
                line=line.id, key=line.supply.key, name=line.supply.name, amount=round(amount, 4),
                unit=unit, grams=round(each.grams, 4), low=round(low, 3), high=round(high, 3),
                by=bands[line.id].by, says=line_said(line), drops=line.amount.unit == "drop",
                spoons=spoons_said(line, amount, bench),
                drawn=list(chosen[line.id].drawn) if line.id in chosen else [],
            )
        )  # fmt: skip
    return out


# ---- carried on ----


@transaction.atomic
def change(pk: int, payload: BatchChangeIn) -> BatchOut:
    """Take over what was said, and leave the rest."""
    batch = checked_batch(pk, payload.version)
    asked_for = payload.model_fields_set
    batch.stops_passed = [*dict.fromkeys([*batch.stops_passed, *(payload.confirmed or ())])]
    if payload.name is not None:
        batch.name = payload.name.strip() or batch.name
    if payload.note is not None:
        batch.note = payload.note
    if "vessel" in asked_for:
        batch.vessel = Vessel.objects.filter(pk=payload.vessel).first() if payload.vessel else None
    if "yielded" in asked_for:
        batch.yielded = exact(payload.yielded, "0.01")
    if payload.thickness is not None:
        if payload.thickness and payload.thickness not in {grade.key for grade in grades()}:
            raise Problem.field("thickness", "Choose what the spoon does.")
        batch.thickness = payload.thickness
    if "read" in asked_for:
        _read(batch, payload.read)
    if payload.left_out is not None:
        batch.left_out = sorted(set(payload.left_out))
    anew = bool(asked_for & {"left_out", "read"})
    if anew:
        evaluate_again(_fresh(batch))
    if payload.step is not None:
        go_to(batch, payload.step)
    if payload.finished is not None:
        if payload.finished and batch.finished_at is None:
            go_to(batch, len(batch.steps))
            batch.clocks.filter(ended_at=None).update(ended_at=timezone.now())
        batch.finished_at = (batch.finished_at or timezone.now()) if payload.finished else None
        if not payload.finished:
            batch.step = min(batch.step, len(batch.steps) - 1)
    return kept(batch, anew="step" in asked_for or "finished" in asked_for)


def go_to(batch: Batch, step: int) -> None:
    """Go to a step. Forward only over what is done, and never over a stop."""
    last = len(batch.steps)
    if not 0 <= step <= last:
        raise Problem.field("step", f"This batch has {last} steps.")
    for place in range(batch.step, step):
        _may_leave(batch, place)
    running = batch.clocks.filter(place__gte=batch.step, place__lt=step, ended_at=None)
    running.update(ended_at=timezone.now())
    batch.step = step


def _may_leave(batch: Batch, place: int) -> None:
    """Refuse to go on from a step that is not done, or over a stop of it."""
    row = batch.steps[place]
    for caution in row.cautions:
        if caution.level == "stop" and f"{place}:{caution.id}" not in batch.stops_passed:
            raise Problem.field("step", f"{caution.what} {caution.instead}")
    if row.act != "weigh":
        return
    lines = set(row.lines) - {int(each) for each in batch.left_out}
    have = {row.line for row in batch.poured.all()}
    names = [plan.name for plan in batch.pours if plan.line in lines - have]
    if names:
        raise Problem.field("step", f"Not in yet: {', '.join(names)}. Weigh or tick it, or leave it out.")
    nothing_stops(batch)


def nothing_stops(batch: Batch) -> None:
    """Refuse what is never to go on a head. Nothing is begun over a stop: one that stands here was poured."""
    for caution in batch.cautions:
        if caution.level == "stop" and f"made:{caution.id}" not in batch.stops_passed:
            raise Problem.field("made", f"{caution.what} {caution.instead} {CONFIRMS}")


def _read(batch: Batch, read: ReadIn | None) -> None:
    """Note what was read of it, and what that tells of bottles and water; or take it back."""
    if read is None:
        take_reading_back(batch)
        return
    found = core_reading(read)
    if batch.ph and batch.reading is None:  # what the reading is compared with: it narrows the pH itself soon
        batch.predicted, batch.predicted_low, batch.predicted_high = (
            exact(each) for each in (batch.ph.value, batch.ph.low, batch.ph.high)
        )
    note_reading(batch, found, _teaches(batch))


def _teaches(batch: Batch) -> list[tuple[str, float, str]]:
    """What was in it as a jug is told, (key, mL or g, unit).

    Nothing where plants were steeped, then strained.

    How far those gave what they hold is not known well enough to teach of a bottle.
    """
    now = evaluate(batch)
    if now.done is None or any(line.phase == "infused" for line in now.done.ingredients):
        return []
    units: dict[str, Supply] = {line.supply.key: line.supply for line in now.done.ingredients}
    rows = list(batch.poured.all())
    return [
        (row.supply_key, float(row.taken), unit_of(units[row.supply_key]))
        for row in rows
        if row.supply_key in units
    ]


# ---- removed, and restored ----


def take_away(batch: Batch) -> None:
    """Remove a batch or a jug, with its reading; what it took goes back. `bring_back` undoes it."""
    batch.remove()
    for pour in batch.poured.all():
        put_back(pour)
    if batch.reading:
        batch.reading.remove()
    if batch.of == Batch.Of.JUG:
        jug_changed.send(Batch, batch=batch, feel=None)


def bring_back(batch: Batch) -> Batch:
    """Undo `take_away`; what was not removed stays as it is."""
    if batch.removed_at is None:
        return batch
    batch.restore()
    for pour in batch.poured.all():
        take_off(pour)
    if batch.reading:
        batch.reading.restore()
    if batch.of == Batch.Of.JUG:
        jug_changed.send(Batch, batch=batch, feel=None)
    return batch


@transaction.atomic
def remove(pk: int) -> None:
    """Remove a batch, with what was filled of it; what it took goes back. `restore` undoes it."""
    take_away(one(Batch.objects.filter(of=Batch.Of.FORMULA).select_related("reading"), pk, "batch"))


@transaction.atomic
def restore(pk: int) -> BatchOut:
    """Undo that, for a batch of a formula or of a jug."""
    bring_back(find_batch(pk, also_removed=True))
    return batch_out(find_batch(pk))


def washes_of_all() -> QuerySet[Any]:
    """Washes that were done with batches, also those that are not to be seen yet."""
    washes: Any = Batch._meta.get_field("washes").related_model
    rows: QuerySet[Any] = washes.with_removed.all()
    return rows


# ---- again ----


@transaction.atomic
def as_formula(pk: int) -> FormulaOut:
    """What was really made, as the formula's new version; a formula of its own where that is gone."""
    batch = find_batch(pk)
    now = evaluate(batch)
    if now.done is None:
        raise Problem(422, "That cannot be a formula yet.", now.trouble, {"formula": now.trouble})
    body = to_schema(now.done, entered_of(batch.body))
    formula = batch.formula
    if formula is None or formula.removed_at is not None:
        out = beginning.new_formula(FormulaNewIn(formula=body))
        batch.formula_id = out.id
        batch.save(update_fields=["formula"])
        return out
    formulas.keep_version(formula, "")
    formula.name, formula.family, formula.body = body.name, body.family, body.model_dump()
    formula.changed_at = timezone.now()
    formula.search = formulas.searched(body, now.written.supplies)
    formula.save()
    return formulas.formula_out(formula)


# ---- many ----


def _listed(rows: QuerySet[Batch]) -> QuerySet[Batch]:
    return rows.prefetch_related("clocks", Prefetch("containers", stock.open_ones()))


def make_place(shown: int) -> MakeOut:
    """The place: what is under way, what is there, what was made lately."""
    now = timezone.now()
    open_ = Batch.objects.filter(finished_at=None, of=Batch.Of.FORMULA)
    made = Batch.objects.exclude(finished_at=None)
    open_ones = stock.open_ones()
    return MakeOut(
        under_way=[row_out(batch, now) for batch in _listed(open_)[:UNDER_WAY]],
        containers=stock.containers_out(open_ones[:shown]),
        stock=open_ones.count(),
        finished=stock.finished_ones().count(),
        soon=stock.due_soon().count(),
        lately=_rows(made, now),
        made=made.count(),
    )


def _rows(rows: QuerySet[Batch], now: Any) -> list[BatchRowOut]:
    return [row_out(batch, now) for batch in _listed(rows)[:LATELY]]


def batch_rows(find: str, offset: int, limit: int) -> list[BatchRowOut]:
    """Batches of every kind whose name holds what is typed, the newest first."""
    rows = Batch.objects.all()
    if find.strip():
        rows = rows.filter(name__icontains=find.strip())
    now = timezone.now()
    return [row_out(batch, now) for batch in _listed(rows)[offset : offset + limit]]
