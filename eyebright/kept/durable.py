"""Files that outlast a power cut."""

import os
from contextlib import suppress
from pathlib import Path
from typing import Any


def settled(path: Path) -> None:
    """See to it that a file, and its name in its folder, are on the disk."""
    for each in (path, path.parent):
        handle = os.open(each, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def forget(file: Any) -> None:
    """Delete the file of a row that is gone; a folder that lies in its place is let be."""
    path = Path(file.path)
    with suppress(OSError):
        if not path.is_dir():
            path.unlink(missing_ok=True)
