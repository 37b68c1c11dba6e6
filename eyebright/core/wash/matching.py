"""Formulas ranked for a head: how well each meets what it asks for, with reasons for and against."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from ..formulas.model import Family, families
from ..heads import Head, Needs, hair_and_scalp_of
from ..numbers import HEAD_DRAWS, Draws, Figure
from ..rules import BY_HEAD, Caution, possible
from ..vocabulary import Part
from .fits import waits
from .judge import Candidate, OnHead, Verdict, judge_candidate, subject_of
from .schools import held_against

Rank = Literal["meets", "near", "care", "far", "ruled_out"]
ORDER: dict[Rank, int] = {"meets": 0, "near": 1, "care": 2, "far": 3, "ruled_out": 4}
RANKED: dict[Verdict, Rank] = {
    "suits": "meets",
    "adjust": "near",
    "not_needed": "near",
    "care": "care",
    "off": "far",
    "ruled_out": "ruled_out",
}
PARTS: tuple[Part, ...] = ("wash", "rinse", "care")


@dataclass(frozen=True)
class Match:
    """How one formula meets a head. `lift` of the scalp's oil, None for what lifts none; `dose` in g."""

    candidate: Candidate
    family: Family
    verdict: Rank
    points: float
    lift: Figure | None
    dose: Figure
    reasons: tuple[str, ...]
    against: tuple[str, ...]
    stops: tuple[Caution, ...]

    @property
    def part(self) -> Part:
        """What of a wash day it is for."""
        return self.family.part


def rank(
    candidates: Iterable[Candidate],
    head: Head,
    needs: Needs,
    schools: Mapping[str, str] | None = None,
) -> list[Match]:
    """Every candidate, washes first, then rinses, then the rest, of each the best first.

    What is ruled out comes last, with why.
    """
    draws, facts = Draws(HEAD_DRAWS), head.facts()
    on = hair_and_scalp_of(head, facts, draws)
    candidates = list(candidates)
    varying = BY_HEAD.union(*(each.digest.facts for each in candidates))
    may_hold = {rule.id: rule for rule in possible("formula", facts, varying)}
    objections: dict[tuple[str, str], tuple[str, ...]] = {}
    out = []
    for each in candidates:
        family = families()[each.digest.family]
        found = OnHead(subject_of(each), family, needs, on, draws)
        wait = waits(family, needs, head.history.since_family.get(family.key))
        made = (family.key, each.digest.use)
        if made not in objections:
            objections[made] = held_against(schools or {}, *made)
        open_ = [may_hold[rule] for rule in each.digest.rules if rule in may_hold]
        judged = judge_candidate(each, found, needs, facts, wait, objections[made], open_)
        out.append(
            Match(
                candidate=each,
                family=family,
                verdict=RANKED[judged.verdict],
                points=judged.points,
                lift=found.lift,
                dose=found.scalp,
                reasons=tuple(judged.favour),
                against=(*judged.off, *judged.against),
                stops=tuple(judged.stops),
            )
        )

    def place(each: Match) -> tuple[bool, int, int, float, str]:
        out_of_it = each.verdict == "ruled_out"
        return out_of_it, PARTS.index(each.part), ORDER[each.verdict], -each.points, each.candidate.name

    return sorted(out, key=place)


def best_of_each(matches: Iterable[Match]) -> dict[str, Candidate]:
    """The best of each family, by the family's key: what speaks for it on a head's page."""
    out: dict[str, Candidate] = {}
    for each in matches:
        out.setdefault(each.family.key, each.candidate)
    return out
