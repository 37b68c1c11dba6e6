"""What was made goes by a key of its own, as all that can be poured does: "made-7" is a container."""

from eyebright.shelf.services.keys import is_id

MADE = "made"


def key_of(pk: int) -> str:
    """The key of a container."""
    return f"{MADE}-{pk}"


def container_id(key: str) -> int | None:
    """The container that a key names; None for what is none."""
    where, _, pk = key.partition("-")
    return int(pk) if where == MADE and is_id(pk) else None
