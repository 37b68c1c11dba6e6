"""Two zones: what is rinsed off by itself, while something on another zone stays on."""

from collections.abc import Collection, Iterable
from dataclasses import dataclass

from ..vocabulary import Zone

NEAR = 0.5  # minutes: nearer than this is at the same time


@dataclass(frozen=True)
class OnHead:
    """What is on some zones of a head, from and to, minutes since the wash began."""

    start: float
    end: float
    zones: Collection[Zone]


def outlasted(one: OnHead, others: Iterable[OnHead]) -> bool:
    """Whether something beside it, or put on as it ends, stays on another zone longer: then it has a rinse of
    its own, for its minutes end it."""
    return any(
        each.start <= one.end + NEAR and each.end > one.end + NEAR and not set(each.zones) & set(one.zones)
        for each in others
        if each.zones
    )
