"""Seconds that nobody can set: they go on while somebody sets the machine's clock, and while it sleeps.

They count from the start of the machine: two of them can be compared as long as `boot_id` is the same.
"""

import time
from collections.abc import Callable
from pathlib import Path

BOOT_ID = Path("/proc/sys/kernel/random/boot_id")


def _since_boot() -> float:
    if hasattr(time, "CLOCK_BOOTTIME"):
        return time.clock_gettime(time.CLOCK_BOOTTIME)
    return time.monotonic()


source: Callable[[], float] = _since_boot
"""What is asked; a test that moves all clocks puts its own here."""


def monotonic_seconds() -> float:
    """Seconds since this machine was started."""
    return source()


def boot_id() -> str:
    """Which start of the machine that was; "" where it does not say."""
    try:
        return BOOT_ID.read_text("ascii").strip()
    except (OSError, UnicodeDecodeError):
        return ""
