"""What goes into a jug and stands on no shelf: an app above this one offers it, under keys of its own."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from eyebright.core.materials import Named, Supply


class Found(Protocol):
    """Finds supplies by their keys."""

    def __call__(self, keys: list[str], *, also_removed: bool = False) -> dict[str, Supply]:
        """Those that there are."""
        ...


@dataclass(frozen=True)
class Offer:
    """What an app offers: supplies by their keys, the names that they go by, what is used as it comes."""

    found: Found
    named: Callable[[], list[Named]]
    ready: Callable[[], list[Supply]]


offers: dict[str, Offer] = {}


def offered(key: str) -> Offer | None:
    """Who offers what goes by this key, if anybody does."""
    return offers.get(key.partition("-")[0])
