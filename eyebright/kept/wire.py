"""What more than one place puts on the wire."""

from collections.abc import Iterable
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

from eyebright.core.vocabulary import Gravity

Kind = Literal["measured", "computed", "custom"]


class Out(BaseModel):
    """What goes out over the wire, made from any object that has its attributes."""

    model_config = ConfigDict(from_attributes=True)


def gives(kind: str) -> dict[str, Any]:
    """What the description says of an operation that answers with a file of this media type."""
    file: dict[str, Any] = {} if kind == "*/*" else {"schema": {"type": "string", "format": "binary"}}
    return {"responses": {200: {"description": "OK", "content": {kind: file}}}}


class FigureOut(Out):
    """A number with its 90 % range, its unit and its kind."""

    value: float
    low: float
    high: float
    unit: str
    kind: Kind


def figure_out(figure: object) -> FigureOut:
    """Anything with a figure's attributes, ready for the wire."""
    return FigureOut.model_validate(figure)


class CautionOut(Out):
    """What to beware of, why, and what to do instead."""

    id: str
    level: Gravity
    what: str
    why: str
    instead: str
    source: str
    overridable: bool


class CautionSnapshot(CautionOut):
    """A caution as it is kept with what it was said of; what another version left out stays empty."""

    id: str = ""
    level: Gravity = "warning"
    what: str = ""
    why: str = ""
    instead: str = ""
    source: str = ""
    overridable: bool = False


def caution_snapshots(cautions: Iterable[object]) -> list[CautionSnapshot]:
    """Cautions as they are kept."""
    return [CautionSnapshot.model_validate(each) for each in cautions]


def caution_out(caution: object) -> CautionOut:
    """Anything with a caution's attributes, ready for the wire."""
    return CautionOut.model_validate(caution)
