"""Readings: what a strip says, how far it can be trusted, and whether it bears the prediction out."""

from dataclasses import dataclass
from typing import Literal

from .uncertainty import Figure

Agreement = Literal["agrees", "higher", "lower"]


@dataclass(frozen=True)
class StripReading:
    """A pH strip read against its printed steps, with what that is good to."""

    ph: float
    step: float

    @property
    def figure(self) -> Figure:
        """The reading with its range: half a step each way (model: readings)."""
        half = self.step / 2.0
        return Figure(self.ph, self.ph - half, self.ph + half, "pH", "measured")


@dataclass(frozen=True)
class Comparison:
    """A prediction held against a reading."""

    reading: Figure
    agreement: Agreement
    words: str


def compare(predicted: Figure, strip: StripReading) -> Comparison:
    """Whether the two ranges meet, and in plain words what it means when they do not."""
    reading = strip.figure
    said = f"The strip read {strip.ph:g}, which is somewhere from {reading.low:.2f} to {reading.high:.2f}."
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
