"""Planned washes: kept, changed, and what is worked out of each, with the state that it was worked out in."""

import json
from collections.abc import Sequence
from contextlib import suppress
from datetime import datetime, timedelta
from itertools import pairwise

from django.db import DatabaseError, transaction
from django.db.models import OuterRef, QuerySet, Subquery
from django.utils import timezone
from pydantic import ValidationError

from eyebright.core.heads import record_tables
from eyebright.core.planning import Hours, Moments, minute, moment
from eyebright.core.rules import rules_mark
from eyebright.core.wash import links_table, spaced_in
from eyebright.formulas.models import Formula
from eyebright.heads.models import CheckIn, Head, PatchTest
from eyebright.heads.services import find_head, learnt, today_of
from eyebright.household.services.hours import the_hours
from eyebright.household.services.household import house_limits, the_household
from eyebright.kept.clock import aware
from eyebright.kept.derived import mark
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked
from eyebright.make.models import Container
from eyebright.make.services.keys import container_id

from ..models import BasinRun, PlannedWash, Wash
from ..schemas.chains import WashAsk, WashLinkIn
from ..schemas.planned import PlannedChangeIn, PlannedIn, PlannedOut, PlanWashIn
from ..snapshots import DoseSnapshot, PlannedSnapshot, SpacingSnapshot
from .chains import find_chain, worked_out
from .links import check_links, name_of, names_of

AHEAD = timedelta(days=400)
PAST = "That has gone by: plan it for later, or record a wash that was done."
FAR = "That is more than a year off."
UNREAD = "Part of this came from another version, and cannot be read here: say it anew."
NO_LINKS = "Put something in the wash first."
GRACE = timedelta(minutes=10)
USUAL_MINUTES = 40.0  # of a wash that cannot be worked out


def find_planned(pk: int, *, also_removed: bool = False) -> PlannedWash:
    """A planned wash, or the problem of its being gone."""
    rows = PlannedWash.among(also_removed=also_removed).select_related("head")
    return one(rows, pk, "wash")


def coming(now: datetime | None = None) -> QuerySet[PlannedWash]:
    """Washes that are planned and not done, whoever they are for; from yesterday on."""
    now = now or timezone.now()
    rows = PlannedWash.objects.filter(done_at=None, head__removed_at=None, at__gt=now - timedelta(days=1))
    return rows.select_related("head")


# ---- kept ----


@transaction.atomic
def plan_wash(payload: PlanWashIn) -> list[PlannedWash]:
    """Plan a wash for each of these heads, one after the other."""
    heads = [find_head(pk) for pk in dict.fromkeys(payload.heads)]
    if not heads:
        raise Problem.field("heads", "Say whose hair it is.")
    name, links, chain = _what(payload)
    _check_day(payload.occasion)
    at = aware(payload.at)
    out: list[PlannedWash] = []
    for head in heads:
        row = PlannedWash(
            head=head, chain_id=chain, name=name, links=links, at=at, occasion=payload.occasion,
            note=payload.note,
        )  # fmt: skip
        _keep(row, first=not out)
        out.append(row)
        at = _free_at(row) + timedelta(minutes=links_table().number("around", "after"))
    return out


def _what(payload: PlanWashIn) -> tuple[str, list[WashLinkIn], int | None]:
    """The name and the links of what is to be planned."""
    if payload.chain is not None:
        chain = find_chain(payload.chain)
        links = chain.links
        if not links:
            raise Problem.field("chain", f"“{chain.name}” has nothing in it yet.")
        _check_links(links, "chain")
        return chain.name, links, chain.pk
    if not payload.links:
        raise Problem.field("chain", "Choose a wash, or put something in one of its own.")
    names = check_links(payload.links)
    first = next((link for link in payload.links if link.formula or link.supply_key), payload.links[0])
    name = payload.name.strip() or name_of(first, names)
    return name[:80], payload.links, None


