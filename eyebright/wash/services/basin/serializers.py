"""A wash at the basin as it is shown: every press with its words, clocks, help, what is to be known."""

from dataclasses import replace
from datetime import datetime

from eyebright.core.basin import (
    BasinLink,
    Contact,
    Posture,
    belief_words,
    contact_words,
    helps,
    judged_words,
    next_words,
    postures,
    ring_words,
    troubles,
)
from eyebright.core.basin import step_words as words_of_step
from eyebright.core.words import lower_first
from eyebright.kept.clock_steps import steady_seconds, step_words

from ...models import BasinRun
from ...schemas.basin import (
    BasinClockOut,
    BasinLimitOut,
    BasinStepOut,
    HelpNowOut,
    HelpOut,
    PostureOut,
    RingOut,
    RunLinkOut,
    RunOut,
    RunRowOut,
    TroubleOut,
    UndoOut,
)
from ...snapshots import PressSnapshot
from .basin_links import late_for_locs, open_stops
from .runs import AtBasin, at_basin, help_minutes, left_since, marks_of, press_id, under_way


def run_out(run: BasinRun, says: str = "") -> RunOut:
    """A run, as it stands now."""
    basin = at_basin(run)
    planned = run.planned
    shown = [press for place in range(len(basin.steps)) for press in _presses(basin, place)]
    done = sum(step.presses for step in basin.steps[: basin.progress.place]) + basin.progress.pressed
    left = left_since(basin)
    notes = [late_for_locs(run, basin.now)] if run.ended_at is None and basin.progress.place < 2 else []
    notes += [step_words(run.began_at)] if run.ended_at is None else []
    troubled = marks_of(run, "trouble")
    return RunOut(
        id=run.pk, version=run.version, planned=planned.pk, head=planned.head_id, head_name=planned.head.name,
        name=planned.name, now=basin.now, steady=steady_seconds(basin.now),
        began_at=run.began_at, ended_at=run.ended_at, cancelled=run.removed_at is not None, presses=shown,
        at=min(done, len(shown) - 1),
        clocks=[_clock(each, basin) for each in basin.contacts.values()],
        coming=[
            _clock(Contact(each, ()), basin)
            for pk, each in basin.basin_links.items()
            if each.what == "put_on" and pk not in basin.contacts
        ],
        links=[
            RunLinkOut.model_validate(
                {"id": pk, "name": (of := basin.basin_links[pk]).name, "what": of.what, "state": state}
            )
            for pk, state in basin.states.items()
        ],
        posture=run.posture,
        postures=[PostureOut.model_validate(each) for each in postures().values()],
        troubles=[TroubleOut.model_validate(each) for each in troubles().values()],
        trouble=troubles()[troubled[-1].key].now if troubled and _fresh(basin) else "",
        helps=[_help(basin, key) for key in helps()],
        help=_help_now(basin),
        pause=_pause_left(basin),
        cautions=list(run.snapshot.cautions),
        stops=list(open_stops(run)),
        notes=[each for each in notes if each],
        celsius=_celsius(basin),
        barred=barred_words(basin),
        says=says,
        undo=undo_of(basin),
        heard=[row.id for row in run.presses if row.id],
        undone=run.snapshot.undone,
        left_at=left,
        done=[judged_words(each, basin.minutes) for each in basin.contacts.values()],
    )  # fmt: skip


def _fresh(basin: AtBasin) -> bool:
    """Whether the last press was a trouble: what to do now stays until the next."""
    return bool(basin.run.presses) and basin.run.presses[-1].what == "trouble"


def _posture(run: BasinRun) -> Posture:
    return postures().get(run.posture) or next(iter(postures().values()))


def _presses(basin: AtBasin, place: int) -> list[BasinStepOut]:
    """Every press of a step, in words."""
    run, links, step = basin.run, basin.basin_links, basin.steps[place]
    link = links.get(step.link) if step.link is not None else None
    off = [links[pk] for pk in step.offs if pk in links]
    out = []
    for section in range(step.presses):
        words = words_of_step(step, section, links, _posture(run), basin.skin)
        out.append(
            BasinStepOut(
                step=step.key, section=section, kind=step.kind, link=step.link, title=words.title,
                number=words.number, how=words.how, press=words.press, say=words.say,
                then=next_words(basin.steps, replace(basin.progress, place=place, pressed=section), links),
                waits=list(step.offs),
                lasts=link.minutes * 60.0 if link and step.kind == "pause" and not link.hands else None,
                belief=_belief(run, link),
                optional=link is not None and bool(link.optional) and basin.states.get(link.id) == "to_come",
                again=step.kind == "rinse" and any(each.poured for each in off),
                checks=run.snapshot.checks if step.kind == "ready" else [],
            )
        )  # fmt: skip
    return out


def _belief(run: BasinRun, link: BasinLink | None) -> str:
    """What was believed of its pH, beside what it is."""
    if link is None:
        return ""
    said = [row for row in marks_of(run, "belief") if row.link == link.id]
    return belief_words(said[-1].value, link.ph) if said else ""


def _clock(contact: Contact, basin: AtBasin) -> BasinClockOut:
    link, now = contact.link, basin.minutes
    rings = []
    if contact.off is None:
        for at, kind in contact.rings():
            left = 60.0 * (at - now)
            rings.append(
                RingOut(
                    key=f"{basin.run.pk}-{link.id}-{kind}", left=left, kind=kind,
                    says=ring_words(contact, kind),
                )
            )  # fmt: skip
    seconds = [60.0 * each for each in contact.minutes(now)]
    return BasinClockOut(
        link=link.id, name=link.name, zone=link.zone, sections=max(link.sections, 1), seconds=seconds,
        meant=60.0 * link.minutes,
        most=None if link.most is None else 60.0 * link.most,
        never=None if link.never is None else 60.0 * link.never,
        whole=contact.whole, off=contact.off is not None,
        off_for=0.0 if contact.off is None else 60.0 * (now - contact.off), stays=not link.rinsed,
        says=contact_words(contact, now), rings=rings, limits=_limits(link),
    )  # fmt: skip


