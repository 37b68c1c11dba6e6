"""The household's settings, where it stands where opinions differ, and the limits it holds otherwise."""

from collections.abc import Mapping
from typing import cast

from eyebright.config.problems import Problem
from eyebright.core.materials import measure_table
from eyebright.core.numerals import Habit
from eyebright.core.rules import limits
from eyebright.core.wash import school_keys

from ..models import Household, HouseLimit
from ..schemas.household import (
    HouseholdIn,
    HouseholdOut,
    HouseLimitIn,
    HouseLimitOut,
    SchoolsIn,
    SystemOut,
)


def the_household() -> Household:
    """What holds for the whole household: one row, or the usual."""
    return Household.objects.first() or Household()


def household() -> HouseholdOut:
    """The household's settings."""
    kept = the_household()
    systems = [
        SystemOut(key=key, name=name, says=" · ".join(f"{s.name} {s.volume:g} mL" for s in spoons))
        for key, (name, spoons) in measure_table().systems.items()
    ]
    return HouseholdOut(system=kept.system, currency=kept.currency, decimal=number_habit(), systems=systems)


def number_habit() -> Habit:
    """Whether a point or a comma stands between whole and part; "" where nobody has said."""
    return cast(Habit, the_household().decimal)


def save_household(entered: HouseholdIn) -> HouseholdOut:
    """Change them."""
    if entered.system not in measure_table().systems:
        raise Problem.field("system", "Choose one of the ones offered.")
    kept = the_household()
    kept.system, kept.currency = entered.system, (entered.currency or "£")[:8]
    kept.decimal = entered.decimal
    kept.save()
    return household()


# ---- where opinions differ ----


def picked_schools(own: Mapping[str, str] | None = None) -> dict[str, str]:
    """What the household holds, and over it what a formula holds of its own."""
    return {**the_household().schools, **(own or {})}


def pick_schools(entered: SchoolsIn) -> dict[str, str]:
    """Keep what the household holds where makers disagree."""
    kept = the_household()
    kept.schools = checked_schools(entered.picked)
    kept.save()
    return dict(kept.schools)


def checked_schools(picked: Mapping[str, str]) -> dict[str, str]:
    """Schools by key, none that there is not; "" leaves one open."""
    known = school_keys()
    for key, option in picked.items():
        if key not in known or (option and option not in known[key]):
            raise Problem.field("schools", "Choose one of the ones offered.")
    return {key: option for key, option in picked.items() if option}


# ---- limits that the household holds otherwise ----


def house_limits() -> dict[str, float]:
    """What this household holds otherwise, by key."""
    return dict(HouseLimit.objects.values_list("key", "value"))


def limits_out() -> list[HouseLimitOut]:
    """Every limit that can be set, as it stands."""
    own = house_limits()
    out = []
    for key, limit in limits().limits.items():
        if not limit.strict:
            continue
        least, most = limit.reach
        same = {name: getattr(limit, name) for name in ("what", "unit", "source", "comfort")}
        value = own.get(key, limit.value)
        out.append(HouseLimitOut(key=key, ours=limit.value, value=value, least=least, most=most, **same))
    return out


def set_limit(key: str, entered: HouseLimitIn) -> list[HouseLimitOut]:
    """Hold a limit otherwise: tighter as far as one likes, looser only for comfort and a little."""
    limit = limits().limits.get(key)
    if limit is None or not limit.strict:
        raise Problem.gone("limit")
    least, most = limit.reach
    if not least <= entered.value <= most:
        looser = (
            "It can be tightened; looser than ours it cannot be" if not limit.comfort else "It can be set"
        )
        raise Problem.field("value", f"{looser}: from {least:g} to {most:g} {limit.unit}.")
    HouseLimit.objects.update_or_create(key=key, defaults={"value": entered.value})
    return limits_out()


def reset_limit(key: str) -> list[HouseLimitOut]:
    """Back to ours."""
    HouseLimit.objects.filter(key=key).delete()
    return limits_out()
