"""The shelf and the core: the only file here that knows both."""

from decimal import Decimal
from functools import lru_cache

from django.db import transaction

from eyebright.config.kept import exact
from eyebright.config.problems import Problem, one
from eyebright.config.wire import FigureOut, figure_out
from eyebright.core.chemistry.solution import neat_ph
from eyebright.core.chemistry.uncertainty import Figure, Kind, Spread
from eyebright.core.chemistry.water import Water, water_classes
from eyebright.core.making.rinse import AcidLot, WaterLot
from eyebright.core.materials import Material, MaterialError, library, material

from .models import Lot, Vessel, WaterSource
from .schemas import (
    NO_KIND,
    NO_MATERIAL,
    LibraryOut,
    LotIn,
    LotOut,
    MaterialOut,
    VesselIn,
    VesselOut,
    WaterIn,
    WaterKindOut,
    WaterOut,
)


def _figure(spread: Spread, unit: str, kind: Kind = "custom") -> FigureOut:
    return figure_out(Figure(spread.mid, spread.low, spread.high, unit, kind))


def _float(value: Decimal | None) -> float | None:
    return None if value is None else float(value)


def _told(own: Decimal | None) -> Kind:
    """The household's own figure was measured by somebody; the library's is custom."""
    return "custom" if own is None else "measured"


@lru_cache(maxsize=2048)
def _neat(stuff: Material, strength: float | None) -> FigureOut:
    return figure_out(neat_ph(lambda draws: stuff.brings(draws, strength)))


@lru_cache(maxsize=2048)
def _plain(water: Water) -> FigureOut:
    return figure_out(neat_ph(water.brings))


def the_library() -> LibraryOut:
    """What can be put on the shelf: the acids a rinse is made from, and the classes of water."""
    return LibraryOut(
        materials=[
            MaterialOut(
                key=stuff.key,
                name=stuff.name,
                also=list(stuff.also),
                kind=stuff.kind,
                label=stuff.label,
                strength=_figure(stuff.strength, stuff.strength_unit),
                source=stuff.source,
            )
            for stuff in library().values()
            if stuff.is_acid
        ],
        waters=[
            WaterKindOut(
                key=water.key,
                name=water.name,
                about=water.about,
                alkalinity=_figure(water.alkalinity, "mg/L"),
                hardness=_figure(water.hardness, "mg/L"),
                source=water.source,
            )
            for water in water_classes().values()
        ],
    )


def lot_out(lot: Lot) -> LotOut:
    """A lot with what it does by itself."""
    stuff, strength = material(lot.material), _float(lot.strength)
    return LotOut(
        id=lot.pk,
        material=stuff.key,
        material_name=stuff.name,
        kind=stuff.kind,
        name=lot.name,
        own_strength=strength,
        strength=_figure(
            stuff.with_strength(strength),
            stuff.strength_unit,
            _told(lot.strength),
        ),
        neat_ph=None if stuff.is_powder else _neat(stuff, strength),
        note=lot.note,
        source=stuff.source,
    )


def _water(source: WaterSource) -> Water:
    return water_classes()[source.kind].with_figures(_float(source.alkalinity), _float(source.hardness))


def water_out(source: WaterSource) -> WaterOut:
    """A water with its figures."""
    water = _water(source)
    return WaterOut(
        id=source.pk,
        kind=source.kind,
        kind_name=water.name,
        name=source.name,
        own_alkalinity=_float(source.alkalinity),
        own_hardness=_float(source.hardness),
        alkalinity=_figure(water.alkalinity, "mg/L", _told(source.alkalinity)),
        hardness=_figure(water.hardness, "mg/L", _told(source.hardness)),
        ph=_plain(water),
        note=source.note,
        source=water.source,
    )


def lots() -> list[LotOut]:
    """Every lot on the shelf."""
    return [lot_out(lot) for lot in Lot.present.all()]


def waters() -> list[WaterOut]:
    """Every water on the shelf."""
    return [water_out(source) for source in WaterSource.present.all()]


def find_lot(pk: int, *, also_removed: bool = False) -> Lot:
    """A lot, or the problem of its being gone."""
    return one(Lot.among(also_removed=also_removed), pk, "bottle")


def find_water(pk: int, *, also_removed: bool = False) -> WaterSource:
    """A water, or the problem of its being gone."""
    return one(WaterSource.among(also_removed=also_removed), pk, "water")


@transaction.atomic
def save_lot(entered: LotIn, lot: Lot | None = None) -> LotOut:
    """Put a new lot on the shelf, or change one."""
    try:
        stuff = material(entered.material)
    except MaterialError:
        raise Problem.field("material", NO_MATERIAL) from None
    if not stuff.is_acid:
        raise Problem.field("material", f"{stuff.name} raises the pH: a rinse needs an acid.")
    lot = lot or Lot()
    lot.material, lot.name, lot.note = stuff.key, entered.name, entered.note
    lot.strength = exact(entered.strength)
    lot.save()
    return lot_out(lot)


@transaction.atomic
def save_water(entered: WaterIn, source: WaterSource | None = None) -> WaterOut:
    """Put a new water on the shelf, or change one."""
    if entered.kind not in water_classes():
        raise Problem.field("kind", NO_KIND)
    source = source or WaterSource()
    source.kind, source.name, source.note = entered.kind, entered.name, entered.note
    source.alkalinity = exact(entered.alkalinity)
    source.hardness = exact(entered.hardness)
    source.save()
    return water_out(source)


def acid_lot(lot: Lot) -> AcidLot:
    """The lot as the core knows it."""
    return AcidLot(material(lot.material), lot.name, _float(lot.strength))


def water_lot(source: WaterSource) -> WaterLot:
    """The water as the core knows it."""
    return WaterLot(_water(source), source.name)


def vessels() -> list[VesselOut]:
    """Every vessel of the household's own, smallest first."""
    return [vessel_out(vessel) for vessel in Vessel.present.all()]


def vessel_out(vessel: Vessel) -> VesselOut:
    """A vessel."""
    return VesselOut(id=vessel.pk, name=vessel.name, volume=float(vessel.volume))


def find_vessel(pk: int, *, also_removed: bool = False) -> Vessel:
    """A vessel, or the problem of its being gone."""
    return one(Vessel.among(also_removed=also_removed), pk, "vessel")


@transaction.atomic
def save_vessel(entered: VesselIn, vessel: Vessel | None = None) -> VesselOut:
    """Put a new vessel on the shelf, or change one."""
    vessel = vessel or Vessel()
    vessel.name, vessel.volume = entered.name, exact(entered.volume, "0.1")
    vessel.save()
    return vessel_out(vessel)
