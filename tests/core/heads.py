"""Heads for the tests: a record with a few answers, on one day of the scenario's autumn."""

from datetime import date
from typing import Any

from eyebright.core.heads import CheckIn, Head, History, Today, read_record
from eyebright.core.wash import Advice, advise

DAY = date(2026, 11, 21)
GROWN = {"birth_year": 1988}


def head(
    record: dict[str, Any] | None = None,
    check_in: dict[str, Any] | None = None,
    day: dict[str, Any] | None = None,
    days: float | None = 3.0,
    used: dict[str, float] | None = None,
    **more: Any,
) -> Head:
    """A grown, ordinary head but for what is said. `days` since its last wash; `used` by family."""
    answers = GROWN | {"adult": "Wren Halloway"} | (record or {})
    return Head(
        record=read_record(answers, DAY),
        today=DAY,
        check_in=None if check_in is None else CheckIn(**check_in),
        day=Today(**(day or {})),
        history=History(used or {}, days),
        **more,
    )


def asks(*args: Any, **more: Any) -> Advice:
    """What such a head asks for."""
    return advise(head(*args, **more))


def stops(found: Advice) -> set[str]:
    """Ids of the stops that stand over the whole head."""
    return {caution.id for caution in found.cautions if caution.level == "stop"}


def barred(found: Advice) -> set[str]:
    """Keys of the families that are ruled out."""
    return {fit.family.key for fit in found.families if fit.verdict == "ruled_out"}
