"""What a reading adds to what was said of a jug when it was planned."""

from collections.abc import Collection, Mapping
from typing import Any

from ..chemistry import Reading
from ..rules import Caution, cautions

MOST_ACID = 6.0  # g in 100 mL: undiluted vinegar


def cautions_on_reading(
    facts: Mapping[str, Any], said: Collection[str], reading: Reading
) -> tuple[Caution, ...]:
    """Warnings and stops that the pH as read calls for, and the plan did not.

    `facts` are the plan's; `said` the ids of its cautions.
    """
    # Beyond an end of a strip's scale it goes as far as was predicted.
    read = reading.open_to(*(float(facts.get(end) or reading.ph) for end in ("ph_low", "ph_high")))
    acid = _acid_behind(facts, read.value)
    known = {
        "ph": read.value, "ph_shown": round(read.value, 1), "ph_low": read.low, "ph_high": read.high,
        "acid_percent": acid, "sharpening": acid,
    }  # fmt: skip
    found = cautions("jug", {**facts, **known})
    return tuple(caution for caution in found if caution.level != "note" and caution.id not in said)


def _acid_behind(facts: Mapping[str, Any], ph: float) -> float:
    """g of acid in 100 mL that there must be behind a pH as read: a weak acid grows sharper by its root."""
    planned = float(facts.get("acid_percent") or 0.0)
    below = max(float(facts.get("ph") or ph) - ph, 0.0)
    return float(min(planned * 10.0 ** (2.0 * below), MOST_ACID))
