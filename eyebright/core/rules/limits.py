"""The limits table: caps, minutes, aims and the marks on the rail, as data with their sources."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from types import MappingProxyType
from typing import Any, Literal

from .. import tables
from .conditions import Condition, Facts, conditions, hold

LOOSER, LOOSER_PH, TIGHTER_PH = 1.5, 0.3, 3.0  # how far a household may go


@dataclass(frozen=True)
class Limit:
    """One limit: its value and unit, what it limits, its kind and where it comes from.

    `strict`: which way is stricter, "low" or "high"; "" for what a household does not set. `comfort`: it may
    be loosened, by half at most.
    """

    value: float
    unit: str
    what: str
    kind: str
    source: str
    strict: Literal["", "low", "high"] = ""
    comfort: bool = False

    @property
    def reach(self) -> tuple[float, float]:
        """From and to what a household may set it."""
        if self.strict == "high":
            return (self.value - LOOSER_PH if self.comfort else self.value), self.value + TIGHTER_PH
        return 0.0, self.value * (LOOSER if self.comfort else 1.0)


@dataclass(frozen=True)
class RailMark:
    """A place on the pH rail: one point where low equals high, else a band."""

    key: str
    name: str
    low: float
    high: float
    source: str


@dataclass(frozen=True)
class Aim:
    """A pH that makers aim for, by name, and why."""

    key: str
    name: str
    ph: float
    why: str


@dataclass(frozen=True)
class Tightening:
    """Limits that are stricter for some heads: caps times a share, or floors raised to a value."""

    id: str
    when: tuple[Condition, ...]
    limits: tuple[str, ...]
    why: str
    source: str
    times: float = 1.0
    at_least: float = 0.0


@dataclass(frozen=True)
class Limits:
    """The whole table. `ratios` are parts of water to one of acid; `spoonings` teaspoons a litre;
    `easings`: where minutes may be more, `times` as many.
    """

    limits: dict[str, Limit]
    rail_low: float
    rail_high: float
    marks: tuple[RailMark, ...]
    aims: tuple[Aim, ...]
    ratios: dict[str, float]
    spoonings: dict[str, float]
    tightenings: tuple[Tightening, ...]
    easings: tuple[Tightening, ...]

    def __getitem__(self, name: str) -> float:
        return self.limits[name].value


@cache
def limits() -> Limits:
    """The table of `limits.toml`, read once."""
    table = tables.figures(__file__, "limits.toml")

    def tightened(name: str) -> tuple[Tightening, ...]:
        return tuple(tables.rows(__file__, "limits.toml", name, Tightening, when=conditions))

    return Limits(
        limits=table.as_(dict[str, Limit], "limit"),
        rail_low=table.number("rail", "low"),
        rail_high=table.number("rail", "high"),
        marks=tuple(table.as_(list[RailMark], "rail", "mark")),
        aims=tuple(tables.rows(__file__, "limits.toml", "aim", Aim)),
        ratios=table.numbers("ratio"),
        spoonings=table.numbers("spooning"),
        tightenings=tightened("tighten"),
        easings=tightened("ease"),
    )


def tightenings_for(facts: Facts) -> list[Tightening]:
    """The rows that make limits stricter for these facts."""
    return [row for row in limits().tightenings if hold(row.when, facts, _plain())]


@cache
def _plain() -> dict[str, float]:
    """Every limit as it is for anybody."""
    return {name: limit.value for name, limit in limits().limits.items()}


@cache
def _deciding() -> tuple[str, ...]:
    """The facts that any row which changes a limit reads."""
    rows = (*limits().tightenings, *limits().easings)
    return tuple(sorted({fact for row in rows for fact, _, _ in row.when}))


def limits_for(facts: Facts) -> Mapping[str, float]:
    """Every limit's value for these facts: the strictest of what applies, eased where it is off the skin."""
    known = tuple(facts.get(name) for name in _deciding())
    return _limits_for(known, tuple(sorted(facts.get("house", {}).items())))


@lru_cache(maxsize=256)
def _limits_for(known: tuple[Any, ...], house: tuple[tuple[str, float], ...]) -> Mapping[str, float]:
    facts = dict(zip(_deciding(), known, strict=True))
    table = limits().limits
    values = {**_plain(), **dict(house)}
    own = dict(values)
    for row in tightenings_for(facts):
        for name in row.limits:
            if row.at_least:
                values[name] = max(values[name], row.at_least)
            else:
                values[name] = min(values[name], min(own[name], table[name].value) * row.times)
    for row in limits().easings:
        if hold(row.when, facts, _plain()):
            values |= {name: values[name] * row.times for name in row.limits}
    return MappingProxyType(values)
