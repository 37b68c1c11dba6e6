"""What a formula is: lines, forms, families, steps, starting points."""

from .families import Family, UsualSubject, families, rinse_family, washes
from .forms import FormTable, figures_of, form_table, loose, own_form, turned
from .formula import (
    METALS,
    MOST_GRAMS,
    PHASES,
    SHARES,
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
from .starts import Start, starts
from .steps import SOLUBLE, PlannedStep, planned_steps, sensible_steps, signs, step_kinds

__all__ = [
    "METALS",
    "MOST_GRAMS",
    "PHASES",
    "SHARES",
    "SOLUBLE",
    "Family",
    "FormTable",
    "Formula",
    "FormulaError",
    "Ingredient",
    "PlannedStep",
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
