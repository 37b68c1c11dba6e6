"""The one engine that reads `needs.toml`: from a head's facts to the aims of its two zones.

Order never matters: shifts add up, caps and floors take the strictest, and of two words the milder
one wins. Every rule that holds gives its reason.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal

from .. import tables
from ..rules import Condition, Facts, conditions, hold, limits_for
from ..tables import Figures
from ..vocabulary import Use, Zone

ZONES: tuple[Zone, Zone] = ("scalp", "lengths")
STRIPS = 0.9  # no range reaches further: beyond it a wash strips
LEAST_MINUTES = 1.0
SOONEST_DAYS = 1.0


@dataclass(frozen=True)
class NeedRule:
    """One row of the table; an effect that is None has none."""

    id: str
    when: tuple[Condition, ...]
    reason: str
    source: str
    zone: Zone | None = None
    lift: float = 0.0
    at_most: float = 1.0
    ph: float = 0.0
    ph_floor: float = 0.0
    ph_ceiling: float = 14.0
    minutes: float = 1.0
    days: float = 0.0
    apart: float = 1.0
    way: str = ""
    condition: str = ""
    leave_in: str = ""
    rinse: str = ""
    suits: tuple[str, ...] = ()
    spares: tuple[str, ...] = ()

    def on(self, zone: Zone) -> bool:
        """Whether it speaks of this zone."""
        return self.zone in (None, zone)


@dataclass(frozen=True)
class Reason:
    """Why: the words of one rule, what it speaks of and where it comes from."""

    id: str
    text: str
    source: str


@dataclass(frozen=True)
class ZoneNeed:
    """What one zone asks for: the share of oil to lift, the pH band, the minutes and the way."""

    zone: Zone
    lift: tuple[float, float, float]
    ph: tuple[float, float, float]
    minutes: tuple[float, float]
    way: Literal["wet", "dry"]
    reasons: tuple[Reason, ...]


@dataclass(frozen=True)
class RinseNeed:
    """The rinse: its kind, its pH band, whether it stays, and its minutes (from, to, at most)."""

    kind: Literal["acid", "plain"]
    ph: tuple[float, float, float]
    use: Use
    minutes: tuple[float, float, float]


@dataclass(frozen=True)
class Needs:
    """Everything that the rules settle for a head on a day."""

    scalp: ZoneNeed
    lengths: ZoneNeed
    rinse: RinseNeed
    condition: Literal["lengths", "none", "as you like"]
    days: tuple[float, float]
    apart: float
    suits: dict[str, str]
    spares: dict[str, str]
    rarer: tuple[str, ...] = ()
    """Reasons why it is washed more rarely than others of its kind."""


@cache
def needs_table() -> Figures:
    """The figures of `needs.toml`, read once."""
    return tables.figures(__file__, "needs.toml")


@cache
def need_rules() -> list[NeedRule]:
    """The rules of `needs.toml`."""
    return tables.rows(__file__, "needs.toml", "rule", NeedRule, when=conditions)


def needs_of(facts: Facts) -> Needs:
    """What these facts (heads/facts.py) ask for."""
    table, limit = needs_table(), limits_for(facts)
    numbers = dict(limit) | table.numbers("number")
    held = [rule for rule in need_rules() if hold(rule.when, facts, numbers)]
    scalp, lengths = (_zone(zone, held, facts) for zone in ZONES)
    days = sum(rule.days for rule in held)
    soon, late = table.pair("base", "days", facts["scalp"])
    condition = {rule.condition for rule in held} - {""}
    return Needs(
        scalp=scalp,
        lengths=lengths,
        rinse=_rinse(scalp, lengths, held, limit),
        condition="lengths" if "lengths" in condition else "none" if condition else "as you like",
        days=(max(SOONEST_DAYS, soon + days), max(SOONEST_DAYS, late + days)),
        apart=max([1.0, *(rule.apart for rule in held)]),
        suits={key: rule.reason for rule in held for key in rule.suits},
        spares={key: rule.reason for rule in held for key in rule.spares},
        rarer=tuple(rule.reason for rule in held if rule.days > 0.0),
    )


def _zone(zone: Zone, held: Sequence[NeedRule], facts: Facts) -> ZoneNeed:
    base = needs_table().part("base", zone)
    here = [rule for rule in held if rule.on(zone)]
    cap = min([STRIPS, *(rule.at_most for rule in here)])  # the range's own end never passes it
    middle = max(base.number("lift", facts["scalp"]) + sum(rule.lift for rule in here), base.number("least"))
    middle = min(middle, base.number("most"), cap)
    floor, aim, ceiling = base.triple("ph")
    floor = max([floor, *(rule.ph_floor for rule in here)])
    ceiling = max(floor, min([ceiling, *(rule.ph_ceiling for rule in here)]))
    times = min([1.0, *(rule.minutes for rule in here)])
    ways = {rule.way for rule in here} - {""}
    return ZoneNeed(
        zone=zone,
        lift=(max(middle - base.number("reach"), 0.0), middle, min(middle + base.number("reach"), cap)),
        ph=(floor, min(max(aim + sum(rule.ph for rule in here), floor), ceiling), ceiling),
        minutes=_span(base.pair("minutes"), times),
        way="dry" if ways == {"dry"} else "wet",
        reasons=tuple(Reason(rule.id, rule.reason, rule.source) for rule in here),
    )


def shortened(minutes: float, times: float) -> float:
    """Minutes made shorter, to the half; not below one, nor above none where there are none."""
    return max(round(minutes * times * 2.0) / 2.0, min(minutes, LEAST_MINUTES))


def _span(usual: Sequence[float], times: float) -> tuple[float, float]:
    low, high = (shortened(each, times) for each in usual)
    return low, high


def _rinse(
    scalp: ZoneNeed, lengths: ZoneNeed, held: Sequence[NeedRule], limit: Mapping[str, float]
) -> RinseNeed:
    """One rinse over both: no sharper than either bears, as near the lengths' aim as the scalp bears."""
    leave = {rule.leave_in for rule in held} - {""}
    use: Use = "left_in" if leave == {"yes"} else "rinsed_out"
    floor = max(scalp.ph[0], lengths.ph[0], limit["left_in_ph" if use == "left_in" else "rinsed_out_ph"])
    ceiling = max(floor, min(scalp.ph[2], lengths.ph[2]))
    times = min([1.0, *(rule.minutes for rule in held)])
    low, high = _span(needs_table().pair("base", "rinse", "minutes"), times)
    return RinseNeed(
        kind="plain" if any(rule.rinse == "plain" for rule in held) else "acid",
        ph=(floor, min(max(lengths.ph[1], floor), ceiling), ceiling),
        use=use,
        minutes=(low, high, limit["mild_minutes"]),
    )
