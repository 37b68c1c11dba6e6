"""The household's routes."""

from django.http import HttpRequest
from ninja import Router

from .schemas.household import HouseholdIn, HouseholdOut, SchoolsIn
from .services import household as room

router = Router()


@router.get("", response=HouseholdOut, operation_id="household")
def household(request: HttpRequest) -> HouseholdOut:
    """Whose spoons and cups these are, and how money is written."""
    return room.household()


@router.put("", response=HouseholdOut, operation_id="change_household")
def change_household(request: HttpRequest, entered: HouseholdIn) -> HouseholdOut:
    """Change that."""
    return room.save_household(entered)


@router.put("/schools", response=dict[str, str], operation_id="pick_schools")
def pick_schools(request: HttpRequest, entered: SchoolsIn) -> dict[str, str]:
    """What the household holds where opinions differ."""
    return room.pick_schools(entered)
