"""What is pressed and changed at the basin: kept one after another, and the last can be taken back."""

from collections.abc import Sequence
from contextlib import suppress
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import Step, helps, postures, troubles
from eyebright.heads.services import Passing, keep_passes, pass_stops
from eyebright.kept.clock_steps import at_steady, moment_of, steady_seconds
from eyebright.kept.problems import Problem, only_offered
from eyebright.kept.versions import check_version

from ...models import BasinRun
from ...schemas.basin import BasinChangeIn, BasinMarkIn, Pressed, PressIn, RunOut, UndoIn
from ...schemas.chains import MOST_LINKS, WashLinkIn
from ...snapshots import PressSnapshot, RunLink
from ..links import check_links, check_stock, name_of, names_of
from .basin_links import blocking_stops, open_stops, stopped_since, work_out
from .clock_steps import count_on
from .late import came_late
from .runs import AtBasin, at_basin, find_run, help_minutes, left_since, press_id, still_open
from .serializers import barred_words, bars, run_out, undo_of

MOST_PRESSES = 600
SHARES = {"most": 2, "half": 2, "quarter": 4}  # so many times thinner: of most that is left, half goes in
GOES_ON = ("ready", "put_on")
BESIDE = ("trouble", "help", "helped", "belief", "celsius")
LATE = timedelta(seconds=5)  # what was pressed longer ago is done, whatever is known of it by now
AGAIN = "That was pressed already: here is where it stands."
NOT_YET = "That step comes later: {title} first."
UNDONE = {
    "links": "Undone: the wash is as it was.", "helped": "Help is open again.",
}  # fmt: skip


def _keep(run: BasinRun, what: str, pressed: str, at: datetime, **more: Any) -> None:
    """Keep one press, by its id (one is made up for an empty one), with its moment.

    What happens beside the steps stands where it happened, also when it is heard late. A step follows
    what was pressed before it: time never runs back.
    """
    if len(run.presses) >= MOST_PRESSES:
        raise Problem.field("step", "That is more presses than a wash has: end it.")
    when = max(at, run.began_at)
    place = len(run.presses)
    if what in BESIDE:
        while place and run.presses[place - 1].at > when:
            place -= 1
    elif run.presses:
        when = max(when, run.presses[-1].at)
    row = PressSnapshot(at=when, id=pressed or uuid4().hex, what=what, **more)
    run.presses = [*run.presses[:place], row, *run.presses[place:]]


def _said(*words: str) -> str:
    return " ".join(each for each in words if each)


def is_known(run: BasinRun, payload: Pressed) -> bool:
    """Whether this press was kept already, be it taken back since."""
    return bool(payload.id) and (
        payload.id in run.snapshot.undone or any(row.id == payload.id for row in run.presses)
    )


def press(pk: int, payload: PressIn) -> RunOut:
    """A step is done. Pressed twice, by a wet hand or another window, it is done once."""
    _looked_at_again(pk)
    return _pressed(pk, payload)


@transaction.atomic
def _looked_at_again(pk: int) -> None:
    """Before something goes on: somebody may know more of the head by now. Kept, also where that bars it."""
    run = find_run(pk)
    basin = at_basin(run)
    if run.ended_at is None and basin.step is not None and basin.step.kind in GOES_ON:
        before = run.snapshot
        _judged_anew(run)
        if run.snapshot != before:
            run.save()


@transaction.atomic
def _pressed(pk: int, payload: PressIn) -> RunOut:
    run = find_run(pk)
    at, ahead = moment_of(payload.steady, run.began_at)
    if is_known(run, payload):
        return run_out(run, says=ahead)
    if run.ended_at is not None:
        return came_late(run, payload, at, step=payload.step, section=payload.section)
    basin = at_basin(run)
    place = next((n for n, step in enumerate(basin.steps) if step.key == payload.step), None)
    if place is None:
        raise Problem.field("step", "That step is not part of this wash any more: here is where it stands.")
    now = (basin.progress.place, basin.progress.pressed)
    if (place, payload.section) < now:
        return run_out(run, says=AGAIN)
    if (place, payload.section) > now:
        first = run_out(run)
        raise Problem.field("step", NOT_YET.format(title=first.presses[first.at].title))
    step = basin.steps[place]
    if step.kind == "end":
        raise Problem.field("step", "End the wash: what was done is kept then.")
    _stale(basin, at)
    known_late = ""
    if step.kind in GOES_ON:
        try:
            _barred(basin, step)
        except Problem as raised:
            known = at if payload.seen is None else min(at, at_steady(payload.seen))
            if basin.now - at < LATE or _barred_since(basin) <= known:
                raise
            known_late = f"That went on before this was known. {raised.detail}"
    _keep(run, "step", payload.id, at, step=step.key, section=payload.section, offs=list(step.offs))
    if step.offs:
        _judged_anew(run)
    run.save()
    return run_out(run, says=_said(known_late, ahead))


