"""A supplier's figures as a CSV file: read whole, or refused with the line and the column at fault.

The first line names the columns, in any order: `date` (2026-05-01) and any of `alkalinity`, `hardness`
(mg/L as CaCO3), `sodium` (mg/L), `ph`. Hardness may also come as `hardness_dh` (German degrees) or
`hardness_fh` (French degrees), alkalinity as `alkalinity_mmol` (mmol/L). Commas or semicolons.
"""

import csv
import io
import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

# What one of each column's unit is in mg/L as CaCO3 (or in itself).
COLUMNS: Mapping[str, tuple[str, float]] = {
    "alkalinity": ("alkalinity", 1.0),
    "alkalinity_mmol": ("alkalinity", 50.04),
    "hardness": ("hardness", 1.0),
    "hardness_dh": ("hardness", 17.85),
    "hardness_fh": ("hardness", 10.0),
    "sodium": ("sodium", 1.0),
    "ph": ("ph", 1.0),
}
MOST = {"alkalinity": 2000.0, "hardness": 2000.0, "sodium": 2000.0, "ph": 14.0}
MOST_ROWS = 400
MOST_LETTERS = 100_000


class ReportError(ValueError):
    """A file that is no such report, in plain words."""


@dataclass(frozen=True)
class ReportRow:
    """One day's figures: mg/L as CaCO3, mg/L of sodium, pH; None where the report has none."""

    on: date
    alkalinity: float | None = None
    hardness: float | None = None
    sodium: float | None = None
    ph: float | None = None


def read_report(text: str) -> list[ReportRow]:
    """Every row, as it stands in the file; ReportError for the first thing that is wrong."""
    if len(text) > MOST_LETTERS:
        raise ReportError("That file is far larger than any water report.")
    lines = "\n".join(text.lstrip("\ufeff").strip().splitlines())  # whatever ends a line there
    if not lines:
        raise ReportError("The file is empty.")
    first = lines.splitlines()[0]
    separator = ";" if first.count(";") >= first.count(",") and ";" in first else ","
    rows = list(csv.reader(io.StringIO(lines), delimiter=separator))
    named = [name.strip().lower().replace(" ", "_") for name in rows[0]]
    strange = [name for name in named if name and name != "date" and name not in COLUMNS]
    if "date" not in named or not any(name in COLUMNS for name in named):
        raise ReportError(
            "The first line must name the columns: date, and any of "
            f"{', '.join(COLUMNS)}. It says: {first[:120]}"
        )
    if strange:
        raise ReportError(f"There is no column {strange[0]!r} here: known are date, {', '.join(COLUMNS)}.")
    meant = [COLUMNS[name][0] for name in named if name in COLUMNS]
    if len(set(meant)) < len(meant):
        raise ReportError("Two columns say the same thing: keep one of them.")
    if len(rows) - 1 > MOST_ROWS:
        raise ReportError(f"At most {MOST_ROWS} rows: keep the newest.")
    found = [
        _row(number, named, row, separator)
        for number, row in enumerate(rows[1:], start=2)
        if any(cell.strip() for cell in row)
    ]
    if not found:
        raise ReportError("There are columns, and no figures under them.")
    return found


def _row(number: int, named: list[str], row: list[str], separator: str) -> ReportRow:
    if len(row) != len(named):
        raise ReportError(f"Line {number} has {len(row)} columns, and the first line names {len(named)}.")
    cells = dict(zip(named, (cell.strip() for cell in row), strict=True))
    try:
        on = date.fromisoformat(cells["date"])
    except ValueError:
        raise ReportError(
            f"Line {number}: “{cells['date'][:40]}” is no date. Write it as 2026-05-01."
        ) from None
    figures: dict[str, float] = {}
    for name, cell in cells.items():
        if name not in COLUMNS or not cell:
            continue
        which, times = COLUMNS[name]
        try:
            value = float(cell.replace(",", ".") if separator == ";" else cell) * times
        except ValueError:
            raise ReportError(f"Line {number}, {name}: “{cell[:40]}” is no number.") from None
        if not math.isfinite(value) or not 0.0 <= value <= MOST[which]:
            raise ReportError(f"Line {number}, {name}: {cell[:40]} cannot be; from 0 to {MOST[which]:g}.")
        figures[which] = value
    return ReportRow(on, **figures)
