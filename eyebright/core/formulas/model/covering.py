"""Water to cover: worked out from what lies in the pot, and the smallest pot that takes it."""

import math
from collections.abc import Sequence
from functools import cache

from ... import tables
from ...numbers import Spread
from ...tables import Figures


@cache
def _table() -> Figures:
    return tables.figures(__file__, "covering.toml")


def covering(rooms: Sequence[float]) -> Spread:
    """mL of water that cover pieces which, lying loose, take up so many mL each; nothing for nothing."""
    room = sum(rooms)
    if room <= 0.0:
        return Spread.exact(0.0)
    table = _table()
    pots = table.as_(list[tuple[float, float]], "pots")
    wide = next((width for most, width in pots if room <= most), pots[-1][1])
    bottom = math.pi * (wide / 2.0) ** 2
    low, middle, high = (
        gap * room + above * bottom
        for gap, above in zip(table.triple("gaps"), table.triple("above"), strict=True)
    )
    return Spread(low, middle, high)
