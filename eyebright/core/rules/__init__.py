"""What can hurt and what is asked for, as tables: registered facts, one grammar of conditions, one engine."""

from .conditions import Condition, Facts, conditions, hold, reads, times
from .engine import (
    BY_HEAD,
    GRAVITY,
    Caution,
    Grave,
    Rule,
    asked_of,
    cautions,
    grave_level,
    gravest,
    merge_cautions,
    possible,
    rules,
    rules_mark,
    rules_of,
    whoever,
)
from .facts import FactError, Subject, fact_table, facts_of, given_by, own_facts
from .limits import Aim, RailMark, Tightening, limits, limits_for, tightenings_for
