"""What a reading adds to what was said of a jug when it was planned."""

from collections.abc import Collection, Mapping
from dataclasses import replace
from typing import Any

from ..chemistry import Reading, StripReading
from ..numbers import Figure
from ..rules import Caution, cautions

MOST_ACID = 6.0  # g in 100 mL: undiluted vinegar


def cautions_on_reading(
    facts: Mapping[str, Any], said: Collection[str], reading: Reading
) -> tuple[Caution, ...]:
    """Warnings and stops that the pH as read calls for, and the plan did not.

    `facts` are the plan's; `said` the ids of its cautions.
    """
    read = _bounded(reading, facts)
    acid = _acid_behind(facts, read.value)
    known = {
        "ph": read.value, "ph_shown": round(read.value, 1), "ph_low": read.low, "ph_high": read.high,
        "acid_percent": acid, "sharpening": acid,
    }  # fmt: skip
    found = cautions("jug", {**facts, **known})
    return tuple(caution for caution in found if caution.level != "note" and caution.id not in said)


def _bounded(reading: Reading, facts: Mapping[str, Any]) -> Figure:
    """What was read; beyond an end of a strip's scale it goes as far as was predicted."""
    read = reading.figure
    if not isinstance(reading, StripReading):
        return read
    half, low, high = reading.step / 2.0, read.low, read.high
    if reading.at_low_end:
        low = min(read.value - half, float(facts.get("ph_low") or read.value))
    if reading.at_high_end:
        high = max(read.value + half, float(facts.get("ph_high") or read.value))
    return replace(read, low=low, high=high)


def _acid_behind(facts: Mapping[str, Any], ph: float) -> float:
    """g of acid in 100 mL that there must be behind a pH as read: a weak acid grows sharper by its root."""
    planned = float(facts.get("acid_percent") or 0.0)
    below = max(float(facts.get("ph") or ph) - ph, 0.0)
    return float(min(planned * 10.0 ** (2.0 * below), MOST_ACID))
