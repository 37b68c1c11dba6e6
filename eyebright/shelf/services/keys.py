"""Which of several keys are of bottles."""

from collections.abc import Iterable

from eyebright.core.materials import SupplyKey


def lot_ids(keys: Iterable[str]) -> list[int]:
    """The ids of the bottles among these keys."""
    return [pk for key in keys if (pk := SupplyKey(key).pk_at("lot")) is not None]
