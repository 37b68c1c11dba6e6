"""Water to cover: worked out from what lies in the pot, and the smallest pot that takes it."""

import math
import tomllib
from collections.abc import Sequence
from functools import cache
from pathlib import Path
from typing import Any

from ...numbers import Spread


@cache
def _table() -> dict[str, Any]:
    return tomllib.loads(Path(__file__).with_name("covering.toml").read_text("utf-8"))


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
