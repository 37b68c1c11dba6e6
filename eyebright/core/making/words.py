"""The answer in plain kitchen English: whether the aim is met, why not, and the steps to pour it."""

import math
from dataclasses import dataclass
from typing import Literal

from ..chemistry.uncertainty import Figure
from ..quantities import said

Verdict = Literal["reached", "loosely", "too_little", "would_not_hold", "below_acid", "above_water"]


@dataclass(frozen=True)
class Step:
    """One step at the basin: what to do, the one number that matters, and the detail."""

    kind: Literal["pour", "stir", "read", "use"]
    do: str
    number: str
    detail: str


@dataclass(frozen=True)
class Situation:
    """What a verdict is about. Amounts in mL, or g for a powder; volume in mL."""

    acid: str
    water: str
    unit: str
    aim: float
    volume: float
    ph: Figure
    wanted: float | None
    measurable: float
    amount: float
    pure: float
    plain: float


def ph_range(ph: Figure) -> str:
    """'pH 4.4, likely 4.2 to 4.7'."""
    return f"pH {ph.value:.1f}, likely {ph.low:.1f} to {ph.high:.1f}"


def verdict(which: Verdict, about: Situation) -> tuple[str, str]:
    """A headline and the reason behind it."""
    s = about
    poured = f"{said(s.amount)} {s.unit} of {s.acid} in a {said(s.volume)} mL jug"
    wanted = "less than a drop" if s.wanted is None else f"{said(s.wanted)} {s.unit}"
    weakest = f"The weakest rinse that makes sense is {poured}: {ph_range(s.ph)}."
    match which:
        case "reached":
            return (
                f"Yes: pH {s.aim:g} can be had by dilution.",
                f"{poured} gives {ph_range(s.ph)}, and there is enough acid in it to hold that.",
            )
        case "loosely":
            return (
                f"Roughly: around pH {s.aim:g}, but the range is wide.",
                f"{poured} gives {ph_range(s.ph)}. Here a little more acid, or a slightly different "
                "water, moves it a long way: read it with a strip before it goes on.",
            )
        case "too_little":
            larger = s.volume * s.measurable / (s.wanted or s.measurable)
            return (
                f"No: pH {s.aim:g} takes less acid than a kitchen can measure.",
                f"It would take {wanted} of {s.acid} in {said(s.volume)} mL. In a jug of "
                f"{upwards(larger)} mL or more it could be measured. {weakest}",
            )
        case "would_not_hold":
            return (
                f"No: pH {s.aim:g} cannot sensibly be had by dilution here.",
                f"It would take {wanted} of {s.acid} in {said(s.volume)} mL, and with so little acid, "
                f"and so little in {s.water} to steady it, the hair itself would move it by a unit. "
                f"{weakest} A more alkaline water would hold a milder pH.",
            )
        case "below_acid":
            why = (
                "Water only raises it"
                if s.unit == "mL"
                else "More would not dissolve, or belongs in no rinse"
            )
            return (
                f"No: {s.acid} is no sharper than about pH {s.pure:.1f}.",
                f"{why}, so pH {s.aim:g} is out of its reach. The jug shows the nearest there is: "
                f"{ph_range(s.ph)}.",
            )
        case "above_water":
            return (
                f"No: {s.water} is about pH {s.plain:.1f} before anything goes in.",
                f"Acid only lowers it, so pH {s.aim:g} is out of reach. {weakest}",
            )


def upwards(volume: float) -> str:
    """A volume (mL) rounded up to two figures."""
    step = 10.0 ** (math.floor(math.log10(volume)) - 1)
    return f"{math.ceil(volume / step) * step:.0f}"


def steps(pours: list[tuple[str, str, str]], use: str, minutes: float) -> tuple[Step, ...]:
    """The few steps at the basin. `pours`: (amount with unit, in spoons, of what), in order."""
    out = []
    for position, (amount, spoonful, name) in enumerate(pours):
        do = f"Pour in {name}" if position == 0 else f"Add {name}"
        out.append(Step("pour", do, amount, spoonful))
    out.append(Step("stir", "Stir it round", "10 turns", "Slowly, until you see no streaks."))
    out.append(
        Step(
            "read",
            "Dip a strip",
            "1 strip",
            "Read it in daylight after the seconds its packet says. No strips? Go on without.",
        )
    )
    if use == "left_in":
        out.append(Step("use", "On the hair", "left in", "Lean back, eyes shut. Rinse out at any sting."))
    else:
        out.append(
            Step(
                "use",
                "On the hair",
                f"{said(minutes)} min",
                "Lean back, eyes shut; then rinse with plain water. Stop at any sting.",
            )
        )
    return tuple(out)
