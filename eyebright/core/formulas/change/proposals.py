"""Proposals: a formula as it would be, what changes in words, and the arithmetic that finds it."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from typing import Any

from ...heads import HairAndScalp
from ...materials import METRIC, Amount, Kit, Supply, measure_table, with_fraction
from ...numbers import PRIOR, Draws, Posterior, times_to_meet
from ...words import brief, capital, many
from ..assess import Assessment, assess, grades
from ..model import (
    COVER,
    MOST_GRAMS,
    SHARES,
    TOLD_BY_OTHERS,
    Formula,
    Ingredient,
    form_rows,
    wanted,
    weighed,
)

LEAST_TIMES, MOST_TIMES = 0.02, 50.0
SPOONS = ("tsp", "tbsp", "cup")


@dataclass(frozen=True)
class LineChange:
    """One thing that changes: which line (None: the whole), and how."""

    line: int | None
    says: str


@dataclass(frozen=True)
class Proposal:
    """A formula as it would be: what changes, whether that meets what was wanted, and why not.

    `others`: what else could be taken in its place.
    """

    formula: Formula
    changes: tuple[LineChange, ...]
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
    "zone": "goes on",
    "apart": "days apart",
    "wants": "wants",
    "thinned": "parts of water when it is used",
}


def difference(before: Formula, after: Formula) -> tuple[LineChange, ...]:
    """What changed, line by line, in words."""
    had = {line.id: line for line in before.ingredients}
    has = {line.id: line for line in after.ingredients}
    out = []
    for i, line in has.items():
        old = had.get(i)
        if old is None:
            out.append(LineChange(i, f"{line.supply.name}: {amount_said(line.amount)}, new"))
        elif old.supply.key != line.supply.key:
            out.append(
                LineChange(
                    i,
                    f"{old.supply.name}, {amount_said(old.amount)} → "
                    f"{line.supply.name}, {amount_said(line.amount)}",
                )
            )
        elif (old.amount, old.form, old.phase, old.only_if, old.till) != (
            line.amount, line.form, line.phase, line.only_if, line.till
        ):  # fmt: skip
            out.append(LineChange(i, f"{line.supply.name}: {_line_said(old)} → {_line_said(line)}"))
    out += [LineChange(i, f"{line.supply.name}: left out") for i, line in had.items() if i not in has]
    for name, words in SETTINGS.items():
        was, now = getattr(before, name), getattr(after, name)
        if was != now:
            out.append(LineChange(None, f"{words}: {setting_said(was)} → {setting_said(now)}"))
    if before.family.key != after.family.key:
        out.append(LineChange(None, f"family: {before.family.name} → {after.family.name}"))
    if before.steps != after.steps:
        out.append(LineChange(None, "the steps"))
    return tuple(out)


def _line_said(line: Ingredient) -> str:
    form = form_rows()[line.form]["name"] if line.form else ""
    more = [each for each in (form, line.only_if) if each]
    return ", ".join([line_said(line), *more])


def line_said(line: Ingredient) -> str:
    """How much of a line: "3 tbsp", or "53 mL, till it spreads"."""
    till = next((grade.till for grade in grades() if grade.key == line.till), "")
    return f"{amount_said(line.amount)}, till it {till}" if till else amount_said(line.amount)


def amount_said(amount: Amount) -> str:
    """An amount as it is said: spoons and cups by their fractions, a range by its ends."""
    if amount.unit == COVER:
        return "to cover"
    unit = {"%": "%", "part": "parts", "per 100": "per 100 of the base"}.get(amount.unit, amount.unit)
    eighths = amount.value * 8.0
    by_spoon = unit in SPOONS and eighths == round(eighths) and eighths > 0.0
    if unit.replace(" ", "").isalpha() and unit not in _short_units():
        unit = many(unit, amount.value * amount.high)
    if amount.low != amount.high:
        return f"{amount.written} {unit}"
    return f"{with_fraction(amount.value) if by_spoon else brief(round(amount.value, 2))} {unit}"


@cache
def _short_units() -> frozenset[str]:
    """Units that are written alike for one and for many."""
    fixed = (unit for units in measure_table().units.values() for unit in units)
    return frozenset((*fixed, *SPOONS, *SHARES, "parts"))


def setting_said(value: object) -> str:
    """A setting of a formula, as it is said."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return brief(round(value, 2))
    if isinstance(value, tuple):  # what it wants on the head
        return wanted(value) or "–"
    return "–" if value is None else str(value).replace("_", " ")


