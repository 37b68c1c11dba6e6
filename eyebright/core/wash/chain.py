"""A wash: its links strung over two zones, what each and all of them come to, and what to beware of."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np

from ..chain import Course, Link, LinkAfter, OnHead, PlainWater, Subject, dose_on, outlasted, run_chain
from ..formulas.assess import Assessment, assess
from ..formulas.model import Formula, preconditions, thinned
from ..heads import HairAndScalp, grade, ordinary_head
from ..materials import METRIC, Kit, Supply
from ..numbers import HEAD_DRAWS, PRIOR, Array, Draws, Figure, Posterior, figure, middle
from ..rules import GRAVITY, Caution, cautions, facts_of, gravest, merge_cautions
from ..vocabulary import LinkZone, Zone
from ..words import lower_first
from .facts import link_facts
from .finish import Finish, finish_of
from .links import PauseWhen, WashLink, pause_when, pauses, puts_on, timed

SOUR = 5.5  # pH below which a rinse meets soap or soda as an acid
DRIES = -0.5  # tilt of the drying balance
ZONES: tuple[Zone, Zone] = ("scalp", "lengths")
NOWHERE: LinkZone = "face"  # a pause reaches no hair


@dataclass(frozen=True)
class LinkResult:
    """After one link: shares lifted by it, oil on each zone (g), each zone's wet pH.

    `when` a pause comes; `ph` is that of the lengths, or of the scalp where only that is wet. `start` and
    `minutes` that it takes up, `so_far` when it is off; `longest`: minutes that its first section has it on,
    None where it stays in; `wanted`: g that this head takes of it on the scalp and on the lengths, and `dose`
    what goes on; `g_per_ml` as it goes on, and `unit` that it is measured in; `parts` of water to one of it.
    """

    name: str
    zone: LinkZone
    plain: bool
    pause: str
    when: PauseWhen | None
    scalp_lift: Figure | None
    lengths_lift: Figure | None
    put_back: Figure
    scalp_oil: Figure
    lengths_oil: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    own_ph: Figure | None
    dose: Figure
    wanted: tuple[Figure, Figure]
    g_per_ml: float
    unit: Literal["mL", "g"]
    start: float
    minutes: float
    so_far: float
    longest: float | None
    covered: bool
    parts: int


@dataclass(frozen=True)
class Wash:
    """The whole chain: each link, and what it comes to; `facts` are what the rules of a wash looked at.

    `oil`: g on scalp and lengths before the first; `washes`: whether anything in it is a wash; `basin`:
    minutes at the basin, and `ahead` those before.
    """

    results: tuple[LinkResult, ...]
    oil: tuple[Figure, Figure]
    scalp_lift: Figure
    lengths_lift: Figure
    washes: bool
    grade: str
    put_back: Figure
    ph: Figure | None
    scalp_ph: Figure | None
    lengths_ph: Figure | None
    finish: Finish
    minutes: float
    ahead: float
    basin: float
    cautions: tuple[Caution, ...]
    facts: dict[str, Any]


@dataclass(frozen=True)
class _Run:
    """A link as it is run: what it is, what was found of it, and how the chain takes it.

    `goes_on`: g of it on the scalp, or on the lengths where it reaches no scalp; `when` a pause comes.
    """

    asked: WashLink
    assessment: Assessment | None
    link: Link
    wanted: tuple[Array, Array]
    goes_on: float = 0.0
    when: PauseWhen | None = None


class WashAssessor:
    """What washes are worked out with: the water, the kit, what is believed, and the head they meet.

    `hair_and_scalp_for`: gives what they meet for some draws; an ordinary head without.
    """

    def __init__(
        self,
        water: Supply,
        kit: Kit = METRIC,
        posterior: Posterior = PRIOR,
        hair_and_scalp_for: Any = None,
        head: Mapping[str, Any] | None = None,
    ) -> None:
        self.water, self._kit, self._posterior = water, kit, posterior
        self.draws, self.head = Draws(HEAD_DRAWS, posterior=posterior), head or {}
        self._on: HairAndScalp = (
            hair_and_scalp_for(self.draws) if hair_and_scalp_for else ordinary_head(self.draws)
        )
        self._assessed: dict[tuple[int, int], tuple[Formula, Assessment]] = {}

    def assessed(self, link: WashLink) -> Assessment | None:
        """What a link's formula comes to; worked out once, however often the link is asked for."""
        if link.formula is None:
            return None
        key = (id(link.formula), link.thinned)
        if key not in self._assessed:
            made = link.formula
            if link.thinned:
                made = replace(made, thinned=0)
                neat = self.assessed(replace(link, formula=made, parts=0))
                assert neat is not None
                made = thinned(made, neat.yield_ml.value, self.water, link.thinned)
            found = assess(made, self._kit, self._posterior, self._on, self.head, draws=self.draws)
            self._assessed[key] = link.formula, found
        return self._assessed[key][1]

    def _ran(self, link: WashLink) -> _Run:
        return _run(link, self.assessed(link), self.water, self._on, self.draws)

    def alone(self, link: WashLink) -> Sequence[Caution]:
        """What one link calls for by itself on this head."""
        return _alone(self._ran(link), self.head)

    def wash(self, links: Sequence[WashLink]) -> Wash:
        """Work a wash out.

        FormulaError for a formula that cannot be reckoned, ChainError for links in each other's way.
        """
        on, draws = self._on, self.draws
        runs = _timed([self._ran(link) for link in links])
        course = run_chain([run.link for run in runs], on, draws)
        lift = figure(course.lifted("scalp"), "share")
        scalp_ph, lengths_ph = (_ph(course.ph(zone), draws) for zone in ZONES)
        facts = _facts(runs, course, self.head, draws)
        washes = facts["wash_cleansers"] > 0
        ahead = _ahead(runs)
        doses = [(run.assessment, each.lengths.dose) for run, each in zip(runs, course.after, strict=True)]
        return Wash(
            results=tuple(_result(run, each, draws) for run, each in zip(runs, course.after, strict=True)),
            oil=(_g(on.oil.scalp, draws), _g(on.oil.lengths, draws)),
            scalp_lift=lift,
            lengths_lift=figure(course.lifted("lengths"), "share"),
            washes=washes,
            grade=grade(lift.value, washes=washes),
            put_back=_g(sum((each.put_back for each in course.after), np.zeros(1)), draws),
            ph=lengths_ph or scalp_ph,
            scalp_ph=scalp_ph,
            lengths_ph=lengths_ph,
            finish=finish_of(doses, on, draws),
            minutes=course.minutes,
            ahead=ahead,
            basin=max(_until(runs, course) - ahead, 0.0),
            cautions=_cautions(runs, facts, _without(runs, on, self.head, draws), self.head),
            facts=facts,
        )


