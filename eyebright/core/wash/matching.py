"""Formulas ranked for a head: how well each meets what it asks for, with reasons for and against."""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..formulas.assess import Digest, grades
from ..formulas.model import Family, families
from ..heads import HairAndScalp, Head, Needs, hair_and_scalp_of, lifted, sebum_table, with_materials
from ..numbers import Array, Draws, Figure, Spread, figure
from ..rules import Caution, Rule, cautions, possible
from .schools import held_against

RANK_DRAWS = 80
Verdict = Literal["meets", "near", "care", "far", "ruled_out"]
ORDER: dict[str, int] = {"meets": 0, "near": 1, "care": 2, "far": 3, "ruled_out": 4}
Part = Literal["wash", "rinse", "care"]
PARTS: tuple[Part, ...] = ("wash", "rinse", "care")
RINSES = ("acid_rinse", "herb_mild", "herb_tannin", "starch")
NEAR_LIFT = 0.12  # share of oil beside what is asked that still counts as near
NEAR_PH = 0.5
SUITS, SPARES, WARNING, MISSING, FAR_LIFT, FAR_PH, LATELY, AGAINST = 8, 12, 9, 3, 120, 14, 15, 30


@dataclass(frozen=True)
class Candidate:
    """A formula to be ranked: its key, name and digest, what is not at hand; what is in it, and allergens."""

    key: str
    name: str
    digest: Digest
    missing: tuple[str, ...] = ()
    named: tuple[tuple[str, ...], ...] = ()
    contains: tuple[str, ...] = ()


@dataclass(frozen=True)
class Match:
    """How one formula meets a head. `lift` of the scalp's oil, None for what lifts none; `dose` in g."""

    candidate: Candidate
    family: Family
    verdict: Verdict
    points: float
    lift: Figure | None
    dose: Figure
    reasons: tuple[str, ...]
    against: tuple[str, ...]
    stops: tuple[Caution, ...]

    @property
    def part(self) -> Part:
        """What of a wash day it is for."""
        if self.family.cleans:
            return "wash"
        return "rinse" if self.family.key in RINSES else "care"


def rank(
    candidates: Iterable[Candidate],
    head: Head,
    needs: Needs,
    schools: Mapping[str, str] | None = None,
) -> list[Match]:
    """Every candidate, washes first, then rinses, then the rest, of each the best first.

    What is ruled out comes last, with why.
    """
    draws, facts = Draws(RANK_DRAWS), head.facts()
    hair_and_scalp = hair_and_scalp_of(head, facts, draws)
    doses = {
        key: draws.within(key).of("film", family.film) * hair_and_scalp.area * hair_and_scalp.dose
        for key, family in families().items()
    }
    shown = {key: figure(_whole(dose, draws), "g") for key, dose in doses.items()}
    candidates = list(candidates)
    varying = {"contains", "patch"}.union(*(each.digest.facts for each in candidates))
    may_hold = possible(facts, varying)
    out = []
    for each in candidates:
        key = each.digest.family
        dose = (doses[key], shown[key])
        out.append(_match(each, needs, facts, hair_and_scalp, draws, dose, head, schools or {}, may_hold))

    def place(each: Match) -> tuple[bool, int, int, float, str]:
        out_of_it = each.verdict == "ruled_out"
        part = PARTS.index(each.part)
        return out_of_it, part, ORDER[each.verdict], -each.points, each.candidate.name

    return sorted(out, key=place)


