"""The instruments' routes."""

from typing import Annotated

from django.http import HttpRequest, HttpResponseBase, StreamingHttpResponse
from ninja import Query, Router, Status

from eyebright.kept.routes import Rows

from . import services
from .schemas import (
    CalibrationIn,
    InstrumentChangeIn,
    InstrumentIn,
    InstrumentOut,
    LiveOut,
    PlayIn,
    StandardOut,
)

router = Router()


@router.get("", response=list[InstrumentOut], operation_id="instruments")
def instruments(request: HttpRequest) -> list[InstrumentOut]:
    """Every instrument."""
    return services.instruments()


@router.post("", response={201: InstrumentOut}, operation_id="add_instrument")
def add(request: HttpRequest, payload: InstrumentIn) -> Status[InstrumentOut]:
    """Put one in the tray."""
    return Status(201, services.save_instrument(payload))


@router.get("/now", response=list[LiveOut], operation_id="instruments_now")
def now(request: HttpRequest) -> list[LiveOut]:
    """What every instrument that speaks for itself says now."""
    return services.live(services.speaking())


@router.get("/live", operation_id="instruments_live", include_in_schema=False)
def live(request: HttpRequest) -> HttpResponseBase:
    """The same five times a second, as server-sent events."""
    response = StreamingHttpResponse(services.tellings(), content_type="text/event-stream")
    response["Cache-Control"] = "no-store"
    response["Content-Encoding"] = "identity"  # what is packed waits to be full
    return response


@router.get("/standards", response=list[StandardOut], operation_id="standards")
def standards(
    request: HttpRequest, temperature: Annotated[float, Query(ge=-50, le=150)] = 20.0
) -> list[StandardOut]:
    """Kitchen standards, and the pH of each at this temperature."""
    return services.kitchen_standards(temperature)


_instruments = Rows(router, "", "instrument", InstrumentOut)
_instruments.change(InstrumentChangeIn, services.change_instrument)
_instruments.removal(services.find_instrument, services.instrument_out)


@router.post("/{pk}/play", response=LiveOut, operation_id="play_instrument")
def play(request: HttpRequest, pk: int, payload: PlayIn) -> LiveOut:
    """Play a stand-in, or tare a scale."""
    return services.play(services.find_instrument(pk), payload)


@router.post("/{pk}/calibrations", response={201: InstrumentOut}, operation_id="calibrate")
def calibrate(request: HttpRequest, pk: int, payload: CalibrationIn) -> Status[InstrumentOut]:
    """Calibrate a meter."""
    return Status(201, services.save_calibration(services.find_instrument(pk), payload))


Rows(router, "/calibrations", "calibration", None).removal(services.find_calibration, None)
