"""Formulas for tests, in few words."""

from typing import Any

from eyebright.core.formulas.assess import Assessment, assess
from eyebright.core.formulas.change import Workbench
from eyebright.core.formulas.model import Formula, Ingredient, Step, default_phase, family_of, of_form, starts
from eyebright.core.materials import Amount, Lot, Supply, library

from .jugs import lot, water

WATERS = ("rain", "distilled", "soft", "hard", "very_hard", "unknown", "flower")
LIBRARY: list[Supply] = [
    Lot(f"lib-{key}", each, each.name) for key, each in library().items() if not each.refuse
]


def supply(what: str) -> Supply:
    """A water by its class, or a material of the library."""
    return water(what) if what in WATERS else lot(what)


def formula(family: str, *lines: Any, steps: tuple[Step, ...] = (), **settings: Any) -> Formula:
    """A formula: each line is (what, how much, unit) and, if it matters, form and phase."""
    found = family_of(family)
    ingredients = []
    for place, (what, amount, unit, *more) in enumerate(lines, start=1):
        form, phase = ([*more, "", ""])[:2]
        each = supply(what)
        ingredients.append(
            Ingredient(
                place,
                each,
                Amount(amount, unit),
                phase or default_phase(each, found),
                of_form(each.material, form),
            )
        )
    usual: dict[str, Any] = {
        "use": "left_in" if found.stays else "rinsed_out",
        "minutes": float(found.usual[1]),
    }
    return Formula("Trial", found, tuple(ingredients), steps, **usual | settings)


def reading(family: str, *lines: Any, **settings: Any) -> Assessment:
    """What comes of a formula."""
    return assess(formula(family, *lines, **settings))


def start(key: str) -> Formula:
    """A starting point as a formula."""
    row = starts()[key]
    lines = [(each.what, each.amount, each.unit, each.form, each.phase) for each in row.lines]
    settings: dict[str, Any] = {
        "place": row.place,
        "bottle": row.bottle,
        "cover": row.cover,
        "makes": row.makes,
    }
    if row.minutes is not None:
        settings["minutes"] = row.minutes
    return formula(row.family, *lines, **settings)


def bench(*shelf: str, **more: Any) -> Workbench:
    """What proposals are worked out with: these materials at hand, and the whole library."""
    return Workbench(shelf=[lot(each) for each in shelf], library=LIBRARY, **more)


def said(found: Assessment) -> list[str]:
    """Ids of its cautions."""
    return [caution.id for caution in found.cautions]
