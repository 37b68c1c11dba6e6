"""A wash made to suit a head: no cover, shorter, thinner, less of it, or without; as little of that as helps.

suit([WashLink(soap, cover=True, minutes=20.0), …], by, asks)      "no cover", "2 minutes, not 20"
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from ..formulas.model import Formula
from ..rules import Caution
from .chain import Wash
from .links import WashLink

MOST_PARTS = 4
LESS = (0.75, 0.5, 0.35)  # times the dose, where it washes out too much

Alone = Callable[[WashLink], Sequence[Caution]]
Whole = Callable[[Sequence[WashLink]], Wash]


@dataclass(frozen=True)
class LinkChange:
    """What is changed of one link: its place, what it is now (None: left out), and that in words."""

    place: int
    link: WashLink | None
    says: str


@dataclass(frozen=True)
class Suit:
    """A wash and what it becomes: nothing is changed where nothing stands against it."""

    changes: tuple[LinkChange, ...]
    before: Wash
    after: Wash | None


def suit(links: Sequence[WashLink], alone: Alone, whole: Whole, most_lift: float | None = None) -> Suit:
    """What makes a wash suit whom it is for. `alone`: the cautions of one link; `whole`: the wash of all.

    `most_lift`: the largest share of the scalp's oil that this head asks to lose, None for nobody's.
    """
    before = whole(links)
    changes = [found for place, link in enumerate(links) if (found := _suited(place, link, alone))]
    now: list[WashLink | None] = list(links)
    for change in changes:
        now[change.place] = change.link
    after = whole(_kept(now)) if changes and _kept(now) else before
    if most_lift is not None and _kept(now) and after.scalp_lift.value > most_lift:
        less = _less(now, whole, most_lift)
        if less is not None:
            more, after = less
            by_place = {each.place: each for each in changes}
            changes = [*(each for each in changes if each.place not in {one.place for one in more})]
            for each in more:
                had = by_place.get(each.place)
                changes.append(replace(each, says=f"{had.says}; {each.says}") if had else each)
    if not changes:
        return Suit((), before, None)
    ordered = tuple(sorted(changes, key=lambda each: each.place))
    return Suit(ordered, before, after if _kept(now) else None)


def _kept(links: Sequence[WashLink | None]) -> list[WashLink]:
    return [link for link in links if link is not None]


def _score(said: Sequence[Caution]) -> tuple[int, int]:
    return (
        sum(each.level == "stop" for each in said),
        sum(each.level == "warning" for each in said),
    )


def _suited(place: int, link: WashLink, alone: Alone) -> LinkChange | None:
    """What suits one link; None where nothing grave is said of it, or nothing helps."""
    if link.formula is None:
        return None
    had = _score(alone(link))
    if had == (0, 0):
        return None
    best: tuple[tuple[int, int], WashLink, str] | None = None
    for tried, says in _tries(link, link.formula):
        score = _score(alone(tried))
        if score < (best[0] if best else had):
            best = score, tried, says
        if score == (0, 0):
            break
    if best and not best[0][0]:
        return LinkChange(place, best[1], best[2])
    if had[0]:
        return LinkChange(place, None, "left out")
    return LinkChange(place, best[1], best[2]) if best else None


def _tries(link: WashLink, formula: Formula) -> Iterator[tuple[WashLink, str]]:
    """What can be done to a link, the least first: each with its words."""
    covered = formula.cover if link.cover is None else link.cover
    open_ = replace(link, cover=False)
    if covered:
        yield open_, "no cover"
    shorter = list(_shorter(open_ if covered else link, formula))
    words = "no cover, " if covered else ""
    for tried, says in shorter:
        yield tried, words + says
    if link.thinned or not formula.family.thins:
        return
    for parts in range(1, MOST_PARTS + 1):
        yield replace(link, parts=parts), f"thinned 1 + {parts} with water"
    for tried, says in shorter:
        for parts in (1, 3):
            yield replace(tried, parts=parts), f"{words}{says}, thinned 1 + {parts} with water"


def _shorter(link: WashLink, formula: Formula) -> Iterator[tuple[WashLink, str]]:
    was = formula.minutes if link.minutes is None else link.minutes
    if formula.use == "left_in" or formula.family.stays:
        return
    family = formula.family
    for minutes in dict.fromkeys(
        (family.most, family.usual[1], sum(family.usual) / 2.0, family.usual[0], 1.0)
    ):
        if 0.0 < minutes < was:
            yield replace(link, minutes=minutes), f"{minutes:g} min, not {was:g}"


def _less(
    links: Sequence[WashLink | None], whole: Whole, most_lift: float
) -> tuple[list[LinkChange], Wash] | None:
    """Less of what cleans, so that it washes out no more than is asked for."""
    cleansers = [
        place for place, link in enumerate(links) if link and link.formula and link.formula.family.cleans
    ]
    found = None
    for times in LESS:
        tried = [
            replace(link, times=link.times * times) if link and place in cleansers else link
            for place, link in enumerate(links)
        ]
        wash = whole(_kept(tried))
        changes = [LinkChange(place, tried[place], f"{_part(times)} of it") for place in cleansers]
        found = changes, wash
        if wash.scalp_lift.value <= most_lift:
            break
    return found if cleansers else None


def _part(times: float) -> str:
    return {0.75: "three quarters", 0.5: "half", 0.35: "a third"}[times]
