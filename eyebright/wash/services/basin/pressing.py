"""What is pressed and changed at the basin: kept one after another, and the last can be taken back."""

from collections.abc import Sequence
from contextlib import suppress
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import Step, helps, postures, troubles
from eyebright.heads.services import Passing, keep_passes, pass_stops
from eyebright.kept.problems import Problem, only_offered
from eyebright.kept.versions import check_version

from ...models import BasinRun
from ...schemas.basin import BasinChangeIn, BasinMarkIn, PressIn, RunOut
from ...schemas.chains import MOST_LINKS, WashLinkIn
from ...snapshots import PressSnapshot, RunLink
from ..links import check_links, check_stock, name_of, names_of
from .basin_links import blocking_stops, open_stops, work_out
from .runs import AtBasin, at_basin, help_minutes, left_since, open_run
from .serializers import barred_words, last_title, run_out

MOST_PRESSES = 600
SHARES = {"most": 2, "half": 2, "quarter": 4}  # so many times thinner: of most that is left, half goes in
GOES_ON = ("ready", "put_on")
AGAIN = "That was pressed already: here is where it stands."
NOT_YET = "That step comes later: {title} first."
UNDONE = {
    "step": "Taken back: {what}.", "links": "Taken back: the wash is as it was.",
    "help": "Help is taken back.", "helped": "Help is open again.",
}  # fmt: skip


def _keep(run: BasinRun, what: str, ago: float = 0.0, **more: Any) -> None:
    """Keep one press, so many seconds ago: never before the one before it."""
    if len(run.presses) >= MOST_PRESSES:
        raise Problem.field("step", "That is more presses than a wash has: end it.")
    last = run.presses[-1].at if run.presses else run.began_at
    when = max(timezone.now() - timedelta(seconds=ago), last)
    run.presses = [*run.presses, PressSnapshot(at=when, what=what, **more)]


def press(pk: int, payload: PressIn) -> RunOut:
    """A step is done. Pressed twice, by a wet hand or another window, it is done once."""
    _looked_at_again(pk)
    return _pressed(pk, payload)


@transaction.atomic
def _looked_at_again(pk: int) -> None:
    """Before something goes on: somebody may know more of the head by now. Kept, also where that bars it."""
    run = open_run(pk)
    basin = at_basin(run)
    if basin.step is not None and basin.step.kind in GOES_ON:
        before = run.snapshot
        _judged_anew(run)
        if run.snapshot != before:
            run.save()


@transaction.atomic
def _pressed(pk: int, payload: PressIn) -> RunOut:
    run = open_run(pk)
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
    _stale(basin, basin.now - timedelta(seconds=payload.ago))
    if step.kind in GOES_ON:
        _barred(basin, step)
    _keep(run, "step", payload.ago, step=step.key, section=payload.section, offs=list(step.offs))
    if step.offs:
        _judged_anew(run)
    run.save()
    return run_out(run)


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
    return {pk for pk, state in basin.states().items() if state != "to_come"}


@transaction.atomic
def undo(pk: int) -> RunOut:
    """Take the last press back."""
    run = open_run(pk)
    if not run.presses:
        return run_out(run, says="There is nothing to take back.")
    last = run.presses[-1]
    title = last_title(at_basin(run))
    run.presses = run.presses[:-1]
    if last.what == "links":
        run.links = run.links if last.links_before is None else last.links_before
    if last.what == "posture":
        run.posture = last.posture_before or run.posture
    if last.what in ("links", "step"):
        _judged_anew(run)
    run.save()
    return run_out(run, says=UNDONE.get(last.what, "Taken back.").format(what=title))


# ---- beside the steps ----


@transaction.atomic
def mark(pk: int, payload: BasinMarkIn) -> RunOut:
    """One press beside the steps: how the head is held, what goes amiss, help, a belief, a temperature."""
    run = open_run(pk)
    says = ""
    match payload.what:
        case "posture":
            only_offered("key", [payload.key], postures())
            _keep(run, "posture", key=payload.key, posture_before=run.posture)
            run.posture = payload.key
            says = f"{postures()[payload.key].name.capitalize()}."
        case "trouble":
            only_offered("key", [payload.key], troubles())
            _keep(run, "trouble", payload.ago, key=payload.key, link=_on_or_last(at_basin(run)))
        case "help":
            only_offered("key", [payload.key], helps())
            basin = at_basin(run)
            _keep(
                run,
                "help",
                payload.ago,
                key=payload.key,
                link=_on_or_last(basin),
                minutes=help_minutes(basin, payload.key),
            )
        case "helped":
            _keep(run, "helped", payload.ago)
            says = "It is on record. Watch how it feels; whom to call stands under Help."
        case "belief":
            if payload.value is None or not 0.0 <= payload.value <= 14.0:
                raise Problem.field("value", "From pH 0 to 14.")
            _keep(run, "belief", link=payload.link, value=payload.value)
        case "pass":
            passing = Passing(payload.stops_passed, payload.why, payload.own)
            stops = pass_stops(open_stops(run), passing, run.planned.head_id)
            keep_passes(stops, passing, run.planned.head_id, f"wash {run.planned_id}")
            rules = {each.id for each in stops}
            _keep(run, "passed", stops_passed=[each for each in blocking_stops(run) if each[0] in rules])
        case "celsius":
            if payload.value is None:
                raise Problem.field("value", "Say what the thermometer shows.")
            _keep(run, "celsius", value=payload.value)
    run.save()
    return run_out(run, says=says)


def _on_or_last(basin: AtBasin) -> int | None:
    """What it is about: what is on, or what went on last."""
    on = basin.progress.on_now() or tuple(basin.contacts.values())
    return on[-1].link.id if on else None


# ---- what is to come, changed ----


@transaction.atomic
def change(pk: int, payload: BasinChangeIn) -> RunOut:
    """Swap, leave out, add, or pour again: what is still to come is worked out anew."""
    run = open_run(pk)
    check_version(run, "wash", payload.version, run_out)
    basin = at_basin(run)
    was = run.links
    states = basin.states()
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
    _keep(run, "links", links_before=was, says=says, ran_out=ran_out)
    run.save()
    return run_out(run, says=says)


def _checked(link: WashLinkIn) -> str:
    """What a link is called; a Problem where there is no such thing."""
    try:
        names = check_links([link])
    except Problem:
        raise Problem.field("formula", "That is no longer there: choose another.") from None
    return name_of(link, names)


def _first_to_come(basin: AtBasin, links: Sequence[RunLink]) -> int:
    """The first place that nothing which went on or is done stands behind."""
    states = basin.states()
    passed = [n for n, link in enumerate(links) if states.get(link.id) in ("on", "done")]
    return max(passed, default=-1) + 1


def _place_after(place: int, basin: AtBasin) -> int:
    """Where it is poured again: behind it, and behind the water that rinsed it out."""
    ids = [link.id for link in basin.run.links]
    off = next((step.link for step in basin.steps if ids[place] in step.offs and step.link in ids), None)
    if off is not None and basin.states().get(off) == "done":
        return ids.index(off) + 1
    return max(place + 1, _first_to_come(basin, basin.run.links))
