"""What was made, as something that can go into the next thing: by the spoon or by weight, at its own date."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from ..formulas.model import Formula
from ..formulas.prepare import PreparedSupply
from ..materials import METRIC, Kit, material_from_row

APART = 1000  # added to the ids of its lines, so that they are none of what it goes into


def as_supply(
    key: str,
    name: str,
    formula: Formula,
    facts: Mapping[str, Any],
    density: float,
    kit: Kit = METRIC,
    *,
    past: bool = False,
    celsius: float | None = None,
) -> PreparedSupply:
    """Something that was made of this formula, under this key. `facts` are its own; `density` in g/mL.

    `past`: whether its date has gone by; `celsius`: how warm it still is.
    """
    materials = [line.material for line in formula.ingredients if line.material]
    row = {
        "key": key,
        "name": name,
        "kind": "some liquid" if poured(facts) else "some powder",
        "density": [0.9 * density, density, 1.1 * density],
        "hazards": sorted({each for material in materials for each in material.hazards}),
        "contains": sorted({each for material in materials for each in material.contains}),
        "may_contain": sorted({each for material in materials for each in material.may_contain}),
        "source": "made here",
    }
    return PreparedSupply(key, name, material_from_row(row), _apart(formula), kit, past, celsius)


def poured(facts: Mapping[str, Any]) -> bool:
    """Whether something that was made is counted in mL, by its facts.

    An older version kept only whether it is wet.
    """
    return bool(facts.get("in_ml", facts.get("wet", True)))


def _apart(formula: Formula) -> Formula:
    """The same formula, its lines numbered as no formula that it goes into numbers its own."""
    lines = tuple(replace(line, id=line.id + APART) for line in formula.ingredients)
    steps = tuple(replace(step, adds=tuple(i + APART for i in step.adds)) for step in formula.steps)
    base = None if formula.base is None else formula.base + APART
    return replace(formula, ingredients=lines, steps=steps, base=base)