def wash_of(
    links: Sequence[WashLink],
    water: Supply,
    kit: Kit = METRIC,
    posterior: Posterior = PRIOR,
    hair_and_scalp_for: Any = None,
    head: Mapping[str, Any] | None = None,
) -> Wash:
    """One wash, by itself (`Basin.wash`)."""
    return WashAssessor(water, kit, posterior, hair_and_scalp_for, head).wash(links)


def _run(link: WashLink, found: Assessment | None, water: Supply, on: HairAndScalp, draws: Draws) -> _Run:
    """A link as the chain takes it, in the amount that goes on: never more than there is."""
    nothing = (np.zeros(1), np.zeros(1))
    if link.pause:
        row = pauses()[link.pause]
        waits = row.minutes if link.minutes is None else link.minutes
        put = Link(PlainWater(water, link.name or row.name), NOWHERE, minutes=waits, amount=0.0)
        return _Run(link, None, put, nothing)
    subject: Subject = PlainWater(water) if found is None else found.subject
    put = Link(
        subject, link.zone, minutes=link.minutes, cover=link.cover, amount=link.times,
        puts_on=puts_on(link), wetness=link.wetness or "wet",
    )  # fmt: skip
    wanted = (dose_on("scalp", put, on, draws), dose_on("lengths", put, on, draws))
    if found is None:
        return _Run(link, None, put, wanted)
    neat = 1.0 / (1.0 + link.thinned)  # of what goes on, about so much is it and not water
    grams = link.grams
    if link.available is not None:
        takes = middle(wanted[0] + wanted[1]) * neat if grams is None else grams
        grams = link.available if takes > link.available else grams
    put = replace(put, grams=None if grams is None else grams / neat)
    zone: Zone = "scalp" if put.reaches("scalp") else "lengths"
    return _Run(link, found, put, wanted, middle(dose_on(zone, put, on, draws)))


