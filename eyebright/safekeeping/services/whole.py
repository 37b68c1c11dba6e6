"""The household whole, as a request asks for it: written out, put back, looked at."""

import os
import threading
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import IO, Any

from eyebright import __version__
from eyebright.kept.idempotency import BEING_REPLACED
from eyebright.kept.problems import Problem

from ..schemas import ConditionOut, RestoredOut
from .archive import write_archive
from .condition import condition
from .files import data_folder, household_file
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


def written_out() -> IO[bytes]:
    """The household's ZIP, open to be read; it is gone once it is closed."""
    writable = data_folder() if os.access(data_folder(), os.W_OK) else None
    with TemporaryDirectory(dir=writable, prefix=".giving-") as folder:
        made = Path(folder, "household.zip")
        write_archive(made)
        return made.open("rb")


def put_back(file: Path | Any) -> RestoredOut:
    """Put a household back."""
    if not _one_at_a_time.acquire(blocking=False):
        raise Problem(503, BEING_REPLACED, "Try again in a moment.")
    try:
        return RestoredOut.model_validate(restore(file))
    finally:
        _one_at_a_time.release()
