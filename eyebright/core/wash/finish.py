"""How the hair dries at the end of a wash: loose, or set by what stays in it. Rule of thumb."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np

from .. import tables
from ..chain import chain_table
from ..formulas.assess import Assessment
from ..heads import HairAndScalp
from ..numbers import Array, Draws, Figure, figure
from .links import links_table

HUNDRED = 100.0


@dataclass(frozen=True)
class Finish:
    """How stiff it dries: `film`, g of what sets on 100 g of hair, and the words for it."""

    key: str
    name: str
    says: str
    film: Figure


@dataclass(frozen=True)
class FinishRow:
    """What hair is like with at `least` so much of a film on it, g in 100 g."""

    key: str
    name: str
    least: float
    says: str


@cache
def finish_rows() -> list[FinishRow]:
    """The rows of `links.toml`, the least film first."""
    return tables.rows(__file__, "links.toml", "finish", FinishRow)


def finish_of(links: Sequence[tuple[Assessment | None, Array]], on: HairAndScalp, draws: Draws) -> Finish:
    """The finish after these links, each with g of it on the lengths, shape (draws,) or (1,)."""
    sets, stays = links_table().numbers("sets"), chain_table().numbers("stays")
    film = np.zeros(1)
    for found, dose in links:
        if found is None or (found.formula.use != "left_in" and not found.formula.family.stays):
            continue
        made = found.preparation
        each = sum((made.grams_of((kind,)) * share for kind, share in sets.items()), np.zeros(1))
        film = film + each / made.total * dose * stays["left_in"]
    shown = figure(draws.each(HUNDRED * film / on.mass), "g in 100 g")
    row = [row for row in finish_rows() if row.least <= shown.value][-1]
    custom = Figure(shown.value, shown.low, shown.high, shown.unit, "custom")
    return Finish(row.key, row.name, row.says, custom)
