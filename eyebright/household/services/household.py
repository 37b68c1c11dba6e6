"""The household's settings, where it stands where opinions differ, and the limits it holds otherwise."""

from collections.abc import Mapping
from dataclasses import asdict
from datetime import time
from functools import cache
from typing import Any, cast, get_args
from zoneinfo import available_timezones

from django.db import transaction
from django.utils import timezone

from eyebright.core.materials import measure_table
from eyebright.core.numerals import Habit
from eyebright.core.planning import Out
from eyebright.core.rules import limits
from eyebright.core.wash import school_keys
from eyebright.kept.clock import lives_by, machine_zone
from eyebright.kept.derived import derived
from eyebright.kept.problems import OFFERED, Problem
from eyebright.kept.versions import changed, check_version
from eyebright.kept.wire import out_of

from ..models import Household, HouseLimit
from ..schemas.household import (
    HouseholdChangeIn,
    HouseholdIn,
    HouseholdOut,
    HouseLimitIn,
    HouseLimitOut,
    OutIn,
    SystemOut,
)

USUAL = "metric"
SAME = "You get up when you go to bed: leave both empty if nobody ever sleeps."


@derived("household.Household")
def the_household() -> Household:
    """What holds for the whole household: one row, or the usual. It is shared: `own_row` is for changes."""
    return own_row()


def own_row() -> Household:
    """The same, for whoever changes it."""
    return Household.objects.first() or Household(version=0)


def household() -> HouseholdOut:
    """The household's settings."""
    return household_out(the_household())


def household_out(kept: Household) -> HouseholdOut:
    """A household's settings, as they are kept."""
    systems = [
        out_of(SystemOut, each, says=" · ".join(f"{s.name} {s.volume:g} mL" for s in each.measures))
        for each in measure_table().systems.values()
    ]
    return out_of(
        HouseholdOut,
        kept,
        decimal=_habit(kept),
        machine_zone=machine_zone(),
        lives_by=lives_by(kept.zone),
        today=timezone.localdate(),
        zones=_zones(),
        systems=systems,
        out=[OutIn.model_validate(asdict(each)) for each in out_hours(kept)],
    )


def the_system() -> str:
    """Whose spoons and cups these are; the usual ones where another version chose what is not known here."""
    chosen = the_household().system
    return chosen if chosen in measure_table().systems else USUAL


@cache
def _zones() -> list[str]:
    """The time zones that are offered, by place; asked of the disk once."""
    return sorted(each for each in available_timezones() if "/" in each and not each.startswith("Etc/"))


def number_habit() -> Habit:
    """Whether a point or a comma stands between whole and part; "" where nobody has said."""
    return _habit(the_household())


def _habit(kept: Household) -> Habit:
    return cast(Habit, kept.decimal) if kept.decimal in get_args(Habit) else ""


def zone() -> str:
    """The time zone that it chose, "" for the machine's."""
    return the_household().zone


@transaction.atomic
def change_household(change: HouseholdChangeIn) -> HouseholdOut:
    """Change them, as they were when they were read."""
    kept = own_row()
    check_version(kept, "setting", change.version, household_out)
    payload = changed(HouseholdIn, {name: getattr(kept, name) for name in HouseholdIn.model_fields}, change)
    if payload.system not in measure_table().systems:
        raise Problem.field("system", OFFERED)
    if payload.zone and payload.zone not in available_timezones():
        raise Problem.field("zone", "Choose a place near you, such as Europe/London.")
    kept.system, kept.currency = payload.system, (payload.currency or "£")[:8]
    kept.decimal, kept.zone = payload.decimal, payload.zone
    kept.schools = checked_schools(payload.schools)
    if "asleep_from" in change.model_fields_set or "asleep_to" in change.model_fields_set:
        _check_asleep(payload)
    for name in ("asleep_from", "asleep_to", "skipped"):
        setattr(kept, name, getattr(payload, name))
    kept.pots, kept.bathrooms = int(payload.pots), int(payload.bathrooms)
    if "out" in change.model_fields_set:
        kept.out = [each.model_dump(mode="json") for each in payload.out]
    kept.save()
    timezone.activate(lives_by(kept.zone))
    return household_out(kept)


def out_hours(kept: Household) -> tuple[Out, ...]:
    """Hours out of the house as they are kept; what cannot be read here is left out."""
    return tuple(out for row in kept.out if (out := _out(row)))


def _out(row: dict[str, Any]) -> Out | None:
    try:
        return Out(int(row["weekday"]) % 7, time.fromisoformat(row["begin"]), time.fromisoformat(row["end"]))
    except ValueError:
        return None


def _check_asleep(payload: HouseholdIn) -> None:
    """Both hours or neither, and not the same."""
    begin, end = payload.asleep_from, payload.asleep_to
    if (begin is None) != (end is None):
        raise Problem.field("asleep_to" if end is None else "asleep_from", "Say both, or leave both empty.")
    if begin is not None and begin == end:
        raise Problem.field("asleep_to", SAME)


# ---- where opinions differ ----


def picked_schools(own: Mapping[str, str] | None = None) -> dict[str, str]:
    """What the household holds, and over it what a formula holds of its own."""
    return {**the_household().schools, **(own or {})}


def checked_schools(picked: Mapping[str, str]) -> dict[str, str]:
    """Schools by key, none that there is not; "" leaves one open."""
    known = school_keys()
    for key, option in picked.items():
        if key not in known or (option and option not in known[key]):
            raise Problem.field("schools", OFFERED)
    return {key: option for key, option in picked.items() if option}


# ---- limits that the household holds otherwise ----


@derived("household.HouseLimit")
def house_limits() -> dict[str, float]:
    """What this household holds otherwise, by key."""
    return dict(HouseLimit.objects.values_list("key", "value"))


def limits_out() -> list[HouseLimitOut]:
    """Every limit that can be set, as it stands."""
    own = {row.key: row for row in HouseLimit.objects.all()}
    out = []
    for key, limit in limits().limits.items():
        if not limit.strict:
            continue
        least, most = limit.reach
        same = {name: getattr(limit, name) for name in ("what", "unit", "source", "comfort")}
        row = own.get(key)
        value, version = (row.value, row.version) if row else (limit.value, 0)
        same |= {"ours": limit.value, "value": value, "least": least, "most": most}
        out.append(HouseLimitOut(key=key, version=version, **same))
    return out


def limit_out(row: HouseLimit) -> HouseLimitOut:
    """One limit as it stands."""
    return next(each for each in limits_out() if each.key == row.key)


@transaction.atomic
def set_limit(key: str, payload: HouseLimitIn) -> list[HouseLimitOut]:
    """Hold a limit otherwise: tighter as far as one likes, looser only for comfort and a little."""
    limit = limits().limits.get(key)
    if limit is None or not limit.strict:
        raise Problem.gone("limit")
    least, most = limit.reach
    if not least <= payload.value <= most:
        looser = (
            "It can be tightened; looser than ours it cannot be" if not limit.comfort else "It can be set"
        )
        raise Problem.field("value", f"{looser}: from {least:g} to {most:g} {limit.unit}.")
    row = HouseLimit.objects.filter(key=key).first() or HouseLimit(key=key, version=0)
    check_version(row, "limit", payload.version, limit_out)
    row.value = payload.value
    row.save()
    return limits_out()


def reset_limit(key: str) -> list[HouseLimitOut]:
    """Back to ours."""
    HouseLimit.objects.filter(key=key).delete()
    return limits_out()
