"""A wash over a head: its links strung together, what fits a head, formulas ranked for it."""

from .advice import Advice, advise, fit_of
from .chain import Link, Wash, wash_of
from .fits import Dose, Fit, measured
from .matching import Candidate, Match, rank
from .schools import defaults_by, held_against, parts_by, plain_schools, school_keys

__all__ = [
    "Advice",
    "Candidate",
    "Dose",
    "Fit",
    "Link",
    "Match",
    "Wash",
    "advise",
    "defaults_by",
    "fit_of",
    "held_against",
    "measured",
    "parts_by",
    "plain_schools",
    "rank",
    "school_keys",
    "wash_of",
]
