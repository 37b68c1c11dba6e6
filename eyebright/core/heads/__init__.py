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
    Record,
    RecordError,
    Today,
    allergens,
    read_record,
    record_as_kept,
    record_tables,
)
from .sebum import (
    ADULT_CM2,
    Washed,
    folds,
    folds_for,
    grade,
    lift_grades,
    lifted,
    scalp_oil,
    sebum_table,
    washed,
)
