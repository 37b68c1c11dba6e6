"""Fresh on top of what a container still holds: the oldest day stays, and it can be taken off again."""

from decimal import Decimal

from django.db import transaction
from django.utils import timezone

from eyebright.core.make import UseBy, topped_up
from eyebright.core.words import brief
from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import get_checked

from ..models import Batch, Container, Topping
from ..schemas.containers import ContainerOut, TopUpIn
from .containers import FINISHED, container_out, enough, inside_of, kept_until, worked_out
from .evaluation import what_is_in


@transaction.atomic
def top_up(pk: int, payload: TopUpIn) -> ContainerOut:
    """Pour fresh on top of what is in it: the oldest date stays."""
    row: Container = get_checked(
        Container.objects.select_related("batch", "vessel"), pk, "container", payload.version, container_out
    )
    batch = one(Batch.objects.filter(of=Batch.Of.FORMULA), payload.batch, "batch")
    if row.ended_on is not None:
        raise Problem.field("amount", FINISHED)
    if row.use_by < timezone.localdate():
        raise Problem.field("amount", "It is past its date: fresh on top saves nothing. Throw it away.")
    if row.thawed_on is not None:
        raise Problem.field("amount", "It was thawed: use it up today instead.")
    if row.vessel is not None and float(row.left) + payload.amount > float(row.vessel.volume) * 1.001:
        raise Problem.field("amount", f"The {row.vessel.name} holds {brief(float(row.vessel.volume))} mL.")
    if batch.formula_id != row.batch.formula_id or batch.formula_id is None:
        raise Problem.field("batch", "Only something made by the same formula goes on top.")
    if besides := _besides(batch, row):
        raise Problem.field(
            "batch",
            f"{besides} is in it, and not in what is there: give it a container, and a label, of its own.",
        )
    enough(batch, payload.amount)
    today, amount = timezone.localdate(), exact(payload.amount, "0.01")
    had = UseBy(row.use_by, row.reason)
    Topping.objects.create(container=row, batch=batch, amount=amount, poured_on=today)
    keeps = topped_up(had, kept_until(row, batch, today))
    row.left += amount
    row.filled += amount
    row.use_by, row.reason = keeps.day, keeps.reason
    row.save()
    return container_out(row)


def _besides(batch: Batch, row: Container) -> str:
    """What is in a batch that is not in a container: its label would not say so."""
    inside = set[str]()
    for pk in inside_of(row, row.toppings.all()):
        inside |= set(what_is_in(Batch.with_removed.get(pk=pk)))
    return ", ".join(name for key, name in what_is_in(batch).items() if key not in inside)


@transaction.atomic
def remove_topping(pk: int) -> ContainerOut:
    """It was not poured on top after all: what is left, and until when, without it."""
    topping = one(Topping.objects.select_related("container__batch", "container__vessel"), pk, "topping")
    row: Container = topping.container
    if topping.amount > row.left:
        raise Problem.field("amount", "Some of it is used already: put right what is left in it instead.")
    topping.remove()
    return _with_topping(row, -topping.amount)


@transaction.atomic
def restore_topping(pk: int) -> ContainerOut:
    """Undo `remove_topping`."""
    rows = Topping.with_removed.select_related("container__batch", "container__vessel")
    topping = one(rows, pk, "topping")
    was_out = topping.removed_at is not None
    topping.restore()
    return _with_topping(topping.container, topping.amount if was_out else exact(0.0, "0.01"))


def _with_topping(row: Container, amount: Decimal) -> ContainerOut:
    row.left += amount
    row.filled += amount
    keeps = worked_out(row)
    row.use_by, row.reason = keeps.day, keeps.reason
    row.save()
    return container_out(row)
