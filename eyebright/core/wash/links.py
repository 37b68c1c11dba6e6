"""The links of a wash: what goes on where, when and how; pauses and handiwork between them.

timed([grains on the scalp, mask on the lengths (beside), water on both])   0 · 0 · when both are off
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from .. import tables
from ..chain import REACHED
from ..formulas.model import Formula
from ..tables import Figures
from ..vocabulary import LinkZone, Wetness, Zone


@dataclass(frozen=True)
class Pause:
    """Time in a wash that nothing goes on in, a row of `links.toml`.

    `hands`: whether somebody is at it; `ahead`: it comes before the wash itself where something is still to
    be rinsed out, and after it where nothing is; `after`: the basin is free from it on, and nothing that must
    be rinsed out is on any more.
    """

    key: str
    name: str
    minutes: float
    hands: bool
    how: str
    ahead: bool = False
    after: bool = False


@dataclass(frozen=True)
class Sections:
    """How something goes on, section by section: how many, minutes for each, and what each is called."""

    key: str
    name: str
    count: int
    minutes: float
    parts: tuple[str, ...] = ()

    @property
    def whole(self) -> float:
        """Minutes until all of it is on."""
        return self.count * self.minutes


@dataclass(frozen=True)
class WashLink:
    """One link of a wash: a formula; a pause by its key; or plain water for neither.

    A bought thing is its own formula of one line (`ready_formula`), and so is what was made. `minutes` on
    the head and `cover` (None: the formula's own); `times` its usual dose, or `grams` of it; `available`: g
    that there are of it, more cannot go on; `parts` of water to one that it is thinned with; `beside`: it
    goes on as soon as its own zone is free, while what went before it elsewhere is still on; `optional`: it
    may be left out; `sections` by key, or `on_over` so many minutes as it really was.
    """

    formula: Formula | None
    zone: LinkZone = "both"
    minutes: float | None = None
    times: float = 1.0
    name: str = ""
    cover: bool | None = None
    pause: str = ""
    beside: bool = False
    wetness: Wetness | None = None
    parts: int = 0
    grams: float | None = None
    available: float | None = None
    optional: bool = False
    sections: str = ""
    on_over: float | None = None

    @property
    def thinned(self) -> int:
        """Parts of water to one of it: its own, else those that its formula is always thinned with."""
        return self.parts or (self.formula.thinned if self.formula else 0)


@cache
def links_table() -> Figures:
    """The table of `links.toml`, read once."""
    return tables.figures(__file__, "links.toml")


@cache
def pauses() -> dict[str, Pause]:
    """Every pause, by key."""
    return tables.by_key(__file__, "links.toml", "pause", Pause)


@cache
def sections() -> dict[str, Sections]:
    """Every way of going on section by section, by key."""
    return tables.by_key(__file__, "links.toml", "section", Sections)


PauseWhen = Literal["ahead", "within", "after"]


def pause_when(links: Sequence[WashLink]) -> list[PauseWhen | None]:
    """When each pause comes: ahead of the basin, within the wash, or after it; None for what is no pause.

    A night is ahead of the basin where something is still on or is rinsed out later, and after it where plain
    water was before it or nothing must come off; what is plaited or wrapped for a night ahead of the basin is
    not after it.
    """
    return [_pause_when(place, links) if link.pause else None for place, link in enumerate(links)]


def _pause_when(place: int, links: Sequence[WashLink]) -> PauseWhen:
    row = pauses()[links[place].pause]
    if row.ahead:
        return "ahead" if _is_ahead(place, links) else "after"
    nights = (other for other, each in enumerate(links) if other > place and each.pause)
    oiled = any(pauses()[links[night].pause].ahead and _is_ahead(night, links) for night in nights)
    return "after" if row.after and not oiled else "within"


def _is_ahead(night: int, links: Sequence[WashLink]) -> bool:
    before = [each for each in links[:night] if not each.pause]
    if any(map(_is_water, before)):
        return False
    still_on = bool(before) and _rinses(before[-1])
    return still_on or any(map(_rinses, links[night + 1 :]))


def _is_water(link: WashLink) -> bool:
    return link.formula is None and not link.pause


def _rinses(link: WashLink) -> bool:
    return _is_water(link) or (link.formula is not None and link.formula.use == "rinsed_out")


def puts_on(link: WashLink) -> float:
    """Minutes that it takes to go on."""
    if link.on_over is not None:
        return link.on_over
    way = sections().get(link.sections)
    return way.whole if way else 0.0


def timed(links: Sequence[WashLink], takes: Sequence[float]) -> list[float]:
    """When each link begins, in minutes. `takes`: minutes that each takes up.

    One begins when all before it are off; one `beside` when its own zone is free, and no sooner than what it
    goes on beside.
    """
    starts: list[float] = []
    until: dict[Zone, float] = {"scalp": 0.0, "lengths": 0.0}
    end = since = 0.0
    for link, minutes in zip(links, takes, strict=True):
        reached = REACHED[link.zone]
        start = max([since, *(until[zone] for zone in reached)]) if link.beside else end
        since = since if link.beside else start
        starts.append(start)
        end = max(end, start + minutes)
        for zone in reached:
            until[zone] = start + minutes
    return starts
