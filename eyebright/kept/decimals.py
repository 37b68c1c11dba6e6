"""Numbers as they are kept, and as they are reckoned with."""

from decimal import Decimal
from typing import overload


@overload
def exact(value: float, places: str = ...) -> Decimal: ...
@overload
def exact(value: float | None, places: str = ...) -> Decimal | None: ...
def exact(value: float | None, places: str = "0.001") -> Decimal | None:
    """A number as it is kept, rounded to these places; nothing stays nothing."""
    return None if value is None else Decimal(repr(value)).quantize(Decimal(places))


def as_float(value: Decimal | None) -> float | None:
    """A number that was kept, as it is reckoned with; nothing stays nothing."""
    return None if value is None else float(value)
