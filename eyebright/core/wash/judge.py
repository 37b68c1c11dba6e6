"""How well something fits a head today: one judgement, for the ranking and for a family on the head's page.

The chain engine says what it does to both zones; the head's needs say what is asked for; the cautions say
what stands against it.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, Literal

import numpy as np

from ..chain import Link, Subject, ZoneAfter, run_chain
from ..formulas.assess import Digest, DigestSubject, grades
from ..formulas.model import Family, families
from ..heads import HairAndScalp, Holding, Needs, folds_for, material_facts, patch_of
from ..numbers import Array, Draws, Figure, figure
from ..rules import Caution, Rule, cautions, facts_of, gravest
from ..vocabulary import Use, Zone
from ..words import ends

Verdict = Literal["suits", "adjust", "care", "off", "not_needed", "ruled_out"]
FAR = 4.0  # times as strong, or as weak: beyond that no recipe of its kind gets there
NEAR_PH = 0.5
NO_FOLDS = 1e-4


@dataclass(frozen=True)
class Candidate:
    """A formula to be judged: its key, name and digest, what is not at hand, and what is in it.

    `wholes`: what it, and what was made and goes into it, is known by as a whole.
    """

    key: str
    name: str
    digest: Digest
    missing: tuple[str, ...] = ()
    holdings: tuple[Holding, ...] = ()
    wholes: tuple[Holding, ...] = ()
    product: str = ""


class OnHead:
    """What one thing of a family does on a head, each figure worked out when it is asked for.

    `on` must be of these draws.
    """

    def __init__(
        self,
        subject: Subject,
        family: Family,
        needs: Needs,
        on: HairAndScalp,
        draws: Draws,
    ) -> None:
        self._subject, self._family, self._draws = subject, family, draws
        self._needs, self._on = needs, on

    @cached_property
    def _scalp(self) -> ZoneAfter:
        return self._after("scalp")

    @cached_property
    def _lengths(self) -> ZoneAfter:
        return self._after("lengths")

    def _after(self, zone: Zone) -> ZoneAfter:
        course = run_chain([Link(self._subject)], self._on, self._draws, ph=False, zones=(zone,))
        return course.after[0].zone(zone)

    @cached_property
    def lift(self) -> Figure | None:
        """The share of the scalp's oil that it lifts; None where it is no wash, or does not go there."""
        return self._share(self._scalp.lift)

    @cached_property
    def lengths_lift(self) -> Figure | None:
        """The share of the lengths' oil."""
        return self._share(self._lengths.lift)

    @cached_property
    def scalp(self) -> Figure:
        """g of it on the scalp."""
        return self._figure(self._scalp.dose, "g")

    @cached_property
    def lengths(self) -> Figure:
        """g of it on the lengths."""
        return self._figure(self._lengths.dose, "g")

    @cached_property
    def strength(self) -> Figure | None:
        """How strong it should be for this scalp, times as it is; None where it is no wash."""
        if not self._family.cleans:
            return None
        takes = self._on.strength_with(self._subject.product)
        takes_off = takes * np.maximum(self._scalp.folds, NO_FOLDS)
        return self._figure(folds_for(self._needs.scalp.lift[1]) / takes_off, "times")

    def _share(self, lift: Array | None) -> Figure | None:
        return self._figure(lift, "share") if lift is not None and self._family.cleans else None

    def _figure(self, values: Array, unit: str) -> Figure:
        return figure(self._draws.each(values), unit)


@dataclass
class Judgement:
    """What speaks for and against something, as it is gathered; `off`: how it is beside what is asked.

    `far`: no change gets it there; `beside`: it would work if it were made otherwise, or is not asked for.
    """

    stops: list[Caution] = field(default_factory=list)
    off: list[str] = field(default_factory=list)
    against: list[str] = field(default_factory=list)
    favour: list[str] = field(default_factory=list)
    points: float = 60.0
    far: bool = False
    beside: bool = False
    wanted: bool = True
    careful: bool = False

    @property
    def verdict(self) -> Verdict:
        """The verdict, the gravest that holds."""
        if self.stops:
            return "ruled_out"
        if self.far:
            return "off"
        if self.careful:
            return "care"
        if not self.wanted:
            return "not_needed"
        return "adjust" if self.beside else "suits"


