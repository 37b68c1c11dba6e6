"""What a material is, the library as data with sources, supplies at hand, and what they are measured with."""

from . import quantities
from .finding import find_materials, folded, holds, names_of
from .hazards import ambiguous_names, guessed_hazards, hazard_table, name_is_ambiguous, refused_by_name
from .library import MaterialError, kinds, library, material, material_from_row, rows
from .material import Liquor, Material, Salt, Slurry, acidic, dissolved_share
from .measures import (
    METRIC,
    Amount,
    Kit,
    Measured,
    MeasureError,
    MeasuringJug,
    OwnSpoon,
    OwnVessel,
    Spoon,
    kit,
    measure_table,
    measured,
    offered,
)
from .own import own_material
from .quantities import jug_for, pourable, rinse_volume, said, spoons, weighable, with_fraction
from .stock import SPOILS, notices, past_date
from .supplies import Lot, Supply, WaterLot, unit_of

__all__ = [
    "METRIC",
    "SPOILS",
    "Amount",
    "Kit",
    "Liquor",
    "Lot",
    "Material",
    "MaterialError",
    "MeasureError",
    "Measured",
    "MeasuringJug",
    "OwnSpoon",
    "OwnVessel",
    "Salt",
    "Slurry",
    "Spoon",
    "Supply",
    "WaterLot",
    "acidic",
    "ambiguous_names",
    "dissolved_share",
    "find_materials",
    "folded",
    "guessed_hazards",
    "hazard_table",
    "holds",
    "jug_for",
    "kinds",
    "kit",
    "library",
    "material",
    "material_from_row",
    "measure_table",
    "measured",
    "name_is_ambiguous",
    "names_of",
    "notices",
    "offered",
    "own_material",
    "past_date",
    "pourable",
    "quantities",
    "refused_by_name",
    "rinse_volume",
    "rows",
    "said",
    "spoons",
    "unit_of",
    "weighable",
    "with_fraction",
]
