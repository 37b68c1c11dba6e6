"""Strong helpers: what is capped by its share of the whole, whatever it is called (helpers.toml).

helpers_in_name("urea cream 40 %")     {"urea": 0.4}
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from .. import tables
from .finding import folded

PERCENT = re.compile(r"(\d+(?:[.,]\d+)?)\s*(?:%|per cent|percent)")


@dataclass(frozen=True)
class Helper:
    """One of them: % of the whole that it may be, rinsed out and left in; `far` times that is a stop.

    0 where that is no question. `words`: names that give it away.
    """

    key: str
    name: str
    rinsed: float
    left: float
    far: float
    words: tuple[str, ...]
    source: str

    def cap(self, use: str) -> float:
        """% of the whole at most, for this use."""
        return self.left if use == "left_in" else self.rinsed


@cache
def helper_table() -> dict[str, Helper]:
    """Every strong helper by key."""
    found = [{"key": key, **row} for key, row in tables.read(__file__, "helpers.toml").items()]
    return {row.key: row for row in tables.rows_of(found, "helpers.toml", Helper)}


def helpers_in_name(name: str, percent: float | None = None) -> Mapping[str, float]:
    """The helpers that a name says, as shares of the mass: `percent`, the per cent in the name, or all."""
    said = folded(name)
    found = PERCENT.search(said)
    if percent is None:
        percent = float(found[1].replace(",", ".")) if found else 100.0
    share = min(percent, 100.0) / 100.0
    return {
        each.key: share
        for each in helper_table().values()
        if any(folded(word) in said for word in each.words)
    }
