"""Entries of the journal: jugs as they were poured, read and felt. Each is a batch of Make."""

from collections.abc import Collection
from dataclasses import replace
from typing import Any, Literal, get_args

from django.db import transaction
from django.db.models import Max, Prefetch, QuerySet
from django.utils import timezone
from pydantic import ValidationError

from eyebright.core.chemistry import MeterReading, StripReading
from eyebright.core.materials import Score, found_rows
from eyebright.core.mix import cautions_on_reading
from eyebright.core.numbers import Figure
from eyebright.core.rules import Caution
from eyebright.heads.models import Head
from eyebright.heads.services import Passing, goes_by, keep_passes, pass_stops
from eyebright.kept.decimals import as_float
from eyebright.kept.derived import derived
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import get_checked
from eyebright.kept.wire import out_of
from eyebright.mix.schemas.jugs import CorrectionsOut
from eyebright.shelf.schemas.readings import ReadIn
from eyebright.shelf.services.readings import asked_of, core_reading, kept_reading
from eyebright.shelf.services.supplies import supplies_of

from ..models import Batch
from ..schemas.entries import BeginIn, EntriesOut, EntryIn, EntryOut, Feel, PouredOut, PutRightIn
from ..signals import jug_changed
from . import batches
from .jugs import jug_layers, pour_jug, put_right
from .readings import compared, foreseen, note_reading, take_reading_back, too_weak

PAGE = 30
OF_ANOTHER_VERSION: dict[str, Any] = {  # what stands in for a jug that cannot be read here
    "headline": "This was kept by another version, and part of it is not known here.",
    "verdict": "as_it_is",
    "use": "rinsed_out",
    "lines": [],
    "pours": [],
    "steps": [],
    "cautions": [],
    "stops_passed": [],
}
HIDDEN = 2.0  # times as far apart as a strip's blocks are, where a colour hides them or little turns them


def _predicted(batch: Batch) -> Figure:
    """The pH that was predicted; all pH there is where that cannot be read."""
    return foreseen(batch) or Figure(7.0, 7.0, 7.0, "pH")


def _poured(batch: Batch, supplies: Collection[str]) -> PouredOut:
    copied = "name fill volume aim use last minutes verdict headline cautions stops_passed"
    lines = [{**line, "available": line["supply_key"] in supplies} for line in batch.lines]
    fields = {name: getattr(batch, name) for name in copied.split()}
    fields |= {"lines": lines, "predicted": _predicted(batch)}
    fields |= {name: [each.model_dump() for each in getattr(batch, name)] for name in ("pours", "steps")}
    try:
        return PouredOut.model_validate(fields)
    except ValidationError:
        return PouredOut.model_validate(fields | OF_ANOTHER_VERSION)


def _on_reading(batch: Batch) -> tuple[Caution, ...]:
    """What the reading, if there is one, warns of or stops."""
    if batch.reading is None:
        return ()
    said = [caution.id for caution in batch.cautions]
    return cautions_on_reading(batch.facts, said, kept_reading(batch.reading))


def entry_out(batch: Batch, supplies: Collection[str] | None = None) -> EntryOut:
    """An entry, with its reading held against the prediction. `there`: which things still stand there."""
    if supplies is None:
        supplies = supplies_of(line["supply_key"] for line in batch.lines)
    wash = _wash(batch)
    read = None if batch.reading is None else kept_reading(batch.reading)
    found = compared(batch, read, _predicted(batch)) if read else None
    with_what: Literal["strip", "meter"] = "meter" if isinstance(read, MeterReading) else "strip"
    return out_of(
        EntryOut,
        batch,
        id=batch.pk,
        head=batch.head_id,
        who=batch.head.name if batch.head else batch.who,
        rinse=_poured(batch, supplies),
        reading=found.reading if found else None,
        read_with=with_what if found else None,
        reading_step=as_float(batch.reading.step) if batch.reading else None,
        agreement=found.agreement if found else None,
        comparison=found.words if found else None,
        read_again=asked_of(batch.reading) if batch.reading else "",
        reading_cautions=list(_on_reading(batch)),
        feel=[each for each in (wash.feel if wash else ()) if each in get_args(Feel)],
    )


def _wash(batch: Batch) -> Any:
    """What a head remembers of it, also where that is not yet to be seen."""
    if hasattr(batch, "its_washes"):
        return next(iter(batch.its_washes), None)
    return batch.washes(manager="with_removed").first()


def _jugs(*, also_removed: bool = False) -> QuerySet[Batch]:
    return Batch.among(also_removed=also_removed).filter(of=Batch.Of.JUG)


def _whole(rows: QuerySet[Batch]) -> QuerySet[Batch]:
    return rows.select_related("head", "reading")


NAMES = ("name", "who", "head__name", "note")


def latest_found(find: str) -> list[tuple[Score, int, str]]:
    """The same, of entries that go by all the same names only the latest."""
    return found_rows(_latest_named(), find)


