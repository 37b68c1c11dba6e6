"""How it cools: until it is safe for this head, and until it is as warm as the kitchen (model.md 9).

cooling(800, start=95).until(41)                      about 72 min, likely 52 to 98
cooling(800, start=95, readings=[(30, 61)]).until(41) surer: the thermometer says how this pot cools
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..formulas.prepare import cooling_table
from ..numbers import Z_90, Array, Draws, Figure, Spread, importance_weights
from ..words import at_least

DRAWS = 400
STIRRED, SLIP = 0.05, 0.05  # a pot is not as warm everywhere; share of readings that are amiss
LEAST_ML, NEAR_ROOM = 20.0, 2.0  # °C above the kitchen that nobody feels


@dataclass(frozen=True)
class Cooling:
    """Draws of one pot as it cools: °C at `since` minutes, the kitchen's °C, minutes of its time constant.

    `weights`: how well each agrees with what a thermometer said; `steam`: how much faster above steaming.
    """

    celsius: Array
    room: Array
    tau: Array
    weights: Array
    since: float
    steam: float

    def at(self, minutes: float) -> Figure:
        """°C so many minutes after the beginning."""
        return self._figure(_after(self.celsius, self.room, self.tau, self.steam, minutes - self.since), "°C")

    def until(self, celsius: float) -> Figure | None:
        """Minutes after the beginning until it is no warmer; None where the kitchen itself is as warm."""
        if float(np.median(self.room)) >= celsius - 0.5:
            return None
        room = np.minimum(self.room, celsius - 0.5)
        takes = _takes(self.celsius, room, self.tau, self.steam, celsius)
        return self._figure(np.maximum(self.since + takes, 0.0), "min")

    def until_room(self) -> Figure:
        """Minutes after the beginning until it is as warm as the kitchen, near enough to feel no odds."""
        takes = _takes(self.celsius, self.room, self.tau, self.steam, self.room + NEAR_ROOM)
        return self._figure(self.since + takes, "min")

    def _figure(self, values: Array, unit: str) -> Figure:
        order = np.argsort(values)
        share = np.cumsum(self.weights[order]) - self.weights[order] / 2.0
        low, mid, high = np.interp((0.05, 0.5, 0.95), share, values[order])
        return Figure(float(mid), float(low), float(high), unit)


def cooling(
    ml: float,
    start: float,
    vessel: str = "pot",
    lid: str = "off",
    room: float | None = None,
    readings: Sequence[tuple[float, float]] = (),
) -> Cooling:
    """How so many mL cool from `start` °C. `readings`: (minutes since the beginning, °C), in order of time.

    KeyError for a vessel or a lid that there is not.
    """
    table, draws = cooling_table(), Draws(DRAWS).within("cooling")
    doubt = table.numbers("doubt")
    slower = table.numbers("vessel")[vessel] * table.numbers("lid")[lid]
    litres = max(ml, LEAST_ML) / 1000.0
    per_litre = table.spread("pot", "minutes_a_litre")
    tau = draws.of("tau", Spread(per_litre.low, per_litre.mid, per_litre.high, floor=10.0))
    tau = tau * slower * litres ** table.number("pot", "power")
    middle = table.number("pot", "room") if room is None else room
    around = draws.of("room", _about(middle, doubt["room"]))
    celsius = np.maximum(draws.of("start", _about(start, doubt["start"])), around)
    steam = table.number("steam", "open") if lid == "off" and vessel != "flask" else 1.0
    weights, since = np.full(DRAWS, 1.0 / DRAWS), 0.0
    for minutes, read in readings:
        seen = _after(celsius, around, tau, steam, minutes - since)
        sd = np.hypot(doubt["thermometer"] / Z_90, STIRRED * np.maximum(celsius - read, 0.0))
        fits = (1.0 - SLIP) * np.exp(-0.5 * ((seen - read) / sd) ** 2) + SLIP  # one read amiss teaches little
        weights = importance_weights(np.log(weights) + np.log(fits))
        celsius, since = draws.of(f"read {minutes:.1f}", _about(read, doubt["thermometer"])), minutes
    return Cooling(celsius, around, tau, weights, since, steam)


def _about(value: float, reach: float) -> Spread:
    return Spread(value - reach, value, value + reach, floor=-20.0)


def _after(celsius: Array, room: Array, tau: Array, steam: float, minutes: float) -> Array:
    """°C so many minutes later: faster while it steams, then by Newton's law."""
    if minutes <= 0.0:
        return celsius
    above = cooling_table().number("steam", "above")
    steaming = _newton_time(celsius, room, tau * steam, above)
    hot = np.minimum(steaming, minutes)
    then = room + (celsius - room) * np.exp(-hot / (tau * steam))
    left: Array = room + (then - room) * np.exp(-(minutes - hot) / tau)
    return left


def _takes(celsius: Array, room: Array, tau: Array, steam: float, to: Array | float) -> Array:
    """Minutes until it is no warmer than `to`."""
    above = np.maximum(cooling_table().number("steam", "above"), to)
    hot = _newton_time(celsius, room, tau * steam, above)
    rest: Array = hot + _newton_time(np.minimum(celsius, above), room, tau, to)
    return rest


def _newton_time(celsius: Array, room: Array, tau: Array, to: Array | float) -> Array:
    gap = np.maximum(celsius - room, 1e-9) / np.maximum(to - room, 1e-9)
    return np.where(celsius > to, tau * np.log(np.maximum(gap, 1.0)), 0.0)


def skin_safe(careful: bool) -> float:
    """°C that skin bears: of a child, a tender or an old scalp (`careful`), or anybody's."""
    return cooling_table().number("pot", "hand_warm" if careful else "burns")


def minutes_said(figure: Figure) -> str:
    """Minutes as people say them, with their range: 'about 1 h 10, likely 50 min to 1 h 40'."""
    return f"about {at_least(figure.value)}, likely {at_least(figure.low)} to {at_least(figure.high)}"