def subject_of(candidate: Candidate) -> DigestSubject:
    """A candidate as a chain takes it."""
    return DigestSubject(candidate.name, candidate.digest, candidate.product)


# What each thing is worth in the ranking (custom).
SUITS, SPARES, WARNING, MISSING, FAR_LIFT, FAR_PH, LATELY, AGAINST = 8, 12, 9, 3, 120, 14, 15, 30


def candidate_facts(candidate: Candidate, head: Mapping[str, Any]) -> dict[str, Any]:
    """The facts of a candidate for a head, as its formula's own assessment gives them."""
    return _with_head(candidate, candidate.digest.facts, head)


def _with_head(candidate: Candidate, facts: Mapping[str, Any], head: Mapping[str, Any]) -> dict[str, Any]:
    return {**head, **facts, **material_facts(head, candidate.holdings, candidate.wholes)}


def stops_of(candidate: Candidate, head: Mapping[str, Any]) -> tuple[Caution, ...]:
    """The stops of a candidate on a head: what rules it out, whatever it does there."""
    before = candidate.digest.before and _with_head(candidate, candidate.digest.before, head)
    said = gravest("formula", candidate_facts(candidate, head), before)
    return tuple(each for each in said if each.level == "stop")


def family_facts(family: Family, head: Mapping[str, Any]) -> dict[str, Any]:
    """The facts of a family, as usually made, for a head."""
    # a family is many recipes: only a reaction speaks for all of them
    patch = patch_of(head["patches"], (family.key, family.name))
    return facts_of("family", family.facts() | {"patch": patch if patch == "reaction" else None}, head)


def judge_family(
    family: Family, found: OnHead, needs: Needs, head: Mapping[str, Any], wait: float
) -> Judgement:
    """How a family as usually made fits a head. `wait`: days until it is next sensible."""
    said = cautions("family", family_facts(family, head))
    return _judge(family, found, needs, said, wait, use="left_in" if family.stays else "rinsed_out", ph=None)


def judge_candidate(
    candidate: Candidate,
    found: OnHead,
    needs: Needs,
    head: Mapping[str, Any],
    wait: float,
    objections: Sequence[str] = (),
    among: Sequence[Rule] | None = None,
) -> Judgement:
    """How a formula fits a head. `objections`: what house rules hold against it."""
    digest = candidate.digest
    before = digest.before and _with_head(candidate, digest.before, head)
    said = gravest("formula", candidate_facts(candidate, head), before, among)
    out = _judge(families()[digest.family], found, needs, said, wait, digest.use, digest.ph)
    out.against += objections
    out.points -= AGAINST * len(objections)
    out.careful = out.careful or bool(objections)
    grade = next((grade for grade in grades() if grade.key == digest.texture), None)
    if grade is not None and grade.drags:
        out.against.append("It is stiff: hard to spread and to rinse.")
        out.points -= MISSING
    if candidate.missing:
        out.against.append(f"Not at hand: {', '.join(candidate.missing)}.")
        out.points -= MISSING * len(candidate.missing)
    return out


def _judge(
    family: Family,
    found: OnHead,
    needs: Needs,
    said: Sequence[Caution],
    wait: float,
    use: Use,
    ph: tuple[float, float, float] | None,
) -> Judgement:
    out = Judgement(stops=[caution for caution in said if caution.level == "stop"])
    if family.cleans:
        _lift(out, found, needs)
        if ph is not None and ph[1] < needs.scalp.ph[0]:
            out.points -= FAR_PH * _ph(out, ph, needs.scalp.ph, "the scalp")
    elif family.by_ph:
        _rinse(out, family, needs, use, ph)
    elif family.conditions:
        _condition(out, needs)
    elif family.key not in needs.suits:
        _unasked(out, "Not needed today.")
    if family.key in needs.suits:
        out.favour.insert(0, needs.suits[family.key])
        out.points += SUITS
    warnings = [caution.what for caution in said if caution.level == "warning"]
    spares = [needs.spares[family.key]] if family.key in needs.spares else []
    lately = [f"Used lately: {math.ceil(wait)} more days before the next."] if wait >= 1.0 else []
    out.against += [*spares, *lately, *warnings]
    out.points -= SPARES * len(spares) + LATELY * len(lately) + WARNING * len(warnings)
    out.careful = bool(warnings or spares or lately)
    return out


