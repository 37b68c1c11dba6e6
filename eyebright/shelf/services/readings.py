"""What was read of a bottle, a water or a jug."""

from collections.abc import Sequence

import numpy as np
from django.db import transaction

from eyebright.core.chemistry import MeterReading, ReadingError, StripReading, believable
from eyebright.core.chemistry import Reading as CoreReading
from eyebright.core.materials import Amount
from eyebright.core.mix import JugError, Line, filled
from eyebright.core.numbers import Draws, figure
from eyebright.instruments.services import meter_reach
from eyebright.kept.decimals import as_float, exact
from eyebright.kept.problems import Problem, one

from ..models import Reading, ReadingLine
from ..schemas.readings import NeatReadingIn, ReadIn, ReadingOut
from .strips import find_strips
from .supplies import gone, supplies_of, supply_of

AGAIN = (
    "That is far from what this can be. It is kept, and nothing is learnt from it: read it again with a "
    "fresh strip, in daylight. Is it the right bottle?"
)
ALIKE = (
    "Twice alike, and far from what this can be. Nothing is learnt from it: is it another bottle, or another "
    "strength than its label here says? Put that right on the shelf."
)
MOST_ALIKE = 12  # readings that one is held against
ANY_PACK = "strips"  # of which nobody said which pack
STRIP_STEP = 0.5  # the usual strip, when nothing is said
BELIEVED = 240  # draws
NEAT_AMOUNT = 100.0  # mL: by itself it does not matter how much
UNITS = ("mL", "g")


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
        ReadingLine(reading=reading, supply_key=key, amount=exact(amount), unit=unit)
        for key, amount, unit in lines
    )
    return reading


def _can_be(read: CoreReading, lines: Sequence[tuple[str, float, str]]) -> bool:
    """Whether this can have been read of what was in it, by what was believed before any reading."""
    supplies = supplies_of([key for key, _, _ in lines], also_removed=True)
    known = [
        Line(supplies[key], "amount", Amount(amount, unit)) for key, amount, unit in lines if key in supplies
    ]
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
    supply = supply_of(payload.supply_key)
    if supply is None:
        raise gone("supply_key")
    if supply.material and (
        supply.material.unit == "g" or supply.material.side is None or supply.material.dry
    ):
        raise Problem.field("supply_key", f"{supply.name} has no pH by itself: read it in a jug of water.")
    reading = keep_reading(core_reading(payload.read), [(supply.key, NEAT_AMOUNT, "mL")])
    return reading_out(reading)


def find_reading(pk: int, *, also_removed: bool = False) -> Reading:
    """A reading, or the problem of its being gone."""
    return one(Reading.among(also_removed=also_removed), pk, "reading")


def readings_of(key: str) -> list[ReadingOut]:
    """The readings that tell of this thing, the newest first."""
    rows = Reading.objects.filter(lines__supply_key=key).distinct().prefetch_related("lines")
    return [reading_out(reading) for reading in rows]


def reading_out(reading: Reading) -> ReadingOut:
    """A reading, with the names of what was in it."""
    keys = [line.supply_key for line in reading.lines.all()]
    supplies = supplies_of(keys, also_removed=True)
    return ReadingOut(
        id=reading.pk,
        made_at=reading.made_at,
        instrument="meter" if reading.instrument == Reading.Instrument.METER else "strip",
        figure=kept_reading(reading).figure,
        of=[supplies[key].name for key in keys if key in supplies],
        doubtful=reading.doubtful,
        says=asked_of(reading),
    )


def asked_of(reading: Reading) -> str:
    """What is asked about a doubtful reading, "" for any other; two alike are one more question."""
    if not reading.doubtful:
        return ""
    here = kept_reading(reading).figure
    lines = sorted((line.supply_key, line.amount) for line in reading.lines.all())
    others = Reading.objects.filter(doubtful=True, lines__supply_key__in=[key for key, _ in lines])
    for other in others.exclude(pk=reading.pk).distinct().prefetch_related("lines")[:MOST_ALIKE]:
        read = kept_reading(other).figure
        same = sorted((line.supply_key, line.amount) for line in other.lines.all()) == lines
        if same and read.low <= here.high and here.low <= read.high:
            return ALIKE
    return AGAIN
