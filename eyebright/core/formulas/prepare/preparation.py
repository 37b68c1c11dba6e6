"""What the steps leave in the bowl: what was drawn out, what was strained off, how much there is.

Extracted share = E∞ · (1 - exp(-(k_soak·h + k_simmer·min)·worked)), E∞ and k by form; spent plant keeps
its two to three times of water unless it is pressed; the pot loses water by the minute (model.md 8).
Arrays are draws; g throughout.
"""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from ...materials import Material, is_a
from ...numbers import Array, Draws, Spread, middle
from ...tables import Figures
from ..model import (
    FormTable,
    Formula,
    PlannedStep,
    Weighed,
    figures_of,
    form_table,
    loose,
    planned_steps,
)
from .cooling import warmth
from .made_lines import made_lines
from .prepared import Made, Preparation, PreparedLine, preparation_table

DRY_LIQUID = 0.05  # g of water in 1 g of a liquid that is said to hold none
SYRUP_DENSITY = 1.3  # g/mL: honey and treacle are heavier than what holds no water
DRY = 0.05  # g of water in 1 g: less is a dry blend
SYRUP = 0.18  # and in 1 g of honey or treacle


def water_in(material: Material | None) -> float:
    """g of water in 1 g of it, where it comes in no forms."""
    if material is None:
        return 1.0
    if material.unit == "g" or is_a(material.kind, "no_water"):
        return 0.0
    if is_a(material.kind, "syrup") and material.density and material.density.mid > SYRUP_DENSITY:
        return SYRUP
    if material.dry:
        return DRY_LIQUID
    solids = 1.0 - (material.surfactant.mid if material.surfactant else 0.0)
    return min(solids, 0.97)


def prepare(formula: Formula, weighed: Sequence[Weighed], draws: Draws) -> Preparation:
    """Walk through the steps."""
    planned = planned_steps(formula)
    steps, before, celsius = warmth(planned, _filling(planned, weighed))
    times = _Times(formula, steps)
    table = preparation_table()
    lost = _lost(steps, draws)
    lines = []
    for each in weighed:
        line = each.line
        if isinstance(line.supply, Made):
            lines += made_lines(each, line.supply, draws, boiled=times.boiled(line.id))
            continue
        slip = draws.within("formula").of(
            f"{line.id}/measure", Spread(each.spread.low, 1.0, max(each.spread.high, 1.0), floor=0.05)
        )
        form = figures_of(line.material, line.form)
        grams = each.grams * slip
        if form is not None and times.dried_first(line.id) and form.key == "fresh":
            grams = grams * draws.within(line.supply.key).of("dry fresh", form.dry)
            form = figures_of(line.material, "broken")
        if form is not None and form.key == "whole" and times.crushed_first(line.id):
            form = figures_of(line.material, "broken")
        if form is not None and form.mills and times.milled_first(line.id):
            form = figures_of(line.material, "powder")
        if line.phase in ("dry", "infused") and line.material and line.material.unit == "g":
            grams = grams * lost
        if form is None:
            plant, water = grams, grams * water_in(line.material)
        else:
            own = draws.within(line.supply.key)
            dry = own.of(f"dry {form.key}", form.dry) if form.key == "fresh" else np.ones(1)
            plant, water = grams * dry, grams * (1.0 - dry)
        strained = line.phase == "infused" and times.strained_after(line.id)
        drawn = _drawn(
            form, line.material, line.phase, times, line.id, draws.within(line.supply.key), formula
        )
        boiled = times.boiled(line.id)
        lines.append(PreparedLine(each, grams, plant, water, drawn, not strained, form, boiled))
    warm = (*before, celsius)
    made = [each.line.supply for each in weighed if isinstance(each.line.supply, Made)]
    if len(made) == len(weighed):  # nothing is added to what was made: it is as warm as it stands there
        warm = tuple(max(each.celsius or celsius for each in made) for _ in warm)
    return _what_is_left(formula, tuple(lines), steps, warm, draws, table)


def _filling(steps: Sequence[PlannedStep], weighed: Sequence[Weighed]) -> list[float]:
    """mL in the pot after what each step adds, roughly."""
    ml = {each.line.id: each.grams for each in weighed}
    out, inside = [], 0.0
    for each in steps:
        inside += sum(ml[i] for i in each.step.adds)
        out.append(inside)
    return out


