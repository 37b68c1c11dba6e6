"""What was read of a batch, of either kind: noted on it, kept where it teaches, and taken back."""

from collections.abc import Sequence

from eyebright.core.chemistry import Comparison, Reading, compare
from eyebright.core.numbers import Figure
from eyebright.shelf.services.readings import keep_reading

from ..models import Batch

WEAK_ACID, WEAK_ALKALI = 0.003, 0.03  # g, and meq, in 100 mL


def foreseen(batch: Batch) -> Figure | None:
    """The pH that was predicted before it was read; None where none was."""
    if batch.predicted is None or batch.predicted_low is None or batch.predicted_high is None:
        return None
    return Figure(float(batch.predicted), float(batch.predicted_low), float(batch.predicted_high), "pH")


def compared(batch: Batch, read: Reading, predicted: Figure) -> Comparison:
    """What was read held against what was predicted."""
    soda, coloured = bool(batch.facts.get("soda_percent")), bool(batch.facts.get("tannin"))
    return compare(predicted, read, soda=soda, coloured=coloured, weak=too_weak(batch))


def too_weak(batch: Batch) -> bool:
    """Whether there is too little acid and alkali in a jug to turn a strip."""
    acid, alkali = batch.facts.get("acid_percent"), batch.facts.get("alkali")
    known = batch.of == Batch.Of.JUG and acid is not None and alkali is not None
    return known and acid < WEAK_ACID and alkali < WEAK_ALKALI


def note_reading(batch: Batch, found: Reading, teaches: Sequence[tuple[str, float, str]]) -> None:
    """Note a reading, and what was in the batch: (key, mL or g, unit). The batch itself is not saved."""
    batch.reading = keep_reading(found, teaches, batch.reading)


def take_reading_back(batch: Batch) -> None:
    """Nothing was read of it after all. The batch itself is not saved."""
    if batch.reading:
        batch.reading.remove()
    batch.reading = None
