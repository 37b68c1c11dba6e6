"""Swaps: lines that give way to what does the same, the pH and the thickness put back where they were."""

from collections.abc import Sequence
from dataclasses import replace

from ...materials import Amount, Material, Supply
from ..assess import Assessment
from ..model import SHARES, Formula, Ingredient, default_phase, of_form, weighed
from .goals import ph, thickness
from .measurable import rounded
from .proposals import Proposal, Workbench, difference, nothing
from .substitutes import Substitute, holds_any, main_role, substitutes

OTHERS = 7  # how many more are offered
SMALL_MOVE = 0.3  # pH: a swap that moves it further is put right


def replace_lines(
    formula: Formula,
    bench: Workbench,
    places: Sequence[int],
    without: Sequence[str] = (),
    only_shelf: bool = False,
    taking: str = "",
) -> Proposal:
    """Some lines by what does the same, and the pH and the thickness put back where they were.

    `taking`: the key of what is to take the place, where that was chosen.
    """
    if not places:
        return nothing(formula, "Nothing in it needs to be swapped.", True)
    before = bench.quick(formula)
    grams = weighed(formula, bench.kit)
    lines, left = list(formula.ingredients), []
    gone: list[int] = []
    others: tuple[Supply, ...] = ()
    for place in places:
        line = lines[place]
        taken = {each.supply.key for each in lines}
        found = [each for each in _among(bench, line, without, only_shelf) if each.supply.key not in taken]
        if not found:
            left.append(line.supply.name)
            if main_role(line.material) == "scent" or without:
                gone.append(place)
            continue
        chosen = next((each for each in found if each.supply.key == taking), found[0])
        others = tuple(each.supply for each in found[:OTHERS] if each is not chosen)
        lines[place] = _instead(line, chosen, grams[place].grams, formula)
    kept = tuple(line for place, line in enumerate(lines) if place not in gone)
    if not kept:
        return nothing(formula, "Nothing would be left of it.")
    after = replace(formula, ingredients=kept)
    changed = [p for p, line in enumerate(kept) if line not in formula.ingredients]
    after = rounded(after, changed, bench.kit)
    after = _restored(before, after, bench)
    scents = bool(gone) and all(main_role(formula.ingredients[p].material) == "scent" for p in gone)
    says = ""
    if left:
        where, how = " here" if only_shelf else "", "out" if gone else "as it is"
        says = f"Nothing does the same as {' or '.join(left)}{where}: left {how}."
    met = not left or scents
    others = others if len(places) == 1 else ()
    return Proposal(after, difference(formula, after), met, says or "It does the same.", others)


def _among(bench: Workbench, line: Ingredient, without: Sequence[str], only_shelf: bool) -> list[Substitute]:
    """What could take its place, the likest first, nothing that was ruled out or this head is allergic to."""
    barred = [*without, *bench.head.get("allergies", ())]
    among = [*bench.shelf] if only_shelf else [*bench.shelf, *bench.library]
    return substitutes(line.material, (each for each in among if not holds_any(each.material, barred)))


def _instead(line: Ingredient, stands: Substitute, grams: float, formula: Formula) -> Ingredient:
    supply, material = stands.supply, stands.supply.material
    much = grams * stands.times
    density = material.density.mid if material and material.density else 1.0
    unit = "mL" if material is None or material.unit == "mL" else "g"
    amount = Amount(much / density if unit == "mL" else much, unit)
    if line.amount.unit in SHARES or (line.amount.unit == "drop" and unit == "mL"):
        amount = replace(line.amount, value=line.amount.value * stands.times)
    same = main_role(line.material) == main_role(material) and _same_state(line, material)
    phase = line.phase if same else default_phase(supply, formula.family)
    return replace(line, supply=supply, amount=amount, phase=phase, form=of_form(material, line.form))


def _same_state(line: Ingredient, material: Material | None) -> bool:
    return (line.material.unit if line.material else "mL") == (material.unit if material else "mL")


def _restored(before: Assessment, after: Formula, bench: Workbench) -> Formula:
    """The thickness and the pH put back to where they were, where a line can do it."""
    now = bench.quick(after)
    if before.texture and now.texture and before.texture.grade.key != now.texture.grade.key:
        found = thickness(after, bench, before.texture.grade.key)
        if found.met:
            after = found.formula
    now = bench.quick(after)
    soap = now.facts["soap_percent"] > 0.0
    if before.ph and now.ph and abs(before.ph.value - now.ph.value) > SMALL_MOVE and not soap:
        found = ph(after, bench, round(before.ph.value, 1))
        if found.met:
            after = found.formula
    return after
