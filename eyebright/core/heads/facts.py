"""The facts of a head, from its record, its check-in and its day: one builder, used everywhere.

A jug, a formula, a wash, a family on the head's page and the ranking all put the same ones in.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from ..materials import Material, library, plant_of
from ..rules import facts_of
from .needs import needs_of
from .record import CheckIn, History, Record, Today, allergens, record_tables

CHILD, SMALL, SMALLEST = 13, 6, 3  # years under which a head is a child, a small child, a baby
TEN = 10  # years under which menthol stays off the face
GROWN, OLD = 18, 65  # years: of age; from which heat burns sooner
PLANT = "plant:"  # a name that stands for a whole plant
FRESH_DAYS = 14  # after bleach, colour, straightening or a perm
CHECK_IN_DAYS = 10  # how long a check-in's levels speak for the scalp; its flags stand until cleared
STAINS_SHOW = ("fair", "grey")


def head_facts(
    record: Record,
    today: date,
    check_in: CheckIn | None = None,
    day: Today | None = None,
    history: History | None = None,
    patches: Mapping[str, str] | None = None,
    house: Mapping[str, float] | None = None,
) -> dict[str, Any]:
    """The facts of a head on a day.

    `patches`: how a patch test stands, by key or name in lower case; `house`: limits that the household holds
    otherwise. `asked_ph` is the least pH that it bears well, by what it needs today.
    """
    day, history, patches = day or Today(), history or History(), patches or {}
    age = record.age(today)
    treated = {kind: (today - when).days for kind, when in record.treatments}
    recent = check_in if check_in and check_in.days_ago <= CHECK_IN_DAYS else None
    seen = [key for key, _ in record.seen]
    flags = [flag for flag in (check_in.flags if check_in else ()) if flag not in seen]
    levels = {f"{name}_today": getattr(recent, name) if recent else None for name in record_tables().check_in}
    tender = "eczema" in record.skin or "sensitive" in record.skin or (levels["tender_today"] or 0) >= 1
    facts: dict[str, Any] = {
        "house": dict(house or {}),
        "child": age < CHILD,
        "small_child": age < SMALL,
        "baby": age < SMALLEST,
        "under_ten": age < TEN,
        "minor": age < GROWN,
        "heat_careful": age < CHILD or age >= OLD or tender,
        "epilepsy": record.epilepsy,
        "g6pd": record.g6pd,
        "thinners": record.thinners,
        "pets": record.pets,
        "seen": seen,
        "asthma": record.asthma,
        "pregnancy": record.pregnancy,
        "tender": tender,
        "sore": (levels["tender_today"] or 0) >= 2,
        "allergies": list(record.allergies),
        "other_allergies": record.other_allergies,
        "other_allergic": bool(record.other_allergies),
        "scalp": record.scalp,
        "flakes": record.flakes,
        "strand": record.strand,
        "curl": record.curl,
        "porosity": record.porosity,
        "damage": record.damage,
        "style": record.style,
        "tangles": record.tangles,
        "habits": list(record.habits),
        "before": list(record.before),
        "treated": any(days <= FRESH_DAYS for days in treated.values()),
        "bleached": "bleached" in treated,
        "light": record.colour in STAINS_SHOW or "bleached" in treated,
        "flags": flags,
        "broken": bool({"broken", "sores"} & set(flags)),
        "occasion": day.occasion,
        "on_scalp": list(day.on_scalp),
        "on_strands": list(day.on_strands),
        "days": history.since_wash,
        "first": not history.since_family,
        "patches": _patches(patches),
        "asked_ph": None,
        **levels,
    }
    return facts_of("head", facts | {"asked_ph": needs_of(facts).rinse.ph[0]})


def _patches(patches: Mapping[str, str]) -> dict[str, str]:
    """How patch tests stand, by key or name; a reaction to a part of a plant is one to the whole plant."""
    out = {name.casefold(): state for name, state in patches.items()}
    for name, state in patches.items():
        known = library().get(name)
        if state == "reaction" and known is not None and plant_of(known):
            out[PLANT + plant_of(known)] = state
    return out


@dataclass(frozen=True)
class Holding:
    """One thing that is in a mix: what it is called here, every name it goes by, and its allergens."""

    called: str
    names: tuple[str, ...]
    contains: tuple[str, ...] = ()
    may_contain: tuple[str, ...] = ()


def holding_of(material: Material, called: str) -> Holding:
    """A material, under what it is called on the shelf."""
    plant = (PLANT + plant_of(material),) if plant_of(material) else ()
    return Holding(
        called, (material.key, material.name, called, *plant), material.contains, material.may_contain
    )


def material_facts(
    head: Mapping[str, Any], holdings: Sequence[Holding], wholes: Sequence[Holding] = ()
) -> dict[str, Any]:
    """What some materials hold, and how their patch tests on a head stand together (None: it is for nobody).

    Reaction, running, none or clear: the least sure of them counts. `allergic_to`, `maybe_allergic_to` and
    `reacted_to` name them. `wholes`: what the whole of them, and what was made and goes into it, is known by:
    a reaction to that is one to all that it is in.
    """
    contains = dict.fromkeys(name for each in holdings for name in each.contains)
    patch, reacted = None, []
    allergic: list[str] = []
    maybe: list[str] = []
    if "patches" in head:
        states = {each.called: patch_of(head["patches"], each.names) for each in holdings}
        patch = next(
            (state for state in ("reaction", "running", "none") if state in states.values()), "clear"
        )
        reacted = [called for called, state in states.items() if state == "reaction"]
        reacted += [each.called for each in wholes if patch_of(head["patches"], each.names) == "reaction"]
        patch = "reaction" if reacted else patch
        for each in holdings:
            for names, among in ((each.contains, allergic), (each.may_contain, maybe)):
                met = [allergens().get(name, name) for name in names if name in head["allergies"]]
                if met:
                    among.append(f"{each.called} ({', '.join(met)})")
    return {
        "contains": list(contains),
        "patch": patch,
        "reacted_to": ", ".join(dict.fromkeys(reacted)),
        "allergic_to": ", ".join(dict.fromkeys(allergic)),
        "may_contain": list(dict.fromkeys(name for each in holdings for name in each.may_contain)),
        "maybe_allergic_to": ", ".join(dict.fromkeys(maybe)),
    }


def patch_of(patches: Mapping[str, str], names: Sequence[str]) -> str:
    """How patch tests under any of these names stand, the gravest first; 'none' where there is none."""
    found = {patches.get(name.casefold()) for name in names}
    return next((state for state in ("reaction", "running", "clear") if state in found), "none")
