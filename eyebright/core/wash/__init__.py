"""A wash over a head: its links strung together, what fits a head, formulas ranked for it."""

from .advice import Advice, ZoneAdvice, advise, fit_of
from .chain import LinkResult, Wash, WashAssessor, wash_of
from .facts import link_facts
from .finish import Finish
from .fits import Dose, Fit
from .judge import Candidate, candidate_facts, family_facts, stops_of
from .links import WashLink, links_table, pause_when, pauses, sections
from .matching import Match, best_of_each, rank
from .schools import School, defaults_by, held_against, parts_by, plain_schools, school_keys, school_rules
from .spacing import apart_of, spaced_in
from .suit import suit
from .teaching import Application, Lesson, lessons
