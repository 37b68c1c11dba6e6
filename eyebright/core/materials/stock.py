"""What there is to say of a lot as it stands: running low, soon past its date, open for long."""

from dataclasses import dataclass
from typing import Literal

from .material import Material

LOW = 0.15  # of what it held
SOON = 14  # days


@dataclass(frozen=True)
class Notice:
    """One thing to say of a lot."""

    what: Literal["low", "empty", "past", "soon", "open long"]
    says: str


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
        out.append(Notice("past", f"Past its date by {-use_by} days: smell and look before you use it."))
    elif use_by is not None and use_by <= SOON:
        out.append(Notice("soon", "Use it today." if use_by == 0 else f"Use it within {use_by} days."))
    if use_by is None and opened is not None and opened > substance.keeps_days:
        out.append(Notice("open long", f"Open for {opened} days. It keeps {substance.keeps}."))
    return tuple(out)