@derived("make.Batch", "heads.Head")
def _latest_named() -> tuple[tuple[Any, ...], ...]:
    rows = _jugs().order_by().values_list(*NAMES).annotate(latest=Max("pk"))
    return tuple((pk, *names) for *names, pk in rows)


def found_entries(find: str) -> list[tuple[Score, int, str]]:
    """Entries by the rinse's name, whom it was for, or the note, as typed: how near, id, the rinse's name."""
    return found_rows(_jugs().values_list("pk", *NAMES), find)


def entries(find: str, offset: int, limit: int) -> EntriesOut:
    """A page of entries, newest first, whose names, head or note hold `find`."""
    found = _jugs()
    if find.strip():
        found = found.filter(pk__in=[pk for _, pk, _ in found_entries(find)])
    rows = _whole(found).prefetch_related(Prefetch("washes", batches.washes_of_all(), to_attr="its_washes"))
    page = list(rows[offset : offset + limit])
    supplies = supplies_of({line["supply_key"] for batch in page for line in batch.lines})
    return EntriesOut(items=[entry_out(batch, supplies) for batch in page], total=found.count())


def find_entry(pk: int, *, also_removed: bool = False) -> Batch:
    """The jug of an entry, or the problem of its being gone."""
    return one(_whole(_jugs(also_removed=also_removed)), pk, "entry")


@transaction.atomic
def begin(payload: BeginIn) -> EntryOut:
    """Start pouring a rinse."""
    _not_by_name(payload.who, payload.rinse.head)
    passing = Passing(payload.stops_passed, payload.why, payload.own)
    return entry_out(pour_jug(payload.rinse, passing, payload.who))


@transaction.atomic
def change(pk: int, payload: EntryIn) -> EntryOut:
    """Take over what was said, and leave the rest."""
    batch: Batch = get_checked(_whole(_jugs()), pk, "entry", payload.version, entry_out)
    said = payload.model_fields_set
    last = len(batch.steps)
    if payload.step is not None:
        if not 0 <= payload.step <= last:
            raise Problem.field("step", f"This rinse has {last} steps.")
        batch.step = payload.step
    if "read" in said:
        _take_reading(batch, payload.read)
    if payload.who is not None:
        _not_by_name(payload.who, batch.head_id)
        batch.who = payload.who[:80]
    if payload.note is not None:
        batch.note = payload.note
    if payload.finished is not None:
        batch.finished_at = (batch.finished_at or timezone.now()) if payload.finished else None
    if {"step", "finished"} & said:
        _go_on(batch, Passing(payload.stops_passed or [], payload.why or "", bool(payload.own)))
    feel = None if payload.feel is None else list(dict.fromkeys(payload.feel))
    batch.save()
    if feel is not None or "finished" in said:
        jug_changed.send(Batch, batch=batch, feel=feel)
    return entry_out(batch)


def _take_reading(batch: Batch, read: ReadIn | None) -> None:
    """Note what was read, and what that tells of the bottles and the water; or take it back."""
    if read is None:
        take_reading_back(batch)
        return
    found = core_reading(read)
    if isinstance(found, StripReading) and (batch.facts.get("tannin") or too_weak(batch)):
        found = replace(found, step=found.step * HIDDEN)
    note_reading(batch, found, jug_layers(batch))


@transaction.atomic
def remove(pk: int) -> None:
    """Remove an entry, and the wash that it was; `restore` undoes it."""
    batches.take_away(find_entry(pk))


@transaction.atomic
def restore(pk: int) -> EntryOut:
    """Undo `remove`; what was not removed stays as it is."""
    return entry_out(batches.bring_back(find_entry(pk, also_removed=True)))


def put_entry_right(pk: int, payload: PutRightIn) -> CorrectionsOut:
    """Ways to put the jug of an entry right, after what was read of it."""
    return put_right(find_entry(pk), payload.left, payload.vessel)


def _not_by_name(who: str, head: int | None) -> None:
    """A typed name is no way round a head's limits: whoever is on record is chosen."""
    if head is not None or not who.strip():
        return
    known = next((each for each in Head.objects.all() if goes_by(each.name, who)), None)
    if known is not None:
        raise Problem.field(
            "who",
            f"{known.name} is on record: choose that head, so that its limits hold. "
            "Somebody else? Add a word.",
        )


def _go_on(batch: Batch, passing: Passing) -> None:
    """Nothing goes on the hair over a stop that the reading calls for, unless that was passed."""
    read_at = [step.kind for step in batch.steps].index("read")
    if batch.step <= read_at and not batch.finished_at:
        return
    new = [each for each in _on_reading(batch) if each.id not in batch.stops_passed]
    stops = pass_stops(new, passing, batch.head_id)
    if stops:
        keep_passes(stops, passing, batch.head_id, f"jug {batch.pk}")
        batch.stops_passed = [*batch.stops_passed, *(stop.id for stop in stops)]
