"""What a question to Mix is put together from."""

from dataclasses import asdict

from eyebright.core.materials import measure_table
from eyebright.core.rules import limits
from eyebright.shelf.services.measures import the_kit

from ..schemas.jugs import (
    ChoicesOut,
    LimitOut,
)


def choices() -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    kept = limits()
    return ChoicesOut(
        units=[
            *measure_table().units["mL"],
            *(spoon.key for spoon in the_kit().spoons if spoon.key == "cup"),
        ],
        aims=list(kept.aims),
        rail_low=kept.rail_low,
        rail_high=kept.rail_high,
        marks=list(kept.marks),
        limits=[LimitOut(key=key, **asdict(limit)) for key, limit in kept.limits.items()],
    )
