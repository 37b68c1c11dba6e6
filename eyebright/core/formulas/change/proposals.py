"""Proposals: a formula as it would be, what changes in words, and the arithmetic that finds it."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from ...heads import HairAndScalp
from ...materials import METRIC, Amount, Kit, Supply, pourable, said, weighable, with_fraction
from ...numbers import PRIOR, Draws, Posterior, times_to_meet
from ..assess import Assessment, assess
from ..model import COVER, MOST_GRAMS, SHARES, TOLD_BY_OTHERS, Formula, Ingredient, form_table, weighed

LEAST_TIMES, MOST_TIMES = 0.02, 50.0
SPOONS = ("tsp", "tbsp", "cup")


@dataclass(frozen=True)
class Change:
    """One thing that changes: which line (None: the whole), and how."""

    line: int | None
    says: str


@dataclass(frozen=True)
class Proposal:
    """A formula as it would be: what changes, whether that meets what was wanted, and why not.

    `others`: what else could be taken in its place.
    """

    formula: Formula
    changes: tuple[Change, ...]
    met: bool
    says: str
    others: tuple[Supply, ...] = ()


@dataclass(frozen=True)
class Workbench:
    """What a proposal is worked out with. `shelf`: what is at hand; `library`: all there is.

    `ground`: gives what a formula meets for some draws; None for an ordinary head.
    """

    kit: Kit = METRIC
    posterior: Posterior = PRIOR
    shelf: Sequence[Supply] = ()
    library: Sequence[Supply] = ()
    head: Mapping[str, Any] = field(default_factory=dict)
    hair_and_scalp: Callable[[Draws], HairAndScalp] | None = None

    def quick(self, formula: Formula) -> Assessment:
        """It, every input at its middle."""
        draws = Draws(1, posterior=self.posterior)
        hair_and_scalp = self.hair_and_scalp(draws) if self.hair_and_scalp else None
        return assess(formula, self.kit, self.posterior, hair_and_scalp, self.head, draws=draws)


def nothing(formula: Formula, says: str, met: bool = False) -> Proposal:
    """No change, and why."""
    return Proposal(formula, (), met, says)


SETTINGS = {
    "name": "name",
    "use": "use",
    "minutes": "minutes on the head",
    "makes": "makes",
    "place": "kept",
    "pot": "pot",
    "bottle": "bottle",
    "cover": "cover",
}


def difference(before: Formula, after: Formula) -> tuple[Change, ...]:
    """What changed, line by line, in words."""
    had = {line.id: line for line in before.ingredients}
    has = {line.id: line for line in after.ingredients}
    out = []
    for i, line in has.items():
        old = had.get(i)
        if old is None:
            out.append(Change(i, f"{line.supply.name}: {amount_said(line.amount)}, new"))
        elif old.supply.key != line.supply.key:
            out.append(
                Change(
                    i,
                    f"{old.supply.name}, {amount_said(old.amount)} → "
                    f"{line.supply.name}, {amount_said(line.amount)}",
                )
            )
        elif old.amount != line.amount or old.form != line.form or old.phase != line.phase:
            out.append(Change(i, f"{line.supply.name}: {_line_said(old)} → {_line_said(line)}"))
    out += [Change(i, f"{line.supply.name}: left out") for i, line in had.items() if i not in has]
    for name, words in SETTINGS.items():
        was, now = getattr(before, name), getattr(after, name)
        if was != now:
            out.append(Change(None, f"{words}: {_plain(was)} → {_plain(now)}"))
    if before.family.key != after.family.key:
        out.append(Change(None, f"family: {before.family.name} → {after.family.name}"))
    if before.steps != after.steps:
        out.append(Change(None, "the steps"))
    return tuple(out)


def _line_said(line: Ingredient) -> str:
    form = form_table()["form"][line.form]["name"] if line.form else ""
    return f"{amount_said(line.amount)}{', ' + form if form else ''}"


def amount_said(amount: Amount) -> str:
    """An amount as it is said: spoons and cups by their fractions."""
    unit = {"%": "%", "part": "parts", "per 100": "per 100 of the base"}.get(amount.unit, amount.unit)
    eighths = amount.value * 8.0
    by_spoon = unit in SPOONS and eighths == round(eighths) and eighths > 0.0
    return f"{with_fraction(amount.value) if by_spoon else said(round(amount.value, 2))} {unit}"


def _plain(value: object) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return said(round(value, 1))
    return "–" if value is None else str(value).replace("_", " ")


def times_as_much(formula: Formula, places: Sequence[int], times: float) -> Formula:
    """Some lines times as much."""
    lines = list(formula.ingredients)
    for place in places:
        amount = lines[place].amount
        if amount.unit != COVER:
            lines[place] = replace(lines[place], amount=replace(amount, value=amount.value * times))
    return replace(formula, ingredients=tuple(lines))


def rounded(formula: Formula, places: Sequence[int]) -> Formula:
    """Some lines at amounts that a kitchen can measure."""
    lines = list(formula.ingredients)
    for place in places:
        was = lines[place]
        lines[place] = replace(was, amount=_rounded(was)) if was.amount.unit != COVER else was
    return replace(formula, ingredients=tuple(lines))


def _rounded(line: Ingredient) -> Amount:
    amount = line.amount
    if amount.value <= 0.0:
        return amount
    if amount.unit == "g":
        return replace(amount, value=weighable(amount.value))
    if amount.unit == "mL":
        return replace(amount, value=pourable(amount.value))
    if amount.unit == "drop":
        return replace(amount, value=float(max(round(amount.value), 1)))
    if amount.unit in SHARES:
        return replace(amount, value=float(f"{amount.value:.3g}"))
    eighths = max(round(amount.value * 8.0), 1) / 8.0
    if abs(eighths - amount.value) <= 0.06 * amount.value:
        return replace(amount, value=eighths)
    return replace(amount, value=float(f"{amount.value:.2g}"))


def solved(
    formula: Formula, places: Sequence[int], aim: float, value: Callable[[Formula], float]
) -> tuple[float, float]:
    """Times as much of some lines for a value to meet its aim, and the value there."""
    return met_at(
        lambda times: value(times_as_much(formula, places, times)), aim, _most_times(formula, places)
    )


def met_at(value: Callable[[float], float], aim: float, most: float = MOST_TIMES) -> tuple[float, float]:
    """How many times for a value to meet its aim, and the value there; the nearer end where none does."""
    return times_to_meet(value, aim, LEAST_TIMES, most)


def _most_times(formula: Formula, places: Sequence[int]) -> float:
    """How far lines can grow before no kitchen could make it."""
    heaviest = max(weighed(formula)[place].grams for place in places)
    return max(min(MOST_TIMES, 0.9 * MOST_GRAMS / max(heaviest, 1e-3)), 1.1)


def scaled(formula: Formula, times: float) -> Formula:
    """Everything times as much; shares stay, what they are shares of grows."""
    lines = tuple(
        line
        if line.amount.unit in TOLD_BY_OTHERS
        else replace(line, amount=replace(line.amount, value=line.amount.value * times))
        for line in formula.ingredients
    )
    return replace(formula, ingredients=lines, makes=formula.makes * times if formula.makes else None)


def proposed(before: Formula, after: Formula, met: bool, aim: str, got: str) -> Proposal:
    """A proposal, said by what was wanted and what it gives."""
    changes = difference(before, after)
    if met and not changes:
        return nothing(before, f"It is there already: {got}.", True)
    if met:
        return Proposal(after, changes, True, f"That gives {got}.")
    wanted = aim[0].upper() + aim[1:]
    return Proposal(after, changes, False, f"{wanted} cannot be had with these lines; the nearest is {got}.")
