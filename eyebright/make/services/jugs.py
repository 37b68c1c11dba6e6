"""Jugs of Mix as batches: what was worked out there is kept as it is poured, and stands there for a wash."""

from collections.abc import Iterable
from dataclasses import asdict
from datetime import timedelta

from django.db.models import QuerySet
from django.utils import timezone

from eyebright.core.formulas.model import Formula, families
from eyebright.core.formulas.prepare import PreparedSupply
from eyebright.core.make import as_supply
from eyebright.core.materials import Supply
from eyebright.core.mix import formula_of_layers, used_as
from eyebright.heads.services import Passing, keep_passes
from eyebright.kept.decimals import exact
from eyebright.mix.schemas.jugs import CorrectionsOut, MixAsk
from eyebright.mix.services.corrections import PouredJug
from eyebright.mix.services.corrections import put_right as put_jug_right
from eyebright.mix.services.pouring import ready_to_pour
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.supplies import supplies_of

from ..models import Batch, Pour
from ..snapshots import PlannedPour, SheetStep
from .keys import jug_id, jug_key
from .taking import take_off

STANDS = timedelta(days=2)  # a jug is offered so long after it was poured


def pour_jug(ask: MixAsk, passing: Passing, who: str) -> Batch:
    """Keep a jug as it is about to be poured, and take what it takes off the shelf."""
    ready = ready_to_pour(ask, passing)
    mix, lines = ready.mix, zip(ask.lines, ready.question.lines, strict=True)
    batch: Batch = Batch.objects.create(
        of=Batch.Of.JUG,
        head_id=ask.head,
        who=who[:80],
        name=ready.name,
        lines=[{**line.model_dump(), "name": each.supply.name} for line, each in lines],
        fill=exact(ready.question.volume, "0.01"),
        volume=exact(mix.volume, "0.01"),
        aim=exact(ask.aim),
        use=ask.use,
        last=ask.last,
        minutes=exact(ask.minutes, "0.01"),
        verdict=mix.verdict,
        headline=mix.headline,
        predicted=exact(mix.ph.value),
        predicted_low=exact(mix.ph.low),
        predicted_high=exact(mix.ph.high),
        pours=[PlannedPour(**asdict(layer)) for layer in mix.pours],
        steps=[SheetStep(**asdict(step)) for step in mix.steps],
        cautions=list(mix.cautions),
        facts=mix.facts,
        stops_passed=[stop.id for stop in ready.passed],
    )
    keep_passes(ready.passed, passing, ask.head, f"jug {batch.pk}")
    for place, layer in enumerate(batch.pours, start=1):
        kept = Pour(
            batch=batch, line=place, supply_key=layer.key, name=layer.name[:80], how="spoons",
            unit=layer.unit, amount=exact(layer.amount), taken=exact(layer.amount),
        )  # fmt: skip
        take_off(kept)
    return batch


def jug_layers(batch: Batch) -> list[tuple[str, float, str]]:
    """(key, mL or g, unit) of each layer of a jug, in pouring order."""
    return [(layer.key, layer.amount, layer.unit) for layer in batch.pours if layer.key]


def put_right(batch: Batch, left: float | None, vessel: int | None) -> CorrectionsOut:
    """Ways to bring what is left (mL) of a poured jug to its aim, after what was read of it."""
    jug = PouredJug(
        layers=jug_layers(batch),
        volume=float(batch.volume),
        aim=None if batch.aim is None else float(batch.aim),
        use=batch.use,  # type: ignore[arg-type]
        minutes=float(batch.minutes),
        last=batch.last,
        head=batch.head_id,
        reading=batch.reading,
    )
    return put_jug_right(jug, left, vessel)


# ---- a jug that stands there, as a wash takes it ----


def _standing() -> QuerySet[Batch]:
    """Jugs that were poured lately, and that nothing was washed with."""
    rows = Batch.objects.filter(of=Batch.Of.JUG, made_at__gt=timezone.now() - STANDS)
    return rows.exclude(washes__removed_at=None, washes__isnull=False)


def jugs_left(keys: Iterable[str]) -> dict[str, tuple[float, str]]:
    """mL of each jug that still stands there, by key; nothing of one that was used."""
    wanted = {pk: key for key in keys if (pk := jug_id(key)) is not None}
    if not wanted:
        return {}
    standing = set(_standing().filter(pk__in=wanted).values_list("pk", flat=True))
    rows = Batch.objects.filter(pk__in=wanted, of=Batch.Of.JUG)
    return {wanted[row.pk]: (float(row.volume) if row.pk in standing else 0.0, "mL") for row in rows}


def jug_supplies(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What stands in these jugs; what cannot be reckoned any more is left out."""
    wanted = {pk for key in keys if (pk := jug_id(key)) is not None}
    out: dict[str, Supply] = {}
    for batch in Batch.among(also_removed=also_removed).filter(pk__in=wanted, of=Batch.Of.JUG):
        made = _as_supply(batch)
        if made is not None:
            out[jug_key(batch.pk)] = made
    return out


def standing_jugs() -> list[Supply]:
    """Those that can be washed with, the newest first."""
    keys = [jug_key(pk) for pk in _standing().values_list("pk", flat=True)[:20]]
    return list(jug_supplies(keys).values())


def _as_supply(batch: Batch) -> PreparedSupply | None:
    layers = jug_layers(batch)
    supplies = supplies_of([key for key, _, _ in layers], also_removed=True)
    if not layers or any(key not in supplies for key, _, _ in layers):
        return None
    family = families()[used_as(str(batch.facts.get("family", "")), batch.use)]
    formula: Formula = formula_of_layers(
        batch.name, family, [(supplies[key], amount, unit) for key, amount, unit in layers],
        batch.use, float(batch.minutes),  # type: ignore[arg-type]
    )  # fmt: skip
    return as_supply(jug_key(batch.pk), f"{batch.name}, the jug", formula, {"wet": True}, 1.0, the_kit())
