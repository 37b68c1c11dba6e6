"""What the household measures with."""

from django.db import transaction

from eyebright.config.kept import as_float, exact
from eyebright.config.problems import Problem, one
from eyebright.core.materials import Kit, MaterialError, OwnSpoon, OwnVessel, kit, measure_table

from ..models import Household, Spoon, Vessel
from ..schemas.measures import (
    FillMarkOut,
    HouseholdIn,
    HouseholdOut,
    SpoonIn,
    SpoonOut,
    SystemOut,
    VesselIn,
    VesselOut,
)
from .materials import material_of


def _household() -> Household:
    return Household.objects.first() or Household()


def household() -> HouseholdOut:
    """The household's settings."""
    kept = _household()
    systems = [
        SystemOut(key=key, name=name, says=" · ".join(f"{s.name} {s.volume:g} mL" for s in spoons))
        for key, (name, spoons) in measure_table().systems.items()
    ]
    return HouseholdOut(system=kept.system, currency=kept.currency, systems=systems)


def save_household(entered: HouseholdIn) -> HouseholdOut:
    """Change them."""
    if entered.system not in measure_table().systems:
        raise Problem.field("system", "Choose one of the ones offered.")
    kept = _household()
    kept.system, kept.currency = entered.system, (entered.currency or "£")[:8]
    kept.save()
    return household()


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
        for spoon in Spoon.present.all()
    )
    vessels: list[OwnVessel] = []
    for vessel in Vessel.present.all():
        vessels.append(OwnVessel(f"vessel-{vessel.pk}", vessel.name, float(vessel.volume)))
        vessels += [
            OwnVessel(f"vessel-{vessel.pk}-{i}", f"{vessel.name} to {mark['name']}", float(mark["volume"]))
            for i, mark in enumerate(vessel.marks)
        ]
    return kit(_household().system, own, tuple(vessels))


def vessels() -> list[VesselOut]:
    """Every vessel of the household's own, smallest first."""
    return [vessel_out(vessel) for vessel in Vessel.present.all()]


def vessel_out(vessel: Vessel) -> VesselOut:
    """A vessel."""
    marks = [FillMarkOut(**mark) for mark in vessel.marks]
    return VesselOut(id=vessel.pk, name=vessel.name, volume=float(vessel.volume), marks=marks)


def find_vessel(pk: int, *, also_removed: bool = False) -> Vessel:
    """A vessel, or the problem of its being gone."""
    return one(Vessel.among(also_removed=also_removed), pk, "vessel")


@transaction.atomic
def save_vessel(entered: VesselIn, vessel: Vessel | None = None) -> VesselOut:
    """Put a new vessel on the shelf, or change one."""
    if any(mark.volume > entered.volume for mark in entered.marks):
        raise Problem.field("marks", f"A mark cannot stand above the brim, {entered.volume:g} mL.")
    vessel = vessel or Vessel()
    vessel.name, vessel.volume = entered.name, exact(entered.volume, "0.1")
    vessel.marks = [{"name": mark.name, "volume": mark.volume} for mark in entered.marks]
    vessel.save()
    return vessel_out(vessel)


def spoons() -> list[SpoonOut]:
    """Every spoon and scoop of the household's own."""
    return [spoon_out(spoon) for spoon in Spoon.present.all()]


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
def save_spoon(entered: SpoonIn, spoon: Spoon | None = None) -> SpoonOut:
    """Put a spoon on the shelf, or change one."""
    if entered.volume is None and entered.grams is None:
        raise Problem.field("volume", "Say how many mL it holds, or what a spoonful of something weighs.")
    if entered.material:
        try:
            material_of(entered.material)
        except MaterialError:
            raise Problem.field("material", "Choose what was weighed with it.") from None
    spoon = spoon or Spoon()
    spoon.name, spoon.material = entered.name, entered.material if entered.grams is not None else ""
    spoon.volume, spoon.grams = exact(entered.volume, "0.01"), exact(entered.grams, "0.01")
    spoon.save()
    return spoon_out(spoon)
