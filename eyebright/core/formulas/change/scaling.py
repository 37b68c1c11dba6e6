"""More or less of everything, another form, another order: a formula made to a size, a head or a kitchen."""

import math
from collections.abc import Callable, Sequence
from dataclasses import replace

from ...materials import Amount, weighable
from ...words import brief, capital
from ..assess import cap_for
from ..model import (
    MOST_GRAMS,
    Formula,
    FormulaError,
    form_rows,
    of_form,
    planned_steps,
    sensible_steps,
    turned,
    weighed,
)
from .measurable import rounded, whole_pieces
from .proposals import (
    Proposal,
    Workbench,
    difference,
    met_at,
    nothing,
    proposed,
    scaled,
    times_as_much,
)

NOTICED = 0.02  # of a figure: what rounding does to it is said from here on
NEAR_SIZE = 0.15  # how near a batch must be to what was asked to be that much


def makes(formula: Formula, bench: Workbench, ml: float) -> Proposal:
    """As much of everything as makes so many mL in the end; what the pot loses does not scale."""
    if ml <= 0.0 or not math.isfinite(ml):
        raise FormulaError("Say how much it is to make: more than nothing.", None, "volume")
    after, exact = _scaled_to(formula, bench, ml, lambda made: bench.quick(made).yield_ml.value)
    got = bench.quick(after).yield_ml.value
    says, unrounded = f"{brief(round(got))} mL", f"{brief(round(exact))} mL"
    unrounded = unrounded if abs(got - exact) > NOTICED * exact else ""
    return proposed(
        formula, after, abs(got - ml) <= NEAR_SIZE * ml, f"{brief(round(ml))} mL", says, unrounded=unrounded
    )


def for_head(formula: Formula, bench: Workbench, washes: float = 1.0, name: str = "") -> Proposal:
    """One wash for a head: as much as its dose takes, within its caps and minutes."""
    now = bench.quick(formula)
    wanted = now.one_wash * washes
    after, _ = _scaled_to(formula, bench, wanted, lambda made: bench.quick(made).yield_g.value)
    after = capped(after, bench)
    if bench.head.get("child") or bench.head.get("tender"):
        most = formula.family.most * 0.5
        if formula.use == "rinsed_out" and formula.family.most and formula.minutes > most:
            after = replace(after, minutes=max(most, 1.0))
    got = bench.quick(after).yield_g.value
    whom = f" for {name}" if name else ""
    count = "one wash" if washes == 1.0 else f"{brief(washes)} washes"
    met = abs(got - wanted) <= NEAR_SIZE * wanted
    says = f"{capital(count)}{whom}: {brief(round(got))} g."
    if not met:
        takes = "takes" if washes == 1.0 else "take"
        says = (
            f"{capital(count)}{whom} {takes} about {brief(round(wanted))} g; "
            f"the nearest that can be measured out makes {brief(round(got))} g."
        )
    return Proposal(after, difference(formula, after), met, says)


def times(formula: Formula, bench: Workbench, count: float) -> Proposal:
    """So many times as much of everything, at amounts that can be measured."""
    after = rounded(scaled(formula, whole_pieces(formula, count)), range(len(formula.ingredients)), bench.kit)
    got = bench.quick(after).yield_ml.value
    return Proposal(
        after, difference(formula, after), True, f"{brief(count)} times as much: {brief(round(got))} mL."
    )


def weighing(formula: Formula, bench: Workbench, grams: float, what: str) -> Proposal:
    """As much of everything as comes to so many g in the end. `what` that is, in words."""
    after, _ = _scaled_to(formula, bench, grams, lambda made: bench.quick(made).yield_g.value)
    got = bench.quick(after).yield_g.value
    met = abs(got - grams) <= NEAR_SIZE * grams
    says = f"{capital(what)}: {brief(round(got))} g."
    if not met:
        says = (
            f"{capital(what)} take about {brief(round(grams))} g; the nearest that can be "
            f"measured out makes {brief(round(got))} g."
        )
    return Proposal(after, difference(formula, after), met, says)


