"""The route of Today."""

from django.http import HttpRequest
from ninja import Router

from .schemas import TodayOut
from .services import today as find_today

router = Router()


@router.get("", response=TodayOut, operation_id="today")
def today(request: HttpRequest) -> TodayOut:
    """What to do now and next."""
    return find_today()
