"""Lots: bottles and bags, with what they do by themselves and what there is to say of them."""

from collections.abc import Mapping

from django.db import transaction
from django.db.models import Count
from django.utils import timezone

from eyebright.core.chemistry import neat_ph
from eyebright.core.materials import (
    Material,
    MaterialError,
    Notice,
    Supply,
    SupplyKey,
    doubts_of,
    found_among,
    is_a,
    is_known,
    notices,
)
from eyebright.core.numbers import Draws, Kind, Posterior, figure
from eyebright.kept.decimals import as_float, exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked
from eyebright.kept.wire import Figure, out_of

from ..models import Lot, Reading, ReadingLine
from ..schemas.lots import NO_MATERIAL, LotChangeIn, LotIn, LotOut, LotsOut
from .beliefs import posterior_for
from .keys import lot_ids
from .labels import entered_of, ingredients_out, kept_label, label_of
from .materials import lot_material, lot_materials, material_of, neat, spread_out
from .supplies import core_lot, lot_names

PAGE = 40
ESSENCE = 14.0  # g of acetic acid in 100 mL: no vinegar is as strong


def lots(find: str, offset: int, limit: int) -> LotsOut:
    """A page of lots by name, found by any of their names; what calls for a look comes first."""
    every = list(Lot.objects.all())
    hits = found_among(every, find, lot_names, len(every)) if find.strip() else every
    materials = lot_materials(hits)
    notices = {lot.pk: _notices(lot, materials[lot.pk]) for lot in hits}
    hits.sort(key=lambda lot: not notices[lot.pk])
    page = hits[offset : offset + limit]
    read = _readings([lot.pk for lot in page])
    return LotsOut(
        items=[
            _out(lot, materials[lot.pk], notices[lot.pk], read.get(SupplyKey.of("lot", lot.pk), 0))
            for lot in page
        ],
        total=len(hits),
        noticed=sum(1 for found in notices.values() if found),
    )


def _readings(pks: list[int]) -> dict[str, int]:
    """How many readings tell of each of these lots, by key."""
    keys = [SupplyKey.of("lot", pk) for pk in pks]
    lines = ReadingLine.objects.filter(supply_key__in=keys, reading__removed_at=None)
    return dict(lines.values_list("supply_key").annotate(Count("reading", distinct=True)))


def lot_out(lot: Lot) -> LotOut:
    """A lot with what it does by itself."""
    material = lot_material(lot)
    return _out(
        lot, material, _notices(lot, material), _readings([lot.pk]).get(SupplyKey.of("lot", lot.pk), 0)
    )


def _notices(lot: Lot, material: Material) -> list[Notice]:
    if lot.left is None and lot.use_by is None and lot.opened_on is None:
        return []
    today = timezone.localdate()
    opened = None if lot.opened_on is None else (today - lot.opened_on).days
    use_by = None if lot.use_by is None else (lot.use_by - today).days
    return list(notices(material, as_float(lot.left), as_float(lot.size), opened, use_by))


def _out(lot: Lot, material: Material, notices: list[Notice], readings: int) -> LotOut:
    strength = as_float(lot.strength)
    posterior = posterior_for([SupplyKey.of("lot", lot.pk)]) if readings else None
    label = kept_label(lot)
    now, alone = (
        _believed(core_lot(lot, material), posterior)
        if posterior
        else (_strength(material, strength), neat(material, strength))
    )
    return out_of(
        LotOut,
        lot,
        id=lot.pk,
        unknown=not is_known(material),
        key=SupplyKey.of("lot", lot.pk),
        material=material.key,
        material_name=material.name,
        kind=material.kind,
        unit=material.unit,
        own_strength=strength,
        strength=now,
        strength_unit=material.strength_unit,
        neat_ph=alone,
        size=as_float(lot.size),
        left=as_float(lot.left),
        price=as_float(lot.price),
        notices=notices,
        readings=readings,
        source=material.source,
        ready=material.ready,
        unlabelled=material.label and strength is None and not readings,
        label=entered_of(label) if label else None,
        ingredients=ingredients_out(label) if label else [],
        doubts=list(doubts_of(material, label)) if material.ready else [],
    )


def _strength(material: Material, strength: float | None) -> Figure | None:
    """The household's own figure was measured by somebody; the library's is custom."""
    kind: Kind = "custom" if strength is None else "measured"
    return (
        spread_out(material.with_strength(strength), material.strength_unit, kind)
        if material.strength
        else None
    )


def _believed(supply: Supply, posterior: Posterior) -> tuple[Figure | None, Figure | None]:
    """How strong it is, and what it reads by itself, after what was read of it."""
    draws = Draws(posterior=posterior)
    supply.contribution(draws)
    strength = draws.used.get(f"{supply.key}/strength")
    now = None
    if strength is not None and supply.material is not None:
        now = figure(strength, supply.material.strength_unit)
    poured = supply.material is not None and supply.material.unit == "mL" and not supply.material.dry
    return now, neat_ph(supply.contribution, posterior) if poured else None


