"""What a formula is: lines, forms, families, steps, starting points."""

from .families import Family, UsualSubject, families, rinse_family, washes
from .forms import FormTable, figures_of, form_table, loose, own_form, turned
from .formula import (
    Formula,
    FormulaError,
    Ingredient,
    METALS,
    MOST_GRAMS,
    PHASES,
    SHARES,
    Step,
    Weighed,
    default_phase,
    family_of,
    of_form,
    weighed,
)
from .starts import Start, starts
from .steps import PlannedStep, SOLUBLE, planned_steps, sensible_steps, signs, step_kinds

__all__ = [
    "Family",
    "FormTable",
    "Formula",
    "FormulaError",
    "Ingredient",
    "METALS",
    "MOST_GRAMS",
    "PHASES",
    "PlannedStep",
    "SHARES",
    "SOLUBLE",
    "Start",
    "Step",
    "UsualSubject",
    "Weighed",
    "default_phase",
    "families",
    "family_of",
    "figures_of",
    "form_table",
    "loose",
    "of_form",
    "own_form",
    "planned_steps",
    "rinse_family",
    "sensible_steps",
    "signs",
    "starts",
    "step_kinds",
    "turned",
    "washes",
    "weighed",
]
