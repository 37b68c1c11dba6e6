"""What a poured jug takes off the shelf, and what the shelf gets back."""

from eyebright.shelf.services.lots import give_back, take

from ..models import Rinse


def take_off_the_shelf(rinse: Rinse) -> None:
    """Take what a jug is made of off what is left, and keep what each bottle really gave."""
    rinse.gave = take(_taken(rinse))
    rinse.save(update_fields=["gave"])


def put_back_on_the_shelf(rinse: Rinse) -> None:
    """Give back what bottles gave; for jugs older than that is kept, what was taken."""
    give_back(_taken(rinse) if rinse.gave is None else rinse.gave)


def _taken(rinse: Rinse) -> dict[str, float]:
    """What a jug takes off the shelf, by key (mL or g)."""
    out: dict[str, float] = {}
    for layer in rinse.pours:
        out[layer["key"]] = out.get(layer["key"], 0.0) + layer["amount"]
    return out
