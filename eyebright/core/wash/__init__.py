"""A wash over a head: its links strung together, what fits a head, formulas ranked for it."""

from .advice import Advice, ZoneAdvice, advise, fit_of
from .chain import LinkResult, Wash, WashAssessor, wash_of
from .facts import link_facts
from .finish import Finish
from .fits import Dose, Fit
from .judge import Candidate, candidate_facts, family_facts, stops_of
from .links import Pause, Sections, WashLink, links_table, pauses, sections, timed
from .matching import Match, best_of_each, rank
from .schools import School, defaults_by, held_against, parts_by, plain_schools, school_keys, school_rules
from .spacing import SpacedFamily, spaced_in
from .suit import LinkChange, Suit, suit
from .teaching import Application, Lesson, lessons

__all__ = [
    "Advice",
    "Application",
    "Candidate",
    "Dose",
    "Finish",
    "Fit",
    "Lesson",
    "LinkChange",
    "LinkResult",
    "Match",
    "Pause",
    "School",
    "Sections",
    "SpacedFamily",
    "Suit",
    "Wash",
    "WashAssessor",
    "WashLink",
    "ZoneAdvice",
    "advise",
    "best_of_each",
    "candidate_facts",
    "defaults_by",
    "family_facts",
    "fit_of",
    "held_against",
    "lessons",
    "link_facts",
    "links_table",
    "parts_by",
    "pauses",
    "plain_schools",
    "rank",
    "school_keys",
    "school_rules",
    "sections",
    "spaced_in",
    "stops_of",
    "suit",
    "timed",
    "wash_of",
]