def _scaled_to(
    formula: Formula, bench: Workbench, wanted: float, value: Callable[[Formula], float]
) -> tuple[Formula, float]:
    """Everything times as much for a value to meet what is wanted, measurable; and the value unrounded.

    Pieces come out whole first, since they cannot be divided; the rest follows them.
    """
    most = MOST_GRAMS / 2.0 / max(sum(each.grams for each in weighed(formula, bench.kit)), 1e-3)
    times, exact = met_at(lambda t: value(scaled(formula, t)), wanted, most)
    best: tuple[float, Formula] | None = None
    for each in dict.fromkeys((whole_pieces(formula, times), times)):
        after = scaled(formula, each)
        after = rounded(after, range(len(after.ingredients)), bench.kit)
        off = abs(value(after) - wanted)
        if best is None or (best[0] > NEAR_SIZE * wanted and off < best[0]):
            best = off, after
    assert best is not None
    return best[1], exact


def capped(formula: Formula, bench: Workbench) -> Formula:
    """The same with no more essential oil than this head and use may have; none where it may have none."""
    cap = cap_for(formula.use, bench.head)
    drops = [
        place for place, line in enumerate(formula.ingredients)
        if line.material and "scented" in line.material.hazards
    ]  # fmt: skip
    if not drops:
        return formula
    if cap <= 0.0 or (bench.head.get("small_child") and _cineole(formula, drops)):
        return replace(
            formula, ingredients=tuple(line for p, line in enumerate(formula.ingredients) if p not in drops)
        )
    for _ in range(12):
        found = bench.quick(formula).scent
        if found is None or found.percent.value <= cap:
            return formula
        formula = times_as_much(formula, drops, 0.98 * cap / found.percent.value)
        lines = list(formula.ingredients)
        for place in drops:  # rounded down: a cap is a cap
            amount = lines[place].amount
            if amount.unit == "drop" and amount.value >= 1.0:
                lines[place] = replace(
                    lines[place], amount=replace(amount, value=float(math.floor(amount.value)))
                )
        formula = replace(formula, ingredients=tuple(lines))
    return formula


def _cineole(formula: Formula, places: Sequence[int]) -> bool:
    materials = [formula.ingredients[p].material for p in places]
    return any(m is not None and "cineole" in m.hazards for m in materials)


def to_form(formula: Formula, bench: Workbench, line: int, form: str) -> Proposal:
    """One line in another form: as much of the plant, with the doubt of that said."""
    place = next((p for p, each in enumerate(formula.ingredients) if each.id == line), None)
    if place is None:
        raise FormulaError("That line is gone.", None, "line")
    old = formula.ingredients[place]
    if old.material is None or of_form(old.material, form) != form:
        raise FormulaError(f"{old.supply.name} does not come so.", place, "form")
    grams = weighed(formula, bench.kit)[place].grams
    times = turned(old.material, old.form, form)
    new = replace(old, form=form, amount=Amount(weighable(grams * times.mid), "g"))
    lines = list(formula.ingredients)
    lines[place] = new
    after = replace(formula, ingredients=tuple(lines))
    low, high = (brief(round(grams * end, 1)) for end in (times.low, times.high))
    name = form_rows()[form]["name"]
    return Proposal(
        after,
        difference(formula, after),
        True,
        f"{brief(round(grams, 1))} g as it was is about {brief(new.amount.value)} g {name}, "
        f"likely {low} to {high} g.",
    )


def in_order(formula: Formula) -> Proposal:
    """The steps in a sensible order."""
    after = replace(formula, steps=sensible_steps(formula))
    if after.steps == tuple(each.step for each in planned_steps(formula)):
        return nothing(formula, "The order is sensible already.", True)
    return Proposal(after, difference(formula, after), True, "In an order that works.")
