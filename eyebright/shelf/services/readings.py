"""Readings, and what is believed of everything on the shelf because of them."""

from collections.abc import Iterable, Sequence
from datetime import date
from itertools import pairwise

import numpy as np
from django.db import transaction
from django.utils import timezone

from eyebright.core.chemistry import MeterReading, ReadingError, StripReading, believable
from eyebright.core.chemistry import Reading as CoreReading
from eyebright.core.learning import posterior_from
from eyebright.core.materials import Amount, Supply
from eyebright.core.mix import JugError, JugObservation, Line, filled
from eyebright.core.numbers import Draws, Posterior, figure
from eyebright.instruments.services import meter_reach
from eyebright.kept.decimals import as_float, exact
from eyebright.kept.derived import derived
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked

from ..models import Reading, ReadingLine, StripSet
from ..schemas.readings import NeatReadingIn, ReadIn, ReadingOut, StripSetChangeIn, StripSetIn, StripSetOut
from .supplies import SHELF, gone, supplies_of, supply_of
from .supply_providers import provider_of

AGAIN = (
    "That is far from what this can be. It is kept, and nothing is learnt from it until it is read again: "
    "a fresh strip, daylight, and the right bottle?"
)
ANY_PACK = "strips"  # of which nobody said which pack
BELIEVED = 240  # draws
STRIP_STEP = 0.5  # the usual strip, when nothing is said
HOPS = 2  # from a thing to what it was mixed with, and to what tells of that
COUNTED = 12  # readings that one answer takes in, the newest
NEAT_AMOUNT = 100.0  # mL: by itself it does not matter how much
MOST_BLOCKS = 30
UNITS = ("mL", "g")


# ---- packs of strips ----


def strip_sets() -> list[StripSetOut]:
    """Every pack of strips."""
    return [strip_set_out(strips) for strips in StripSet.objects.all()]


def strip_set_out(strips: StripSet) -> StripSetOut:
    """A pack of strips."""
    return StripSetOut(id=strips.pk, version=strips.version, name=strips.name, steps=strips.steps)


def find_strips(pk: int, *, also_removed: bool = False) -> StripSet:
    """A pack of strips, or the problem of its being gone."""
    return one(StripSet.among(also_removed=also_removed), pk, "pack of strips")


@transaction.atomic
def save_strips(payload: StripSetIn, strips: StripSet | None = None) -> StripSetOut:
    """Put a pack of strips on the shelf, or change one."""
    try:
        steps = [float(step.replace(",", ".")) for step in payload.steps.replace(";", " ").split()]
    except ValueError:
        raise Problem.field(
            "steps", "Write the numbers beside the blocks, with spaces between: 4 4.5 5 5.5."
        ) from None
    if not 2 <= len(steps) <= MOST_BLOCKS:
        raise Problem.field("steps", f"A pack has from 2 to {MOST_BLOCKS} blocks.")
    if any(not 0.0 <= step <= 14.0 for step in steps):
        raise Problem.field("steps", "pH runs from 0 to 14.")
    if any(b <= a for a, b in pairwise(steps)):
        raise Problem.field("steps", "Lowest first, each higher than the one before.")
    strips = strips or StripSet()
    strips.name, strips.steps = payload.name, steps
    strips.save()
    return strip_set_out(strips)


@transaction.atomic
def change_strips(pk: int, payload: StripSetChangeIn) -> StripSetOut:
    """Change a pack that is as it was when it was read."""
    strips = get_checked(StripSet.objects.all(), pk, "pack of strips", payload.version, strip_set_out)
    before = {"name": strips.name, "steps": " ".join(f"{step:g}" for step in strips.steps)}
    return save_strips(changed(StripSetIn, before, payload), strips)


# ---- what was read ----


def core_reading(read: ReadIn, at: str = "") -> CoreReading:
    """A reading as the core takes it; what cannot have been read is said beside its field.

    `at`: where it stands in a list, as fields are named.
    """
    if read.meter is not None:
        return MeterReading(read.value, meter_reach(read.meter))
    if read.strips is None:
        return StripReading(read.value, read.step or STRIP_STEP)
    strips = find_strips(read.strips)
    apart = [abs(step - read.value) for step in strips.steps]
    nearest = apart.index(min(apart))
    beside = [
        abs(strips.steps[i] - strips.steps[nearest])
        for i in (nearest - 1, nearest + 1)
        if 0 <= i < len(strips.steps)
    ]
    try:
        return StripReading(
            read.value,
            read.step or max(beside),
            strips.steps[0],
            strips.steps[-1],
            pack=f"strips {strips.pk}",
        )
    except ReadingError as raised:
        raise Problem.field(f"{at}value", str(raised)) from None


def kept_reading(reading: Reading) -> CoreReading:
    """A reading that was kept, as the core takes it."""
    if reading.instrument == Reading.Instrument.METER:
        return MeterReading(float(reading.value), float(reading.reach or 0.0))
    step = float(reading.step or STRIP_STEP)
    low, high = as_float(reading.low), as_float(reading.high)
    return StripReading(float(reading.value), step, low, high, pack=reading.pack or ANY_PACK)


