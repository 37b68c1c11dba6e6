"""What batches were filled into: what is left, where, until when and why.

Used, frozen, thawed, thrown away.
"""

import secrets
from collections.abc import Iterable
from datetime import date, timedelta
from decimal import Decimal
from typing import Any, Literal, get_args

from django.db import transaction
from django.db.models import QuerySet, Sum
from django.utils import timezone

from eyebright.core.formulas.assess import kept_shelf_life
from eyebright.core.learning import Kept, spoils_sooner
from eyebright.core.make import UseBy, poured, topped_up, use_by
from eyebright.core.vocabulary import Place
from eyebright.core.words import brief
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import get_checked

from ..models import Batch, BatchRecipient, Container, Topping
from ..schemas.containers import ContainerChangeIn, ContainerOut, ToppingOut
from .keys import key_of

SPOILT = ("smell", "cloud", "mould", "fizz")
SOON = timedelta(days=3)
ASKED_FOR = timedelta(days=60)  # after something went off, what was made alike is asked about
LETTERS = "23456789ABCDEFGHJKMNPQRSTVWXYZ"  # that nobody reads as another
OVER = 1.02  # of what was measured
PAST = "Past its date, and wet: throw it away, however it smells."
FINISHED = "That one is finished: take that back first."
SAME_MOST = 400  # that the household's keeping is learnt from


def open_ones() -> QuerySet[Container]:
    """Containers in which there is something, the soonest to be used first."""
    rows = Container.objects.filter(ended_on=None, batch__removed_at=None)
    return rows.select_related("batch")


def finished_ones() -> QuerySet[Container]:
    """Containers that were used up or thrown away."""
    return Container.objects.exclude(ended_on=None).filter(batch__removed_at=None)


def due_soon() -> QuerySet[Container]:
    """Those whose day is near, or gone by."""
    return open_ones().filter(use_by__lte=timezone.localdate() + SOON)


def find_container(pk: int, *, also_removed: bool = False) -> Container:
    """A container, or the problem of its being gone."""
    rows = Container.among(also_removed=also_removed).select_related("batch")
    return one(rows, pk, "container")


def place_of(row: Container) -> Place:
    """Where it stands; what is not known of it, where things keep the shortest."""
    return row.place if row.place in get_args(Place) else "shelf"  # type: ignore[return-value]


def piece_of(row: Container) -> float:
    """mL or g in one piece of it: one cube."""
    return float(row.filled) / row.count


def pieces_left(row: Container) -> int:
    """Whole pieces that are left of it."""
    return int(float(row.left) / max(piece_of(row), 1e-6) + 0.01)


# ---- shown ----


def containers_out(rows: Iterable[Container]) -> list[ContainerOut]:
    """Containers, with what is asked of them; in a fixed number of queries."""
    every = list(rows)
    if not every:
        return []
    poured: dict[int, list[Topping]] = {}
    for topping in Topping.objects.filter(container__in=[each.pk for each in every]):
        poured.setdefault(topping.container_id, []).append(topping)
    batches = {each.batch_id for each in every}
    batches |= {topping.batch_id for on_top in poured.values() for topping in on_top}
    whom: dict[int, list[str]] = {}
    for each in _for_whom(batches):
        whom.setdefault(each["batch_id"], []).append(each["says"])
    spoilt = _spoilt()
    return [_out(each, poured.get(each.pk, []), whom, spoilt) for each in every]


def _for_whom(batches: set[int]) -> Iterable[Any]:
    return BatchRecipient.objects.filter(batch__in=batches).exclude(says="").values("batch_id", "says")


def _spoilt() -> list[tuple[int, int | None, date]]:
    """What went off lately: its batch, formula and day."""
    since = timezone.localdate() - ASKED_FOR
    rows = Container.objects.filter(ended__in=SPOILT, ended_on__gte=since)
    return [
        (batch, formula, day)
        for batch, formula, day in rows.values_list("batch_id", "batch__formula_id", "ended_on")
        if day is not None
    ]


def container_out(row: Container) -> ContainerOut:
    """One container."""
    return containers_out([row])[0]


