"""What readings tell of the bottles and the waters that they were taken of."""

from collections.abc import Iterable
from datetime import date

from django.utils import timezone

from eyebright.core.learning import posterior_from
from eyebright.core.materials import Amount, Supply
from eyebright.core.mix import JugError, JugObservation, Line, filled
from eyebright.core.numbers import Posterior
from eyebright.kept.derived import derived

from ..models import Reading, ReadingLine
from .readings import UNITS, kept_reading
from .supplies import SHELF, supplies_of
from .supply_providers import provider_of

HOPS = 2  # from a thing to what it was mixed with, and to what tells of that
COUNTED = 12  # readings that one answer takes in, the newest


def observations_of(keys: Iterable[str]) -> list[JugObservation]:
    """The readings that tell of these things, and of what they were mixed with, the newest of them."""
    wanted: set[str] = set(keys)
    lines: dict[Reading, list[ReadingLine]] = {}
    for _ in range(HOPS):
        lines = _telling_of(wanted)
        wanted |= {line.supply_key for each in lines.values() for line in each}
    if not lines:
        return []
    supplies = supplies_of(wanted, also_removed=True)
    seen = (_observation(reading, each, supplies) for reading, each in lines.items())
    return [each for each in seen if each]


def _telling_of(keys: set[str]) -> dict[Reading, list[ReadingLine]]:
    """The newest readings that have any of these in them, each with its lines; in one query.

    A doubtful one never counts, and takes no other's place.
    """
    newest = (
        Reading.objects.filter(doubtful=False, lines__supply_key__in=keys).distinct().values("pk")[:COUNTED]
    )
    out: dict[Reading, list[ReadingLine]] = {}
    for line in ReadingLine.objects.filter(reading__in=newest).select_related("reading"):
        out.setdefault(line.reading, []).append(line)
    return out


def _observation(
    reading: Reading, lines: list[ReadingLine], supplies: dict[str, Supply]
) -> JugObservation | None:
    if any(line.supply_key not in supplies or line.unit not in UNITS for line in lines):
        return None
    try:
        jug = filled(
            [
                Line(supplies[line.supply_key], "amount", Amount(float(line.amount), line.unit))
                for line in lines
            ],
            None,
            scope=f"reading {reading.pk}",
        )
    except JugError:  # what is called oil by now was read as vinegar: that tells nothing of it
        return None
    return JugObservation(jug, 0.0, kept_reading(reading))


def posterior_for(keys: Iterable[str]) -> Posterior:
    """What readings taught of these things."""
    every = tuple(dict.fromkeys(keys))
    if any(provider_of(key) for key in every):  # of what is made, nobody here knows when it changes
        return posterior_from(observations_of(every))
    return _posterior(every, timezone.localdate())


@derived("shelf.Reading", "shelf.ReadingLine", *SHELF)
def _posterior(keys: tuple[str, ...], today: date) -> Posterior:
    return posterior_from(observations_of(keys))
