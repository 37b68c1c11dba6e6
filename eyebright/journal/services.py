"""Entries and the core: the only file here that knows both."""

from collections.abc import Collection, Iterable, Mapping
from dataclasses import replace
from typing import Any, Literal, get_args

from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone
from pydantic import ValidationError

from eyebright.config.changes import held
from eyebright.config.decimals import as_float, exact
from eyebright.config.problems import Problem, one
from eyebright.config.wire import caution_out, figure_out
from eyebright.core.chemistry import MeterReading, Reading, StripReading, compare
from eyebright.core.materials import Named, Score, finder_of
from eyebright.core.mix import cautions_on_reading, used_as
from eyebright.core.numbers import Figure
from eyebright.core.rules import Caution
from eyebright.heads.models import Head
from eyebright.heads.services import Passing, goes_by, keep_passes, pass_stops
from eyebright.mix.models import Rinse
from eyebright.mix.schemas.jugs import CorrectionsOut
from eyebright.mix.services.jugs import pour, put_right
from eyebright.mix.services.taking import put_back_on_the_shelf, take_off_the_shelf
from eyebright.shelf.schemas.readings import ReadIn
from eyebright.shelf.services.readings import AGAIN, STRIP_STEP, core_reading, keep_reading
from eyebright.shelf.services.supplies import supplies_of
from eyebright.wash.schemas.diary import WashIn
from eyebright.wash.services.diary import keep_wash

from .models import Entry
from .schemas import BeginIn, EntriesOut, EntryIn, EntryOut, Feel, PouredOut, PutRightIn

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
WEAK_ACID, WEAK_ALKALI = 0.003, 0.03  # g, and meq, in 100 mL


def _predicted(rinse: Rinse) -> Figure:
    return Figure(float(rinse.predicted), float(rinse.predicted_low), float(rinse.predicted_high), "pH")


def _poured(rinse: Rinse, there: Collection[str]) -> PouredOut:
    copied = "name fill volume aim use last minutes verdict headline pours steps cautions stops_passed"
    lines = [{**line, "there": line["stuff"] in there} for line in rinse.lines]
    told = {name: getattr(rinse, name) for name in copied.split()}
    told |= {"lines": lines, "predicted": figure_out(_predicted(rinse))}
    try:
        return PouredOut.model_validate(told)
    except ValidationError:
        return PouredOut.model_validate(told | OF_ANOTHER_VERSION)


def _reading(entry: Entry) -> Reading | None:
    """What was read, if anything was."""
    if entry.reading is None:
        return None
    if entry.reading_reach is not None:
        return MeterReading(float(entry.reading), float(entry.reading_reach))
    return StripReading(float(entry.reading), float(entry.reading_step or STRIP_STEP))


def _on_reading(entry: Entry) -> tuple[Caution, ...]:
    """What the reading, if there is one, warns of or stops."""
    read, rinse = _reading(entry), entry.rinse
    if read is None:
        return ()
    return cautions_on_reading(rinse.facts, [caution["id"] for caution in rinse.cautions], read)


def entry_out(entry: Entry, there: Collection[str] | None = None) -> EntryOut:
    """An entry, with its reading held against the prediction. `there`: which things still stand there."""
    if there is None:
        there = supplies_of(line["stuff"] for line in entry.rinse.lines)
    read = _reading(entry)
    facts = entry.rinse.facts
    soda, coloured = bool(facts.get("soda_percent")), bool(facts.get("tannin"))
    compared = None
    if read:
        compared = compare(_predicted(entry.rinse), read, soda=soda, coloured=coloured, weak=_weak(facts))
    doubtful = entry.told is not None and entry.told.removed_at is None and entry.told.doubtful
    with_what: Literal["strip", "meter"] = "strip" if entry.reading_reach is None else "meter"
    return EntryOut(
        id=entry.pk,
        version=entry.version,
        made_at=entry.made_at,
        finished_at=entry.finished_at,
        step=entry.step,
        head=entry.rinse.head_id,
        who=entry.rinse.head.name if entry.rinse.head else entry.who,
        rinse=_poured(entry.rinse, there),
        reading=figure_out(compared.reading) if compared else None,
        read_with=with_what if compared else None,
        reading_step=as_float(entry.reading_step),
        agreement=compared.agreement if compared else None,
        comparison=compared.words if compared else None,
        read_again=AGAIN if compared and doubtful else "",
        reading_cautions=[caution_out(caution) for caution in _on_reading(entry)],
        feel=[each for each in entry.feel if each in get_args(Feel)],
        note=entry.note,
    )


