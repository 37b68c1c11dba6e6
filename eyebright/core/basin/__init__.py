"""The basin: a wash carried out step by step, minutes by section, help, and how it went afterwards."""

from .contact import Contact, Press, Progress, Ring, progress_of
from .limits import minutes_at_most, too_warm
from .review import Due, advice_of, due_of, questions_for, telling, telling_key
from .steps import BasinLink, Step, steps_of
from .table import (
    Ask,
    Help,
    Posture,
    ReviewQuestion,
    Trouble,
    asks,
    basin_table,
    helps,
    postures,
    questions,
    troubles,
)
from .words import (
    StepWords,
    belief_words,
    contact_words,
    judged_words,
    next_words,
    ordinal,
    ring_words,
    step_words,
)

__all__ = [
    "Ask",
    "BasinLink",
    "Contact",
    "Due",
    "Help",
    "Posture",
    "Press",
    "Progress",
    "ReviewQuestion",
    "Ring",
    "Step",
    "StepWords",
    "Trouble",
    "advice_of",
    "asks",
    "basin_table",
    "belief_words",
    "contact_words",
    "due_of",
    "helps",
    "judged_words",
    "minutes_at_most",
    "next_words",
    "ordinal",
    "postures",
    "progress_of",
    "questions",
    "questions_for",
    "ring_words",
    "step_words",
    "steps_of",
    "telling",
    "telling_key",
    "too_warm",
    "troubles",
]
