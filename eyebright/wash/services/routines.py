"""Routines of heads, their next turns, and when each head is next to be washed, and why."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, time, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from eyebright.core.formulas.model import Family, families, ready_family, washes
from eyebright.core.heads import Needs, needs_of, record_tables
from eyebright.core.planning import (
    Days,
    Entry,
    Moments,
    Occasion,
    Past,
    Reason,
    Routine,
    Scalp,
    Sensible,
    Spaced,
    Turn,
    minute,
    never_fits,
    sensible_day,
    turns,
)
from eyebright.core.wash import Candidate, apart_of, stops_of
from eyebright.core.words import lower_first
from eyebright.formulas.models import Formula
from eyebright.formulas.services.matching import candidates_of
from eyebright.formulas.services.workbench import days_apart, entered_of
from eyebright.heads.models import Head
from eyebright.heads.services import HeadHistory, find_head
from eyebright.household.services.hours import the_hours
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked
from eyebright.shelf.services.supplies import supplies_of

from ..models import PlannedWash, WashChain
from ..models import Routine as KeptRoutine
from ..schemas.planned import (
    NewRoutineIn,
    RoutineChangeIn,
    RoutineEntryIn,
    RoutineIn,
    RoutineOut,
    TurnOut,
    WhenOut,
)
from .planned import planned_between

DAY = timedelta(days=1)
HOUR = 10  # of the day that a wash is proposed for
PAST_TURNS = 24
SHOWN = 8
LONGEST = 90.0  # minutes that a day must have free for a wash
NO_ENTRIES = "Put a wash in it first."


def find_routine(pk: int, *, also_removed: bool = False) -> KeptRoutine:
    """A routine, or the problem of its being gone."""
    return one(KeptRoutine.among(also_removed=also_removed).select_related("head"), pk, "routine")


# ---- kept ----


@transaction.atomic
def new_routine(payload: NewRoutineIn) -> RoutineOut:
    """A routine for a head; it may have several, such as a daily mist beside a weekly wash."""
    return _save(KeptRoutine(head=find_head(payload.head)), payload)


@transaction.atomic
def change_routine(pk: int, payload: RoutineChangeIn) -> RoutineOut:
    """Change one that is as it was when it was read."""
    rows = KeptRoutine.objects.select_related("head")
    row: KeptRoutine = get_checked(rows, pk, "routine", payload.version, lambda found: routine_out(found))
    before = {"entries": entries_of(row), "every": row.every, "weekdays": [int(day) for day in row.weekdays]}
    return _save(row, changed(RoutineIn, before, payload))


@transaction.atomic
def restore_routine(pk: int) -> RoutineOut:
    """Undo its removal."""
    row = find_routine(pk, also_removed=True)
    row.restore()
    return routine_out(row)


def _save(row: KeptRoutine, payload: RoutineIn) -> RoutineOut:
    if not payload.entries:
        raise Problem.field("entries", NO_ENTRIES)
    chains = WashChain.objects.in_bulk([each.chain for each in payload.entries])
    for place, each in enumerate(payload.entries):
        if each.chain not in chains:
            raise Problem.field(f"entries.{place}.chain", "That wash is gone: choose another.")
        if not chains[each.chain].links:
            raise Problem.field(f"entries.{place}.chain", "There is nothing in that wash yet.")
    plain = _Chains(chains.values())
    wish = Routine(tuple(plain.entry(each, 1.0) for each in payload.entries), int(payload.every))
    amiss = never_fits(wish)
    if amiss:
        place, says = min(amiss.items())
        raise Problem.field(f"entries.{place}.chain", says)
    row.entries = [each.model_dump() for each in payload.entries]
    row.every, row.weekdays = int(payload.every), sorted(set(payload.weekdays))
    row.save()
    return routine_out(row)


def entries_of(row: KeptRoutine) -> list[RoutineEntryIn]:
    """The entries of a routine, as they were entered; what cannot be read here is left out."""
    out = []
    for each in row.entries:
        try:
            out.append(RoutineEntryIn.model_validate(each))
        except ValueError:
            continue
    return out


class _Chains:
    """Washes by name with what is in them, fetched together."""

    def __init__(self, chains: Any) -> None:
        self.chains = {chain.pk: chain for chain in chains}
        every = [link for chain in self.chains.values() for link in chain.links]
        rows = Formula.objects.filter(pk__in={link.formula for link in every if link.formula})
        self.formulas: dict[int, Formula] = {row.pk: row for row in rows.defer("search")}
        self.bought = supplies_of({link.supply_key for link in every if link.supply_key})
        self._candidates: dict[int, Candidate] | None = None

    def families(self, pk: int) -> dict[str, tuple[Family, float | None]]:
        """The families of preparation in a wash, by key, each with the days apart of its recipe."""
        out: dict[str, tuple[Family, float | None]] = {}
        for link in self.chains[pk].links if pk in self.chains else ():
            family, apart = None, None
            if link.formula in self.formulas:
                row = self.formulas[link.formula or 0]
                family, apart = families().get(row.family), days_apart(entered_of(row.body))[0]
            elif link.supply_key in self.bought:
                supply = self.bought[link.supply_key]
                made = getattr(supply, "formula", None)
                family = made.family if made is not None else ready_family(supply)
                apart = made.apart if made is not None else None
            if family is not None:
                out[family.key] = family, apart
        return out

    def cleans(self, pk: int) -> bool:
        """Whether anything in it is a wash of its own."""
        return not washes().isdisjoint(self.families(pk))

    def spaced(self, pk: int, times: float) -> tuple[Spaced, ...]:
        """What of a wash is spaced. `times` as far apart on this head as usually."""
        spaced = (
            Spaced(family.key, f"the {family.name}", apart_of(family, own, times))
            for family, own in self.families(pk).values()
        )
        return tuple(each for each in spaced if each.apart > 0.0)

    def entry(self, each: RoutineEntryIn, times: float, barred: str = "") -> Entry:
        """An entry of a routine as the core takes it. `times` as far apart on this head as usually."""
        chain = self.chains.get(each.chain)
        name = chain.name if chain else "a wash that is gone"
        spaced, cleans = self.spaced(each.chain, times), self.cleans(each.chain)
        return Entry(str(each.chain), name, spaced, barred, each.at_most, cleans)

    def barred(self, pk: int, known: "_Known") -> str:
        """Why a wash is not for this head now; "" for nothing."""
        if pk not in self.chains:
            return "that wash is gone."
        if self._candidates is None:
            self._candidates = candidates_of(list(self.formulas.values()))
        for link in self.chains[pk].links:
            each = self._candidates.get(link.formula or 0)
            stop = next(iter(stops_of(each, known.facts)), None) if each else None
            if each and stop:
                return f"{each.name}: {lower_first(stop.what)}"
        for key, (family, _) in self.families(pk).items():
            if key in known.now_spared:
                return f"{family.name}: {lower_first(known.now_spared[key])}"
        return ""


@dataclass
class _Known:
    """A head as a routine looks at it."""

    head: Head
    facts: dict[str, Any]
    needs: Needs
    since: Mapping[str, float]
    since_wash: float | None
    now_spared: dict[str, str]

    @property
    def why(self) -> str:
        """What makes this scalp ask for more days than others of its kind."""
        return lower_first(self.needs.rarer[0]) if self.needs.rarer else ""


def _known(head: Head) -> _Known:
    """A head now; what it is spared only by how it is today stands apart."""
    history = HeadHistory(head)
    core = history.core()
    facts = core.facts()
    needs = needs_of(facts)
    usually = needs_of(replace(core, check_in=None).facts())
    now = {key: why for key, why in needs.spares.items() if key not in usually.spares}
    return _Known(head, facts, needs, core.history.since_family, core.history.since_wash, now)


# ---- its turns ----


def routines() -> list[RoutineOut]:
    """Every routine, with its next turns."""
    rows = list(KeptRoutine.objects.filter(head__removed_at=None).select_related("head"))
    chains = _Chains(WashChain.objects.filter(pk__in={e.chain for row in rows for e in entries_of(row)}))
    return [routine_out(row, chains) for row in rows]


def routine_out(row: KeptRoutine, chains: _Chains | None = None, known: _Known | None = None) -> RoutineOut:
    """A routine with its next turns."""
    entries = entries_of(row)
    if chains is None:
        chains = _Chains(WashChain.objects.filter(pk__in={each.chain for each in entries}))
    known = known or _known(row.head)
    found, trouble = _turns(row, entries, chains, known, _days())
    today = timezone.localdate()
    return RoutineOut(
        id=row.pk, version=row.version, head=row.head_id, head_name=row.head.name, entries=entries,
        names=[chains.entry(each, 1.0).name for each in entries], every=row.every,
        weekdays=[int(day) for day in row.weekdays],
        turns=[
            TurnOut(
                chain=int(turn.entry.key), name=turn.entry.name, day=today + DAY * turn.day,
                wished=today + DAY * turn.wished, why=list(turn.why),
            )
            for turn in found
        ],
        trouble=trouble,
    )  # fmt: skip


def _turns(
    row: KeptRoutine, entries: Sequence[RoutineEntryIn], chains: _Chains, known: _Known, days: Days
) -> tuple[Sequence[Turn], str]:
    times = known.needs.apart
    barred = {each.chain: chains.barred(each.chain, known) for each in entries}
    every = tuple(chains.entry(each, times, barred[each.chain]) for each in entries)
    weekdays = tuple(int(day) for day in row.weekdays)
    wish = Routine(every, row.every, weekdays)
    past, since, since_wash = _past(row.head), dict(known.since), known.since_wash
    now = timezone.now()
    for planned in planned_between(row.head_id):  # what is planned counts as what was
        ago = (now - planned.at) / DAY
        keys = planned.snapshot.families
        since |= dict.fromkeys(keys, ago)
        if not washes().isdisjoint(keys):
            since_wash = ago
        if planned.chain_id is not None:
            past.append(Past(str(planned.chain_id), ago))
    scalp = Scalp(known.needs.days[0], since_wash, known.why)
    found = turns(wish, past, since, scalp, days, SHOWN)
    if found:
        return found, ""
    reasons = [f"{each.name}: {each.barred}" for each in every if each.barred]
    return (), f"Nothing of it is for {row.head.name} now. {' '.join(dict.fromkeys(reasons))}"


def _past(head: Head) -> list[Past]:
    """Washes by name that were done on a head."""
    now = timezone.now()
    rows = PlannedWash.objects.filter(head=head).exclude(done_at=None).exclude(chain=None)
    done = rows.order_by("-at").values_list("chain", "at")[:PAST_TURNS]
    return [Past(str(chain), max((now - at) / DAY, 0.0)) for chain, at in done]


def _days() -> Days:
    """Today's day of the week, and the days on which nobody has the time for a wash."""
    hours = the_hours()
    zone, today = timezone.get_current_timezone(), timezone.localdate()
    since = datetime.combine(today, time(0), zone)
    busy = hours.busy(since, since + DAY * 63, zone)
    taken = set()
    for day in range(63):
        begin, end = (minute(datetime.combine(today + DAY * n, time(0), zone)) for n in (day, day + 1))
        if not Moments.of((begin, end - LONGEST)).without(busy.spans, LONGEST):
            taken.add(day)
    return Days(today.weekday(), frozenset(taken))


