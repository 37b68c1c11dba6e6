"""Some of what is frozen, thawed: so many cubes out of a tray, and the rest stays as it is."""

from django.db import transaction
from django.utils import timezone

from eyebright.kept.decimals import exact
from eyebright.kept.problems import Problem
from eyebright.kept.versions import get_checked

from ..models import Container
from ..schemas.containers import ContainerOut, ThawIn
from .containers import FINISHED, container_out, new_code, piece_of, pieces_left, worked_out


@transaction.atomic
def thaw_some(pk: int, payload: ThawIn) -> ContainerOut:
    """Take some pieces out of the freezer, into the fridge: to be used today, in a container of their own."""
    row: Container = get_checked(
        Container.objects.select_related("batch"), pk, "container", payload.version, container_out
    )
    if row.ended_on is not None:
        raise Problem.field("count", FINISHED)
    if row.place != "freezer":
        raise Problem.field("count", "It is not frozen.")
    left, piece = pieces_left(row), exact(piece_of(row), "0.01")
    if payload.count > left:
        raise Problem.field("count", f"There are {left} left of it." if left else "None is left of it.")
    if payload.count == left:
        raise Problem.field("count", "That is all of it: move it to the fridge instead.")
    much = piece * payload.count
    out = Container.objects.create(
        batch=row.batch, name=f"{payload.count} of {row.name}"[:80], count=payload.count, unit=row.unit,
        filled=much, left=much, place="fridge", filled_on=row.filled_on, frozen_on=row.frozen_on,
        thawed_on=timezone.localdate(), use_by=row.use_by, reason=row.reason, code=new_code(),
        taken_from=row,
    )  # fmt: skip
    keeps = worked_out(out)
    out.use_by, out.reason = keeps.day, keeps.reason
    out.save()
    row.left -= much
    row.save()
    return container_out(out)