def _limits(link: BasinLink) -> list[BasinLimitOut]:
    """What it rings for, counted from when it goes on."""
    on = Contact(link, (0.0,) * max(link.sections, 1))
    return [
        BasinLimitOut(
            kind=kind, after=60.0 * at, since="last" if kind == "due" else "first", says=ring_words(on, kind)
        )
        for at, kind in on.rings()
    ]  # fmt: skip


def _help(basin: AtBasin, key: str) -> HelpOut:
    row = helps()[key]
    return HelpOut(
        key=key, name=row.name, minutes=help_minutes(basin, key), steps=list(row.steps), call=row.call,
        bars=row.bars,
    )  # fmt: skip


def _help_now(basin: AtBasin) -> HelpNowOut | None:
    """Help that was pressed and is not over."""
    said = [row for row in basin.run.presses if row.what in ("help", "helped")]
    if not said or said[-1].what == "helped" or said[-1].key not in helps():
        return None
    since = (basin.now - said[-1].at).total_seconds()
    return HelpNowOut(key=said[-1].key, left=60.0 * said[-1].minutes - since)


def _pause_left(basin: AtBasin) -> float | None:
    """Seconds left of the pause that it stands at, where nobody is at it; since the press before it."""
    step = basin.step
    link = basin.basin_links.get(step.link) if step and step.link is not None else None
    if step is None or step.kind != "pause" or link is None or link.hands:
        return None
    before = [row.at for row in marks_of(basin.run, "step")]
    since = before[-1] if before else basin.run.began_at
    return 60.0 * link.minutes - (basin.now - since).total_seconds()


def _celsius(basin: AtBasin) -> str:
    """What the thermometer said, against what this head bears."""
    if basin.warmth is None:
        return ""
    value, level = basin.warmth
    if level is None:
        return f"{value:g} °C: fine for this head."
    more = "Nothing goes on before that." if level == "stop" else ""
    return (
        f"{value:g} °C is too hot for this head: {basin.skin:g} °C at most. Let it cool, or add cold water, "
        f"and say again what the thermometer shows. {more}"
    ).rstrip()


def bars(basin: AtBasin) -> list[tuple[datetime, str]]:
    """Why nothing goes on now, beside stops: it scalds, or Help was pressed; each with its moment."""
    hot = basin.warmth is not None and basin.warmth[1] == "stop"
    said = [(marks_of(basin.run, "celsius")[-1].at, _celsius(basin))] if hot else []
    helped = [(row.at, helps()[row.key].bars) for row in marks_of(basin.run, "help") if row.key in helps()]
    return [*said, *(each for each in helped if each[1])]


def barred_words(basin: AtBasin) -> str:
    """The first of these reasons in words; empty where it may go on."""
    return next((words for _, words in bars(basin)), "")


def undo_of(basin: AtBasin) -> UndoOut | None:
    """What an undo would take back; None for nothing."""
    run = basin.run
    if not run.presses or run.ended_at is not None:
        return None
    last = run.presses[-1]
    return UndoOut(
        press=press_id(run, len(run.presses) - 1),
        step=last.step,
        section=last.section,
        says=_title(basin, last),
    )


def _title(basin: AtBasin, last: PressSnapshot) -> str:
    """What was pressed, in words."""
    if last.what == "step":
        step = next((each for each in basin.steps if each.key == last.step), None)
        if step is None:
            return "the last press"
        words = words_of_step(step, last.section, basin.basin_links, _posture(basin.run), basin.skin)
        return lower_first(words.press)
    if last.what in ("trouble", "help"):
        row = (troubles() if last.what == "trouble" else helps()).get(last.key)
        return f"“{row.name}”" if row else "that press"
    return {
        "links": "the change", "helped": "the end of Help",
        "belief": "what you think", "celsius": "the temperature", "posture": "how the head is held",
        "passed": "the passing of a stop",
    }.get(last.what, "the last press")  # fmt: skip


def rows_under_way() -> list[RunRowOut]:
    """Washes under way, each with its next ring."""
    return [_row(run) for run in under_way()]


def _row(run: BasinRun) -> RunRowOut:
    basin = at_basin(run)
    rings = [
        (60.0 * (at - basin.minutes), each, kind)
        for each in basin.progress.on_now()
        for at, kind in each.rings()
    ]
    passed = [each for each in rings if each[0] <= 0.0]
    coming = [each for each in rings if each[0] > 0.0 and each[2] != "soon"]
    ring = max(passed, key=lambda each: each[0], default=None) or min(
        coming, key=lambda each: each[0], default=None
    )
    step = basin.step or basin.steps[-1]
    title = words_of_step(step, basin.progress.pressed, basin.basin_links, _posture(run), basin.skin).title
    says = title
    if ring is not None and ring[0] <= 0.0:
        says = ring_words(ring[1], ring[2])
    return RunRowOut(
        id=run.pk, head_name=run.planned.head.name, name=run.planned.name, title=title,
        until_steady=steady_seconds() + ring[0] if ring else None,
        ring=f"{ring[1].link.id}-{ring[2]}" if ring else "", says=says,
    )  # fmt: skip
