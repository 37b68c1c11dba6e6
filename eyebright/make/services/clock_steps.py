"""Soaks, rests and cooling, when the machine's clock was set: their clocks are moved with it."""

from datetime import datetime, timedelta
from typing import Any

from django.db.models import F, Max, QuerySet
from django.dispatch import receiver

from eyebright.kept.clock_steps import clock_stepped, running_since

from ..models import StepClock


def _running() -> QuerySet[StepClock]:
    """Every clock of what is not finished: also one that ended, for its making cools from then on."""
    return StepClock.objects.filter(batch__finished_at=None, batch__removed_at=None)


@receiver(clock_stepped)
def move_step_clocks(sender: Any, seconds: float, **_: Any) -> None:
    """Each is as far as it was before."""
    by = timedelta(seconds=seconds)
    _running().update(began_at=F("began_at") + by, until=F("until") + by, ended_at=F("ended_at") + by)


@receiver(running_since)
def last_begun(sender: Any, **_: Any) -> datetime | None:
    """When the last of them was begun or ended."""
    found = _running().aggregate(began=Max("began_at"), ended=Max("ended_at"))
    return max((each for each in found.values() if each is not None), default=None)
