"""Backwards from what is wanted to the fewest lines that must change; shown before it is taken.

Every goal works on the middle of all doubts (one draw); the formula is read whole before and after.
"""

from collections.abc import Callable, Sequence
from typing import Any

from ...heads import lift_grades, sebum_table
from ...materials import Amount, Material, Supply, is_a, lifts_as
from ...numbers import middle
from ...words import brief
from ..assess import Assessment, grades, texture_table
from ..model import Formula, FormulaError, Ingredient, default_phase, of_form, weighed
from .measurable import rounded
from .proposals import Proposal, Workbench, nothing, proposed, solved, times_as_much
from .substitutes import does, holds_any, main_role

NEAR_PH, NEAR_LIFT = 0.05, 0.02
NEUTRAL = 7.0
MOST_OF_ONE = 4.0  # of one line: much more of it is another preparation
MOST_ADDED = 0.03  # of the whole: more of an acid or of soda than that is another preparation


def lift(formula: Formula, bench: Workbench, direction: str, aim: float | None = None) -> Proposal:
    """Make it lift less, or more, by one grade; or about this share of the scalp's oil."""
    now = bench.quick(formula)
    wanted = aim if aim is not None else _next_grade(now.lift.scalp.value, direction)
    if formula.family.stays or formula.use == "left_in":
        return nothing(formula, "What stays in washes out nothing.")
    cleaners = _cleaners(now)
    if not cleaners:
        return nothing(
            formula, "Nothing in it cleans beyond what warm water does: add a soap plant, soap or clay."
        )
    best, exact, places = formula, 0.0, cleaners[:1]
    for places in (cleaners[:1], cleaners):
        times, exact = solved(formula, places, wanted, lambda f: bench.quick(f).lift.scalp.value, bench.kit)
        best = rounded(times_as_much(formula, places, times), places, bench.kit)
        if abs(exact - wanted) <= NEAR_LIFT or len(cleaners) == 1:
            break
    got = bench.quick(best).lift.scalp.value
    met = abs(got - wanted) <= 3 * NEAR_LIFT
    aimed = f"about {_percent(wanted)} % of the scalp's oil"
    why = "" if abs(exact - wanted) <= NEAR_LIFT else _bounds(formula, places[0], exact < wanted)
    unrounded = f"about {_percent(exact)} %" if abs(got - exact) > NEAR_LIFT / 2.0 else ""
    return proposed(formula, best, met, aimed, f"about {_percent(got)} %", unrounded=unrounded, why=why)


def _bounds(formula: Formula, place: int, too_little: bool) -> str:
    """Why no more, or no less, of a line is proposed."""
    line = formula.ingredients[place]
    low, high = formula.family.holds(line.kind)
    end = f"at most {100 * high:g}" if too_little else f"at least {100 * low:g}"
    more = "more of it often" if too_little else "it rarely"
    name = formula.family.name
    article = "An" if name[0] in "aeiou" else "A"
    made = f"{article} {name} is made with {end} g of {line.supply.name} in 100 g"
    return f"{made}: use {more}, or another cleanser."


def _cleaners(assessment: Assessment) -> list[int]:
    """The places of the lines that clean, the strongest first."""
    table = sebum_table().part("cleaning")
    out = []
    for place, one in enumerate(assessment.preparation.lines):
        material = one.material
        if material is None:
            continue
        grams, per = middle(one.plant), 0.0
        if material.saponin:
            per += material.saponin.mid * table.spread("saponin").mid * middle(one.drawn)
        if material.surfactant:
            per += (
                material.surfactant.mid
                * table.spread("soap" if "soap" in material.hazards else "surfactant").mid
            )
        if is_a(material.kind, "absorbs") and material.oil_uptake and one.stays:
            dusted = assessment.formula.family.dust
            used = lifts_as(material.kind, dried=assessment.formula.dried, dusted=dusted)
            per += material.oil_uptake.mid * table.spread(used).mid
        if is_a(material.kind, "grain") and assessment.formula.family.abrasive:
            per += table.spread("grain").mid
        if per * grams > 0.0:
            out.append((per * grams, place))
    return [place for _, place in sorted(out, reverse=True)]


