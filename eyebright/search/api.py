"""The route of the search."""

from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router

from . import services
from .schemas import HitOut, UseOut

router = Router()


@router.get("", response=list[HitOut], operation_id="search")
def search(request: HttpRequest, find: Annotated[str, Query(max_length=200)] = "") -> list[HitOut]:
    """Materials, formulas, heads, washes, entries, pages and settings by any of their names, as typed."""
    return services.search(find)


@router.get("/uses/{key}", response=list[UseOut], operation_id="uses")
def uses(request: HttpRequest, key: str) -> list[UseOut]:
    """Where this household uses a material: bottles, formulas, jugs, washes and patch tests."""
    return services.uses(key)