def _check_links(links: Sequence[WashLinkIn], field: str) -> None:
    """Links of a wash by name, of which something may be gone: said beside the wash."""
    try:
        check_links(links)
    except Problem as raised:
        raise Problem.field(field, f"Something in that wash is gone: {raised.detail}") from None


def _check_day(occasion: str) -> None:
    today_of(occasion, [], [])


def _keep(row: PlannedWash, *, first: bool = True) -> None:
    """Keep it where it can be: not in the past, and not two at once in one bathroom."""
    now = timezone.now()
    if row.at < now - GRACE:
        raise Problem.field("at", PAST)
    if row.at > now + AHEAD:
        raise Problem.field("at", FAR)
    row.snapshot = _worked_out(row, "")
    _bathroom_free(row, first=first)
    row.save()


@transaction.atomic
def change_planned(pk: int, payload: PlannedChangeIn) -> PlannedWash:
    """Change one that is as it was when it was read."""
    rows = PlannedWash.objects.select_related("head")
    row: PlannedWash = get_checked(
        rows, pk, "wash", payload.version, lambda found: planned_out(found, State([found]))
    )
    if row.done_at is not None:
        raise Problem.field("at", "That wash is done: correct it where it is recorded.")
    _not_under_way(row)
    before = {name: getattr(row, name) for name in ("name", "links", "at", "occasion", "note")}
    now = changed(PlannedIn, before, payload)
    if not now.links:
        raise Problem.field("links", NO_LINKS)
    if "links" in payload.model_fields_set:
        check_links(now.links)
    _check_day(now.occasion)
    moved = aware(now.at) != row.at
    row.name, row.at, row.occasion, row.note = now.name, aware(now.at), now.occasion, now.note
    row.links = now.links
    if moved or "links" in payload.model_fields_set:
        _keep(row)
    else:
        row.save()
    return row


def remove_planned(pk: int) -> None:
    """Remove one that is not under way; `restore_planned` undoes it."""
    row = find_planned(pk)
    _not_under_way(row)
    row.remove()


def _not_under_way(row: PlannedWash) -> None:
    if BasinRun.objects.filter(planned=row, ended_at=None).exists():
        raise Problem.field("at", "That wash is under way: change it at the basin, or end it first.")


def restore_planned(pk: int) -> PlannedWash:
    """Undo its removal."""
    row = find_planned(pk, also_removed=True)
    row.restore()
    return row


def planned_between(head: int, until: datetime | None = None, but: int | None = None) -> list[PlannedWash]:
    """Washes of a head that are planned from now on, and before a time where one is said.

    The soonest first.
    """
    rows = coming().filter(head=head, at__gt=timezone.now()).exclude(pk=but or 0)
    return list(rows.filter(at__lt=until) if until else rows)


def sooner_used(head: int, until: datetime, but: int | None = None) -> dict[str, float]:
    """Days from a planned use of each family to this time, by key: what is planned counts as what was."""
    out: dict[str, float] = {}
    for row in planned_between(head, until, but):
        for family in row.snapshot.families:
            out[family] = (until - row.at) / timedelta(days=1)
    return out


def used_before(asked: WashAsk) -> dict[str, float]:
    """The same for a wash that is asked about."""
    if asked.head is None or asked.at is None:
        return {}
    return sooner_used(asked.head, aware(asked.at), asked.planned)


# ---- one bathroom ----


def basin_span(row: PlannedWash) -> tuple[float, float]:
    """The minutes in which the basin is taken."""
    around = links_table().numbers("around")
    begin = minute(row.at)
    return begin - around["before"], begin + (row.snapshot.basin or USUAL_MINUTES)


def _free_at(row: PlannedWash) -> datetime:
    return row.at + timedelta(minutes=_basin(row))


def _basin(row: PlannedWash) -> float:
    """Minutes at the basin; what was not worked out is as long as it usually is."""
    found = _worked_out(row, "") if row.snapshot.blank else row.snapshot
    return found.basin or USUAL_MINUTES


