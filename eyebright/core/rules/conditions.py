"""The conditions that the rule tables are written in: [fact, comparison, value], all of which must hold.

One grammar for hazards and orders that fail (hazards.toml), limits (limits.toml), what a head needs
(heads/needs.toml), how long something keeps, the tools it takes, and where opinions differ.
"""

import operator
from collections.abc import Callable, Mapping, Sequence
from functools import cache
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
    "is_not": operator.ne,
    "has": lambda fact, value: value in fact,
    "meets_any": lambda fact, values: not set(fact).isdisjoint(values),
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
    for _, how, value in when:
        if isinstance(value, str) and how in ORDERED:
            name = times(value)[1]
            out |= set() if name in limits else {name}
        elif isinstance(value, str) and how in ("meets", "among"):
            out.add(value)
    return out


@cache
def times(value: str) -> tuple[float, str]:
    """How many times what: '2 * soda_minutes' is (2.0, 'soda_minutes')."""
    number, star, name = value.partition(" * ")
    return (float(number), name) if star else (1.0, value)


def against(how: str, value: Any, facts: Facts, limits: Mapping[str, float]) -> Any:
    """What a condition holds its fact against; None where that is not known.

    A value written as a word names a limit, or another fact, where things are ordered, so many times it if
    it says so; in `meets` and `among` another fact.
    """
    if isinstance(value, str) and how in ORDERED:
        number, name = times(value)
        found = limits[name] if name in limits else facts.get(name)
        return None if found is None else number * found
    if isinstance(value, str) and how in ("meets", "among"):
        return facts.get(value)
    return value


def hold(when: Sequence[Condition], facts: Facts, limits: Mapping[str, float]) -> bool:
    """Whether every condition holds; a fact that is not known never makes one hold."""
    for fact, how, value in when:
        known = facts.get(fact)
        if known is None:
            return False
        if how == "is":
            if known != value:
                return False
            continue
        held = against(how, value, facts, limits) if isinstance(value, str) else value
        if held is None or not COMPARE[how](known, held):
            return False
    return True
