"""The answer in plain kitchen English: whether the aim is met, why not, and the steps to pour it."""

import math
from dataclasses import dataclass
from typing import Literal

from ..numbers import Figure
from ..words import brief, ends
from .jug import JugError

Verdict = Literal[
    "reached", "loosely", "too_little", "would_not_hold", "past_the_end", "past_the_start", "as_it_is"
]


@dataclass(frozen=True)
class PouringStep:
    """One step at the basin: what to do, the one number that matters, and the detail."""

    kind: Literal["pour", "stir", "read", "use"]
    do: str
    number: str
    detail: str


@dataclass(frozen=True)
class Situation:
    """What a verdict is about. Amounts in mL, or g for a powder; volume in mL.

    `what` is the line that is worked out, `rest` what it goes into; `start` and `end` the pH with none
    of it and with the most there can be; `falling` whether it lowers the pH.
    """

    what: str
    rest: str
    unit: str
    aim: float | None
    volume: float
    ph: Figure
    wanted: float | None
    measurable: float
    amount: float
    end: float
    start: float
    falling: bool
    fills: bool


def ph_range(ph: Figure) -> str:
    """'pH 4.4, likely 4.2 to 4.7'."""
    return f"pH {ph.value:.1f}, likely {ends(ph.low, ph.high)}"


def verdict(which: Verdict, about: Situation) -> tuple[str, str]:
    """A headline and the reason behind it."""
    s = about
    aim = 0.0 if s.aim is None else s.aim
    where = f"in a {brief(s.volume)} mL jug" if s.fills else f"for {brief(s.volume)} mL in all"
    poured = f"{brief(s.amount)} {s.unit} of {s.what} {where}"
    wanted = "less than a drop" if s.wanted is None else f"{brief(s.wanted)} {s.unit}"
    kind = "weakest" if s.falling else "mildest"
    weakest = f"The {kind} mix that makes sense is {poured}: {ph_range(s.ph)}."
    match which:
        case "as_it_is":
            if s.aim is None or s.ph.low <= aim <= s.ph.high:
                met = "" if s.aim is None else f" Your aim, {aim:g}, lies within that."
                return f"This jug is about pH {s.ph.value:.1f}.", f"{ph_range(s.ph)}.{met}"
            way = "above" if s.ph.value > aim else "below"
            return (
                f"This jug is about pH {s.ph.value:.1f}, {way} the {aim:g} you aim at.",
                f"{ph_range(s.ph)}. Let a line be worked out, and it says how much of it would meet the aim.",
            )
        case "reached":
            return (
                f"Yes: pH {aim:g} is possible.",
                f"{poured} gives {ph_range(s.ph)}, and it stays there.",
            )
        case "loosely":
            return (
                f"Roughly: around pH {aim:g}, but the range is wide.",
                f"{poured} gives {ph_range(s.ph)}. Here a little more of it, or slightly different stuff, "
                "moves it a long way: read it with a strip before it goes on.",
            )
        case "too_little":
            larger = s.volume * s.measurable / (s.wanted or s.measurable)
            return (
                f"No: pH {aim:g} takes less {s.what} than a kitchen can measure.",
                f"It would take {wanted} of {s.what} in {brief(s.volume)} mL. In a jug of "
                f"{upwards(larger)} mL or more it could be measured. {weakest}",
            )
        case "would_not_hold":
            return (
                f"No: pH {aim:g} cannot sensibly be had by dilution here.",
                f"It would take {wanted} of {s.what} in {brief(s.volume)} mL, and with so little of it, "
                f"and so little in {s.rest} to steady it, the hair itself would move it by a unit. "
                f"{weakest} A buffered jug, or a more alkaline water, would hold a milder pH.",
            )
        case "past_the_end":
            far = "no sharper" if s.falling else "no more alkaline"
            why = (
                "More would not dissolve, or belongs on no head"
                if s.unit == "g"
                else "Water only raises it"
                if s.falling
                else "More of it changes nothing"
            )
            return (
                f"No: {s.what} is {far} here than about pH {s.end:.1f}.",
                f"{why}, so pH {aim:g} is out of its reach. The jug shows the nearest there is: "
                f"{ph_range(s.ph)}.",
            )
        case "past_the_start":
            does = "lowers" if s.falling else "raises"
            return (
                f"No: {s.rest} is about pH {s.start:.1f} before any {s.what} goes in.",
                f"It only {does} it, so pH {aim:g} is out of reach. {weakest}",
            )


def fits(volume: float, vessel: float) -> None:
    """Refuse a jug that is fuller than what it is mixed in."""
    if volume > vessel * 1.0001:
        raise JugError(
            f"The vessel holds {litres(vessel)}; this needs {litres(volume)}. "
            "Make less, or choose a larger one.",
            None,
            "volume",
        )


def litres(volume: float) -> str:
    """A volume (mL) as it is read out: '1.4 L', '750 mL'."""
    return f"{volume / 1000:.3g} L" if volume >= 1000.0 else f"{volume:.0f} mL"


def upwards(volume: float) -> str:
    """A volume (mL) rounded up to two figures."""
    step = 10.0 ** (math.floor(math.log10(volume)) - 1)
    return f"{math.ceil(volume / step) * step:.0f}"


def steps(pours: list[tuple[str, str, str, str]], use: str, minutes: float) -> tuple[PouringStep, ...]:
    """The few steps at the basin. `pours`: (amount with unit, in spoons, of what, its kind), in order."""
    out = []
    for position, (amount, spoonful, name, _) in enumerate(pours):
        do = f"Pour in {name}" if position == 0 else f"Add {name}"
        out.append(PouringStep("pour", do, amount, spoonful))
    out.append(PouringStep("stir", "Stir it round", "10 turns", "Slowly, until you see no streaks."))
    out.append(
        PouringStep(
            "read",
            "Take a reading",
            "1 strip",
            "Dip a strip and read it in daylight after the seconds its packet says, or use your meter. "
            "Neither? Go on without.",
        )
    )
    if use == "left_in":
        out.append(
            PouringStep("use", "On the hair", "left in", "Lean back, eyes shut. Rinse out at any sting.")
        )
    else:
        out.append(
            PouringStep(
                "use",
                "On the hair",
                f"{brief(minutes)} min",
                "Lean back, eyes shut; then rinse with plain water. Stop at any sting.",
            )
        )
    return tuple(out)
