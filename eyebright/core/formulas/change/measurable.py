"""Amounts that a kitchen can measure: whole pods, shells, drops and pinches, halves and quarters of spoons.

measurable(52.5 pods)    53 pods          measurable(19.1 cups of water)   4.525 L
measurable(0.62 of a pod)   1.6 g         where a whole one would be another formula
"""

import math
from collections.abc import Sequence
from dataclasses import replace

from ...materials import (
    METRIC,
    Amount,
    Kit,
    MeasureError,
    Spoon,
    measure_table,
    measured,
    pourable,
    weighable,
)
from ..model import COVER, SHARES, Formula, Ingredient

MOST_SPOONS = 8.0  # of one spoon or cup: beyond that, the next larger, or the jug and the scale
MOST_OFF = 0.12  # how far a whole piece or a quarter of a spoon may be from what was worked out
FAR_OFF = 0.3  # how far everything may move so that the pieces come out whole
MOST_DROPS = 60.0  # nobody counts more
LITRE = 1000.0


def rounded(formula: Formula, places: Sequence[int], kit: Kit = METRIC) -> Formula:
    """Some lines at amounts that a kitchen can measure."""
    lines = list(formula.ingredients)
    for place in places:
        lines[place] = replace(lines[place], amount=measurable(lines[place], kit))
    return replace(formula, ingredients=tuple(lines))


def whole_pieces(formula: Formula, times: float) -> float:
    """So many times, or so nearly, that the pieces come out whole; what pours and powders follow them."""
    counts = [
        line.amount.value * times
        for line in formula.ingredients
        if line.material and line.amount.unit in line.material.weights
    ]
    if not counts:
        return times
    main = max(counts)
    whole = max(round(main), 1)
    return times * whole / main if main > 0.0 and abs(whole / main - 1.0) <= FAR_OFF else times


def measurable(line: Ingredient, kit: Kit = METRIC) -> Amount:
    """The nearest amount of this line that can be measured; never nothing. A range stays one, end by end."""
    amount = line.amount
    if amount.value <= 0.0 or amount.unit == COVER:
        return amount
    found = _measurable(line, kit)
    if amount.low == amount.high:
        return found
    low, high = (_end(replace(line, amount=found), found.value * end) for end in (amount.low, amount.high))
    if not low < high:
        return replace(found, low=1.0, high=1.0)
    value = found.value if low <= found.value <= high else (low + high) / 2.0
    return replace(found, value=value, low=low / value, high=high / value)


def _end(line: Ingredient, value: float) -> float:
    """One end of a range, as it is measured: whole pieces, quarters of spoons, what a scale tells."""
    unit = line.amount.unit
    if line.material and unit in line.material.weights:
        return float(max(round(value), 1))
    if unit == "g":
        return weighable(value)
    if unit == "mL":
        return pourable(value)
    return max(round(value * 4.0), 1) / 4.0


def _measurable(line: Ingredient, kit: Kit) -> Amount:
    amount = line.amount
    if amount.unit in SHARES:
        return amount.to(_share(amount))
    spoon = next((spoon for spoon in kit.spoons if spoon.key == amount.unit), None)
    if spoon is not None:
        return _spooned(line, spoon, kit)
    if line.material and amount.unit in line.material.weights:
        return _counted(line, kit)
    own = [each.key for each in kit.own] + [each.key for each in kit.vessels]
    if amount.unit in own:
        return _near(line, max(round(amount.value * 2.0), 1) / 2.0, kit)
    if amount.unit == "drop" and amount.value > MOST_DROPS:
        return _in_base(line, kit)
    if amount.unit in {eye.key for eye in measure_table().by_eye}:
        return amount.to(float(max(round(amount.value), 1)))
    return _in_base(line, kit)


def _share(amount: Amount) -> float:
    """Parts in quarters, percent in tenths, thousandths of what is tiny."""
    step = 0.25 if amount.unit == "part" else 0.1 if amount.value >= 1.0 else 0.01
    return round(max(round(amount.value / step), 1) * step, 2)


def _counted(line: Ingredient, kit: Kit) -> Amount:
    """Whole pieces, halves of what is squeezed; weighed where a whole one is too far off."""
    halves = 2.0 if line.amount.unit.endswith(("squeezed", "pressed")) else 1.0
    return _near(line, max(round(line.amount.value * halves), 1) / halves, kit)


def _near(line: Ingredient, value: float, kit: Kit) -> Amount:
    """So many, unless that is too far from what was worked out: then it is weighed or poured."""
    near = abs(value / line.amount.value - 1.0) <= MOST_OFF
    return line.amount.to(value) if near else _in_base(line, kit)


def _spooned(line: Ingredient, spoon: Spoon, kit: Kit) -> Amount:
    """Quarters and halves of the spoon it was said in, or the one that fits; else the jug or the scale."""
    volume = line.amount.value * spoon.volume
    best, least = None, math.inf
    for each in kit.spoons:
        parts = max(round(volume / each.volume * each.step), 1)
        count = parts / each.step
        miss = abs(count * each.volume / volume - 1.0) + (0.02 if each is not spoon else 0.0)
        if count <= MOST_SPOONS and miss < least and (parts > 1 or each.step > 2 or count >= 1.0):
            best, least = Amount(count, each.key, line.amount.packed), miss
    if best is None or least > MOST_OFF:
        return _in_base(line, kit)
    return line.amount if best.value == line.amount.value and best.unit == line.amount.unit else best


def _in_base(line: Ingredient, kit: Kit) -> Amount:
    """In grams or millilitres, as a scale or a jug's marks can tell them."""
    try:
        much = measured(replace(line.amount, low=1.0, high=1.0), line.material, kit).amount
    except MeasureError:
        return line.amount
    weighed = line.amount.unit in measure_table().units["g"]
    if line.material is not None and (line.material.unit == "g" or weighed):
        density = line.material.density.mid if line.material.density and line.material.unit == "mL" else 1.0
        return _said(line.amount, weighable(much * density), "g")
    if much >= LITRE:
        return _said(line.amount, round(much / LITRE / 0.05) * 0.05, "L")
    return _said(line.amount, pourable(much), "mL")


def _said(amount: Amount, value: float, unit: str) -> Amount:
    """The same amount where nothing changed."""
    value = round(value, 3)
    return amount if (value, unit) == (amount.value, amount.unit) else Amount(value, unit)
