"""Water to cover: worked out from what lies in the pot, and the smallest pot that takes it."""

import math
from collections.abc import Sequence
from functools import cache
from typing import Any

from ... import tables
from ...numbers import Spread


@cache
def _table() -> dict[str, Any]:
    return tables.read(__file__, "covering.toml")


def covering(rooms: Sequence[float]) -> Spread:
    """mL of water that cover pieces which, lying loose, take up so many mL each; nothing for nothing."""
    room = sum(rooms)
    if room <= 0.0:
        return Spread.exact(0.0)
    table = _table()
    wide = next((width for most, width in table["pots"] if room <= most), table["pots"][-1][1])
    bottom = math.pi * (wide / 2.0) ** 2
    low, middle, high = (
        gap * room + above * bottom for gap, above in zip(table["gaps"], table["above"], strict=True)
    )
    return Spread(low, middle, high)
