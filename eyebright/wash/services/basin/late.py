"""What was pressed in a wash that another window had ended by the time it was heard: nothing is lost.

Minutes are as they were recorded. What happened on the head, and what else was pressed, is added to what
is on record of that wash.
"""

from datetime import datetime

from django.utils import timezone

from eyebright.core.basin import helps, troubles
from eyebright.core.words import capital
from eyebright.kept.problems import Problem

from ...models import BasinRun
from ...models import Wash as KeptWash
from ...schemas.basin import Pressed, RunOut
from ...snapshots import PressSnapshot
from .runs import at_basin
from .serializers import run_out

MOST_NOTE = 2000
LATE = "late"
ACTS = {"swap": "a swap", "leave_out": "what was left out", "add": "what was added", "again": "pouring again"}
AFTER = (
    "This wash was ended at {ended}, and that was pressed later. Correct it where it is recorded, or undo "
    "its end."
)
SAYS = "This wash was ended at {ended}. {title}, pressed at {at}, is added to its note; minutes stay."


def came_late(
    run: BasinRun, payload: Pressed, at: datetime, *, what: str = "step", step: str = "", section: int = 0,
    key: str = "",
) -> RunOut:  # fmt: skip
    """Add it to what is on record; a Problem where it was pressed after the end."""
    assert run.ended_at is not None
    ended = f"{timezone.localtime(run.ended_at):%H:%M}"
    if at > run.ended_at:
        raise Problem.field("step", AFTER.format(ended=ended))
    title = _title(run, what, step, section, key)
    moment = f"{timezone.localtime(at):%H:%M}"
    row = PressSnapshot(at=at, id=payload.id, what=LATE, step=what, key=key)
    run.presses = [*run.presses[:-1], row, *run.presses[-1:]]
    run.save()
    for wash in _about(run, at):
        if what in ("trouble", "help"):
            word = key if what == "trouble" else f"help-{key}"
            wash.feel = list(dict.fromkeys([*wash.feel, word]))
        wash.note = f"{wash.note}\nPressed at {moment}, heard after the end: {title}.".strip()[:MOST_NOTE]
        wash.save()
    return run_out(run, says=SAYS.format(ended=ended, title=title, at=moment))


def _title(run: BasinRun, what: str, step: str, section: int, key: str) -> str:
    if what == "step":
        shown = run_out(run).presses
        found = next((each for each in shown if (each.step, each.section) == (step, section)), None)
        return f"“{found.press}” of {found.title}" if found else "a step"
    row = (troubles() | helps()).get(key)
    return f"“{row.name}”" if row else capital(ACTS.get(what, what))


def _about(run: BasinRun, at: datetime) -> list[KeptWash]:
    """What was on then: its record; the last one, where nothing was."""
    on = {each.link.id for each in at_basin(run).on_at(at)}
    things = {(link.formula, link.supply_key) for link in run.links if link.id in on}
    rows = list(KeptWash.objects.filter(pk__in=run.snapshot.washes))
    found = [row for row in rows if (row.formula_id, row.supply_key) in things]
    return found or rows[-1:]


def as_pressed(presses: list[PressSnapshot]) -> list[PressSnapshot]:
    """The presses of a wash whose end is undone: what happened on the head is a mark again, at its moment."""
    rows = []
    for row in presses:
        if row.what != LATE:
            rows.append(row)
        elif row.step in ("trouble", "help"):
            rows.append(row.model_copy(update={"what": row.step, "step": ""}))
    return sorted(rows, key=lambda row: row.at)