@transaction.atomic
def keep_reading(
    read: CoreReading, lines: Sequence[tuple[str, float, str]], reading: Reading | None = None
) -> Reading:
    """Keep a reading of a jug: (key, amount, unit) of each line, in pouring order."""
    reading = reading or Reading()
    reading.value = exact(read.figure.value)
    reading.removed_at = None
    if isinstance(read, StripReading):
        reading.instrument = Reading.Instrument.STRIP
        reading.step, reading.reach = exact(read.step, "0.01"), None
        reading.low, reading.high = exact(read.low, "0.01"), exact(read.high, "0.01")
        reading.pack = read.pack
    elif isinstance(read, MeterReading):
        reading.instrument = Reading.Instrument.METER
        reading.step = reading.low = reading.high = None
        reading.reach = exact(read.reach)
    reading.doubtful = not _can_be(read, lines)
    reading.save()
    reading.lines.all().delete()
    ReadingLine.objects.bulk_create(
        ReadingLine(reading=reading, stuff=key, amount=exact(amount), unit=unit)
        for key, amount, unit in lines
    )
    return reading


def _can_be(read: CoreReading, lines: Sequence[tuple[str, float, str]]) -> bool:
    """Whether this can have been read of what was in it, by what was believed before any reading."""
    there = supplies_of([key for key, _, _ in lines], also_removed=True)
    known = [Line(there[key], "amount", Amount(amount, unit)) for key, amount, unit in lines if key in there]
    if len(known) < len(lines):
        return True
    try:
        jug, none = filled(known, None), np.zeros(1)
    except JugError:
        return True
    draws = Draws(BELIEVED)
    solved, _ = jug.solved(none, draws, jug.just_mixed(none))
    return believable(figure(draws.each(solved.ph), "pH"), read)


def read_neat(payload: NeatReadingIn) -> ReadingOut:
    """Keep a reading of one thing by itself."""
    stuff = supply_of(payload.stuff)
    if stuff is None:
        raise gone("stuff")
    if stuff.material and (stuff.material.unit == "g" or stuff.material.side is None or stuff.material.dry):
        raise Problem.field("stuff", f"{stuff.name} has no pH by itself: read it in a jug of water.")
    reading = keep_reading(core_reading(payload.read), [(stuff.key, NEAT_AMOUNT, "mL")])
    return reading_out(reading)


def find_reading(pk: int, *, also_removed: bool = False) -> Reading:
    """A reading, or the problem of its being gone."""
    return one(Reading.among(also_removed=also_removed), pk, "reading")


def readings_of(key: str) -> list[ReadingOut]:
    """The readings that tell of this thing, the newest first."""
    rows = Reading.objects.filter(lines__stuff=key).distinct().prefetch_related("lines")
    return [reading_out(reading) for reading in rows]


def reading_out(reading: Reading) -> ReadingOut:
    """A reading, with the names of what was in it."""
    keys = [line.stuff for line in reading.lines.all()]
    there = supplies_of(keys, also_removed=True)
    return ReadingOut(
        id=reading.pk,
        made_at=reading.made_at,
        instrument="meter" if reading.instrument == Reading.Instrument.METER else "strip",
        figure=kept_reading(reading).figure,
        of=[there[key].name for key in keys if key in there],
        doubtful=reading.doubtful,
        says=AGAIN if reading.doubtful else "",
    )


# ---- what is believed ----


def observations_of(keys: Iterable[str]) -> list[JugObservation]:
    """The readings that tell of these things, and of what they were mixed with, the newest of them."""
    wanted: set[str] = set(keys)
    lines: dict[Reading, list[ReadingLine]] = {}
    for _ in range(HOPS):
        lines = _telling_of(wanted)
        wanted |= {line.stuff for each in lines.values() for line in each}
    if not lines:
        return []
    there = supplies_of(wanted, also_removed=True)
    seen = {reading: _observation(reading, each, there) for reading, each in lines.items()}
    return [
        each
        for reading, each in seen.items()
        if each and (not reading.doubtful or _borne_out(reading, each, seen))
    ]


def _borne_out(reading: Reading, seen: JugObservation, every: dict[Reading, JugObservation | None]) -> bool:
    """Whether a doubtful reading was read again and came out alike."""
    here = seen.reading.figure
    return any(
        other.what == seen.what
        and other.reading.figure.low <= here.high
        and here.low <= other.reading.figure.high
        for row, other in every.items()
        if other is not None and row.pk != reading.pk
    )


def _telling_of(keys: set[str]) -> dict[Reading, list[ReadingLine]]:
    """The newest readings that have any of these in them, each with its lines; in one query."""
    newest = Reading.objects.filter(lines__stuff__in=keys).distinct().values("pk")[:COUNTED]
    out: dict[Reading, list[ReadingLine]] = {}
    for line in ReadingLine.objects.filter(reading__in=newest).select_related("reading"):
        out.setdefault(line.reading, []).append(line)
    return out


def _observation(
    reading: Reading, lines: list[ReadingLine], there: dict[str, Supply]
) -> JugObservation | None:
    if any(line.stuff not in there or line.unit not in UNITS for line in lines):
        return None
    try:
        jug = filled(
            [Line(there[line.stuff], "amount", Amount(float(line.amount), line.unit)) for line in lines],
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
