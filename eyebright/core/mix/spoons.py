"""The spoon version: the nearest amounts that the household's own measures can make.

Each line has a handful of amounts near its own that spoons and cups can make; over all combinations
of them the one is chosen whose pH comes nearest. The pH of every combination is first taken along
straight lines from the mix as it is, and the best of them are then solved as they are.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..chemistry import Part, solve_together, totals
from ..materials import METRIC, Amount, Kit, OwnSpoon, Spoon, measured, with_fraction
from ..numbers import Array, Draws, Figure, figure
from .jug import Jug, Line, filled

MOST_COMBINATIONS = 40_000
CANDIDATES = 7
SOLVED = 64  # of the best combinations, each as it is
DRAWN = 400
BRIM = 0.999  # of the jug that spoonfuls may fill
FARTHEST = 0.5  # ln(amount): farther off than that it is another recipe
CLOSE = 0.06  # pH that a plainer set of spoons may be off by, for one spoon less
STRAYED = 0.25  # pH that a unit of ln(amount) away from the recipe counts for
NUDGE = 1.03
FINEST = {"cup": 0.25, "tbsp": 0.5, "tsp": 0.125}  # a spoon of one's own is halved, no more


@dataclass(frozen=True)
class Spoonful:
    """One line by the spoon: in words, as an amount of its own unit, and as it can be entered."""

    key: str
    name: str
    words: str
    amount: float
    said: Amount


@dataclass(frozen=True)
class SpoonVersion:
    """Every line by the spoon, and the pH that comes of it."""

    spoonfuls: tuple[Spoonful, ...]
    ph: Figure


@dataclass(frozen=True)
class _Candidate:
    """`pieces`: how many spoonfuls have to be levelled."""

    words: str
    amount: float
    said: Amount
    pieces: int


@dataclass(frozen=True)
class Asked:
    """A jug to be had by the spoon: its open line at `amount`, the pH it has, and the one aimed at."""

    jug: Jug
    amount: float
    ph: float
    aim: float | None


def spoon_versions(
    asked: Sequence[Asked], kit: Kit = METRIC, draws: tuple[Draws, Draws] | None = None
) -> list[SpoonVersion | None]:
    """The household's own spoons for some jugs; None for one where nothing is spooned.

    `draws`: a single one, and those for the range; all the jugs are solved together.
    """
    middle, many = draws or (Draws(1), Draws(DRAWN))
    searches = [_Search(each, kit, middle) for each in asked]
    going = [search for search in searches if search.lists]
    if not going:
        return [None] * len(searches)
    for search, found in zip(going, solve_together([s.nudged() for s in going]), strict=True):
        search.learn_slopes(found.ph)
    for search, found in zip(going, solve_together([s.best() for s in going]), strict=True):
        search.choose(found.ph)
    finals = solve_together([search.final(many) for search in going])
    versions = iter([search.version(final.ph) for search, final in zip(going, finals, strict=True)])
    return [next(versions) if search.lists else None for search in searches]


class _Search:
    """The search for one jug's spoonfuls, in the three solves that it takes."""

    def __init__(self, asked: Asked, kit: Kit, middle: Draws) -> None:
        self.jug, self.kit, self._middle, self._aim, self._ph = asked.jug, kit, middle, asked.aim, asked.ph
        self._amount = np.array([asked.amount])
        self._amounts = [float(each[0]) for each in self.jug.amounts(self._amount)]
        spooned = [i for i, each in enumerate(self._amounts) if i != self.jug.filler and each > 0.0]
        choices = {i: _candidates(self.jug.lines[i], self._amounts[i], kit) for i in spooned}
        self._places = [i for i in spooned if choices[i]]
        keep = CANDIDATES
        while keep > 2 and keep ** len(self._places) > MOST_COMBINATIONS:
            keep -= 1
        self.lists = [choices[i][:keep] for i in self._places]

    def _totals(self, amounts: Array) -> dict[str, Array]:
        """Totals of amounts, shape (lines, mixes), every input at its middle; the filler fills."""
        jug = self.jug
        if jug.filler is not None and jug.volume is not None:
            rest = sum(
                each * line.fills
                for i, (line, each) in enumerate(zip(jug.lines, amounts, strict=True))
                if i != jug.filler
            )
            amounts[jug.filler] = np.maximum(jug.volume - rest, 0.0)
        parts = [
            Part(line.supply.contribution(self._middle), each)
            for line, each in zip(jug.lines, amounts, strict=True)
        ]
        ph = np.array([self._ph])
        return jug.stood(jug.stirred(totals(parts), self._middle, ph), self._middle, ph)

    def nudged(self) -> tuple[dict[str, Array], Array]:
        """The mix as it is, and with each spooned line a little more."""
        amounts = np.tile(np.array(self._amounts)[:, None], (1, len(self._places) + 1))
        for column, i in enumerate(self._places, start=1):
            amounts[i, column] *= NUDGE
        return self._totals(amounts), np.array([self._ph])

    def learn_slopes(self, ph: Array) -> None:
        """pH by ln(amount) of each spooned line: every combination is judged along straight lines."""
        base, slopes = float(ph[0]), (ph[1:] - ph[0]) / np.log(NUDGE)
        # What the middle draws miss of the mix's own pH, they miss of every spoon version of it.
        self._target = base if self._aim is None else base + self._aim - self._ph
        longest = max(len(each) for each in self.lists)
        fill = [0.0] * longest
        away = np.array(
            [
                ([float(np.log(c.amount / self._amounts[i])) for c in each] + fill)[:longest]
                for i, each in zip(self._places, self.lists, strict=True)
            ]
        )
        plain = np.array([([float(c.pieces) for c in each] + fill)[:longest] for each in self.lists])
        picks = np.indices([len(each) for each in self.lists]).reshape(len(self.lists), -1).T
        picks = picks[self._fits(picks)]
        rows = np.arange(len(self.lists))
        moved = away[rows, picks]
        fuss = plain[rows, picks].sum(axis=1) * CLOSE + np.abs(moved).sum(axis=1) * STRAYED
        order = np.argsort(np.abs(base + moved @ slopes - self._target) + fuss, kind="stable")[:SOLVED]
        self._picks, self._fuss = picks[order], fuss[order]

    def _fits(self, picks: NDArray[np.intp]) -> NDArray[np.bool_]:
        """Which combinations, shape (mixes, spooned lines), the jug has room for."""
        jug, places = self.jug, set(self._places)
        if jug.volume is None:
            return np.ones(len(picks), dtype=bool)
        besides = sum(
            self._amounts[i] * line.fills
            for i, line in enumerate(jug.lines)
            if i != jug.filler and i not in places
        )
        spooned = np.zeros(len(picks))
        for row, i in enumerate(self._places):
            spooned += np.array([c.amount for c in self.lists[row]])[picks[:, row]] * jug.lines[i].fills
        return besides + spooned <= jug.volume * BRIM

    def best(self) -> tuple[dict[str, Array], Array]:
        """The best combinations, to be solved as they are."""
        amounts = np.tile(np.array(self._amounts)[:, None], (1, max(len(self._picks), 1)))
        for row, i in enumerate(self._places):
            if len(self._picks):
                amounts[i] = [self.lists[row][pick].amount for pick in self._picks[:, row]]
        return self._totals(amounts), np.array([self._ph])

    def choose(self, ph: Array) -> None:
        """The one whose pH comes nearest, for the fewest spoons."""
        self._found: dict[int, _Candidate] = {}
        if not len(self._picks):
            return
        best = self._picks[int(np.argmin(np.abs(ph - self._target) + self._fuss))]
        self._found = {i: self.lists[row][best[row]] for row, i in enumerate(self._places)}

    def final(self, many: Draws) -> tuple[dict[str, Array], Array]:
        """The chosen spoonfuls as a jug of their own, with the doubt of spoons."""
        guess = np.array([self._ph])
        if not self._found:
            return self.jug.mixed(self._amount, many, guess)[0], guess
        lines = []
        for i, line in enumerate(self.jug.lines):
            if i == self.jug.filler:
                lines.append(line)
            else:
                said = self._found[i].said if i in self._found else Amount(self._amounts[i], line.unit)
                lines.append(Line(line.supply, "amount", said))
        spooned = filled(lines, self.jug.volume, self.kit, f"{self.jug.scope} by the spoon")
        return spooned.mixed(np.zeros(1), many, guess)[0], guess

    def version(self, ph: Array) -> SpoonVersion | None:
        """What came of it; None where no spoons fit."""
        if not self._found:
            return None
        spoonfuls = tuple(
            Spoonful(
                self.jug.lines[i].supply.key,
                self.jug.lines[i].supply.name,
                c.words,
                round(c.amount, 2),
                c.said,
            )
            for i, c in self._found.items()
        )
        return SpoonVersion(spoonfuls, figure(np.broadcast_to(ph, (DRAWN,)), "pH"))


