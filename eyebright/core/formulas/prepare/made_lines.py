"""The lines of something that was made, as they go into something else: each by its share, as it ended there.

What was strained off is not in it; what was drawn out of that is. A dry blend has not been drawn out yet:
it goes on the head with the rest, or is steeped now, just as its own plants would.
"""

from dataclasses import replace

import numpy as np

from ...materials import Lot
from ...numbers import Array, Draws, Spread, middle
from ..model import Ingredient, Weighed
from .prepared import Made, Preparation, PreparedLine

DISSOLVED = 0.2  # g of a plant, drawn out whole, that stay in the liquor
DRY = 0.05  # g of water in 1 g: less is a dry blend


def made_lines(weighed: Weighed, supply: Made, draws: Draws, *, boiled: bool) -> list[PreparedLine]:
    """The lines of so much of it. `weighed`: the line that it is of; `boiled`: whether it boils there too."""
    made = supply.preparation(draws)
    slip = draws.within("formula").of(
        f"{weighed.line.id}/measure",
        Spread(weighed.spread.low, 1.0, max(weighed.spread.high, 1.0), floor=0.05),
    )
    share = weighed.grams * slip / made.total
    return [_line(each, weighed.line, supply, made, share, boiled=boiled) for each in made.lines]


def _line(
    each: PreparedLine,
    line: Ingredient,
    supply: Made,
    made: Preparation,
    share: Array,
    *,
    boiled: bool,
) -> PreparedLine:
    brought = sum((one.water for one in made.lines), np.zeros(1))
    water = each.water * (made.water / np.maximum(brought, 1e-9)) * share
    solids = (each.grams - each.water) if each.stays else each.plant * DISSOLVED * each.drawn
    grams = solids * share + water
    old = each.weighed
    used = replace(old.line.supply, past=False) if isinstance(old.line.supply, Lot) else old.line.supply
    piece = replace(old.line, id=line.id, supply=used, phase=line.phase)
    wet = middle(made.water) > DRY * middle(made.total)
    return PreparedLine(
        weighed=Weighed(piece, middle(grams), Spread.exact(1.0), middle(grams)),
        grams=grams,
        plant=each.plant * share,
        water=water,
        drawn=each.drawn,
        stays=each.stays,
        form=each.form,
        boiled=each.boiled or boiled,
        spent=not each.stays,
        past=supply.name if supply.past and wet else "",
    )