def _bathroom_free(row: PlannedWash, *, first: bool) -> None:
    """Refuse a wash where every bathroom is taken then, and say when the next is free."""
    begin = minute(row.at)
    lasts = _basin(row)
    others = [
        each
        for each in coming().exclude(pk=row.pk).filter(at__lt=row.at + timedelta(days=1))
        if each.at > row.at - timedelta(days=1)
    ]
    spans = {each: (minute(each.at), minute(each.at) + _basin(each)) for each in others}
    full = full_spans(list(spans.values()), the_household().bathrooms)
    for a, b in full.spans:
        if begin < b and begin + lasts > a:
            whose = next(each for each, span in spans.items() if span[0] < begin + lasts and span[1] > begin)
            free = Moments.of((begin, begin + 1440.0)).without(full.spans, lasts)
            zone = timezone.get_current_timezone()
            nearest = f" It is free again from {moment(free.first, zone):%H:%M}." if free else ""
            until = moment(spans[whose][1], zone)
            who = whose.head.name if first else f"{whose.head.name}, who was planned before"
            says = f"The bathroom is taken then by {who}: {whose.at.astimezone(zone):%H:%M} to {until:%H:%M}."
            raise Problem.field("at", says + nearest)


def full_spans(spans: Sequence[tuple[float, float]], bathrooms: int) -> Moments:
    """Spans in which every bathroom is taken."""
    edges = sorted({each for span in spans for each in span})
    return Moments.of(
        *(
            (a, b)
            for a, b in pairwise(edges)
            if sum(begin <= a and b <= end for begin, end in spans) >= bathrooms
        )
    )


# ---- what is worked out of them ----


class State:
    """What planned washes hang on, asked in a few queries: where none of it changed, what was kept holds."""

    def __init__(self, rows: Sequence[PlannedWash]) -> None:
        every = [link for row in rows for link in row.links]
        self.names = names_of(every)
        self._formulas = dict(
            Formula.objects.filter(pk__in={link.formula for link in every if link.formula}).values_list(
                "pk", "version"
            )
        )
        made = {pk for link in every if link.supply_key and (pk := container_id(link.supply_key)) is not None}
        self._made = {
            pk: [*rest]
            for pk, *rest in Container.objects.filter(pk__in=made).values_list(
                "pk", "version", "left", "ended", "batch__version"
            )
        }
        heads = {row.head_id for row in rows}
        newest = {
            name: Subquery(
                model.objects.filter(head=OuterRef("pk")).order_by(*order).values(field)[:1]
            )
            for name, model, order, field in (
                ("washed", Wash, ("-at", "-id"), "pk"), ("wash_version", Wash, ("-at", "-id"), "version"),
                ("looked", CheckIn, ("-at", "-id"), "pk"),
                ("look_version", CheckIn, ("-at", "-id"), "version"),
                ("patch", PatchTest, ("-started_at", "-id"), "version"),
            )
        }  # fmt: skip
        self._heads = {
            row["pk"]: [*row.values()]
            for row in Head.objects.filter(pk__in=heads).annotate(**newest).values("pk", "version", *newest)
        }
        self._learnt = learnt()
        self._house = json.dumps(sorted(house_limits().items()))

    def mark(self, row: PlannedWash) -> str:
        """What a wash was worked out in, in short."""
        links = row.links
        of = [
            rules_mark(), self._house, row.links, row.at.isoformat(), row.occasion,
            self._heads.get(row.head_id),
            [self._formulas.get(link.formula) for link in links if link.formula],
            [self._made.get(container_id(link.supply_key) or 0) for link in links if link.supply_key],
            self._taught(row, links),
        ]  # fmt: skip
        return mark(*of)

    def _taught(self, row: PlannedWash, links: Sequence[WashLinkIn]) -> list[float]:
        """What washes taught of its head and of what it is done with, as far as it moves anything."""
        of = self._learnt.of(row.head_id)
        products = [
            factor
            for link in links
            for key in (f"formula-{link.formula}", link.supply_key)
            if (factor := of.together.get(key)) is not None
        ]
        return [
            round(each, 2)
            for factor in (of.strength, of.dose, *products)
            for each in (factor.mean, factor.width)
        ]


