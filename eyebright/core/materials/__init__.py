"""What a material is, the library as data with sources, supplies at hand, and what they are measured with."""

from ..numerals import (
    NUMBER,
    AmbiguousNumber,
    Count,
    Habit,
    NumberError,
    read_count,
    read_number,
    typed_number,
)
from . import quantities
from .finding import (
    TAP,
    WATER,
    Evidence,
    Finder,
    Meaning,
    Named,
    Recogniser,
    Recognition,
    Score,
    by_strength,
    can_be,
    every_name,
    finder_of,
    folded,
    found_among,
    found_rows,
    in_one_order,
    library_finder,
    stem,
    stem_set,
    word_set,
    words,
)
from .hazards import guessed_hazards, hazard_table, refused_by_name
from .helpers import Helper, helper_table
from .keys import ANYBODYS, SupplyKey
from .label import (
    LABEL_PH,
    LABEL_SHARE,
    Label,
    LabelError,
    Listed,
    class_table,
    doubts_of,
    implausible,
    ingredient_table,
    labelled,
    read_label,
)
from .library import (
    MaterialError,
    is_a,
    kinds,
    kinds_that,
    library,
    lifts_as,
    material,
    material_from_row,
    plant_of,
    rows,
)
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
from .own import bought_like, corrected, guessed_kind, is_known, not_known, own_material
from .properties import believable, property_table
from .quantities import jug_for, pourable, rinse_volume, spoons, weighable, with_fraction
from .stock import Notice, notices, past_date
from .supplies import Lot, Supply, WaterLot, unit_of
