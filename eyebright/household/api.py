"""The household's routes."""

from django.http import HttpRequest
from ninja import Router, Status

from eyebright.kept.routes import Rows

from .schemas.household import (
    HouseholdChangeIn,
    HouseholdOut,
    HouseLimitIn,
    HouseLimitOut,
    TakenTimeIn,
    TakenTimeOut,
)
from .services import hours
from .services import household as room

router = Router()


@router.get("", response=HouseholdOut, operation_id="household")
def household(request: HttpRequest) -> HouseholdOut:
    """Whose spoons and cups these are, and how money is written."""
    return room.household()


@router.patch("", response=HouseholdOut, operation_id="change_household")
def change_household(request: HttpRequest, payload: HouseholdChangeIn) -> HouseholdOut:
    """Change that, or what the household holds where opinions differ."""
    return room.change_household(payload)


@router.get("/limits", response=list[HouseLimitOut], operation_id="house_limits")
def house_limits(request: HttpRequest) -> list[HouseLimitOut]:
    """Every limit that a household can hold otherwise."""
    return room.limits_out()


@router.put("/limits/{key}", response=list[HouseLimitOut], operation_id="set_limit")
def set_limit(request: HttpRequest, key: str, payload: HouseLimitIn) -> list[HouseLimitOut]:
    """Hold one otherwise."""
    return room.set_limit(key, payload)


@router.delete("/limits/{key}", response=list[HouseLimitOut], operation_id="reset_limit")
def reset_limit(request: HttpRequest, key: str) -> list[HouseLimitOut]:
    """Back to ours."""
    return room.reset_limit(key)


@router.get("/taken", response=list[TakenTimeOut], operation_id="taken_times")
def taken_times(request: HttpRequest) -> list[TakenTimeOut]:
    """Times that are taken, and not over yet."""
    return hours.taken_times()


@router.post("/taken", response={201: TakenTimeOut}, operation_id="take_time")
def take_time(request: HttpRequest, payload: TakenTimeIn) -> Status[TakenTimeOut]:
    """Say that a time is taken: "not tonight"."""
    return Status(201, hours.take_time(payload))


Rows(router, "/taken", "time", TakenTimeOut).removal_by(
    lambda pk: hours.find_taken(pk).remove(), hours.restore_time, remove="free_time"
)