def _barred(basin: AtBasin, step: Step) -> None:
    """Refuse what goes on over a stop that nobody has passed, too hot, or out of what was thrown away."""
    for link in basin.run.links:
        if link.id == step.link and link.id not in basin.contacts:
            check_stock(link, "step")
    stops = open_stops(basin.run)
    if stops:
        raise Problem.field("stops", f"{stops[0].what} {stops[0].instead}")
    if barred := barred_words(basin):
        raise Problem.field("step", barred)


def _barred_since(basin: AtBasin) -> datetime:
    """Since when it was known that nothing was to go on; now, for what nobody can have known."""
    known = [at for at, _ in bars(basin)]
    if (stopped := stopped_since(basin.run)) is not None:
        known.append(stopped)
    return min(known, default=basin.now)


def _stale(basin: AtBasin, at: datetime) -> None:
    """Refuse to go on where something was on while nobody pressed for hours: nobody knows until when."""
    since = left_since(basin, at)
    if since is not None and basin.progress.on_now():
        names = ", ".join(each.link.name for each in basin.progress.on_now())
        raise Problem.field(
            "off_at",
            f"Nobody pressed since {timezone.localtime(since):%A %H:%M}, and {names} was on: say when it "
            "came off, and end this wash.",
        )


def _judged_anew(run: BasinRun) -> None:
    """What is still to come is worked out after what was really done; what cannot be stays as it was."""
    basin = at_basin(run)
    with suppress(Problem):
        work_out(run, basin.contacts, basin.minutes, _passed(basin), changed=False)


def _passed(basin: AtBasin) -> set[int]:
    """Links that are on or done."""
    return {pk for pk, state in basin.states.items() if state != "to_come"}


@transaction.atomic
def undo(pk: int, payload: UndoIn) -> RunOut:
    """Take the last press back: the one that is named, once, and no other."""
    run = still_open(find_run(pk))
    ids = [press_id(run, place) for place in range(len(run.presses))]
    if payload.press in run.snapshot.undone:
        return run_out(run, says="That is undone already: here is where it stands.")
    if payload.press not in ids:
        raise Problem.field("press", "That press is not on record: nothing is undone.")
    found = undo_of(at_basin(run))
    if payload.press != ids[-1] or found is None:
        says = found.says if found else "another press"
        raise Problem.field("press", f"Something was pressed after that. The last is: {says}.")
    last = run.presses[-1]
    run.presses = run.presses[:-1]
    run.snapshot.undone = [*run.snapshot.undone, payload.press]
    if last.what == "links":
        run.links = run.links if last.links_before is None else last.links_before
    if last.what == "posture":
        run.posture = last.posture_before or run.posture
    if last.what in ("links", "step"):
        _judged_anew(run)
    run.save()
    return run_out(run, says=UNDONE.get(last.what, "Undone: {what}.").format(what=found.says))


# ---- beside the steps ----


@transaction.atomic
def mark(pk: int, payload: BasinMarkIn) -> RunOut:
    """One press beside the steps: how the head is held, what goes amiss, help, a belief, a temperature."""
    run, says = find_run(pk), ""
    at, ahead = moment_of(payload.steady, run.began_at)
    if is_known(run, payload):
        return run_out(run, says=ahead)
    if run.ended_at is not None:
        return came_late(run, payload, at, what=payload.what, key=payload.key)
    match payload.what:
        case "posture":
            only_offered("key", [payload.key], postures())
            _keep(run, "posture", payload.id, at, key=payload.key, posture_before=run.posture)
            run.posture = payload.key
            says = f"{postures()[payload.key].name.capitalize()}."
        case "trouble":
            only_offered("key", [payload.key], troubles())
            about = _about(at_basin(run), payload, at)
            _keep(run, "trouble", payload.id, at, key=payload.key, link=about)
        case "help":
            only_offered("key", [payload.key], helps())
            basin = at_basin(run)
            about = _about(basin, payload, at)
            minutes = help_minutes(basin, payload.key)
            _keep(run, "help", payload.id, at, key=payload.key, link=about, minutes=minutes)
        case "helped":
            _keep(run, "helped", payload.id, at)
            says = "It is on record. Watch how it feels; whom to call stands under Help."
        case "belief":
            if payload.value is None or not 0.0 <= payload.value <= 14.0:
                raise Problem.field("value", "From pH 0 to 14.")
            _keep(run, "belief", payload.id, at, link=payload.link, value=payload.value)
        case "pass":
            passing = Passing(payload.stops_passed, payload.why, payload.own)
            stops = pass_stops(open_stops(run), passing, run.planned.head_id)
            keep_passes(stops, passing, run.planned.head_id, f"wash {run.planned_id}")
            rules = {each.id for each in stops}
            passed = [each for each in blocking_stops(run) if each[0] in rules]
            _keep(run, "passed", payload.id, at, stops_passed=passed)
        case "counted":
            count_on(run, (payload.steady or 0.0) - steady_seconds())
        case "celsius":
            if payload.value is None:
                raise Problem.field("value", "Say what the thermometer shows.")
            _keep(run, "celsius", payload.id, at, value=payload.value)
    run.save()
    return run_out(run, says=_said(says, ahead))