def _lost(steps: Sequence[PlannedStep], draws: Draws) -> Array:
    """The share of what is dry that is still there after milling and sieving."""
    left = np.ones(1)
    for each in steps:
        name = {"mills": "mill", "sieves": "sieve"}.get(each.kind.does)
        if name:
            left = left * (1.0 - draws.within("formula").of(f"lost in the {name}", _lost_spread(name)))
    return left


def _lost_spread(name: str) -> Spread:
    return replace(preparation_table().spread("lost", name), ceiling=0.9)


class _Times:
    """How long each line is drawn, and how."""

    def __init__(self, formula: Formula, steps: Sequence[PlannedStep]) -> None:
        self.formula, self.steps = formula, steps
        self.enters = {i: place for place, each in enumerate(steps) for i in each.step.adds}
        self.strains = [place for place, each in enumerate(steps) if each.kind.does == "strains"]

    def strained_after(self, line: int) -> bool:
        """Whether it is strained off again once it is in."""
        return any(place >= self.enters.get(line, 0) for place in self.strains)

    def boiled(self, line: int) -> bool:
        """Whether it is in the pot while that boils or simmers."""
        return any(
            each.kind.boils and place >= self.enters.get(line, 0) for place, each in enumerate(self.steps)
        )

    def dried_first(self, line: int) -> bool:
        """Whether it is dried before it goes in."""
        return self._done_to(line, "dries")

    def milled_first(self, line: int) -> bool:
        """Whether it is milled before it goes in."""
        return self._done_to(line, "mills")

    def crushed_first(self, line: int) -> bool:
        """Whether it is crushed or cut before it goes in."""
        return self._done_to(line, "crushes")

    def _done_to(self, line: int, does: str) -> bool:
        """Whether a step that does this comes no later than the line goes in, and is meant for it."""
        return any(
            each.kind.does == does and (not each.step.adds or line in each.step.adds)
            for each in self.steps[: self.enters.get(line, 0) + 1]
        )

    def of(self, line: int) -> tuple[dict[str, float], float]:
        """Hours of soak and minutes of the rest, and how far it was worked, times."""
        start = self.enters.get(line, 0)
        end = next((place for place in self.strains if place >= start), len(self.steps))
        out = {"soak": 0.0, "steep": 0.0, "simmer": 0.0, "boil": 0.0}
        worked = 1.0
        for each in self.steps[start:end]:
            if each.kind.draws:
                out[each.kind.draws] += each.middle / (60.0 if each.kind.draws == "soak" else 1.0)
            elif each.kind.does in ("rests", "cools"):
                out["soak"] += each.middle / 60.0
            elif each.kind.does in ("mashes", "blends"):
                name = {"mashes": "mash", "blends": "blend"}[each.kind.does]
                worked *= preparation_table().number("worked", name)
        return out, worked


def _drawn(
    form: FormTable | None,
    material: Material | None,
    phase: str,
    times: _Times,
    line: int,
    draws: Draws,
    formula: Formula,
) -> Array:
    """The share of what a plant holds that is drawn out; all of it, for what comes in no forms."""
    if form is None:
        return np.ones(1)
    spent, worked = times.of(line)
    if phase != "infused":  # it goes on the head with the rest, where hands rub it
        minutes = formula.minutes if formula.use == "rinsed_out" else 60.0
        spent["soak"] += minutes / 60.0 * preparation_table().number("on_the_head", "rubbed")
    rate = sum((draws.of(f"{how} {form.key}", getattr(form, how)) * spent[how] for how in spent), np.zeros(1))
    fast = form_table().numbers("fast_kinds").get(material.kind if material else "", 1.0)
    rate = rate * form_table().numbers("fast").get(material.key if material else "", fast)
    share: Array = draws.of(f"most {form.key}", form.most) * (1.0 - np.exp(-rate * worked))
    return share


