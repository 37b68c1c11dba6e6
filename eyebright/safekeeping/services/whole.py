"""The household whole, as a request asks for it: written out, put back, looked at."""

import threading
from collections.abc import Iterator
from itertools import chain
from pathlib import Path
from typing import Any

from eyebright import __version__
from eyebright.kept.problems import Problem
from eyebright.kept.replacing import BEING_REPLACED

from ..schemas import ConditionOut, RestoredOut
from .archive import ArchiveWritten, archive_chunks
from .condition import condition
from .files import household_file
from .restoring import restore

_one_at_a_time = threading.Lock()


def condition_now() -> ConditionOut:
    """In which state the household's files are, every page read."""
    file = household_file()
    found = condition(file, thorough=True)
    size = file.stat().st_size if file.exists() else 0
    return ConditionOut(
        state=found.state, says=found.says, folder=str(file.parent), size=size, version=__version__
    )


def streamed() -> Iterator[bytes]:
    """The household's ZIP, piece by piece. What is in the way is said before the first of them."""
    chunks = archive_chunks(ArchiveWritten())
    return chain([next(chunks)], chunks)


def put_back(file: Path | Any) -> RestoredOut:
    """Put a household back."""
    if not _one_at_a_time.acquire(blocking=False):
        raise Problem(503, BEING_REPLACED, "Try again in a moment.")
    try:
        return RestoredOut.model_validate(restore(file))
    finally:
        _one_at_a_time.release()
