"""A wash as a chain over two zones: what is lifted, what is put back, and the pH at the end."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..chain import Hair, Pouring, after_pours
from ..chemistry import Part
from ..formulas.assess import Assessment, assess, contact_of, lifted_by
from ..formulas.model import Formula
from ..heads import HairAndScalp, grade, ordinary_head, sebum_table
from ..materials import METRIC, Kit, Supply
from ..numbers import PRIOR, Array, Draws, Figure, Posterior, Spread, figure, middle
from ..rules import Caution, cautions

WASH_DRAWS = 160
PLAIN_ML = 2000.0
PLAIN_MINUTES = 1.0
Zone = Literal["scalp", "lengths", "both"]
ZONES: dict[Zone, str] = {"scalp": "on the scalp", "lengths": "on the lengths", "both": "on both"}
STAYS_SHARE = 0.9  # of an oil that is left in, what is still there
RINSED_SHARE = 0.25  # of the oil in what is rinsed out, what stays on the hair


@dataclass(frozen=True)
class Link:
    """One link: a formula, or plain water for None; where it goes, minutes, times its usual dose."""

    formula: Formula | None
    zone: Zone = "both"
    minutes: float | None = None
    times: float = 1.0
    name: str = ""


@dataclass(frozen=True)
class Along:
    """After one link: shares lifted by it, oil on each zone (g), the wet hair's pH, minutes so far."""

    name: str
    zone: Zone
    plain: bool
    scalp_lift: Figure | None
    lengths_lift: Figure | None
    put_back: Figure
    scalp_oil: Figure
    lengths_oil: Figure
    ph: Figure | None
    dose: Figure
    minutes: float
    so_far: float


@dataclass(frozen=True)
class Wash:
    """The whole chain: each link, and what it comes to; `facts` are what the rules of a chain looked at."""

    along: tuple[Along, ...]
    scalp_lift: Figure
    lengths_lift: Figure
    grade: str
    put_back: Figure
    ph: Figure | None
    minutes: float
    cautions: tuple[Caution, ...]
    facts: dict[str, Any]


class _Plain:
    """Plain water, as it is poured."""

    def __init__(self, water: Supply) -> None:
        self.water = water

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """Nothing but water."""
        return [Part(self.water.contribution(draws), np.ones(1))]


class _FromBowl:
    """A finished preparation, as it is poured."""

    def __init__(self, assessment: Assessment) -> None:
        self.assessment = assessment

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """What is in it."""
        return self.assessment.preparation.parts(draws)


