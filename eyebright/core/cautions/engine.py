"""The one engine that applies the hazard rules: facts in, cautions out, gravest first."""

import operator
import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any, Literal

from .limits import limits

Level = Literal["note", "warning", "stop"]
GRAVITY: dict[str, int] = {"stop": 0, "warning": 1, "note": 2}
COMPARE = {
    "is": operator.eq,
    "below": operator.lt,
    "above": operator.gt,
    "from": operator.ge,
}


@dataclass(frozen=True)
class Caution:
    """What to beware of, why, and what to do instead."""

    id: str
    level: Level
    what: str
    why: str
    instead: str
    source: str
    overridable: bool


@dataclass(frozen=True)
class Rule:
    """One row of the table. `when` holds (fact, comparison, value or name of a limit)."""

    id: str
    group: str
    level: Level
    when: tuple[tuple[str, str, Any], ...]
    what: str
    why: str
    instead: str
    source: str
    overridable: bool = False

    def holds(self, facts: Mapping[str, Any]) -> bool:
        """Whether every condition holds; a fact that is not known never makes one hold."""
        return all(
            facts.get(fact) is not None and COMPARE[how](facts[fact], _value(how, value))
            for fact, how, value in self.when
        )


def _value(how: str, value: Any) -> Any:
    return limits()[value] if how != "is" and isinstance(value, str) else value


@cache
def rules() -> tuple[Rule, ...]:
    """The table of `rules.toml`, read once."""
    raw = tomllib.loads(Path(__file__).with_name("rules.toml").read_text("utf-8"))
    return tuple(Rule(**row | {"when": tuple(tuple(c) for c in row["when"])}) for row in raw["rule"])


def cautions(facts: Mapping[str, Any]) -> list[Caution]:
    """Every caution that these facts call for, the gravest first.

    Of one group only the gravest is kept, so a stop is never hidden by a milder word on the
    same matter, and never by another matter. Facts: use, ph, ph_low, minutes, acetic_percent,
    fruit_percent, smell.
    """
    words = {name: limit.value for name, limit in limits().limits.items()} | dict(facts)
    gravest: dict[str, Rule] = {}
    for rule in rules():
        if rule.holds(facts):
            kept = gravest.get(rule.group)
            if kept is None or GRAVITY[rule.level] < GRAVITY[kept.level]:
                gravest[rule.group] = rule
    found = sorted(gravest.values(), key=lambda rule: GRAVITY[rule.level])
    return [
        Caution(
            id=rule.id,
            level=rule.level,
            what=rule.what.format_map(words),
            why=rule.why.format_map(words),
            instead=rule.instead.format_map(words),
            source=rule.source,
            overridable=rule.overridable,
        )
        for rule in found
    ]
