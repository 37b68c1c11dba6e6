"""Washes under way, when the machine's clock was set: their presses are moved with it."""

from datetime import datetime, timedelta
from typing import Any

from django.dispatch import receiver

from eyebright.kept.clock_steps import clock_stepped, running_since

from ...models import BasinRun
from ...snapshots import BEGINNING

LEAST, MOST = 2.0, 43_200.0  # s


@receiver(clock_stepped)
def move_presses(sender: Any, seconds: float, **_: Any) -> None:
    """Each press is as long ago as it was before."""
    rows = list(BasinRun.objects.filter(ended_at=None))
    for run in rows:
        _move(run, seconds)
    BasinRun.objects.bulk_update(rows, ["began_at", "presses"])


def _move(run: BasinRun, seconds: float) -> None:
    by = timedelta(seconds=seconds)
    run.began_at += by
    run.presses = [
        press.model_copy(update={"at": press.at + by}) if press.at > BEGINNING else press
        for press in run.presses
    ]


def count_on(run: BasinRun, seconds: float) -> None:
    """A page counted so much further than the server, whose machine was off: the larger of both holds."""
    if LEAST < seconds <= MOST:
        _move(run, -seconds)


@receiver(running_since)
def last_press(sender: Any, **_: Any) -> datetime | None:
    """The last press of all washes under way."""
    rows = BasinRun.objects.filter(ended_at=None)
    return max((at for run in rows for at in [run.began_at, *(row.at for row in run.presses)]), default=None)
