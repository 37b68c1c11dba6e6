"""Readings: what a strip or a meter says, how far to trust it, and whether it bears a prediction out."""

from dataclasses import dataclass
from typing import Literal, Protocol

import numpy as np

from ..numbers import Z_90, Array, Figure
from ..words import ends

Agreement = Literal["agrees", "higher", "lower"]

SHARED = 0.25  # pH, one standard deviation: what all strips of a pack share (estimate: 0.2 to 0.3)
COLOUR = 0.06  # pH, one standard deviation: two eyes, or two lights, on one colour (estimate)
METER_LEAST = 0.03  # pH, 90 %: no kitchen meter is nearer than that


class ReadingError(ValueError):
    """A reading that the instrument cannot have given, in the job's words."""


class Reading(Protocol):
    """A pH as it was read."""

    @property
    def ph(self) -> float:
        """What it said."""
        ...

    @property
    def at_low_end(self) -> bool:
        """Whether it may be below as well."""
        ...

    @property
    def at_high_end(self) -> bool:
        """Whether it may be above as well."""
        ...

    def open_to(self, low: float, high: float) -> Figure:
        """The reading with its range, where it may lie beyond an end of a scale no further than this."""
        ...

    @property
    def figure(self) -> Figure:
        """The reading with its range."""
        ...

    @property
    def called(self) -> str:
        """What it was read with: 'strip', 'meter'."""
        ...

    @property
    def pack(self) -> str:
        """What it shares its error with: a pack of strips; "" for nothing."""
        ...

    @property
    def deviation(self) -> float:
        """Its standard deviation, in pH."""
        ...

    def misses(self, ph: Array) -> Array:
        """How far off this reading is where the pH is really so, in its own standard deviations."""
        ...


@dataclass(frozen=True)
class StripReading:
    """A pH strip read against its printed steps; `low` and `high` are the ends of its scale, where known.

    At an end it says only "this or beyond". Strips of one `pack` share their rounding
    and the eye that read them.
    """

    ph: float
    step: float
    low: float | None = None
    high: float | None = None
    called: str = "strip"
    pack: str = "strips"

    def __post_init__(self) -> None:
        low, high = self.low, self.high
        if low is not None and high is not None and not low - 1e-9 <= self.ph <= high + 1e-9:
            end = low if self.ph < low else high
            way = "below" if self.ph < low else "above"
            raise ReadingError(
                f"These strips read from {low:g} to {high:g}: {self.ph:g} is off their scale. Where the "
                f"colour is {way} the last block, choose {end:g}: it counts as {end:g} or {way} it."
            )

    @property
    def figure(self) -> Figure:
        """Half a step each way; open beyond an end of its scale (model: readings)."""
        return self.open_to(*PH_SCALE)

    def open_to(self, low: float, high: float) -> Figure:
        """The same, with what lies beyond an end of its scale no further than this."""
        least, most = self.ph - self.step / 2.0, self.ph + self.step / 2.0
        return Figure(
            self.ph,
            min(max(least, PH_SCALE[0]), low) if self.at_low_end else least,
            max(min(most, PH_SCALE[1]), high) if self.at_high_end else most,
            "pH",
            "measured",
        )

    @property
    def at_low_end(self) -> bool:
        """Whether it may be below as well."""
        return self.low is not None and self.ph <= self.low + 1e-9

    @property
    def at_high_end(self) -> bool:
        """Whether it may be above as well."""
        return self.high is not None and self.ph >= self.high - 1e-9

    @property
    def deviation(self) -> float:
        """Half a step is the 90 % of its rounding, and the eye that compares colours adds its own."""
        return float(np.hypot(self.step / 2.0 / Z_90, COLOUR))

    def misses(self, ph: Array) -> Array:
        """Half a step is its 90 %; beyond an end it says nothing more."""
        apart: Array = (ph - self.ph) / self.deviation
        if self.at_low_end:
            apart = np.maximum(apart, 0.0)
        if self.at_high_end:
            apart = np.minimum(apart, 0.0)
        return apart


@dataclass(frozen=True)
class MeterReading:
    """A pH meter's reading; `reach` is what it is good to, 90 %, each way."""

    ph: float
    reach: float
    called: str = "meter"
    pack: str = ""
    at_low_end = at_high_end = False  # it has no blocks that end

    @property
    def figure(self) -> Figure:
        """The reading with its range."""
        return self.open_to(*PH_SCALE)

    def open_to(self, low: float, high: float) -> Figure:
        """The same: a meter reads all of the scale."""
        return Figure(self.ph, self.ph - self.reach, self.ph + self.reach, "pH", "measured")

    @property
    def deviation(self) -> float:
        """By what it is good to."""
        return max(self.reach, METER_LEAST) / Z_90

    def misses(self, ph: Array) -> Array:
        """By what it is good to."""
        apart: Array = (ph - self.ph) / self.deviation
        return apart


@dataclass(frozen=True)
class Comparison:
    """A prediction held against a reading."""

    reading: Figure
    agreement: Agreement
    words: str


PH_SCALE = (0.0, 14.0)  # what lies beyond an end of a strip's scale
FAR = 1.0  # pH between the ranges from which a misreading is likelier than an odd bottle
UNLIKELY = 0.75  # pH beyond what was believable before anything was read


def _range_words(read: Reading) -> str:
    low, high = read.figure.low, read.figure.high
    if read.at_low_end:
        return f"the lowest of its scale: it may be anything below {high:.2f}"
    if read.at_high_end:
        return f"the highest of its scale: it may be anything above {low:.2f}"
    return f"somewhere from {low:.2f} to {high:.2f}"


def believable(prior: Figure, read: Reading) -> bool:
    """Whether a reading can be of this at all, by what was believed before anything was read.

    `prior`: its 90 % range. One that is far outside is asked about, and not learnt from until it
    is read again.
    """
    reading = read.figure
    return prior.low - UNLIKELY <= reading.high and reading.low <= prior.high + UNLIKELY


def compare(
    predicted: Figure, read: Reading, *, soda: bool = False, coloured: bool = False, weak: bool = False
) -> Comparison:
    """Whether the two ranges meet, and in plain words what it means when they do not, the likeliest first.

    `soda`: carbonate that gives off its gas is in it; `coloured`: its colour hides a strip's; `weak`: too
    little in it to turn one.
    """
    reading = read.figure
    said = f"The {read.called} read {reading.value:g}, which is {_range_words(read)}."
    expected = f"{predicted.value:.1f} was predicted, likely {ends(predicted.low, predicted.high)}."
    if reading.low <= predicted.high and predicted.low <= reading.high:
        return Comparison(reading, "agrees", f"{said} {expected} They agree.")
    lower = reading.high < predicted.low
    gap = predicted.low - reading.high if lower else reading.low - predicted.high
    why = []
    if coloured and read.called == "strip":
        why.append("the liquor's own colour may hide the strip's: compare it with a strip dipped in water")
    if weak and read.called == "strip":
        why.append("there is too little in it to turn a strip: leave it in for a minute, or use a meter")
    if soda and not lower:
        why.append("the soda has given off its gas, and its pH climbs as it stands")
    if gap >= FAR:
        why.append(
            "a strip that was misread, or another jug, is likelier than so odd a bottle: read it again"
        )
    way = ("stronger or less", "softer") if lower else ("weaker or more", "harder")
    why.append(f"the bottle may be {way[0]} rounded off than reckoned, or the water {way[1]}")
    word = "Lower" if lower else "Higher"
    meaning = f"{word} than predicted: {'; or '.join(why)}."
    return Comparison(reading, "lower" if lower else "higher", f"{said} {expected} {meaning}")
