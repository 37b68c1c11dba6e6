"""Washes at the basin: begun, found, cancelled, taken up again; their presses as the core takes them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import (
    BasinLink,
    Contact,
    Press,
    Progress,
    Step,
    basin_table,
    helps,
    progress_of,
    steps_of,
    too_warm,
)
from eyebright.core.make import skin_safe
from eyebright.core.vocabulary import Gravity
from eyebright.heads.services import find_head, today_of
from eyebright.kept.problems import Problem, one

from ...models import BasinRun, PlannedWash
from ...schemas.basin import BeginWashIn
from ...schemas.chains import WashLinkIn
from ...snapshots import PressSnapshot, RunLink, RunSnapshot
from ..chains import find_chain
from ..links import check_links, name_of
from ..planned import find_planned
from .basin_links import work_out

MINUTE = timedelta(minutes=1)
NOTHING = "Say what it is washed with: a wash, a formula, or something that stands there."
BULKY = (
    "planned__links",
    "planned__snapshot",
    "planned__note",
    "planned__head__answers",
    "planned__head__note",
)
UNDER_WAY = "A wash of {name} is under way already: go on with it, or end it first."


def find_run(pk: int, *, also_removed: bool = True, whole: bool = False) -> BasinRun:
    """A wash at the basin, or the problem of its being gone.

    `whole`: with what no press needs; else that is read when it is asked for.
    `also_removed`: also one that was cancelled. What is pressed in it, before that is known, is kept with it.
    """
    rows = BasinRun.among(also_removed=also_removed).select_related("planned__head")
    return one(rows if whole else rows.defer(*BULKY), pk, "wash")


def still_open(run: BasinRun) -> BasinRun:
    """The same run, if it is not ended."""
    if run.ended_at is not None:
        raise Problem.field("step", "This wash is ended: correct it where it is recorded, or undo its end.")
    return run


def under_way() -> list[BasinRun]:
    """Washes that are begun and not ended, the first begun first."""
    rows = BasinRun.objects.filter(ended_at=None, planned__head__removed_at=None, planned__removed_at=None)
    return list(rows.select_related("planned__head").order_by("began_at", "id"))


@transaction.atomic
def begin(payload: BeginWashIn) -> BasinRun:
    """Begin a wash: of what is planned, or on the spot. Begun already, it is that one."""
    planned = _planned(payload)
    before = BasinRun.with_removed.filter(planned=planned).first() if planned.pk else None
    if before is not None and before.removed_at is None:
        return find_run(before.pk)
    _refuse_another(planned)
    links = planned.links
    if not links:
        raise Problem.field("links", NOTHING)
    check_links(links)
    last = BasinRun.objects.filter(planned__head=planned.head_id).order_by("-began_at").first()
    spot = planned.pk is None
    if spot:
        planned.save()
    run = before or BasinRun(planned=planned)
    run.began_at, run.ended_at, run.removed_at = timezone.now(), None, None
    run.links = [RunLink(id=place, **link.model_dump()) for place, link in enumerate(links, start=1)]
    run.presses, run.snapshot = [], RunSnapshot(on_the_spot=spot)
    run.posture = last.posture if last else "back"
    work_out(run)
    run.save()
    return run


def _refuse_another(planned: PlannedWash, but: int | None = None) -> None:
    """Refuse a wash of a head of whom another (`but` this one) is under way."""
    if BasinRun.objects.filter(ended_at=None, planned__head=planned.head_id).exclude(pk=but).exists():
        raise Problem.field("head", UNDER_WAY.format(name=planned.head.name))


def _planned(payload: BeginWashIn) -> PlannedWash:
    """The wash that it is of; a new one where it is begun on the spot."""
    if payload.planned is not None:
        planned = find_planned(payload.planned)
        if planned.done_at is not None:
            raise Problem.field("planned", "That wash is done already.")
        return planned
    if payload.head is None:
        raise Problem.field("head", "Say whose hair it is.")
    head = find_head(payload.head)
    today_of(payload.occasion, [], [])
    row = PlannedWash(head=head, at=timezone.now(), occasion=payload.occasion)
    if payload.chain is not None:
        chain = find_chain(payload.chain)
        row.chain, row.name, row.links = chain, chain.name, chain.links
        return row
    if not (payload.formula or payload.supply_key):
        raise Problem.field("what", NOTHING)
    link = WashLinkIn(
        formula=payload.formula, supply_key=payload.supply_key, zone=payload.zone, minutes=payload.minutes
    )
    names = check_links([link])
    row.name, row.links = name_of(link, names)[:80], [link]
    return row


@transaction.atomic
def discard(pk: int) -> None:
    """Cancel a wash that is under way: it was not done. What was planned is planned as before."""
    run = still_open(find_run(pk, also_removed=False))
    run.remove()
    if run.snapshot.on_the_spot:
        run.planned.remove()


@transaction.atomic
def take_up(pk: int) -> BasinRun:
    """Undo that."""
    run = find_run(pk)
    if run.ended_at is None:
        _refuse_another(run.planned, but=pk)
    run.restore()
    run.planned.restore()
    return run


# ---- what was pressed ----


@dataclass(frozen=True)
class AtBasin:
    """A run as the core takes it: minutes since it began, its steps, and where it stands."""

    run: BasinRun
    now: datetime
    basin_links: dict[int, BasinLink]
    steps: tuple[Step, ...]
    progress: Progress

    @property
    def minutes(self) -> float:
        """Minutes since it began."""
        return minutes_of(self.run, self.now)

    @property
    def step(self) -> Step | None:
        """The step that it is at; None once all of it is pressed."""
        return self.steps[self.progress.place] if self.progress.place < len(self.steps) else None

    @property
    def skin(self) -> float:
        """°C that this head bears."""
        return skin_safe(self.careful)

    @property
    def careful(self) -> bool:
        """Whether heat burns this head sooner; so it is taken where nobody knows."""
        return self.run.snapshot.heat_careful

    @cached_property
    def warmth(self) -> tuple[float, Gravity | None] | None:
        """What the thermometer said last, °C, and what the rules say of that; None where nobody measured."""
        said = marks_of(self.run, "celsius")
        if not said:
            return None
        celsius = said[-1].value
        return celsius, too_warm(celsius, self.careful)

    @property
    def contacts(self) -> Mapping[int, Contact]:
        """What was on, by link."""
        return self.progress.contacts

    def begun_by(self, at: datetime) -> list[Contact]:
        """What had gone on by a moment."""
        then = minutes_of(self.run, at)
        return [each for each in self.contacts.values() if min(each.on) <= then]

    def on_at(self, at: datetime) -> list[Contact]:
        """What was on at a moment, also what stays on."""
        then = minutes_of(self.run, at)
        return [each for each in self.begun_by(at) if each.off is None or each.off > then]

    @cached_property
    def states(self) -> dict[int, str]:
        """Whether each link is to come, on, or done."""
        passed = {step.link for step in self.steps[: self.progress.place] if step.link is not None}
        now = self.step
        out = {}
        for pk, link in self.basin_links.items():
            contact = self.contacts.get(pk)
            if contact is not None:
                out[pk] = "done" if contact.off is not None or not link.rinsed else "on"
            else:
                out[pk] = "done" if pk in passed and not (now and now.link == pk) else "to_come"
        return out


def at_basin(run: BasinRun) -> AtBasin:
    """Where a run stands now: never before its last press."""
    now = max([timezone.now(), *(row.at for row in run.presses)])
    basin_links = run.snapshot.basin_links
    steps = steps_of(basin_links)
    return AtBasin(
        run,
        now,
        {each.id: each for each in basin_links},
        steps,
        progress_of(steps, basin_links, presses_of(run)),
    )


def left_since(basin: AtBasin, at: datetime | None = None) -> datetime | None:
    """Since when nobody pressed by then, where that is long ago and no step takes so long; else None."""
    run = basin.run
    if run.ended_at is not None:
        return None
    since = run.presses[-1].at if run.presses else run.began_at
    step = basin.step
    link = basin.basin_links.get(step.link) if step and step.link is not None else None
    takes = link.minutes if link and step and step.kind == "pause" else 0.0
    takes = max([takes, *(each.link.minutes for each in basin.progress.on_now())])
    long = timedelta(hours=basin_table().number("left", "hours"), minutes=takes)
    return since if (at or basin.now) - since > long else None


def help_minutes(basin: AtBasin, key: str) -> float:
    """Minutes of help: longer where soda, soap or ash was on in this wash, or is just going on."""
    near = {*basin.contacts, basin.step.link if basin.step else None}
    strong = any(link.strong for pk, link in basin.basin_links.items() if pk in near)
    return helps()[key].strong if strong else helps()[key].minutes


def press_id(run: BasinRun, place: int) -> str:
    """The id of a press; an older version gave none, and a press of it goes by its place."""
    return run.presses[place].id or f"press-{place}"


def presses_of(run: BasinRun) -> list[Press]:
    """The steps that were pressed."""
    return [
        Press(
            minutes_of(run, row.at),
            row.step,
            row.section,
            tuple(row.offs),
        )
        for row in run.presses
        if row.what == "step"
    ]


def marks_of(run: BasinRun, what: str) -> Sequence[PressSnapshot]:
    """What else was pressed, of one kind."""
    return [row for row in run.presses if row.what == what]


def minutes_of(run: BasinRun, at: datetime) -> float:
    """Minutes from the beginning."""
    return max((at - run.began_at) / MINUTE, 0.0)
