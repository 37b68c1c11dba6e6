"""The shelf in process, with a thousand lots on it."""

from functools import partial

from django.conf import settings
from django.test import Client, override_settings

from eyebright.core.materials import library
from eyebright.shelf.models import Lot

from .chemistry import best
from .heads import get

LOTS = 1000
CALLED = "Bench lot"


def long_shelf() -> float:
    """Seconds for the shelf's first page, in a household of its own inside the bench's data folder."""
    keys = list(library())
    Lot.objects.bulk_create(
        Lot(material=keys[i % len(keys)], name=f"{CALLED} {i}", size=500, left=5 * (i % 100))
        for i in range(LOTS)
    )
    try:
        with override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]):
            return best(partial(get, Client(), "/api/shelf/lots?limit=30"))
    finally:
        Lot.objects.filter(name__startswith=CALLED).delete()
