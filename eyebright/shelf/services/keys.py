"""What goes by a key: "lot-3" is a bottle, "water-2" a water, "lib-own-4" one of the household's own."""

from collections.abc import Iterable

LONGEST = 11  # digits: no household keeps more


def is_id(text: str) -> bool:
    """Whether this part of a key can be an id."""
    return text.isascii() and text.isdigit() and len(text) <= LONGEST


def lot_ids(keys: Iterable[str]) -> list[str]:
    """The ids of the bottles among these keys."""
    named = (key.partition("-") for key in keys)
    return [pk for where, _, pk in named if where == "lot" and is_id(pk)]
