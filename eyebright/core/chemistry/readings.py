"""Readings: what a strip or a meter says, how far to trust it, and whether it bears a prediction out."""

from dataclasses import dataclass
from typing import Literal, Protocol

import numpy as np

from ..numbers import Z_90, Array, Figure

Agreement = Literal["agrees", "higher", "lower"]

METER_LEAST = 0.03  # pH, 90 %: no kitchen meter is nearer than that


class ReadingError(ValueError):
    """A reading that the instrument cannot have given, in the job's words."""


class Reading(Protocol):
    """A pH as it was read."""

    @property
    def figure(self) -> Figure:
        """The reading with its range."""
        ...

    @property
    def called(self) -> str:
        """What it was read with: 'strip', 'meter'."""
        ...

    def misses(self, ph: Array) -> Array:
        """How far off this reading is where the pH is really so, in its own standard deviations."""
        ...


@dataclass(frozen=True)
class StripReading:
    """A pH strip read against its printed steps; `low` and `high` are the ends of its scale, where known.

    At an end it says only "this or beyond".
    """

    ph: float
    step: float
    low: float | None = None
    high: float | None = None
    called: str = "strip"

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
        """The reading with its range: half a step each way (model: readings)."""
        half = self.step / 2.0
        return Figure(self.ph, self.ph - half, self.ph + half, "pH", "measured")

    def misses(self, ph: Array) -> Array:
        """Half a step is its 90 %; beyond an end it says nothing more."""
        apart: Array = (ph - self.ph) / (self.step / 2.0 / Z_90)
        if self.low is not None and self.ph <= self.low + 1e-9:
            apart = np.maximum(apart, 0.0)
        if self.high is not None and self.ph >= self.high - 1e-9:
            apart = np.minimum(apart, 0.0)
        return apart


@dataclass(frozen=True)
class MeterReading:
    """A pH meter's reading; `reach` is what it is good to, 90 %, each way."""

    ph: float
    reach: float
    called: str = "meter"

    @property
    def figure(self) -> Figure:
        """The reading with its range."""
        return Figure(self.ph, self.ph - self.reach, self.ph + self.reach, "pH", "measured")

    def misses(self, ph: Array) -> Array:
        """By what it is good to."""
        apart: Array = (ph - self.ph) / (max(self.reach, METER_LEAST) / Z_90)
        return apart


@dataclass(frozen=True)
class Comparison:
    """A prediction held against a reading."""

    reading: Figure
    agreement: Agreement
    words: str


def compare(predicted: Figure, read: Reading) -> Comparison:
    """Whether the two ranges meet, and in plain words what it means when they do not."""
    reading = read.figure
    said = (
        f"The {read.called} read {reading.value:g}, which is somewhere from "
        f"{reading.low:.2f} to {reading.high:.2f}."
    )
    expected = f"{predicted.value:.1f} was predicted, likely {predicted.low:.1f} to {predicted.high:.1f}."
    if reading.high < predicted.low:
        meaning = (
            "Lower than predicted: the bottle is likely stronger or less rounded off than reckoned, "
            "or the water softer."
        )
        return Comparison(reading, "lower", f"{said} {expected} {meaning}")
    if reading.low > predicted.high:
        meaning = (
            "Higher than predicted: the bottle is likely weaker or more rounded off than reckoned, "
            "or the water harder."
        )
        return Comparison(reading, "higher", f"{said} {expected} {meaning}")
    return Comparison(reading, "agrees", f"{said} {expected} They agree.")