def _out(
    row: Container,
    on_top: list[Topping],
    whom: dict[int, list[str]],
    spoilt: list[tuple[int, int | None, date]],
) -> ContainerOut:
    today = timezone.localdate()
    days = (row.use_by - today).days
    soon = "past" if days < 0 else "today" if days == 0 else "soon" if days <= SOON.days else ""
    asks = PAST if soon == "past" and row.unit == "mL" else ""
    inside = inside_of(row, on_top)
    if row.ended_on is None and not asks:
        for batch, formula, day in spoilt:
            same = batch in inside
            if same or (formula is not None and formula == row.batch.formula_id):
                what = "Another of this batch" if same else "One made by the same formula"
                asks = f"{what} went off on {day:%-d %B}: smell and look before you use this."
                break
    return ContainerOut(
        id=row.pk, version=row.version, key=key_of(row.pk), batch=row.batch_id,
        formula=row.batch.formula_id, name=row.name, of=row.batch.name, count=row.count, unit=row.unit,
        filled=float(row.filled), left=float(row.left),
        place=place_of(row), filled_on=row.filled_on, use_by=row.use_by, reason=row.reason, days=days,
        soon="" if row.ended_on else soon, opened_on=row.opened_on, frozen_on=row.frozen_on,
        thawed_on=row.thawed_on, ended_on=row.ended_on, ended=row.ended, code=row.code, note=row.note,
        whom=list(dict.fromkeys(says for pk in inside for says in whom.get(pk, []))), asks=asks,
        came_from=came if (came := row.before.get("place")) in get_args(Place) else None,
        toppings=[
            ToppingOut(id=each.pk, batch=each.batch_id, amount=float(each.amount), poured_on=each.poured_on)
            for each in on_top
        ],
    )  # fmt: skip


def inside_of(row: Container, on_top: Iterable[Topping]) -> list[int]:
    """The batches that are in it, what was there first first."""
    return list(dict.fromkeys([row.batch_id, *(each.batch_id for each in on_top)]))


# ---- filled ----


def life_of(batch: Batch) -> Any:
    """How long it keeps in each place, as it was worked out for what was really made."""
    worked_out = batch.outcome if batch.outcome.keeps else batch.figures
    return kept_shelf_life(worked_out.keeps, worked_out.reasons)


def sooner_here(batch: Batch) -> tuple[float, int]:
    """How much sooner things made alike went off in this household, and how many told so."""
    if batch.formula_id is None:
        return 1.0, 0
    rows = Container.objects.filter(batch__formula=batch.formula_id).exclude(ended="")
    ends = [
        Kept((row.use_by - row.filled_on).days, (row.ended_on - row.filled_on).days, row.ended in SPOILT)
        for row in rows.order_by("-ended_on")[:SAME_MOST]
        if row.ended_on is not None and row.place != "freezer" and row.ended in (*SPOILT, "used")
    ]
    return spoils_sooner(ends)


def filled_of(batch: Batch, containers: Iterable[Container] | None = None) -> float:
    """How much of a batch is accounted for: in containers of its own, and on top of others."""
    own = sum(row.filled for row in (batch.containers.all() if containers is None else containers))
    on_top = Topping.objects.filter(batch=batch).aggregate(sum=Sum("amount"))["sum"] or 0
    return float(own) + float(on_top)


def enough(batch: Batch, amount: float) -> None:
    """Refuse to fill more than was measured; unmeasured, more than it can be by any reckoning."""
    unit, most = _most(batch)
    if most is None:
        return
    left = most - filled_of(batch)
    if amount > left * OVER + 0.5:
        raise Problem.field(
            "amount",
            f"You measured {brief(most)} {unit}; {brief(max(left, 0.0))} of it are left to fill."
            if batch.yielded is not None
            else f"It makes {brief(round(most))} {unit} at most, {brief(max(round(left), 0.0))} of it left "
            "to fill. Measure what it made if it is really more.",
        )


def left_to_fill(batch: Batch, filled: float) -> tuple[Literal["mL", "g"], float]:
    """What a batch is counted in, and about how much of it stands in nothing yet."""
    pours = poured(batch.facts)
    makes = batch.made.makes if pours else batch.made.makes_g
    whole = float(batch.yielded) if batch.yielded is not None and pours else makes.value if makes else 0.0
    return "mL" if pours else "g", max(whole - filled, 0.0)


def _most(batch: Batch) -> tuple[str, float | None]:
    """The most that there can be of a batch, and its unit: what was measured, or the top of its range."""
    pours = poured(batch.facts)
    if batch.yielded is not None and pours:
        return "mL", float(batch.yielded)
    makes = batch.made.makes if pours else batch.made.makes_g
    return "mL" if pours else "g", makes.high if makes and makes.high > 0 else None


def own_day(day: date | None, filled_on: date, worked_out: UseBy) -> UseBy:
    """A day of one's own: never before it was made, and none that is later than what was worked out."""
    if day is None:
        return worked_out
    if day < filled_on:
        raise Problem.field("use_by", "That is before it was made.")
    if day > worked_out.day:
        raise Problem.field(
            "use_by", f"It keeps until {worked_out.day:%-d %B %Y} at most: {worked_out.reason}"
        )
    return UseBy(day, f"Your own day; it could keep until {worked_out.day:%-d %B}. {worked_out.reason}")


def new_code() -> str:
    """A short code that no other container has."""
    while True:
        code = "".join(secrets.choice(LETTERS) for _ in range(5))
        if not Container.with_removed.filter(code=code).exists():
            return code


# ---- changed ----


