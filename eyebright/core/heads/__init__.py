"""Heads: what is known of a scalp and its hair, what they weigh and hold, and what they need."""

from .facts import CHILD, Holding, head_facts, holding_of, material_facts, patch_of
from .hair_and_scalp import HairAndScalp, ordinary_head
from .head import Head, days_of_oil, hair_and_scalp_of, mass_of, patch_hours, scalp_of
from .needs import Needs, Reason, ZoneNeed, need_rules, needs_of, needs_table, shortened
from .quick_tests import Belief, beliefs, quick_tests, surer
from .record import (
    CheckIn,
    CheckQuestion,
    History,
    KeptRecord,
    Level,
    Record,
    RecordError,
    Today,
    allergens,
    read_record,
    record_as_kept,
    record_tables,
)
from .sebum import folds, folds_for, grade, lift_grades, lifted, scalp_oil, sebum_table

__all__ = [
    "CHILD",
    "Belief",
    "CheckIn",
    "CheckQuestion",
    "HairAndScalp",
    "Head",
    "History",
    "Holding",
    "KeptRecord",
    "Level",
    "Needs",
    "Reason",
    "Record",
    "RecordError",
    "Today",
    "ZoneNeed",
    "allergens",
    "beliefs",
    "days_of_oil",
    "folds",
    "folds_for",
    "grade",
    "hair_and_scalp_of",
    "head_facts",
    "holding_of",
    "lift_grades",
    "lifted",
    "mass_of",
    "material_facts",
    "need_rules",
    "needs_of",
    "needs_table",
    "ordinary_head",
    "patch_hours",
    "patch_of",
    "quick_tests",
    "read_record",
    "record_as_kept",
    "record_tables",
    "scalp_of",
    "scalp_oil",
    "sebum_table",
    "shortened",
    "surer",
]
