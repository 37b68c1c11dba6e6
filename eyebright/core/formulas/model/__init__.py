"""What a formula is: lines, forms, families, steps, starting points."""

from .families import (
    Family,
    UsualSubject,
    families,
    family_product,
    rinse_family,
    rinses,
    usually_holds,
    washes,
)
from .forms import FormTable, figures_of, form_rows, form_table, loose, own_form, turned
from .formula import (
    COVER,
    MOST_GRAMS,
    PHASES,
    SHARES,
    TILL,
    TOLD_BY_OTHERS,
    Formula,
    FormulaError,
    Ingredient,
    Step,
    Weighed,
    default_phase,
    family_of,
    of_form,
    weighed,
)
from .pots import PotMaterial, pots
from .preconditions import Precondition, preconditions, wanted
from .ready import ready_family, ready_formula, ready_times
from .starts import Start, starts
from .steps import PlannedStep, StepKind, ending, planned_steps, sensible_steps, signs, step_kinds
from .thinning import MOST_THINNED, thinned
