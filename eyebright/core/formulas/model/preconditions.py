"""What must hold on the head before a formula goes on: an oil-free scalp, detangled hair, dry roots."""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from ... import tables
from ...vocabulary import Wetness
from ...words import listed


@dataclass(frozen=True)
class Precondition:
    """One of them, a row of `preconditions.toml`; `wetness`: how wet the hair may be, empty for any way."""

    key: str
    name: str
    no_oil: bool = False
    wetness: tuple[Wetness, ...] = ()
    hear: tuple[str, ...] = ()


@cache
def preconditions() -> dict[str, Precondition]:
    """Every precondition, by key."""
    return tables.by_key(__file__, "preconditions.toml", "precondition", Precondition)


def wanted(keys: Iterable[str]) -> str:
    """These preconditions as they are said: "an oil-free scalp and detangled hair"; "" for none."""
    return listed([preconditions()[key].name for key in keys])
