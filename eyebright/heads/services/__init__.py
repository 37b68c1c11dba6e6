"""Heads and the core: the only rooms here that know both.

`known` gathers a head for the core, `asking` answers what it asks for, `diary` keeps what happens to
it, `shown` and `over_time` show it.
"""

from .asking import asks, questions
from .diary import (
    change_wash,
    check_in,
    keep_wash,
    little_test,
    patch_result,
    patch_test,
    put_back,
    save_head,
    take_away,
    wash,
)
from .known import facts_for, find_head, hair_and_scalp_for, head_for, today_of
from .over_time import blocked, due, history
from .shown import head_out, head_rows, picture_out

__all__ = [
    "asks",
    "blocked",
    "change_wash",
    "check_in",
    "due",
    "facts_for",
    "find_head",
    "hair_and_scalp_for",
    "head_for",
    "head_out",
    "head_rows",
    "history",
    "keep_wash",
    "little_test",
    "patch_result",
    "patch_test",
    "picture_out",
    "put_back",
    "questions",
    "save_head",
    "take_away",
    "today_of",
    "wash",
]
