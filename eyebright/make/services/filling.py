"""Filling: so much of a batch into a bottle, a jar or cubes, with its day and why."""

from django.db import transaction
from django.utils import timezone

from eyebright.core.make import poured, use_by
from eyebright.core.words import brief
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem
from eyebright.shelf.models import Vessel

from ..models import Container
from ..schemas.containers import ContainerOut, FillIn
from .batches import checked_batch, nothing_stops
from .containers import container_out, enough, life_of, new_code, own_day, sooner_here
from .evaluation import evaluate_again


@transaction.atomic
def fill(pk: int, payload: FillIn) -> ContainerOut:
    """Fill some of a batch into something, with its day and why."""
    batch = checked_batch(pk, payload.version)
    vessel = Vessel.objects.filter(pk=payload.vessel).first() if payload.vessel else None
    if payload.vessel and vessel is None:
        raise Problem.field("vessel", "That vessel is no longer on the shelf: choose another.")
    if vessel is not None and payload.amount > float(vessel.volume) * 1.001 * payload.count:
        raise Problem.field("amount", f"The {vessel.name} holds {brief(float(vessel.volume))} mL.")
    evaluate_again(batch)
    nothing_stops(batch)
    enough(batch, payload.amount)
    filled_on = payload.filled_on or timezone.localdate()
    if filled_on > timezone.localdate():
        raise Problem.field("filled_on", "That day is still to come.")
    if filled_on < timezone.localtime(batch.made_at).date():
        raise Problem.field("filled_on", "That is before it was made.")
    keeps = use_by(life_of(batch), payload.place, filled_on, sooner=sooner_here(batch))
    keeps = own_day(payload.use_by, filled_on, keeps)
    name = payload.name.strip() or (vessel.name if vessel else _pieces(payload.count))
    unit = "mL" if poured(batch.facts) else "g"
    row = Container.objects.create(
        batch=batch, name=name[:80], vessel=vessel, count=payload.count, unit=unit,
        filled=exact(payload.amount, "0.01"), left=exact(payload.amount, "0.01"), place=payload.place,
        filled_on=filled_on, use_by=keeps.day, reason=keeps.reason, code=new_code(),
        frozen_on=filled_on if payload.place == "freezer" else None,
    )  # fmt: skip
    batch.save()
    return container_out(row)


def _pieces(count: int) -> str:
    return "Jar" if count == 1 else f"{count} cubes"
