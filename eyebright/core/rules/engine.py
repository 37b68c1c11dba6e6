"""The one engine that applies the hazard rules: facts in, cautions out, gravest first."""

import tomllib
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Literal

from .conditions import Condition, Facts, conditions, hold
from .limits import limits_for

Level = Literal["note", "warning", "stop"]
GRAVITY: dict[str, int] = {"stop": 0, "warning": 1, "note": 2}


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
    when: tuple[Condition, ...]
    what: str
    why: str
    instead: str
    source: str
    overridable: bool = False


@cache
def rules() -> tuple[Rule, ...]:
    """The table of `rules.toml`, read once, the gravest first."""
    raw = tomllib.loads(Path(__file__).with_name("hazards.toml").read_text("utf-8"))
    table = (Rule(**row | {"when": conditions(row["when"])}) for row in raw["rule"])
    return tuple(sorted(table, key=lambda rule: GRAVITY[rule.level]))


def possible(facts: Facts, varying: Collection[str]) -> tuple[Rule, ...]:
    """The rules that may hold for these facts, whatever those that vary turn out to be."""
    limit = limits_for(facts)
    return tuple(
        rule for rule in rules() if hold([each for each in rule.when if each[0] not in varying], facts, limit)
    )


def cautions(facts: Facts, among: Sequence[Rule] | None = None) -> list[Caution]:
    """Every caution that these facts call for, the gravest first.

    Every stop that holds is there, whatever else holds. Of the milder words on one matter (a
    group) only the gravest is kept, and none beside a stop. Where the head is a child's no stop
    can be passed. Facts: those of a mix (use, ph, ph_low, minutes, acetic_percent,
    fruit_percent, smell, material), of a head (heads/facts.py) and of a family of preparation
    (formulas/families.py), whichever are known. `among`: the rules to look at, in their order; all of
    them without.
    """
    limit = limits_for(facts)
    words = limit | dict(facts)
    kept: list[Rule] = []
    groups: set[str] = set()
    for rule in rules() if among is None else among:
        said = rule.level != "stop" and rule.group in groups
        if not said and hold(rule.when, facts, limit):
            kept.append(rule)
            groups.add(rule.group)
    child = bool(facts.get("child"))
    return [
        Caution(
            id=rule.id,
            level=rule.level,
            what=rule.what.format_map(words),
            why=rule.why.format_map(words),
            instead=rule.instead.format_map(words),
            source=rule.source,
            overridable=rule.overridable and not child,
        )
        for rule in kept
    ]
