"""Jugs and the core: the only file here that knows both."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from eyebright.core.chain import Follow, Link, follow, run_chain
from eyebright.core.learning import posterior_from
from eyebright.core.materials import Amount, Kit, MeasureError, Supply, measure_table, rinse_volume
from eyebright.core.mix import (
    Asked,
    JugError,
    JugObservation,
    JugSubject,
    Line,
    Mix,
    NothingToPutRight,
    Question,
    Route,
    SpoonVersion,
    corrections,
    filled,
    next_readings,
    routes,
    soda_wash,
    spoon_versions,
    spooned,
    work_out,
)
from eyebright.core.numbers import Draws, figure
from eyebright.core.rules import Caution, limits, merge_cautions
from eyebright.core.vocabulary import Use
from eyebright.core.words import brief
from eyebright.heads.services import Passing, facts_for, hair_and_scalp_for, pass_stops
from eyebright.household.services.household import the_household
from eyebright.kept.problems import Problem
from eyebright.shelf.models import Reading, Vessel
from eyebright.shelf.services.measures import the_kit
from eyebright.shelf.services.readings import kept_reading, observations_of, posterior_for
from eyebright.shelf.services.supplies import gone, shelf_for_routes, supplies_of, the_soda

from ..schemas.jugs import (
    AfterOut,
    ChainAsk,
    ChainOut,
    ChoicesOut,
    CorrectionsOut,
    CurveOut,
    FollowOut,
    JugLineOut,
    LimitOut,
    MixAsk,
    MixOut,
    OtherOut,
    RouteLineOut,
    RouteOut,
    SpoonfulOut,
    SpoonVersionOut,
    WaysOut,
)

SHOWN = 4  # decimals on the wire: more than anyone can measure
LONGEST_NAME = 200
CHAIN_DRAWS = 160  # of one pour after another
SPOONED = 400  # draws of a spoon version


def choices() -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    kept = limits()
    return ChoicesOut(
        units=[
            *measure_table().units["mL"],
            *(spoon.key for spoon in the_kit().spoons if spoon.key == "cup"),
        ],
        aims=list(kept.aims),
        rail_low=kept.rail_low,
        rail_high=kept.rail_high,
        marks=list(kept.marks),
        limits=[LimitOut(key=key, **asdict(limit)) for key, limit in kept.limits.items()],
    )


# ---- the question ----


def _lines(ask: MixAsk, there: dict[str, Supply]) -> tuple[Line, ...]:
    out = []
    for i, line in enumerate(ask.lines):
        stuff = there.get(line.stuff)
        if stuff is None:
            raise gone(f"lines.{i}.stuff")
        if line.how == "amount" and line.amount is None:
            raise Problem.field(f"lines.{i}.amount", f"Say how much {stuff.name}.")
        out.append(Line(stuff, line.how, Amount(line.amount or 0.0, line.unit, line.packed)))
    return tuple(out)


def _volume(ask: MixAsk, kit: Kit) -> float | None:
    if not any(line.how == "fill" for line in ask.lines):
        return None
    if ask.volume is None:
        raise Problem.field("volume", "Say how much to make.")
    try:
        return rinse_volume(ask.volume, ask.unit, kit)
    except MeasureError as raised:
        raise Problem.field("volume", str(raised)) from None


def _vessel(pk: int | None) -> float | None:
    if pk is None:
        return None
    vessel = Vessel.objects.filter(pk=pk).first()
    if vessel is None:
        raise Problem.field("vessel", "That vessel is no longer on the shelf: choose another.")
    return float(vessel.volume)


def _asked(ask: MixAsk, kit: Kit | None = None) -> Question:
    """The question as the core takes it; what cannot be asked is said beside its field."""
    kit = kit or the_kit()
    keys = [line.stuff for line in ask.lines]
    return Question(
        lines=_lines(ask, supplies_of(keys)),
        volume=_volume(ask, kit),
        aim=ask.aim,
        use=ask.use,
        minutes=ask.minutes,
        last=ask.last,
        head=facts_for(ask.head),
        vessel=_vessel(ask.vessel),
        kit=kit,
        posterior=posterior_for(keys),
    )


def _worked_out(question: Question) -> Mix:
    try:
        return work_out(question)
    except JugError as raised:
        field = raised.field if raised.line is None else f"lines.{raised.line}.{raised.field}"
        if raised.line is None and raised.field == "amount":
            field = "lines"
        raise Problem.field(field, str(raised)) from None


# ---- the answer ----


def _numbers(values: NDArray[np.float64]) -> list[float]:
    return [round(float(value), SHOWN) for value in values]


def _spoons_out(version: SpoonVersion | None) -> SpoonVersionOut | None:
    if version is None:
        return None
    return SpoonVersionOut(
        spoonfuls=[
            SpoonfulOut(
                key=each.key,
                name=each.name,
                words=each.words,
                amount=each.amount,
                said_amount=each.said.value,
                said_unit=each.said.unit,
            )
            for each in version.spoonfuls
        ],
        ph=version.ph,
    )


def _route_out(route: Route) -> RouteOut:
    same = ("way", "there", "says", "why", "pours", "ph", "buffer", "acid", "cost", "smells", "gravest")
    lines = [
        RouteLineOut(
            stuff=line.supply.key,
            name=line.supply.name,
            how=line.how,
            amount=round(line.amount.value, 3),
            unit=line.amount.unit,
        )
        for line in route.lines
    ]
    return RouteOut.model_validate(
        {name: getattr(route, name) for name in same}
        | {
            "lines": lines,
            "spoons": _spoons_out(route.spoons),
            "others": [OtherOut(name=name, ph=ph) for name, ph in route.others],
        }
    )


def _mix_out(question: Question, mix: Mix) -> MixOut:
    fields: dict[str, Any] = {name: getattr(mix, name) for name in MixOut.model_fields if hasattr(mix, name)}
    amounts, ranges = mix.jug.amounts(np.array([mix.amount])), mix.jug.ranges(mix.amount)
    fields |= {
        "aim": question.aim,
        "jug": mix.vessel,
        "lines": [
            JugLineOut(
                name=line.supply.name,
                amount=round(float(each[0]), 2),
                low=round(low, 2),
                high=round(high, 2),
                unit="g" if line.unit == "g" else "mL",
                spoons=spooned(line.supply, float(each[0]), question.kit) if each[0] > 0.0 else "",
            )
            for line, each, (low, high) in zip(mix.jug.lines, amounts, ranges, strict=True)
        ],
        "curve": _curve_out(mix),
        "currency": the_household().currency,
        "soda": soda_wash(question, mix),
    }
    return MixOut.model_validate(fields)


def _curve_out(mix: Mix) -> CurveOut | None:
    line = mix.curve
    if line is None or mix.open is None:
        return None
    opened = mix.jug.lines[mix.open]
    return CurveOut(
        name=opened.supply.name,
        unit="g" if opened.unit == "g" else "mL",
        amount=[float(f"{amount:.5g}") for amount in line.amount],
        median=_numbers(line.median),
        low=_numbers(line.low),
        high=_numbers(line.high),
    )


def answer(ask: MixAsk) -> MixOut:
    """Answer a question."""
    question = _asked(ask)
    return _mix_out(question, _worked_out(question))


def ways(ask: MixAsk) -> WaysOut:
    """What else there is to say of a jug, which takes longer than its answer."""
    question = _asked(ask)
    mix = _worked_out(question)
    found = routes(question, mix, shelf_for_routes(), the_soda()) if question.aim is not None else ()
    if found and mix.open is not None and found[0].pours == mix.pours:
        spoons = found[0].spoons
    else:
        asked = Asked(mix.jug, mix.amount, mix.ph.value, question.aim)
        draws = (Draws(1, posterior=question.posterior), Draws(SPOONED, posterior=question.posterior))
        spoons = spoon_versions([asked], question.kit, draws)[0]
    return WaysOut(
        routes=[_route_out(route) for route in found],
        spoons=_spoons_out(spoons),
        next=list(next_readings(question, mix)),
    )


# ---- what is poured ----


def _named(mix: Mix) -> str:
    """What a jug is called: 'Malt vinegar in Canal-side tap', the water last."""
    names = list(dict.fromkeys(pour.name for pour in mix.pours if pour.what != "water"))
    waters = list(dict.fromkeys(pour.name for pour in mix.pours if pour.what == "water"))
    name = " and ".join(names[:2]) + (f" and {len(names) - 2} more" if len(names) > 2 else "")
    if not waters:
        return name[:LONGEST_NAME]
    water = " and ".join(waters[:2])
    return (f"{name} in {water}" if name else water)[:LONGEST_NAME]


@dataclass(frozen=True)
class ReadyJug:
    """A jug that may be poured.

    The question, what comes of it, what it is called, the stops that were passed.
    """

    question: Question
    mix: Mix
    name: str
    passed: list[Caution]


def ready_to_pour(ask: MixAsk, passing: Passing) -> ReadyJug:
    """A jug as it is about to be poured. A stop that was not passed stops it here."""
    question = _asked(ask)
    mix = _worked_out(question)
    return ReadyJug(question, mix, _named(mix), pass_stops(mix.cautions, passing, ask.head))


@dataclass(frozen=True)
class PouredJug:
    """A jug that stands there.

    (key, mL or g, unit) of each layer, what it aims at, and what was read of it.
    """

    layers: Sequence[tuple[str, float, str]]
    volume: float
    aim: float | None
    use: Use
    minutes: float
    last: bool
    head: int | None
    reading: Reading | None


def put_right(jug: PouredJug, left: float | None, vessel: int | None) -> CorrectionsOut:
    """Ways to bring what is left (mL) of a poured jug to its aim, after what was read of it."""
    if jug.aim is None:
        raise Problem.field("aim", "This jug aims at nothing: mix it anew with an aim.")
    if jug.reading is None:
        raise Problem.field("reading", "Take a reading first: what is wrong shows by it.")
    left = jug.volume if left is None else left
    if not 0.0 < left <= jug.volume * 1.001:
        raise Problem.field("left", f"From a little to all of it, {jug.volume:.0f} mL.")
    keys = [key for key, _, _ in jug.layers]
    holds = _vessel(vessel)
    if holds is not None and holds < left:
        raise Problem.field(
            "vessel", f"It holds {holds:.0f} mL, and there are {left:.0f} mL of it: choose a larger one."
        )
    there = supplies_of(keys, also_removed=True)
    lines = tuple(
        Line(there[key], "amount", Amount(amount, unit)) for key, amount, unit in jug.layers if key in there
    )
    kit = the_kit()
    question = Question(lines, None, jug.aim, jug.use, jug.minutes, jug.last, facts_for(jug.head), holds, kit)
    poured = filled(lines, None, kit, scope=f"reading {jug.reading.pk}")
    known = [each for each in observations_of(keys) if each.jug.scope != poured.scope]
    posterior = posterior_from(
        [*known, JugObservation(poured, 0.0, kept_reading(jug.reading))], also=poured.scope
    )
    try:
        ways = corrections(question, poured, 0.0, left, [*shelf_for_routes(), the_soda()], posterior)
    except NothingToPutRight as raised:
        return CorrectionsOut(ways=[], says=str(raised))
    return CorrectionsOut(ways=list(ways), says="")


# ---- one pour after another ----


@dataclass(frozen=True)
class _Poured:
    question: Question
    mix: Mix
    name: str

    def subject(self, scope: str) -> JugSubject:
        """It, as a chain takes it."""
        jug = filled(self.question.lines, self.question.volume, self.question.kit, scope)
        return JugSubject(jug, self.mix.amount, self.name)


def _each(ask: MixAsk, kit: Kit) -> _Poured:
    question = _asked(ask, kit)
    mix = _worked_out(question)
    return _Poured(question, mix, _named(mix))


def chain(ask: ChainAsk) -> ChainOut:
    """The wet hair's pH along a chain of pours, and how much of each rinse that follows brings it back."""
    kit = the_kit()
    if not ask.pours:
        raise Problem.field("pours", "Pour something first.")
    done = [(_each(each.ask, kit), each.volume) for each in ask.pours]
    nexts = [_each(each, kit) for each in ask.follow]
    keys = {line.stuff for each in ask.pours for line in each.ask.lines}
    keys |= {line.stuff for each in ask.follow for line in each.lines}
    draws = Draws(CHAIN_DRAWS, posterior=posterior_for(sorted(keys)))
    on = hair_and_scalp_for(ask.head)(draws)
    links = [Link(each.subject(f"pour {i}"), grams=volume) for i, (each, volume) in enumerate(done)]
    course = run_chain(links, on, draws)
    after = [
        AfterOut(name=each.link.subject.name, ph=figure(each.lengths.ph, "pH"))
        for each in course.after
        if each.lengths.ph is not None
    ]
    found = [(each, follow(course, on, each.subject("next"))) for each in nexts]
    return ChainOut(
        after=after,
        cautions=list(merge_cautions([(each.name, each.mix.cautions) for each, _ in done])),
        follow=[_follow_out(each, line) for each, line in found],
    )


def _follow_out(rinse: _Poured, line: Follow) -> FollowOut:
    low, high = line.band
    last = line.median[-1]
    if line.enough is not None:
        says = (
            f"About {brief(round(line.enough, -1))} mL bring the hair back between pH {low:g} and {high:g}."
        )
        if line.most is not None:
            says += f" From about {brief(round(line.most, -1))} mL on it is sharper than that."
    elif last > high:
        says = (
            f"Even {line.volume[-1] / 1000:g} L leave the hair at about pH {last:.1f}: "
            "it is too weak for what the hair holds. A buffered or a sharper rinse does it."
        )
    else:
        says = f"The hair is below pH {high:g} already: plain water is enough."
    return FollowOut.model_validate(
        {**asdict(line), "name": rinse.name, "says": says, "band_low": low, "band_high": high}
    )
