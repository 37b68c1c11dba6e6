"""Essential oils: drops to mL to a share of the whole, against the caps (model.md 11)."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np

from ... import tables
from ...numbers import Array, Figure, figure, middle
from ...rules import limits_for
from ...tables import Figures
from ..prepare import Preparation

RINSED = 2.0  # times as much of a harsh oil in what is rinsed out


@dataclass(frozen=True)
class Scent:
    """% of the whole that is essential oil, its cap for this head and use, and how much of it is left.

    `photo`: how much of what sun allows is used up, 1 at the cap; `own_over`: the same of what harsh oils
    may be by themselves, `own_said` in words; `carried`: whether something in it takes the oil up.
    """

    percent: Figure
    cap: float
    why: str
    photo: float
    own_over: float
    own_said: str
    carried: bool
    grams: Array


@cache
def scent_table() -> Figures:
    """The table of `scent.toml`, read once."""
    return tables.figures(__file__, "scent.toml")


def scent_of(
    preparation: Preparation, head: Mapping[str, Any], saponin: Array, washing: Array
) -> Scent | None:
    """What there is to say of its essential oils; None where there are none.

    `head`: its facts; `saponin`, `washing`: g of them, which carry a drop of oil as soap does.
    """
    oils = [one for one in preparation.lines if one.material and "scented" in one.material.hazards]
    if not oils:
        return None
    draws = preparation.draws
    grams = sum((one.grams for one in oils), np.zeros(1))
    percent = np.broadcast_to(100.0 * grams / preparation.total, (draws.count,))
    table = scent_table()
    whole = middle(preparation.total)
    percents = [(one, one.material, 100.0 * middle(one.grams) / whole) for one in oils if one.material]
    photo = sum(
        share / (material.sun_cap or table.number("photo", "other"))
        for _, material, share in percents
        if "sun" in material.hazards
    )
    room_for = RINSED if preparation.formula.use == "rinsed_out" else 1.0
    harsh = [each for each in percents if each[1].own_cap]
    takes = {
        "oil": preparation.grams_of(("oil", "butter")),
        "soap": preparation.grams_of(("soap", "surfactant")),
        "humectant": preparation.grams_of(("humectant",)),
        "saponin": saponin,
        "washing": washing,
        "cream": preparation.grams_of(("dairy", "plant cream", "bought", "egg", "emulsifier")),
    }
    room = sum(middle(each) / table.number("carrier", name) for name, each in takes.items())
    return Scent(
        percent=figure(percent, "% of the whole"),
        cap=cap_for(preparation.formula.use, head),
        why="leans on the IFRA Standards; a child, and pregnancy, take less",
        photo=photo,
        own_over=sum(share / (room_for * material.own_cap) for _, material, share in harsh),
        own_said=", ".join(
            f"{one.weighed.line.supply.name} {share:.2g} %, at most {room_for * material.own_cap:g} %"
            for one, material, share in harsh
        ),
        carried=room >= middle(grams),
        grams=np.broadcast_to(grams, (draws.count,)),
    )


def cap_for(use: str, head: Mapping[str, Any]) -> float:
    """The most essential oil (% of the whole) for this use on this head."""
    return limits_for(head)["scent_left_in" if use == "left_in" else "scent_rinsed_out"]
