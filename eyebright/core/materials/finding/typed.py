"""What goes by the words that are being typed, the last of them unfinished: for pickers, filters and search.

Every word must stand somewhere in a thing's names: whole, begun, inside a longer one, or nearly so.
"""

import heapq
import itertools
from bisect import bisect_left
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import lru_cache
from operator import itemgetter
from typing import Any, TypeVar

from rapidfuzz import process
from rapidfuzz.distance import OSA

from .words import folded, stem, words

Thing = TypeVar("Thing")
Score = tuple[float, float, bool, bool, int]
WHOLE, BEGUN, INSIDE, NEARLY = 0.0, 1.0, 3.0, 4.0  # how far a word is from the one it found
LEAST_INSIDE, LEAST_NEAR = 4, 4  # letters before a word is looked for inside others, or nearly
LONG = 8  # letters of a word that may hold two slips
MOST_NEAR = 400


@dataclass(frozen=True)
class Named:
    """Something with names, its own first. `rank`: things of a lower one come first among equals."""

    key: str
    names: tuple[str, ...]
    rank: float = 0.0


class Finder:
    """An index over names. Built once for what changes seldom; a thousand names take some milliseconds."""

    def __init__(self, things: Iterable[Named]) -> None:
        """Take in everything that can be found."""
        self.things = list(things)
        self._in: dict[str, set[int]] = {}
        for place, thing in enumerate(self.things):
            for name in thing.names:
                for word in {*words(name), *_run_together(name)}:
                    self._in.setdefault(word, set()).add(place)
        self._words = sorted(self._in)

    def find(self, text: str, most: int = 30) -> list[Named]:
        """What goes by a text, the nearest first; everything, in its order, for no text."""
        return [thing for _, thing in self.scored(text)][:most]

    def scored(self, text: str) -> list[tuple[Score, Named]]:
        """The same, each with how far it is: what several finders find can be put in one order."""
        asked = words(text)
        if not asked and text.strip():
            return []
        if not asked:
            every = sorted(self.things, key=lambda thing: thing.rank)
            return [((0.0, thing.rank, False, False, 0), thing) for thing in every]
        far: dict[int, float] = {}
        for count, word in enumerate(asked):
            found = self._near(word)
            if count == 0:
                far = found
            else:
                far = {place: far[place] + each for place, each in found.items() if place in far}
            if not far:
                break
        if not far and len(asked) > 1:  # 'soap nut' for 'soapnut'
            far = self._near("".join(asked))
        said = folded(text).strip()
        out = [(_rank(self.things[place], said, each), place) for place, each in far.items()]
        return [(score, self.things[place]) for score, place in sorted(out)]

    def _near(self, word: str) -> dict[int, float]:
        """How far each thing is whose names hold this word."""
        out: dict[int, float] = {}

        def met(known: str, far: float) -> None:
            for place in self._in[known]:
                out[place] = min(far, out.get(place, far))

        for known in {word, stem(word)} & self._in.keys():
            met(known, WHOLE)
        for begun in {word, stem(word)} if len(word) > 1 else {word}:
            at = bisect_left(self._words, begun)
            while at < len(self._words) and self._words[at].startswith(begun):
                met(self._words[at], BEGUN)
                at += 1
        if len(word) >= LEAST_INSIDE:
            for known in self._words:
                if word in known:
                    met(known, INSIDE)
        if not out and len(word) >= LEAST_NEAR:
            most = 1 if len(word) < LONG else 2
            for known, far, _ in process.extract(
                word, self._words, scorer=OSA.distance, score_cutoff=most, limit=MOST_NEAR
            ):
                met(known, NEARLY + far)
        return out


def _run_together(name: str) -> set[str]:
    """Neighbouring words of a name as one: 'tea tree' is found by 'teatree'."""
    several = words(name)
    return {one + other for one, other in itertools.pairwise(several)}


def _rank(thing: Named, said: str, far: float) -> Score:
    """What comes first: what is called just so, then the nearest, own names before others, short ones."""
    known = [folded(name) for name in thing.names]
    exact = said in known or stem(said) in map(stem, known)
    own = known[0]
    return (0.0 if exact else 1.0 + far, thing.rank, not own.startswith(said), said not in own, len(own))


@lru_cache(maxsize=16)
def finder_of(things: tuple[Named, ...]) -> Finder:
    """A finder over things that seldom change, made once."""
    return Finder(things)


def in_one_order(finders: Iterable[Finder], text: str) -> Iterable[tuple[Score, Named]]:
    """What several finders find, the nearest first."""
    return heapq.merge(*(each.scored(text) for each in finders), key=itemgetter(0))


def found_rows(rows: Iterable[tuple[Any, ...]], text: str) -> list[tuple[Score, int, str]]:
    """Which rows, each of an id and its names, go by a text, the nearest first: how near, id, first name."""
    named = tuple(Named(str(pk), tuple(filter(None, names)) or ("",)) for pk, *names in rows)
    return [(score, int(each.key), each.names[0]) for score, each in finder_of(named).scored(text)]


def found_among(
    things: Iterable[Thing], text: str, names: Callable[[Thing], tuple[str, ...]], most: int = 30
) -> list[Thing]:
    """Which of some things go by a text, the nearest first."""
    every = list(things)
    finder = finder_of(tuple(Named(str(place), names(thing)) for place, thing in enumerate(every)))
    return [every[int(each.key)] for each in finder.find(text, most)]
