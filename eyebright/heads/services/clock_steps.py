"""Patch tests, when the machine's clock was set: they are looked at after as many hours as ever."""

from datetime import timedelta
from typing import Any

from django.db.models import F
from django.dispatch import receiver

from eyebright.kept.clock_steps import clock_stepped

from ..models import PatchTest


@receiver(clock_stepped)
def move_patch_tests(sender: Any, seconds: float, **_: Any) -> None:
    """Each was put on as long ago as before."""
    PatchTest.objects.filter(result="").update(started_at=F("started_at") + timedelta(seconds=seconds))
