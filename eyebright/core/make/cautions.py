"""What to beware of at a step while something is made, said where it matters (cautions.toml).

A stop here is no matter of comfort: it goes once what it asks for is so, and whoever stands there says so.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

from .. import tables
from ..formulas.assess import Assessment
from ..formulas.prepare import mostly_oil, preparation_table
from ..materials import acidic, is_a
from ..numbers import middle
from ..rules import GRAVITY, Condition, conditions, facts_of, hold
from ..vocabulary import Gravity
from ..words import listed
from .run_sheet import RunStep

NEAT = 1.0  # % of essential oil from which plastic is no bottle for it
MILLS = ("mills", "sieves")
LOOSE = ("powder", "")  # forms that rise as dust


@dataclass(frozen=True)
class StepCaution:
    """One thing to beware of at a step. `asks`: what must be so for a stop to go, as it is confirmed."""

    id: str
    level: Gravity
    what: str
    why: str
    instead: str
    source: str
    asks: str = ""


@cache
def step_rules() -> tuple[tuple[tuple[Condition, ...], StepCaution], ...]:
    """The table, read once, the gravest first: when each holds, and what it says (with facts in braces)."""
    found = tables.read(__file__, "cautions.toml")["caution"]
    whens = [conditions(row.pop("when")) for row in found]
    rows = zip(whens, tables.rows_of(found, "cautions.toml, caution", StepCaution), strict=True)
    return tuple(sorted(rows, key=lambda row: GRAVITY[row[1].level]))


def step_facts(
    sheet: Sequence[RunStep],
    place: int,
    found: Assessment,
    asthma: Collection[str] = (),
    children: Collection[str] = (),
    celsius: float | None = None,
) -> dict[str, Any]:
    """What the table looks at, for one step of a run sheet. `found`: the reading of what is made.

    `asthma`, `children`: names of those of the household; `celsius`: what a thermometer said last, if it did.
    """
    step, formula, prepared = sheet[place], found.formula, found.preparation
    kind = prepared.steps[step.of].kind if step.of is not None else None
    done = kind if kind is not None and step.act != "weigh" else None
    here = [line for line in formula.ingredients if line.id in step.lines] if step.act == "weigh" else []
    before = {i for each in sheet[:place] if each.act == "weigh" for i in each.lines}
    inside = [line for line in formula.ingredients if line.id in before]
    acids = {line.id for line in formula.ingredients if line.material and acidic(line.material)}
    alkalis = {
        line.id for line in formula.ingredients if line.material and "alkaline" in line.material.hazards
    }
    dusty = [
        line for line in here if line.material and line.form in LOOSE and "dust" in line.material.hazards
    ]
    warm = prepared.warm[step.of] if step.of is not None else prepared.warm[0]
    scent = found.scent.percent.value if found.scent else 0.0
    saponin = middle(100.0 * found.cleaning.saponin / prepared.total)
    return facts_of(
        "step",
        {
            "act": step.act,
            "does": done.does if done else "",
            "draws_how": done.draws if done else "",
            "warm_now": warm if celsius is None else celsius,
            "dusts": bool(done and done.does in MILLS),
            "powders": bool(dusty),
            "asthma_here": sorted(asthma),
            "children": sorted(children),
            "foams_here": saponin > preparation_table().number("headroom", "foams_from")
            or any(is_a(line.kind, "foams") for line in inside),
            "adds_drops": any(line.phase == "drops" for line in here),
            "neat_drops": scent > NEAT,
            "in_glass": formula.bottle in ("glass", "jar"),
            "adds_acid": any(line.id in acids for line in here),
            "adds_alkali": any(line.id in alkalis for line in here),
            "acid_in": any(line.id in acids for line in inside),
            "alkali_in": any(line.id in alkalis for line in inside),
            "fills": step.act == "portion",
            "is_wet": bool(found.facts["wet"]),
            "is_oil": mostly_oil(prepared),
            "is_powder": found.unit == "g",
        },
    )


def step_cautions(facts: Mapping[str, Any]) -> tuple[StepCaution, ...]:
    """What these facts of a step call for, the gravest first."""
    words = {name: listed(value) if isinstance(value, list) else value for name, value in facts.items()}
    said = ("what", "why", "instead", "asks")
    return tuple(
        replace(caution, **{name: getattr(caution, name).format_map(words) for name in said})
        for when, caution in step_rules()
        if hold(when, facts, {})
    )
