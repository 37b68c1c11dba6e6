"""What washes keep in columns of JSON, as typed documents: their links, and what was worked out of them."""

from datetime import UTC, datetime
from typing import Any, TypeVar

from pydantic import (
    AliasChoices,
    BaseModel,
    Field,
    NonNegativeInt,
    ValidationError,
    field_validator,
    model_validator,
)

from eyebright.core.basin import BasinLink
from eyebright.kept.lenient import parse_lenient
from eyebright.kept.wire import Caution, Figure

from .schemas.chains import WashLinkIn

BEGINNING = datetime.min.replace(tzinfo=UTC)
LinkStop = tuple[str, int]
"""A stop, by its rule, and the link that calls for it: 0 for the wash as a whole."""

WHAT = ("formula", "supply_key", "pause")  # what a link is of
GONE = WashLinkIn(supply_key="gone")
Link = TypeVar("Link", bound=WashLinkIn)


class RunLink(WashLinkIn):
    """A link of a wash at the basin, with an `id` in that wash.

    `sections_on`: how many sections it went on before it was left; None while all of them are to come.
    """

    id: int
    sections_on: NonNegativeInt | None = None


def kept_link(kept: Any) -> WashLinkIn:
    """A link as it was kept. One that another version kept, and that cannot be read here, is gone."""
    return _readable(WashLinkIn, kept) or GONE


def kept_run_link(kept: Any) -> RunLink | None:
    """A link at the basin, likewise; None where nobody knows which it is."""
    if not isinstance(kept, dict) or not isinstance(kept.get("id"), int):
        return None
    return _readable(RunLink, kept) or RunLink(id=kept["id"], **GONE.model_dump())


def _readable(shape: type[Link], kept: Any) -> Link | None:
    """A link, if what it is of can be read: plain water must not stand for what cannot."""
    if not isinstance(kept, dict):
        return None
    try:
        link, lost = parse_lenient(shape, kept)
    except ValidationError:
        return None
    return link if lost.keys().isdisjoint(WHAT) else None


class DoseSnapshot(BaseModel):
    """What goes on of one link, in g and mL before it is thinned; `ahead`: before the time of the wash;
    `unit` that it is measured in.
    """

    formula: int | None = None
    supply_key: str = ""
    ahead: bool = False
    grams: float = 0.0
    ml: float = 0.0
    unit: str = "mL"

    @property
    def amount(self) -> float:
        """How much, in its unit."""
        return self.grams if self.unit == "g" else self.ml


class SpacingSnapshot(BaseModel):
    """A family that must lie `apart` (days), and how many days `ago` it was used last, if ever."""

    key: str
    name: str = ""
    apart: float = 0.0
    ago: float | None = None


class PlannedSnapshot(BaseModel):
    """What comes of a planned wash, as it was worked out when its `mark` was this one.

    Minutes: of all of it, `ahead` of its time, and at the `basin` (None where that is not known).
    `put_on`: what goes on ahead, by name; `stops` in words; `trouble` where it cannot be worked out.
    """

    mark: str = ""
    minutes: float = 0.0
    ahead: float = 0.0
    basin: float | None = None
    grade: str = ""
    lift: Figure | None = None
    ph: Figure | None = None
    doses: list[DoseSnapshot] = []
    spacing: list[SpacingSnapshot] = []
    families: list[str] = []
    put_on: list[str] = []
    stops: list[str] = []
    warnings: int = 0
    trouble: str = ""

    @property
    def blank(self) -> bool:
        """Whether nothing was worked out yet."""
        return self == PlannedSnapshot()


class DoneSnapshot(BaseModel):
    """What a wash came to as it was done: in words, what it washed out, and what to beware of next time."""

    says: list[str] = []
    lift: Figure | None = None
    grade: str = ""
    cautions: list[Caution] = []
    trouble: str = ""


class RunSnapshot(BaseModel):
    """What a wash at the basin consists of, as it was worked out last.

    `blocking_stops` must be passed before anything more goes on (None: never worked out); `stops_by_link`:
    rules of the stops of each link that is still to come. `judged_for`: a checksum of the head as it was
    known; `heat_careful`: heat burns it sooner; `checks` before the first thing goes on; `locs`: it wears
    them. `on_the_spot`: nobody planned it. After its end: what was `done`, ids of the `washes` that were
    recorded, and of the containers that were `used_up`. `undone`: ids of presses that were taken back.
    `stops_since`: when each blocking stop was known first, by its rule and link, in the server's even count.
    """

    basin_links: list[BasinLink] = Field([], validation_alias=AliasChoices("basin_links", "goings"))
    cautions: list[Caution] = []
    blocking_stops: list[LinkStop] | None = Field(
        None, validation_alias=AliasChoices("blocking_stops", "gate")
    )
    stops_by_link: dict[int, list[str]] = Field({}, validation_alias=AliasChoices("stops_by_link", "bars"))
    judged_for: int | None = Field(None, validation_alias=AliasChoices("judged_for", "whose"))
    heat_careful: bool = Field(True, validation_alias=AliasChoices("heat_careful", "careful"))
    checks: list[str] = []
    locs: bool = False
    on_the_spot: bool = False
    done: DoneSnapshot = DoneSnapshot()
    washes: list[int] = []
    used_up: list[int] = []
    undone: list[str] = []
    stops_since: dict[str, float] = {}


class PressSnapshot(BaseModel):
    """One press at the basin: `what` was pressed `at` which moment, its `id`, and what belongs to it.

    A `step` with its `section`, and the links that came off with it (`offs`); a trouble or help by its `key`,
    about a `link`, with its `minutes`; a `value` that was believed or measured; `stops_passed` by link; a
    change of the links or of the posture with what stood there before, what it `says`, and what ran out.
    """

    at: datetime = BEGINNING
    id: str = ""
    what: str
    step: str = ""
    section: int = 0
    offs: list[int] = []
    key: str = ""
    link: int | None = None
    minutes: float = 0.0
    value: float = 0.0
    stops_passed: list[LinkStop] = Field([], validation_alias=AliasChoices("stops_passed", "gates"))
    links_before: list[RunLink] | None = None
    posture_before: str = ""
    says: str = ""
    ran_out: str = ""

    @model_validator(mode="before")
    @classmethod
    def _one_before(cls, value: Any) -> Any:
        """Older versions kept links and posture under one name."""
        if isinstance(value, dict) and "was" in value:
            name = "links_before" if isinstance(value["was"], list) else "posture_before"
            return {name: value["was"], **value}
        return value

    @field_validator("at")
    @classmethod
    def _with_zone(cls, value: datetime) -> datetime:
        return value if value.tzinfo is not None else BEGINNING
