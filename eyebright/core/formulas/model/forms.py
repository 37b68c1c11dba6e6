"""Fresh, dried, whole, broken, powdered: what a form changes, and how much of one makes another."""

import math
from dataclasses import dataclass, replace
from functools import cache
from typing import Any, Literal

from ... import tables
from ...materials import Material
from ...numbers import Spread
from ...tables import Figures, Triple
from ...vocabulary import Form

AS_IT_IS = Spread.exact(1.0)


@dataclass(frozen=True)
class FormTable:
    """One form's figures: `dry` share of plant, `loose` times the density, `most` that water draws out.

    `soak` per hour; `steep`, `simmer`, `boil` per minute; `grit` from 0 to 1.
    """

    key: Form
    name: str
    dry: Spread
    loose: Spread
    most: Spread
    soak: Spread
    steep: Spread
    simmer: Spread
    boil: Spread
    grit: float
    mills: bool = False


@cache
def form_table() -> Figures:
    """The table of `forms.toml`, read once."""
    return tables.figures(__file__, "forms.toml")


def form_rows() -> dict[str, dict[str, Any]]:
    """The forms that a material comes in, and the figures of each."""
    return form_table().as_(dict[str, dict[str, Any]], "form")


@cache
def _form(key: Form, kind: str) -> FormTable:
    row = form_rows()[key]
    if key == "fresh":
        row = row | form_table().as_(dict[str, dict[str, Triple]], "fresh").get(kind, {})
    spreads = ("dry", "loose", "most", "soak", "steep", "simmer", "boil")
    figures = {name: replace(Spread.of(row[name]), ceiling=_ceiling(name)) for name in spreads}
    return FormTable(key=key, name=row["name"], grit=row["grit"], mills=row.get("mills", False), **figures)


def own_form(material: Material | None) -> Form | Literal[""]:
    """The form that the library's figures are of; "" for what comes in no forms."""
    if material is None:
        return ""
    return material.form or form_table().as_(dict[str, Form], "kinds").get(material.kind, "")


def _ceiling(name: str) -> float:
    return 1.0 if name in ("dry", "most") else math.inf


def form_of(material: Material | None, form: str) -> Form | Literal[""]:
    """The form named, where the material comes in forms at all; else the library's own."""
    own = own_form(material)
    return form if own and form in form_rows() else own  # type: ignore[return-value]


def figures_of(material: Material | None, form: str) -> FormTable | None:
    """The figures of a form of this material; None for what comes in none."""
    found = form_of(material, form)
    return _form(found, material.kind) if found and material else None


def loose(material: Material, form: str) -> Spread:
    """How a spoonful of this form weighs against one of the library's own form, times."""
    now, own = figures_of(material, form), figures_of(material, "")
    if now is None or own is None or now.key == own.key:
        return AS_IT_IS
    return Spread(
        now.loose.low / own.loose.mid, now.loose.mid / own.loose.mid, now.loose.high / own.loose.mid
    )


def turned(material: Material, was: str, now: str) -> Spread:
    """Times as many g of the form `now` as of `was`, for as much plant."""
    first, second = figures_of(material, was), figures_of(material, now)
    if first is None or second is None or first.key == second.key:
        return AS_IT_IS
    mid = first.dry.mid / second.dry.mid
    low = math.hypot(1.0 - first.dry.low / first.dry.mid, 1.0 - second.dry.mid / second.dry.high)
    high = math.hypot(first.dry.high / first.dry.mid - 1.0, second.dry.mid / second.dry.low - 1.0)
    return Spread(mid * max(1.0 - low, 0.05), mid, mid * (1.0 + high))
