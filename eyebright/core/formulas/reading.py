"""The whole reading of a formula: what comes of it, each figure with its range and what makes it so."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ..cautions import Caution, cautions
from ..chemistry.carbonate import after_standing
from ..chemistry.solution import acid_grams, solve, totals
from ..chemistry.uncertainty import (
    NOTHING_READ,
    Array,
    Belief,
    Draws,
    Figure,
    Spread,
    figure,
    middle,
)
from ..chemistry.water import gas_lost
from ..measures import METRIC, Kit
from .balance import Balance, balance_of
from .facts import facts_of_formula
from .felt import Felt, grit, residue, stain
from .formula import Formula, weighed
from .ground import Ground, ordinary
from .keeping import WET, Keeping, keeping_facts, keeping_of
from .lift import Cleaning, Lift, cleaning_of, lift_of
from .pot import Made, made
from .scent import Scent, scent_of
from .steps import failing
from .texture import Texture, texture
from .tools import Tool, too_small, tool_facts, tools_of
from .why import Doubt, why

READ_DRAWS = 400
BOILED_OUT = Spread(0.7, 0.9, 1.0, ceiling=1.0)  # share of the excess carbon dioxide that heat drives off


@dataclass(frozen=True)
class Drawn:
    """What was drawn out of one plant: the share of it, and what it gives, g in 100 mL."""

    name: str
    share: Figure
    active: Figure | None
    what: str


@dataclass(frozen=True)
class LineOut:
    """What a line comes to: g with its range, and its share of all that goes in."""

    id: int
    grams: Figure
    share: float


@dataclass(frozen=True)
class Cost:
    """What a batch and a wash of it cost; None where a price is not known, and of what."""

    batch: float | None
    wash: float | None
    unknown: tuple[str, ...]


@dataclass(frozen=True)
class Reading:
    """Everything that comes of a formula. `facts` are what the caution rules looked at."""

    formula: Formula
    made: Made
    lines: tuple[LineOut, ...]
    ph: Figure | None
    ph_why: tuple[Doubt, ...]
    lift: Lift
    lift_why: tuple[Doubt, ...]
    cleaning: Cleaning
    texture: Texture | None
    drawn: tuple[Drawn, ...]
    yield_g: Figure
    yield_ml: Figure
    evaporated: Figure
    kept_back: Figure
    washes: Figure
    balance: Balance
    scent: Scent | None
    grit: Felt
    residue: Felt
    stain: str
    keeping: Keeping
    cost: Cost
    tools: tuple[Tool, ...]
    room: float
    too_small: str
    hands_on: float
    waiting: tuple[float, float]
    cautions: tuple[Caution, ...]
    facts: dict[str, Any]
    ph_draws: Array | None = field(repr=False, default=None)


def read(
    formula: Formula,
    kit: Kit = METRIC,
    belief: Belief = NOTHING_READ,
    ground: Ground | None = None,
    head: Mapping[str, Any] | None = None,
    vessel: tuple[str, float] | None = None,
    draws: Draws | None = None,
) -> Reading:
    """Read a formula. FormulaError where it cannot be.

    `ground`, `head`: what it meets and the head's facts; an ordinary head without. `vessel`: what it is
    made in, its name and mL. `draws` must be those of the ground.
    """
    draws = draws or Draws(READ_DRAWS, belief=belief)
    ground, head = ground or ordinary(draws), head or {}
    lines = weighed(formula, kit)
    done = made(formula, lines, draws)
    wet = middle(done.water / done.total) > WET
    ph_draws, acids = _ph(done) if wet else (None, {})
    ph = None if ph_draws is None else figure(ph_draws, "pH")
    ph_why = why(draws, ph_draws, formula) if ph_draws is not None else ()
    cleaning = cleaning_of(done, ph_draws)
    lift = lift_of(done, cleaning, ground)
    pourable = any(line.phase in ("liquid", "infused", "oil") for line in formula.ingredients)
    thick = texture(done, ph.value if ph else None) if pourable else None
    scent = scent_of(done, head)
    kept = keeping_facts(done, ph.high if ph else None)
    facts = facts_of_formula(done, ph, acids, cleaning, scent, kept, thick, head)
    saponin = middle(100.0 * cleaning.saponin / done.total)
    needs = tool_facts(done, facts, saponin)
    room = needs["pot_room" if done.heated else "bowl_room"]
    found = [*cautions(facts), *failing(formula)]
    order = {"stop": 0, "warning": 1, "note": 2}
    return Reading(
        formula=formula,
        made=done,
        lines=_lines_out(done),
        ph=ph,
        ph_why=ph_why,
        lift=lift,
        lift_why=why(draws, lift.scalp_share, formula),
        cleaning=cleaning,
        texture=thick,
        drawn=_drawn_out(done),
        yield_g=figure(done.total, "g"),
        yield_ml=figure(done.ml, "mL"),
        evaporated=figure(done.evaporated, "g"),
        kept_back=figure(done.kept_back, "g"),
        washes=figure(done.total / np.maximum(lift.dose, 1e-6), "washes"),
        balance=balance_of(done, cleaning, ph_draws),
        scent=scent,
        grit=grit(done),
        residue=residue(done, thick),
        stain=stain(done, facts),
        keeping=keeping_of(kept),
        cost=_cost(done, lift),
        tools=tools_of(needs),
        room=room,
        too_small=too_small(room, vessel[1], vessel[0]) if vessel else "",
        hands_on=sum(each.middle for each in done.steps if not _waits(each)),
        waiting=(
            sum(each.least for each in done.steps if _waits(each)),
            sum(each.most for each in done.steps if _waits(each)),
        ),
        cautions=tuple(sorted(found, key=lambda each: order[each.level])),
        facts=facts,
        ph_draws=ph_draws,
    )


def _waits(each: Any) -> bool:
    """Whether a step goes on by itself."""
    return bool(each.kind.draws) or each.kind.does in ("dries", "rests", "cools")


def _ph(done: Made) -> tuple[Array, dict[str, Array]]:
    """Draws of its pH, and g of each acid in 100 mL."""
    parts = done.parts()
    mixed = totals(parts)
    draws = done.draws
    if "carbonate" in mixed:
        rough = solve({name: np.array([middle(each)]) for name, each in mixed.items()}).ph
        left = draws.within("formula").of("carbon_dioxide", BOILED_OUT if done.boiled else gas_lost())
        mixed["carbonate"] = after_standing(mixed["carbonate"], rough, left)
    found = np.broadcast_to(solve(mixed).ph, (draws.count,))
    return found, acid_grams(parts)


def _lines_out(done: Made) -> tuple[LineOut, ...]:
    whole = sum(one.weighed.grams for one in done.lines)
    out = []
    for one in done.lines:
        low, mid, high = one.weighed.spread.low, one.weighed.spread.mid, one.weighed.spread.high
        grams = one.weighed.grams
        out.append(
            LineOut(one.weighed.line.id, Figure(grams * mid, grams * low, grams * high, "g"), grams / whole)
        )
    return tuple(out)


def _drawn_out(done: Made) -> tuple[Drawn, ...]:
    out = []
    for one in done.lines:
        if one.form is None or one.material is None:
            continue
        active, what = None, ""
        for name in ("saponin", "mucilage", "tannin"):
            share = getattr(one.material, name)
            if share is not None and share.mid > 0.0:
                grams = one.active(share, done.draws, name)
                active, what = figure(_all(100.0 * grams / done.ml, done), "g per 100 mL"), name
                break
        out.append(Drawn(one.weighed.line.stuff.name, figure(_all(one.drawn, done), "share"), active, what))
    return tuple(out)


def _all(values: Array, done: Made) -> Array:
    return np.broadcast_to(values, (done.draws.count,))


def _cost(done: Made, lift: Lift) -> Cost:
    total, unknown = 0.0, []
    for one in done.lines:
        line = one.weighed.line
        if line.material is None or one.weighed.grams <= 0.0:
            continue
        if line.stuff.price is None:
            unknown.append(line.stuff.name)
            continue
        amount = one.weighed.grams if line.material.unit == "g" else one.weighed.ml
        total += line.stuff.price * amount
    if unknown:
        return Cost(None, None, tuple(dict.fromkeys(unknown)))
    share = min(middle(lift.dose) / middle(done.total), 1.0)
    return Cost(total, total * share, ())
