"""Memory that was needed for a moment (a picture, a copy of the household) goes back to the machine.

The C library keeps what is freed in pools, one for each few threads, where little of it is found again. Here
it keeps two, and gives back what is free now and then. Another C library than GNU's does as it does.
"""

import ctypes
from contextlib import suppress

M_ARENA_MAX = -8  # malloc.h
ARENAS = 2


def few_arenas() -> None:
    """Keep few pools; called once, before there are threads."""
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).mallopt(M_ARENA_MAX, ARENAS)


def give_back() -> None:
    """Give what is free back to the machine."""
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)
