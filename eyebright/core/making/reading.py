"""What a strip's reading adds to what was said of a jug when it was planned."""

from collections.abc import Collection, Mapping
from typing import Any

from ..cautions import Caution, cautions
from ..chemistry.readings import StripReading


def cautions_on_reading(
    facts: Mapping[str, Any], said: Collection[str], strip: StripReading
) -> tuple[Caution, ...]:
    """Warnings and stops that the pH as read calls for, and the plan did not.

    `facts` are the plan's; `said` the ids of its cautions.
    """
    read = strip.figure
    found = cautions({**facts, "ph": read.value, "ph_low": read.low})
    return tuple(caution for caution in found if caution.level != "note" and caution.id not in said)
