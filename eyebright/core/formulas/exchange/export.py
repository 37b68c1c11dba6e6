"""A formula given out: Markdown, CSV of its lines, schema.org Recipe (JSON-LD), its INCI list."""

import csv
import io
from typing import Any

from ...words import between, brief, capital, ends
from ..assess import Assessment
from ..change import line_said
from ..model import PHASES, Formula, PlannedStep, form_rows, planned_steps, wanted

FOR_HOME = "For home use: not medical advice. What is sold or given away falls under local cosmetics rules."
CSV_COLUMNS = ("phase", "amount", "unit", "material", "form", "inci", "grams")
RECIPE = "Recipe"


def line_text(formula: Formula, place: int) -> str:
    """One line as it is written: '60 g Soapwort root, dried, broken'; what is left out comes last."""
    line = formula.every_line[place]
    form = f", {form_rows()[line.form]['name']}" if line.form else ""
    only_if = f" ({line.only_if})" if line.only_if else ""
    return f"{line_said(line)} {line.supply.name}{form}{only_if}"


def step_text(each: PlannedStep) -> str:
    """One step as it is written: 'Simmer: soapwort. 15 to 40 minutes, until it is soft to the finger.'"""
    until = f", {each.until}" if each.until else ""
    return f"{each.says} {between(each.least, each.most)}{until}. {each.kind.how}"


def figures_said(assessment: Assessment) -> list[tuple[str, str]]:
    """What comes of it, in few words, each with its range."""
    out = []
    if assessment.ph:
        out.append(
            (
                "pH",
                f"{assessment.ph.value:.1f}, likely {ends(assessment.ph.low, assessment.ph.high)} (computed)",
            )
        )
    if assessment.formula.use == "left_in":
        out.append(("Scalp oil", "none washed out: it stays in"))
    else:
        out.append(("Scalp oil", f"{assessment.lift.grade}; {assessment.lift.says} (computed)"))
    if assessment.texture:
        out.append(("Thickness", f"{assessment.texture.grade.name} (computed)"))
    ml = assessment.yield_ml
    out.append(("Makes", f"{ml.value:.0f} mL, likely {ends(ml.low, ml.high, '.0f')} (computed)"))
    kept = assessment.keeping.at(assessment.formula.place)
    out.append(("Keeps", f"{kept.says} {kept.name} (custom): {kept.reason}"))
    return out


def markdown(formula: Formula, assessment: Assessment, whose: str = "") -> str:
    """The whole formula in Markdown; `whose`: the head that its cautions are for."""
    use = "left in" if formula.use == "left_in" else f"{brief(formula.minutes)} min, rinsed out"
    out = [f"# {formula.name}", "", f"*{formula.family.name}; {use}*", ""]
    if formula.wants:
        out += [f"Wants {wanted(formula.wants)}.", ""]
    if formula.thinned:
        out += [f"Thinned when it is used: {formula.thinned} parts of water to one.", ""]
    for phase, name in PHASES.items():
        places = [place for place, line in enumerate(formula.ingredients) if line.phase == phase]
        if places:
            out += [f"## {capital(name)}", ""]
            out += [f"- {line_text(formula, place)}" for place in places]
            out.append("")
    if formula.left_out:
        out += ["## Left out this time", ""]
        first = len(formula.ingredients)
        out += [f"- {line_text(formula, first + place)}" for place in range(len(formula.left_out))]
        out.append("")
    out += ["## Steps", ""]
    steps = assessment.preparation.steps
    out += [f"{place}. {step_text(each)}" for place, each in enumerate(steps, start=1)]
    out += ["", "## What comes of it", ""]
    out += [f"- **{what}:** {words}" for what, words in figures_said(assessment)]
    grave = [caution for caution in assessment.cautions if caution.level != "note"]
    if grave:
        out += ["", f"## Beware{_for(whose)}", ""]
        out += [f"- **{caution.level}:** {caution.what} {caution.instead}" for caution in grave]
    out += ["", f"*{FOR_HOME}*", ""]
    return "\n".join(out)


