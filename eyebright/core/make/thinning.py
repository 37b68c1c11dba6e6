"""For whom it is, and how thinned: neat, one to two with the household's water, or not at all.

thinning(formula, bench, water)      Thinning(0, …) neat; Thinning(2, …) one part with two of water
"""

from collections.abc import Sequence
from dataclasses import dataclass

from ..formulas.assess import WET, Assessment
from ..formulas.change import Workbench
from ..formulas.model import Formula, thinned
from ..materials import Supply
from ..numbers import Figure, middle
from ..rules import Caution

MOST_PARTS = 4


@dataclass(frozen=True)
class Thinning:
    """How it goes on one head: `parts` of water to one of it (0: neat), None where it does not at all.

    `ph` as it goes on; `cautions` that hold then; `says` in few words.
    """

    parts: int | None
    ph: Figure | None
    cautions: tuple[Caution, ...]
    says: str


def thinning(formula: Formula, bench: Workbench, water: Supply, found: Assessment, name: str) -> Thinning:
    """The least water that a head needs in it for no stop and no warning that water can help to hold.

    `bench` and `found` are that head's.
    """
    neat, own = _grave(found.cautions), formula.thinned
    ph = found.ph_as_used if own else found.ph
    as_it_is = f"1 + {own} {water.name}" if own else "neat"
    if not neat:
        return Thinning(own, ph, found.cautions, f"{name} {as_it_is}")
    if own and not _stops(neat):  # as its recipe says
        return Thinning(own, ph, found.cautions, f"{name} {as_it_is}, with care")
    wet = middle(found.preparation.water / found.preparation.total) > WET
    best: tuple[int, Assessment] | None = None
    for times in range(1, MOST_PARTS + 1 if wet else 1):
        parts = own * (times + 1) if own else times
        reading = bench.quick(thinned(formula, found.yield_ml.value, water, parts))
        left = _grave(reading.cautions)
        if not _stops(left) and (best is None or len(left) < len(_grave(best[1].cautions))):
            best = parts, reading
        if not left:
            break
    stops = _stops(neat)
    if best and (stops or len(_grave(best[1].cautions)) < len(neat)):
        parts, reading = best
        return Thinning(parts, reading.ph, reading.cautions, f"{name} 1 + {parts} {water.name}")
    if stops:
        return Thinning(None, ph, found.cautions, f"not for {name}")
    return Thinning(own, ph, found.cautions, f"{name} {as_it_is}, with care")


def _grave(cautions: Sequence[Caution]) -> list[Caution]:
    return [each for each in cautions if each.level != "note"]


def _stops(cautions: Sequence[Caution]) -> list[Caution]:
    return [each for each in cautions if each.level == "stop"]
