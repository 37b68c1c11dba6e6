"""New formulas: from a starting point, as a copy, as written, or empty."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction

from eyebright.core.chemistry import water_classes
from eyebright.core.formulas.model import Start, families, starts
from eyebright.core.materials import Supply, SupplyKey, WaterLot
from eyebright.core.wash import defaults_by, parts_by
from eyebright.household.services.household import picked_schools
from eyebright.kept.problems import Problem
from eyebright.shelf.services.supplies import everything

from ..schemas.formulas import FormulaIn, FormulaNewIn, FormulaOut, IngredientIn
from .formulas import find_formula, find_version, kept_new
from .workbench import amount_typed, entered_of

LONGEST_NAME = 80


@transaction.atomic
def new_formula(payload: FormulaNewIn) -> FormulaOut:
    """A new formula: from a starting point, as a copy, as written, or empty."""
    if payload.formula is not None:
        body = payload.formula
    elif payload.copy_of is not None:
        body = _copy(payload.copy_of, payload.number)
    elif payload.start:
        body = started(_start(payload.start), everything()[0], picked_schools())
    else:
        key = payload.family or "saponin_liquor"
        if key not in families():
            raise Problem.field("family", "Choose a family.")
        body = _empty(key)
    return kept_new(body)


@transaction.atomic
def new_way(pk: int, name: str) -> FormulaOut:
    """Another way of making a formula: a copy of it, to be changed, that stands beside it."""
    kept = find_formula(pk)
    first = kept.way_of if kept.way_of and kept.way_of.removed_at is None else kept
    body = entered_of(kept.body)
    full = f"{first.name[: LONGEST_NAME - len(name) - 2]}, {name}"
    return kept_new(body.model_copy(update={"name": full}), kept.way_of_id or kept.pk)


def _start(key: str) -> Start:
    try:
        return starts()[key]
    except KeyError:
        raise Problem.field("start", "Choose one of the ones offered.") from None


def _copy(pk: int, number: int | None) -> FormulaIn:
    kept = find_formula(pk)
    body = entered_of(kept.body if number is None else find_version(kept, number).body)
    name = f"{body.name}, again"[:80]
    return body.model_copy(update={"name": name})


def _empty(family: str) -> FormulaIn:
    picked = picked_schools()
    found = families()[defaults_by(picked, family).get("family", family)]
    fields: dict[str, Any] = {
        "name": f"A new {found.name}"[:80],
        "family": found.key,
        "use": "left_in" if found.stays else "rinsed_out",
        "minutes": amount_typed(found.planned_minutes),
        "place": found.place,
        "bottle": found.bottle,
    }
    return FormulaIn.model_validate(fields | _by_schools(picked, found.key))


def _by_schools(picked: Mapping[str, str], family: str) -> dict[str, str]:
    return {name: each for name, each in defaults_by(picked, family).items() if name != "family"}


def started(start: Start, shelf: Sequence[Supply], picked: Mapping[str, str]) -> FormulaIn:
    """A starting point, made of what the household has where it has it, by the house rules it has picked."""
    family = families()[start.family]
    parts = parts_by(picked) if family.acid else None
    lines = []
    for place, line in enumerate(start.lines, start=1):
        key, amount = at_hand(line.what, shelf), line.amount
        if parts is not None and line.what.endswith("vinegar"):
            water = next(each.amount for each in start.lines if each.what in water_classes())
            amount = water / parts
        lines.append(
            IngredientIn.model_validate(
                {
                    "id": place,
                    "supply_key": key,
                    "amount": amount_typed(amount),
                    "unit": line.unit,
                    "phase": line.phase,
                    "form": line.form,
                }
            )
        )
    fields: dict[str, Any] = {
        "name": start.name,
        "family": start.family,
        "about": start.about,
        "use": "left_in" if family.stays else "rinsed_out",
        "minutes": amount_typed(start.minutes if start.minutes is not None else family.planned_minutes),
        "makes": "" if start.makes is None else amount_typed(start.makes),
        "place": start.place,
        "bottle": start.bottle,
        "cover": start.cover,
        "lines": lines,
    }
    return FormulaIn.model_validate(fields | _by_schools(picked, start.family))


def at_hand(what: str, shelf: Sequence[Supply]) -> str:
    """The household's own of a material or a class of water, by key; else the library's."""
    if what in water_classes():
        same = (supply for supply in shelf if isinstance(supply, WaterLot) and supply.water.key == what)
        return next((supply.key for supply in same), SupplyKey.of("class", what))
    own_lot = next((supply for supply in shelf if supply.material and supply.material.key == what), None)
    return own_lot.key if own_lot else SupplyKey.of("lib", what)
