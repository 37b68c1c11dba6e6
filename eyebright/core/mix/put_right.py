"""A jug that reads wrong: what to add, from what is on the shelf, how much, and what comes of it.

The reading is taken in first, so that what is added goes to the jug as it really is. Ways are ranked
by how near they come, how much they add, and what they must be careful of.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..chemistry import Part, acid_grams, solve_together, totals
from ..materials import Supply, measure_table, pourable, unit_of, weighable
from ..numbers import Array, Draws, Figure, Posterior, Spread, figure
from ..rules import Grave, cautions, grave_level, limits
from ..words import brief
from .answer import Question, spooned
from .facts import jug_facts
from .jug import Jug, kind_of
from .words import litres

DRAWN = 400
GRID = 20
NEAR = 0.15  # pH: an aim this near is met
MOST_TIMES = 3.0  # the jug: beyond that it is a new jug
MOST_POWDER = 0.02  # g per mL of jug
WAYS, NEAREST = 5, 2  # shown: of those that meet the aim, or else of those that come nearest
SMALL = 1e-9

# What counts against a way, in pH: so that the plain one comes first among those that reach the aim.
POURED_OFF, PER_VOLUME, SODA, WARNED, STOPPED, PINCH = 0.3, 0.25, 0.1, 0.5, 2.0, 0.4


class NothingToPutRight(ValueError):
    """A jug that reads as it should, or that nothing at hand can change."""


@dataclass(frozen=True)
class Correction:
    """One way: first pour off `off` mL where the vessel has no room, then add `amount` (mL or g) of it.

    `volume` (mL) and `ph` are what the jug then is; `reaches`: whether that meets the aim.
    """

    key: str
    name: str
    amount: float
    unit: str
    spoons: str
    off: float
    volume: float
    ph: Figure
    reaches: bool
    gravest: Grave | None
    says: str


def corrections(
    question: Question, jug: Jug, amount: float, left: float, shelf: Sequence[Supply], posterior: Posterior
) -> tuple[Correction, ...]:
    """Ways to bring what is left (mL) of a jug to the question's aim, the best first.

    `belief` has the reading in it. Raises NothingToPutRight where the jug is there already.
    """
    assert question.aim is not None
    here = np.array([amount])
    whole = float(jug.size(here)[0])
    share = left / whole if whole else 1.0
    middle, many = Draws(1, posterior=posterior), Draws(DRAWN, posterior=posterior)
    now = float(_solve([_parts(jug, here, middle, share)])[0][0])
    if abs(now - question.aim) <= NEAR / 3.0:
        raise NothingToPutRight(f"It is at pH {now:.1f} as it stands: leave it.")
    # A belief learnt from the reading leaves the middle where the reading is, or near it.
    able = [supply for supply in _candidates(jug, shelf) if _helps(supply, now, question.aim)]
    if not able:
        way = "raises" if question.aim > now else "lowers"
        raise NothingToPutRight(f"Nothing on the shelf {way} the pH: put a water, an acid or soda there.")
    room = max((question.vessel or measure_table().most) - left, 0.0)
    drafts = _amounts(question, jug, here, share, left, able, middle)
    out = []
    plans = [_within(supply, added, left, room, question) for supply, added in drafts]
    mixes = [
        _parts(jug, here, many, share * (left - off) / left, supply, added)
        for (supply, _), (added, off) in zip(drafts, plans, strict=True)
    ]
    for (supply, _), (added, off), parts, ph in zip(drafts, plans, mixes, _solve(mixes), strict=True):
        grams = acid_grams(parts)
        read = figure(np.broadcast_to(ph, (DRAWN,)), "pH")
        facts = jug_facts(question, jug, amount, read, grams)
        volume = left - off + (added if unit_of(supply) == "mL" else 0.0)
        out.append(_told(question, supply, added, off, volume, read, grave_level(cautions("jug", facts))))
    able_ways = [way for way in out if way.reaches]
    ranked = sorted(able_ways or out, key=lambda way: _score(question, way, left))
    return tuple(ranked[: WAYS if able_ways else NEAREST])


def _candidates(jug: Jug, shelf: Sequence[Supply]) -> list[Supply]:
    """What is in the jug first, then the rest of the shelf, one of each material."""
    found: dict[str, Supply] = {}
    for supply in [line.supply for line in jug.lines] + list(shelf):
        key = supply.material.key if supply.material else supply.key
        if kind_of(supply) != "other":
            found.setdefault(key, supply)
    return list(found.values())


def _helps(supply: Supply, now: float, aim: float) -> bool:
    """Whether it moves the jug the right way, as far as can be told beforehand."""
    material = supply.material
    if material is None:
        return aim > now if now < 6.5 else aim < now
    kind = kind_of(supply)
    if material.refuse or material.strength is None or "strong_alkali" in material.hazards:
        return False  # what has no strength of its own puts nothing right, and washing soda is for floors
    return kind == ("alkali" if aim > now else "acid")


def _parts(
    jug: Jug,
    amount: Array,
    draws: Draws,
    share: float,
    supply: Supply | None = None,
    added: Array | float = 0.0,
) -> list[Part]:
    """So large a share of the jug, and what is added to it."""
    parts = [Part(part.contribution, part.amount * share) for part in jug.parts(amount, draws)]
    if supply is not None:
        slip = draws.within(f"{jug.scope} put right").of(
            supply.key, Spread.within(1.0, measure_table().shares.spoon)
        )
        parts.append(Part(supply.contribution(draws), np.maximum(np.asarray(added) * slip, SMALL)))
    return parts


def _solve(mixes: Sequence[list[Part]]) -> list[Array]:
    return [solved.ph for solved in solve_together([(totals(parts), None) for parts in mixes])]


def _amounts(
    question: Question,
    jug: Jug,
    amount: Array,
    share: float,
    left: float,
    able: Sequence[Supply],
    middle: Draws,
) -> list[tuple[Supply, float]]:
    """Of each, the amount that brings the jug nearest to the aim (mL or g, to measure)."""
    assert question.aim is not None
    grids = []
    for supply in able:
        powder = unit_of(supply) == "g"
        most = left * (MOST_POWDER if powder else MOST_TIMES)
        least = 0.1 if powder else 0.25
        grids.append(np.geomspace(least, max(most, 2.0 * least), GRID))
    solved = _solve(
        [_parts(jug, amount, middle, share, supply, grid) for supply, grid in zip(able, grids, strict=True)]
    )
    out = []
    for supply, grid, ph in zip(able, grids, solved, strict=True):
        gap = ph - question.aim
        crossed = np.nonzero(gap[:-1] * gap[1:] <= 0.0)[0]
        if len(crossed):
            i = int(crossed[0])
            at = gap[i] / (gap[i] - gap[i + 1]) if gap[i] != gap[i + 1] else 0.0
            found = float(np.exp(np.interp(i + at, np.arange(GRID), np.log(grid))))
        else:
            found = float(grid[int(np.argmin(np.abs(gap)))])
        out.append((supply, found))
    return out


def _within(
    supply: Supply, amount: float, left: float, room: float, question: Question
) -> tuple[float, float]:
    """The amount to add and what to pour off first, so that the vessel holds it all."""
    if unit_of(supply) == "g":
        return weighable(amount), 0.0
    off = 0.0
    if amount > room:
        # Keep the proportion: pour off until what is left and what is added fill the vessel.
        vessel = left + room
        keep = vessel * left / (left + amount)
        amount, off = vessel - keep, left - keep
    amount = pourable(amount)
    return amount, (pourable(off) if off > 0.5 else 0.0)


def _told(
    question: Question,
    supply: Supply,
    amount: float,
    off: float,
    volume: float,
    ph: Figure,
    grave: Grave | None,
) -> Correction:
    assert question.aim is not None
    reaches = abs(ph.value - question.aim) <= NEAR
    unit = unit_of(supply)
    spoons = spooned(supply, amount, question.kit)
    first = f"Pour off {brief(off)} mL first, then add" if off else "Add"
    says = f"{first} {brief(amount)} {unit} of {supply.name}: {litres(volume)} at pH {ph.value:.1f}."
    if not reaches:
        says += " It comes no nearer."
    if _too_little(unit, amount):
        says += " So little is hard to measure: go by the strip."
    return Correction(supply.key, supply.name, amount, unit, spoons, off, volume, ph, reaches, grave, says)


def _score(question: Question, way: Correction, left: float) -> float:
    assert question.aim is not None
    score = abs(way.ph.value - question.aim) * (1.0 if way.reaches else 3.0)
    score += PER_VOLUME * max(way.volume - left, 0.0) / left + (POURED_OFF if way.off else 0.0)
    score += (way.ph.high - way.ph.low) * 0.1
    score += {"warning": WARNED, "stop": STOPPED}.get(way.gravest or "", 0.0)
    score += PINCH if _too_little(way.unit, way.amount) else 0.0
    return score + (SODA if "soda" in way.name.lower() else 0.0)


def _too_little(unit: str, amount: float) -> bool:
    """Whether it is less than a kitchen can measure."""
    return amount < limits()["least_powder" if unit == "g" else "least_liquid"]
