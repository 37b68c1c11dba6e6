"""The whole reading of a formula: what comes of it, each figure with its range and what makes it so."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

import numpy as np

from ...chemistry import (
    STIRRED,
    acid_grams,
    after_standing,
    fizzed,
    gas_lost,
    solve,
    totals,
    water_classes,
)
from ...heads import HairAndScalp, ordinary_head
from ...materials import METRIC, Kit, WaterLot
from ...numbers import HEAD_DRAWS, PRIOR, Array, Draws, Figure, Posterior, Spread, figure, middle
from ...rules import Caution, gravest
from ..model import Formula, Weighed, thinned, weighed
from ..prepare import Preparation, Tool, prepare, too_small, tool_facts, tools_of
from .cleansing import Cleaning, cleaning_of
from .contents import acidity_facts
from .drying_balance import DryingBalance, drying_balance
from .facts import mix_facts
from .on_head import Lift, PreparedSubject, lift_of
from .residue import Residue, grit, residue, stain
from .scent import Scent, scent_of
from .sensitivity import Sensitivity, sensitivities
from .shelf_life import WET, ShelfLife, shelf_life, shelf_life_facts
from .texture import Texture, texture

BEFORE_DRAWS = 100
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
class Assessment:
    """Everything that comes of a formula. `facts` are what the caution rules looked at, `before` what
    they would have been before readings that nothing confirms yet. Of what is thinned when it is used, the
    pH, thickness, amount and keeping are those of the jar; `ph_as_used` and all that concerns a head are not.
    """

    formula: Formula
    preparation: Preparation
    lines: tuple[LineOut, ...]
    ph: Figure | None
    ph_why: tuple[Sensitivity, ...]
    lift: Lift
    lift_why: tuple[Sensitivity, ...]
    cleaning: Cleaning
    subject: PreparedSubject
    texture: Texture | None
    drawn: tuple[Drawn, ...]
    yield_g: Figure
    yield_ml: Figure
    evaporated: Figure
    kept_back: Figure
    washes: Figure
    balance: DryingBalance
    scent: Scent | None
    grit: Residue
    residue: Residue
    stain: str
    keeping: ShelfLife
    cost: Cost
    tools: tuple[Tool, ...]
    room: float
    too_small: str
    hands_on: float
    waiting: tuple[float, float]
    cautions: tuple[Caution, ...]
    facts: dict[str, Any]
    before: dict[str, Any] | None
    ph_draws: Array | None = field(repr=False, default=None)
    ph_as_used: Figure | None = None

    @property
    def one_wash(self) -> float:
        """g of it that one wash takes, without the water that thins it."""
        return (self.lift.on_scalp.value + self.lift.on_lengths.value) / (1.0 + self.formula.thinned)

    @property
    def unit(self) -> Literal["mL", "g"]:
        """What it is measured in, when it is filled and when it goes on."""
        return "mL" if self.facts["in_ml"] else "g"


def assess(
    formula: Formula,
    kit: Kit = METRIC,
    posterior: Posterior = PRIOR,
    hair_and_scalp: HairAndScalp | None = None,
    head: Mapping[str, Any] | None = None,
    vessel: tuple[str, float] | None = None,
    draws: Draws | None = None,
) -> Assessment:
    """Work out what comes of a formula. FormulaError where it cannot be.

    `hair_and_scalp`, `head`: what it meets and the head's facts; an ordinary head without. `vessel`: what
    it is made in, its name and mL. `draws` must be those of the hair and scalp.
    """
    draws = draws or Draws(HEAD_DRAWS, posterior=posterior)
    if formula.thinned:
        return _as_used(formula, kit, posterior, hair_and_scalp, head, vessel, draws)
    hair_and_scalp, head = hair_and_scalp or ordinary_head(draws), head or {}
    lines = weighed(formula, kit)
    preparation = prepare(formula, lines, draws)
    wet = middle(preparation.water / preparation.total) > WET
    ph_draws, mixed, acids = _ph(preparation) if wet else (None, {}, {})
    ph = None if ph_draws is None else figure(ph_draws, "pH")
    ph_why = sensitivities(draws, ph_draws, formula) if ph_draws is not None else ()
    cleaning = cleaning_of(preparation, ph_draws)
    subject = PreparedSubject(preparation, cleaning, ph_draws is not None)
    lift = lift_of(subject, hair_and_scalp)
    pourable = any(line.phase in ("liquid", "infused", "oil") for line in formula.ingredients)
    thick = texture(preparation, ph.value if ph else None) if pourable else None
    scent = scent_of(preparation, head, cleaning.saponin, cleaning.surfactant)
    kept = shelf_life_facts(preparation, middle(acids["acetate"]) if "acetate" in acids else 0.0)
    facts = mix_facts(
        "formula", preparation, ph, mixed, acids, cleaning, scent, kept, thick, head, lift.on_scalp.value
    )
    before = None
    if wet and not posterior.confirmed:
        before = facts | _before_readings(formula, lines)
    upper = formula.at_upper_ends
    if upper != formula:  # a cap is a cap at either end of what was written
        found = assess(upper, kit, posterior, hair_and_scalp, head, vessel, draws)
        before = {**found.facts, **(found.before or {}), "ranged": True}
    saponin = middle(100.0 * cleaning.saponin / preparation.total)
    needs = tool_facts(preparation, facts, saponin)
    room = needs["pot_room" if preparation.heated else "bowl_room"]
    return Assessment(
        formula=formula,
        preparation=preparation,
        lines=_lines_out(lines),
        ph=ph,
        ph_why=ph_why,
        lift=lift,
        lift_why=sensitivities(draws, lift.scalp_share, formula),
        cleaning=cleaning,
        subject=subject,
        texture=thick,
        drawn=_drawn_out(preparation),
        yield_g=figure(preparation.total, "g"),
        yield_ml=figure(preparation.ml, "mL"),
        evaporated=figure(preparation.evaporated, "g"),
        kept_back=figure(preparation.kept_back, "g"),
        washes=figure(preparation.total / np.maximum(lift.dose, 1e-6), "washes"),
        balance=drying_balance(preparation, cleaning, ph_draws),
        scent=scent,
        grit=grit(preparation),
        residue=residue(preparation, thick),
        stain=stain(preparation, facts),
        keeping=shelf_life(kept),
        cost=_cost(preparation, lift),
        tools=tools_of(needs),
        room=room,
        too_small=too_small(room, vessel[1], vessel[0]) if vessel else "",
        hands_on=sum(each.middle for each in preparation.steps if not each.waits),
        waiting=(
            sum(each.least for each in preparation.steps if each.waits),
            sum(each.most for each in preparation.steps if each.waits),
        ),
        cautions=tuple(gravest("formula", facts, before)),
        facts=facts,
        before=before,
        ph_draws=ph_draws,
    )


def _as_used(
    formula: Formula,
    kit: Kit,
    posterior: Posterior,
    hair_and_scalp: HairAndScalp | None,
    head: Mapping[str, Any] | None,
    vessel: tuple[str, float] | None,
    draws: Draws,
) -> Assessment:
    """What is kept in the jar, and what it does on a head once it is thinned."""
    plain = replace(formula, thinned=0)
    neat = assess(plain, kit, posterior, hair_and_scalp, head, vessel, draws)
    water = formula.thins_with or WaterLot("class-unknown", water_classes()["unknown"], "water")
    goes_on = thinned(plain, neat.yield_ml.value, water, formula.thinned)
    used = assess(goes_on, kit, posterior, hair_and_scalp, head, None, draws)
    return replace(
        neat,
        formula=formula,
        ph_as_used=used.ph,
        lift=used.lift,
        lift_why=used.lift_why,
        cleaning=used.cleaning,
        subject=used.subject,
        washes=used.washes,
        balance=used.balance,
        scent=used.scent,
        residue=used.residue,
        stain=used.stain,
        cost=replace(neat.cost, wash=used.cost.wash),
        cautions=used.cautions,
        facts=used.facts,
        before=used.before,
    )


def _before_readings(formula: Formula, lines: Sequence[Weighed]) -> dict[str, Any]:
    """The acidity of a formula as it was before anything was read of what is in it."""
    preparation = prepare(formula, lines, Draws(BEFORE_DRAWS))
    found, mixed, acids = _ph(preparation)
    return acidity_facts(preparation, figure(found, "pH"), mixed, acids)


def _ph(preparation: Preparation) -> tuple[Array, dict[str, Array], dict[str, Array]]:
    """Draws of its pH, mol/kg of each component, and g of each acid in 100 mL."""
    parts = preparation.parts()
    draws = preparation.draws
    mixed = fizzed(totals(parts), draws.within("formula").of("fizzing", STIRRED))
    if "carbonate" in mixed:
        rough = solve({name: np.array([middle(each)]) for name, each in mixed.items()}).ph
        left = draws.within("formula").of("carbon_dioxide", BOILED_OUT if preparation.boiled else gas_lost())
        mixed["carbonate"] = after_standing(mixed["carbonate"], rough, left)
    found = np.broadcast_to(solve(mixed).ph, (draws.count,))
    return found, mixed, acid_grams(parts)


def _lines_out(lines: Sequence[Weighed]) -> tuple[LineOut, ...]:
    whole = sum(each.grams for each in lines)
    return tuple(
        LineOut(
            each.line.id,
            Figure(
                each.grams * each.spread.mid, each.grams * each.spread.low, each.grams * each.spread.high, "g"
            ),
            each.grams / whole,
        )
        for each in lines
    )


def _drawn_out(preparation: Preparation) -> tuple[Drawn, ...]:
    draws, out = preparation.draws, []
    for one in preparation.lines:
        if one.form is None or one.material is None:
            continue
        active, what = None, ""
        for name in ("saponin", "mucilage", "tannin"):
            share = getattr(one.material, name)
            if share is not None and share.mid > 0.0:
                percent = 100.0 * one.active(share, draws, name) / preparation.ml
                active, what = figure(draws.each(percent), "g per 100 mL"), name
                break
        out.append(Drawn(one.weighed.line.supply.name, figure(draws.each(one.drawn), "share"), active, what))
    return tuple(out)


def _cost(preparation: Preparation, lift: Lift) -> Cost:
    total, unknown = 0.0, []
    for one in preparation.lines:
        line = one.weighed.line
        if line.material is None or one.weighed.grams <= 0.0:
            continue
        if line.supply.price is None:
            unknown.append(line.supply.name)
            continue
        amount = one.weighed.grams if line.material.unit == "g" else one.weighed.ml
        total += line.supply.price * amount
    if unknown:
        return Cost(None, None, tuple(dict.fromkeys(unknown)))
    share = min(middle(lift.dose) / middle(preparation.total), 1.0)
    return Cost(total, total * share, ())
