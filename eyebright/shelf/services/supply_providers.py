"""Supplies that stand on no shelf: an app above this one provides them, under keys of its own."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from eyebright.core.materials import Named, Supply, SupplyKey


class FindSupplies(Protocol):
    """Finds supplies by their keys."""

    def __call__(self, keys: list[str], *, also_removed: bool = False) -> dict[str, Supply]:
        """Those that there are."""
        ...


@dataclass(frozen=True)
class SupplyProvider:
    """What an app provides: supplies by their keys, the names that they go by, what is used as it comes."""

    find: FindSupplies
    named: Callable[[], list[Named]]
    ready: Callable[[], list[Supply]]


supply_providers: dict[str, SupplyProvider] = {}


def provider_of(key: str) -> SupplyProvider | None:
    """Who provides what goes by this key, if anybody does."""
    return supply_providers.get(SupplyKey(key).where)
