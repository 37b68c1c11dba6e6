"""Today is the household's today: every answer is given in the time zone that the household lives by."""

import os
from collections.abc import Callable
from contextlib import suppress
from datetime import datetime
from functools import cache
from pathlib import Path
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from .clock_steps import STEADY, steady_seconds, watch_clock
from .providers import household_zone

ZONES = "zoneinfo/"
ANYWHERE = "UTC"


@cache
def machine_zone() -> str:
    """The time zone of this machine, by name; UTC where it does not say."""
    named = [os.environ.get("TZ", "").lstrip(":")]
    link = os.path.realpath("/etc/localtime")
    named += [link.partition(ZONES)[2]] if ZONES in link else []
    written = Path("/etc/timezone")
    named += [written.read_text("utf-8").strip()] if written.is_file() else []
    return next((name for name in named if _is_zone(name)), ANYWHERE)


def _is_zone(name: str) -> bool:
    try:
        return bool(name) and ZoneInfo(name) is not None
    except (ZoneInfoNotFoundError, ValueError, OSError):
        return False


def aware(when: datetime) -> datetime:
    """A moment as it is meant: one without a zone is by the household's own clock."""
    return timezone.make_aware(when) if timezone.is_naive(when) else when


def lives_by(chosen: str) -> str:
    """The zone that holds: the one chosen, or the machine's."""
    return chosen if _is_zone(chosen) else machine_zone()


class HouseholdClockMiddleware:
    """Answers of the API are given by the household's clock, and say the server's even count of seconds."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Live by its zone while this request is answered."""
        if not request.path.startswith("/api/"):
            return self._get_response(request)
        watch_clock()
        zone, count = "", ""
        with suppress(DatabaseError):  # what is wrong with the database is said by whoever needs it
            zone = household_zone()
            count = f"{steady_seconds():.6f}"
        with timezone.override(lives_by(zone)):
            response = self._get_response(request)
        if count:
            response[STEADY] = count
        return response