def freshen(rows: Sequence[PlannedWash], state: State) -> None:
    """Work out anew what is not as it was; what is worked out is kept for the next time."""
    for row in rows:
        mark = state.mark(row)
        if row.snapshot.mark == mark:
            continue
        row.snapshot = _worked_out(row, mark)
        with suppress(DatabaseError), transaction.atomic():
            PlannedWash.objects.filter(pk=row.pk).update(snapshot=row.snapshot)


def _worked_out(row: PlannedWash, mark: str) -> PlannedSnapshot:
    """What comes of a planned wash, small; in its place why it cannot be worked out."""
    links = row.links
    try:
        asked = WashAsk(links=links, head=row.head_id, at=row.at, occasion=row.occasion)
        found, with_ = worked_out(asked)
    except Problem as raised:
        return PlannedSnapshot(mark=mark, trouble=raised.detail)
    except ValidationError:
        return PlannedSnapshot(mark=mark, trouble=UNREAD)
    doses = []
    for link, result, core in zip(links, found.results, with_.links, strict=True):
        if core.formula is not None and (link.formula or link.supply_key):
            neat = 1.0 + core.thinned
            grams = result.dose.value / neat
            doses.append(
                DoseSnapshot(
                    formula=link.formula, supply_key=link.supply_key, ahead=result.start < found.ahead,
                    grams=grams, ml=grams / max(result.g_per_ml, 0.05),
                    unit=result.unit,
                )
            )  # fmt: skip
    since = with_.whom.history.since_family if with_.whom else {}
    ahead = [each for each in found.results if each.start < found.ahead and not each.pause]
    return PlannedSnapshot(
        mark=mark,
        minutes=found.minutes,
        ahead=found.ahead,
        basin=found.basin,
        grade=found.grade,
        lift=found.scalp_lift if found.washes else None,
        ph=found.ph,
        doses=doses,
        spacing=[
            SpacingSnapshot(key=each.key, name=each.name, apart=each.apart, ago=since.get(each.key))
            for each in spaced_in(with_.links, with_.needs)
        ],
        families=sorted({core.formula.family.key for core in with_.links if core.formula}),
        put_on=[each.name for each in ahead],
        stops=[f"{each.what} {each.instead}" for each in found.cautions if each.level == "stop"],
        warnings=sum(each.level == "warning" for each in found.cautions),
    )


def planned_out(row: PlannedWash, state: State, hours: Hours | None = None) -> PlannedOut:
    """A planned wash. What was worked out of it stands in its snapshot."""
    freshen([row], state)
    links, found = row.links, row.snapshot
    occasion = record_tables().occasions.get(row.occasion)
    begin = row.at - timedelta(minutes=found.ahead)
    return PlannedOut(
        id=row.pk, version=row.version, head=row.head_id, head_name=row.head.name, chain=row.chain_id,
        name=row.name, links=links, names=[name_of(link, state.names) for link in links],
        at=row.at, begin=begin, until=_free_at(row), minutes=found.minutes,
        occasion=row.occasion, occasion_name=occasion.name if occasion else row.occasion,
        done_at=row.done_at, note=row.note, grade=found.grade,
        lift=found.lift, ph=found.ph,
        stops=found.stops, warnings=found.warnings,
        notes=_notes(row, hours or the_hours()), trouble=found.trouble, late=False,
        nearest=None,
    )  # fmt: skip


def _notes(row: PlannedWash, hours: Hours) -> list[str]:
    """What is to be known of its time."""
    zone = timezone.get_current_timezone()
    begin, end = basin_span(row)
    day = timedelta(days=1)
    out = []
    if any(a < end and begin < b for a, b in hours.nights(row.at - day, row.at + day, zone).spans):
        out.append("You are asleep then, by your own hours.")
    elif any(a < end and begin < b for a, b in hours.busy(row.at - day, row.at + day, zone).spans):
        out.append("You are out then, or the time is taken.")
    if row.at < timezone.now():
        out.append("Its time has gone by: was it done?")
    return out
