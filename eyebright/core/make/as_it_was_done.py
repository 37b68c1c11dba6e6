"""A formula as it was really made: what is in the bowl in place of what was planned.

as_done(plan, [PouredAmount(1, citric, Amount(6.2, "g"))], {})   the plan with 6.2 g of citric acid in line 1

Poured just as planned it is the plan itself, and so is all that comes of it.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace

from ..formulas.model import (
    TOLD_BY_OTHERS,
    Formula,
    Ingredient,
    Weighed,
    default_phase,
    of_form,
    weighed,
)
from ..materials import METRIC, Amount, Kit, Supply, measured, unit_of
from ..words import brief

SAME = 1e-6
OFF = 0.02  # of a line: less is not worth a word


@dataclass(frozen=True)
class PouredAmount:
    """So much of something, poured for a line (its id), or besides them all (0)."""

    line: int
    supply: Supply
    amount: Amount


def as_done(
    plan: Formula,
    pours: Sequence[PouredAmount],
    minutes: Mapping[int, float],
    left_out: Collection[int] = (),
    kit: Kit = METRIC,
) -> Formula:
    """The plan with what was really poured and how long its steps took; what is still to come as planned.

    `minutes` by the place of a step of the plan; `left_out`: ids of lines. FormulaError as the plan's own.
    """
    of_line: dict[int, list[PouredAmount]] = {}
    for pour in pours:
        of_line.setdefault(pour.line, []).append(pour)
    moved = bool(left_out) or 0 in of_line or any(not _as_planned(plan, i, of_line[i]) for i in of_line)
    frozen = {each.line.id: _frozen(each) for each in weighed(plan, kit)} if moved else {}
    lines: list[Ingredient] = []
    extra: list[tuple[int, PouredAmount]] = [(0, pour) for pour in of_line.get(0, ())]
    for line in plan.ingredients:
        poured = of_line.get(line.id)
        if poured is None:
            if line.id not in left_out:
                lines.append(frozen.get(line.id, line))
            continue
        if _as_planned(plan, line.id, poured):
            lines.append(replace(frozen.get(line.id, line), supply=poured[0].supply))
            continue
        same = [pour for pour in poured if _alike(pour.supply, line.supply)]
        extra += [(line.id, pour) for pour in poured if pour not in same]
        if same:
            lines.append(replace(line, supply=same[0].supply, amount=_sum(same, kit)))
    steps = list(plan.steps)
    for number, (beside, pour) in enumerate(extra, start=plan.new_id()):
        like = next((line for line in plan.ingredients if line.id == beside), None)
        lines.append(_more(number, pour, plan, like))
        steps = [replace(s, adds=(*s.adds, number)) if like and like.id in s.adds else s for s in steps]
    out = replace(plan, ingredients=tuple(lines), steps=tuple(steps))
    if moved:
        out = replace(out, makes=None, base=None)
    return _timed(out, plan, minutes)


def _timed(formula: Formula, plan: Formula, minutes: Mapping[int, float]) -> Formula:
    if not minutes or not plan.steps:
        return formula
    steps = list(formula.steps)
    for place, taken in minutes.items():
        if 0 <= place < len(steps):
            steps[place] = replace(steps[place], least=taken, most=taken)
    return replace(formula, steps=tuple(steps))


def _as_planned(plan: Formula, line: int, poured: Sequence[PouredAmount]) -> bool:
    """Whether a line was poured once, just as it was planned, of the same supply."""
    planned = next((each for each in plan.ingredients if each.id == line), None)
    return (
        planned is not None
        and len(poured) == 1
        and poured[0].amount == planned.amount
        and _alike(poured[0].supply, planned.supply)
    )


def _alike(one: Supply, other: Supply) -> bool:
    """Whether they are one thing, from whichever bottle."""
    if one.material is None or other.material is None:
        return one.key == other.key
    return one.material.key == other.material.key


def _frozen(each: Weighed) -> Ingredient:
    """A line that only the others tell, by its own weight: it stays what it was when they change."""
    if each.line.amount.unit not in TOLD_BY_OTHERS:
        return each.line
    return replace(each.line, amount=Amount(each.grams, "g"))


def _sum(pours: Sequence[PouredAmount], kit: Kit) -> Amount:
    """Several pours of one line as one amount: in their own unit, or by what each comes to (mL or g)."""
    first = pours[0].amount
    if all((each.amount.unit, each.amount.packed) == (first.unit, first.packed) for each in pours):
        return replace(first, value=sum(each.amount.value for each in pours))
    base = sum(measured(each.amount, each.supply.material, kit).amount for each in pours)
    return Amount(base, unit_of(pours[0].supply))


def _more(number: int, pour: PouredAmount, plan: Formula, like: Ingredient | None) -> Ingredient:
    supply = pour.supply
    phase = like.phase if like else default_phase(supply, plan.family)
    return Ingredient(number, supply, pour.amount, phase, of_form(supply.material, like.form if like else ""))


@dataclass(frozen=True)
class Difference:
    """One line, planned against poured, in g: how many times as much, and in words."""

    line: int
    name: str
    planned: float
    poured: float
    says: str

    @property
    def times(self) -> float:
        """Times as much as planned."""
        return self.poured / self.planned if self.planned > 0.0 else float("inf")


def differences(plan: Formula, done: Formula, kit: Kit = METRIC) -> tuple[Difference, ...]:
    """Every line that is not as it was planned."""
    was = {each.line.id: each for each in weighed(plan, kit)}
    now = {each.line.id: each for each in weighed(done, kit)}
    out = []
    for i in dict.fromkeys([*was, *now]):
        before, after = was.get(i), now.get(i)
        planned, poured = (each.grams if each else 0.0 for each in (before, after))
        if abs(poured - planned) <= max(OFF * planned, 1e-3):
            continue
        line = (after or before).line  # type: ignore[union-attr]
        if after is None:
            says = f"{line.supply.name} was left out."
        elif before is None:
            says = f"{brief(round(poured, 1))} g of {line.supply.name} besides."
        else:
            way = "more" if poured > planned else "less"
            says = f"{brief(round(abs(poured - planned), 1))} g {way} {line.supply.name} than planned."
        out.append(Difference(i, line.supply.name, planned, poured, says))
    return tuple(out)


def leftover(plan: Formula, pours: Sequence[PouredAmount], line: int, kit: Kit = METRIC) -> float:
    """How many times as much of everything keeps the proportions, now that a line is what it is."""
    grams = next((each.grams for each in weighed(plan, kit) if each.line.id == line), 0.0)
    done = as_done(plan, [pour for pour in pours if pour.line == line], {}, kit=kit)
    poured = next((each.grams for each in weighed(done, kit) if each.line.id == line), 0.0)
    return poured / grams if grams > 0.0 else 1.0
