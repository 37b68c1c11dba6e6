"""Batches by name, as typed."""

from django.db.models import Max

from eyebright.core.materials import Named, Score, finder_of
from eyebright.kept.derived import derived

from ..models import Batch


def found_batches(find: str) -> list[tuple[Score, int, str]]:
    """Batches of formulas by their names, of each name the latest: how near, id, the name."""
    return [(score, int(each.key), each.names[0]) for score, each in finder_of(_named()).scored(find)]


@derived("make.Batch")
def _named() -> tuple[Named, ...]:
    made = Batch.objects.filter(of=Batch.Of.FORMULA).order_by().values_list("name").annotate(Max("pk"))
    return tuple(Named(str(pk), (name,)) for name, pk in made)
