"""Where makers disagree: what each school holds, and what it would give this head."""

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

from ..cautions import limits_for
from .asks import Aims
from .fits import Fit


@dataclass(frozen=True)
class Option:
    """What one school holds, and what it would give this head."""

    key: str
    name: str
    holds: str
    gives: str
    fits: bool
    ph: float | None


@dataclass(frozen=True)
class School:
    """One thing that makers disagree about."""

    key: str
    name: str
    options: tuple[Option, ...]


@cache
def _school_table() -> list[dict[str, Any]]:
    rows: list[dict[str, Any]] = tomllib.loads(Path(__file__).with_name("schools.toml").read_text("utf-8"))[
        "school"
    ]
    return rows


def schools(aims: Aims, found: Sequence[Fit], facts: Mapping[str, Any]) -> tuple[School, ...]:
    """Every disagreement, each option held against what this head asks for."""
    by_key = {fit.family.key: fit for fit in found}
    return tuple(
        School(
            row["key"], row["name"], tuple(_option(option, aims, by_key, facts) for option in row["options"])
        )
        for row in _school_table()
    )


def _option(
    row: Mapping[str, Any], aims: Aims, fits_by_key: Mapping[str, Fit], facts: Mapping[str, Any]
) -> Option:
    """What one school would give this head."""
    ph = row.get("ph")
    if ph is not None:
        good, gives = _aimed(ph, aims)
    elif "use" in row:
        good, gives = _stays(row["use"], aims, facts)
    elif "family" in row:
        fit = fits_by_key[row["family"]]
        good, gives = fit.verdict in ("suits", "adjust", "not_needed"), _given(fit)
    elif "way" in row:
        good = aims.scalp.way == row["way"]
        gives = "What this scalp asks for today." if good else "Not what this scalp asks for today."
    else:
        good = aims.condition in (row["condition"], "as you like")
        gives = "What these lengths ask for." if good else "Not what these lengths ask for."
    return Option(row["key"], row["name"], row["holds"], gives, good, ph if good else None)


def _aimed(ph: float, aims: Aims) -> tuple[bool, str]:
    floor, _, ceiling = aims.rinse.ph
    if aims.rinse.kind == "plain":
        return False, "Plain water only for this head today."
    if ph < floor:
        return False, f"Sharper than this head bears today: pH {floor:.1f} is the least."
    if ph > ceiling:
        return False, f"Milder than it asks for: pH {ceiling:.1f} would be the most. No harm in it."
    return True, "Within what this head asks for."


def _stays(use: str, aims: Aims, facts: Mapping[str, Any]) -> tuple[bool, str]:
    good = aims.rinse.kind == "acid" and use == aims.rinse.use
    ends = limits_for(facts)
    least = ends["left_in_ph" if use == "left_in" else "rinsed_out_ph"]
    acid = ends["acetic_left_in" if use == "left_in" else "acetic_rinsed_out"]
    return good, f"pH {least:g} at the least, and {acid:g} g of acetic acid in 100 mL at the most."


def _given(fit: Fit) -> str:
    if fit.verdict == "ruled_out":
        return fit.why[0]
    low, high, most = fit.minutes
    lift = f"lifts about {fit.lift.value * 100:.0f} %" if fit.lift else "lifts little"
    said = (
        f"As usually made it {lift}, {low:g} to {high:g} minutes, {most:g} at most, "
        f"{fit.family.apart:g} days apart."
    )
    return f"{said} {fit.why[0]}" if fit.verdict in ("care", "adjust") else said