def _candidates(line: Line, amount: float, kit: Kit) -> list[_Candidate]:
    """Amounts near this one that spoons and cups make, the nearest first."""
    found: dict[float, _Candidate] = {}
    measures: list[Spoon | OwnSpoon] = [*kit.spoons, *_own(line, kit)]
    usable = [(spoon, one) for spoon in measures if (one := _each(line, spoon, kit))]
    for place, (spoon, one) in enumerate(usable):
        for count in _counts(amount / one, spoon):
            _keep(found, _one(spoon, count, one), amount)
        whole = int(amount / one)
        if not 1 <= whole <= 8:
            continue
        for smaller, other in usable[place + 1 :]:
            for count in _counts((amount - whole * one) / other, smaller):
                if 0.0 < count * other < one:
                    first, second = _one(spoon, whole, one), _one(smaller, count, other)
                    total = first.amount + second.amount
                    said = Amount(round(total / other, 3), smaller.key)
                    words = f"{first.words} and {second.words}"
                    _keep(found, _Candidate(words, total, said, first.pieces + second.pieces), amount)
    near = sorted(found.values(), key=lambda c: abs(np.log(c.amount / amount)) + 0.02 * c.pieces)
    return near[: CANDIDATES * 2]


def _keep(found: dict[float, _Candidate], new: _Candidate, amount: float) -> None:
    if abs(np.log(new.amount / amount)) > FARTHEST:
        return
    held = found.get(round(new.amount, 3))
    if held is None or new.pieces < held.pieces:
        found[round(new.amount, 3)] = new


