"""A wash over a head: its links strung together, what fits a head, formulas ranked for it."""

from .advice import Advice, advise, fit_of
from .chain import Wash, WashLink, wash_of
from .facts import link_facts
from .fits import Dose, Fit, measured
from .judge import Candidate, candidate_facts, family_facts
from .matching import Match, best_of_each, rank
from .schools import defaults_by, held_against, parts_by, plain_schools, school_keys, school_rules

__all__ = [
    "Advice",
    "Candidate",
    "Dose",
    "Fit",
    "Match",
    "Wash",
    "WashLink",
    "advise",
    "best_of_each",
    "candidate_facts",
    "defaults_by",
    "family_facts",
    "fit_of",
    "held_against",
    "link_facts",
    "measured",
    "parts_by",
    "plain_schools",
    "rank",
    "school_keys",
    "school_rules",
    "wash_of",
]
