"""Aqueous equilibrium of kitchen acids, alkalis and waters, and what follows from it."""

from .carbonate import AIR_CO2, after_standing, charge, dissolved
from .equilibrium import ChemistryError, EquilibriumMany, solve_ph, solve_ph_many
from .open_jug import FIZZING, STIRRED, fizzed
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
