"""The signing secret: made once, kept in the data folder, never in the repository."""

import os
import secrets
from pathlib import Path


def kept_secret(path: Path) -> str:
    """The secret in this file; made, readable by its owner alone, when there is none yet."""
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text("ascii").strip() or secrets.token_urlsafe(48)
    except OSError:  # nothing can be written here: one for as long as this runs
        return secrets.token_urlsafe(48)
    with os.fdopen(handle, "w") as file:
        file.write(secrets.token_urlsafe(48))
    return path.read_text("ascii")