def _about(basin: AtBasin, payload: BasinMarkIn, at: datetime) -> int | None:
    """Which link it is about: the one that is named, or what was on then, or what had gone on last."""
    if payload.link in basin.contacts:
        return payload.link
    on = [each for each in basin.on_at(at) if each.link.rinsed]
    found = on or basin.begun_by(at)
    return max(found, key=lambda each: min(each.on)).link.id if found else None


# ---- what is to come, changed ----


@transaction.atomic
def change(pk: int, payload: BasinChangeIn) -> RunOut:
    """Swap, leave out, add, or pour again: what is still to come is worked out anew."""
    run = find_run(pk)
    at, ahead = moment_of(payload.steady, run.began_at)
    if is_known(run, payload):
        return run_out(run, says=ahead)
    if run.ended_at is not None:
        return came_late(run, payload, at, what=payload.do)
    check_version(run, "wash", payload.version, run_out)
    basin = at_basin(run)
    was = run.links
    states = basin.states
    place = next((n for n, link in enumerate(was) if link.id == payload.link), None)
    if place is None and payload.do != "add":
        raise Problem.field("link", "That is not part of this wash any more.")
    state = states.get(payload.link or 0, "to_come")
    links = [*was]
    fresh = max((link.id for link in links), default=0) + 1
    name = name_of(was[place], names_of(was, also_removed=True)) if place is not None else ""
    begun = basin.contacts.get(payload.link or 0)
    # What a head turns out not to bear goes no further, wherever it is already.
    partly = begun is not None and begun.off is None and not begun.whole and bool(open_stops(run))
    if (
        payload.do in ("swap", "leave_out")
        and state != "to_come"
        and not (partly and payload.do == "leave_out")
    ):
        done = "is on already: rinse it out" if state == "on" else "is done already"
        raise Problem.field("link", f"{name} {done}.")
    if payload.do == "leave_out" and partly:
        assert place is not None and begun is not None
        links[place] = was[place].model_copy(update={"sections_on": len(begun.on)})
        says = f"No more of {name} goes on: rinse it out."
    elif payload.do == "leave_out":
        assert place is not None
        links.pop(place)
        says = f"{name} is left out."
    elif payload.do == "swap":
        assert place is not None
        links[place] = was[place].model_copy(
            update={"id": fresh, "formula": payload.formula, "supply_key": payload.supply_key,
                    "pause": "", "amount_mode": "dose", "amount": None, "parts": 0}
        )  # fmt: skip
        says = f"Instead of {name}: {_checked(links[place])}."
    elif payload.do == "again":
        assert place is not None
        if state == "to_come":
            raise Problem.field("link", f"{name} has not been poured yet.")
        if not basin.basin_links[payload.link or 0].poured:
            raise Problem.field("link", f"{name} is not poured: put more of it on, or leave it at that.")
        times = SHARES[payload.left]
        parts = min(times * (was[place].parts + 1) - 1, 20)
        more = was[place].model_copy(
            update={"id": fresh, "parts": parts, "amount_mode": "dose", "amount": None, "optional": False}
        )
        links.insert(_place_after(place, basin), more)
        says = f"Top up what is left of {name} with water, and pour it again."
    else:
        link = RunLink(id=fresh, formula=payload.formula, supply_key=payload.supply_key, zone=payload.zone)
        after = len(links) if place is None else place + 1
        links.insert(max(after, _first_to_come(basin, links)), link)
        says = f"{_checked(link)} is added."
    if len(links) > MOST_LINKS:
        raise Problem.field("link", f"A wash has {MOST_LINKS} links at most.")
    if not links:
        raise Problem.field("link", "That is all there was: end the wash, or cancel it.")
    run.links = links
    work_out(run, basin.contacts, basin.minutes, _passed(basin))
    ran_out = was[place].supply_key if payload.ran_out and place is not None else ""
    _keep(run, "links", payload.id, at, links_before=was, says=says, ran_out=ran_out)
    run.save()
    return run_out(run, says=_said(says, ahead))


def _checked(link: WashLinkIn) -> str:
    """What a link is called; a Problem where there is no such thing."""
    try:
        names = check_links([link])
    except Problem:
        raise Problem.field("formula", "That is no longer there: choose another.") from None
    return name_of(link, names)


def _first_to_come(basin: AtBasin, links: Sequence[RunLink]) -> int:
    """The first place that nothing which went on or is done stands behind."""
    states = basin.states
    passed = [n for n, link in enumerate(links) if states.get(link.id) in ("on", "done")]
    return max(passed, default=-1) + 1


def _place_after(place: int, basin: AtBasin) -> int:
    """Where it is poured again: behind it, and behind the water that rinsed it out."""
    ids = [link.id for link in basin.run.links]
    off = next((step.link for step in basin.steps if ids[place] in step.offs and step.link in ids), None)
    if off is not None and basin.states.get(off) == "done":
        return ids.index(off) + 1
    return max(place + 1, _first_to_come(basin, basin.run.links))