def wash_of(
    links: Sequence[Link],
    water: Supply,
    kit: Kit = METRIC,
    posterior: Posterior = PRIOR,
    hair_and_scalp_for: Any = None,
    hair: Hair | None = None,
    head: Mapping[str, Any] | None = None,
) -> Wash:
    """Work a chain out. `ground_for`: gives what it meets for some draws; an ordinary head without."""
    draws, head = Draws(WASH_DRAWS, posterior=posterior), head or {}
    hair_and_scalp: HairAndScalp = hair_and_scalp_for(draws) if hair_and_scalp_for else ordinary_head(draws)
    hair = hair or Hair()
    scalp = np.broadcast_to(hair_and_scalp.oil.scalp, (draws.count,))
    lengths = np.broadcast_to(hair_and_scalp.oil.lengths, (draws.count,))
    watered = False  # warm water lifts its share once
    pours: list[Pouring] = []
    wet: list[bool] = []
    assessments: list[Assessment | None] = []
    steps: list[dict[str, Any]] = []
    for link in links:
        if link.formula is None:
            pours.append(Pouring(_Plain(water), 0.0, PLAIN_ML, "plain water"))
            wet.append(True)
            assessments.append(None)
            preparation = _plain(link, scalp, lengths, draws, watered)
            scalp, lengths, watered = preparation["scalp"], preparation["lengths"], True
            steps.append(preparation)
            continue
        assessment = assess(link.formula, kit, posterior, hair_and_scalp, head, draws=draws)
        assessments.append(assessment)
        preparation = _over(link, assessment, hair_and_scalp, scalp, lengths, draws, watered)
        scalp, lengths = preparation["scalp"], preparation["lengths"]
        watered = watered or link.formula.use == "rinsed_out"
        steps.append(preparation)
        wet.append(assessment.ph is not None)
        if assessment.ph is not None:
            ml = (
                middle(preparation["dose"])
                * middle(assessment.preparation.ml)
                / middle(assessment.preparation.total)
            )
            pours.append(Pouring(_FromBowl(assessment), 0.0, max(ml, 1.0), link.formula.name))
    phs = iter(after_pours(hair, pours, posterior, draws)) if pours else iter(())
    along, so_far, last = [], 0.0, None
    for link, preparation, is_wet, each in zip(links, steps, wet, assessments, strict=True):
        here = next(phs).ph if is_wet else None
        last = here or last
        so_far += preparation["minutes"]
        along.append(
            Along(
                name=link.name or (link.formula.name if link.formula else "Plain water"),
                zone=link.zone,
                plain=each is None,
                scalp_lift=_share(preparation["scalp_lift"], draws),
                lengths_lift=_share(preparation["lengths_lift"], draws),
                put_back=_g(preparation["put_back"], draws),
                scalp_oil=_g(preparation["scalp"], draws),
                lengths_oil=_g(preparation["lengths"], draws),
                ph=here,
                dose=_g(preparation["dose"], draws),
                minutes=preparation["minutes"],
                so_far=so_far,
            )
        )
    lift = figure(np.clip(_lifted_in_all(steps, "scalp_lift", draws), 0.0, 1.0), "share")
    facts = _facts(links, assessments, lift, last, head)
    order = {"stop": 0, "warning": 1, "note": 2}
    return Wash(
        along=tuple(along),
        scalp_lift=lift,
        lengths_lift=figure(np.clip(_lifted_in_all(steps, "lengths_lift", draws), 0.0, 1.0), "share"),
        grade=grade(lift.value),
        put_back=_g(sum((each["put_back"] for each in steps), np.zeros(1)), draws),
        ph=last,
        minutes=so_far,
        cautions=tuple(sorted(cautions(facts), key=lambda each: order[each.level])),
        facts=facts,
    )


def _share(values: Array | None, draws: Draws) -> Figure | None:
    return None if values is None else figure(np.broadcast_to(values, (draws.count,)), "share")


def _g(values: Array, draws: Draws) -> Figure:
    return figure(np.broadcast_to(values, (draws.count,)), "g")


def _water(draws: Draws) -> Array:
    """The share that warm water and hands lift alone."""
    return draws.of("water", Spread.of(sebum_table()["water"]["lifts"]))


def _plain(link: Link, scalp: Array, lengths: Array, draws: Draws, watered: bool) -> dict[str, Any]:
    lifts = np.zeros(1) if watered else _water(draws)
    return {
        "scalp": scalp * (1.0 - lifts),
        "lengths": lengths * (1.0 - lifts),
        "scalp_lift": None if watered else lifts,
        "lengths_lift": None if watered else lifts,
        "put_back": np.zeros(1),
        "dose": np.full(draws.count, PLAIN_ML),
        "minutes": PLAIN_MINUTES if link.minutes is None else link.minutes,
    }


