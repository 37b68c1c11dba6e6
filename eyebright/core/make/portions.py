"""Portions: until when what was filled keeps, and why; a bottle as a measuring jug of its own.

use_by(life, "fridge", filled)                   the day that the weakest link gives, with its reason
topped_up(old, new)                              the older date: fresh on top of old keeps no longer
fill_lines([("Rain water", 300, True), …], bottle)  how high each line stands in a bottle that was measured
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import pairwise

from ..formulas.assess import ShelfLife
from ..vocabulary import Place

THAWED = "Thawed: use it today, and never freeze it again."
TOPPED = "Topped up: what was in it before sets the date."
HOUSE = " Shorter than usual: {count} made alike went off sooner here."
FROZEN_LATE = "It was frozen past its date: that saves nothing."


@dataclass(frozen=True)
class UseBy:
    """The last day that something is used on, and why."""

    day: date
    reason: str


def use_by(
    life: ShelfLife,
    place: Place,
    filled: date,
    moved: date | None = None,
    thawed: date | None = None,
    sooner: tuple[float, int] = (1.0, 0),
) -> UseBy:
    """Until when it keeps. `filled`: when it was made; `moved`: when it came into its place, if later.

    A freezer stops the clock where it is frozen in time. `sooner`: how much shorter things made alike keep
    in this household (at most 1), and how many told so.
    """
    if thawed is not None:
        return UseBy(thawed, THAWED)
    kept = life.at(place)
    days = kept.days * min(sooner[0], 1.0)
    reason = kept.reason + (HOUSE.format(count=sooner[1]) if sooner[0] < 1.0 and kept.days else "")
    if place == "freezer":
        frozen = moved or filled
        if frozen > filled + timedelta(days=life.at("fridge").days):
            return UseBy(filled + timedelta(days=life.at("fridge").days), FROZEN_LATE)
        return UseBy(frozen + timedelta(days=int(days)), reason)
    return UseBy(filled + timedelta(days=int(days)), reason)


def topped_up(old: UseBy, new: UseBy) -> UseBy:
    """What a container keeps to once something fresh is poured on what was in it."""
    return UseBy(old.day, f"{TOPPED} {old.reason}") if old.day <= new.day else new


LEAST_RISE = 3.0  # mm: two lines closer than that are not told apart


@dataclass(frozen=True)
class FillLine:
    """One line of a strip on a bottle: of what, mL up to it, mm from the inside bottom and from the last one.

    `into_liquid`: it goes into something that stands level, so that its own level can be read.
    """

    name: str
    upto: float
    height: float
    rise: float
    into_liquid: bool

    @property
    def plain(self) -> bool:
        """Whether it can be measured by its line; else by the spoon."""
        return self.into_liquid and self.rise >= LEAST_RISE


def fill_lines(
    pours: Sequence[tuple[str, float, bool]], marks: Sequence[tuple[float, float]]
) -> tuple[FillLine, ...]:
    """Where each line of a bottle stands.

    `pours`: (name, mL, whether it is liquid) in order; `marks`: (mL, mm) that were measured.

    Between what was measured the bottle is taken to be straight; ValueError beyond the last, or for none.
    """
    known = sorted([(0.0, 0.0), *marks])
    out: list[FillLine] = []
    upto, last, level = 0.0, 0.0, False
    for name, ml, liquid in pours:
        upto, level = upto + ml, level or liquid
        if upto > known[-1][0] * 1.001:
            raise ValueError(f"It holds {known[-1][0]:.0f} mL to its highest mark; this needs {upto:.0f} mL.")
        for (low, below), (high, above) in pairwise(known):
            if upto <= high * 1.001:
                height = below + (above - below) * (upto - low) / (high - low)
                out.append(FillLine(name, upto, height, height - last, level))
                last = height
                break
    return tuple(out)
