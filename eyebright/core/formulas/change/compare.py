"""Two or three formulas side by side: what differs in them, and in what comes of them."""

from collections.abc import Sequence
from dataclasses import dataclass

from ...numbers import Figure
from ..assess import Assessment
from ..model import Formula, Ingredient, form_rows, planned_steps
from .proposals import SETTINGS, line_said, setting_said


@dataclass(frozen=True)
class ComparisonRow:
    """One thing in each of them; `differs` where they are not the same. `figures` where it is a number."""

    what: str
    cells: tuple[str, ...]
    figures: tuple[Figure | None, ...]
    differs: bool


def compared(formulas: Sequence[Formula], assessments: Sequence[Assessment]) -> tuple[ComparisonRow, ...]:
    """Lines, settings, steps and figures, row by row; rows that differ first within each part."""
    rows = [*_lines(formulas), *_settings(formulas), _steps(formulas), *_figures(assessments)]
    return tuple(rows)


def _row(what: str, cells: Sequence[str], figures: Sequence[Figure | None] | None = None) -> ComparisonRow:
    shown = tuple(figures) if figures else tuple(None for _ in cells)
    return ComparisonRow(what, tuple(cells), shown, len(set(cells)) > 1)


def _lines(formulas: Sequence[Formula]) -> list[ComparisonRow]:
    """One row a material, in the order in which they first come."""
    keys = list(dict.fromkeys(_key(line) for formula in formulas for line in formula.ingredients))
    names = {_key(line): line.supply.name for formula in formulas for line in formula.ingredients}
    out = []
    for key in keys:
        cells = []
        for formula in formulas:
            here = [line for line in formula.ingredients if _key(line) == key]
            cells.append(" + ".join(_said(line) for line in here) or "–")
        out.append(_row(names[key], cells))
    return out


def _key(line: Ingredient) -> str:
    return line.material.key if line.material else line.supply.key


def _said(line: Ingredient) -> str:
    form = f", {form_rows()[line.form]['name']}" if line.form else ""
    only_if = f" ({line.only_if})" if line.only_if else ""
    return f"{line_said(line)}{form}{only_if}"


def _settings(formulas: Sequence[Formula]) -> list[ComparisonRow]:
    rows = [_row("family", [formula.family.name for formula in formulas])]
    for name, words in SETTINGS.items():
        if name == "name":
            continue
        cells = [setting_said(getattr(formula, name)) for formula in formulas]
        rows.append(_row(words, cells))
    return rows


def _steps(formulas: Sequence[Formula]) -> ComparisonRow:
    return _row(
        "steps", [" · ".join(each.kind.name for each in planned_steps(formula)) for formula in formulas]
    )


def _figures(assessments: Sequence[Assessment]) -> list[ComparisonRow]:
    def numbers(
        what: str, figures: Sequence[Figure | None], digits: int, times: float = 1.0
    ) -> ComparisonRow:
        cells = ["–" if each is None else f"{each.value * times:.{digits}f}" for each in figures]
        return _row(what, cells, figures)

    return [
        numbers("pH", [each.ph for each in assessments], 1),
        numbers("scalp oil lifted, %", [each.lift.scalp for each in assessments], 0, 100.0),
        _row("grade", [each.lift.grade for each in assessments]),
        _row("thickness", [each.texture.grade.name if each.texture else "dry" for each in assessments]),
        numbers("makes, mL", [each.yield_ml for each in assessments], 0),
        numbers("washes", [each.washes for each in assessments], 1),
        numbers("essential oil, %", [each.scent.percent if each.scent else None for each in assessments], 2),
        _row("balance", [each.balance.says for each in assessments]),
        _row("keeps in the fridge", [each.keeping.at("fridge").says for each in assessments]),
        _row("cautions", [_worst(each) for each in assessments]),
    ]


def _worst(assessment: Assessment) -> str:
    count = {
        level: sum(one.level == level for one in assessment.cautions) for level in ("stop", "warning", "note")
    }
    said = [f"{number} {level}{'s' if number > 1 else ''}" for level, number in count.items() if number]
    return ", ".join(said) or "none"
