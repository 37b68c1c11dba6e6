"""The instruments' routes."""

from typing import Annotated

from django.http import HttpRequest, HttpResponseBase, StreamingHttpResponse
from ninja import Query, Router, Status

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
def add(request: HttpRequest, entered: InstrumentIn) -> Status[InstrumentOut]:
    """Put one in the tray."""
    return Status(201, services.save_instrument(entered))


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


@router.patch("/{pk}", response=InstrumentOut, operation_id="change_instrument")
def change(request: HttpRequest, pk: int, entered: InstrumentChangeIn) -> InstrumentOut:
    """Change one."""
    return services.change_instrument(pk, entered)


@router.delete("/{pk}", response={204: None}, operation_id="remove_instrument")
def remove(request: HttpRequest, pk: int) -> Status[None]:
    """Put one away."""
    services.find_instrument(pk).remove()
    return Status(204, None)


@router.post("/{pk}/restore", response=InstrumentOut, operation_id="restore_instrument")
def restore(request: HttpRequest, pk: int) -> InstrumentOut:
    """Put it back."""
    row = services.find_instrument(pk, also_removed=True)
    row.restore()
    return services.instrument_out(row)


@router.post("/{pk}/play", response=LiveOut, operation_id="play_instrument")
def play(request: HttpRequest, pk: int, entered: PlayIn) -> LiveOut:
    """Play a stand-in, or tare a scale."""
    return services.play(services.find_instrument(pk), entered)


@router.post("/{pk}/calibrations", response={201: InstrumentOut}, operation_id="calibrate")
def calibrate(request: HttpRequest, pk: int, entered: CalibrationIn) -> Status[InstrumentOut]:
    """Calibrate a meter."""
    return Status(201, services.save_calibration(services.find_instrument(pk), entered))


@router.delete("/calibrations/{pk}", response={204: None}, operation_id="remove_calibration")
def remove_calibration(request: HttpRequest, pk: int) -> Status[None]:
    """Take a calibration back: the one before it counts again."""
    services.find_calibration(pk).remove()
    return Status(204, None)


@router.post("/calibrations/{pk}/restore", response={204: None}, operation_id="restore_calibration")
def restore_calibration(request: HttpRequest, pk: int) -> Status[None]:
    """Let it count again."""
    services.find_calibration(pk, also_removed=True).restore()
    return Status(204, None)
