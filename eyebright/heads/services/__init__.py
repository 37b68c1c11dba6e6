"""Heads and the core: the only rooms here that know both.

`history` gathers a head for the core, `questions` what is asked of it, `diary` keeps what happens to it,
`shown` shows it, `blocked` says what some head must not have, `pictures` keeps its pictures.
"""

from .blocked import blocked
from .diary import check_in, little_test, patch_result, patch_test, remove, restore, save_head
from .history import (
    DAY,
    HeadHistory,
    facts_for,
    find_head,
    hair_and_scalp_for,
    head_for,
    record_of,
    today_of,
)
from .questions import questions
from .shown import due_at, head_out, head_rows, picture_out, state_of

__all__ = [
    "DAY",
    "HeadHistory",
    "blocked",
    "check_in",
    "due_at",
    "facts_for",
    "find_head",
    "hair_and_scalp_for",
    "head_for",
    "head_out",
    "head_rows",
    "little_test",
    "patch_result",
    "patch_test",
    "picture_out",
    "questions",
    "record_of",
    "remove",
    "restore",
    "save_head",
    "state_of",
    "today_of",
]
