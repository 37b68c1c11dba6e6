"""The whole reading of a formula: what comes of it, each figure with its range and what makes it so."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

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
    doubt_shares,
    figure,
    middle,
)
from ..chemistry.water import gas_lost
from ..measures import METRIC, Kit
from .balance import Balance, balance_of
from .facts import facts_of_formula
from .formula import Formula, weighed
from .ground import Ground, ordinary
from .keeping import WET, Keeping, keeping_facts, keeping_of
from .lift import Cleaning, Lift, cleaning_of, lift_of
from .pot import Made, made
from .scent import Scent, scent_of
from .steps import failing
from .texture import Texture, texture, undissolved
from .tools import Tool, too_small, tool_facts, tools_of

READ_DRAWS = 400
BOILED_OUT = Spread(0.7, 0.9, 1.0, ceiling=1.0)  # share of the excess carbon dioxide that heat drives off
SHOWN_DOUBTS = 4
LEAST_DOUBT = 0.03
Strength = Literal["none", "a little", "some", "much"]


@dataclass(frozen=True)
class Drawn:
    """What was drawn out of one plant: the share of it, and what it gives, g in 100 mL."""

    name: str
    share: Figure
    active: Figure | None
    what: str


@dataclass(frozen=True)
class Felt:
    """Grit or residue: g in 100 g, and in a word."""

    per_100: Figure
    word: Strength
    says: str


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
class Doubt:
    """What makes the range of one figure: its share of it, and what it is."""

    share: float
    what: str


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
    ph_why = _why(draws, ph_draws, formula) if ph_draws is not None else ()
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
        lift_why=_why(draws, lift.scalp_share, formula),
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
        grit=_grit(done),
        residue=_residue(done, thick),
        stain=_stain(done, facts),
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


def _why(draws: Draws, values: Array, formula: Formula) -> tuple[Doubt, ...]:
    """What makes the range of some draws, in words."""
    by_key = {line.stuff.key: line.stuff.name for line in formula.ingredients}
    by_id = {f"{line.id}/measure": line.stuff.name for line in formula.ingredients}
    out: list[Doubt] = []
    for name, share in doubt_shares(draws, values).items():
        if share < LEAST_DOUBT or len(out) >= SHOWN_DOUBTS:
            break
        scope, _, what = name.partition("/")
        if scope == "formula" and what in by_id:
            out.append(Doubt(share, f"how much {by_id[what]} was really measured"))
        elif scope in by_key:
            out.append(
                Doubt(share, f"{SAID.get(what.split(' ')[0], what.replace('_', ' '))} of {by_key[scope]}")
            )
        else:
            out.append(Doubt(share, WIDER.get(what or scope, (what or scope).replace("_", " "))))
    return tuple(out)


SAID = {
    "strength": "the strength",
    "bound_base": "the salts",
    "ph": "the own pH",
    "buffer": "the buffering",
    "saponin": "how much saponin is in a g",
    "surfactant": "how much soap is in a g",
    "most": "how much water can draw out",
    "soak": "how fast soaking draws out",
    "simmer": "how fast simmering draws out",
    "steep": "how fast steeping draws out",
    "boil": "how fast boiling draws out",
    "dry": "how much water is in a fresh piece",
    "oil": "how much oil a g takes up",
    "water_ph": "the own pH",
    "alkalinity": "the alkalinity",
    "hardness": "the hardness",
}
WIDER = {
    "grain": "how well the grains rub off",
    "flour": "how much of the flour works",
    "dusted": "how much of the powder works, brushed through",
    "dairy": "how well dairy cleans",
    "gel holds": "how much water the slip holds",
    "film": "how thickly it goes on",
    "spread": "how much the lengths take",
    "saponin": "how well saponin cleans",
    "soap": "how well soap cleans",
    "surfactant": "how well the surfactant cleans",
    "clay_damp": "how much of the clay works while wet",
    "clay_dry": "how much of the clay works as it dries",
    "oil made": "how fast the scalp makes oil",
    "oil held": "how much oil the scalp holds",
    "oil lost": "how much oil rubs off between washes",
    "water": "what warm water lifts alone",
    "strength factor": "how strongly this head takes a wash",
    "kept back": "what the cloth keeps back",
    "scalp": "how large the scalp is",
    "dose factor": "how much this head really takes",
    "carbon_dioxide": "how much gas has left it",
}


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


def _grit(done: Made) -> Felt:
    """Grains that are felt."""
    coarse = sum(
        (one.plant * one.form.grit for one in done.lines if one.stays and one.form is not None), np.zeros(1)
    )
    grains = np.zeros(1) if done.formula.family.dust else undissolved(done)
    felt = figure(_all(100.0 * (coarse + grains) / done.total, done), "g in 100 g")
    word = _word(felt.value, (0.2, 3.0, 12.0))
    says = {
        "none": "Smooth.",
        "a little": "A few grains are felt.",
        "some": "Grains are felt: sieve it once more, or grind it finer.",
        "much": "Coarse: it scratches. Sieve it, or draw it out and strain it instead.",
    }
    return Felt(felt, word, says[word])


def _residue(done: Made, thick: Texture | None) -> Felt:
    """What may stay in the hair after the rinse."""
    solids = sum(
        (one.plant for one in done.lines if one.stays and one.form is not None), np.zeros(1)
    ) + 0.5 * done.grams_of(("clay", "flour", "starch"))
    fats = 1.5 * done.grams_of(("oil", "butter"))
    stays = figure(_all(100.0 * (solids + fats) / done.total, done), "g in 100 g")
    word = _word(stays.value, (0.5, 6.0, 20.0))
    drags = thick is not None and thick.grade.drags
    says = {
        "none": "Rinses out clean.",
        "a little": "A good rinse takes it out.",
        "some": "Rinse long, parting by parting.",
        "much": "Hard to rinse out: thin it, or keep it off the lengths.",
    }
    return Felt(stays, word, says[word] + (" It is stiff besides: loosen it first." if drags else ""))


def _word(value: float, marks: Sequence[float]) -> Strength:
    words: tuple[Strength, ...] = ("none", "a little", "some", "much")
    return words[sum(value > mark for mark in marks)]


def _stain(done: Made, facts: Mapping[str, Any]) -> str:
    """What colours, and whom that concerns."""
    names: dict[str, list[str]] = {}
    for one in done.lines:
        if one.material and one.material.stain:
            names.setdefault(one.material.stain, []).append(one.weighed.line.stuff.name)
    if not names:
        return ""
    what = "; ".join(f"{' and '.join(each)} {verb}" for verb, each in names.items())
    whom = " this light hair" if facts.get("light") else " light, grey or bleached hair"
    return f"{what}{whom}, and cloth."


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
