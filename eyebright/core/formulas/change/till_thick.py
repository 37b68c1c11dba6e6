"""Amounts that are "till it spreads": so much of a line as makes it as thick as that.

till_thick(clay 60 g, curd in mL till it spreads)      curd 85 mL
"""

from ..assess import texture_table
from ..model import Formula, FormulaError
from .measurable import rounded
from .proposals import Workbench, met_at

LEAST, MOST = 0.5, 3000.0  # mL or g
NEAR = 0.15  # of the ratio that was aimed at
NOTHING = "Nothing in it takes up {name}: say how much."
THINNER = "It is thinner than that whatever goes in of {name}: say how much, or take less of what is liquid."
THICKER = "It is thicker than that whatever goes in of {name}: say how much, or take less of what is dry."


def till_thick(formula: Formula, bench: Workbench) -> Formula:
    """The same with an amount, in its own unit, for every line that goes in till it is so thick.

    FormulaError beside a line that no amount makes so.
    """
    for place, line in enumerate(formula.ingredients):
        if line.till:
            formula = _with_enough(formula, bench, place)
    return formula


def _with_enough(formula: Formula, bench: Workbench, place: int) -> Formula:
    line = formula.ingredients[place]
    aim = texture_table().number("wanted", line.till)

    def ratio(amount: float) -> float:
        found = bench.quick(formula.with_amount(place, amount)).texture
        if found is None:
            raise FormulaError(NOTHING.format(name=line.supply.name), place)
        return found.ratio.value

    amount, got = met_at(ratio, aim, MOST, LEAST)
    if abs(got - aim) > NEAR * max(aim, 1.0):
        raise FormulaError((THINNER if got > aim else THICKER).format(name=line.supply.name), place)
    return rounded(formula.with_amount(place, amount), [place], bench.kit)
