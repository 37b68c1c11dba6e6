"""The conditions that the rule tables are written in: [fact, comparison, value], all of which must hold.

One grammar for hazards and orders that fail (hazards.toml), limits (limits.toml), what a head needs
(heads/needs.toml), how long something keeps, the tools it takes, and where opinions differ.
"""

import operator
from collections.abc import Callable, Mapping, Sequence
from typing import Any

Condition = tuple[str, str, Any]
Facts = Mapping[str, Any]

COMPARE: dict[str, Callable[[Any, Any], bool]] = {
    "is": operator.eq,
    "below": operator.lt,
    "above": operator.gt,
    "from": operator.ge,
    "among": lambda fact, values: fact in values,
    "not_among": lambda fact, values: fact not in values,
    "has": lambda fact, value: value in fact,
    "meets": lambda fact, values: not set(fact).isdisjoint(values),
}
ORDERED = {"below", "above", "from"}


def conditions(rows: Sequence[Sequence[Any]]) -> tuple[Condition, ...]:
    """A table's rows as conditions; ValueError for a comparison that there is not."""
    for _, how, _ in rows:
        if how not in COMPARE:
            raise ValueError(f"{how!r} is no comparison")
    return tuple((fact, how, value) for fact, how, value in rows)


def reads(when: Sequence[Condition], limits: Mapping[str, float]) -> set[str]:
    """The facts that conditions read, those that stand for a value included."""
    out = {fact for fact, _, _ in when}
    out |= {
        value for _, how, value in when if isinstance(value, str) and how in ORDERED and value not in limits
    }
    return out | {value for _, how, value in when if isinstance(value, str) and how in ("meets", "among")}


def hold(when: Sequence[Condition], facts: Facts, limits: Mapping[str, float]) -> bool:
    """Whether every condition holds; a fact that is not known never makes one hold.

    A value written as a word names a limit, or another fact, where things are ordered, and in
    `meets` and `among` another fact.
    """
    for fact, how, value in when:
        known = facts.get(fact)
        if known is None:
            return False
        if how == "is":
            if known != value:
                return False
            continue
        against = value
        if isinstance(value, str) and how in ORDERED:
            against = limits[value] if value in limits else facts.get(value)
        elif isinstance(value, str) and how in ("meets", "among"):
            against = facts.get(value)
        if against is None or not COMPARE[how](known, against):
            return False
    return True