def _next_grade(share: float, direction: str) -> float:
    """The middle of the grade below, or above."""
    rows = lift_grades()
    edges = [0.1, *(row.to for row in rows)]
    here = next(i for i, row in enumerate(rows) if share <= row.to)
    to = max(here - 1, 0) if direction == "less" else min(here + 1, len(rows) - 1)
    return float((edges[to] + min(edges[to + 1], 0.95)) / 2.0)


def _percent(share: float) -> int:
    return round(share * 100)


def thickness(formula: Formula, bench: Workbench, grade: str) -> Proposal:
    """Make it as thick as a grade: by its liquid, or by its powder where there is too little liquid."""
    if grade not in texture_table().numbers("wanted"):
        raise FormulaError("Choose how thick.", None, "texture")
    now = bench.quick(formula)
    name = next(each.name for each in grades() if each.key == grade)
    ranks = [each.key for each in grades()]
    thickest = formula.family.thickest
    if thickest and ranks.index(grade) < ranks.index(thickest):
        most = next(each.name for each in grades() if each.key == thickest)
        return nothing(formula, f"It is poured: {formula.family.name} is never made thicker than “{most}”.")
    if now.texture is None:
        return nothing(formula, "It is dry: there is no liquid in it to thicken. Put a water in first.")
    if now.texture.grade.key == grade:
        return nothing(formula, f"It is there already: {name}.", True)
    aim = texture_table().number("wanted", grade)

    def ratio(f: Formula) -> float:
        found = bench.quick(f).texture
        return found.ratio.value if found else 0.0

    thicker = aim < now.texture.ratio.value
    tries = [_places(now, lambda m, one: (m is None or is_a(one.kind, "thins")) and one.stays),
             _places(now, lambda m, one: one.stays and m is not None and _thickens(m))]  # fmt: skip
    for order in (tries if not thicker else tries[::-1]) if _thick_enough(now, aim) else tries:
        if order:
            times, got = solved(formula, order[:1], aim, ratio, bench.kit)
            if abs(got - aim) <= 0.1 * max(aim, 0.2) and times <= MOST_OF_ONE:
                after = rounded(times_as_much(formula, order[:1], times), order[:1], bench.kit)
                return _thick(formula, after, bench, grade, name)
    thickener = _pick(bench, ("slip", "thickens"), formula)
    if thickener is None or not thicker:
        return nothing(formula, f"No line of it can make it {name}.")
    line = Ingredient(
        formula.new_id(), thickener, Amount(1.0, "g"), "dry", of_form(thickener.material, "powder")
    )
    more = formula.with_line(line)
    places = [len(more.ingredients) - 1]
    times, got = solved(times_as_much(more, places, 5.0), places, aim, ratio, bench.kit)
    after = rounded(times_as_much(more, places, 5.0 * times), places, bench.kit)
    return _thick(formula, after, bench, grade, name)


def _thick(formula: Formula, after: Formula, bench: Workbench, grade: str, name: str) -> Proposal:
    reached = bench.quick(after).texture
    met = reached is not None and reached.grade.key == grade
    return proposed(formula, after, met, name, reached.grade.name if reached else "dry")


def _thick_enough(now: Assessment, aim: float) -> bool:
    """Whether less liquid alone would take most of it away: then more powder is the smaller change."""
    thick = now.texture
    assert thick is not None
    free = middle(thick.free)
    needed = aim * middle(thick.solids) - free
    return needed < -0.5 * middle(now.preparation.water)


def _thickens(material: Material) -> bool:
    return material.unit == "g" and material.water_uptake is not None


def _places(assessment: Assessment, fits: Callable[[Material | None, Any], bool]) -> list[int]:
    """The places of the lines that fit, the heaviest first."""
    lines = [
        (middle(one.grams), place)
        for place, one in enumerate(assessment.preparation.lines)
        if fits(one.material, one)
    ]
    return [place for _, place in sorted(lines, reverse=True)]


def _pick(bench: Workbench, roles: Sequence[str], formula: Formula) -> Supply | None:
    """Something with one of these roles: at hand, else from the library; nothing this head is allergic to."""
    allergies = bench.head.get("allergies", ())
    for among in (bench.shelf, bench.library):
        for role in roles:
            fits = [supply for supply in among if _thickener(supply.material, role, allergies)]
            if fits:
                return max(fits, key=lambda supply: does(supply.material)[role])
    return None


