"""Aqueous equilibrium of kitchen acids, alkalis and waters, and what follows from it."""

from .carbonate import AIR_CO2, after_standing, charge, dissolved
from .equilibrium import ChemistryError, Equilibrium, EquilibriumMany, solve_ph, solve_ph_many
from .readings import (
    SHARED,
    Comparison,
    MeterReading,
    Reading,
    ReadingError,
    StripReading,
    believable,
    compare,
)
from .sites import LADDER, alkali_beyond_acid, base_at, held_by, ladder_near
from .solution import Contribution, Part, acid_grams, neat_ph, solve, solve_together, totals
from .species import LN10, species_table
from .water import Profile, Water, gas_lost, reported, reported_ph, water_classes
from .water_report import ReportError, ReportRow, read_report

__all__ = [
    "AIR_CO2",
    "LADDER",
    "LN10",
    "SHARED",
    "ChemistryError",
    "Comparison",
    "Contribution",
    "Equilibrium",
    "EquilibriumMany",
    "MeterReading",
    "Part",
    "Profile",
    "Reading",
    "ReadingError",
    "ReportError",
    "ReportRow",
    "StripReading",
    "Water",
    "acid_grams",
    "after_standing",
    "alkali_beyond_acid",
    "base_at",
    "believable",
    "charge",
    "compare",
    "dissolved",
    "gas_lost",
    "held_by",
    "ladder_near",
    "neat_ph",
    "read_report",
    "reported",
    "reported_ph",
    "solve",
    "solve_ph",
    "solve_ph_many",
    "solve_together",
    "species_table",
    "totals",
    "water_classes",
]
