"""Waters: their classes, their figures on a day, and the home titration."""

from functools import lru_cache

from django.db import transaction
from django.utils import timezone

from eyebright.core.chemistry import ReportError, ReportRow, Water, neat_ph, read_report, water_classes
from eyebright.core.materials import SupplyKey
from eyebright.core.mix import TitrationError, titrate
from eyebright.core.numbers import Draws, Figure, Kind, Posterior, Spread, figure
from eyebright.kept.decimals import as_float, exact
from eyebright.kept.problems import Problem, one
from eyebright.kept.versions import changed, get_checked
from eyebright.kept.wire import out_of

from ..models import ReadingLine, WaterProfile, WaterSource
from ..schemas.waters import (
    NO_KIND,
    ProfileIn,
    ProfileOut,
    ReportIn,
    TitrationIn,
    TitrationOut,
    WaterChangeIn,
    WaterIn,
    WaterKindOut,
    WaterOut,
)
from .beliefs import posterior_for
from .lots import find_lot
from .materials import spread_out
from .profiles import core_water, known_of, live_profiles, profile_of
from .readings import core_reading
from .supplies import core_lot

OLD_DAYS = 400  # a tap's figures older than that are worth finding anew
MG = "mg/L"
FIGURES = ("alkalinity", "hardness", "sodium", "ph")


def water_kinds() -> list[WaterKindOut]:
    """Every class of water."""
    return [
        out_of(
            WaterKindOut,
            water,
            alkalinity=spread_out(water.alkalinity, MG),
            hardness=spread_out(water.hardness, MG),
        )
        for water in water_classes().values()
    ]


@lru_cache(maxsize=2048)
def _plain(water: Water) -> Figure:
    return neat_ph(water.contribution)


def _maybe(spread: Spread | None, unit: str, kind: Kind = "measured") -> Figure | None:
    return None if spread is None else spread_out(spread, unit, kind)


def profile_out(row: WaterProfile) -> ProfileOut:
    """Figures of a water on a day."""
    profile = profile_of(row)
    return ProfileOut(
        id=row.pk,
        on=row.on,
        origin="titration" if row.origin == WaterProfile.Origin.TITRATION else "supplier",
        alkalinity=_maybe(profile.alkalinity, MG),
        hardness=_maybe(profile.hardness, MG),
        sodium=_maybe(profile.sodium, MG),
        ph=_maybe(profile.ph, "pH"),
    )


def water_out(source: WaterSource) -> WaterOut:
    """A water with its figures, as readings and profiles have them."""
    rows, water, key = live_profiles(source), core_water(source), SupplyKey.of("water", source.pk)
    count = (
        ReadingLine.objects.filter(supply_key=key, reading__removed_at=None)
        .values("reading")
        .distinct()
        .count()
    )
    posterior = posterior_for([key]) if count else None
    known = known_of(rows)
    reported_by = next((row for row in rows if row.origin == WaterProfile.Origin.SUPPLIER), None)
    return out_of(
        WaterOut,
        source,
        id=source.pk,
        unknown=source.kind not in water_classes(),
        key=key,
        kind_name=water.name,
        own_alkalinity=as_float(reported_by.alkalinity) if reported_by else None,
        own_hardness=as_float(reported_by.hardness) if reported_by else None,
        alkalinity=_now(water, key, "alkalinity", posterior)
        if posterior
        else _figure(water.alkalinity, known.alkalinity),
        hardness=_now(water, key, "hardness", posterior)
        if posterior
        else _figure(water.hardness, known.hardness),
        ph=_plain(water),
        profiles=[profile_out(row) for row in rows],
        says=_says(rows, count),
        readings=count,
        source=water.source,
    )


def _figure(spread: Spread, known: Spread | None) -> Figure:
    return spread_out(spread, MG, "custom" if known is None else "measured")


def _now(water: Water, key: str, name: str, posterior: Posterior) -> Figure:
    draws = Draws(posterior=posterior)
    water.contribution(draws.within(key))
    return figure(draws.used[f"{key}/{name}"], MG)


def _says(rows: list[WaterProfile], readings: int) -> str:
    """Where its figures come from, and whether they have grown old."""
    if not rows:
        basis = "By its class only." if not readings else "By its class, and by what was read of it."
        return f"{basis} The supplier's report, or a titration with vinegar, narrows it."
    newest = rows[0]
    how = "titrated here" if newest.origin == WaterProfile.Origin.TITRATION else "from its supplier"
    days = (timezone.localdate() - newest.on).days
    old = " That is long ago: a tap changes." if days > OLD_DAYS else ""
    return f"Figures of {newest.on:%-d %B %Y}, {how}.{old}"


def waters() -> list[WaterOut]:
    """Every water on the shelf."""
    return [water_out(source) for source in WaterSource.objects.prefetch_related("profiles")]


