"""What an open jug lets go of at once: carbon dioxide beyond one atmosphere of it bubbles off.

Vinegar or lemon with soda sets free ten times as much as water can hold; the pH is that of what is left.
"""

from collections.abc import Mapping

import numpy as np

from ..numbers import Spread
from .carbonate import Array, dissolved
from .solution import solve

ONE_ATMOSPHERE = 0.034  # mol/kg at 25 °C: 10^-1.47 at 1 atm (Stumm and Morgan); PHREEQC agrees
FIZZING = 1.5  # times that, for a minute
DEBYE, LINEAR = 0.509, 0.3  # Davies 1962, 25 °C
SALTED_OUT = 0.1  # log10 of a neutral's coefficient by ionic strength
HALVINGS = 14
STIRRED = Spread(1.0, 1.1, FIZZING)  # atmospheres that a jug holds once it has been stirred


def fizzed(mixed: Mapping[str, Array], times: Array | float = 1.0) -> dict[str, Array]:
    """Totals (mol/kg) of a mix without the gas that bubbles off; `times` one atmosphere stays in it."""
    out = dict(mixed)
    whole = out.get("carbonate")
    most = ONE_ATMOSPHERE * np.asarray(times)
    if whole is None or not np.any(whole > most):
        return out
    gas = _gas(out)
    if not np.any(gas > most):
        return out
    shape = np.broadcast_shapes(whole.shape, gas.shape, most.shape)
    high = np.broadcast_to(whole, shape).astype(float)
    low = np.maximum(high - gas, 0.0)
    over = np.broadcast_to(gas > most, shape)
    for _ in range(HALVINGS):
        out["carbonate"] = (low + high) / 2.0
        too_much = _gas(out) > most
        low, high = np.where(too_much, low, out["carbonate"]), np.where(too_much, out["carbonate"], high)
    out["carbonate"] = np.where(over, low, whole)
    return out


def _gas(mixed: Mapping[str, Array]) -> Array:
    """mol/kg of carbon dioxide dissolved in a mix."""
    solved = solve(mixed)
    root = np.sqrt(solved.ionic_strength)
    salt = SALTED_OUT * solved.ionic_strength
    apart = DEBYE * (root / (1.0 + root) - LINEAR * solved.ionic_strength) + salt
    share: Array = dissolved(10.0 ** -(solved.ph + apart))
    return mixed["carbonate"] * share
