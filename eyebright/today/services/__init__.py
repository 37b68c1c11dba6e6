"""Today and the rest of the house: `items` what is to do, `heads` who is next, `first` the first steps."""

from django.utils import timezone

from eyebright.wash.services.schedule import the_plan

from ..schemas import TodayOut
from .first import first_steps
from .heads import heads_next
from .items import items


def today() -> TodayOut:
    """What to do now and next, in order of time."""
    now = timezone.now()
    found = the_plan(now)
    steps = first_steps()
    return TodayOut(
        now=now,
        items=items(found),
        heads=heads_next(found),
        first=steps,
        leading=any(not (step.done or step.skipped) for step in steps),
    )


__all__ = ["today"]
