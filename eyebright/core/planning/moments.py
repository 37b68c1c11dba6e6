"""Sets of moments: unions of closed spans on one axis, in minutes. What scheduling is reckoned with.

when = Moments.of((0, 600))              any moment of ten hours
when.without([(100, 200)], 30)           so that half an hour from then meets nothing of 100 to 200
when.before(240, 840)                    moments from which one of these is four to fourteen hours off
"""

from collections.abc import Iterable
from dataclasses import dataclass
from math import inf

Span = tuple[float, float]


@dataclass(frozen=True)
class Moments:
    """Closed spans (from, to), in order, none touching another."""

    spans: tuple[Span, ...]

    @classmethod
    def of(cls, *spans: Span) -> "Moments":
        """The union of these spans; those that end before they begin are none."""
        out: list[Span] = []
        for begin, end in sorted(span for span in spans if span[0] <= span[1]):
            if out and begin <= out[-1][1]:
                out[-1] = (out[-1][0], max(out[-1][1], end))
            else:
                out.append((begin, end))
        return cls(tuple(out))

    @classmethod
    def until(cls, end: float) -> "Moments":
        """Every moment up to this one."""
        return cls.of((-inf, end))

    def __bool__(self) -> bool:
        return bool(self.spans)

    @property
    def first(self) -> float:
        """The first of them. ValueError for none."""
        return self._ends()[0][0]

    @property
    def last(self) -> float:
        """The last of them. ValueError for none."""
        return self._ends()[-1][1]

    def _ends(self) -> tuple[Span, ...]:
        if not self.spans:
            raise ValueError("there is no such moment")
        return self.spans

    def within(self, begin: float, end: float) -> "Moments":
        """Those from `begin` to `end`."""
        return self.both(Moments(((begin, end),)) if begin <= end else Moments(()))

    def without(self, busy: Iterable[Span], lasting: float) -> "Moments":
        """Those from which something `lasting` so many minutes meets none of the busy spans.

        Something may end as a busy span begins, and begin as it ends.
        """
        free: list[Span] = [(-inf, inf)]
        for begin, end in Moments.of(*busy).spans:
            if end <= begin:
                continue
            a, b = free.pop()
            if begin - lasting >= a:
                free.append((a, begin - lasting))
            free.append((max(a, end), b))
        return self.both(Moments(tuple(free)))

    def both(self, other: "Moments") -> "Moments":
        """Those that are moments of both."""
        out: list[Span] = []
        mine, theirs = iter(self.spans), iter(other.spans)
        one, two = next(mine, None), next(theirs, None)
        while one and two:
            begin, end = max(one[0], two[0]), min(one[1], two[1])
            if begin <= end:
                out.append((begin, end))
            if one[1] < two[1]:
                one = next(mine, None)
            else:
                two = next(theirs, None)
        return Moments(tuple(out))

    def before(self, least: float, most: float) -> "Moments":
        """Moments from which one of these is `least` to `most` minutes off."""
        return Moments.of(*((a - most, b - least) for a, b in self.spans))

    def after(self, least: float, most: float) -> "Moments":
        """Moments that are `least` to `most` minutes after one of these."""
        return Moments.of(*((a + least, b + most) for a, b in self.spans))
