"""What is poured comes off the shelf, or out of a container.

What is undone goes back, and no more than that.
"""

from decimal import Decimal

from eyebright.config.decimals import exact
from eyebright.shelf.services.lots import give_back, take

from ..models import Container, Pour
from .keys import container_id

CENT = "0.01"
NEARLY = Decimal("0.01")


def take_off(pour: Pour) -> None:
    """Take a pour off what is left, and keep what its bottle really gave."""
    gave = _take(pour.stuff, pour.taken)
    pour.gave = Decimal(0) if gave is None else gave
    pour.short = gave is not None and gave < pour.taken - NEARLY
    pour.save(update_fields=["gave", "short"])


def _take(stuff: str, amount: Decimal) -> Decimal | None:
    """What it gave; None where nobody keeps account of what is left."""
    pk = container_id(stuff)
    if pk is None:
        gave = take({stuff: float(amount)})
        return exact(gave[stuff]) if stuff in gave else None
    found = Container.objects.filter(pk=pk).first()
    if found is None:
        return None
    taken: Decimal = min(exact(float(amount), CENT), found.left)
    found.left -= taken
    found.save(update_fields=["left"])
    return taken


def put_back(pour: Pour) -> None:
    """Give back what the bottle gave; for a pour older than that is kept, what was taken."""
    gave = pour.taken if pour.gave is None else pour.gave
    pk = container_id(pour.stuff)
    if pk is None:
        give_back({pour.stuff: float(gave)})
        return
    found = Container.with_removed.filter(pk=pk).first()
    if found is not None:
        found.left = min(found.left + exact(float(gave), CENT), max(found.filled, found.left))
        found.save(update_fields=["left"])
