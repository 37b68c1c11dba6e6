"""What a formula needs at hand, and whether what it is made in is large enough."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from ... import tables
from ...materials import is_a
from ...numbers import middle
from ...rules import Condition, conditions, facts_of, hold
from .prepared import Preparation, preparation_table

MOSTLY = 0.9


@dataclass(frozen=True)
class Tool:
    """One thing to have at hand: what, why, and the mL it must hold, where that matters."""

    name: str
    why: str
    holds: float | None


@dataclass(frozen=True)
class ToolRow:
    """A tool, when it is wanted and why; the fact that says how many mL it must hold is its `size`."""

    name: str
    when: tuple[Condition, ...]
    why: str
    size: str = ""


@cache
def tool_rows() -> list[ToolRow]:
    """The rows of `tools.toml`."""
    return tables.rows(__file__, "tools.toml", "tool", ToolRow, when=conditions)


def tool_facts(preparation: Preparation, facts: Mapping[str, Any], saponin_percent: float) -> dict[str, Any]:
    """What the table looks at; rooms in mL, headroom for foam included."""
    room = preparation_table().numbers("headroom")
    foams = saponin_percent > room["foams_from"]
    does = {each.kind.does for each in preparation.steps}
    boiling = any(each.kind.boils for each in preparation.steps)
    times = room["foaming"] if foams and boiling else room["boiling"] if boiling else room["stirred"]
    family = preparation.formula.family
    return facts_of(
        "kit",
        {
            "lines": len(preparation.lines),
            "wet": facts["wet"],
            "heated": preparation.heated,
            "pot_room": preparation.fullest * times,
            "bowl_room": preparation.fullest * room["stirred"],
            "yield_ml": middle(preparation.ml),
            "mills": "mills" in does,
            "sieves": "sieves" in does or bool(facts["dust"] and facts["powder"]),
            "strains": "strains" in does,
            "bottled": "bottles" in does,
            "pours": not family.paste and not family.abrasive and facts["wet"],
            "stays": family.stays,
            "scented": facts["scented"],
            "raises_dust": facts["powder"] or facts["dust"],
            "gloves": facts["irritant"] or facts["alkaline"] or facts["tannin"],
            "marks": facts["tannin"],
            "paste": family.paste,
            "oil_alone": mostly_oil(preparation),
            "cap": preparation.formula.cover or (family.paste and not family.dried_on and not family.dust),
        },
    )


def mostly_oil(preparation: Preparation) -> bool:
    """Whether it is oils and butters, with neither water nor powder beside them."""
    stays = [(line, middle(line.grams)) for line in preparation.lines if line.stays]
    oils = sum(grams for line, grams in stays if is_a(line.kind, "fat"))
    return oils > MOSTLY * (sum(grams for _, grams in stays) or 1.0)


def tools_of(facts: Mapping[str, Any]) -> tuple[Tool, ...]:
    """Everything that it takes."""
    return tuple(
        Tool(row.name, row.why, facts[row.size] if row.size else None)
        for row in tool_rows()
        if hold(row.when, facts, {})
    )


def too_small(needed: float, holds: float, what: str) -> str:
    """What to say of a vessel that is too small; '' where it is large enough."""
    if holds >= needed:
        return ""
    return (
        f"The {what} holds {_litres(holds)}; this wants {_litres(needed)} with room to foam and stir. "
        "Take a larger one, or make less."
    )


def _litres(volume: float) -> str:
    return f"{volume / 1000:.2g} L" if volume >= 1000.0 else f"{round(volume, -1):.0f} mL"
