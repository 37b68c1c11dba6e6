"""Activity coefficients: how much an ion's neighbours hold it back.

Truesdell-Jones where the ion's size is known, Davies where it is not, and a salting-out
term for neutral species. Everything is in natural logarithms and works alike on floats
and on NumPy arrays.
"""

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

from .species import LN10, IonSize

NEUTRAL_SALTING_OUT = 0.1 * LN10  # log10 of the coefficient is 0.1 I: Parkhurst and Appelo 2013
DAVIES_LINEAR = 0.3  # Davies 1962

# A float, or an array with one value a mix: the chemistry is written once for both.
Number = Any


@dataclass(frozen=True)
class DebyeHueckel:
    """Debye-Hückel constants at one temperature: `a` in natural log units, kg^½/mol^½; `b` per ångström."""

    a: float
    b: float

    @classmethod
    def at(cls, temperature_c: float) -> "DebyeHueckel":
        """From the permittivity of water (Malmberg and Maryott 1956) and its density (Kell 1975)."""
        t = temperature_c
        kelvin = t + 273.15
        permittivity = 87.740 - 0.40008 * t + 9.398e-4 * t**2 - 1.410e-6 * t**3
        density = 1.0 - (t - 3.98) ** 2 * (t + 283.0) / (503570.0 * (t + 67.26))
        product = permittivity * kelvin
        a = 1.82483e6 * math.sqrt(density) / product**1.5 * LN10
        b = 50.2916 * math.sqrt(density) / math.sqrt(product)
        return cls(a, b)

    def ln_gammas(
        self,
        kinds: Iterable[tuple[int, IonSize | None]],
        ionic_strength: Number,
        sqrt: Callable[[Number], Number],
    ) -> list[Number]:
        """ln γ of each kind of ion (charge, size where known) at this strength (mol/kg)."""
        root = sqrt(ionic_strength)
        davies = -self.a * (root / (1.0 + root) - DAVIES_LINEAR * ionic_strength)
        out = []
        for charge, size in kinds:
            square = charge * charge
            if charge == 0:
                out.append(NEUTRAL_SALTING_OUT * ionic_strength)
            elif size is None:
                out.append(davies if square == 1 else square * davies)
            else:
                shielded = (-self.a * square) * root / (1.0 + self.b * size.size * root)
                linear = size.b * LN10
                out.append(shielded + linear * ionic_strength if linear else shielded)
        return out
