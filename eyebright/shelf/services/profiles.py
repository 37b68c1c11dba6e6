"""A water as the core takes it: its class, with what its profiles say in the place of the class's own."""

from collections.abc import Sequence

from eyebright.core.chemistry import Profile, Water, reported, reported_ph, water_classes
from eyebright.core.numbers import Spread
from eyebright.kept.decimals import as_float

from ..models import WaterProfile, WaterSource

ANY = "unknown"


def profile_of(row: WaterProfile) -> Profile:
    """What one profile says, each figure with its doubt."""
    alkalinity = reported(as_float(row.alkalinity))
    if row.alkalinity is not None and row.alkalinity_low is not None and row.alkalinity_high is not None:
        alkalinity = Spread(float(row.alkalinity_low), float(row.alkalinity), float(row.alkalinity_high))
    return Profile(
        alkalinity,
        reported(as_float(row.hardness)),
        reported(as_float(row.sodium)),
        reported_ph(as_float(row.ph)),
    )


def known_of(rows: Sequence[WaterProfile]) -> Profile:
    """What the profiles say together: of each figure the newest."""
    found = Profile()
    for row in rows:
        each = profile_of(row)
        found = Profile(
            found.alkalinity or each.alkalinity,
            found.hardness or each.hardness,
            found.sodium or each.sodium,
            found.ph or each.ph,
        )
    return found


def live_profiles(source: WaterSource) -> list[WaterProfile]:
    """Those that were not taken away, the newest first."""
    return [row for row in source.profiles.all() if row.removed_at is None]


def core_water(source: WaterSource) -> Water:
    """The water as the core takes it."""
    classes = water_classes()  # one that is not known here is reckoned with as any tap
    return classes.get(source.kind, classes[ANY]).with_profile(known_of(live_profiles(source)))
