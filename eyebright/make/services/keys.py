"""What was made goes by a key of its own: "made-7" is a container, "jug-9" a jug that stands there."""

from eyebright.core.materials import SupplyKey

MADE, JUG = "made", "jug"


def key_of(pk: int) -> str:
    """The key of a container."""
    return SupplyKey.of(MADE, pk)


def container_id(key: str) -> int | None:
    """The container that a key names; None for what is none."""
    return SupplyKey(key).pk_at(MADE)


def jug_key(pk: int) -> str:
    """The key of a jug."""
    return SupplyKey.of(JUG, pk)


def jug_id(key: str) -> int | None:
    """The jug that a key names; None for what is none."""
    return SupplyKey(key).pk_at(JUG)