def times_as_much(formula: Formula, places: Sequence[int], times: float) -> Formula:
    """Some lines times as much."""
    lines = list(formula.ingredients)
    for place in places:
        amount = lines[place].amount
        if amount.unit != COVER:
            lines[place] = replace(lines[place], amount=replace(amount, value=amount.value * times))
    return replace(formula, ingredients=tuple(lines))


def solved(
    formula: Formula, places: Sequence[int], aim: float, value: Callable[[Formula], float], kit: Kit = METRIC
) -> tuple[float, float]:
    """Times as much of some lines for a value to meet its aim, and the value there.

    Never more, nor less, than this family is made with; the nearer end where that is not enough.
    """
    least, most = within_family(formula, places, kit)
    return met_at(lambda times: value(times_as_much(formula, places, times)), aim, most, least)


def met_at(
    value: Callable[[float], float], aim: float, most: float = MOST_TIMES, least: float = LEAST_TIMES
) -> tuple[float, float]:
    """How many times for a value to meet its aim, and the value there; the nearer end where none does."""
    return times_to_meet(value, aim, least, most)


def within_family(formula: Formula, places: Sequence[int], kit: Kit = METRIC) -> tuple[float, float]:
    """How many times less and more of some lines there can be, for it still to be of its family."""
    grams = [each.grams for each in weighed(formula, kit)]
    whole = sum(grams)
    heaviest = max(grams[place] for place in places)
    least, most = LEAST_TIMES, max(min(MOST_TIMES, 0.9 * MOST_GRAMS / max(heaviest, 1e-3)), 1.1)
    kinds = [line.kind for line in formula.ingredients]
    for kind in {kinds[place] for place in places}:
        moving = sum(grams[place] for place in places if kinds[place] == kind)
        fixed = sum(g for place, g in enumerate(grams) if kinds[place] == kind and place not in places)
        if not 0.0 < moving < whole:
            continue
        low, high = formula.family.holds(kind)
        most = min(most, max(_times_for(moving, fixed, whole, high), 1.0))
        least = max(least, min(_times_for(moving, fixed, whole, low), 1.0))
    return least, max(most, least * 1.0001)


def _times_for(moving: float, fixed: float, whole: float, wanted: float) -> float:
    """How many times as much of some lines (g) makes them, with their like (`fixed`), such a share."""
    return (wanted * (whole - moving) - fixed) / (moving * max(1.0 - wanted, 1e-6))


def scaled(formula: Formula, times: float) -> Formula:
    """Everything times as much; shares stay, what they are shares of grows."""
    lines, left_out = (
        tuple(
            line
            if line.amount.unit in TOLD_BY_OTHERS
            else replace(line, amount=replace(line.amount, value=line.amount.value * times))
            for line in some
        )
        for some in (formula.ingredients, formula.left_out)
    )
    makes = formula.makes * times if formula.makes else None
    return replace(formula, ingredients=lines, left_out=left_out, makes=makes)


def proposed(
    before: Formula, after: Formula, met: bool, aim: str, got: str, *, unrounded: str = "", why: str = ""
) -> Proposal:
    """A proposal, said by what was wanted and what it gives.

    `unrounded`: what it gave before it was rounded to what can be measured; `why` no more can be had.
    """
    changes = difference(before, after)
    if met and not changes:
        return nothing(before, f"It is there already: {got}.", True)
    if met:
        from_rounding = (
            f" Not rounded to what can be measured, it would be {unrounded}."
            if unrounded not in ("", got)
            else ""
        )
        return Proposal(after, changes, True, f"That gives {got}.{from_rounding}")
    wanted = aim if aim.startswith("pH") else capital(aim)
    says = f"{wanted} cannot be had with these lines; the nearest is {got}."
    return Proposal(after, changes, False, f"{says} {why}".strip())
