"""What a reading adds to what was said of a jug when it was planned."""

from collections.abc import Collection, Mapping
from typing import Any

from ..chemistry import Reading
from ..rules import Caution, cautions


def cautions_on_reading(
    facts: Mapping[str, Any], said: Collection[str], reading: Reading
) -> tuple[Caution, ...]:
    """Warnings and stops that the pH as read calls for, and the plan did not.

    `facts` are the plan's; `said` the ids of its cautions.
    """
    read = reading.figure
    found = cautions("jug", {**facts, "ph": read.value, "ph_low": read.low, "ph_high": read.high})
    return tuple(caution for caution in found if caution.level != "note" and caution.id not in said)
