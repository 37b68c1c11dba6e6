"""What can hurt and what is asked for, as tables: registered facts, one grammar of conditions, one engine."""

from .conditions import Condition, Facts, conditions, hold
from .engine import GRAVITY, Caution, Rule, cautions, possible, rules
from .limits import Tightening, limits, limits_for, tightenings_for

__all__ = [
    "GRAVITY",
    "Caution",
    "Condition",
    "Facts",
    "Rule",
    "Tightening",
    "cautions",
    "conditions",
    "hold",
    "limits",
    "limits_for",
    "possible",
    "rules",
    "tightenings_for",
]
