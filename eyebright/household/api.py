"""The household's routes."""

from django.http import HttpRequest
from ninja import Router

from .schemas.household import HouseholdChangeIn, HouseholdOut, HouseLimitIn, HouseLimitOut
from .services import household as room

router = Router()


@router.get("", response=HouseholdOut, operation_id="household")
def household(request: HttpRequest) -> HouseholdOut:
    """Whose spoons and cups these are, and how money is written."""
    return room.household()


@router.patch("", response=HouseholdOut, operation_id="change_household")
def change_household(request: HttpRequest, entered: HouseholdChangeIn) -> HouseholdOut:
    """Change that, or what the household holds where opinions differ."""
    return room.change_household(entered)


@router.get("/limits", response=list[HouseLimitOut], operation_id="house_limits")
def house_limits(request: HttpRequest) -> list[HouseLimitOut]:
    """Every limit that a household can hold otherwise."""
    return room.limits_out()


@router.put("/limits/{key}", response=list[HouseLimitOut], operation_id="set_limit")
def set_limit(request: HttpRequest, key: str, entered: HouseLimitIn) -> list[HouseLimitOut]:
    """Hold one otherwise."""
    return room.set_limit(key, entered)


@router.delete("/limits/{key}", response=list[HouseLimitOut], operation_id="reset_limit")
def reset_limit(request: HttpRequest, key: str) -> list[HouseLimitOut]:
    """Back to ours."""
    return room.reset_limit(key)
