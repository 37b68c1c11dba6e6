"""What was read of a batch, of whichever kind: noted on it, kept where it teaches, and taken back."""

from collections.abc import Sequence

from eyebright.core.chemistry import MeterReading, Reading, StripReading
from eyebright.kept.decimals import exact
from eyebright.shelf.services.readings import keep_reading

from ..models import Batch


def note_reading(batch: Batch, found: Reading, teaches: Sequence[tuple[str, float, str]]) -> None:
    """Note it, and what it tells of what was in it: (key, mL or g, unit). The batch itself is not saved."""
    batch.reading = exact(found.figure.value)
    batch.reading_step = exact(found.step, "0.01") if isinstance(found, StripReading) else None
    batch.reading_reach = exact(found.reach) if isinstance(found, MeterReading) else None
    batch.told = keep_reading(found, teaches, batch.told)


def take_reading_back(batch: Batch) -> None:
    """Nothing was read of it after all. The batch itself is not saved."""
    batch.reading = batch.reading_step = batch.reading_reach = None
    if batch.told:
        batch.told.remove()