# ---- when a head is next to be washed ----


@dataclass(frozen=True)
class NextWash:
    """A head's next wash: planned (`planned`), a turn of its routine, or by what its scalp asks for."""

    head: Head
    day: date
    name: str
    chain: int | None
    planned: int | None
    at: datetime | None
    why: tuple[str, ...]


def next_washes(planned: Mapping[int, PlannedWash]) -> list[NextWash]:
    """For each head the next wash, and why then. `planned`: the soonest that is planned, by head."""
    rows = list(KeptRoutine.objects.filter(head__removed_at=None).select_related("head"))
    chains = _Chains(WashChain.objects.filter(pk__in={e.chain for row in rows for e in entries_of(row)}))
    days, today, out = _days(), timezone.localdate(), []
    for head in Head.objects.all():
        plan = planned.get(head.pk)
        if plan is not None:
            day = timezone.localdate(plan.at)
            out.append(NextWash(head, day, plan.name, plan.chain_id, plan.pk, plan.at, ("planned",)))
        mine = [row for row in rows if row.head_id == head.pk and not _is_planned(row, plan, chains)]
        if plan is not None and not mine:
            continue
        known = _known(head)
        out += [_next_turn(row, chains, known, days) for row in mine]
        if plan is None and not mine:
            found = sensible_day(_holds(known, ()), days)
            day = today + DAY * found.day
            out.append(NextWash(head, day, "", None, None, None, found.why or _since(known)))
    return out


