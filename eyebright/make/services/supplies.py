"""What was made, as it goes into a jug, a formula or a wash.

The shelf finds it by its key, "made-7" or "jug-9".
"""

from collections.abc import Iterable

from django.db.models import Min
from django.utils import timezone

from eyebright.core.make import as_supply
from eyebright.core.materials import Named, Supply
from eyebright.shelf.services import elsewhere

from ..models import Batch, Container
from .containers import open_ones
from .jugs import jug_supplies, standing_jugs
from .keys import JUG, MADE, container_id, key_of
from .reckoning import reckoned
from .warmth import warm_now

OFFERED = 40  # in a list to choose from


def offer_to_the_shelf() -> None:
    """Let the shelf find containers by their keys and by name, and jugs that stand there by their keys."""
    elsewhere.offers[MADE] = elsewhere.Offer(made_supplies, _named, _ready)
    elsewhere.offers[JUG] = elsewhere.Offer(jug_supplies, list, standing_jugs)


def made_supplies(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What stands in these containers; what cannot be reckoned any more is left out."""
    ids = {pk for key in keys if (pk := container_id(key)) is not None}
    rows = Container.among(also_removed=also_removed).filter(pk__in=ids).select_related("batch__vessel")
    today, out = timezone.localdate(), {}
    for row in rows:
        batch = row.batch
        if batch.removed_at is not None and not also_removed:
            continue
        made = reckoned(batch, read=False)
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
    kept = batch.outcome if batch.outcome.get("makes") else batch.figures
    ml, grams = ((kept.get(name) or {}).get("value") or 1.0 for name in ("makes", "makes_g"))
    return min(max(grams / ml, 0.1), 3.0)


def _named() -> list[Named]:
    """What is in stock and not past its date, by the names it goes by; of those alike the oldest."""
    good = open_ones().filter(use_by__gte=timezone.localdate()).order_by()
    rows = good.values_list("batch__name", "name").annotate(Min("pk"))
    return [Named(key_of(pk), (of, name), -1.0) for of, name, pk in rows]


def _ready() -> list[Supply]:
    """What is in stock and can be washed with, the soonest to be used first."""
    keys = [key_of(pk) for pk in open_ones().values_list("pk", flat=True)[:OFFERED]]
    return list(made_supplies(keys).values())