def _unasked(out: Judgement, says: str) -> None:
    out.against.append(says)
    out.points -= SPARES
    out.wanted, out.beside = False, True


def _lift(out: Judgement, found: OnHead, needs: Needs) -> None:
    """What it lifts, against what is asked: within, to be had by making it stronger or weaker, or far off."""
    assert found.strength is not None
    lift, strength = found.lift, found.strength.value
    low, _, high = needs.scalp.lift
    if strength <= 0.0:
        out.off.append("Warm water alone washes out as much as suits today.")
        out.points -= FAR_LIFT * max((lift.value if lift else 0.0) - high, 0.0)
        out.wanted, out.beside = False, True
        return
    value = lift.value if lift else 0.0
    shown = f"Washes out about {_percent(value)} %; {_percent(low)} to {_percent(high)} % would suit"
    if lift:
        shown = (
            f"Washes out about {_percent(lift.low)} to {_percent(lift.high)} %; "
            f"{_percent(low)} to {_percent(high)} % would suit"
        )
    if low <= value <= high:
        out.favour.append(f"{shown}.")
        return
    much = value > high
    out.points -= FAR_LIFT * (value - high if much else low - value)
    out.far = not 1.0 / FAR <= strength <= FAR
    out.beside = True
    how = (
        f"However it is made it washes out {'more' if much else 'less'} than suits this scalp today."
        if out.far
        else f"Made about {strength:.1f} times as strong it would suit{'' if much else '; or wash twice'}."
    )
    out.off.append(f"{shown}: {'more than this scalp wants' if much else 'too little'}. {how}")


def _rinse(
    out: Judgement, family: Family, needs: Needs, use: Use, ph: tuple[float, float, float] | None
) -> None:
    """A rinse or spray, by its pH and whether it stays."""
    rinse = needs.rinse
    if rinse.kind == "plain":
        out.against.append("Plain water is all that is asked for after the wash.")
        out.points -= SPARES
        out.wanted = False
    elif family.acid:
        out.favour.append("Lays the hair flat after the wash.")
    elif family.key not in needs.suits:
        out.wanted = False
    if ph is not None:
        miss = _ph(out, ph, rinse.ph, "the rinse")
        out.points -= FAR_PH * miss
        out.far, out.beside = miss > NEAR_PH, miss > 0.0
    if use != rinse.use and use == "left_in" and not family.stays:
        out.against.append("It stays in, and this head asks for a rinse that is rinsed out.")
        out.points -= SPARES
        out.beside = True


def _condition(out: Judgement, needs: Needs) -> None:
    if needs.condition == "lengths":
        out.favour.append("The lengths need conditioner.")
    elif needs.condition == "none":
        _unasked(out, "No conditioner is needed today.")
    else:
        out.wanted = False


def _percent(share: float) -> int:
    return round(share * 20.0) * 5


def _ph(out: Judgement, ph: tuple[float, float, float], band: tuple[float, float, float], what: str) -> float:
    """Say where its pH is against a band, and how far it is off (0 within)."""
    value, (low, _, high) = ph[1], band
    asked = ends(low, high)
    if low <= value <= high:
        out.favour.append(f"pH {value:.1f}, within the {asked} that {what} asks for.")
        return 0.0
    way = "sharper" if value < low else "milder"
    out.off.append(f"pH {value:.1f} is {way} than the {asked} that {what} asks for.")
    return low - value if value < low else value - high