def find_water(pk: int, *, also_removed: bool = False) -> WaterSource:
    """A water, or the problem of its being gone."""
    return one(WaterSource.among(also_removed=also_removed), pk, "water")


def find_profile(pk: int, *, also_removed: bool = False) -> WaterProfile:
    """A profile, or the problem of its being gone."""
    return one(WaterProfile.among(also_removed=also_removed), pk, "profile")


@transaction.atomic
def save_water(payload: WaterIn, source: WaterSource | None = None) -> WaterOut:
    """Put a new water on the shelf, or change one; the figures entered are the supplier's, of today."""
    if payload.kind not in water_classes():
        raise Problem.field("kind", NO_KIND)
    new = source is None
    source = source or WaterSource()
    source.kind, source.name, source.note = payload.kind, payload.name, payload.note
    source.save()
    before = None if new else water_out(source)
    said = (payload.alkalinity, payload.hardness)
    if before is None or said != (before.own_alkalinity, before.own_hardness):
        _supplier_says(source, *said)
    return water_out(find_water(source.pk))


@transaction.atomic
def change_water(pk: int, payload: WaterChangeIn) -> WaterOut:
    """Change one that is as it was when it was read."""
    source = get_checked(WaterSource.objects.all(), pk, "water", payload.version, water_out)
    now = water_out(source)
    before = {
        "kind": source.kind,
        "name": source.name,
        "alkalinity": now.own_alkalinity,
        "hardness": now.own_hardness,
        "note": source.note,
    }
    return save_water(changed(WaterIn, before, payload), source)


def _supplier_says(source: WaterSource, alkalinity: float | None, hardness: float | None) -> None:
    """The supplier's figures as of today; what stood there for today is replaced."""
    row = WaterProfile.objects.filter(
        water=source, on=timezone.localdate(), origin=WaterProfile.Origin.SUPPLIER
    ).first()
    if alkalinity is None and hardness is None:
        for old in WaterProfile.objects.filter(water=source, origin=WaterProfile.Origin.SUPPLIER):
            old.remove()
        return
    row = row or WaterProfile(water=source, on=timezone.localdate(), origin=WaterProfile.Origin.SUPPLIER)
    row.alkalinity, row.hardness = exact(alkalinity, "0.01"), exact(hardness, "0.01")
    row.save()


@transaction.atomic
def add_profile(source: WaterSource, payload: ProfileIn) -> WaterOut:
    """Keep a supplier's figures of a day."""
    if payload.on > timezone.localdate():
        raise Problem.field("on", "That day is still to come.")
    if all(getattr(payload, name) is None for name in FIGURES):
        raise Problem.field("alkalinity", "Give at least one figure.")
    _keep_supplied(source, payload)
    return water_out(find_water(source.pk))


def _keep_supplied(source: WaterSource, report: ProfileIn | ReportRow) -> None:
    """What the supplier says of a day."""
    WaterProfile.objects.create(
        water=source,
        on=report.on,
        origin=WaterProfile.Origin.SUPPLIER,
        **{name: exact(getattr(report, name), "0.01") for name in FIGURES},
    )


@transaction.atomic
def take_report(source: WaterSource, payload: ReportIn) -> WaterOut:
    """Keep every row of a supplier's CSV file, or none of them."""
    try:
        rows = read_report(payload.text)
    except ReportError as raised:
        raise Problem.field("text", str(raised)) from None
    for row in rows:
        if row.on > timezone.localdate():
            raise Problem.field("text", f"{row.on} is still to come.")
        _keep_supplied(source, row)
    return water_out(find_water(source.pk))


@transaction.atomic
def titration(source: WaterSource, payload: TitrationIn) -> TitrationOut:
    """What a home titration says of a water; kept as a profile of today where that is asked."""
    vinegar = core_lot(find_lot(payload.vinegar))
    if vinegar.material.strength is None or vinegar.material.unit != "mL":
        raise Problem.field("vinegar", "Titrate with a vinegar whose strength is on its label.")
    steps = [(step.vinegar, core_reading(step.read, f"steps.{i}.")) for i, step in enumerate(payload.steps)]
    try:
        found = titrate(vinegar, steps, payload.water)
    except TitrationError as raised:
        field = "steps" if raised.step is None else f"steps.{raised.step}.vinegar"
        raise Problem.field(field, str(raised)) from None
    if payload.keep:
        _keep_titration(source, found.alkalinity)
    return TitrationOut(alkalinity=found.alkalinity, advice=found.advice, kept=payload.keep)


def _keep_titration(source: WaterSource, alkalinity: Figure) -> None:
    WaterProfile.objects.create(
        water=source,
        on=timezone.localdate(),
        origin=WaterProfile.Origin.TITRATION,
        alkalinity=exact(alkalinity.value, "0.01"),
        alkalinity_low=exact(alkalinity.low, "0.01"),
        alkalinity_high=exact(alkalinity.high, "0.01"),
    )