def _own(line: Line, kit: Kit) -> list[OwnSpoon]:
    material = line.supply.material
    return [
        spoon
        for spoon in kit.own
        if spoon.volume is not None or (material is not None and spoon.material in (None, material.key))
    ]


def _each(line: Line, spoon: Spoon | OwnSpoon, kit: Kit) -> float:
    """mL or g of this line in one such spoon; 0 where nobody knows."""
    try:
        return measured(Amount(1.0, spoon.key), line.supply.material, kit).amount
    except ValueError:
        return 0.0


def _counts(exact: float, spoon: Spoon | OwnSpoon) -> list[float]:
    """Numbers of spoonfuls near this one, in quarters and halves; an eighth only by itself."""
    if not 0.06 < exact < 9.0:
        return []
    finest = FINEST.get(spoon.key, 0.5)
    if exact > 3.0:
        finest = max(finest, 0.5)
    nearest = round(exact / finest) * finest
    near = (nearest - finest, nearest, nearest + finest)
    return [count for count in near if count > 0.0 and (count * 4.0 == round(count * 4.0) or count < 0.2)]


def _one(spoon: Spoon | OwnSpoon, count: float, each: float) -> _Candidate:
    many = spoon.plural if isinstance(spoon, Spoon) else f"{spoon.name}s"
    words = f"{with_fraction(count)} {many if count > 1 else spoon.name}"
    whole, part = divmod(count, 1.0)
    pieces = int(whole) + (1 if part in (0.5, 0.25, 0.125) else 2 if part else 0)
    return _Candidate(words, count * each, Amount(count, spoon.key), pieces)