def _is_planned(row: KeptRoutine, plan: PlannedWash | None, chains: _Chains) -> bool:
    """Whether what is planned next stands for a routine's turn: it is one of it, or both are washes."""
    if plan is None:
        return False
    turns_of = {each.chain for each in entries_of(row)}
    both = not washes().isdisjoint(plan.snapshot.families) and any(map(chains.cleans, turns_of))
    return plan.chain_id in turns_of or both


def _next_turn(row: KeptRoutine, chains: _Chains, known: _Known, days: Days) -> NextWash:
    today = timezone.localdate()
    found, trouble = _turns(row, entries_of(row), chains, known, days)
    if not found:
        return NextWash(known.head, today, "", None, None, None, (trouble,))
    turn = found[0]
    why = turn.why or (f"every {row.every} days",)
    return NextWash(known.head, today + DAY * turn.day, turn.entry.name, int(turn.entry.key), None, None, why)


def _since(known: _Known) -> tuple[str, ...]:
    if known.since_wash is None:
        return ("no wash is on record yet",)
    soon, late = known.needs.days
    return (f"{known.since_wash:.0f} days since the last; every {soon:g} to {late:g} suit this scalp",)


def _holds(known: _Known, spaced: Sequence[Spaced], *, cleans: bool = True) -> list[Reason]:
    """What holds something back: the days that the scalp asks for between washes, where it is one."""
    out = []
    if known.since_wash is not None and cleans:
        soon = known.needs.days[0]
        says = f"this scalp asks for {soon:g} days between washes{known.why and ': '}{known.why}"
        out.append(Reason(soon - known.since_wash, says))
    for each in spaced:
        ago = known.since.get(each.key)
        if ago is not None:
            out.append(Reason(each.apart - ago, f"{each.name}: {each.apart:g} days between two"))
    return out


