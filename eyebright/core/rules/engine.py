"""The one engine that applies the hazard rules: facts in, cautions out, gravest first."""

import zlib
from collections import ChainMap
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from string import Formatter
from typing import Any, Literal

from .. import tables
from ..vocabulary import Gravity
from ..words import listed
from .conditions import ORDERED, Condition, Facts, against, conditions, hold, reads, times
from .facts import Subject, own_facts
from .limits import limits_for

MOST_DECIMALS = 5
NAMED = {"meets", "among"}  # comparisons whose value may be another fact
GRAVITY: dict[str, int] = {"stop": 0, "warning": 1, "note": 2}


@dataclass(frozen=True)
class Caution:
    """What to beware of, why, and what to do instead; empty where what was kept does not say.

    `always`: a note that holds nearly every time, and is folded away.
    """

    id: str = ""
    level: Gravity = "warning"
    what: str = ""
    why: str = ""
    instead: str = ""
    source: str = ""
    overridable: bool = False
    always: bool = False

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
    always: bool = False

    @property
    def reads(self) -> set[str]:
        """The facts that it reads: to hold, and to say what it says."""
        plain = limits_for({})
        words = Formatter().parse(f"{self.what} {self.why} {self.instead}")
        return reads(self.when, plain) | {
            name.partition("[")[0] for _, name, _, _ in words if name and name not in plain
        }


@cache
def rules() -> tuple[Rule, ...]:
    """The table of `hazards.toml`, read once, the gravest first."""
    table = tables.rows(__file__, "hazards.toml", "rule", Rule, when=conditions)
    return tuple(sorted(table, key=lambda rule: GRAVITY[rule.level]))


@cache
def rules_mark() -> int:
    """What tells one writing of the table from another: what was kept by an older one is worked out anew."""
    return zlib.crc32(Path(__file__).with_name("hazards.toml").read_bytes())


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


BY_HEAD = {
    "patch",
    "contains",
    "allergic_to",
    "may_contain",
    "maybe_allergic_to",
    "reacted_to",
}  # facts of a mix that hang on the head it is for


def whoever(subject: Subject, *facts: Facts) -> tuple[str, ...]:
    """Ids of the rules that some of these facts of a mix leave open, whatever the head and its limits."""
    heads = own_facts("head") | BY_HEAD
    out: list[str] = []
    for rule in rules_of(subject):
        own = [
            (fact, how, value)
            for fact, how, value in rule.when
            if fact not in heads and not isinstance(value, str if how in ORDERED or how in NAMED else ())
        ]
        if any(hold(own, each, {}) for each in facts):
            out.append(rule.id)
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
    words = {**limit, **facts}
    return [_said(rule, facts, limit, words) for rule in kept]


def merge_cautions(each: Iterable[tuple[str, Iterable[Caution]]]) -> list[Caution]:
    """What several things say, each named by those that say it, the gravest first; said alike, said once."""
    of: dict[Caution, list[str]] = {}
    for name, said in each:
        for caution in said:
            names = of.setdefault(caution, [])
            names += [name] if name not in names else []
    every = [caution.named(listed(names)) for caution, names in of.items()]
    return sorted(every, key=lambda caution: GRAVITY[caution.level])


RANGED = "That is at the upper end of the amounts as they are written."
UNCONFIRMED = (
    "The bottle is reckoned milder since one reading; until a second, independent one agrees, this counts."
)


Grave = Literal["warning", "stop"]


def grave_level(found: Sequence[Caution]) -> Grave | None:
    """The level of the gravest of these cautions; None where there are only notes."""
    levels = [each.level for each in found]
    return "stop" if "stop" in levels else "warning" if "warning" in levels else None


def gravest(
    subject: Subject, facts: Facts, before: Facts | None, among: Sequence[Rule] | None = None
) -> list[Caution]:
    """The cautions of these facts, and every stop and warning that held `before` unconfirmed readings.

    Or that holds at the upper end of amounts written as a range. None: there is neither.
    """
    found = cautions(subject, facts, among)
    if before is None:
        return found
    said = {each.id for each in found}
    more = [
        replace(each, why=f"{each.why} {RANGED if before.get('ranged') else UNCONFIRMED}")
        for each in cautions(subject, before, among)
        if each.level != "note" and each.id not in said
    ]
    return sorted([*more, *found], key=lambda each: GRAVITY[each.level])


def _said(rule: Rule, facts: Facts, limit: Mapping[str, float], words: Mapping[str, Any]) -> Caution:
    passed = {
        fact: _apart(facts[fact], against(how, value, facts, limit))
        for fact, how, value in rule.when
        if how in ORDERED
    }
    here = ChainMap(passed, words) if passed else words  # type: ignore[arg-type]

    def said(text: str) -> str:
        return text.format_map(here) if "{" in text else text

    return Caution(
        id=rule.id,
        level=rule.level,
        what=said(rule.what),
        why=said(rule.why),
        instead=said(rule.instead),
        source=rule.source,
        overridable=rule.overridable and not facts.get("minor"),
        always=rule.always,
    )


class Digits(float):
    """A number that is said with as many decimals as tell it apart from the limit that it passes."""

    held = 0.0

    def __format__(self, spec: str) -> str:
        """As asked, with more decimals where it would read like the limit itself."""
        if not spec.endswith("f"):
            return f"{float(self):{spec}}"
        asked = int(spec[1:-1])
        apart = (n for n in range(asked, MOST_DECIMALS) if f"{float(self):.{n}f}" != f"{self.held:.{n}f}")
        return f"{float(self):.{next(apart, asked)}f}"


def _apart(known: float, held: float) -> Digits:
    """A fact, to be said beside the limit that it passes."""
    out = Digits(known)
    out.held = held
    return out
