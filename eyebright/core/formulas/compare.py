"""Two or three formulas side by side: what differs in them, and in what comes of them."""

from collections.abc import Sequence
from dataclasses import dataclass

from ..chemistry.uncertainty import Figure
from .forms import form_table
from .formula import Formula, Ingredient
from .proposals import SETTINGS, amount_said
from .reading import Reading
from .steps import done


@dataclass(frozen=True)
class Row:
    """One thing in each of them; `differs` where they are not the same. `figures` where it is a number."""

    what: str
    cells: tuple[str, ...]
    figures: tuple[Figure | None, ...]
    differs: bool


def compared(formulas: Sequence[Formula], readings: Sequence[Reading]) -> tuple[Row, ...]:
    """Lines, settings, steps and figures, row by row; rows that differ first within each part."""
    rows = [*_lines(formulas), *_settings(formulas), _steps(formulas), *_figures(readings)]
    return tuple(rows)


def _row(what: str, cells: Sequence[str], figures: Sequence[Figure | None] | None = None) -> Row:
    shown = tuple(figures) if figures else tuple(None for _ in cells)
    return Row(what, tuple(cells), shown, len(set(cells)) > 1)


def _lines(formulas: Sequence[Formula]) -> list[Row]:
    """One row a material, in the order in which they first come."""
    keys = list(dict.fromkeys(_key(line) for formula in formulas for line in formula.ingredients))
    names = {_key(line): line.stuff.name for formula in formulas for line in formula.ingredients}
    out = []
    for key in keys:
        cells = []
        for formula in formulas:
            here = [line for line in formula.ingredients if _key(line) == key]
            cells.append(" + ".join(_said(line) for line in here) or "–")
        out.append(_row(names[key], cells))
    return out


def _key(line: Ingredient) -> str:
    return line.material.key if line.material else line.stuff.key


def _said(line: Ingredient) -> str:
    form = f", {form_table()['form'][line.form]['name']}" if line.form else ""
    return f"{amount_said(line.amount)}{form}"


def _settings(formulas: Sequence[Formula]) -> list[Row]:
    rows = [_row("family", [formula.family.name for formula in formulas])]
    for name, words in SETTINGS.items():
        if name == "name":
            continue
        cells = [_plain(getattr(formula, name)) for formula in formulas]
        rows.append(_row(words, cells))
    return rows


def _plain(value: object) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return f"{value:g}"
    return "–" if value is None else str(value).replace("_", " ")


def _steps(formulas: Sequence[Formula]) -> Row:
    return _row("steps", [" · ".join(each.kind.name for each in done(formula)) for formula in formulas])


def _figures(readings: Sequence[Reading]) -> list[Row]:
    def numbers(what: str, figures: Sequence[Figure | None], digits: int, times: float = 1.0) -> Row:
        cells = ["–" if each is None else f"{each.value * times:.{digits}f}" for each in figures]
        return _row(what, cells, figures)

    return [
        numbers("pH", [each.ph for each in readings], 1),
        numbers("scalp oil lifted, %", [each.lift.scalp for each in readings], 0, 100.0),
        _row("grade", [each.lift.grade for each in readings]),
        _row("thickness", [each.texture.grade.name if each.texture else "dry" for each in readings]),
        numbers("makes, mL", [each.yield_ml for each in readings], 0),
        numbers("washes", [each.washes for each in readings], 1),
        numbers("essential oil, %", [each.scent.percent if each.scent else None for each in readings], 2),
        _row("balance", [each.balance.says for each in readings]),
        _row("keeps in the fridge", [each.keeping.at("fridge").says for each in readings]),
        _row("cautions", [_worst(each) for each in readings]),
    ]


def _worst(reading: Reading) -> str:
    count = {
        level: sum(one.level == level for one in reading.cautions) for level in ("stop", "warning", "note")
    }
    said = [f"{number} {level}{'s' if number > 1 else ''}" for level, number in count.items() if number]
    return ", ".join(said) or "none"