def when(head: int, chain: int | None, occasion: str, day: date | None) -> WhenOut:
    """When a wash is next sensible for a head: what for, and, for an occasion, on which day that is."""
    known = _known(find_head(head))
    row = WashChain.objects.filter(pk=chain).first() if chain else None
    chains = _Chains([row] if row else [])
    spaced = chains.spaced(row.pk, known.needs.apart) if row else ()
    cleans = row is None or chains.cleans(row.pk)
    named = record_tables().occasions.get(occasion)
    if named is None:
        raise Problem.field("occasion", "Choose one of the ones offered.")
    today = timezone.localdate()
    for_ = None
    if named.days is not None and day is not None:
        for_ = Occasion(named.name, (day - today).days, *named.days, named.why)
    found = sensible_day(_holds(known, spaced, cleans=cleans), _days(), (), for_)
    return _when_out(found, today)


def _when_out(found: Sensible, today: date) -> WhenOut:
    zone = timezone.get_current_timezone()
    day = today + DAY * found.day
    at = datetime.combine(day, time(HOUR), zone)
    now = timezone.now()
    if at <= now:
        at = (now + timedelta(minutes=60)).astimezone(zone).replace(minute=0, second=0, microsecond=0)
    return WhenOut(at=at, day=day, why=list(found.why), conflict=found.conflict)
