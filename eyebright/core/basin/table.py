"""The words and figures of the basin (`basin.toml`), read once."""

from dataclasses import dataclass, field
from functools import cache
from typing import Any

from .. import tables


@dataclass(frozen=True)
class Posture:
    """How the head is held, and what that says of the eyes."""

    key: str
    name: str
    eyes: str


@dataclass(frozen=True)
class Trouble:
    """What goes amiss: what to do `now`, what is said the `next` time."""

    key: str
    name: str
    now: str
    next: str


@dataclass(frozen=True)
class Help:
    """First aid: its clock in minutes (`strong` after soda, soap or ash; 0 for none), and whom to call.

    `bars`: why nothing more goes on in this wash; empty where it may.
    """

    key: str
    name: str
    minutes: float
    strong: float
    steps: tuple[str, ...]
    call: str
    source: str
    bars: str = ""


@dataclass(frozen=True)
class Ask:
    """When it is asked how a wash went: hours after its end, `start` at the soonest, and reminded `after`."""

    key: str
    name: str
    start: float
    after: float
    locs: float | None = None


@dataclass(frozen=True)
class Question:
    """One thing that is asked of how it went; `tells`: it says how much was washed out."""

    key: str
    ask: str
    when: tuple[str, ...]
    choices: tuple[str, ...]
    only: str = ""
    tells: bool = False
    says: dict[str, str] = field(default_factory=dict)


@cache
def basin_table() -> dict[str, Any]:
    """The table of `basin.toml`."""
    return tables.read(__file__, "basin.toml")


@cache
def postures() -> dict[str, Posture]:
    """Ways of holding the head, by key; the first is the usual one."""
    return tables.by_key(__file__, "basin.toml", "posture", Posture)


@cache
def troubles() -> dict[str, Trouble]:
    """What goes amiss, by key."""
    return tables.by_key(__file__, "basin.toml", "trouble", Trouble)


@cache
def helps() -> dict[str, Help]:
    """First aid, by key."""
    return tables.by_key(__file__, "basin.toml", "help", Help)


@cache
def asks() -> dict[str, Ask]:
    """When it is asked how a wash went, by key, in order of time."""
    rows = [{("start" if name == "from" else name): each for name, each in row.items()}
            for row in basin_table()["ask"]]  # fmt: skip
    return {row["key"]: Ask(**row) for row in rows}


@cache
def questions() -> dict[str, Question]:
    """What is asked of how it went, by key."""
    lists = ("when", "choices")
    return {
        row["key"]: Question(**row | {name: tuple(row[name]) for name in lists})
        for row in basin_table()["question"]
    }
