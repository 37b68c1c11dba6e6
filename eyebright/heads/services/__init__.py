"""Heads and the core: the only rooms here that know both.

`history` gathers a head for the core, `questions` what is asked of it, `diary` keeps what happens to it,
`passes` the stops that were passed, `shown` shows it, `blocked` says what some head must not have,
`pictures` keeps its pictures.
"""

from .blocked import blocked
from .diary import change_head, check_in, little_test, patch_result, patch_test, remove, restore, save_head
from .history import (
    DAY,
    HeadHistory,
    facts_for,
    facts_of_whom,
    find_head,
    hair_and_scalp_for,
    head_for,
    today_of,
)
from .learnt import learnt, product_key
from .passes import Passing, goes_by, keep_passes, pass_stops, passes
from .questions import questions
from .serializers import due_at, head_out, head_rows, picture_out, state_of, wash_out
