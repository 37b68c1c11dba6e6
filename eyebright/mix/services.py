"""Rinses and the core: the only file here that knows both."""

from collections.abc import Collection, Iterable
from dataclasses import asdict

import numpy as np
from numpy.typing import NDArray

from eyebright.config.kept import exact
from eyebright.config.problems import Problem
from eyebright.core.cautions import Caution, limits
from eyebright.core.making.rinse import Question, RinsePlan, plan_rinse
from eyebright.core.quantities import QuantityError, household, rinse_volume
from eyebright.heads.services import facts_for
from eyebright.shelf.models import Lot, WaterSource
from eyebright.shelf.services import acid_lot, water_lot

from .models import Rinse
from .schemas import (
    AimOut,
    ChoicesOut,
    CurveOut,
    LimitOut,
    MarkOut,
    RinseAsk,
    RinseOut,
)

ASKED = "Say that you have read why, or change the rinse."
SHOWN = 4  # decimals on the wire: more than anyone can measure


def choices() -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    table = limits()
    return ChoicesOut(
        units=list(household().units),
        aims=[AimOut(**asdict(aim)) for aim in table.aims],
        rail_low=table.rail_low,
        rail_high=table.rail_high,
        marks=[MarkOut(**asdict(mark)) for mark in table.marks],
        limits=[LimitOut(key=key, **asdict(limit)) for key, limit in table.limits.items()],
    )


def _asked(ask: RinseAsk) -> tuple[Question, Lot, WaterSource]:
    """The question as the core takes it; what cannot be asked is said beside its field."""
    lot = Lot.present.filter(pk=ask.acid).first()
    if lot is None:
        raise Problem.field("acid", "That bottle is no longer on the shelf: choose another.")
    source = WaterSource.present.filter(pk=ask.water).first()
    if source is None:
        raise Problem.field("water", "That water is no longer on the shelf: choose another.")
    try:
        volume = rinse_volume(ask.volume, ask.unit)
    except QuantityError as raised:
        raise Problem.field("volume", str(raised)) from None
    question = Question(
        acid=acid_lot(lot),
        water=water_lot(source),
        volume=volume,
        aim=ask.aim,
        use=ask.use,
        minutes=ask.minutes,
        head=facts_for(ask.head),
    )
    return question, lot, source


def _numbers(values: NDArray[np.float64]) -> list[float]:
    return [round(float(value), SHOWN) for value in values]


def _plan_out(question: Question, plan: RinsePlan) -> RinseOut:
    line = plan.curve
    fields = {name: getattr(plan, name) for name in RinseOut.model_fields if hasattr(plan, name)}
    fields |= {
        "volume": question.volume,
        "aim": question.aim,
        "curve": CurveOut(
            unit=question.acid.unit,
            amount=[float(f"{amount:.5g}") for amount in line.amount],
            median=_numbers(line.median),
            low=_numbers(line.low),
            high=_numbers(line.high),
        ),
    }
    return RinseOut.model_validate(fields)


def work_out(ask: RinseAsk) -> RinseOut:
    """Answer a question."""
    question, _, _ = _asked(ask)
    return _plan_out(question, plan_rinse(question))


def pass_stops(cautions: Iterable[Caution], passed: Collection[str]) -> list[str]:
    """The stops among these, all of them passed; one that was not, or cannot be, is refused."""
    stops = [caution for caution in cautions if caution.level == "stop"]
    for stop in stops:
        if not stop.overridable:
            raise Problem.field("stops", f"{stop.what} {stop.instead}")
        if stop.id not in passed:
            raise Problem.field("stops", f"{stop.what} {ASKED}")
    return [stop.id for stop in stops]


def pour(ask: RinseAsk, passed: Collection[str]) -> Rinse:
    """Keep a rinse as it is about to be poured. A stop that was not passed stops it here."""
    question, lot, source = _asked(ask)
    plan = plan_rinse(question)
    stops_passed = pass_stops(plan.cautions, passed)
    return Rinse.objects.create(
        head_id=ask.head,
        acid=lot,
        water=source,
        acid_name=lot.name,
        water_name=source.name,
        volume=exact(question.volume, "0.01"),
        aim=exact(ask.aim),
        use=ask.use,
        minutes=exact(ask.minutes, "0.01"),
        verdict=plan.verdict,
        headline=plan.headline,
        predicted=exact(plan.ph.value),
        predicted_low=exact(plan.ph.low),
        predicted_high=exact(plan.ph.high),
        pours=[asdict(layer) for layer in plan.pours],
        steps=[asdict(step) for step in plan.steps],
        cautions=[asdict(caution) for caution in plan.cautions],
        facts=plan.facts,
        stops_passed=stops_passed,
    )
