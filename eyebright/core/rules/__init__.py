"""What can hurt and what is asked for, as tables: registered facts, one grammar of conditions, one engine."""

from .conditions import Condition, Facts, conditions, hold, reads, times
from .engine import (
    BY_HEAD,
    GRAVITY,
    Caution,
    Rule,
    asked_of,
    cautions,
    gravest,
    merge_cautions,
    possible,
    rules,
    rules_mark,
    rules_of,
    whoever,
)
from .facts import FactError, Subject, fact_table, facts_of, given_by, own_facts
from .limits import Tightening, limits, limits_for, tightenings_for

__all__ = [
    "BY_HEAD",
    "GRAVITY",
    "Caution",
    "Condition",
    "FactError",
    "Facts",
    "Rule",
    "Subject",
    "Tightening",
    "asked_of",
    "cautions",
    "conditions",
    "fact_table",
    "facts_of",
    "given_by",
    "gravest",
    "hold",
    "limits",
    "limits_for",
    "merge_cautions",
    "own_facts",
    "possible",
    "reads",
    "rules",
    "rules_mark",
    "rules_of",
    "tightenings_for",
    "times",
    "whoever",
]
