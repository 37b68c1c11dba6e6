"""The home titration: vinegar into a litre of tap water, read with strips, and what that says of it.

Nothing is known of the tap but that it is one; each reading of the litre with so much vinegar in it
weighs what its alkalinity may be (learning/bottles.py). One reading gives a figure, two a good one.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from ..chemistry import Reading, water_classes
from ..learning import posterior_from
from ..materials import Amount, Lot, WaterLot
from ..numbers import Draws, Figure, figure
from .jug import Line, filled
from .observation import JugObservation

TAP = "titrated"
LITRE = 1000.0
MOST = 200.0  # mL of vinegar: more than any tap takes
BEST = (4.0, 6.0)  # pH: readings in here say the most; below and above it moves too little


class TitrationError(ValueError):
    """A titration that says nothing, in plain words; `step` is the one at fault."""

    def __init__(self, message: str, step: int | None = None) -> None:
        super().__init__(message)
        self.step = step


@dataclass(frozen=True)
class Titrated:
    """What the titration says: alkalinity in mg/L as CaCO3, and what to do next to know it better."""

    alkalinity: Figure
    advice: str


def titrate(vinegar: Lot, steps: Sequence[tuple[float, Reading]], water: float = LITRE) -> Titrated:
    """The alkalinity of a water (mL) that so many mL of vinegar, all told, brought to these readings."""
    if not steps:
        raise TitrationError(
            "Pour in some vinegar and take a reading: without one there is nothing to go by."
        )
    for i, (amount, _) in enumerate(steps):
        if not 0.0 <= amount <= MOST:
            raise TitrationError(f"From 0 to {MOST:g} mL of vinegar for a litre.", i)
        if i and amount < steps[i - 1][0]:
            raise TitrationError("Give all the vinegar that is in it by then: it can only be more.", i)
    if all(amount == 0.0 for amount, _ in steps):
        raise TitrationError("The water's own pH alone says little: add vinegar, and read again.", 0)
    tap = WaterLot(TAP, water_classes()["unknown"], "the tap")
    observations = [
        JugObservation(
            filled(
                [
                    Line(tap, "amount", Amount(water, "mL")),
                    Line(vinegar, "amount", Amount(amount, "mL")),
                ],
                None,
                scope=f"step {i}",
            ),
            0.0,
            reading,
        )
        for i, (amount, reading) in enumerate(steps)
    ]
    draws = Draws(posterior=posterior_from(observations))
    tap.contribution(draws)
    found = figure(draws.used[f"{TAP}/alkalinity"], "mg/L as CaCO3")
    return Titrated(Figure(found.value, found.low, found.high, found.unit, "measured"), _advice(steps, found))


def _advice(steps: Sequence[tuple[float, Reading]], found: Figure) -> str:
    """What to do next."""
    last = steps[-1][1].figure.value
    if last > BEST[1]:
        return "Add more vinegar, a teaspoon at a time, until a strip reads between 4 and 6."
    if last < BEST[0] and len(steps) == 1:
        return "That went past what tells most. Once more, with less vinegar: aim between 4 and 6."
    if (found.high - found.low) > 0.4 * found.value:
        return "One more reading, with a little more or less vinegar, narrows it."
    return "That is as near as vinegar and strips come."