def _timed(runs: Sequence[_Run]) -> list[_Run]:
    """Each link with its start; and what is rinsed out with as long as it is really on."""
    takes = [run.link.puts_on if run.link.left_in else run.link.longest for run in runs]
    links = [run.asked for run in runs]
    runs = [replace(run, when=when) for run, when in zip(runs, pause_when(links), strict=True)]
    starts = timed(links, takes)
    ends = [start + minutes for start, minutes in zip(starts, takes, strict=True)]
    out = []
    for place, run in enumerate(runs):
        off = _off_at(place, runs, starts, ends)
        put = replace(run.link, start=starts[place])
        if off > ends[place]:
            put = replace(put, minutes=off - starts[place] - put.puts_on)
        out.append(replace(run, link=put))
    return out


def _off_at(place: int, runs: Sequence[_Run], starts: Sequence[float], ends: Sequence[float]) -> float:
    """When what is rinsed out really comes off: as the next thing reaches it, however long that waits.

    What reaches one of its zones takes it off both, and so does a towel or whatever else comes after the
    basin. Where nothing does, it is taken to be rinsed off at its own minutes, or after what is waited for
    then. Beside something longer on another zone it has a rinse of its own (basin/steps.py).
    """
    run, end = runs[place], ends[place]
    if run.assessment is None or run.link.left_in:
        return end
    zones = [zone for zone in ZONES if run.link.reaches(zone)]
    if outlasted(*_on_head(place, runs, starts, ends)):
        return end
    after = [
        starts[other]
        for other, each in enumerate(runs)
        if other != place
        and starts[other] >= end
        and (each.when == "after" or (not each.when and any(each.link.reaches(zone) for zone in zones)))
    ]
    waited = [
        ends[other]
        for other, each in enumerate(runs)
        if each.when in ("ahead", "within") and starts[other] >= starts[place]
    ]
    return max(end, min(after) if after else max(waited, default=end)) if zones else end


def _on_head(
    place: int, runs: Sequence[_Run], starts: Sequence[float], ends: Sequence[float]
) -> tuple[OnHead, list[OnHead]]:
    """One link on the head, and the others that have to come off again."""
    every = [
        OnHead(start, end, [zone for zone in ZONES if run.link.reaches(zone) and not run.link.left_in])
        for run, start, end in zip(runs, starts, ends, strict=True)
    ]
    return every[place], [each for other, each in enumerate(every) if other != place]


def _ahead(runs: Sequence[_Run]) -> float:
    """Minutes until the wash at the basin begins: the end of what is done the evening before."""
    ends = [(run.link.start or 0.0) + run.link.longest for run in runs if run.when == "ahead"]
    return max(ends, default=0.0)


def _until(runs: Sequence[_Run], course: Course) -> float:
    """Minutes until the basin is free: the first pause that needs none, or the end."""
    free = [run.link.start or 0.0 for run in runs if run.when == "after"]
    return min([*free, course.minutes])


def _in_time(runs: Sequence[_Run]) -> list[_Run]:
    return sorted(runs, key=lambda run: run.link.start or 0.0)


def _result(run: _Run, after: LinkAfter, draws: Draws) -> LinkResult:
    link = run.asked
    scalp, lengths = after.scalp, after.lengths
    wet: dict[Zone, Figure | None] = {
        zone: _ph(after.zone(zone).ph, draws) if after.link.reaches(zone) else None
        for zone in ZONES
    }  # fmt: skip
    found = run.assessment
    return LinkResult(
        name=link.name or after.link.subject.name,
        zone=link.zone,
        plain=link.formula is None and not link.pause,
        pause=link.pause,
        when=run.when,
        scalp_lift=None if scalp.lift is None else figure(draws.each(scalp.lift), "share"),
        lengths_lift=None if lengths.lift is None else figure(draws.each(lengths.lift), "share"),
        put_back=_g(after.put_back, draws),
        scalp_oil=_g(scalp.oil, draws),
        lengths_oil=_g(lengths.oil, draws),
        ph=wet["lengths"] or wet["scalp"],
        scalp_ph=wet["scalp"],
        lengths_ph=wet["lengths"],
        own_ph=None if found is None else found.ph,
        dose=_g(after.dose, draws),
        wanted=(_g(run.wanted[0], draws), _g(run.wanted[1], draws)),
        g_per_ml=1.0 / max(after.link.subject.ml(draws), 1e-6),
        unit="mL" if found is None else found.unit,
        start=after.start,
        minutes=after.minutes,
        so_far=after.start + after.minutes,
        longest=None if after.link.left_in else after.link.longest,
        parts=link.thinned,
        covered=bool(run.link.cover if run.link.cover is not None else found and found.formula.cover),
    )


