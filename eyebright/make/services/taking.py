"""What is poured comes off the shelf, or out of a container.

What is undone goes back, and no more than that.
"""

from decimal import Decimal

from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem
from eyebright.shelf.services.lots import give_back as give_to_the_shelf
from eyebright.shelf.services.lots import take

from ..models import Container, Pour
from .keys import container_id

CENT = "0.01"
NEARLY = Decimal("0.01")


def take_off(pour: Pour) -> None:
    """Take a pour off what is left; kept with what its bottle really gave."""
    gave = take_some(pour.supply_key, pour.taken)
    pour.gave = Decimal(0) if gave is None else gave
    pour.short = gave is not None and gave < pour.taken - NEARLY
    pour.save()


def take_some(supply_key: str, amount: Decimal) -> Decimal | None:
    """Take so much (mL or g) out of what a key names: what it gave; None where nobody keeps account of it."""
    pk = container_id(supply_key)
    if pk is None:
        gave = take({supply_key: float(amount)})
        return exact(gave[supply_key]) if supply_key in gave else None
    found = Container.objects.filter(pk=pk).first()
    return None if found is None else draw(found, float(amount))


def made_container(key: str, field: str, *, also_removed: bool = False) -> Container:
    """The container that a key names, or the problem of its being gone."""
    pk = container_id(key)
    rows = Container.among(also_removed=also_removed).select_related("batch__formula")
    found = rows.filter(pk=pk).first() if pk is not None else None
    if found is None or (found.batch.removed_at is not None and not also_removed):
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
    put_some_back(pour.supply_key, pour.taken if pour.gave is None else pour.gave)


def put_some_back(supply_key: str, gave: Decimal) -> None:
    """Give back so much of what a key names, as it was taken."""
    pk = container_id(supply_key)
    if pk is None:
        give_to_the_shelf({supply_key: float(gave)})
        return
    found = Container.with_removed.filter(pk=pk).first()
    if found is not None:
        give_back(found, gave)
