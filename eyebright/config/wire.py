"""What more than one place puts on the wire."""

from typing import Literal

from ninja import Schema

Kind = Literal["measured", "computed", "custom"]


class FigureOut(Schema):
    """A number with its 90 % range, its unit and its kind."""

    value: float
    low: float
    high: float
    unit: str
    kind: Kind


def figure_out(figure: object) -> FigureOut:
    """Anything with a figure's attributes, ready for the wire."""
    return FigureOut.model_validate(figure, from_attributes=True)


class CautionOut(Schema):
    """What to beware of, why, and what to do instead."""

    id: str
    level: Literal["note", "warning", "stop"]
    what: str
    why: str
    instead: str
    source: str
    overridable: bool


def caution_out(caution: object) -> CautionOut:
    """Anything with a caution's attributes, ready for the wire."""
    return CautionOut.model_validate(caution, from_attributes=True)
