"""A wash as steps at the basin, one press each: what goes on, what comes off by what, and what is waited for.

steps_of([clay, water, rinse])      ready · clay on · clay off · rinse on · rinse off · end
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..chain import NEAR, REACHED, OnHead, outlasted
from ..vocabulary import LinkZone

Kind = Literal["ready", "put_on", "rinse", "pause", "end"]


@dataclass(frozen=True)
class BasinLink:
    """One link of a wash as the basin takes it.

    `start` and `minutes` as planned: on the head once all of it is on, or of a pause; `rinsed`: it comes off
    again; `sections` that it goes on in, each in `each` minutes, called `section` together and `parts` one by
    one; `most` and `never`: minutes of the first section from which they are warned of and stopped (None:
    none); `amount` that goes on, `measured` by spoons and cups, and `says` what there is of it; `how` a pause
    is done; `after`: that it comes after the basin; `ph` low, middle, high; `strong`: alkaline, longer to
    rinse out of an eye; `eyes`: it harms them; `poured`: what is left of it can be poured again; `note`: what
    is known of it, and of the last time; `optional`: when it is done at all, empty for always.
    """

    id: int
    name: str
    what: Literal["put_on", "water", "pause"]
    zone: LinkZone = "both"
    start: float = 0.0
    minutes: float = 1.0
    rinsed: bool = True
    sections: int = 1
    each: float = 0.0
    section: str = ""
    parts: tuple[str, ...] = ()
    most: float | None = None
    never: float | None = None
    amount: str = ""
    says: str = ""
    measured: str = ""
    how: str = ""
    hands: bool = True
    after: bool = False
    ph: tuple[float, float, float] | None = None
    strong: bool = False
    eyes: bool = False
    poured: bool = False
    cover: bool = False
    note: str = ""
    optional: str = ""

    @property
    def zones(self) -> set[str]:
        """Where it reaches."""
        return set(REACHED[self.zone]) or {"face"}


@dataclass(frozen=True)
class Step:
    """One step: of which link, what comes off with it, and how many presses it takes."""

    key: str
    kind: Kind
    link: int | None = None
    offs: tuple[int, ...] = ()
    presses: int = 1


def steps_of(basin_links: Sequence[BasinLink]) -> tuple[Step, ...]:
    """The steps, in order of time. What is rinsed out comes off with the next thing that reaches its zone,
    and before whatever comes after the basin.

    Beside something longer on another zone it comes off at its own minutes, by a rinse of its own.
    """
    out = [Step("ready", "ready")]
    on: list[BasinLink] = []
    by_itself = {each.id for each in basin_links if each.rinsed and _outlasted(each, basin_links)}
    for link in sorted(basin_links, key=lambda each: each.start):
        for each in [each for each in on if each.id in by_itself and _off_before(each, link)]:
            out.append(_own_rinse(each))
            on.remove(each)
        if link.what == "pause":
            if link.after and on:
                out.append(Step(f"before-{link.id}", "rinse", None, tuple(each.id for each in on)))
                on = []
            out.append(Step(f"pause-{link.id}", "pause", link.id))
            continue
        met = [each for each in on if _meets(each, link)]
        on = [each for each in on if each not in met]
        offs = tuple(each.id for each in met)
        if link.what == "water":
            out.append(Step(f"off-{link.id}", "rinse", link.id, offs))
            continue
        if offs:
            out.append(Step(f"before-{link.id}", "rinse", None, offs))
        out.append(Step(f"on-{link.id}", "put_on", link.id, presses=max(link.sections, 1)))
        if link.rinsed:
            on.append(link)
    for each in sorted((each for each in on if each.id in by_itself), key=_end):
        if len(on) > 1:
            out.append(_own_rinse(each))
            on.remove(each)
    if on:
        out.append(Step("last", "rinse", None, tuple(each.id for each in on)))
    return (*out, Step("end", "end"))


def _end(link: BasinLink) -> float:
    return link.start + link.sections * link.each + link.minutes


def _off_before(on: BasinLink, comes: BasinLink) -> bool:
    """Whether its minutes end before something comes that does not take it off itself."""
    late = comes.start + (-NEAR if _meets(on, comes) else NEAR)
    return _end(on) <= late


def _own_rinse(link: BasinLink) -> Step:
    return Step(f"alone-{link.id}", "rinse", None, (link.id,))


def _outlasted(link: BasinLink, basin_links: Sequence[BasinLink]) -> bool:
    def on_head(each: BasinLink) -> OnHead:
        zones = REACHED[each.zone] if each.what == "put_on" and each.rinsed else ()
        return OnHead(each.start, _end(each), zones)

    return outlasted(on_head(link), [on_head(each) for each in basin_links if each.id != link.id])


def _meets(on: BasinLink, comes: BasinLink) -> bool:
    """Whether what comes reaches what is there; water over all of it reaches the face too."""
    return bool(on.zones & comes.zones) or (comes.what == "water" and comes.zone == "both")
