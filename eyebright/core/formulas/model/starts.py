"""Starting points of our own for every family."""

from dataclasses import dataclass
from functools import cache

from ... import tables


@dataclass(frozen=True)
class StartLine:
    """One line: a material of the library or a class of water; "" where form and phase are usual."""

    what: str
    amount: float
    unit: str
    form: str = ""
    phase: str = ""


@dataclass(frozen=True)
class Start:
    """One starting point, as its file has it."""

    key: str
    name: str
    family: str
    about: str
    lines: tuple[StartLine, ...]
    minutes: float | None = None
    makes: float | None = None
    place: str = "fridge"
    bottle: str = "glass"
    cover: bool = False


@cache
def starts() -> dict[str, Start]:
    """Every starting point by key, in the file's order."""
    return tables.by_key(
        __file__, "starts.toml", "start", Start, lines=lambda lines: tuple(StartLine(*line) for line in lines)
    )