@transaction.atomic
def change(pk: int, payload: ContainerChangeIn) -> ContainerOut:
    """Open it, use some, move, freeze, thaw, finish it, throw it away and say why."""
    row: Container = get_checked(
        Container.objects.select_related("batch"), pk, "container", payload.version, container_out
    )
    if payload.name is not None:
        row.name = payload.name.strip()[:80] or row.name
    if payload.note is not None:
        row.note = payload.note
    if payload.left is not None:
        if payload.left > float(row.filled):
            raise Problem.field("left", f"It only ever held {brief(float(row.filled))} {row.unit}.")
        row.left = exact(payload.left, "0.01")
    if payload.stayed:
        _stayed(row)
    if payload.use is not None:
        if row.ended_on is not None:
            raise Problem.field("use", FINISHED)
        if payload.use > float(row.left) + 0.01:
            raise Problem.field("use", f"There are {brief(float(row.left))} {row.unit} left in it.")
        row.left = max(row.left - exact(payload.use, "0.01"), exact(0.0, "0.01"))
    if payload.opened is not None:
        row.opened_on = (row.opened_on or timezone.localdate()) if payload.opened else None
    if payload.place is not None and payload.place != row.place:
        _move(row, payload.place)
    if payload.use_by is not None:
        keeps = own_day(payload.use_by, row.filled_on, worked_out(row))
        row.use_by, row.reason = keeps.day, keeps.reason
    if payload.ended is not None:
        row.ended = payload.ended
        row.ended_on = timezone.localdate() if payload.ended else None
    row.save()
    return container_out(row)


def worked_out(row: Container) -> UseBy:
    """Until when it keeps where it stands.

    What was in it first, or what was poured on top if that is sooner.
    """
    keeps = kept_until(row, row.batch, row.filled_on)
    for each in row.toppings.select_related("batch"):
        keeps = topped_up(keeps, kept_until(row, each.batch, each.poured_on))
    return keeps


def kept_until(row: Container, batch: Batch, filled_on: date) -> UseBy:
    """Until when so much of a batch, filled that day, keeps where this stands."""
    return use_by(life_of(batch), place_of(row), filled_on, row.frozen_on, row.thawed_on, sooner_here(batch))


def _move(row: Container, place: str) -> None:
    """Into another place: out of the freezer is thawed, and what was thawed is never frozen again."""
    today = timezone.localdate()
    before = {
        "place": row.place, "frozen": _iso(row.frozen_on), "thawed": _iso(row.thawed_on),
        "use_by": _iso(row.use_by), "reason": row.reason,
    }  # fmt: skip
    if place == "freezer":
        if row.thawed_on is not None:
            raise Problem.field("place", "It was thawed: it is never frozen again. Use it today.")
        if row.use_by < today:
            raise Problem.field("place", "It is past its date: freezing saves nothing. Throw it away.")
        row.frozen_on = today
    elif row.place == "freezer":
        row.thawed_on = today
    row.place, row.before = place, before
    keeps = worked_out(row)
    row.use_by, row.reason = keeps.day, keeps.reason


def _stayed(row: Container) -> None:
    """It was never moved: a slip of the finger. It is where it was, with the day that it had there."""
    if not row.before.keys() >= {"place", "frozen", "thawed", "use_by", "reason"}:
        raise Problem.field("place", "It was not moved since, or that is taken back already.")
    was = row.before
    row.place, row.frozen_on, row.thawed_on = was["place"], _day(was["frozen"]), _day(was["thawed"])
    row.use_by, row.reason = _day(was["use_by"]) or row.use_by, was["reason"]
    row.before = {}


def _iso(day: date | None) -> str | None:
    return day.isoformat() if day else None


def _day(text: str | None) -> date | None:
    return date.fromisoformat(text) if text else None


@transaction.atomic
def remove(pk: int) -> None:
    """Remove a container, as if nothing had been filled into it; `restore` undoes it.

    What was thawed out of another goes back there.
    """
    row = find_container(pk)
    row.remove()
    _give_back(row, row.left)


@transaction.atomic
def restore(pk: int) -> ContainerOut:
    """Undo `remove`."""
    row = find_container(pk, also_removed=True)
    if row.removed_at is not None:
        _give_back(row, -row.left)
    row.restore()
    return container_out(row)


def _give_back(row: Container, much: Decimal) -> None:
    source = row.taken_from
    if source is not None and source.removed_at is None:
        source.left = min(max(source.left + much, exact(0.0, "0.01")), source.filled)
        source.save()


def stock(find: str, offset: int, limit: int, *, ended: bool = False) -> list[ContainerOut]:
    """A page of containers: those with something in them, or those that are finished."""
    rows = open_ones()
    if ended:
        rows = finished_ones().select_related("batch").order_by("-ended_on", "-pk")
    if find.strip():
        rows = rows.filter(batch__name__icontains=find.strip())
    return containers_out(rows[offset : offset + limit])
