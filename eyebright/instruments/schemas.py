"""What of the instruments goes over the wire."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema

from eyebright.kept.fields import AS_NUMBER, Blank, Name, Number, number_between
from eyebright.kept.versions import Change
from eyebright.kept.wire import Figure, Out

Kind = Literal["scale", "meter", "thermometer"]
Link = Literal["hand", "simulated", "bridge"]
Port = Annotated[int | None, Blank]
Celsius = Annotated[float, number_between(0, 100, "From 0 to 100 °C."), AS_NUMBER]


class InstrumentIn(Schema):
    """An instrument as it is entered; `host` and `port` where it is bridged over TCP."""

    kind: Kind
    name: Name
    link: Link = "hand"
    host: str = ""
    port: Port = None


class InstrumentChangeIn(InstrumentIn, Change):
    """What changes in an instrument."""


class CalibrationOut(Out):
    """A meter's calibration: slope as a share of a perfect electrode's, offset in mV at pH 7.

    `reach`: what a reading is good to today (pH, 90 %).
    """

    id: int | None
    made_at: datetime | None
    points: int
    slope: float
    offset: float
    reach: float
    warnings: list[str]


class InstrumentOut(Out):
    """An instrument, and how it is calibrated where it is a meter."""

    id: int
    version: int
    kind: Kind
    name: str
    link: Link
    host: str
    port: int | None
    calibration: CalibrationOut | None


class LiveOut(Out):
    """What an instrument says now: `value` in `unit`, None where it says nothing that can be used.

    `raw` is a meter's own mV or pH. `state` is `silent` where nothing was heard for a while, `absent`
    where it is not there; `says` puts it in words.
    """

    id: int
    kind: Kind
    name: str
    value: float | None
    unit: Literal["g", "pH", "°C"]
    raw: float | None
    reach: float | None
    state: Literal["steady", "moving", "overload", "open circuit", "no probe", "resting", "silent", "absent"]
    says: str


class PointIn(Schema):
    """One point of a calibration: a kitchen standard by key, or a bought buffer's `ph`.

    `shown` by the meter in `unit`: mV, or the pH on its own scale.
    """

    standard: str = ""
    ph: Annotated[
        Annotated[float, number_between(1, 13, "A buffer's pH, from 1 to 13."), AS_NUMBER] | None, Blank
    ] = None
    shown: Number
    unit: Literal["mV", "pH"] = "pH"
    temperature: Celsius = 20.0


class CalibrationIn(Schema):
    """One, two or three points."""

    points: list[PointIn]


class StandardOut(Out):
    """A kitchen standard at a temperature."""

    key: str
    name: str
    ph: Figure
    make: str
    stands: str
    source: str


class PlayIn(Schema):
    """Play the stand-in: what lies on it or what it stands in (g, pH, °C), tare it, or pull its plug."""

    put: Annotated[Number | None, Blank] = None
    tare: bool = False
    plug: Literal["in", "out", "frozen"] | None = None