def _match(
    each: Candidate,
    needs: Needs,
    facts: dict[str, Any],
    hair_and_scalp: HairAndScalp,
    draws: Draws,
    dose: tuple[Array, Figure],
    head: Head,
    schools: Mapping[str, str],
    may_hold: Sequence[Rule],
) -> Match:
    digest, family = each.digest, families()[each.digest.family]
    known = with_materials(facts, each.named, each.contains)
    found = cautions({**digest.facts, **known}, may_hold)
    stops = tuple(caution for caution in found if caution.level == "stop")
    warnings = [caution.what for caution in found if caution.level == "warning"]
    reasons: list[str] = []
    against: list[str] = []
    points, far, near = 60.0, False, False
    lift = None
    if family.cleans:
        lift = figure(_lift(digest, hair_and_scalp, draws, dose[0]), "share")
        miss, says = _lift_says(lift, needs)
        (reasons if miss <= 0.0 else against).append(says)
        points -= FAR_LIFT * miss
        far, near = miss > NEAR_LIFT, miss > 0.0
    elif family.key in ("acid_rinse", "herb_mild", "herb_tannin", "spray"):
        if needs.rinse.kind == "plain":
            against.append("Plain water is all that is asked for after the wash.")
            points -= SPARES
        if digest.ph is not None:
            off, says = _ph_says(digest, needs.rinse.ph, "the rinse")
            (reasons if off <= 0.0 else against).append(says)
            points -= FAR_PH * off
            far, near = off > NEAR_PH, off > 0.0
        if digest.use != needs.rinse.use and digest.use == "left_in":
            against.append("It stays in, and this head asks for a rinse that is rinsed out.")
            near = True
            points -= SPARES
    elif family.conditions:
        if needs.condition == "lengths":
            reasons.append("The lengths ask to be conditioned.")
        elif needs.condition == "none":
            against.append("Nothing asks to be conditioned today.")
            near = True
            points -= SPARES
    elif family.key not in needs.suits:
        against.append("Nothing today asks for it.")
        near = True
        points -= SPARES
    if family.cleans and digest.ph is not None and digest.ph[1] < needs.scalp.ph[0]:
        off, says = _ph_says(digest, needs.scalp.ph, "the scalp")
        if off > 0.0:
            against.append(says)
            points -= FAR_PH * off
    if family.key in needs.suits:
        reasons.append(needs.suits[family.key])
        points += SUITS
    if family.key in needs.spares:
        against.append(needs.spares[family.key])
        points -= SPARES
    held = held_against(schools, family.key, digest.use)
    against += held
    points -= AGAINST * len(held)
    since = head.history.since_family.get(family.key)
    wait = max(family.apart * needs.apart - since, 0.0) if since is not None else 0.0
    if wait >= 1.0:
        against.append(f"Used lately: {math.ceil(wait)} more days before the next.")
        points -= LATELY
    grade = next((grade for grade in grades() if grade.key == digest.texture), None)
    if grade is not None and grade.drags:
        against.append("It is stiff: hard to spread and to rinse.")
        points -= MISSING
    if each.missing:
        against.append(f"Not at hand: {', '.join(each.missing)}.")
        points -= MISSING * len(each.missing)
    against += warnings
    points -= WARNING * len(warnings)
    verdict: Verdict = (
        "ruled_out" if stops else "far" if far else "care" if warnings or held or wait >= 1.0
        else "near" if near else "meets"
    )  # fmt: skip
    return Match(
        each,
        family,
        verdict,
        points,
        lift,
        dose[1],
        tuple(reasons),
        tuple(against),
        stops,
    )


def _whole(values: Array, draws: Draws) -> Array:
    return np.broadcast_to(values, (draws.count,))


def _lift(digest: Digest, hair_and_scalp: HairAndScalp, draws: Draws, dose: Array) -> Array:
    """Draws of the share of the scalp's oil that its usual dose lifts."""
    cleaning = Spread(*digest.cleaning).at(draws.score("a formula's cleaning"))
    there = hair_and_scalp.oil.scalp + digest.oil * dose
    share = lifted(cleaning * dose * digest.contact, there, draws, hair_and_scalp.strength)
    table = sebum_table()
    out: Array = share + (table["most"]["lifts"] - share) * table["cleaning"]["free_fatty"] * digest.alkali
    return _whole(out, draws)


def _lift_says(lift: Figure, needs: Needs) -> tuple[float, str]:
    """How far its lift is from what is asked (0 within), in words."""
    low, _, high = needs.scalp.lift
    shown = (
        f"Lifts about {_percent(lift.low)} to {_percent(lift.high)} %; "
        f"{_percent(low)} to {_percent(high)} % is asked for"
    )
    if lift.value > high:
        return lift.value - high, f"{shown}: more than this scalp wants."
    if lift.value < low:
        return low - lift.value, f"{shown}: too little."
    return 0.0, f"{shown}."


def _percent(share: float) -> int:
    return round(share * 20.0) * 5


def _ph_says(digest: Digest, band: tuple[float, float, float], what: str) -> tuple[float, str]:
    """How far its pH is from the band (0 within), in words."""
    assert digest.ph is not None
    ph = digest.ph[1]
    asked = f"{band[0]:.1f} to {band[2]:.1f}"
    if ph < band[0]:
        return band[0] - ph, f"pH {ph:.1f} is sharper than the {asked} that {what} asks for."
    if ph > band[2]:
        return ph - band[2], f"pH {ph:.1f} is milder than the {asked} that {what} asks for."
    return 0.0, f"pH {ph:.1f}, within the {asked} that {what} asks for."
