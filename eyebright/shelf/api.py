"""The shelf's routes."""

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Query, Router, Status

from eyebright.kept.routes import Rows

from .schemas.lots import LotChangeIn, LotIn, LotOut, LotsOut, SupplyOut
from .schemas.materials import (
    CorrectionChangeIn,
    GuessOut,
    KeptMaterialOut,
    LabelOut,
    LabelTextIn,
    LibraryOut,
    MaterialOut,
    MaterialPageOut,
    OwnMaterialChangeIn,
    OwnMaterialIn,
    StrengthClassOut,
)
from .schemas.measures import SpoonChangeIn, SpoonIn, SpoonOut, VesselChangeIn, VesselIn, VesselOut
from .schemas.readings import NeatReadingIn, ReadingOut, StripSetChangeIn, StripSetIn, StripSetOut
from .schemas.waters import (
    ProfileIn,
    ReportIn,
    TitrationIn,
    TitrationOut,
    WaterChangeIn,
    WaterIn,
    WaterKindOut,
    WaterOut,
)
from .services import labels, material_pages, materials, measures, own_materials, readings, strips, supplies
from .services import lots as lot_room
from .services import waters as water_room

router = Router()
Find = Annotated[str, Query(max_length=200)]


# ---- what there is to choose from ----


@router.get("/library", response=LibraryOut, operation_id="library")
def library(request: HttpRequest) -> LibraryOut:
    """What can be said of a material."""
    return materials.the_library()


@router.get("/library/{key}", response=MaterialPageOut, operation_id="material")
def material_page(request: HttpRequest, key: str) -> MaterialPageOut:
    """All that is known of a material."""
    return material_pages.material_page(key)


@router.patch("/library/{key}", response=KeptMaterialOut, operation_id="correct_material")
def correct_material(request: HttpRequest, key: str, payload: CorrectionChangeIn) -> KeptMaterialOut:
    """Keep what this household has otherwise of a row of the library."""
    return own_materials.save_correction(key, payload)


@router.delete("/library/{key}", response={204: None}, operation_id="put_material_back")
def put_material_back(request: HttpRequest, key: str) -> Status[None]:
    """Take the library's own figures again."""
    own_materials.correction_of(key).remove()
    return Status(204, None)


@router.post("/library/{key}/restore", response=MaterialOut, operation_id="restore_correction")
def restore_correction(request: HttpRequest, key: str) -> MaterialOut:
    """Take the household's figures again."""
    return own_materials.restore_correction(key)


@router.get("/label/classes", response=list[StrengthClassOut], operation_id="strength_classes")
def strength_classes(request: HttpRequest) -> list[StrengthClassOut]:
    """The classes of strength that a label may be of."""
    return labels.strength_classes()


@router.post("/label", response=LabelOut, operation_id="read_label")
def read_label(request: HttpRequest, payload: LabelTextIn) -> LabelOut:
    """What a label says, as it is pasted whole. Nothing is kept."""
    return labels.read_text(payload)


@router.get("/supplies", response=list[SupplyOut], operation_id="supplies")
def find_supplies(
    request: HttpRequest, find: Find = "", named: Annotated[str, Query(max_length=2000)] = ""
) -> list[SupplyOut]:
    """What can go into a jug, found by any of its names; or what goes by these keys (commas between)."""
    return supplies.find_supplies(find, [key for key in named.split(",") if key])


@router.get("/ready", response=list[SupplyOut], operation_id="ready")
def ready_supplies(request: HttpRequest) -> list[SupplyOut]:
    """What was bought and is used as it comes: on the shelf first, then of any make."""
    return supplies.ready_supplies()


@router.get("/water-kinds", response=list[WaterKindOut], operation_id="water_kinds")
def water_kinds(request: HttpRequest) -> list[WaterKindOut]:
    """Every class of water."""
    return water_room.water_kinds()


@router.get("/materials", response=list[MaterialOut], operation_id="find_materials")
def find_materials(request: HttpRequest, find: Find = "", named: Find = "") -> list[MaterialOut]:
    """Materials by any of their names, as typed; or what goes by these keys (commas between)."""
    if named:
        return materials.named_materials(key for key in named.split(",") if key)
    return materials.found_materials(find)


@router.get("/materials/guess", response=GuessOut, operation_id="guess_material")
def guess_material(request: HttpRequest, name: Find) -> GuessOut:
    """What a name gives away of a material that the library does not hold."""
    return materials.guess(name)