def find_lot(pk: int, *, also_removed: bool = False) -> Lot:
    """A lot, or the problem of its being gone."""
    return one(Lot.among(also_removed=also_removed), pk, "bottle")


@transaction.atomic
@transaction.atomic
def next_lot(pk: int) -> LotOut:
    """The next bottle of one: the same thing under the same name and label, full, with days of its own."""
    was = find_lot(pk)
    lot = Lot(
        material=was.material, name=was.name, strength=was.strength, size=was.size, left=was.size,
        price=was.price, label=was.label, note=was.note,
    )  # fmt: skip
    lot.save()
    return lot_out(lot)


def save_lot(payload: LotIn, lot: Lot | None = None) -> LotOut:
    """Put a new lot on the shelf, or change one."""
    try:
        material = material_of(payload.material)
    except MaterialError:
        raise Problem.field("material", NO_MATERIAL) from None
    if payload.strength is not None and material.strength is None:
        raise Problem.field("strength", f"{material.name} has no strength to give: leave this empty.")
    if (
        is_a(material.kind, "vinegar")
        and "essence" not in material.hazards
        and (payload.strength or 0.0) > ESSENCE
    ):
        raise Problem.field(
            "strength", "That is essence, not vinegar (4 to 10): choose vinegar essence, and thin it first."
        )
    if payload.left is not None and payload.size is not None and payload.left > payload.size:
        raise Problem.field("left", f"That is more than it held, {payload.size:g} {material.unit}.")
    if payload.left_share is not None and not payload.size:
        raise Problem.field("size", "Say how much it held: what is left is a share of that.")
    if payload.price is not None and not payload.size:
        raise Problem.field("size", "Say how much it held for that price.")
    if payload.opened_on and payload.opened_on > timezone.localdate():
        raise Problem.field("opened_on", "That day is still to come.")
    label = label_of(payload.label, material)
    lot = lot or Lot()
    lot.label = label.kept()
    lot.material, lot.name, lot.note = material.key, payload.name, payload.note
    lot.strength, lot.price = exact(payload.strength), exact(payload.price, "0.01")
    lot.size = exact(payload.size, "0.01")
    lot.left = exact(_left(payload, new=lot.pk is None), "0.01")
    lot.opened_on, lot.use_by = payload.opened_on, payload.use_by
    lot.save()
    return lot_out(lot)


@transaction.atomic
def change_lot(pk: int, payload: LotChangeIn) -> LotOut:
    """Change one that is as it was when it was read. What was read of it as something else is asked about."""
    lot = get_checked(Lot.objects.all(), pk, "bottle", payload.version, lot_out)
    now = lot_out(lot)
    same = ("material", "name", "size", "left", "price", "opened_on", "use_by", "label", "note")
    before = {name: getattr(now, name) for name in same} | {"strength": now.own_strength}
    _set_readings_aside(lot, payload)
    return save_lot(changed(LotIn, before, payload), lot)


def _set_readings_aside(lot: Lot, payload: LotChangeIn) -> None:
    """What was read of a bottle tells nothing of it once it is said to be something else."""
    asked = payload.model_fields_set
    if "material" not in asked or payload.material == lot.material:
        return
    rows = Reading.objects.filter(lines__supply_key=SupplyKey.of("lot", lot.pk)).distinct()
    count = rows.count()
    if not count:
        return
    if not payload.set_aside:
        times = "once" if count == 1 else f"{count} times"
        raise Problem.field(
            "set_aside",
            f"It was read {times} as what it was called before. Called something else, that is set aside: "
            "nothing is learnt from it any more. Say so, or put a new bottle on the shelf instead.",
        )
    for row in rows:
        row.remove()


def _left(payload: LotIn, *, new: bool) -> float | None:
    """What is left of it: as weighed, as judged by eye, or all of a new one."""
    if payload.left_share is not None and payload.size is not None:
        return payload.left_share * payload.size
    return payload.size if payload.left is None and new else payload.left


def take(amounts: Mapping[str, float]) -> dict[str, float]:
    """Take what a jug took (by key, mL or g) off what is left of each lot; what each of them really gave."""
    gave = {}
    for lot in _named(amounts):
        if lot.left is not None:
            taken = min(exact(amounts[SupplyKey.of("lot", lot.pk)], "0.01"), lot.left)
            gave[SupplyKey.of("lot", lot.pk)] = float(taken)
            lot.left -= taken
            lot.save(update_fields=["left"])
    return gave


def give_back(gave: Mapping[str, float]) -> None:
    """Put back what lots gave: never more than that, and never more than one holds."""
    for lot in _named(gave):
        if lot.left is not None:
            left = lot.left + exact(gave[SupplyKey.of("lot", lot.pk)], "0.01")
            lot.left = left if lot.size is None else min(left, max(lot.size, lot.left))
            lot.save(update_fields=["left"])


def _named(amounts: Mapping[str, float]) -> list[Lot]:
    """The lots among these keys, those that were removed too."""
    return list(Lot.with_removed.filter(pk__in=lot_ids(amounts)))
