"""Carbonic acid: how it divides by pH, and how much of it leaves a jug for the air.

Water from chalk holds far more carbon dioxide than the air above it asks for, once acid has set it
free. Some leaves while the jug is filled, stirred and carried, and the pH climbs as it does.
"""

import numpy as np
from numpy.typing import NDArray

from .species import species_table

Array = NDArray[np.float64]

AIR_CO2 = 1.3e-5  # mol/kg in water that stands open: 10^-1.47 x 420 ppm (Stumm and Morgan)


def _steps(h: Array) -> tuple[Array, Array]:
    """Bicarbonate and carbonate, each against dissolved carbon dioxide, at this hydron activity."""
    one_proton, two_protons = species_table().acids["carbonate"].ln_betas[1:]
    first, second = np.exp(one_proton - two_protons), np.exp(-one_proton)
    return first / h, first * second / (h * h)


def charge(h: Array) -> Array:
    """Equivalents of alkalinity that one mol of carbonate holds (dilute water, 25 °C)."""
    bicarbonate, carbonate = _steps(h)
    held: Array = (bicarbonate + 2.0 * carbonate) / (1.0 + bicarbonate + carbonate)
    return held


def dissolved(h: Array) -> Array:
    """The share of all carbonate that is dissolved carbon dioxide (dilute water, 25 °C)."""
    bicarbonate, carbonate = _steps(h)
    share: Array = 1.0 / (1.0 + bicarbonate + carbonate)
    return share


def after_standing(total: Array, ph: Array, share: Array) -> Array:
    """What is left of all carbonate (mol/kg) when so large a share of the excess gas has left."""
    excess = np.maximum(total * dissolved(10.0**-ph) - AIR_CO2, 0.0)
    left: Array = total - share * excess
    return left