def _g(values: Array, draws: Draws) -> Figure:
    return figure(draws.each(values), "g")


def _ph(values: Array | None, draws: Draws) -> Figure | None:
    return None if values is None else figure(draws.each(values), "pH")


def _cautions(
    runs: Sequence[_Run], facts: Mapping[str, Any], without: Mapping[str, Any] | None, head: Mapping[str, Any]
) -> tuple[Caution, ...]:
    """What the chain as a whole calls for, and all that its links say by themselves, named by them.

    What stands over the whole head is said once; what several links say alike is said once, of all of them.
    What may be left out is looked at both ways: `without`, the facts of the wash where it was.
    """
    whole = list(cautions("wash", facts))
    said = {each.id for each in whole}
    if without is not None:
        more = [each for each in cautions("wash", without) if each.id not in said]
        whole += [replace(each, what=f"{LEFT_OUT} {lower_first(each.what)}") for each in more]
        said |= {each.id for each in more}
    alone = [
        (run.asked.name or run.link.subject.name, [one for one in _alone(run, head) if one.id not in said])
        for run in runs
    ]
    return tuple(sorted([*whole, *merge_cautions(alone)], key=lambda each: GRAVITY[each.level]))


def _alone(run: _Run, head: Mapping[str, Any]) -> Sequence[Caution]:
    """What one link calls for by itself."""
    found = run.assessment
    if found is None:
        return ()
    before = None if found.before is None else link_facts(found.before, run.link, head, run.goes_on)
    return tuple(gravest("link", link_facts(found.facts, run.link, head, run.goes_on), before))


LEFT_OUT = "With what may be left out left out:"


def _without(
    runs: Sequence[_Run], on: HairAndScalp, head: Mapping[str, Any], draws: Draws
) -> dict[str, Any] | None:
    """The facts of the wash with everything left out that may be; None where there is no such thing."""
    kept = [run for run in runs if not run.asked.optional]
    if len(kept) == len(runs) or not kept:
        return None
    kept = _timed(kept)
    return _facts(kept, run_chain([run.link for run in kept], on, draws), head, draws)


def _facts(runs: Sequence[_Run], course: Course, head: Mapping[str, Any], draws: Draws) -> dict[str, Any]:
    """What only the chain shows."""
    found = [run.assessment for run in runs if run.assessment]
    met: dict[Zone, _Met] = {"scalp": _Met(), "lengths": _Met()}
    ordered = [run for run in _in_time(runs) if not run.asked.pause]
    for run in ordered:
        for zone, hair in met.items():
            if run.link.reaches(zone):
                hair.next(run.assessment)
    last = ordered[-1].assessment if ordered else None
    lift = figure(course.lifted("scalp"), "share")
    ends = [each for zone in met if (each := _ph(course.ph(zone), draws))]
    own = {
        "wash_alkaline_open": any(each.alkaline for each in met.values()),
        "wash_soap_meets_acid": any("soap" in each.meets for each in met.values()),
        "wash_soda_meets_acid": any("soda" in each.meets for each in met.values()),
        "wash_residue": any(each.residue or each.pasty for each in met.values()),
        "wash_oil_left": any(each.oily for each in met.values()),
        "wash_oil_under": any(each.under for each in met.values()),
        "wash_lift": lift.value,
        "wash_cleansers": sum(each.formula.family.cleans for each in found),
        "wash_dries": sum(each.balance.tilt.value < DRIES for each in found) >= 2
        and not any(each.formula.family.conditions for each in found),
        "wash_last_smells": last is not None and "vinegar" in last.facts["smells"],
        "wash_ph_low": min((each.value for each in ends), default=None),
        "wash_ph_high": max((each.value for each in ends), default=None),
    }
    return facts_of("wash", own, head)


class _Met:
    """What is still in a zone's hair as links follow each other, and what it met."""

    def __init__(self) -> None:
        self.alkaline = self.residue = self.pasty = self.oily = self.under = False
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
        bare = any(preconditions()[key].no_oil for key in assessment.formula.wants)
        self.under = self.under or (self.oily and bare)
        self.oily = family.washed_after or (self.oily and not family.cleans)
        self.residue = self.residue or (self.pasty and not family.cleans)
        if soap or family.soda:
            self.alkaline, self.fresh = True, "soap" if soap else "soda"
        elif not family.stays:
            self.fresh = ""
        self.pasty = family.paste and assessment.formula.use == "left_in"  # the basin rinses the rest out
