"""Where opinions differ: what each school holds, and what it would give this head."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

from .. import tables
from ..heads import Needs
from ..rules import conditions, facts_of, hold, limits_for
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
def _raw() -> dict[str, Any]:
    raw = tables.read(__file__, "schools.toml")
    for name in ("objection", "default"):
        raw[name] = [row | {"when": conditions(row["when"])} for row in raw[name]]
    return raw


def school_rules(name: str) -> list[dict[str, Any]]:
    """The rows of `objection` or `default`, their conditions read."""
    rows: list[dict[str, Any]] = _raw()[name]
    return rows


def _school_table() -> list[dict[str, Any]]:
    rows: list[dict[str, Any]] = _raw()["school"]
    return rows


def schools(needs: Needs, found: Sequence[Fit], facts: Mapping[str, Any]) -> tuple[School, ...]:
    """Every disagreement, each option held against what this head asks for."""
    by_key = {fit.family.key: fit for fit in found}
    return tuple(
        School(
            row["key"], row["name"], tuple(_option(option, needs, by_key, facts) for option in row["options"])
        )
        for row in _school_table()
    )


def _option(
    row: Mapping[str, Any], needs: Needs, fits_by_key: Mapping[str, Fit], facts: Mapping[str, Any]
) -> Option:
    """What one school would give this head."""
    ph = row.get("ph")
    if ph is not None:
        good, gives = _aimed(ph, needs)
    elif "use" in row:
        good, gives = _stays(row["use"], needs, facts)
    elif "family" in row:
        fit = fits_by_key[row["family"]]
        good, gives = fit.verdict in ("suits", "adjust", "not_needed"), _given(fit)
    elif "way" in row:
        good = needs.scalp.way == row["way"]
        gives = "What this scalp asks for today." if good else "Not what this scalp asks for today."
    elif "condition" in row:
        good = needs.condition in (row["condition"], "as you like")
        gives = "What these lengths ask for." if good else "Not what these lengths ask for."
    else:
        good, gives = True, row["gives"]
    return Option(row["key"], row["name"], row["holds"], gives, good, ph if good else None)


def _aimed(ph: float, needs: Needs) -> tuple[bool, str]:
    floor, _, ceiling = needs.rinse.ph
    if needs.rinse.kind == "plain":
        return False, "Plain water only for this head today."
    if ph < floor:
        return False, f"Sharper than suits this head today: pH {floor:.1f} is the least."
    if ph > ceiling:
        return False, f"Milder than it asks for: pH {ceiling:.1f} would be the most. No harm in it."
    return True, "Within what this head asks for."


def _stays(use: str, needs: Needs, facts: Mapping[str, Any]) -> tuple[bool, str]:
    good = needs.rinse.kind == "acid" and use == needs.rinse.use
    ends = limits_for(facts)
    least = ends["left_in_ph" if use == "left_in" else "rinsed_out_ph"]
    acid = ends["acetic_left_in" if use == "left_in" else "acetic_rinsed_out"]
    return good, f"pH {least:g} at the least, and {acid:g} g of acetic acid in 100 mL at the most."


def _given(fit: Fit) -> str:
    if fit.verdict == "ruled_out":
        return fit.why[0]
    low, high, most = fit.minutes
    lift = f"washes out about {fit.lift.value * 100:.0f} %" if fit.lift else "washes out little"
    said = (
        f"As usually made it {lift}, {low:g} to {high:g} minutes, {most:g} at most, "
        f"{fit.family.apart:g} days apart."
    )
    return f"{said} {fit.why[0]}" if fit.verdict in ("care", "adjust") else said


def school_keys() -> dict[str, tuple[str, ...]]:
    """Every school's options, by key."""
    return {row["key"]: tuple(option["key"] for option in row["options"]) for row in _school_table()}


def plain_schools() -> tuple[School, ...]:
    """Every disagreement, for nobody in particular: what each option holds, and where it aims."""
    return tuple(
        School(
            row["key"],
            row["name"],
            tuple(
                Option(each["key"], each["name"], each["holds"], "", True, each.get("ph"))
                for each in row["options"]
            ),
        )
        for row in _school_table()
    )


def _facts(
    picked: Mapping[str, str], family: str, use: str = "", pot: str = "", kinds: Sequence[str] = ()
) -> dict[str, Any]:
    """The facts of a school, for what is asked of a formula."""
    own = {
        "picked": [f"{question}:{answer}" for question, answer in picked.items()],
        "of_family": family,
        "of_use": use,
        "of_pot": pot or None,
        "of_kinds": list(kinds),
    }
    return facts_of("school", own)


def held_against(
    picked: Mapping[str, str], family: str, use: str, pot: str = "", kinds: Sequence[str] = ()
) -> tuple[str, ...]:
    """What the house rules that were picked hold against a formula, in words."""
    facts = _facts(picked, family, use, pot, kinds)
    return tuple(row["says"] for row in _raw()["objection"] if hold(row["when"], facts, {}))


def defaults_by(picked: Mapping[str, str], family: str) -> dict[str, str]:
    """What the house rules that were picked settle of a new formula of this family."""
    facts, out = _facts(picked, family), dict[str, str]()
    for row in _raw()["default"]:
        if hold(row["when"], facts, {}):
            out |= row["sets"]
    return out


def parts_by(picked: Mapping[str, str]) -> float | None:
    """Parts of water to one of vinegar, by the school that was picked; None for none."""
    row = next(row for row in _school_table() if row["key"] == "strength")
    return next((each["parts"] for each in row["options"] if each["key"] == picked.get("strength")), None)
