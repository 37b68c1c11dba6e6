"""Files that outlast a power cut."""

import os
from pathlib import Path


def settled(path: Path) -> None:
    """See to it that a file, and its name in its folder, are on the disk."""
    for each in (path, path.parent):
        handle = os.open(each, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
