"""How warm a batch is: since it came off the heat, by what it stands in, and by a thermometer in it."""

from django.utils import timezone

from eyebright.core.formulas.prepare import cooling_table
from eyebright.core.make import Cooling, cooling, skin_safe
from eyebright.kept.decimals import as_float

from ..models import Batch, StepClock

MINUTE = 60.0


def cooling_of(batch: Batch) -> tuple[Cooling, StepClock, float] | None:
    """How a batch cools: since its clock of cooling, or the last that was hot; None where nothing was.

    With that clock, and minutes since it began to cool.
    """
    if batch.of != Batch.Of.FORMULA:
        return None
    hot = [clock for clock in batch.clocks.all() if _hot(batch, clock)]
    if not hot:
        return None
    clock = hot[-1]
    step, makes = batch.steps[clock.place], batch.outcome.makes or batch.figures.makes
    since = clock.began_at if step.act == "cool" else (clock.ended_at or timezone.now())
    celsius = step.celsius or cooling_table().number("pot", "room")
    ml = float(batch.yielded or (makes and makes.value) or batch.volume or 0.0)
    room = as_float(clock.room)
    readings = [(float(each["minutes"]), float(each["celsius"])) for each in clock.readings]
    found = cooling(ml, celsius, clock.vessel, clock.lid, room, readings)
    return found, clock, max((timezone.now() - since).total_seconds() / MINUTE, 0.0)


def _hot(batch: Batch, clock: StepClock) -> bool:
    step = batch.step_at(clock.place)
    return step is not None and (step.act == "cool" or (step.celsius or 0.0) > skin_safe(True) + 1.0)


def warm_now(batch: Batch) -> float | None:
    """°C of it now, as near as can be told; None where it was never hot, or nobody told when."""
    found = cooling_of(batch)
    return found[0].at(found[2]).value if found else None
