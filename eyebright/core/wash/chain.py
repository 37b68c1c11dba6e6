"""A wash: its links strung over two zones, what each and all of them come to, and what to beware of."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from ..chain import Link, LinkAfter, PlainWater, run_chain
from ..formulas.assess import ASSESS_DRAWS, Assessment, assess
from ..formulas.model import Formula
from ..heads import HairAndScalp, grade, ordinary_head
from ..materials import METRIC, Kit, Supply
from ..numbers import PRIOR, Array, Draws, Figure, Posterior, figure
from ..rules import GRAVITY, Caution, cautions, facts_of, said_of, worse_of
from ..vocabulary import LinkZone, Zone
from .facts import link_facts

SOUR = 5.5  # pH below which a rinse meets soap or soda as an acid
DRIES = -0.5  # tilt of the drying balance


@dataclass(frozen=True)
class WashLink:
    """One link of a wash: a formula, or plain water for None.

    A bought thing is its own formula of one line (`ready_formula`). `start` in minutes from the first
    (None: after the one before); `minutes` on the head and `cover` (None: the formula's own); `times` its
    usual dose.
    """

    formula: Formula | None
    zone: LinkZone = "both"
    minutes: float | None = None
    times: float = 1.0
    name: str = ""
    start: float | None = None
    cover: bool | None = None


@dataclass(frozen=True)
class Along:
    """After one link: shares lifted by it, oil on each zone (g), each zone's wet pH, minutes so far.

    `ph` is that of the lengths, or of the scalp where only that is wet.
    """

    name: str
    zone: LinkZone
    plain: bool
    scalp_lift: Figure | None
    lengths_lift: Figure | None
    put_back: Figure
    scalp_oil: Figure
    lengths_oil: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    dose: Figure
    minutes: float
    so_far: float


@dataclass(frozen=True)
class Wash:
    """The whole chain: each link, and what it comes to; `facts` are what the rules of a wash looked at."""

    along: tuple[Along, ...]
    scalp_lift: Figure
    lengths_lift: Figure
    grade: str
    put_back: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    minutes: float
    cautions: tuple[Caution, ...]
    facts: dict[str, Any]


def wash_of(
    links: Sequence[WashLink],
    water: Supply,
    kit: Kit = METRIC,
    posterior: Posterior = PRIOR,
    hair_and_scalp_for: Any = None,
    head: Mapping[str, Any] | None = None,
) -> Wash:
    """Work a wash out. `hair_and_scalp_for`: gives what it meets for some draws; an ordinary head without.

    FormulaError for a formula that cannot be reckoned, ChainError for links that are in each other's way.
    """
    draws, head = Draws(ASSESS_DRAWS, posterior=posterior), head or {}
    on: HairAndScalp = hair_and_scalp_for(draws) if hair_and_scalp_for else ordinary_head(draws)
    assessments = [
        assess(link.formula, kit, posterior, on, head, draws=draws) if link.formula else None
        for link in links
    ]
    run = [_link(link, each, water) for link, each in zip(links, assessments, strict=True)]
    course = run_chain(run, on, draws)
    lift = figure(course.lifted("scalp"), "share")
    scalp_ph, lengths_ph = (_ph(course.ph(zone), draws) for zone in ("scalp", "lengths"))
    facts = _facts(assessments, lift, [each for each in (scalp_ph, lengths_ph) if each], head)
    return Wash(
        along=tuple(_along(link, each, draws) for link, each in zip(links, course.after, strict=True)),
        scalp_lift=lift,
        lengths_lift=figure(course.lifted("lengths"), "share"),
        grade=grade(lift.value),
        put_back=_g(sum((each.put_back for each in course.after), np.zeros(1)), draws),
        ph=lengths_ph or scalp_ph,
        scalp_ph=scalp_ph,
        lengths_ph=lengths_ph,
        minutes=course.minutes,
        cautions=_cautions(links, run, assessments, facts, head),
        facts=facts,
    )


def _link(link: WashLink, assessment: Assessment | None, water: Supply) -> Link:
    subject = PlainWater(water) if assessment is None else assessment.subject
    return Link(
        subject, link.zone, start=link.start, minutes=link.minutes, cover=link.cover, amount=link.times
    )


def _along(link: WashLink, after: LinkAfter, draws: Draws) -> Along:
    scalp, lengths = after.scalp, after.lengths
    wet: dict[Zone, Figure | None] = {
        zone: _ph(after.zone(zone).ph, draws) if after.link.reaches(zone) else None
        for zone in ("scalp", "lengths")
    }  # fmt: skip
    return Along(
        name=link.name or after.link.subject.name,
        zone=link.zone,
        plain=link.formula is None,
        scalp_lift=None if scalp.lift is None else figure(draws.each(scalp.lift), "share"),
        lengths_lift=None if lengths.lift is None else figure(draws.each(lengths.lift), "share"),
        put_back=_g(after.put_back, draws),
        scalp_oil=_g(scalp.oil, draws),
        lengths_oil=_g(lengths.oil, draws),
        ph=wet["lengths"] or wet["scalp"],
        scalp_ph=wet["scalp"],
        lengths_ph=wet["lengths"],
        dose=_g(after.dose, draws),
        minutes=after.minutes,
        so_far=after.start + after.minutes,
    )


def _g(values: Array, draws: Draws) -> Figure:
    return figure(draws.each(values), "g")


def _ph(values: Array | None, draws: Draws) -> Figure | None:
    return None if values is None else figure(draws.each(values), "pH")


def _cautions(
    asked: Sequence[WashLink],
    links: Sequence[Link],
    assessments: Sequence[Assessment | None],
    facts: Mapping[str, Any],
    head: Mapping[str, Any],
) -> tuple[Caution, ...]:
    """What the chain as a whole calls for, and all that its links say by themselves, named by them.

    What stands over the whole head is said once; what several links say alike is said once, of all of them.
    """
    whole = cautions("wash", facts)
    said = {each.id for each in whole}
    alone = []
    for ask, link, assessment in zip(asked, links, assessments, strict=True):
        if assessment is None:
            continue
        before = None if assessment.before is None else link_facts(assessment.before, link, head)
        found = worse_of("link", link_facts(assessment.facts, link, head), before)
        alone.append((ask.name or link.subject.name, [each for each in found if each.id not in said]))
    return tuple(sorted([*whole, *said_of(alone)], key=lambda each: GRAVITY[each.level]))


def _facts(
    assessments: Sequence[Assessment | None], lift: Figure, ends: Sequence[Figure], head: Mapping[str, Any]
) -> dict[str, Any]:
    """What only the chain shows."""
    met = _Met()
    for each in assessments:
        met.next(each)
    last = assessments[-1] if assessments else None
    own = {
        "wash_alkaline_open": met.alkaline,
        "wash_soap_meets_acid": "soap" in met.meets,
        "wash_soda_meets_acid": "soda" in met.meets,
        "wash_residue": met.residue or met.pasty,
        "wash_lift": lift.value,
        "wash_cleansers": sum(each.formula.family.cleans for each in assessments if each),
        "wash_dries": sum(each.balance.tilt.value < DRIES for each in assessments if each) >= 2
        and not any(each.formula.family.conditions for each in assessments if each),
        "wash_last_smells": last is not None and "vinegar" in last.facts["smells"],
        "wash_ph_low": min((each.value for each in ends), default=None),
        "wash_ph_high": max((each.value for each in ends), default=None),
    }
    return facts_of("wash", own, head)


class _Met:
    """What is still in the hair as links follow each other, and what it met."""

    def __init__(self) -> None:
        self.alkaline = self.residue = self.pasty = False
        self.fresh = ""  # the soap or soda that no water has rinsed yet
        self.meets: set[str] = set()

    def next(self, assessment: Assessment | None) -> None:
        """Take the next link in; None is plain water."""
        if assessment is None:
            self.fresh, self.pasty = "", False
            return
        facts, family = assessment.facts, assessment.formula.family
        soap = facts["soap_percent"] > 0.0
        sour = assessment.ph is not None and assessment.ph.value < SOUR and not soap
        if sour:
            self.meets.add(self.fresh)
            self.alkaline = False
        self.residue = self.residue or (self.pasty and not family.cleans)
        if soap or family.soda:
            self.alkaline, self.fresh = True, "soap" if soap else "soda"
        elif not family.stays:
            self.fresh = ""
        self.pasty = family.paste
