"""Instruments and the core: the only file here that knows both."""

import json
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.db import connection, transaction
from django.utils import timezone

from eyebright.core.instruments import Calibration as CoreCalibration
from eyebright.core.instruments import (
    CalibrationError,
    Point,
    StandardError,
    calibrate,
    shown_as_millivolts,
    standards,
)
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked

from .hub import Heard, hub, nearby
from .models import Calibration, Instrument
from .schemas import (
    CalibrationIn,
    CalibrationOut,
    InstrumentChangeIn,
    InstrumentIn,
    InstrumentOut,
    LiveOut,
    PlayIn,
    PointIn,
    StandardOut,
)

NOT_NEAR = (
    "Only this machine, or one in your own network: 127.0.0.1, 192.168.…, 10.… or a name that leads to one."
)
EACH = 0.2  # s between two tellings
TOLD_FOR = 55.0  # s; then the page asks anew
STREAMS = 6  # at a time: each holds a thread of the server
LOOK_ANEW = 5.0  # s after which a change of the list is seen
BUFFER_DOUBT = 0.02  # pH, 90 %, of a bought buffer
UNKNOWN = Instrument.Kind.SCALE  # what stands in for a kind of another version
UNITS: dict[str, Any] = {"scale": "g", "meter": "pH", "thermometer": "°C"}
SAYS = {"overload": "Too much on it.", "resting": "Resting."}


def instruments() -> list[InstrumentOut]:
    """Every instrument."""
    rows = Instrument.objects.prefetch_related("calibrations")
    return [instrument_out(row) for row in rows]


def instrument_out(row: Instrument) -> InstrumentOut:
    """An instrument."""
    known = row.kind in Instrument.Kind.values
    return InstrumentOut(
        id=row.pk,
        version=row.version,
        kind=row.kind if known else UNKNOWN,
        name=row.name if known else f"{row.name} (not known here: say what it is)",
        link=row.link if row.link in Instrument.Link.values else Instrument.Link.HAND,
        host=row.host,
        port=row.port,
        calibration=_calibration_out(row) if row.kind == Instrument.Kind.METER else None,
    )


def find_instrument(pk: int, *, also_removed: bool = False) -> Instrument:
    """An instrument, or the problem of its being gone."""
    return one(Instrument.among(also_removed=also_removed), pk, "instrument")


@transaction.atomic
def save_instrument(payload: InstrumentIn, row: Instrument | None = None) -> InstrumentOut:
    """Put an instrument in the tray, or change one."""
    if payload.link == "bridge":
        if not payload.host.strip():
            raise Problem.field("host", "Say at which address it is bridged: 127.0.0.1 for this machine.")
        if not nearby(payload.host.strip()):
            raise Problem.field("host", NOT_NEAR)
        if payload.port is None or not 1 <= payload.port <= 65535:
            raise Problem.field("port", "A port is a number from 1 to 65535.")
    row = row or Instrument()
    row.kind, row.name, row.link = payload.kind, payload.name, payload.link
    bridged = payload.link == "bridge"
    row.host, row.port = (payload.host.strip()[:120], payload.port) if bridged else ("", None)
    row.save()
    return instrument_out(row)


@transaction.atomic
def change_instrument(pk: int, payload: InstrumentChangeIn) -> InstrumentOut:
    """Change one that is as it was when it was read."""
    row = get_checked(Instrument.objects.all(), pk, "instrument", payload.version, instrument_out)
    before = {name: getattr(row, name) for name in ("kind", "name", "link", "host", "port")}
    return save_instrument(changed(InstrumentIn, before, payload), row)


# ---- calibration ----


def _latest(row: Instrument) -> Calibration | None:
    return next((each for each in row.calibrations.all() if each.removed_at is None), None)


def _core(kept: Calibration | None) -> CoreCalibration:
    try:
        return calibrate([Point(**point) for point in kept.points]) if kept else CoreCalibration()
    except (CalibrationError, TypeError):  # kept by another version: it is calibrated anew
        return CoreCalibration()


def _days(kept: Calibration | None) -> float:
    return (timezone.now() - kept.made_at).total_seconds() / 86400.0 if kept else 0.0


def _calibration_out(row: Instrument) -> CalibrationOut:
    kept = _latest(row)
    found, days = _core(kept), _days(kept)
    return CalibrationOut(
        id=kept.pk if kept else None,
        made_at=kept.made_at if kept else None,
        points=found.points,
        slope=found.slope,
        offset=found.offset,
        reach=found.reach(days),
        warnings=list(found.warnings(days)),
    )


def meter_reach(pk: int) -> float:
    """What a reading with this meter is good to today (pH, 90 %)."""
    row = Instrument.objects.filter(pk=pk, kind=Instrument.Kind.METER).first()
    if row is None:
        raise Problem.field("meter", "That meter is not here any more: choose another, or a strip.")
    kept = _latest(row)
    return _core(kept).reach(_days(kept))


@transaction.atomic
def save_calibration(row: Instrument, payload: CalibrationIn) -> InstrumentOut:
    """Calibrate a meter anew."""
    if row.kind != Instrument.Kind.METER:
        raise Problem.field("points", "Only a pH meter is calibrated.")
    points = [_point(each, i) for i, each in enumerate(payload.points)]
    try:
        calibrate(points)
    except CalibrationError as raised:
        raise Problem.field("points", str(raised)) from None
    Calibration.objects.create(instrument=row, points=[vars(point) for point in points])
    return instrument_out(find_instrument(row.pk))


