"""The one engine that applies the hazard rules: facts in, cautions out, gravest first."""

import tomllib
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from string import Formatter
from typing import Any

from ..vocabulary import Gravity
from .conditions import ORDERED, Condition, Facts, against, conditions, hold, reads, times
from .facts import Subject
from .limits import limits_for

GRAVITY: dict[str, int] = {"stop": 0, "warning": 1, "note": 2}


@dataclass(frozen=True)
class Caution:
    """What to beware of, why, and what to do instead."""

    id: str
    level: Gravity
    what: str
    why: str
    instead: str
    source: str
    overridable: bool

    def named(self, name: str) -> "Caution":
        """The same, said of one thing among several."""
        return replace(self, what=f"{name}: {self.what}")


@dataclass(frozen=True)
class Rule:
    """One row. `of`: the subjects it concerns; `when`: (fact, comparison, value or name of a limit)."""

    id: str
    of: tuple[Subject, ...]
    group: str
    level: Gravity
    when: tuple[Condition, ...]
    what: str
    why: str
    instead: str
    source: str
    overridable: bool = False

    @property
    def reads(self) -> set[str]:
        """The facts that it reads: to hold, and to say what it says."""
        plain = limits_for({})
        words = Formatter().parse(f"{self.what} {self.why} {self.instead}")
        return reads(self.when, plain) | {name for _, name, _, _ in words if name and name not in plain}


@cache
def rules() -> tuple[Rule, ...]:
    """The table of `hazards.toml`, read once, the gravest first."""
    raw = tomllib.loads(Path(__file__).with_name("hazards.toml").read_text("utf-8"))
    table = (Rule(**row | {"when": conditions(row["when"]), "of": tuple(row["of"])}) for row in raw["rule"])
    return tuple(sorted(table, key=lambda rule: GRAVITY[rule.level]))


@cache
def rules_of(subject: Subject) -> tuple[Rule, ...]:
    """The rules that concern a subject, the gravest first."""
    return tuple(rule for rule in rules() if subject in rule.of)


@cache
def asked_of(fact: str) -> tuple[str, ...]:
    """Every word that some rule looks for in this fact: a fact of many words need not give the others."""
    found = {value for rule in rules() for name, how, value in rule.when if name == fact and how == "has"}
    return tuple(sorted(found))


def possible(subject: Subject, facts: Facts, varying: Collection[str]) -> tuple[Rule, ...]:
    """The rules that may hold for these facts, whatever those that vary turn out to be.

    Each is left with its conditions on what varies: the others hold.
    """
    limit, out = limits_for(facts), []
    for rule in rules_of(subject):
        open_ = tuple(
            (fact, how, value)
            for fact, how, value in rule.when
            if fact in varying or (isinstance(value, str) and times(value)[1] in varying)
        )
        if hold([each for each in rule.when if each not in open_], facts, limit):
            out.append(replace(rule, when=open_))
    return tuple(out)


def cautions(subject: Subject, facts: Facts, among: Sequence[Rule] | None = None) -> list[Caution]:
    """Every caution that these facts of a subject call for, the gravest first.

    Every stop that holds is there, whatever else holds. Of the milder words on one matter (a
    group) only the gravest is kept, and none beside a stop. For somebody under age no stop can be
    passed. `among`: the rules to look at, in their order; without, all that concern the subject.
    """
    limit = limits_for(facts)
    kept: list[Rule] = []
    groups: set[str] = set()
    for rule in rules_of(subject) if among is None else among:
        said = rule.level != "stop" and rule.group in groups
        if not said and hold(rule.when, facts, limit):
            kept.append(rule)
            groups.add(rule.group)
    if not kept:
        return []
    return [_said(rule, facts, limit) for rule in kept]


UNCONFIRMED = (
    "The bottle is reckoned milder since one reading; until a second, independent one agrees, this counts."
)


def worse_of(
    subject: Subject, facts: Facts, before: Facts | None, among: Sequence[Rule] | None = None
) -> list[Caution]:
    """The cautions of these facts, and every stop and warning that held `before` readings that nothing confirms.

    None: nothing was read, or two independent readings agree.
    """
    found = cautions(subject, facts, among)
    if before is None:
        return found
    said = {each.id for each in found}
    more = [
        replace(each, why=f"{each.why} {UNCONFIRMED}")
        for each in cautions(subject, before, among)
        if each.level != "note" and each.id not in said
    ]
    return sorted([*more, *found], key=lambda each: GRAVITY[each.level])


def _said(rule: Rule, facts: Facts, limit: Mapping[str, float]) -> Caution:
    words = {**limit, **facts}
    for fact, how, value in rule.when:
        if how in ORDERED:
            words |= _apart(fact, value, facts[fact], against(how, value, facts, limit))
    return Caution(
        id=rule.id,
        level=rule.level,
        what=rule.what.format_map(words),
        why=rule.why.format_map(words),
        instead=rule.instead.format_map(words),
        source=rule.source,
        overridable=rule.overridable and not facts.get("minor"),
    )


class Digits(float):
    """A number that is said with at least so many decimals, so that it never reads like its own limit."""

    decimals = 0

    def __format__(self, spec: str) -> str:
        asked = int(spec[1:-1]) if spec.endswith("f") else None
        if asked is None:
            return f"{float(self):.{self.decimals}f}" if self.decimals else f"{float(self):{spec}}"
        return f"{float(self):.{max(asked, self.decimals)}f}"


def _apart(fact: str, limit: Any, known: float, held: float) -> dict[str, Digits]:
    """A fact and the limit that it passes, with as many decimals as tell them apart."""
    apart = next((n for n in range(4) if round(known, n) != round(held, n)), 0)
    out = {fact: Digits(known)}
    if isinstance(limit, str) and times(limit)[0] == 1.0:
        out[limit] = Digits(held)
    for each in out.values():
        each.decimals = apart
    whole = float(known).is_integer() and float(held).is_integer()
    return {} if whole else out
