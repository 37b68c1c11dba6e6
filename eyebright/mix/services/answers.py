"""The answer to a question, and what else there is to say of its jug."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from eyebright.core.mix import (
    Asked,
    Mix,
    Question,
    Route,
    SpoonVersion,
    next_readings,
    routes,
    soda_wash,
    spoon_versions,
    spooned,
)
from eyebright.core.numbers import Draws
from eyebright.household.services.household import the_household
from eyebright.kept.wire import out_of
from eyebright.shelf.services.supplies import shelf_for_routes, the_soda

from ..schemas.jugs import (
    CurveOut,
    JugLineOut,
    MixAsk,
    MixOut,
    OtherOut,
    RouteLineOut,
    RouteOut,
    SpoonfulOut,
    SpoonVersionOut,
    WaysOut,
)
from .questions import question_of, worked_out

SHOWN = 4  # decimals on the wire: more than anyone can measure
SPOONED = 400  # draws of a spoon version


def _numbers(values: NDArray[np.float64]) -> list[float]:
    return [round(float(value), SHOWN) for value in values]


def _spoons_out(version: SpoonVersion | None) -> SpoonVersionOut | None:
    if version is None:
        return None
    return SpoonVersionOut(
        spoonfuls=[
            out_of(SpoonfulOut, each, said_amount=each.said.value, said_unit=each.said.unit)
            for each in version.spoonfuls
        ],
        ph=version.ph,
    )


def _route_out(route: Route) -> RouteOut:
    same = ("way", "reachable", "says", "why", "pours", "ph", "buffer", "acid", "cost", "smells", "gravest")
    lines = [
        RouteLineOut(
            supply_key=line.supply.key,
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
    question = question_of(ask)
    return _mix_out(question, worked_out(question))


def ways(ask: MixAsk) -> WaysOut:
    """What else there is to say of a jug, which takes longer than its answer."""
    question = question_of(ask)
    mix = worked_out(question)
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
