"""A pH meter and its calibration: slope, offset, what it is good to, and when not to believe it.

An electrode gives millivolts that fall with pH, at best by Nernst's 59.16 mV a unit at 25 °C. What a
meter with a scale of its own shows is taken back to millivolts, so that both are calibrated alike.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

NERNST_25 = 59.16  # mV per pH at 25 °C (2.303 RT/F)
ZERO_C = 273.15
APART = 0.5  # pH: calibration points nearer than that tell no slope
GOOD_SLOPE = (0.90, 1.05)  # shares of Nernst's (electrode makers' practice)
GOOD_OFFSET = 30.0  # mV at pH 7 (electrode makers' practice)
FRESH_DAYS = 14.0  # custom
REACH = {0: 0.4, 1: 0.15, 2: 0.06, 3: 0.05}  # pH, 90 %, by how many points it was calibrated at
AGEING = 0.02  # pH a week after that
POOR = 2.0  # times as wide, with a poor electrode


class CalibrationError(ValueError):
    """Points that no calibration can be made of; `point` is the one at fault."""

    def __init__(self, message: str, point: int | None = None) -> None:
        super().__init__(message)
        self.point = point


@dataclass(frozen=True)
class Point:
    """One standard: its known pH, the mV it gave, its temperature (°C), its own doubt (pH, 90 %)."""

    ph: float
    millivolts: float
    temperature: float = 25.0
    doubt: float = 0.02


@dataclass(frozen=True)
class Calibration:
    """`slope` as a share of Nernst's, `offset` in mV at pH 7, how many `points`, and their `doubt` (pH).

    `temperature` (°C) that it was made at: what is read is taken to be as warm, unless it is known.
    """

    slope: float = 1.0
    offset: float = 0.0
    points: int = 0
    doubt: float = 0.0
    temperature: float = 25.0

    def ph(self, millivolts: float, temperature: float | None = None) -> float:
        """The pH that these millivolts say, at this temperature (°C)."""
        warmth = self.temperature if temperature is None else temperature
        return 7.0 + (self.offset - millivolts) / (self.slope * nernst(warmth))

    def reach(self, days: float) -> float:
        """What a reading is good to (pH, 90 %, each way), so many days after it was calibrated."""
        base = math.hypot(REACH[self.points], self.doubt)
        if not self.points:
            return base
        aged = base + AGEING * max(days, 0.0) / 7.0
        return aged * (POOR if self._poor else 1.0)

    @property
    def _poor(self) -> bool:
        low, high = GOOD_SLOPE
        return not low <= self.slope <= high or abs(self.offset) > GOOD_OFFSET

    def warnings(self, days: float) -> tuple[str, ...]:
        """What to beware of, so many days after it was calibrated."""
        if not self.points:
            return ("It was never calibrated: it may be off by half a unit and more.",)
        out = []
        low, high = GOOD_SLOPE
        if self.points > 1 and not low <= self.slope <= high:
            out.append(
                f"Its slope is {100 * self.slope:.0f} %, and a sound electrode has {100 * low:.0f} to "
                f"{100 * high:.0f}: soak it, clean it, calibrate anew, or replace it."
            )
        if abs(self.offset) > GOOD_OFFSET:
            out.append(
                f"It is {self.offset:+.0f} mV off at pH 7, more than {GOOD_OFFSET:.0f}: clean or replace it."
            )
        if days > FRESH_DAYS:
            out.append(f"It was calibrated {days:.0f} days ago: do it again before you trust a tenth.")
        if self.points == 1:
            out.append("One point only: it is right near that pH, and less so away from it.")
        return tuple(out)


def nernst(temperature: float) -> float:
    """mV per pH of a perfect electrode at this temperature (°C)."""
    return NERNST_25 * (temperature + ZERO_C) / (25.0 + ZERO_C)


def shown_as_millivolts(ph: float) -> float:
    """What a meter with a scale of its own shows, as the millivolts of a perfect electrode."""
    return (7.0 - ph) * NERNST_25


def calibrate(points: Sequence[Point]) -> Calibration:
    """A calibration from one, two or three standards. CalibrationError where they tell no slope."""
    if not 1 <= len(points) <= 3:
        raise CalibrationError("A calibration has one, two or three standards.")
    for i, point in enumerate(points):
        for other in points[:i]:
            if abs(point.ph - other.ph) < APART:
                raise CalibrationError(
                    f"Two of the standards are both about pH {point.ph:.1f}: a slope needs two that are "
                    f"at least {APART:g} apart.",
                    i,
                )
    away = np.array([7.0 - point.ph for point in points])
    unit = np.array([nernst(point.temperature) for point in points])
    given = np.array([point.millivolts for point in points])
    warmth = float(np.mean([point.temperature for point in points]))
    doubt = math.sqrt(sum(point.doubt**2 for point in points)) / len(points)
    if len(points) == 1:
        return Calibration(1.0, float((given - away * unit)[0]), 1, doubt, warmth)
    design = np.stack([away * unit, np.ones(len(points))], axis=1)
    (slope, offset), *_ = np.linalg.lstsq(design, given, rcond=None)
    if slope < 0.2:
        raise CalibrationError(
            "The electrode hardly told these standards apart: is it clean, wet and plugged in, and are they "
            "what they should be?",
            len(points) - 1,
        )
    return Calibration(float(slope), float(offset), len(points), doubt, warmth)
