"""What more than one place puts on the wire."""

from typing import Annotated, Any, Literal, TypeVar

from ninja import Query
from pydantic import BaseModel, ConfigDict

from eyebright.core.numbers import Figure
from eyebright.core.rules import Caution

__all__ = ["Caution", "Content", "Figure", "Kind", "Out", "gives", "out_of"]

Kind = Literal["measured", "computed", "custom"]
Content = Annotated[str, Query(max_length=64, description="Of which content: as its address says.")]
Wire = TypeVar("Wire", bound=BaseModel)


class Out(BaseModel):
    """What goes out over the wire, made from any object that has its attributes."""

    model_config = ConfigDict(from_attributes=True)


def gives(kind: str) -> dict[str, Any]:
    """What the description says of an operation that answers with a file of this media type."""
    file: dict[str, Any] = {} if kind == "*/*" else {"schema": {"type": "string", "format": "binary"}}
    return {"responses": {200: {"description": "OK", "content": {kind: file}}}}


def out_of(shape: type[Wire], source: object, /, **more: Any) -> Wire:
    """A schema of an object: its fields of the same names, and `more` in the place of the others."""
    named = shape.model_fields.keys() - more.keys()
    found = {name: getattr(source, name) for name in named if hasattr(source, name)}
    return shape.model_validate(found | more)