def _thickener(material: Material | None, role: str, allergies: Sequence[str]) -> bool:
    """Whether it thickens by this role, colours nothing and harms nobody here."""
    return (
        material is not None
        and material.unit == "g"
        and main_role(material) == role
        and not material.stain
        and not holds_any(material, allergies)
    )


def ph(formula: Formula, bench: Workbench, aim: float) -> Proposal:
    """Bring it to a pH: by the sour or alkaline line that is in it, or by one more."""
    now = bench.quick(formula)
    if now.ph is None:
        return nothing(formula, "It is dry: it has no pH. Put a water in first.")
    if now.facts["soap_percent"] > 0.0:
        return nothing(
            formula, "It is a soap: acid in it curdles. Rinse it out, and pour an acid rinse after it."
        )
    if now.facts["soda_percent"] > 0.0 and aim < NEUTRAL:
        return nothing(
            formula,
            "It is a soda wash: acid in it fizzes and cancels it. Pour an acid rinse after it instead.",
        )
    if abs(now.ph.value - aim) <= NEAR_PH:
        return nothing(formula, f"It is there already: pH {now.ph.value:.1f}.", True)

    def value(f: Formula) -> float:
        found = bench.quick(f).ph
        return found.value if found else 7.0

    role = "acid" if aim < now.ph.value else "alkali"
    other = "alkali" if role == "acid" else "acid"
    nearest: tuple[float, Formula] | None = None
    for kind in (role, other):  # more of what turns it, or less of what turned it the other way
        places = [
            p for p in range(len(formula.ingredients)) if main_role(formula.ingredients[p].material) == kind
        ]
        if not places:
            continue
        times, got = solved(formula, places[:1], aim, value, bench.kit)
        if abs(got - aim) <= NEAR_PH:
            after = rounded(times_as_much(formula, places[:1], times), places[:1], bench.kit)
            got = value(after)
            return proposed(formula, after, abs(got - aim) <= 3 * NEAR_PH, f"pH {aim:g}", f"pH {got:.1f}")
        if nearest is None or abs(got - aim) < abs(nearest[0] - aim):
            nearest = got, rounded(times_as_much(formula, places[:1], times), places[:1], bench.kit)
    supply = _sour(bench, role)
    if supply is None:
        return nothing(formula, f"Nothing at hand or in the library brings it to pH {aim:g}.")
    used = {line.material.key for line in formula.ingredients if line.material}
    if nearest is not None and supply.material and supply.material.key in used:
        return proposed(formula, nearest[1], False, f"pH {aim:g}", f"pH {value(nearest[1]):.1f}")
    unit = supply.material.unit if supply.material else "mL"
    line = Ingredient(formula.new_id(), supply, Amount(1.0, unit), default_phase(supply, formula.family))
    more = formula.with_line(line)
    places = [len(more.ingredients) - 1]
    times, got = solved(more, places, aim, value, bench.kit)
    after = rounded(times_as_much(more, places, times), places, bench.kit)
    added = weighed(after, bench.kit)[places[0]].grams
    if added > MOST_ADDED * now.yield_g.value:
        return nothing(
            formula,
            f"It would take {brief(round(added))} g of {supply.name} to bring it to pH {aim:g}: "
            "more than belongs in it. Its own makings hold it where it is.",
        )
    got = value(after)
    return proposed(formula, after, abs(got - aim) <= 3 * NEAR_PH, f"pH {aim:g}", f"pH {got:.1f}")


def _sour(bench: Workbench, role: str) -> Supply | None:
    """An acid, or soda, at hand or else of the library: the plainest one."""
    plain = ("citric_acid", "cream_of_tartar", "lactic_acid") if role == "acid" else ("baking_soda",)
    for among in (bench.shelf, bench.library):
        by_key = {supply.material.key: supply for supply in among if supply.material}
        found = next((by_key[key] for key in plain if key in by_key), None)
        if found:
            return found
        acids = [
            s
            for s in among
            if s.material and main_role(s.material) == role and is_a(s.material.kind, "vinegar")
        ]
        if acids and role == "acid":
            return acids[0]
    return None
