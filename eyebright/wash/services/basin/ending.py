"""The end of a wash: what was done is kept as it was, with its minutes by section; its undoing."""

from dataclasses import replace
from datetime import datetime

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import Contact, judged_words
from eyebright.core.wash import LinkResult, Wash
from eyebright.kept.clock import aware
from eyebright.kept.clock_steps import moment_of
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem
from eyebright.make.models import Container
from eyebright.make.services.keys import container_id

from ...models import BasinRun
from ...models import Wash as KeptWash
from ...schemas.basin import EndedOut, EndIn, RunOut
from ...snapshots import DoneSnapshot, PressSnapshot, RunLink
from ..diary import take_back
from ..recording import AppliedLink, keep_parts, part_of
from .basin_links import worked_out_as
from .late import as_pressed
from .runs import AtBasin, at_basin, find_run, left_since, marks_of, minutes_of, still_open
from .serializers import run_out

CANCELLED = "This wash was cancelled in another window. Go on with this wash first, then end it."
NOTHING = "Nothing went on: cancel this wash instead."


@transaction.atomic
def end(pk: int, payload: EndIn) -> EndedOut:
    """End a wash: what went on is kept, planned beside done; what is still on comes off now, or `off_at`."""
    run = find_run(pk, whole=True)
    if run.removed_at is not None:
        raise Problem.field("step", CANCELLED)
    if run.ended_at is not None and payload.id and run.presses[-1].id == payload.id:
        return EndedOut(run=run_out(run), washes=run.snapshot.washes, says="")
    basin = at_basin(still_open(run))
    if not basin.contacts:
        raise Problem.field("step", NOTHING)
    ended = _off(basin, payload)
    run.presses = [*run.presses, PressSnapshot(at=ended, id=payload.id, what="end")]
    contacts = _contacts(basin, ended)
    done, results = _as_done(run, contacts, ended)
    parts = []
    for link in run.links:
        if link.id in contacts and (part := _part(run, link, contacts[link.id], ended)):
            part.result = results.get(link.id)
            parts.append((link, part))
    planned = run.planned
    planned.at, planned.done_at = run.began_at, ended
    planned.save()
    kept, says = keep_parts(planned.head, planned, parts, run.began_at, carried_out=True)
    run.ended_at = ended
    run.snapshot.done, run.snapshot.washes, run.snapshot.used_up = done, kept, _used_up(run, ended)
    run.save()
    return EndedOut(run=run_out(run, says="; ".join(says)), washes=kept, says="; ".join(says))


def _used_up(run: BasinRun, ended: datetime) -> list[int]:
    """What ran out at the basin is out of stock from then on: the ids of its containers."""
    ids = {container_id(row.ran_out) for row in marks_of(run, "links")} - {None}
    rows = Container.objects.filter(pk__in=ids, ended_on=None)
    for row in rows:
        row.ended, row.ended_on = "used", timezone.localdate(ended)
        row.save(update_fields=["ended", "ended_on"])
    return [row.pk for row in rows]


def _off(basin: AtBasin, payload: EndIn) -> datetime:
    """When all of it was off."""
    on = basin.progress.on_now()
    last = basin.run.presses[-1].at if basin.run.presses else basin.run.began_at
    if payload.off_at is not None:
        at = aware(payload.off_at)
        if at > basin.now:
            raise Problem.field("off_at", "That has not happened yet.")
        if at < last:
            pressed = timezone.localtime(last)
            raise Problem.field("off_at", f"The last press was at {pressed:%H:%M}: not before that.")
        return at
    at = max(moment_of(payload.steady, basin.run.began_at)[0], last)
    since = left_since(basin, at)
    if since is not None and on:
        names = ", ".join(each.link.name for each in on)
        raise Problem.field("off_at", f"{names} was on when nobody pressed any more: say when it came off.")
    return last if since is not None else at


def _contacts(basin: AtBasin, ended: datetime) -> dict[int, Contact]:
    """What was on, all of it off by the end."""
    off = minutes_of(basin.run, ended)
    return {
        pk: each if each.off is not None or not each.link.rinsed else replace(each, off=off)
        for pk, each in basin.contacts.items()
    }


def _part(run: BasinRun, link: RunLink, contact: Contact, ended: datetime) -> AppliedLink | None:
    """One thing as it was done."""
    going_on = contact.link
    sections = [round(each, 2) for each in contact.minutes(minutes_of(run, ended))] if going_on.rinsed else []
    done = link.model_copy(update={"minutes": max(min(sections), 0.02) if sections else link.minutes})
    part = part_of(done, run.began_at, also_removed=True)
    if part is None:
        return None
    troubles = [row.key for row in marks_of(run, "trouble") if row.link == link.id]
    troubles += [f"help-{row.key}" for row in marks_of(run, "help") if row.link == link.id]
    part.all_of_it = any(row.ran_out == part.supply_key != "" for row in marks_of(run, "links"))
    part.payload.occasion = run.planned.occasion
    part.more |= {
        "sections": sections,
        "meant": exact(going_on.minutes + going_on.each * going_on.sections, "0.01")
        if going_on.rinsed
        else None,
        "feel": list(dict.fromkeys(troubles)),
    }
    return part


def _as_done(
    run: BasinRun, contacts: dict[int, Contact], ended: datetime
) -> tuple[DoneSnapshot, dict[int, LinkResult]]:
    """What it came to as it was done: in words, what the whole of it lifted, and each link by its id."""
    minutes = minutes_of(run, ended)
    says = [judged_words(each, minutes) for each in contacts.values()]
    happened = [link for link in run.links if link.id in contacts or not (link.formula or link.supply_key)]
    try:
        found: Wash = worked_out_as(run, happened, contacts, minutes)[0]
    except Problem as raised:
        return DoneSnapshot(says=says, trouble=raised.detail), {}
    grave = [each for each in found.cautions if each.level != "note"]
    lift = found.scalp_lift if found.washes else None
    done = DoneSnapshot(says=says, lift=lift, grade=found.grade, cautions=grave)
    return done, {link.id: result for link, result in zip(happened, found.results, strict=True)}


@transaction.atomic
def reopen(pk: int) -> RunOut:
    """Undo the end: what was kept goes, what it took goes back, and the wash goes on."""
    run = find_run(pk, also_removed=False, whole=True)
    if run.ended_at is None:
        return run_out(run)
    if run.planned.reviews.exists():
        raise Problem.field("step", "How it went is told already: correct it where it is recorded.")
    for row in KeptWash.objects.filter(planned=run.planned):
        take_back(row)
    for made in Container.objects.filter(pk__in=run.snapshot.used_up):
        made.ended, made.ended_on = "", None
        made.save(update_fields=["ended", "ended_on"])
    run.presses = as_pressed([row for row in run.presses if row.what != "end"])
    run.ended_at, run.planned.done_at = None, None
    run.planned.save()
    run.save()
    return run_out(run)
