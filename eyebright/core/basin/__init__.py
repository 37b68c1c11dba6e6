"""The basin: a wash carried out step by step, minutes by section, help, and how it went afterwards."""

from .contact import Contact, Press, Progress, progress_of
from .limits import minutes_at_most, too_warm
from .review import advice_of, answered, due_of, questions_for, telling, telling_key, told_over
from .steps import BasinLink, Step, steps_of
from .table import (
    Posture,
    asks,
    basin_table,
    helps,
    postures,
    questions,
    troubles,
)
from .words import (
    belief_words,
    contact_words,
    judged_words,
    next_words,
    ring_words,
    step_words,
)
