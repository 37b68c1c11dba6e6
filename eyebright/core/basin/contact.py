"""How long each section has had something on: from the presses, and nothing else (model 13).

Limits look at the longest, what it does goes by the mean. What a press says stays said: time never runs back.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from .steps import BasinLink, Step

BEFORE = 1.0  # minutes before the most that it is said, and half of it where that is short
Ring = Literal["due", "soon", "over", "stop"]


@dataclass(frozen=True)
class Press:
    """A step that was pressed: `at` minutes since the wash began, and which section of it, from 0.

    `offs`: links that came off with it then, whatever becomes of that step.
    """

    at: float
    step: str
    section: int = 0
    offs: tuple[int, ...] = ()


@dataclass(frozen=True)
class Contact:
    """One link on the head: when each section went on and all of it came off (None: it is on still)."""

    link: BasinLink
    on: tuple[float, ...]
    off: float | None = None

    def minutes(self, now: float) -> tuple[float, ...]:
        """Minutes of each section until now, in the order that they went on."""
        until = now if self.off is None else self.off
        return tuple(max(until - each, 0.0) for each in self.on)

    def longest(self, now: float) -> float:
        """Minutes of the first section: limits look at these."""
        return max(self.minutes(now), default=0.0)

    def mean(self, now: float) -> float:
        """Minutes over all sections: what it does goes by these."""
        found = self.minutes(now)
        return sum(found) / len(found) if found else 0.0

    @property
    def whole(self) -> bool:
        """Whether all of it is on."""
        return len(self.on) >= max(self.link.sections, 1)

    @property
    def soon(self) -> float:
        """Minutes before the most that it is said."""
        return min(BEFORE, (self.link.most or 0.0) / 2.0)

    def rings(self) -> tuple[tuple[float, Ring], ...]:
        """When it rings, and for what, minutes since the wash began: as planned, before the most, past it."""
        if not self.on or not self.link.rinsed:
            return ()
        first, out = min(self.on), []
        if self.whole:
            out.append((max(self.on) + self.link.minutes, "due"))
        most, never = self.link.most, self.link.never
        if most is not None:
            out += [(first + most - self.soon, "soon"), (first + most, "over")]
        if never is not None and (most is None or never > most):
            out.append((first + never, "stop"))
        return tuple(sorted(out))  # type: ignore[arg-type]


@dataclass(frozen=True)
class Progress:
    """Where a wash stands: the place of its step, presses that this step has had, and what was on when."""

    place: int
    pressed: int
    contacts: Mapping[int, Contact]

    def on_now(self) -> tuple[Contact, ...]:
        """What is on and has to come off."""
        return tuple(each for each in self.contacts.values() if each.off is None and each.link.rinsed)


def progress_of(
    steps: Sequence[Step], basin_links: Sequence[BasinLink], presses: Sequence[Press]
) -> Progress:
    """Where a wash stands after these presses. Those of steps that are no more are passed over.

    What came off stays off. A rinse without a water of its own is done once all that it takes off is off: the
    last one of a wash to which something is added is another one.
    """
    by_id, by_key = {each.id: each for each in basin_links}, {each.key: each for each in steps}
    counts: dict[str, set[int]] = {}
    on: dict[int, list[float]] = {}
    off: dict[int, float] = {}
    latest = 0.0
    for press in presses:
        step = by_key.get(press.step)
        latest = max(latest, press.at)
        if step is not None:
            counts.setdefault(step.key, set()).add(press.section)
            if step.kind == "put_on" and step.link in by_id:
                on.setdefault(step.link, []).append(latest)
        off |= {link: latest for link in press.offs if link in on and link not in off}
    contacts = {link: Contact(by_id[link], tuple(at), off.get(link)) for link, at in on.items()}
    for place, step in enumerate(steps):
        done = len(counts.get(step.key, ()))
        if step.kind == "rinse" and step.link is None:
            done = int(all(link in off for link in step.offs))
        if done < step.presses:
            return Progress(place, done, contacts)
    return Progress(len(steps), 0, contacts)
