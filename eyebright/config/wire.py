"""What more than one place puts on the wire."""

from dataclasses import asdict
from typing import Literal

from ninja import Schema

from eyebright.core.chemistry.uncertainty import Figure

Kind = Literal["measured", "computed", "custom"]


class FigureOut(Schema):
    """A number with its 90 % range, its unit and its kind."""

    value: float
    low: float
    high: float
    unit: str
    kind: Kind


def figure_out(figure: Figure) -> FigureOut:
    """The core's figure, ready for the wire."""
    return FigureOut(**asdict(figure))


class CautionOut(Schema):
    """What to beware of, why, and what to do instead."""

    id: str
    level: Literal["note", "warning", "stop"]
    what: str
    why: str
    instead: str
    source: str
    overridable: bool