def _weak(facts: Mapping[str, Any]) -> bool:
    """Whether there is too little acid and alkali in a jug to turn a strip."""
    acid, alkali = facts.get("acid_percent"), facts.get("alkali")
    return acid is not None and alkali is not None and acid < WEAK_ACID and alkali < WEAK_ALKALI


def _whole(entries: QuerySet[Entry]) -> QuerySet[Entry]:
    return entries.select_related("rinse__head", "wash", "told")


NAMES = ("rinse__name", "who", "rinse__head__name", "note")


def latest_found(find: str) -> list[tuple[Score, int, str]]:
    """The same, of entries that go by all the same names only the latest."""
    told = Entry.objects.order_by().values_list(*NAMES).annotate(latest=Max("pk"))
    return _scored(((pk, *names) for *names, pk in told), find)


def found_entries(find: str) -> list[tuple[Score, int, str]]:
    """Entries by the rinse's name, whom it was for, or the note, as typed: how near, id, the rinse's name."""
    return _scored(Entry.objects.values_list("pk", *NAMES), find)


def _scored(told: Iterable[tuple[Any, ...]], find: str) -> list[tuple[Score, int, str]]:
    rows = [Named(str(pk), tuple(filter(None, names))) for pk, *names in told]
    return [(score, int(each.key), each.names[0]) for score, each in finder_of(tuple(rows)).scored(find)]


def entries(find: str, offset: int, limit: int) -> EntriesOut:
    """A page of entries, newest first, whose names, head or note hold `find`."""
    found: QuerySet[Entry] = Entry.objects.all()
    if find.strip():
        found = found.filter(pk__in=[pk for _, pk, _ in found_entries(find)])
    page = list(_whole(found)[offset : offset + limit])
    there = supplies_of({line["stuff"] for entry in page for line in entry.rinse.lines})
    return EntriesOut(items=[entry_out(entry, there) for entry in page], total=found.count())


def find_entry(pk: int, *, also_removed: bool = False) -> Entry:
    """An entry, or the problem of its being gone."""
    return one(_whole(Entry.among(also_removed=also_removed)), pk, "entry")


@transaction.atomic
def begin(entered: BeginIn) -> EntryOut:
    """Start pouring a rinse."""
    _not_by_name(entered.who, entered.rinse.head)
    rinse = pour(entered.rinse, Passing(entered.stops_passed, entered.why, entered.own))
    entry = Entry.objects.create(rinse=rinse, who=entered.who[:80])
    return entry_out(entry)


@transaction.atomic
def change(pk: int, entered: EntryIn) -> EntryOut:
    """Take over what was said, and leave the rest."""
    entry: Entry = held(_whole(Entry.objects.all()), pk, "entry", entered.version, entry_out)
    said = entered.model_dump(exclude_unset=True)
    last = len(entry.rinse.steps)
    if said.get("step") is not None:
        if not 0 <= said["step"] <= last:
            raise Problem.field("step", f"This rinse has {last} steps.")
        entry.step = said["step"]
    if "read" in said:
        _take_reading(entry, entered.read)
    if said.get("who") is not None:
        _not_by_name(said["who"], entry.rinse.head_id)
        entry.who = said["who"][:80]
    if said.get("feel") is not None:
        entry.feel = list(dict.fromkeys(said["feel"]))
    if said.get("note") is not None:
        entry.note = said["note"]
    if said.get("finished") is not None:
        entry.finished_at = (entry.finished_at or timezone.now()) if said["finished"] else None
    if {"step", "finished"} & said.keys():
        _go_on(entry, Passing(entered.stops_passed or [], entered.why or "", bool(entered.own)))
    if "finished" in said:
        _tell_head(entry)
    entry.save()
    return entry_out(entry)


