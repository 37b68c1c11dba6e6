"""What an open jug lets go of at once: carbon dioxide beyond one atmosphere of it bubbles off.

Vinegar or lemon with soda sets free ten times as much as water can hold; the pH is that of what is left.
"""

from collections.abc import Mapping

import numpy as np

from ..numbers import Spread
from .carbonate import Array, charge, dissolved
from .equilibrium import EquilibriumMany
from .solution import solve
from .species import LN10

ONE_ATMOSPHERE = 0.034  # mol/kg at 25 °C: 10^-1.47 at 1 atm (Stumm and Morgan); PHREEQC agrees
FIZZING = 1.5  # times that, for a minute
DEBYE, LINEAR = 0.509, 0.3  # Davies 1962, 25 °C
SALTED_OUT = 0.1  # log10 of a neutral's coefficient by ionic strength
NEAR = 0.005  # of the gas: 0.002 of a pH
SHARP = 1e-5  # of the carbonate: where acid and base are even, nothing tells it nearer
LEAST = 0.99  # of the gas that may stay: no less carbonate stays than that
PASSES = 60  # three for nearly all
STIRRED = Spread(1.0, 1.1, FIZZING)  # atmospheres that a jug holds once it has been stirred


def fizzed(mixed: Mapping[str, Array], times: Array | float = 1.0) -> dict[str, Array]:
    """Totals (mol/kg) of a mix without the gas that bubbles off; `times` one atmosphere stays in it."""
    out = dict(mixed)
    whole = out.get("carbonate")
    most = ONE_ATMOSPHERE * np.asarray(times)
    if whole is None or not np.any(whole > most):
        return out
    solved = solve(out)
    gas, _ = _gas_and_charge(whole, solved)
    shape = np.broadcast_shapes(gas.shape, most.shape)
    over = np.broadcast_to(gas > most, shape)
    if over.any():
        fizzing = {name: np.broadcast_to(column, shape)[over] for name, column in out.items()}
        left = np.broadcast_to(whole, shape).astype(float)
        left[over] = _left(
            fizzing, np.broadcast_to(most, shape)[over], np.broadcast_to(solved.ph, shape)[over]
        )
        out["carbonate"] = left
    return out


def _left(mixed: Mapping[str, Array], most: Array, ph: Array) -> Array:
    """Carbonate that stays (mol/kg) where all of it would hold more gas than `most`; arrays of shape (n,).

    Newton's step of log gas by log carbonate: with charge z, 1 + ln 10 z² carbonate / buffer capacity. It is
    kept between what was too much and too little. `ph`: roughly, with all of it.
    """
    rows, carbonate = np.arange(len(most)), mixed["carbonate"]
    left, low, high = carbonate.copy(), LEAST * most, carbonate
    for count in range(PASSES):
        here = {name: column[rows] for name, column in mixed.items()} | {"carbonate": carbonate}
        solved = solve(here, ph)
        gas, held = _gas_and_charge(carbonate, solved)
        off = np.log(gas / most[rows])
        left[rows] = carbonate
        low, high = np.where(off > 0.0, low, carbonate), np.where(off > 0.0, carbonate, high)
        if count:
            slope = 1.0 + LN10 * held**2 * carbonate / solved.buffer_capacity
            then = carbonate * np.exp(-off / slope)
            then = np.where((low < then) & (then < high), then, np.sqrt(low * high))
        else:
            then = np.maximum(carbonate - gas + most[rows], low)  # as if nothing followed the gas
        ph = np.clip(solved.ph - held * (then - carbonate) / solved.buffer_capacity, 0.0, 14.0)
        far = (np.abs(off) > NEAR) & (high - low > SHARP * high)
        if not far.any():
            break
        rows, carbonate, low, high, ph = rows[far], then[far], low[far], high[far], ph[far]
    return left


def _gas_and_charge(carbonate: Array, solved: EquilibriumMany) -> tuple[Array, Array]:
    """mol/kg of carbon dioxide dissolved in solved mixes, and equivalents that a mol of carbonate holds."""
    root = np.sqrt(solved.ionic_strength)
    salt = SALTED_OUT * solved.ionic_strength
    h = 10.0 ** -(solved.ph + DEBYE * (root / (1.0 + root) - LINEAR * solved.ionic_strength) + salt)
    return carbonate * dissolved(h), charge(h)
