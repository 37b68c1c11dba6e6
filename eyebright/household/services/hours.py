"""When nobody is at it: hours asleep and out, and times that are taken, as the core takes them."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from eyebright.core.planning import Hours, minute
from eyebright.kept.clock import aware
from eyebright.kept.problems import Problem, one

from ..models import TakenTime
from ..schemas.household import TakenTimeIn, TakenTimeOut
from .household import out_hours, the_household

LONGEST = timedelta(days=62)


def the_hours() -> Hours:
    """The hours of this household."""
    kept = the_household()
    asleep = (kept.asleep_from, kept.asleep_to)
    return Hours(
        asleep=None if None in asleep else asleep,  # type: ignore[arg-type]
        out=out_hours(kept),
        taken=tuple((minute(row.begin), minute(row.end)) for row in _coming()),
    )


def _coming() -> Any:
    return TakenTime.objects.filter(end__gt=timezone.now())


def taken_times() -> list[TakenTimeOut]:
    """Times that are taken, and not over yet, the soonest first."""
    return [TakenTimeOut.model_validate(row) for row in _coming()]


def find_taken(pk: int, *, also_removed: bool = False) -> TakenTime:
    """One of them, or the problem of its being gone."""
    return one(TakenTime.among(also_removed=also_removed), pk, "time")


def take_time(payload: TakenTimeIn) -> TakenTimeOut:
    """Keep a time that is taken."""
    begin, end = (aware(each) for each in (payload.begin, payload.end))
    if end <= begin:
        raise Problem.field("end", "It ends before it begins.")
    if end - begin > LONGEST:
        raise Problem.field("end", "Two months at most.")
    if end <= timezone.now():
        raise Problem.field("end", "That is over already.")
    return TakenTimeOut.model_validate(TakenTime.objects.create(begin=begin, end=end, note=payload.note))


def restore_time(pk: int) -> TakenTimeOut:
    """Undo its removal."""
    found = find_taken(pk, also_removed=True)
    found.restore()
    return TakenTimeOut.model_validate(found)
