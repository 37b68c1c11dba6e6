"""The facts that rules read: typed, registered, and given by one builder a subject.

    facts_of("wash", {"wash_lift": 0.7, ...}, head)      every fact of a wash, and those of its head

A fact that is missing, unknown where it may not be, or of another kind is an error here and never a
caution that quietly does not come.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal, get_args

from .. import tables
from .conditions import Facts

Subject = Literal["head", "family", "jug", "formula", "link", "wash", "shelf_life", "kit", "school", "step"]
SUBJECTS: tuple[Subject, ...] = get_args(Subject)
FOR_A_HEAD: tuple[Subject, ...] = ("family", "jug", "formula", "link", "wash")
FactKind = Literal["flag", "number", "word", "words", "table"]
IS: Mapping[FactKind, Callable[[Any], bool]] = {
    "flag": lambda value: isinstance(value, bool),
    "number": lambda value: isinstance(value, int | float) and not isinstance(value, bool),
    "word": lambda value: isinstance(value, str),
    "words": lambda value: isinstance(value, list | tuple),
    "table": lambda value: isinstance(value, Mapping),
}


class FactError(TypeError):
    """A fact that its subject does not give, or gives as something else."""


@dataclass(frozen=True)
class Fact:
    """One fact: its kind and unit, what it says, which subjects give it, and when it is not known."""

    name: str
    kind: FactKind
    what: str
    by: tuple[Subject, ...]
    unit: str = ""
    unknown: str = ""


@cache
def fact_table() -> dict[str, Fact]:
    """Every fact by name. FactError where one is registered twice, or by no such subject."""
    raw = tables.read(__file__, "facts.toml")
    out: dict[str, Fact] = {}
    for group in raw["group"]:
        if not set(group["by"]) <= set(SUBJECTS):
            raise FactError(f"no such subject: {group['by']}")
        for row in group["facts"]:
            if row["name"] in out:
                raise FactError(f"{row['name']} is registered twice")
            out[row["name"]] = Fact(**row, by=tuple(group["by"]))
    return out


@cache
def own_facts(subject: Subject) -> frozenset[str]:
    """The facts that a subject gives itself."""
    return frozenset(name for name, fact in fact_table().items() if subject in fact.by)


@cache
def given_by(subject: Subject) -> frozenset[str]:
    """Every fact that rules may read of a subject: its own, and those of the head that it is for."""
    heads = own_facts("head") if subject in FOR_A_HEAD else frozenset()
    return own_facts(subject) | heads


def facts_of(subject: Subject, own: Facts, head: Facts | None = None) -> dict[str, Any]:
    """The facts of a subject, checked, over those of its head (none: nobody in particular).

    FactError for one that is missing, too many, or of another kind than it is registered with.
    """
    wanted = own_facts(subject)
    if wanted != own.keys():
        lacking, strange = sorted(wanted - own.keys()), sorted(own.keys() - wanted)
        raise FactError(f"a {subject} lacks the facts {lacking}, and gives {strange}")
    table = fact_table()
    for name, value in own.items():
        fact = table[name]
        if not (IS[fact.kind](value) or (value is None and fact.unknown)):
            raise FactError(f"{name} of a {subject} is a {fact.kind}, not {value!r}")
    return {**(head or {}), **own}
