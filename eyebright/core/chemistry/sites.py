"""What strong base goes with acids at a known pH: how a thing of known pH, but no formula, is written.

A juice whose pH is better known than its salts, a slurry of clay, a cup of tea and the hair fibre all
come to the solver as weak acids and the strong base (or acid) that holds them at the pH they read.
"""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from .activity import DebyeHueckel
from .species import species_table

Array = NDArray[np.float64]

# The ladder of sites, by the pH near which each lets go; they stand 1.5 apart (species.toml).
LADDER = {
    "sites_3": 3.0,
    "sites_4_5": 4.5,
    "sites_6": 6.0,
    "sites_7_5": 7.5,
    "sites_9": 9.0,
    "sites_10_5": 10.5,
}
STEP = 1.5
HELD_PER_MOL = 1.0 / STEP  # mol of base that a mol of each site takes up, per pH unit
REACH = 2.3  # pH either side of its own that a thing without a formula is taken to hold
DILUTE = 0.5  # mol/kg: beyond it Davies says nothing, and stands still
ROUNDS = 2


def base_at(ph: Array, totals: Mapping[str, Array]) -> Array:
    """The strong base (mol/kg) that holds these acids (mol/kg) at this pH; below nothing, strong acid.

    Activities by Davies at the strength that comes of it; arrays that broadcast.
    """
    table, debye = species_table(), DebyeHueckel.at(25.0)
    ln_h = -ph * np.log(10.0)
    strength: Array = sum(totals.values(), np.zeros(1)) * 0.5
    base: Array = np.zeros(1)
    for _ in range(ROUNDS):
        ln_gamma = debye.ln_gammas([(1, None)], strength, np.sqrt)[0]
        hydron, hydroxide = np.exp(ln_h - ln_gamma), np.exp(table.ln_kw - ln_h - ln_gamma)
        base = hydroxide - hydron
        ions = hydroxide + hydron
        for name, total in totals.items():
            acid = table.acids[name]
            charges = [acid.charge + protons for protons in range(len(acid.ln_betas))]
            weights = [
                np.exp(ln_beta + protons * ln_h + (acid.charge**2 - charge**2) * ln_gamma)
                for protons, (ln_beta, charge) in enumerate(zip(acid.ln_betas, charges, strict=True))
            ]
            each = total / sum(weights)
            base = base - sum(charge * weight for charge, weight in zip(charges, weights, strict=True)) * each
            ions = ions + sum(z * z * weight for z, weight in zip(charges, weights, strict=True)) * each
        strength = np.minimum(0.5 * (ions + np.abs(base)), DILUTE)
    return base


def alkali_beyond_acid(totals: Mapping[str, Array], ph: float = 7.0) -> Array:
    """mol/kg of base that a mix holds beyond what its acids take up by this pH, its gas gone.

    Below nothing: acid that no base has taken up yet. `totals` in mol/kg, arrays that broadcast.
    """
    table = species_table()
    charges = {**table.metals, **table.spectators}
    strong: Array = sum(
        (charges[name] * each for name, each in totals.items() if name in charges), np.zeros(1)
    )
    acids = {name: each for name, each in totals.items() if name in table.acids and name != "carbonate"}
    out: Array = strong - base_at(np.array([ph]), acids)
    return out


def held_by(base: Array) -> dict[str, Array]:
    """The strong base as what the solver knows: potassium, or chloride where it is below nothing."""
    return {"potassium": np.maximum(base, 0.0), "chloride": np.maximum(-base, 0.0)}


def ladder_near(ph: float, buffer: Array, reach: float = REACH) -> dict[str, Array]:
    """Sites (mol/kg) that hold `buffer` (mol/kg per pH) round about this pH."""
    near = [name for name, at in LADDER.items() if abs(at - ph) <= reach]
    return dict.fromkeys(near, buffer / HELD_PER_MOL)