def _what_is_left(
    formula: Formula,
    lines: tuple[PreparedLine, ...],
    steps: tuple[PlannedStep, ...],
    warm: tuple[float, ...],
    draws: Draws,
    table: Figures,
) -> Preparation:
    """Water, mass and volume, in the order of the steps."""
    own = draws.within("formula")
    water, fullest = np.zeros(1), 0.0
    evaporated, kept_back, solids_off = np.zeros(1), np.zeros(1), np.zeros(1)
    by_id: dict[int, list[PreparedLine]] = {}
    for one in lines:
        by_id.setdefault(one.weighed.line.id, []).append(one)
    inside: list[PreparedLine] = []
    strained = False
    for place, each in enumerate(steps):
        for one in (one for i in each.step.adds for one in by_id[i]):
            inside.append(one)
            water = water + one.water
        volume = middle(water) + sum(middle(one.grams - one.water) / 1.2 for one in inside)
        fullest = max(fullest, volume)
        if each.kind.draws in table.as_(dict[str, Any], "evaporates"):
            minutes = own.of(f"{place}/minutes", _span(each.least, each.most))
            gone = np.minimum(
                own.of(f"{each.kind.draws} loses", table.spread("evaporates", each.kind.draws)) * minutes,
                table.number("evaporates", "most") * water,
            )
            evaporated, water = evaporated + gone, water - gone
        if each.kind.does == "strains":
            strained = True
            spent = [one for one in inside if not one.stays]
            inside = [one for one in inside if one.stays]
            plant = sum((one.plant for one in spent if not one.spent), np.zeros(1))
            pressed = any(later.kind.does == "presses" for later in steps[place + 1 : place + 3])
            keeps = own.of("kept back", table.spread("kept_back", "pressed" if pressed else "strained"))
            soaked = sum((_kept_by(one, keeps, draws) for one in spent if not one.spent), np.zeros(1))
            held = np.minimum(soaked, 0.95 * water)
            kept_back, water = kept_back + held, water - held
            solids_off = solids_off + plant
    stays = sum((one.grams - one.water for one in lines if one.stays), np.zeros(1))
    dissolved = sum((one.plant * 0.2 * one.drawn for one in lines if not one.stays), np.zeros(1))
    total = np.maximum(water + stays + dissolved, 1e-6)
    dry = middle(water) < DRY * middle(total)  # then it fills a jar as it lies loose
    ml = np.maximum(
        water + sum((one.grams - one.water) * _fills(one, dry) for one in lines if one.stays), 1e-6
    )
    shape = np.broadcast_shapes(total.shape, (draws.count,))
    hot = [each for each in steps if each.kind.hot]
    return Preparation(
        formula=formula,
        lines=lines,
        steps=steps,
        water=np.broadcast_to(water, shape),
        kept_back=np.broadcast_to(kept_back, shape),
        evaporated=np.broadcast_to(evaporated, shape),
        total=np.broadcast_to(total, shape),
        ml=np.broadcast_to(ml, shape),
        fullest=fullest,
        heated=bool(hot),
        boiled=any(each.kind.boils for each in hot),
        strained=strained,
        rested=sum(each.middle for each in steps if each.kind.does == "rests"),
        warm=warm,
        draws=draws,
    )


def _kept_by(one: PreparedLine, keeps: Array, draws: Draws) -> Array:
    """g of water that one spent plant keeps back; a whole grain no more than it takes up, and what clings."""
    material = one.material
    if material is None or material.water_uptake is None or not is_a(one.kind, "grains_of_plant"):
        return one.plant * keeps
    takes = draws.within(one.weighed.line.supply.key).of("water uptake", material.water_uptake)
    return one.plant * np.minimum(keeps, takes + preparation_table().number("kept_back", "clings"))


def _span(least: float, most: float) -> Spread:
    return Spread(least, (least + most) / 2.0, most)


def _fills(one: PreparedLine, dry: bool) -> float:
    """mL that 1 g takes up in the bowl, or loose in a jar."""
    material = one.material
    if material is None:
        return 1.0
    if material.unit == "g" and dry and material.density is not None:
        return 1.0 / (material.density.mid * loose(material, one.weighed.line.form).mid)
    if material.unit == "g":
        return material.fills if not is_a(material.kind, "dissolves") else 0.6
    return 1.0 / (material.density.mid if material.density else 1.0)
