"""Written lines: how many are read right, and how fast; the finder among five hundred materials."""

import time
from dataclasses import dataclass
from functools import partial

from django.conf import settings
from django.test import Client, override_settings

from eyebright.core.formulas.exchange import read_recipe
from eyebright.core.materials import library
from eyebright.shelf.models import OwnMaterial
from tests.core.written_lines import corpus, empty_kitchen, judged, read

from .chemistry import best
from .heads import get

MATERIALS, LINES = 500, 200
CALLED = "Bench stuff"
TYPED = ("soap", "huile d'ol", "reetha", "rhasoul", "zzzz", "ben")


@dataclass(frozen=True)
class LineFigures:
    """Lines of the corpus, the share read right, how many wrong in silence, seconds for `LINES`."""

    lines: int
    right: float
    silent: int
    seconds: float


def written_lines() -> LineFigures:
    """Read the corpus, and time as many of its lines as a long recipe has."""
    kitchen = empty_kitchen()
    every = list(corpus())
    found = [judged(written, read(written, kitchen)) for written in every]
    one_line = [written.text for written in every if len(written.meant) == 1 and written.meant != ("-",)]
    text = "\n".join(one_line[:LINES])
    start = time.perf_counter()
    read_recipe(text, kitchen, LINES)
    seconds = time.perf_counter() - start
    right = sum(each.right for each in found) / len(found)
    return LineFigures(len(found), right, sum(each.silent and not each.right for each in found), seconds)


def searching() -> dict[str, float]:
    """Seconds of the slowest answer as typed, of a picker and the search, among five hundred materials."""
    OwnMaterial.objects.bulk_create(
        OwnMaterial(name=f"{CALLED} {i} {'oil' if i % 2 else 'clay'}", kind="oil" if i % 2 else "clay")
        for i in range(MATERIALS - len(library()))
    )
    try:
        with override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]):
            client = Client()
            return {
                name: max(best(partial(get, client, f"{path}?find={word}")) for word in TYPED)
                for name, path in (("a picker", "/api/shelf/stuff"), ("the search", "/api/search"))
            }
    finally:
        OwnMaterial.objects.filter(name__startswith=CALLED).delete()
