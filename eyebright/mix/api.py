"""The routes of Mix."""

from django.http import HttpRequest
from ninja import Router

from . import services
from .schemas import ChoicesOut, RinseAsk, RinseOut

router = Router()


@router.get("/choices", response=ChoicesOut, operation_id="choices")
def choices(request: HttpRequest) -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    return services.choices()


@router.post("/rinse", response=RinseOut, operation_id="work_out_rinse")
def rinse(request: HttpRequest, ask: RinseAsk) -> RinseOut:
    """Work a rinse out. Nothing is kept."""
    return services.work_out(ask)
