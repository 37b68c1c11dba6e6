"""What there is to say of a lot as it stands: running low, soon past its date, open for long."""

from dataclasses import dataclass
from typing import Literal

from .library import is_a
from .material import Material

LOW = 0.15  # of what it held
SOON = 14  # days


@dataclass(frozen=True)
class Notice:
    """One thing to say of a lot."""

    what: Literal["low", "empty", "past", "soon", "open long"]
    says: str


def past_date(substance: Material, opened: int | None, use_by: int | None) -> bool:
    """Whether its own date has gone by, or it spoils and has stood open longer than its kind keeps.

    Days since it was opened, days to its date.
    """
    if use_by is not None:
        return use_by < 0
    return is_a(substance.kind, "spoils") and opened is not None and opened > substance.keeps_days


def notices(
    substance: Material, left: float | None, size: float | None, opened: int | None, use_by: int | None
) -> tuple[Notice, ...]:
    """What to say of it. `left` and `size` in mL or g; days since it was opened, days to its date."""
    out = []
    if left is not None and left <= 0.0:
        out.append(Notice("empty", "Used up."))
    elif left is not None and size and left <= LOW * size:
        out.append(Notice("low", f"Running low: {left:.0f} {substance.unit} left of {size:.0f}."))
    if use_by is not None and use_by < 0:
        spoils = is_a(substance.kind, "spoils")
        what = "throw it away" if spoils else "smell and look before you use it"
        out.append(Notice("past", f"Past its date by {-use_by} {'day' if use_by == -1 else 'days'}: {what}."))
    elif use_by is not None and use_by <= SOON:
        out.append(Notice("soon", "Use it today." if use_by == 0 else f"Use it within {use_by} days."))
    if use_by is None and opened is not None and opened > substance.keeps_days:
        out.append(Notice("open long", f"Open for {opened} days. It keeps {substance.keeps}."))
    return tuple(out)
