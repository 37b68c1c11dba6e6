"""How warm it is when it is done, and how long until it may go on skin: by volume, step by step (model.md 9).

cooling_minutes(5000.0, 95.0)      about (150, 270): five litres are no mug
"""

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import cache

from ... import tables
from ...tables import Figures
from ..model import PlannedStep

COLD = 20.0  # °C of what is added


@cache
def cooling_table() -> Figures:
    """The table of `cooling.toml`, read once."""
    return tables.figures(__file__, "cooling.toml")


def _tau(ml: float, per_litre: float) -> float:
    return float(per_litre * max(ml / 1000.0, 0.02) ** cooling_table().number("pot", "power"))


def cooling_minutes(ml: float, celsius: float, to: float | None = None) -> tuple[float, float]:
    """Minutes, from and to, that so many mL take from one °C to another (hand-warm), standing open."""
    pot = cooling_table().number
    to = pot("pot", "hand_warm") if to is None else to
    if celsius <= to:
        return 0.0, 0.0
    room = pot("pot", "room")
    gap = math.log((celsius - room) / (to - room))
    low, _, high = cooling_table().triple("pot", "minutes_a_litre")
    return _tau(ml, low) * gap, _tau(ml, high) * gap


def after_minutes(celsius: float, minutes: float, ml: float, how: str = "cools") -> float:
    """°C of so many mL after so many minutes; `how`: a key of the table's `while`."""
    table = cooling_table()
    room = table.number("pot", "room")
    tau = _tau(ml, table.spread("pot", "minutes_a_litre").mid) * table.number("while", how)
    return room + (celsius - room) * math.exp(-minutes / tau)


def warmth(
    steps: Sequence[PlannedStep], volumes: Sequence[float]
) -> tuple[tuple[PlannedStep, ...], tuple[float, ...], float]:
    """The steps with a cooling that nobody timed as long as this volume needs, °C before each and at the end.

    `volumes`: mL in the pot after what each step adds.
    """
    celsius, inside, out = COLD, 0.0, []
    before: list[float] = []
    for each, ml in zip(steps, volumes, strict=True):
        before.append(celsius)
        if ml > inside > 0.0:
            celsius = (celsius * inside + COLD * (ml - inside)) / ml
        inside = max(ml, 1e-6)
        if each.kind.hot:
            celsius = float(each.kind.hot)
            if each.kind.draws == "steep":
                celsius = after_minutes(celsius, each.middle, inside, "covered")
        elif each.kind.does == "cools":
            if each.step.least is None and each.step.most is None:
                least, most = cooling_minutes(inside, celsius)
                each = replace(each, least=float(math.ceil(least)), most=float(math.ceil(most)))
                celsius = min(celsius, cooling_table().number("pot", "hand_warm"))
            else:
                celsius = after_minutes(celsius, each.middle, inside)
        elif celsius > COLD:
            covered = each.kind.draws == "soak" or each.kind.does in ("rests", "keeps", "bottles")
            celsius = after_minutes(celsius, each.middle, inside, "covered" if covered else "open")
        out.append(each)
    return tuple(out), tuple(before), celsius
