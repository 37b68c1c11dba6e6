"""What was made goes by a key of its own: "made-7" is a container, "jug-9" a jug that stands there."""

from eyebright.shelf.services.keys import is_id

MADE, JUG = "made", "jug"


def key_of(pk: int) -> str:
    """The key of a container."""
    return f"{MADE}-{pk}"


def container_id(key: str) -> int | None:
    """The container that a key names; None for what is none."""
    return _id(MADE, key)


def jug_key(pk: int) -> str:
    """The key of a jug."""
    return f"{JUG}-{pk}"


def jug_id(key: str) -> int | None:
    """The jug that a key names; None for what is none."""
    return _id(JUG, key)


def _id(what: str, key: str) -> int | None:
    where, _, pk = key.partition("-")
    return int(pk) if where == what and is_id(pk) else None
