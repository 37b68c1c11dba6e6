"""Jugs of Mix as batches: what was worked out there is kept as it is poured."""

from dataclasses import asdict
from typing import Any

from eyebright.config.decimals import exact
from eyebright.heads.services import Passing, keep_passes
from eyebright.mix.schemas.jugs import CorrectionsOut, MixAsk
from eyebright.mix.services.jugs import PouredJug, ready_to_pour
from eyebright.mix.services.jugs import put_right as put_jug_right

from ..models import Batch, Pour
from .taking import take_off


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
        pours=[asdict(layer) for layer in mix.pours],
        steps=[asdict(step) for step in mix.steps],
        cautions=[asdict(caution) for caution in mix.cautions],
        facts=mix.facts,
        stops_passed=[stop.id for stop in ready.passed],
    )
    keep_passes(ready.passed, passing, ask.head, f"jug {batch.pk}")
    for place, layer in enumerate(batch.pours, start=1):
        much: dict[str, Any] = {"amount": exact(layer["amount"]), "unit": layer["unit"]}
        kept = Pour.objects.create(
            batch=batch, line=place, stuff=layer["key"], name=layer["name"][:80], how="spoons",
            taken=much["amount"], **much,
        )  # fmt: skip
        take_off(kept)
    return batch


def jug_layers(batch: Batch) -> list[tuple[str, float, str]]:
    """(key, mL or g, unit) of each layer of a jug, in pouring order."""
    return [(layer["key"], layer["amount"], layer["unit"]) for layer in batch.pours if layer.get("key")]


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
        told=batch.told,
    )
    return put_jug_right(jug, left, vessel)
