"""What is poured comes off the shelf, or out of a container.

What is undone goes back, and no more than that.
"""

from decimal import Decimal

from eyebright.config.decimals import exact
from eyebright.config.problems import Problem
from eyebright.shelf.services.lots import give_back as give_to_the_shelf
from eyebright.shelf.services.lots import take

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
    return None if found is None else draw(found, float(amount))


def made_container(key: str, field: str) -> Container:
    """The container that a key names, or the problem of its being gone."""
    pk = container_id(key)
    rows = Container.objects.filter(pk=pk, batch__removed_at=None).select_related("batch__formula")
    found: Container | None = rows.first() if pk is not None else None
    if found is None:
        raise Problem.field(field, "That is not in stock any more: choose another.")
    return found


def draw(container: Container, amount: float) -> Decimal:
    """Take so much out of a container, as far as there is; how much that was."""
    taken: Decimal = min(exact(amount, CENT), container.left)
    container.left -= taken
    container.save(update_fields=["left"])
    return taken


def give_back(container: Container, amount: Decimal) -> None:
    """Put back what a container gave: never more than it held."""
    container.left = min(container.left + exact(float(amount), CENT), max(container.filled, container.left))
    container.save(update_fields=["left"])


def put_back(pour: Pour) -> None:
    """Give back what the bottle gave; for a pour older than that is kept, what was taken."""
    gave = pour.taken if pour.gave is None else pour.gave
    pk = container_id(pour.stuff)
    if pk is None:
        give_to_the_shelf({pour.stuff: float(gave)})
        return
    found = Container.with_removed.filter(pk=pk).first()
    if found is not None:
        give_back(found, gave)
