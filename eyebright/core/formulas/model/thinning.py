"""A formula thinned with water when it is used: so many parts of water to one of it."""

from dataclasses import replace

from ...materials import Amount, Supply
from .formula import Formula, Ingredient, Step
from .steps import planned_steps

MOST_THINNED = 100


def thinned(formula: Formula, yields: float, water: Supply, parts: int) -> Formula:
    """It with so many parts of water to one, put in at the end; `yields`: mL that it makes by itself."""
    ml = Amount(float(parts * yields), "mL")
    line = Ingredient(formula.new_id(), water, ml, "liquid", at_use=True)
    steps = tuple(each.step for each in planned_steps(formula))
    return replace(formula.with_line(line), steps=(*steps, Step("mix_in", (line.id,))), makes=None, thinned=0)
