"""What was made, as it goes into a jug, a formula or a wash: the shelf finds it by its key, "made-7"."""

from collections.abc import Iterable

from django.utils import timezone

from eyebright.core.make import as_supply
from eyebright.core.materials import Named, Supply
from eyebright.shelf.services import elsewhere

from ..models import Container
from .containers import open_ones
from .keys import MADE, container_id, key_of
from .reckoning import reckoned


def offer_to_the_shelf() -> None:
    """Let the shelf find containers by their keys, and by name."""
    elsewhere.offers[MADE] = elsewhere.Offer(made_supplies, _named)


def made_supplies(keys: Iterable[str], *, also_removed: bool = False) -> dict[str, Supply]:
    """What stands in these containers; what cannot be reckoned any more is left out."""
    ids = {pk for key in keys if (pk := container_id(key)) is not None}
    rows = Container.among(also_removed=also_removed).filter(pk__in=ids).select_related("batch__vessel")
    today, out = timezone.localdate(), {}
    for row in rows:
        made = reckoned(row.batch)
        if made.found is not None and (also_removed or row.batch.removed_at is None):
            key, past = key_of(row.pk), row.use_by < today or row.ended not in ("", "used")
            name = row.batch.name if row.name in row.batch.name else f"{row.batch.name}, {row.name}"
            out[key] = as_supply(key, name, made.found, made.bench.kit, past=past)
    return out  # type: ignore[return-value]


def _named() -> list[Named]:
    """What is in stock, by the names it goes by."""
    return [Named(key_of(row.pk), (row.batch.name, row.name, row.code), -1.0) for row in open_ones()]
