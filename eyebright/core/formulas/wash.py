"""A wash as a chain over two zones: what is lifted, what is put back, and the pH at the end."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..cautions import Caution, cautions
from ..chemistry.solution import Part
from ..chemistry.uncertainty import NOTHING_READ, Array, Belief, Draws, Figure, Spread, figure, middle
from ..making.chain import Hair, Pouring, after_pours
from ..materials.at_hand import Stuff
from ..measures import METRIC, Kit
from .cleansing import grade, oil_table
from .formula import Formula
from .ground import Ground, ordinary
from .lift import contact_of, lifted_by
from .reading import Reading, read

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

    def __init__(self, water: Stuff) -> None:
        self.water = water

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """Nothing but water."""
        return [Part(self.water.brings(draws), np.ones(1))]


class _FromBowl:
    """A finished preparation, as it is poured."""

    def __init__(self, reading: Reading) -> None:
        self.reading = reading

    def parts(self, amount: Array, draws: Draws) -> list[Part]:
        """What is in it."""
        return self.reading.made.parts(draws)


def wash_of(
    links: Sequence[Link],
    water: Stuff,
    kit: Kit = METRIC,
    belief: Belief = NOTHING_READ,
    ground_for: Any = None,
    hair: Hair | None = None,
    head: Mapping[str, Any] | None = None,
) -> Wash:
    """Work a chain out. `ground_for`: gives what it meets for some draws; an ordinary head without."""
    draws, head = Draws(WASH_DRAWS, belief=belief), head or {}
    ground: Ground = ground_for(draws) if ground_for else ordinary(draws)
    hair = hair or Hair()
    scalp = np.broadcast_to(ground.oil.scalp, (draws.count,))
    lengths = np.broadcast_to(ground.oil.lengths, (draws.count,))
    watered = False  # warm water lifts its share once
    pours: list[Pouring] = []
    wet: list[bool] = []
    readings: list[Reading | None] = []
    steps: list[dict[str, Any]] = []
    for link in links:
        if link.formula is None:
            pours.append(Pouring(_Plain(water), 0.0, PLAIN_ML, "plain water"))
            wet.append(True)
            readings.append(None)
            done = _plain(link, scalp, lengths, draws, watered)
            scalp, lengths, watered = done["scalp"], done["lengths"], True
            steps.append(done)
            continue
        reading = read(link.formula, kit, belief, ground, head, draws=draws)
        readings.append(reading)
        done = _over(link, reading, ground, scalp, lengths, draws, watered)
        scalp, lengths = done["scalp"], done["lengths"]
        watered = watered or link.formula.use == "rinsed_out"
        steps.append(done)
        wet.append(reading.ph is not None)
        if reading.ph is not None:
            ml = middle(done["dose"]) * middle(reading.made.ml) / middle(reading.made.total)
            pours.append(Pouring(_FromBowl(reading), 0.0, max(ml, 1.0), link.formula.name))
    phs = iter(after_pours(hair, pours, belief, draws)) if pours else iter(())
    along, so_far, last = [], 0.0, None
    for link, done, is_wet, each in zip(links, steps, wet, readings, strict=True):
        here = next(phs).ph if is_wet else None
        last = here or last
        so_far += done["minutes"]
        along.append(
            Along(
                name=link.name or (link.formula.name if link.formula else "Plain water"),
                zone=link.zone,
                plain=each is None,
                scalp_lift=_share(done["scalp_lift"], draws),
                lengths_lift=_share(done["lengths_lift"], draws),
                put_back=_g(done["put_back"], draws),
                scalp_oil=_g(done["scalp"], draws),
                lengths_oil=_g(done["lengths"], draws),
                ph=here,
                dose=_g(done["dose"], draws),
                minutes=done["minutes"],
                so_far=so_far,
            )
        )
    lift = figure(np.clip(_lifted_in_all(steps, "scalp_lift", draws), 0.0, 1.0), "share")
    facts = _facts(links, readings, lift, last, head)
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
    return draws.of("water", Spread.of(oil_table()["water"]["lifts"]))


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
    reading: Reading,
    ground: Ground,
    scalp: Array,
    lengths: Array,
    draws: Draws,
    watered: bool,
) -> dict[str, Any]:
    """One formula over the zones that it goes on: oil lifted from them, and put on them."""
    formula, family = reading.formula, reading.formula.family
    own = draws.within("dose")
    on_scalp = own.of("film", family.film) * ground.area * ground.dose * link.times
    on_lengths = own.of("spread", family.hair) * ground.mass * ground.dose * ground.holds * link.times
    if link.zone == "scalp":
        on_lengths = np.zeros(1)
    elif link.zone == "lengths":
        on_scalp = np.zeros(1)
        if family.hair.high <= 0.0:
            each = own.of("worked in", Spread.of(oil_table()["oiling"]["lengths"]))
            on_lengths = each * ground.mass * link.times
    left_in = formula.use == "left_in"
    contact = contact_of(reading.made)
    out: dict[str, Any] = {"scalp_lift": None, "lengths_lift": None}
    put_back: Array = np.zeros(1)
    for zone, grams, oil in (("scalp", on_scalp, scalp), ("lengths", on_lengths, lengths)):
        if middle(grams) <= 0.0:
            out[zone] = oil
            continue
        brought = reading.cleaning.oil * grams
        if left_in:
            out[zone] = oil + brought * STAYS_SHARE
            put_back = put_back + brought * STAYS_SHARE
            continue
        share = lifted_by(reading.cleaning, grams, oil, draws, ground.strength, contact)
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
    readings: Sequence[Reading | None],
    lift: Figure,
    ph: Figure | None,
    head: Mapping[str, Any],
) -> dict[str, Any]:
    """What only the chain shows."""
    soap_meets = soda_meets = residue = False
    alkaline, pasty, fresh = False, False, ""
    dries, cleansers = 0, 0
    for link, reading in zip(links, readings, strict=True):
        if reading is None:
            fresh, pasty = "", False
            continue
        facts = reading.facts
        sour = reading.ph is not None and reading.ph.value < 5.5 and reading.facts["soap_percent"] == 0.0
        if sour and fresh == "soap":
            soap_meets = True
        if sour and fresh == "soda":
            soda_meets = True
        if pasty and not reading.formula.family.cleans:
            residue = True
        if sour:
            alkaline = False
        if facts["soap_percent"] > 0.0:
            alkaline, fresh = True, "soap"
        elif reading.formula.family.key == "alkaline_wash":
            alkaline, fresh = True, "soda"
        elif fresh and not reading.formula.family.stays:
            fresh = ""
        pasty = reading.formula.family.paste and link.formula is not None
        dries += reading.balance.tilt.value < -0.5
        cleansers += reading.formula.family.cleans
    last = next((each for each in reversed(readings) if each is not None), None)
    conditions = any(each and each.formula.family.conditions for each in readings)
    found = {
        "wash_alkaline_open": alkaline,
        "wash_soap_meets_acid": soap_meets,
        "wash_soda_meets_acid": soda_meets,
        "wash_residue": residue or pasty,
        "wash_lift": lift.value,
        "wash_cleansers": cleansers,
        "wash_dries": dries >= 2 and not conditions,
        "wash_last_smells": bool(
            last and "vinegar" in last.facts["smells"] and readings and readings[-1] is not None
        ),
    }
    if ph is not None:
        found |= {"wash_ph": ph.value, "wash_ph_low": ph.low}
    wanted = ("child", "tender", "damage", "porosity", "baby", "small_child")
    return {name: head[name] for name in wanted if name in head} | found
