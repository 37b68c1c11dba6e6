"""Packs of test strips."""

from itertools import pairwise

from django.db import transaction

from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked

from ..models import StripSet
from ..schemas.readings import StripSetChangeIn, StripSetIn, StripSetOut

MOST_BLOCKS = 30


def strip_sets() -> list[StripSetOut]:
    """Every pack of strips."""
    return [strip_set_out(strips) for strips in StripSet.objects.all()]


def strip_set_out(strips: StripSet) -> StripSetOut:
    """A pack of strips."""
    return StripSetOut(id=strips.pk, version=strips.version, name=strips.name, steps=strips.steps)


def find_strips(pk: int, *, also_removed: bool = False) -> StripSet:
    """A pack of strips, or the problem of its being gone."""
    return one(StripSet.among(also_removed=also_removed), pk, "pack of strips")


@transaction.atomic
def save_strips(payload: StripSetIn, strips: StripSet | None = None) -> StripSetOut:
    """Put a pack of strips on the shelf, or change one."""
    try:
        steps = [float(step.replace(",", ".")) for step in payload.steps.replace(";", " ").split()]
    except ValueError:
        raise Problem.field(
            "steps", "Write the numbers beside the blocks, with spaces between: 4 4.5 5 5.5."
        ) from None
    if not 2 <= len(steps) <= MOST_BLOCKS:
        raise Problem.field("steps", f"A pack has from 2 to {MOST_BLOCKS} blocks.")
    if any(not 0.0 <= step <= 14.0 for step in steps):
        raise Problem.field("steps", "pH runs from 0 to 14.")
    if any(b <= a for a, b in pairwise(steps)):
        raise Problem.field("steps", "Lowest first, each higher than the one before.")
    strips = strips or StripSet()
    strips.name, strips.steps = payload.name, steps
    strips.save()
    return strip_set_out(strips)


@transaction.atomic
def change_strips(pk: int, payload: StripSetChangeIn) -> StripSetOut:
    """Change a pack that is as it was when it was read."""
    strips = get_checked(StripSet.objects.all(), pk, "pack of strips", payload.version, strip_set_out)
    before = {"name": strips.name, "steps": " ".join(f"{step:g}" for step in strips.steps)}
    return save_strips(changed(StripSetIn, before, payload), strips)
