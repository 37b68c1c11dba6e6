"""What an open jug lets go of at once: carbon dioxide beyond one atmosphere of it bubbles off.

Vinegar or lemon with soda sets free ten times as much as water can hold; the pH is that of what is left.
"""

from collections.abc import Mapping

import numpy as np

from ..numbers import Spread
from .activity import DebyeHueckel
from .carbonate import Array, charge, dissolved
from .equilibrium import EquilibriumMany
from .solution import solve
from .species import LN10

ONE_ATMOSPHERE = 0.034  # mol/kg at 25 °C: 10^-1.47 at 1 atm (Stumm and Morgan); PHREEQC agrees
FIZZING = 1.5  # times that, for a minute
NEAR = 0.1  # of the gas, natural log: the next step leaves a hundredth of it, 0.003 of a pH
SHARP = 1e-5  # of the carbonate: where acid and base are even, nothing tells it nearer
LEAST = 0.99  # of the gas that may stay: no less carbonate stays than that
ABOVE = 0.3  # pH beyond a guess: Newton's steps come from above
APACE = 0.7  # of what a pass was off that the next may be: else the range is halved
PASSES = 60  # three for nearly all
STIRRED = Spread(1.0, 1.1, FIZZING)  # atmospheres that a jug holds once it has been stirred


def fizzed(
    mixed: Mapping[str, Array], times: Array | float = 1.0, guess: Array | None = None
) -> dict[str, Array]:
    """Totals (mol/kg) of a mix without the gas that bubbles off; `times` one atmosphere stays in it.

    `guess`: its pH by then, when roughly known; it saves passes and never changes the answer.
    """
    out = dict(mixed)
    whole = out.get("carbonate")
    most = ONE_ATMOSPHERE * np.asarray(times)
    if whole is None or not np.any(whole > most):
        return out
    shape = np.broadcast_shapes(most.shape, *(column.shape for column in out.values()))
    over = np.broadcast_to(whole > most, shape)
    rows = {name: np.broadcast_to(column, shape)[over] for name, column in out.items()}
    near = None if guess is None else np.broadcast_to(guess, shape)[over]
    left = np.broadcast_to(whole, shape).astype(float)
    left[over] = _left(rows, np.broadcast_to(most, shape)[over], near)
    out["carbonate"] = left if np.any(left < whole) else whole
    return out


def _left(mixed: Mapping[str, Array], most: Array, guess: Array | None) -> Array:
    """Carbonate that stays (mol/kg) where no more gas than `most` may; arrays of shape (n,).

    Newton's step of log gas by log carbonate: with charge z, 1 + ln 10 z² carbonate / buffer capacity. It is
    kept between what is too much and too little. `guess`: the pH by then.
    """
    whole, rows, ph = mixed["carbonate"], np.arange(len(most)), guess
    carbonate = whole if guess is None else np.clip(most / dissolved(10.0 ** -(guess + ABOVE)), most, whole)
    left, low, high = whole.copy(), LEAST * most, whole * (1.0 + SHARP)
    before = np.full(len(most), np.inf)
    for _ in range(PASSES):
        here = {name: column[rows] for name, column in mixed.items()} | {"carbonate": carbonate}
        solved = solve(here, ph)
        gas, held = _gas_and_charge(carbonate, solved)
        off, all_of_it = np.log(gas / most[rows]), carbonate >= whole[rows]
        low, high = np.where(off > 0.0, low, carbonate), np.where(off > 0.0, carbonate, high)
        slope = 1.0 + LN10 * held**2 * carbonate / solved.buffer_capacity
        newton = np.minimum(carbonate * np.exp(-off / slope), whole[rows])
        # The first step from all of it: as if nothing else followed the gas.
        newton = np.where(all_of_it, carbonate - gas + most[rows], newton)
        apace = (low < newton) & (newton < high) & (np.abs(off) < APACE * before)
        then = np.where(apace, newton, np.sqrt(low * high))
        settled = (all_of_it & (off <= 0.0)) | (high - low <= SHARP * high)
        left[rows] = np.where(settled, carbonate, then)
        far = ~settled & (np.abs(off) > NEAR)
        if not far.any():
            break
        ph = np.clip(solved.ph - held * (then - carbonate) / solved.buffer_capacity, 0.0, 14.0)
        rows, carbonate, low, high, ph = rows[far], then[far], low[far], high[far], ph[far]
        before = np.abs(off[far])
    return left


def _gas_and_charge(carbonate: Array, solved: EquilibriumMany) -> tuple[Array, Array]:
    """mol/kg of carbon dioxide dissolved in solved mixes, and equivalents that a mol of carbonate holds."""
    ion, neutral = DebyeHueckel.at(25.0).ln_gammas([(1, None), (0, None)], solved.ionic_strength, np.sqrt)
    h = 10.0**-solved.ph * np.exp(ion - neutral)
    return carbonate * dissolved(h), charge(h)
