"""What the household measures with."""

from itertools import pairwise

from django.db import transaction

from eyebright.core.materials import Kit, MaterialError, OwnSpoon, OwnVessel, kit
from eyebright.household.services.household import the_system
from eyebright.kept.decimals import as_float, exact
from eyebright.kept.derived import derived
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked

from ..models import Spoon, Vessel
from ..schemas.measures import (
    FillMarkOut,
    MarkIn,
    SpoonChangeIn,
    SpoonIn,
    SpoonOut,
    VesselChangeIn,
    VesselIn,
    VesselOut,
)
from .materials import material_of


@derived("shelf.Spoon", "shelf.Vessel", "household.Household")
def the_kit() -> Kit:
    """Everything the household measures with, as the core takes it."""
    own = tuple(
        OwnSpoon(
            f"spoon-{spoon.pk}",
            spoon.name,
            as_float(spoon.volume),
            as_float(spoon.grams),
            spoon.material or None,
        )
        for spoon in Spoon.objects.all()
    )
    vessels: list[OwnVessel] = []
    for vessel in Vessel.objects.all():
        vessels.append(OwnVessel(f"vessel-{vessel.pk}", vessel.name, float(vessel.volume)))
        vessels += [
            OwnVessel(f"vessel-{vessel.pk}-{i}", f"{vessel.name} to {mark['name']}", float(mark["volume"]))
            for i, mark in enumerate(vessel.marks)
        ]
    return kit(the_system(), own, tuple(vessels))


def vessels() -> list[VesselOut]:
    """Every vessel of the household's own, smallest first."""
    return [vessel_out(vessel) for vessel in Vessel.objects.all()]


def vessel_out(vessel: Vessel) -> VesselOut:
    """A vessel."""
    marks = [FillMarkOut(**mark) for mark in vessel.marks]
    return VesselOut(
        id=vessel.pk, version=vessel.version, name=vessel.name, volume=float(vessel.volume), marks=marks
    )


def find_vessel(pk: int, *, also_removed: bool = False) -> Vessel:
    """A vessel, or the problem of its being gone."""
    return one(Vessel.among(also_removed=also_removed), pk, "vessel")


@transaction.atomic
def save_vessel(payload: VesselIn, vessel: Vessel | None = None) -> VesselOut:
    """Put a new vessel on the shelf, or change one."""
    if any(mark.volume > payload.volume for mark in payload.marks):
        raise Problem.field("marks", f"A mark cannot stand above the brim, {payload.volume:g} mL.")
    vessel = vessel or Vessel()
    vessel.name, vessel.volume = payload.name, exact(payload.volume, "0.1")
    heights = sorted((mark.volume, mark.height) for mark in payload.marks if mark.height is not None)
    if any(above[1] <= below[1] for below, above in pairwise(heights)):
        raise Problem.field("marks", "A mark of more mL stands higher: measure once more.")
    vessel.marks = [mark.model_dump() for mark in payload.marks]
    vessel.save()
    return vessel_out(vessel)


@transaction.atomic
def change_vessel(pk: int, payload: VesselChangeIn) -> VesselOut:
    """Change one that is as it was when it was read."""
    vessel = get_checked(Vessel.objects.all(), pk, "vessel", payload.version, vessel_out)
    marks = [MarkIn.model_validate(mark) for mark in vessel.marks]
    before = {"name": vessel.name, "volume": float(vessel.volume), "marks": marks}
    return save_vessel(changed(VesselIn, before, payload), vessel)


def spoons() -> list[SpoonOut]:
    """Every spoon and scoop of the household's own."""
    return [spoon_out(spoon) for spoon in Spoon.objects.all()]


def spoon_out(spoon: Spoon) -> SpoonOut:
    """A spoon."""
    name = ""
    if spoon.material:
        try:
            name = material_of(spoon.material).name
        except MaterialError:
            name = spoon.material
    return SpoonOut(
        id=spoon.pk,
        version=spoon.version,
        name=spoon.name,
        volume=as_float(spoon.volume),
        grams=as_float(spoon.grams),
        material=spoon.material,
        material_name=name,
    )


def find_spoon(pk: int, *, also_removed: bool = False) -> Spoon:
    """A spoon, or the problem of its being gone."""
    return one(Spoon.among(also_removed=also_removed), pk, "spoon")


@transaction.atomic
def save_spoon(payload: SpoonIn, spoon: Spoon | None = None) -> SpoonOut:
    """Put a spoon on the shelf, or change one."""
    if payload.volume is None and payload.grams is None:
        raise Problem.field("volume", "Say how many mL it holds, or what a spoonful of something weighs.")
    if payload.material:
        try:
            material_of(payload.material)
        except MaterialError:
            raise Problem.field("material", "Choose what was weighed with it.") from None
    spoon = spoon or Spoon()
    spoon.name, spoon.material = payload.name, payload.material if payload.grams is not None else ""
    spoon.volume, spoon.grams = exact(payload.volume, "0.01"), exact(payload.grams, "0.01")
    spoon.save()
    return spoon_out(spoon)


@transaction.atomic
def change_spoon(pk: int, payload: SpoonChangeIn) -> SpoonOut:
    """Change one that is as it was when it was read."""
    spoon = get_checked(Spoon.objects.all(), pk, "spoon", payload.version, spoon_out)
    before = {
        "name": spoon.name,
        "volume": as_float(spoon.volume),
        "grams": as_float(spoon.grams),
        "material": spoon.material,
    }
    return save_spoon(changed(SpoonIn, before, payload), spoon)
