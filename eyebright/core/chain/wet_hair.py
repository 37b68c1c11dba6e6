"""Wet hair: what it holds, what the fibre binds, and its pH after what was poured over it.

Squeezed hair keeps about its own weight of what was poured last, and the fibre takes acid and base up
and gives them back. Each pour mixes with both, and most of it drains away again (model.md, Chain).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np

from .. import tables
from ..chemistry import LADDER, Part, solve, totals
from ..heads import HairAndScalp
from ..numbers import Array, Draws
from ..tables import Figures

FINE = ("sites_3", "sites_4_5", "sites_6", "sites_7_5", "sites_9")  # what the fibre holds on to
TRACE = 1e-12


@cache
def wet_hair_table() -> Figures:
    """The table of `wet_hair.toml`, read once."""
    return tables.figures(__file__, "wet_hair.toml")


@dataclass(frozen=True)
class WetHair:
    """Hair as it is wet: mol of each component in what it holds, kg of that water, and the fibre's own sites.

    `bound`: mol of base that the fibre holds; `ph` of what it holds, None while it is dry. Arrays that
    broadcast with the draws. It is reckoned as a whole head of hair, whichever zone it stands for.
    """

    moles: dict[str, Array]
    water: Array
    sites: dict[str, Array]
    bound: Array
    ph: Array | None = None


def dry_hair(on: HairAndScalp, draws: Draws) -> WetHair:
    """Clean dry hair: nothing held, and the fibre at its own pH."""
    table = wet_hair_table()
    each = draws.of("fibre sites", table.spread("hair", "sites")) * 1e-3
    reached = draws.of("fibre reached", table.spread("hair", "reached"))
    sites = {name: on.mass * each * reached * table.number("hair", "steps", name) for name in FINE}
    own = draws.of("hair's own pH", table.spread("hair", "own"))
    return WetHair({}, np.zeros(1), sites, _charge(own, sites))


def _charge(ph: Array, sites: dict[str, Array]) -> Array:
    """mol of base that the fibre's sites hold at this pH, as in dilute water."""
    return sum((each / (1.0 + 10.0 ** (LADDER[name] - ph)) for name, each in sites.items()), np.zeros(1))


def poured_over(
    wet: WetHair,
    on: HairAndScalp,
    parts: Sequence[Part],
    volume: Array,
    draws: Draws,
    place: int,
    *,
    rubbed: bool = False,
) -> WetHair:
    """Wet hair after a pour of `parts`, the `place`-th; `volume` in mL, broadcast with the draws.

    `rubbed`: it is worked in with the hands, and none of it runs past the hair.
    """
    table = wet_hair_table()
    size = sum(part.contribution.volume * part.amount for part in parts)
    meets = np.ones(1) if rubbed else draws.of(f"pour {place} meets", table.spread("hair", "meets"))
    share = volume * meets / np.maximum(size, TRACE)
    water = sum(part.contribution.water * part.amount for part in parts) * share
    moles = dict(wet.moles)
    for name, each in totals(parts).items():
        moles[name] = moles.get(name, np.zeros(1)) + each * water
    together = water + wet.water
    whole = {name: each / together for name, each in moles.items()}
    for name, each in wet.sites.items():
        whole[name] = whole.get(name, np.zeros(1)) + each / together
    whole["potassium"] = whole.get("potassium", np.zeros(1)) + wet.bound / together
    ph = solve(whole).ph
    bound = _charge(ph, wet.sites)
    holds = on.mass * on.holds * draws.of("hair holds", table.spread("hair", "holds"))  # mL once squeezed
    kept = np.minimum(holds * 1e-3 / together, 1.0)
    # What the fibre took up has left the liquid, and what it let go is in it.
    given = wet.bound - bound
    moles["potassium"] = moles.get("potassium", np.zeros(1)) + np.maximum(given, 0.0)
    moles["chloride"] = moles.get("chloride", np.zeros(1)) + np.maximum(-given, 0.0)
    left = {name: each * kept for name, each in moles.items()}
    return WetHair(left, together * kept, wet.sites, bound, ph)
