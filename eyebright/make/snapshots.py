"""What a batch keeps of what was worked out: typed documents in its columns."""

from typing import Any

from pydantic import BaseModel

from eyebright.core.make import Bowl, RunStep, StepCaution
from eyebright.core.vocabulary import Act

from .schemas.batches import FiguresOut, OffOut

__all__ = ["BatchFigures", "Bowl", "PlannedPour", "SheetStep"]


class BatchFigures(FiguresOut):
    """What comes of a batch; `off`: lines that are not as planned."""

    off: list[OffOut] = []

    @property
    def blank(self) -> bool:
        """Whether nothing was worked out yet."""
        return self == BatchFigures()


class PlannedPour(BaseModel):
    """So much (mL or g) that is to be poured of one supply.

    Of a formula: its `line`, `grams` with the band from `low` to `high` and what it goes `by`, the amount as
    the line `says` it, and the bottles it is `drawn` from, each with its share. Of a jug: `what` the layer is
    and the `volume` in mL that it fills.
    """

    key: str
    amount: float
    name: str = ""
    unit: str = "mL"
    line: int = 0
    grams: float | None = None
    low: float = 0.0
    high: float = 0.0
    by: str = ""
    says: str = ""
    spoons: str = ""
    drops: bool = False
    drawn: list[tuple[str, float]] = []
    what: str = "other"
    volume: float = 0.0


class SheetStep(BaseModel):
    """A step of the run sheet, as `core.make.RunStep`, with its cautions.

    `foams`: it may foam over; `celsius` of what it is about. A jug's step says what to `do`, with the
    `number` to read off and its `detail`.
    """

    kind: str
    act: Act = "do"
    name: str = ""
    says: str = ""
    how: str = ""
    of: int | None = None
    lines: list[int] = []
    least: float = 0.0
    most: float = 0.0
    sign: str = ""
    until: str = ""
    if_not: str = ""
    note: str = ""
    cautions: list[StepCaution] = []
    foams: bool = False
    celsius: float | None = None
    do: str = ""
    number: str = ""
    detail: str = ""

    def as_core(self) -> RunStep:
        """The step as the core takes it."""
        same: dict[str, Any] = {name: getattr(self, name) for name in RunStep.__dataclass_fields__}
        return RunStep(**same | {"lines": tuple(self.lines)})
