"""What in a wash must be so many days apart on a head."""

from collections.abc import Sequence
from dataclasses import dataclass

from ..formulas.model import Family
from ..heads import Needs
from .links import WashLink


@dataclass(frozen=True)
class SpacedFamily:
    """A family of preparation in a wash, by key and name, and days between two of it on this head."""

    key: str
    name: str
    apart: float


def apart_of(family: Family, own: float | None, times: float) -> float:
    """Days between two of a family on a head: `times` its usual, and no fewer than its recipe says."""
    return round(max(family.apart * times, own or 0.0), 1)


def spaced_in(links: Sequence[WashLink], needs: Needs | None = None) -> tuple[SpacedFamily, ...]:
    """The families in a wash that are spaced, once each; without `needs` by family and recipe alone."""
    times = needs.apart if needs else 1.0
    found = {link.formula.family.key: link.formula for link in links if link.formula}
    apart = {key: apart_of(one.family, one.apart, times) for key, one in found.items()}
    return tuple(
        SpacedFamily(key, one.family.name, apart[key]) for key, one in found.items() if apart[key] > 0.0
    )