def _material(row: Any) -> MaterialOut:
    return materials.material_out(materials.own_material(row))


_own = Rows(router, "/materials", "material", KeptMaterialOut)
_own.add(OwnMaterialIn, own_materials.save_own, "Put a material that the library does not hold on record.")
_own.change(OwnMaterialChangeIn, own_materials.change_own)
_own.shape = MaterialOut
_own.removal(own_materials.find_own, _material)


# ---- lots ----


@router.get("/lots", response=LotsOut, operation_id="lots")
def lots(
    request: HttpRequest,
    find: Find = "",
    offset: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    limit: Annotated[int, Query(ge=1, le=1000)] = lot_room.PAGE,
) -> LotsOut:
    """A page of bottles and bags."""
    return lot_room.lots(find, offset, limit)


_lots = Rows(router, "/lots", "lot", LotOut)
_lots.add(LotIn, lot_room.save_lot, "Put a bottle or bag on the shelf.")
_lots.one(lambda pk: lot_room.lot_out(lot_room.find_lot(pk)))
_lots.change(LotChangeIn, lot_room.change_lot)


@router.post("/lots/{pk}/next", response={201: LotOut}, operation_id="next_lot")
def next_lot(request: HttpRequest, pk: int) -> Status[LotOut]:
    """Put the next bottle of the same thing on the shelf."""
    return Status(201, lot_room.next_lot(pk))


_lots.removal(lot_room.find_lot, lot_room.lot_out)


# ---- waters ----


_waters = Rows(router, "/waters", "water", WaterOut)
_waters.many("waters", water_room.waters)
_waters.add(WaterIn, water_room.save_water)
_waters.change(WaterChangeIn, water_room.change_water)
_waters.removal(water_room.find_water, water_room.water_out)


@router.post("/waters/{pk}/profiles", response={201: WaterOut}, operation_id="add_profile")
def add_profile(request: HttpRequest, pk: int, payload: ProfileIn) -> Status[WaterOut]:
    """Keep a supplier's figures of a day."""
    return Status(201, water_room.add_profile(water_room.find_water(pk), payload))


@router.post("/waters/{pk}/report", response={201: WaterOut}, operation_id="take_report")
def take_report(request: HttpRequest, pk: int, payload: ReportIn) -> Status[WaterOut]:
    """Keep every row of a supplier's CSV file, or none of them."""
    return Status(201, water_room.take_report(water_room.find_water(pk), payload))


@router.post("/waters/{pk}/titration", response=TitrationOut, operation_id="titrate")
def titrate(request: HttpRequest, pk: int, payload: TitrationIn) -> TitrationOut:
    """What a home titration says of this water."""
    return water_room.titration(water_room.find_water(pk), payload)


Rows(router, "/profiles", "profile", None).removal(water_room.find_profile, None)


# ---- what the household measures with ----


_vessels = Rows(router, "/vessels", "vessel", VesselOut)
_vessels.many("vessels", measures.vessels)
_vessels.add(VesselIn, measures.save_vessel)
_vessels.change(VesselChangeIn, measures.change_vessel)
_vessels.removal(measures.find_vessel, measures.vessel_out)


_spoons = Rows(router, "/spoons", "spoon", SpoonOut)
_spoons.many("spoons", measures.spoons)
_spoons.add(SpoonIn, measures.save_spoon)
_spoons.change(SpoonChangeIn, measures.change_spoon)
_spoons.removal(measures.find_spoon, measures.spoon_out)


# ---- strips and readings ----


_strips = Rows(router, "/strips", "strips", StripSetOut)
_strips.many("strip_sets", strips.strip_sets, "Every pack of strips.")
_strips.add(StripSetIn, strips.save_strips, "Add a pack of strips.")
_strips.change(StripSetChangeIn, strips.change_strips, "Change a pack of strips.")
_strips.removal(strips.find_strips, strips.strip_set_out)


@router.get("/readings", response=list[ReadingOut], operation_id="readings")
def readings_of(request: HttpRequest, supply_key: Annotated[str, Query(max_length=48)]) -> list[ReadingOut]:
    """The readings that tell of one thing."""
    return readings.readings_of(supply_key)


_readings = Rows(router, "/readings", "reading", ReadingOut)
_readings.add(NeatReadingIn, readings.read_neat, "Keep a reading of one thing by itself.")
_readings.removal(readings.find_reading, readings.reading_out)
