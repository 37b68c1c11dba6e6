"""What the wheel says it needs: the list that everything else is locked from."""

from pathlib import Path
from typing import Any

from hatchling.metadata.plugin.interface import MetadataHookInterface


class Needs(MetadataHookInterface):
    """The lines of runtime.in."""

    def update(self, metadata: dict[str, Any]) -> None:
        """Put them into the wheel's metadata."""
        lines = Path(self.root, "requirements", "runtime.in").read_text("utf-8").splitlines()
        metadata["dependencies"] = [line for line in lines if line.strip() and not line.startswith("#")]
