"""The clock of the machine may be set back or forward: what runs goes on as it did.

The wall clock is held against the monotonic one. Where it was set, by hand or by the network, every moment of
what runs is moved with it: minutes are the same before and after. What that is, each app says itself:

    @receiver(clock_stepped)
    def _move_clocks(sender, seconds, **_): ...          add `seconds` to what runs

steady_seconds()     a count that goes on over all of that, and over a restart: for the page
moment_of(steady)    when something was pressed that says so in that count
step_words(since)    "This machine's clock was set back by 1 hour at 14:05. Minutes go on as they were."
"""

import logging
import threading
import time
from datetime import datetime, timedelta

from django.db import DatabaseError, transaction
from django.dispatch import Signal
from django.http import HttpRequest
from django.utils import timezone

from eyebright.core.words import elapsed

from .derived import derived
from .fields import LATEST_STEADY
from .models import ClockAnchor, ClockStep
from .monotonic import boot_id, monotonic_seconds

logger = logging.getLogger(__name__)
clock_stepped = Signal()
"""Sent with `seconds` in the transaction that keeps the step: receivers move what runs."""

running_since = Signal()
"""Asked when nobody knows how long the machine was off: receivers answer the latest moment of what runs."""

AHEAD = timedelta(seconds=3)
TO_COME = "That press says that it was {ahead} from now: it is kept as of now. Look at this device’s clock."
TOO_EARLY = (
    "That press says that it was before this was begun: it is kept as of now. Look at this device’s clock."
)
STEADY = "Eyebright-Steady"  # of an answer: the count while it was worked out
PRESSED = "Eyebright-Pressed"  # of a call: when it was pressed, by that count
LEAST = 1.0  # s: less is a clock that is being kept right
SAID = 30.0  # s: less is not worth a word
_lock = threading.Lock()
_anchor: list[tuple[float, float]] = []  # wall and monotonic seconds that belong together, once known


def _now() -> tuple[float, float]:
    return time.time(), monotonic_seconds()


def anchor_clock() -> float:
    """Take up the clock where the last server left it; the seconds that it was set by meanwhile."""
    with _lock, transaction.atomic():
        wall, seconds = _now()
        _anchor[:] = [(wall, seconds)]
        kept = ClockAnchor.objects.first()
        if kept is not None and kept.boot and kept.boot == boot_id():
            step = (wall - kept.wall) - (seconds - kept.monotonic)
        else:
            step = min(wall - _latest(), 0.0)
        if abs(step) < LEAST:
            step = 0.0
        _keep(step, wall, seconds)
        return step


def _latest() -> float:
    """The latest moment of all that runs, Unix seconds: the clock cannot rightly be before it."""
    said: list[datetime] = [answer for _, answer in running_since.send(ClockStep) if answer]  # type: ignore[misc]
    return max(said).timestamp() if said else 0.0


def watch_clock() -> None:
    """See whether the clock was set since the last look; if so, move what runs."""
    wall, seconds = _now()
    if not _anchor:
        _anchor[:] = [(wall, seconds)]
    if abs(_drift(wall, seconds)) < LEAST:
        return
    try:
        with _lock:
            wall, seconds = _now()
            step = _drift(wall, seconds)
            if abs(step) >= LEAST:
                with transaction.atomic():
                    _keep(step, wall, seconds)
                _anchor[0] = (wall, seconds)
    except DatabaseError:  # seen again at the next look
        logger.warning("the clock was set, and that could not be kept")


def _drift(wall: float, seconds: float) -> float:
    return (wall - _anchor[0][0]) - (seconds - _anchor[0][1])


def _keep(step: float, wall: float, seconds: float) -> None:
    ClockAnchor.objects.update_or_create(
        pk=1, defaults={"boot": boot_id(), "monotonic": seconds, "wall": wall}
    )
    if step:
        ClockStep.objects.create(at=timezone.now(), seconds=step)
        clock_stepped.send(ClockStep, seconds=step)


@derived("kept.ClockStep")
def _steps() -> tuple[tuple[datetime, float], ...]:
    """Each step: when it was, and by how many seconds; in order."""
    return tuple(ClockStep.objects.values_list("at", "seconds"))


def steady_seconds(at: datetime | None = None) -> float:
    """A moment (None: now) in seconds that go on evenly, whatever is done to the clock."""
    return (at or timezone.now()).timestamp() - sum(seconds for _, seconds in _steps())


def at_steady(seconds: float) -> datetime:
    """The moment by the clock of now at which `steady_seconds` said that."""
    return timezone.now() + timedelta(seconds=seconds - steady_seconds())


def moment_of(steady: float | None, begun: datetime | None = None) -> tuple[datetime, str]:
    """When it was pressed (None: now), by the clock of now; and what is to be said of that, if anything.

    A moment that is still to come, or before that was `begun` which it is pressed in, is none: now is taken.
    """
    now = timezone.now()
    if steady is None:
        return now, ""
    at = at_steady(steady)
    if begun is not None and at < begun - AHEAD:
        return now, TOO_EARLY
    if at > now + AHEAD:
        return now, TO_COME.format(ahead=elapsed((at - now).total_seconds()))
    return min(at, now), ""


def moment_of_call(request: HttpRequest) -> datetime:
    """When a call was pressed, however late it is heard: its header says so; now where it does not."""
    try:
        steady = float(request.headers.get(PRESSED, ""))
    except ValueError:
        return timezone.now()
    return moment_of(steady if 0.0 < steady < LATEST_STEADY else None)[0]


def step_words(since: datetime) -> str:
    """What happened to the clock since a moment, in words; "" for nothing that matters."""
    for at, seconds in reversed(_steps()):
        if at >= since and abs(seconds) >= SAID:
            way = "forward" if seconds > 0 else "back"
            return (
                f"This machine’s clock was set {way} by {elapsed(abs(seconds))} at "
                f"{timezone.localtime(at):%H:%M}. Minutes go on as they were."
            )
    return ""