def csv_lines(formula: Formula, assessment: Assessment) -> str:
    """The lines as CSV, a line each: phase, amount, unit, material, form, INCI, grams."""
    sheet = io.StringIO()
    writer = csv.writer(sheet, lineterminator="\r\n")
    writer.writerow(CSV_COLUMNS)
    for line, weighed in zip(formula.ingredients, assessment.lines, strict=True):
        inci = line.material.latin if line.material else "Aqua"
        writer.writerow(
            [line.phase, f"{line.amount.value:g}", line.amount.unit,
             _guarded(line.supply.name), line.form, inci,
             f"{weighed.grams.value:.2f}"]
        )  # fmt: skip
    return sheet.getvalue()


def _guarded(text: str) -> str:
    """A word that no spreadsheet takes for a formula of its own."""
    return f"'{text}" if text[:1] in "=+-@\t" else text


def inci(formula: Formula, assessment: Assessment) -> list[tuple[str, float]]:
    """INCI names in falling order of weight, with their share of all that goes in."""
    shares: dict[str, float] = {}
    for line, weighed in zip(formula.ingredients, assessment.lines, strict=True):
        name = line.material.latin if line.material else "Aqua"
        shares[name] = shares.get(name, 0.0) + weighed.share
    return sorted(shares.items(), key=lambda pair: (-pair[1], pair[0]))


def recipe(formula: Formula, assessment: Assessment, about: str = "", whose: str = "") -> dict[str, Any]:
    """A schema.org Recipe, with what it does not know as additional properties, its cautions among them.

    `whose`: the head that these are for.
    """
    steps = assessment.preparation.steps
    ml = assessment.yield_ml.value
    least = sum(each.least for each in steps)
    return {
        "@context": "https://schema.org",
        "@type": RECIPE,
        "name": formula.name,
        "description": about or f"{formula.family.name}, for hair",
        "recipeCategory": formula.family.name,
        "recipeYield": f"{ml:.0f} mL",
        "totalTime": f"PT{least:.0f}M",
        "recipeIngredient": [line_text(formula, place) for place in range(len(formula.every_line))],
        "recipeInstructions": [
            {"@type": "HowToStep", "name": each.kind.name, "text": step_text(each)} for each in steps
        ],
        "additionalProperty": [
            {"@type": "PropertyValue", "propertyID": f"eyebright:{name}", "value": value}
            for name, value in (_properties(formula) | _cautions(assessment, whose)).items()
        ],
    }


def _for(whose: str) -> str:
    return f", for {whose}" if whose else ""


def _cautions(assessment: Assessment, whose: str) -> dict[str, Any]:
    said = [f"{each.level}: {each.what} {each.instead}" for each in assessment.cautions]
    return {"cautions": said, "cautions_for": whose or "nobody in particular"}


def _properties(formula: Formula) -> dict[str, Any]:
    return {
        "family": formula.family.key,
        "use": formula.use,
        "minutes": formula.minutes,
        "makes": formula.makes,
        "place": formula.place,
        "pot": formula.pot,
        "bottle": formula.bottle,
        "cover": formula.cover,
        "apart": formula.apart,
        "zone": formula.zone,
        "wants": list(formula.wants),
        "thinned": formula.thinned or None,
        "phases": [line.phase for line in formula.every_line],
        "forms": [line.form for line in formula.every_line],
        "only_if": [line.only_if for line in formula.every_line],
        "left_out": list(range(len(formula.ingredients), len(formula.every_line))),
        "steps": [
            {"kind": each.step.kind, "least": each.step.least, "most": each.step.most, "sign": each.step.sign,
             "only_if": each.step.only_if,
             "adds": [_place(formula, i) for i in each.step.adds]}
            for each in planned_steps(formula)
        ],
    }  # fmt: skip


def _place(formula: Formula, line: int) -> int:
    return next(place for place, each in enumerate(formula.ingredients) if each.id == line)