def _point(payload: PointIn, i: int) -> Point:
    ph, doubt = payload.ph, BUFFER_DOUBT
    if payload.standard:
        if payload.standard not in standards():
            raise Problem.field("points", f"Choose the standard of point {i + 1} from the list.")
        try:
            known = standards()[payload.standard].ph(payload.temperature)
        except StandardError as raised:
            raise Problem.field("points", str(raised)) from None
        ph, doubt = known.value, (known.high - known.low) / 2.0
    if ph is None:
        raise Problem.field("points", f"Say which standard point {i + 1} is, or its pH.")
    millivolts = payload.shown if payload.unit == "mV" else shown_as_millivolts(payload.shown)
    return Point(ph, millivolts, payload.temperature, doubt)


def find_calibration(pk: int, *, also_removed: bool = False) -> Calibration:
    """A calibration, or the problem of its being gone."""
    return one(Calibration.among(also_removed=also_removed), pk, "calibration")


def kitchen_standards(temperature: float) -> list[StandardOut]:
    """Every kitchen standard at this temperature (°C)."""
    out = []
    for standard in standards().values():
        try:
            ph = standard.ph(temperature)
        except StandardError as raised:
            raise Problem.field("temperature", str(raised)) from None
        same = ("key", "name", "make", "stands", "source")
        out.append(StandardOut(ph=ph, **{name: getattr(standard, name) for name in same}))
    return out


# ---- live ----


def _heard(row: Instrument) -> Heard:
    if row.link == Instrument.Link.SIMULATED:
        return hub.simulated(row.pk, row.kind)  # type: ignore[arg-type]
    return hub.bridged(row.pk, row.kind, row.host, row.port or 0)  # type: ignore[arg-type]


def live(rows: list[Instrument]) -> list[LiveOut]:
    """What each says now. A thermometer that speaks tells the meter how warm it is."""
    states = [(row, _heard(row)) for row in rows]
    warmth = next((_warmth(heard) for row, heard in states if row.kind == Instrument.Kind.THERMOMETER), None)
    return [_live(row, heard, warmth) for row, heard in states]


def _warmth(heard: Heard) -> float | None:
    """°C, from a thermometer that stands still."""
    sample = heard.sample
    return None if sample is None or heard.silent or sample.state != "steady" else sample.value


def speaking() -> list[Instrument]:
    """The instruments that speak for themselves."""
    there = (Instrument.Link.SIMULATED, Instrument.Link.BRIDGE)
    rows = Instrument.objects.filter(kind__in=Instrument.Kind.values, link__in=there)
    rows = rows.prefetch_related("calibrations")
    return list(rows)


def _live(row: Instrument, found: Heard, warmth: float | None = None) -> LiveOut:
    out: dict[str, Any] = {"id": row.pk, "kind": row.kind, "name": row.name, "unit": UNITS[row.kind]}
    out |= {"value": None, "raw": None, "reach": None}
    sample = found.sample
    if sample is None:
        return LiveOut(**out, state="absent", says=found.trouble or "It is not there.")
    if found.silent:
        return LiveOut(**out, state="silent", says=f"Nothing heard for {found.age:.0f} s: look at its plug.")
    if sample.value is None:
        says = SAYS.get(sample.state, f"It says: {sample.state}.")
        return LiveOut(**out, state=sample.state, says=says)
    out["value"] = sample.value
    if row.kind == Instrument.Kind.METER:
        kept = _latest(row)
        calibration = _core(kept)
        raw = sample.value if sample.unit == "mV" else shown_as_millivolts(sample.value)
        out |= {
            "raw": sample.value,
            "value": round(calibration.ph(raw, warmth), 2),
            "reach": round(calibration.reach(_days(kept)), 2),
        }
    says = "Steady." if sample.state == "steady" else "Still moving: wait."
    return LiveOut(**out, state=sample.state, says=says)


_streams = threading.Semaphore(STREAMS)


@contextmanager
def a_stream() -> Iterator[bool]:
    """Whether one more page may be told as it happens; the others ask now and then."""
    free = _streams.acquire(blocking=False)
    try:
        yield free
    finally:
        if free:
            _streams.release()


def tellings() -> Iterator[str]:
    """What every instrument says, five times a second, as server-sent events."""
    with a_stream() as free:
        if not free:
            yield "event: busy\ndata: []\n\n"
            return
        until, looked, rows = time.monotonic() + TOLD_FOR, 0.0, []
        while time.monotonic() < until:
            if time.monotonic() - looked > LOOK_ANEW:
                rows, looked = speaking(), time.monotonic()
                if not connection.in_atomic_block:  # one left open keeps every checkpoint away
                    connection.close()
            states = [each.model_dump() for each in live(rows)]
            yield f"data: {json.dumps(states, separators=(',', ':'))}\n\n"
            time.sleep(EACH)


def play(row: Instrument, payload: PlayIn) -> LiveOut:
    """Play a stand-in; a bridged scale can be tared."""
    if row.link == Instrument.Link.SIMULATED:
        hub.play(row.pk, row.kind, put=payload.put, tare=payload.tare, plug=payload.plug)  # type: ignore[arg-type]
    elif row.link == Instrument.Link.BRIDGE and payload.tare:
        if not hub.tare(row.pk, row.kind, row.host, row.port or 0):  # type: ignore[arg-type]
            raise Problem(409, "It is not there.", "Plug it in and start its bridge, then tare it.")
    else:
        raise Problem(409, "That one is not pretend.", "A real instrument is played by hand.")
    return _live(row, _heard(row))
