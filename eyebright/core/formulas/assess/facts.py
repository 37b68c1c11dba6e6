"""The facts of a mix: what the rules look at, beside those of the head that it is for.

A formula, and a jug read as one, give the same facts by this one builder; a wash's link gives its formula's.
"""

from collections.abc import Iterator, Mapping
from typing import Any, Literal

from ...materials import is_a
from ...numbers import Array, Figure, middle
from ...rules import asked_of, facts_of
from ..model import Formula, Ingredient, planned_steps, pots, wanted
from ..prepare import Preparation, mostly_oil, preparation_table
from .cleansing import Cleaning
from .contents import acidity_facts, content_facts, soda_and_soap_facts
from .scent import Scent
from .standing import standing_facts
from .texture import Texture

PLASTIC = "plastic"
HOT = 60.0  # °C from which a step heats what is in the pot
SHOWN = 3  # unknown lines that are named
THICK = ("stiff", "spreads")


def mix_facts(
    subject: Literal["formula", "jug"],
    preparation: Preparation,
    ph: Figure | None,
    mixed: Mapping[str, Array],
    acids: Mapping[str, Array],
    cleaning: Cleaning,
    scent: Scent | None,
    kept: Mapping[str, Any],
    thick: Texture | None,
    head: Mapping[str, Any],
    on_scalp: float,
) -> dict[str, Any]:
    """Everything that the rules know of a mix, and of its head. `kept`: its shelf-life facts.

    `on_scalp`: g of it that go on a scalp; `mixed` in mol/kg, `acids` in g per 100 mL.
    """
    acidity = acidity_facts(preparation, ph, mixed, acids)
    own = (
        _settings(preparation.formula)
        | acidity
        | content_facts(preparation, head)
        | soda_and_soap_facts(preparation, cleaning, ph, acidity)
        | _scent(scent)
        | _steps(preparation, cleaning)
        | _washing(preparation, cleaning, on_scalp)
        | _feel(preparation, thick)
        | {name: kept[name] for name in ("wet", "dairy", "raw_gel")}
        | {"in_ml": kept["wet"] or thick is not None or mostly_oil(preparation)}
        | standing_facts(preparation, thick, wet=kept["wet"])
    )
    return facts_of(subject, own, head)


def _settings(formula: Formula) -> dict[str, Any]:
    family, rinsed, pot = formula.family, formula.use == "rinsed_out", pots()[formula.pot]
    return {
        "family": family.key,
        "family_name": family.name,
        "family_most": 0.0 if family.by_content else family.most,
        "dried_on": family.dried_on and any(is_a(line.kind, "sets") for line in formula.ingredients),
        "sprayed": family.sprayed,
        "use": formula.use,
        "last": not rinsed,
        "minutes": formula.minutes if rinsed else None,
        "cover": formula.cover,
        "off_skin": False,
        "plastic": formula.bottle == PLASTIC,
        "metal": pot.eaten,
        "pot": pot.name,
        "pot_softens": pot.softens,
        "pot_soaks": pot.soaks,
        "wants": wanted(formula.wants),
        "place": formula.place,
        "ranged": False,
        "unknown_lines": len(formula.unknown),
        "unknown": ", ".join(f"“{line}”" for line in formula.unknown[:SHOWN]),
    }


def _scent(scent: Scent | None) -> dict[str, Any]:
    return {
        "scented": scent is not None,
        "scent_percent": scent.percent.value if scent else 0.0,
        "carried": scent is not None and scent.carried,
        "photo": scent.photo if scent else 0.0,
        "own_over": scent.own_over if scent else 0.0,
        "own_said": scent.own_said if scent else "",
    }


def _steps(preparation: Preparation, cleaning: Cleaning) -> dict[str, Any]:
    does = {each.kind.does for each in preparation.steps}
    saponin = 100.0 * middle(cleaning.saponin) / middle(preparation.total)
    lost = middle(preparation.evaporated)
    brought = middle(preparation.water) + middle(preparation.kept_back) + lost
    return {
        "dust": preparation.formula.family.dust or bool({"mills", "sieves"} & does),
        "mills": "mills" in does,
        "heated": preparation.heated,
        "celsius": preparation.celsius,
        "lost": 100.0 * lost / brought if brought > 0.0 else 0.0,
        "foams": preparation.boiled and saponin > preparation_table().number("headroom", "foams_from"),
        "kept": bool({"bottles", "keeps"} & does),
        "bottled": "bottles" in does,
        **_orders(preparation.formula),
    }


def washing_grams(of: Mapping[str, Any], dose: float) -> dict[str, float]:
    """g of washing agents and of saponin that go on with a dose (g) of a mix with these facts."""
    return {
        "washing_grams": of["washing_percent"] * dose / 100.0,
        "saponin_grams": of["saponin_percent"] * dose / 100.0,
    }


def _washing(preparation: Preparation, cleaning: Cleaning, on_scalp: float) -> dict[str, Any]:
    total = middle(preparation.total)
    own: dict[str, Any] = {
        "washing_percent": 100.0 * middle(cleaning.surfactant) / total,
        "saponin_percent": 100.0 * middle(cleaning.saponin) / total,
    }
    raw = sum(
        middle(one.grams) * one.material.surfactant.mid
        for one in preparation.lines
        if one.material is not None and one.material.surfactant is not None
        if one.material.unit == "mL" and "soap" not in one.material.hazards
    )
    return own | {"pours_percent": 100.0 * raw / total} | washing_grams(own, on_scalp)


def _feel(preparation: Preparation, thick: Texture | None) -> dict[str, Any]:
    family = preparation.formula.family
    return {
        "paste": family.paste or bool(thick and thick.grade.key in THICK and family.cleans),
        "drips": bool(thick and thick.grade.drips),
        "drags": bool(thick and thick.grade.drags),
    }


def _orders(formula: Formula) -> dict[str, Any]:
    """Which of what goes in, or is done, comes before what: 'powder > water'."""
    first: dict[str, int] = {}
    last: dict[str, int] = {}
    for place, event in enumerate(_events(formula)):
        first.setdefault(event, place)
        last[event] = place

    def those(fact: str, ends: Mapping[str, int]) -> list[str]:
        pairs = [(pair, *pair.split(" > ")) for pair in asked_of(fact)]
        return [pair for pair, a, b in pairs if a in first and b in ends and first[a] < ends[b]]

    return {
        "first_before_first": those("first_before_first", first),
        "before_last": those("before_last", last),
    }


def _events(formula: Formula) -> Iterator[str]:
    """What happens, one thing at a time: what is added, then what the step does."""
    by_id = {line.id: line for line in formula.ingredients}
    for each in planned_steps(formula):
        for i in each.step.adds:
            yield from _is(by_id[i])
        if each.kind.hot and each.kind.hot > HOT:
            yield "heats"
        if each.kind.draws:
            yield "draws"
        if each.kind.does:
            yield each.kind.does


def _is(line: Ingredient) -> Iterator[str]:
    """What a line is, to the rules of order."""
    if line.phase == "dry" and not is_a(line.kind, "dissolves"):
        yield "powder"
        yield "stays"
    if line.phase == "liquid" and not is_a(line.kind, "syrup"):
        yield "water"
    if line.material and "scented" in line.material.hazards:
        yield "scented"
    yield line.kind
