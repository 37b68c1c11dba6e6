"""A wash that was done without the program, recorded in three presses; and taken back by one."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from decimal import Decimal
from typing import Any, Literal, get_args

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from eyebright.core.formulas.model import families, ready_family
from eyebright.core.materials import Supply
from eyebright.core.vocabulary import FormulaZone
from eyebright.core.wash import LinkResult
from eyebright.core.words import brief, capital
from eyebright.formulas.models import Formula
from eyebright.formulas.services.workbench import thinned_of
from eyebright.heads.models import Head
from eyebright.heads.services import find_head
from eyebright.kept.clock import aware
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem
from eyebright.make.models import Batch, Container
from eyebright.make.services.containers import open_ones
from eyebright.make.services.jugs import standing_jugs
from eyebright.make.services.keys import container_id, jug_id, key_of
from eyebright.make.services.taking import draw, made_container, take_some
from eyebright.shelf.models import Lot
from eyebright.shelf.services.supplies import core_lots, supplies_of

from ..models import PlannedWash, Wash, WashChain
from ..schemas.chains import WashAsk, WashLinkIn
from ..schemas.diary import WashIn
from ..schemas.planned import OfferOut, OffersOut, OptionalOut, RecordedOut, RecordIn
from .chains import find_chain, worked_out
from .diary import keep_wash, take_back
from .links import left_of, name_of, names_of
from .planned import find_planned
from .teaching import teach_day

NEAR = timedelta(hours=36)
LEAST_DRAWN = 0.5  # mL or g: less is what sticks to the first
CHAINS, LAST, STOCK, BOUGHT, FORMULAS = 6, 5, 6, 4, 8
NOTHING = "Say what it was washed with."
WATER_ONLY = "There is only water in that wash: record what it was washed with."


@dataclass
class AppliedLink:
    """One thing that went on: how it is kept, what it came out of, and how much of that goes.

    `all_of_it`: what was left went; `result`: what the wash came to at it, where that was worked out already;
    `more`: what else is known of it, by column.
    """

    payload: WashIn
    supply_key: str = ""
    container: Container | None = None
    batch: Batch | None = None
    all_of_it: bool = False
    result: LinkResult | None = None
    more: dict[str, Any] = field(default_factory=dict)


# ---- recorded ----


@transaction.atomic
def record(payload: RecordIn) -> RecordedOut:
    """Keep a wash that was done, with what it teaches; what was made and used goes off the stock."""
    head = find_head(payload.head)
    planned, links = _which(head, payload)
    at = _at(payload, planned)
    parts = [(link, part) for link in links if (part := part_of(link, at, payload.family))]
    if not parts:
        raise Problem.field("what", WATER_ONLY if links else NOTHING)
    if payload.answer is not None:
        parts[-1][1].payload.answer = payload.answer
    if payload.note:
        parts[-1][1].payload.note = payload.note
    was_planned = planned is not None and planned.pk is not None
    if planned is not None:
        planned.at, planned.done_at = at, at
        planned.save()
    kept, says = keep_parts(head, planned, parts, at)
    return RecordedOut(
        head=head.pk, planned=planned.pk if planned else None, was_planned=was_planned, washes=kept,
        says="; ".join(says),
    )  # fmt: skip


def keep_parts(
    head: Head,
    planned: PlannedWash | None,
    parts: Sequence[tuple[WashLinkIn, AppliedLink]],
    at: datetime,
    *,
    carried_out: bool = False,
) -> tuple[list[int], list[str]]:
    """Keep the parts of a wash and what they take off the stock, and teach its day: their ids, and words.

    `carried_out`: at the basin, as keep_wash takes it.
    """
    kept: list[int] = []
    came: dict[tuple[str, str], Decimal] = {}
    for link, part in parts:
        name, left, unit = _in_stock(part)
        drawn, besides = Decimal(0), {}
        if left > 0.0:
            much = left if part.all_of_it else _taken(part, link, head, at, unit)
            drawn = take_some(part.supply_key, exact(much, "0.01")) or drawn
            besides = _from_the_next(part, link, at, much - float(drawn), came)
        if drawn:
            came[name, unit] = came.get((name, unit), Decimal(0)) + drawn
        row = keep_wash(
            head, part.payload, part.batch, teaches=False, carried_out=carried_out, planned=planned,
            supply_key=part.supply_key, container=part.container, drawn=drawn, drawn_besides=besides,
            **part.more,
        )  # fmt: skip
        kept.append(row.pk)
    teach_day(head, at)
    amounts = [(f"{brief(round(float(much)))} {unit}", name) for (name, unit), much in came.items()]
    return kept, [f"about {amount} came off {name}" for amount, name in amounts]


def _from_the_next(
    part: AppliedLink, link: WashLinkIn, at: datetime, missing: float, came: dict[tuple[str, str], Decimal]
) -> dict[str, str]:
    """What the next containers of the same formula give, once the first is empty: by key, as words."""
    if part.container is None or link.formula is None or part.all_of_it:
        return {}
    out: dict[str, str] = {}
    for each in good_ones(link.formula, at).exclude(pk=part.container.pk).filter(unit=part.container.unit):
        if missing < LEAST_DRAWN:
            break
        gave = draw(each, missing)
        missing -= float(gave)
        out[key_of(each.pk)] = str(gave)
        came[_called(each), each.unit] = came.get((_called(each), each.unit), Decimal(0)) + gave
    return out


def good_ones(formula: int, at: datetime) -> QuerySet[Container]:
    """What was made of a formula, is good on that day and not empty, the soonest to be used first."""
    day = timezone.localdate(at)
    return open_ones().filter(batch__formula=formula, use_by__gte=day, filled_on__lte=day, left__gt=0)


def _in_stock(part: AppliedLink) -> tuple[str, float, str]:
    """What a part came out of: its name, how much there is of it where anybody counts, and mL or g."""
    made, supply = part.container, part.supply_key
    if made is not None:
        return _called(made), float(made.left), made.unit
    bought = supplies_of([supply] if supply else [], also_removed=True)
    left, unit = left_of([supply], bought).get(supply, (0.0, "g"))
    return bought[supply].name if supply in bought else "it", left, unit


def _called(container: Container) -> str:
    return f"{container.batch.name}, {container.name}"


def _which(head: Head, payload: RecordIn) -> tuple[PlannedWash | None, list[WashLinkIn]]:
    """The wash that it was, where it was one of those known, and its links."""
    if payload.planned is not None:
        planned = find_planned(payload.planned)
        if planned.head_id != head.pk:
            raise Problem.field("planned", "That wash is planned for somebody else.")
        if planned.done_at is not None:
            raise Problem.field("planned", "That wash is recorded already.")
        return planned, _done_of(planned.links, payload)
    if payload.chain is not None:
        chain = find_chain(payload.chain)
        row = PlannedWash(head=head, chain=chain, name=chain.name, links=chain.links, at=timezone.now())
        return row, _done_of(chain.links, payload)
    if not (payload.formula or payload.supply_key or payload.family):
        raise Problem.field("what", NOTHING)
    link = WashLinkIn(
        formula=payload.formula, supply_key=payload.supply_key, zone=payload.zone, minutes=payload.minutes
    )
    return None, [link]


def _done_of(links: list[WashLinkIn], payload: RecordIn) -> list[WashLinkIn]:
    """What of a wash was done: what may be left out only where it was said to be done."""
    return [link for place, link in enumerate(links) if not link.optional or place in payload.optional_done]


def _at(payload: RecordIn, planned: PlannedWash | None) -> datetime:
    if payload.at is not None:
        return aware(payload.at)
    now = timezone.now()
    return planned.at if planned is not None and planned.pk and planned.at < now else now


def part_of(
    link: WashLinkIn, at: datetime, family: str = "", *, also_removed: bool = False
) -> AppliedLink | None:
    """One link as it is kept; None for water and pauses. `family` of what nothing else is known of."""
    fields: dict[str, Any] = {"at": at, "zone": link.zone, "cover": link.cover, "minutes": link.minutes}
    if link.amount_mode == "amount" and link.amount:
        fields |= {"amount": link.amount, "unit": link.unit}
    fields["strength"] = link.times
    found = None
    if link.formula is not None:
        found = _of_formula(link.formula, fields, at, also_removed=also_removed)
    elif link.supply_key:
        found = _of_supply(link.supply_key, fields, also_removed=also_removed)
    elif family and not link.pause:
        found = AppliedLink(WashIn(**fields, family=family))
    if found is not None:
        found.more["thinned"] = link.parts or _thinned(found)
    return found


def _thinned(part: AppliedLink) -> int:
    """With how many parts of water it is thinned by itself, as it was made or is written; 0 for none."""
    body: dict[str, Any] = part.batch.body if part.batch else {}
    if part.batch is None and part.payload.formula is not None:
        row = Formula.among(also_removed=True).filter(pk=part.payload.formula).first()
        body = row.body if row else {}
    return thinned_of(body)


def _of_formula(pk: int, fields: dict[str, Any], at: datetime, *, also_removed: bool) -> AppliedLink:
    """A formula; out of what was made of it and was good that day, where there is any."""
    row = Formula.among(also_removed=also_removed).filter(pk=pk).first()
    if row is None:
        raise Problem.field("formula", "That formula is gone: choose another.")
    fields |= {"family": row.family, "formula": row.pk}
    made = good_ones(row.pk, at).first()
    if made is None:
        return AppliedLink(WashIn(**fields))
    return AppliedLink(WashIn(**fields), key_of(made.pk), made, made.batch)


def _of_supply(key: str, fields: dict[str, Any], *, also_removed: bool) -> AppliedLink:
    """Something made, poured or bought."""
    if container_id(key) is not None:
        made = made_container(key, "supply_key", also_removed=also_removed)
        family = str(made.batch.body.get("family") or "mask")
        formula = made.batch.formula
        still = formula is not None and formula.removed_at is None
        fields |= {"family": family, "formula": formula.pk if formula and still else None}
        return AppliedLink(WashIn(**fields), key, made, made.batch)
    supply: Supply | None = supplies_of([key], also_removed=True).get(key)
    if supply is None:
        raise Problem.field("supply_key", "That is no longer on the shelf: choose another.")
    if (jug := jug_id(key)) is not None:
        batch = Batch.objects.filter(pk=jug).first()
        family = getattr(supply, "formula").family.key  # noqa: B009
        return AppliedLink(WashIn(**fields | {"family": family}), key, None, batch)
    family_ = ready_family(supply)
    if family_ is None:
        raise Problem.field("supply_key", f"{supply.name} is an ingredient: say what was made with it.")
    return AppliedLink(WashIn(**fields | {"family": family_.key}), key)


def _worked_out_alone(link: WashLinkIn, head: Head, at: datetime, supply_key: str) -> LinkResult | None:
    """What this comes to by itself on this head; None where that cannot be worked out.

    What there is of a formula in one bottle sets no bound to it: the next one is opened.
    """
    what = {} if link.formula is not None else {"supply_key": supply_key}
    asked = link.model_copy(update={**what, "pause": ""})
    try:
        found, _ = worked_out(WashAsk(links=[asked], head=head.pk, at=at))
    except Problem:
        return None
    return found.results[0]


def _taken(part: AppliedLink, link: WashLinkIn, head: Head, at: datetime, unit: str) -> float:
    """mL or g that went on, without the water that it was thinned with; 0 where nobody can work it out."""
    result = part.result or _worked_out_alone(link, head, at, part.supply_key)
    if result is None:
        return 0.0
    grams = result.dose.value / (1.0 + result.parts)
    return grams if unit == "g" else grams / max(result.g_per_ml, 0.05)


@transaction.atomic
def take_record_back(payload: RecordedOut) -> None:
    """Undo a record: its parts go, what they took goes back, and what was planned is planned again."""
    head = find_head(payload.head)
    for row in Wash.objects.filter(pk__in=payload.washes, head=head):
        take_back(row)
    if payload.planned is None:
        return
    planned = PlannedWash.objects.filter(pk=payload.planned, head=head).first()
    if planned is None:
        return
    if payload.was_planned:
        planned.done_at = None
        planned.save()
    else:
        planned.remove()


# ---- what it may have been ----


def offers(pk: int) -> OffersOut:
    """What a head may have been washed with, the likeliest first."""
    head = find_head(pk)
    fresh = list(_standing(filled_on=timezone.localdate()))  # most likely made for this wash
    stock = _stock({offer.key for offer in fresh})
    return OffersOut(
        head=head.pk, offers=[*_planned(head), *fresh, *_last(head), *_chains(), *stock, *_formulas()]
    )


def _offer(
    what: Literal["planned", "chain", "formula", "supply", "family"], key: object, name: str, hint: str,
    zone: str = "both", minutes: float | None = None, links: Sequence[WashLinkIn] = (),
) -> OfferOut:  # fmt: skip
    may = [(place, link) for place, link in enumerate(links) if link.optional]
    names = names_of([link for _, link in may])
    return OfferOut(
        what=what, key=str(key), name=name, hint=hint, zone=zone, minutes=minutes,
        optional=[
            OptionalOut(place=place, name=name_of(link, names), only_if=link.only_if) for place, link in may
        ],
    )  # fmt: skip


def _planned(head: Head) -> Iterable[OfferOut]:
    now = timezone.now()
    rows = PlannedWash.objects.filter(head=head, done_at=None, at__gt=now - 4 * NEAR, at__lt=now + NEAR)
    for row in rows:
        yield _offer(
            "planned",
            row.pk,
            row.name,
            f"planned for {timezone.localtime(row.at):%A %H:%M}",
            links=row.links,
        )


def _last(head: Head) -> Iterable[OfferOut]:
    """What it was washed with lately, once each."""
    rows = Wash.objects.filter(head=head).select_related("formula")[:30]
    names = names_of([WashLinkIn(supply_key=row.supply_key) for row in rows if row.supply_key])
    seen: set[tuple[str, str]] = set()
    for row in rows:
        zone = row.zone or "both"
        # what was on by the clock is no plan: it may have come off early
        minutes = None if row.minutes is None or row.sections else float(row.minutes)
        known = families().get(row.family)
        if row.formula is not None and row.formula.removed_at is None:
            offer = _offer("formula", row.formula.pk, row.formula.name, "used last", zone, minutes)
        elif (
            row.supply_key
            and row.supply_key in names
            and jug_id(row.supply_key) is None
            and not row.container_id
        ):
            offer = _offer("supply", row.supply_key, names[row.supply_key], "used last", zone, minutes)
        elif known is not None:
            offer = _offer("family", known.key, capital(known.name), "used last", zone, minutes)
        else:
            continue
        if (offer.what, offer.key) not in seen and len(seen) < LAST:
            seen.add((offer.what, offer.key))
            yield offer


def _chains() -> Iterable[OfferOut]:
    for row in WashChain.objects.exclude(links=[])[:CHAINS]:
        yield _offer("chain", row.pk, row.name, "a wash by name", links=row.links)


def _standing(**of: object) -> Iterable[OfferOut]:
    """Containers with something in them that still keeps."""
    rows = open_ones().filter(use_by__gte=timezone.localdate(), left__gt=0, **of)
    for row in rows.select_related("batch__formula")[:STOCK]:
        hint = f"{brief(round(float(row.left)))} {row.unit} left"
        zone = zone_of(row.batch.formula) if row.batch else "both"
        yield _offer("supply", key_of(row.pk), _called(row), hint, zone)


def _stock(fresh: Collection[str]) -> Iterable[OfferOut]:
    """What stands there besides what is `fresh`, by key."""
    yield from (offer for offer in _standing() if offer.key not in fresh)
    for jug in standing_jugs():
        yield _offer("supply", jug.key, jug.name, "stands there")
    bought = [lot for lot in core_lots(Lot.objects.all()[:200]) if lot.material.ready]
    for lot in bought[:BOUGHT]:
        yield _offer("supply", lot.key, lot.name, "bought")


def _formulas() -> Iterable[OfferOut]:
    for row in Formula.objects.order_by("-changed_at").only("pk", "name", "body")[:FORMULAS]:
        yield _offer("formula", row.pk, row.name, "a formula of yours", zone_of(row))


def zone_of(formula: Formula | None) -> str:
    """Where on the head a formula says that it goes; both where nobody said."""
    said = formula.body.get("zone") if formula is not None else None
    return str(said) if said in get_args(FormulaZone) else "both"