def _over(
    link: Link,
    assessment: Assessment,
    hair_and_scalp: HairAndScalp,
    scalp: Array,
    lengths: Array,
    draws: Draws,
    watered: bool,
) -> dict[str, Any]:
    """One formula over the zones that it goes on: oil lifted from them, and put on them."""
    formula, family = assessment.formula, assessment.formula.family
    own = draws.within("dose")
    on_scalp = own.of("film", family.film) * hair_and_scalp.area * hair_and_scalp.dose * link.times
    on_lengths = (
        own.of("spread", family.hair)
        * hair_and_scalp.mass
        * hair_and_scalp.dose
        * hair_and_scalp.holds
        * link.times
    )
    if link.zone == "scalp":
        on_lengths = np.zeros(1)
    elif link.zone == "lengths":
        on_scalp = np.zeros(1)
        if family.hair.high <= 0.0:
            each = own.of("worked in", Spread.of(sebum_table()["oiling"]["lengths"]))
            on_lengths = each * hair_and_scalp.mass * link.times
    left_in = formula.use == "left_in"
    contact = contact_of(assessment.preparation)
    out: dict[str, Any] = {"scalp_lift": None, "lengths_lift": None}
    put_back: Array = np.zeros(1)
    for zone, grams, oil in (("scalp", on_scalp, scalp), ("lengths", on_lengths, lengths)):
        if middle(grams) <= 0.0:
            out[zone] = oil
            continue
        brought = assessment.cleaning.oil * grams
        if left_in:
            out[zone] = oil + brought * STAYS_SHARE
            put_back = put_back + brought * STAYS_SHARE
            continue
        share = lifted_by(assessment.cleaning, grams, oil, draws, hair_and_scalp.strength, contact)
        if watered:
            share = np.maximum(1.0 - (1.0 - share) / (1.0 - _water(draws)), 0.0)
        stays = brought * RINSED_SHARE
        out[f"{zone}_lift"] = share
        out[zone] = oil * (1.0 - share) + stays
        put_back = put_back + stays
    minutes = formula.minutes if link.minutes is None else link.minutes
    return out | {
        "put_back": put_back,
        "dose": np.broadcast_to(on_scalp + on_lengths, (draws.count,)),
        "minutes": 0.0 if left_in else minutes,
    }


def _lifted_in_all(steps: Sequence[Mapping[str, Any]], which: str, draws: Draws) -> Array:
    """The share of the first oil that all links together lift."""
    left = np.ones(draws.count)
    for each in steps:
        if each[which] is not None:
            left = left * (1.0 - each[which])
    return 1.0 - left


def _facts(
    links: Sequence[Link],
    assessments: Sequence[Assessment | None],
    lift: Figure,
    ph: Figure | None,
    head: Mapping[str, Any],
) -> dict[str, Any]:
    """What only the chain shows."""
    soap_meets = soda_meets = residue = False
    alkaline, pasty, fresh = False, False, ""
    dries, cleansers = 0, 0
    for link, assessment in zip(links, assessments, strict=True):
        if assessment is None:
            fresh, pasty = "", False
            continue
        facts = assessment.facts
        sour = (
            assessment.ph is not None
            and assessment.ph.value < 5.5
            and assessment.facts["soap_percent"] == 0.0
        )
        if sour and fresh == "soap":
            soap_meets = True
        if sour and fresh == "soda":
            soda_meets = True
        if pasty and not assessment.formula.family.cleans:
            residue = True
        if sour:
            alkaline = False
        if facts["soap_percent"] > 0.0:
            alkaline, fresh = True, "soap"
        elif assessment.formula.family.key == "alkaline_wash":
            alkaline, fresh = True, "soda"
        elif fresh and not assessment.formula.family.stays:
            fresh = ""
        pasty = assessment.formula.family.paste and link.formula is not None
        dries += assessment.balance.tilt.value < -0.5
        cleansers += assessment.formula.family.cleans
    last = next((each for each in reversed(assessments) if each is not None), None)
    conditions = any(each and each.formula.family.conditions for each in assessments)
    found = {
        "wash_alkaline_open": alkaline,
        "wash_soap_meets_acid": soap_meets,
        "wash_soda_meets_acid": soda_meets,
        "wash_residue": residue or pasty,
        "wash_lift": lift.value,
        "wash_cleansers": cleansers,
        "wash_dries": dries >= 2 and not conditions,
        "wash_last_smells": bool(
            last and "vinegar" in last.facts["smells"] and assessments and assessments[-1] is not None
        ),
    }
    if ph is not None:
        found |= {"wash_ph": ph.value, "wash_ph_low": ph.low}
    wanted = ("child", "tender", "damage", "porosity", "baby", "small_child")
    return {name: head[name] for name in wanted if name in head} | found
