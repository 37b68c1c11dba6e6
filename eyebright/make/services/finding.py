"""Batches by name, as typed."""

from django.db.models import Max

from eyebright.core.materials import Score, found_rows
from eyebright.kept.derived import derived

from ..models import Batch


def found_batches(find: str) -> list[tuple[Score, int, str]]:
    """Batches of formulas by their names, of each name the latest: how near, id, the name."""
    return found_rows(_named(), find)


@derived("make.Batch")
def _named() -> list[tuple[int, str]]:
    made = Batch.objects.filter(of=Batch.Of.FORMULA).order_by().values_list("name").annotate(Max("pk"))
    return [(pk, name) for name, pk in made]
