"""Water: what a mL of it brings into the jug, from its alkalinity, hardness, sodium and own pH."""

from dataclasses import dataclass, replace
from functools import cache

import numpy as np

from .. import tables
from ..numbers import Draws, Spread
from .carbonate import AIR_CO2
from .carbonate import charge as carbonate_charge
from .solution import Contribution
from .species import species_table

CACO3_MASS = 100.087  # g/mol
SODIUM_MASS = 22.990
CALCIUM_SHARE = 0.8  # of the hardness, by mole: usual for ground and surface water (estimate)
CHLORIDE_SHARE = 0.7  # of what balances the rest; sulfate is the other (estimate, no effect on pH)
REPORT_SHARE = 0.10  # a supplier's yearly figure against today's tap, 90 % (estimate)
REPORT_FLOOR = 2.0  # mg/L as CaCO3: no report is nearer than this
REPORT_PH = 0.25  # pH, 90 %: a tap's own pH wanders (estimate)


@dataclass(frozen=True)
class Water:
    """A water profile: alkalinity and hardness in mg/L as CaCO3, sodium in mg/L, its own pH.

    `organic_acid` (mmol/L, counted as acetic acid) makes a hydrosol: then its pH, not its
    alkalinity, says how much of that acid is free. `living`: from a barrel, river or well, never boiled;
    `contains`: what in it people are allergic to.
    """

    key: str
    name: str
    about: str
    alkalinity: Spread
    hardness: Spread
    sodium: Spread
    ph: Spread
    source: str
    organic_acid: Spread | None = None
    living: bool = False
    contains: tuple[str, ...] = ()

    def with_profile(self, profile: "Profile") -> "Water":
        """The same water with the figures that are known of it, each in the place of the class's own."""
        return replace(
            self,
            alkalinity=profile.alkalinity or self.alkalinity,
            hardness=profile.hardness or self.hardness,
            sodium=profile.sodium or self.sodium,
            ph=profile.ph or self.ph,
        )

    def contribution(self, draws: Draws) -> Contribution:
        """What 1 mL brings: mol of each component and kg of water, arrays of draws."""
        alkalinity = draws.of("alkalinity", self.alkalinity) * 2e-3 / CACO3_MASS  # eq/L
        hardness = draws.of("hardness", self.hardness) * 1e-3 / CACO3_MASS  # mol/L
        sodium = draws.of("sodium", self.sodium) * 1e-3 / SODIUM_MASS
        h = 10.0 ** -draws.of("water_ph", self.ph)
        table = species_table()
        hydroxide = np.exp(table.ln_kw) / h
        totals = {}
        if self.organic_acid is None:
            carbonate = np.maximum(alkalinity + h - hydroxide, 0.0) / carbonate_charge(h)
            excess = alkalinity
        else:
            acid = draws.of("organic_acid", self.organic_acid) * 1e-3
            ka = np.exp(-table.acids["acetate"].ln_betas[1])
            carbonate = np.full_like(h, AIR_CO2)
            excess = acid * ka / (ka + h) + carbonate * carbonate_charge(h) + hydroxide - h
            totals["acetate"] = acid
        calcium = CALCIUM_SHARE * hardness
        magnesium = hardness - calcium
        left = 2.0 * hardness + sodium - excess  # eq/L that neither alkalinity nor acid holds
        totals |= {
            "calcium": calcium,
            "magnesium": magnesium,
            "sodium": sodium + np.maximum(-left, 0.0),
            "chloride": np.maximum(left, 0.0) * CHLORIDE_SHARE,
            "sulfate": np.maximum(left, 0.0) * (1.0 - CHLORIDE_SHARE) / 2.0,
            "carbonate": carbonate,
        }
        return Contribution({name: amount * 1e-3 for name, amount in totals.items()}, 0.998e-3)


@dataclass(frozen=True)
class Profile:
    """What is known of a water: alkalinity and hardness in mg/L as CaCO3, sodium in mg/L, its own pH."""

    alkalinity: Spread | None = None
    hardness: Spread | None = None
    sodium: Spread | None = None
    ph: Spread | None = None


def reported(value: float | None) -> Spread | None:
    """A supplier's figure (mg/L) with its doubt against today's tap."""
    if value is None:
        return None
    reach = max(REPORT_SHARE * value, REPORT_FLOOR)
    return Spread(max(value - reach, 0.0), value, value + reach)


def reported_ph(value: float | None) -> Spread | None:
    """A supplier's pH with its doubt against today's tap."""
    return None if value is None else Spread(value - REPORT_PH, value, value + REPORT_PH)


@cache
def gas_lost() -> Spread:
    """The share of the carbon dioxide beyond the air's own that a jug loses before it is used."""
    return replace(tables.figures(__file__, "waters.toml").spread("carbon_dioxide", "leaves"), ceiling=1.0)


@cache
def water_classes() -> dict[str, Water]:
    """Every named class of water, by key."""
    spreads = dict.fromkeys(("alkalinity", "hardness", "sodium", "ph", "organic_acid"), Spread.of)
    return tables.by_key(__file__, "waters.toml", "water", Water, **spreads)
