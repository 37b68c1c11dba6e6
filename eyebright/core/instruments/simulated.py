"""Stand-ins for a kitchen scale, a pH meter and a thermometer, that behave as such things do.

They are played: something is put on the scale, the electrode goes into a jug, and the clock does the
rest. A scale settles, drifts, has a tare and an overload; an electrode is slow, noisy and wrong until
it is calibrated; a probe takes its time. Time is handed in, so that the same play has the same end.
"""

import math
from dataclasses import dataclass, replace
from typing import Self

import numpy as np

from .meter import NERNST_25, ZERO_C
from .samples import Kind, Sample

SETTLES = {"scale": 0.5, "meter": 5.0, "thermometer": 2.5}  # s, time constants
STEADY = {"scale": 0.15, "meter": 0.6, "thermometer": 0.1}  # g, mV, °C from the end: it stands
NOISE = {"scale": 0.02, "meter": 0.25, "thermometer": 0.03}
DRIFT = 0.01  # g a minute
MOST_DRIFT = 0.6  # g
RESOLUTION = {"scale": 0.1, "meter": 0.1, "thermometer": 0.1}
OVERLOAD = 3000.0  # g
ELECTRODE_SLOPE, ELECTRODE_ZERO = 0.95, 14.0  # share of Nernst's slope, and mV at pH 7: a year old
ROOM = 19.0  # °C
DRY_ELECTRODE = 7.4  # the pH that it comes from, hung in the air


@dataclass(frozen=True)
class _Simulated:
    """`target` is what it comes to, `was` what it showed when that changed, at `since` (s)."""

    kind: Kind
    target: float
    was: float
    since: float = 0.0
    tare: float = 0.0
    seed: int = 3

    def put(self, value: float, now: float) -> Self:
        """What lies on it, or what it stands in, from now on (s)."""
        return replace(self, was=self._settled(now), target=value, since=now)

    def _settled(self, now: float) -> float:
        """What it has come to, without noise."""
        gone = math.exp(-max(now - self.since, 0.0) / SETTLES[self.kind])
        return self.target + (self.was - self.target) * gone

    def _noise(self, now: float) -> float:
        rng = np.random.default_rng((self.seed, int(now * 1000.0) & 0xFFFFFFFF))
        return float(rng.normal(0.0, NOISE[self.kind]))

    def _moving(self, shown: float, end: float) -> bool:
        return abs(shown - end) > STEADY[self.kind]

    def _rounded(self, value: float) -> float:
        step = RESOLUTION[self.kind]
        return round(round(value / step) * step, 6)


class Scale(_Simulated):
    """A kitchen scale: g, to a tenth, up to 3 kg."""

    def tared(self, now: float) -> Self:
        """What lies on it now is nothing from here on."""
        return replace(self, tare=self._settled(now))

    def sample(self, now: float) -> Sample:
        """g, less the tare."""
        load = self._settled(now)
        if load > OVERLOAD:
            return Sample(None, "g", "overload")
        drift = min(DRIFT * max(now - self.since, 0.0) / 60.0, MOST_DRIFT)
        shown = self._rounded(load - self.tare + drift + self._noise(now))
        return Sample(shown, "g", "moving" if self._moving(load, self.target) else "steady")


class Meter(_Simulated):
    """A pH electrode: mV; what it stands in is given as a pH, the air as a number below nothing."""

    def sample(self, now: float) -> Sample:
        """mV, by an electrode that is a year old."""
        if self.target < 0.0:
            return Sample(None, "mV", "resting")  # what it wanders about in the air means nothing
        settled = self._settled(now)
        ph = max(settled, 0.0)
        slope = NERNST_25 * ELECTRODE_SLOPE * (ROOM + ZERO_C) / (25.0 + ZERO_C)
        millivolts = ELECTRODE_ZERO + (7.0 - ph) * slope
        moving = self._moving(settled * slope, self.target * slope)
        return Sample(self._rounded(millivolts + self._noise(now)), "mV", "moving" if moving else "steady")


class Thermometer(_Simulated):
    """A kitchen thermometer: °C, to a tenth."""

    def sample(self, now: float) -> Sample:
        """°C."""
        settled = self._settled(now)
        shown = self._rounded(settled + self._noise(now))
        return Sample(shown, "C", "moving" if self._moving(settled, self.target) else "steady")


def at_rest(kind: Kind) -> Scale | Meter | Thermometer:
    """One of each kind, with nothing on it."""
    match kind:
        case "scale":
            return Scale("scale", 0.0, 0.0)
        case "meter":
            return Meter("meter", -1.0, DRY_ELECTRODE)
    return Thermometer("thermometer", ROOM, ROOM)
