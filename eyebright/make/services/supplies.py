"""What was made, as it goes into a jug, a formula or a wash.

The shelf finds it by its key, "made-7" or "jug-9".
"""

from collections.abc import Iterable
from datetime import date

from django.db.models import Min
from django.utils import timezone

from eyebright.core.make import as_supply
from eyebright.core.materials import Named, Supply
from eyebright.kept.derived import derived
from eyebright.shelf.services.supply_providers import SupplyProvider, supply_providers

from ..models import Batch, Container
from .containers import open_ones
from .evaluation import evaluate
from .jugs import jug_supplies, standing_jugs
from .keys import JUG, MADE, container_id, key_of
from .warmth import warm_now

OFFERED = 40  # in a list to choose from


def register_supplies() -> None:
    """Let the shelf find containers by their keys and by name, and jugs that stand there by their keys."""
    supply_providers[MADE] = SupplyProvider(made_supplies, _named, _ready)
    supply_providers[JUG] = SupplyProvider(jug_supplies, list, standing_jugs)


def made_supplies(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What stands in these containers; what cannot be reckoned any more is left out."""
    ids = {pk for key in keys if (pk := container_id(key)) is not None}
    rows = Container.among(also_removed=also_removed).filter(pk__in=ids).select_related("batch__vessel")
    today, out = timezone.localdate(), {}
    for row in rows:
        batch = row.batch
        if batch.removed_at is not None and not also_removed:
            continue
        made = evaluate(batch, read=False)
        if made.done is not None:
            past = row.use_by < today or row.ended not in ("", "used")
            name = f"{batch.name}, {row.name}"
            out[key_of(row.pk)] = as_supply(
                key_of(row.pk), name, made.done, batch.facts, _density(batch), made.bench.kit,
                past=past, celsius=warm_now(batch),
            )  # fmt: skip
    return out  # type: ignore[return-value]


def _density(batch: Batch) -> float:
    """g in 1 mL of it, as it was worked out."""
    worked_out = batch.outcome if batch.outcome.makes else batch.figures
    both = (worked_out.makes, worked_out.makes_g)
    ml, grams = (each.value if each and each.value else 1.0 for each in both)
    return min(max(grams / ml, 0.1), 3.0)


def _named() -> list[Named]:
    return _in_stock(timezone.localdate())


@derived("make.Container", "make.Batch")
def _in_stock(today: date) -> list[Named]:
    """What is in stock and not past its date, by the names it goes by; of those alike the oldest."""
    good = open_ones().filter(use_by__gte=today).order_by()
    rows = good.values_list("batch__name", "name").annotate(Min("pk"))
    return [Named(key_of(pk), (of, name), -1.0) for of, name, pk in rows]


def _ready() -> list[Supply]:
    """What is in stock and can be washed with, the soonest to be used first."""
    keys = [key_of(pk) for pk in open_ones().values_list("pk", flat=True)[:OFFERED]]
    return list(made_supplies(keys).values())