def _take_reading(entry: Entry, read: ReadIn | None) -> None:
    """Note what was read, and what that tells of the bottles and the water; or take it back."""
    if read is None:
        entry.reading = entry.reading_step = entry.reading_reach = None
        if entry.told:
            entry.told.remove()
        return
    found = core_reading(read)
    if isinstance(found, StripReading) and (entry.rinse.facts.get("tannin") or _weak(entry.rinse.facts)):
        found = replace(found, step=found.step * HIDDEN)
    entry.reading = exact(found.figure.value)
    entry.reading_step = exact(found.step, "0.01") if isinstance(found, StripReading) else None
    entry.reading_reach = exact(found.reach) if isinstance(found, MeterReading) else None
    lines = [
        (layer["key"], layer["amount"], layer["unit"]) for layer in entry.rinse.pours if layer.get("key")
    ]
    entry.told = keep_reading(found, lines, entry.told)


def _tell_head(entry: Entry) -> None:
    """The head that a finished rinse was for remembers it among its washes."""
    head, done = entry.rinse.head, entry.finished_at is not None and entry.removed_at is None
    if head is None:
        return
    if done and entry.wash is None:
        rinse = entry.rinse
        minutes = float(rinse.minutes) if rinse.use == "rinsed_out" else None
        family = used_as(rinse.facts.get("family", ""), rinse.use)
        entry.wash = keep_wash(
            head,
            WashIn(
                family=family, at=entry.finished_at, amount=float(rinse.volume), unit="mL", minutes=minutes
            ),
        )
    elif entry.wash and done:
        entry.wash.restore()
    elif entry.wash:
        entry.wash.remove()


@transaction.atomic
def remove(pk: int) -> None:
    """Take an entry out of the journal, and out of its head's washes; `restore` undoes it."""
    entry = find_entry(pk)
    entry.remove()
    put_back_on_the_shelf(entry.rinse)
    if entry.told:
        entry.told.remove()
    _tell_head(entry)


@transaction.atomic
def restore(pk: int) -> EntryOut:
    """Undo `remove`; what was not removed stays as it is."""
    entry = find_entry(pk, also_removed=True)
    if entry.removed_at is None:
        return entry_out(entry)
    entry.restore()
    take_off_the_shelf(entry.rinse)
    if entry.told and entry.reading is not None:
        entry.told.restore()
    _tell_head(entry)
    return entry_out(entry)


def put_entry_right(pk: int, entered: PutRightIn) -> CorrectionsOut:
    """Ways to put the jug of an entry right, after what was read of it."""
    return put_right(find_entry(pk).rinse, entered.left, entered.vessel)


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


def _go_on(entry: Entry, passing: Passing) -> None:
    """Nothing goes on the hair over a stop that the reading calls for, unless that was passed."""
    rinse = entry.rinse
    read_at = [step["kind"] for step in rinse.steps].index("read")
    if entry.step <= read_at and not entry.finished_at:
        return
    new = [each for each in _on_reading(entry) if each.id not in rinse.stops_passed]
    stops = pass_stops(new, passing, rinse.head_id)
    if stops:
        keep_passes(stops, passing, rinse.head_id, f"jug {rinse.pk}")
        rinse.stops_passed = [*rinse.stops_passed, *(stop.id for stop in stops)]
        rinse.save(update_fields=["stops_passed"])
