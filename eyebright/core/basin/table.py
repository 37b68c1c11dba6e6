"""The words and figures of the basin (`basin.toml`), read once."""

from dataclasses import dataclass, field
from functools import cache

from .. import tables
from ..tables import Figures


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
class ReviewQuestion:
    """One thing that is asked of how it went; `tells`: it says how much was washed out."""

    key: str
    ask: str
    when: tuple[str, ...]
    choices: tuple[str, ...]
    only: str = ""
    tells: bool = False
    says: dict[str, str] = field(default_factory=dict)


@cache
def basin_table() -> Figures:
    """The table of `basin.toml`."""
    return tables.figures(__file__, "basin.toml")


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
    return tables.by_key(__file__, "basin.toml", "ask", Ask)


@cache
def questions() -> dict[str, ReviewQuestion]:
    """What is asked of how it went, by key."""
    return tables.by_key(__file__, "basin.toml", "question", ReviewQuestion)
