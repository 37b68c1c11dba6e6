"""The shelf's routes."""

from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router, Status

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
from .services import labels, material_pages, materials, measures, own_materials, readings, supplies
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
def correct_material(request: HttpRequest, key: str, entered: CorrectionChangeIn) -> KeptMaterialOut:
    """Keep what this household has otherwise of a row of the library."""
    return own_materials.save_correction(key, entered)


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
def read_label(request: HttpRequest, entered: LabelTextIn) -> LabelOut:
    """What a label says, as it is pasted whole. Nothing is kept."""
    return labels.read_text(entered)


@router.get("/stuff", response=list[SupplyOut], operation_id="stuff")
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


@router.post("/materials", response={201: KeptMaterialOut}, operation_id="add_material")
def add_material(request: HttpRequest, entered: OwnMaterialIn) -> Status[KeptMaterialOut]:
    """Put a material that the library does not hold on record."""
    return Status(201, own_materials.save_own(entered))


@router.patch("/materials/{pk}", response=KeptMaterialOut, operation_id="change_material")
def change_material(request: HttpRequest, pk: int, entered: OwnMaterialChangeIn) -> KeptMaterialOut:
    """Change one."""
    return own_materials.change_own(pk, entered)


@router.delete("/materials/{pk}", response={204: None}, operation_id="remove_material")
def remove_material(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the list; what it is in keeps it."""
    own_materials.find_own(pk).remove()
    return Status(204, None)


@router.post("/materials/{pk}/restore", response=MaterialOut, operation_id="restore_material")
def restore_material(request: HttpRequest, pk: int) -> MaterialOut:
    """Put it back."""
    found = own_materials.find_own(pk, also_removed=True)
    found.restore()
    return materials.material_out(materials.own_material(found))


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


@router.post("/lots", response={201: LotOut}, operation_id="add_lot")
def add_lot(request: HttpRequest, entered: LotIn) -> Status[LotOut]:
    """Put a bottle or bag on the shelf."""
    return Status(201, lot_room.save_lot(entered))


@router.get("/lots/{pk}", response=LotOut, operation_id="lot")
def lot(request: HttpRequest, pk: int) -> LotOut:
    """One of them."""
    return lot_room.lot_out(lot_room.find_lot(pk))


@router.patch("/lots/{pk}", response=LotOut, operation_id="change_lot")
def change_lot(request: HttpRequest, pk: int, entered: LotChangeIn) -> LotOut:
    """Change one."""
    return lot_room.change_lot(pk, entered)


@router.delete("/lots/{pk}", response={204: None}, operation_id="remove_lot")
def remove_lot(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    lot_room.find_lot(pk).remove()
    return Status(204, None)


@router.post("/lots/{pk}/restore", response=LotOut, operation_id="restore_lot")
def restore_lot(request: HttpRequest, pk: int) -> LotOut:
    """Put it back."""
    found = lot_room.find_lot(pk, also_removed=True)
    found.restore()
    return lot_room.lot_out(found)


# ---- waters ----


@router.get("/waters", response=list[WaterOut], operation_id="waters")
def waters(request: HttpRequest) -> list[WaterOut]:
    """Every water."""
    return water_room.waters()


@router.post("/waters", response={201: WaterOut}, operation_id="add_water")
def add_water(request: HttpRequest, entered: WaterIn) -> Status[WaterOut]:
    """Put a water on the shelf."""
    return Status(201, water_room.save_water(entered))


@router.patch("/waters/{pk}", response=WaterOut, operation_id="change_water")
def change_water(request: HttpRequest, pk: int, entered: WaterChangeIn) -> WaterOut:
    """Change one."""
    return water_room.change_water(pk, entered)


@router.delete("/waters/{pk}", response={204: None}, operation_id="remove_water")
def remove_water(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    water_room.find_water(pk).remove()
    return Status(204, None)


@router.post("/waters/{pk}/restore", response=WaterOut, operation_id="restore_water")
def restore_water(request: HttpRequest, pk: int) -> WaterOut:
    """Put it back."""
    found = water_room.find_water(pk, also_removed=True)
    found.restore()
    return water_room.water_out(found)


@router.post("/waters/{pk}/profiles", response={201: WaterOut}, operation_id="add_profile")
def add_profile(request: HttpRequest, pk: int, entered: ProfileIn) -> Status[WaterOut]:
    """Keep a supplier's figures of a day."""
    return Status(201, water_room.add_profile(water_room.find_water(pk), entered))


@router.post("/waters/{pk}/report", response={201: WaterOut}, operation_id="take_report")
def take_report(request: HttpRequest, pk: int, entered: ReportIn) -> Status[WaterOut]:
    """Keep every row of a supplier's CSV file, or none of them."""
    return Status(201, water_room.take_report(water_room.find_water(pk), entered))


@router.post("/waters/{pk}/titration", response=TitrationOut, operation_id="titrate")
def titrate(request: HttpRequest, pk: int, entered: TitrationIn) -> TitrationOut:
    """What a home titration says of this water."""
    return water_room.titration(water_room.find_water(pk), entered)


@router.delete("/profiles/{pk}", response={204: None}, operation_id="remove_profile")
def remove_profile(request: HttpRequest, pk: int) -> Status[None]:
    """Take figures of a day away."""
    water_room.find_profile(pk).remove()
    return Status(204, None)


@router.post("/profiles/{pk}/restore", response={204: None}, operation_id="restore_profile")
def restore_profile(request: HttpRequest, pk: int) -> Status[None]:
    """Put them back."""
    water_room.find_profile(pk, also_removed=True).restore()
    return Status(204, None)


# ---- what the household measures with ----


@router.get("/vessels", response=list[VesselOut], operation_id="vessels")
def vessels(request: HttpRequest) -> list[VesselOut]:
    """Every vessel of the household's own."""
    return measures.vessels()


@router.post("/vessels", response={201: VesselOut}, operation_id="add_vessel")
def add_vessel(request: HttpRequest, entered: VesselIn) -> Status[VesselOut]:
    """Put a vessel on the shelf."""
    return Status(201, measures.save_vessel(entered))


@router.patch("/vessels/{pk}", response=VesselOut, operation_id="change_vessel")
def change_vessel(request: HttpRequest, pk: int, entered: VesselChangeIn) -> VesselOut:
    """Change one."""
    return measures.change_vessel(pk, entered)


@router.delete("/vessels/{pk}", response={204: None}, operation_id="remove_vessel")
def remove_vessel(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    measures.find_vessel(pk).remove()
    return Status(204, None)


@router.post("/vessels/{pk}/restore", response=VesselOut, operation_id="restore_vessel")
def restore_vessel(request: HttpRequest, pk: int) -> VesselOut:
    """Put it back."""
    found = measures.find_vessel(pk, also_removed=True)
    found.restore()
    return measures.vessel_out(found)


@router.get("/spoons", response=list[SpoonOut], operation_id="spoons")
def spoons(request: HttpRequest) -> list[SpoonOut]:
    """Every spoon and scoop of the household's own."""
    return measures.spoons()


@router.post("/spoons", response={201: SpoonOut}, operation_id="add_spoon")
def add_spoon(request: HttpRequest, entered: SpoonIn) -> Status[SpoonOut]:
    """Put a spoon on the shelf."""
    return Status(201, measures.save_spoon(entered))


@router.patch("/spoons/{pk}", response=SpoonOut, operation_id="change_spoon")
def change_spoon(request: HttpRequest, pk: int, entered: SpoonChangeIn) -> SpoonOut:
    """Change one."""
    return measures.change_spoon(pk, entered)


@router.delete("/spoons/{pk}", response={204: None}, operation_id="remove_spoon")
def remove_spoon(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    measures.find_spoon(pk).remove()
    return Status(204, None)


@router.post("/spoons/{pk}/restore", response=SpoonOut, operation_id="restore_spoon")
def restore_spoon(request: HttpRequest, pk: int) -> SpoonOut:
    """Put it back."""
    found = measures.find_spoon(pk, also_removed=True)
    found.restore()
    return measures.spoon_out(found)


# ---- strips and readings ----


@router.get("/strips", response=list[StripSetOut], operation_id="strip_sets")
def strip_sets(request: HttpRequest) -> list[StripSetOut]:
    """Every pack of strips."""
    return readings.strip_sets()


@router.post("/strips", response={201: StripSetOut}, operation_id="add_strips")
def add_strips(request: HttpRequest, entered: StripSetIn) -> Status[StripSetOut]:
    """Put a pack of strips on the shelf."""
    return Status(201, readings.save_strips(entered))


@router.patch("/strips/{pk}", response=StripSetOut, operation_id="change_strips")
def change_strips(request: HttpRequest, pk: int, entered: StripSetChangeIn) -> StripSetOut:
    """Change one."""
    return readings.change_strips(pk, entered)


@router.delete("/strips/{pk}", response={204: None}, operation_id="remove_strips")
def remove_strips(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    readings.find_strips(pk).remove()
    return Status(204, None)


@router.post("/strips/{pk}/restore", response=StripSetOut, operation_id="restore_strips")
def restore_strips(request: HttpRequest, pk: int) -> StripSetOut:
    """Put it back."""
    found = readings.find_strips(pk, also_removed=True)
    found.restore()
    return readings.strip_set_out(found)


@router.get("/readings", response=list[ReadingOut], operation_id="readings")
def readings_of(request: HttpRequest, stuff: Annotated[str, Query(max_length=48)]) -> list[ReadingOut]:
    """The readings that tell of one thing."""
    return readings.readings_of(stuff)


@router.post("/readings", response={201: ReadingOut}, operation_id="add_reading")
def add_reading(request: HttpRequest, entered: NeatReadingIn) -> Status[ReadingOut]:
    """Keep a reading of one thing by itself."""
    return Status(201, readings.read_neat(entered))


@router.delete("/readings/{pk}", response={204: None}, operation_id="remove_reading")
def remove_reading(request: HttpRequest, pk: int) -> Status[None]:
    """Take a reading back: it tells nothing any more."""
    readings.find_reading(pk).remove()
    return Status(204, None)


@router.post("/readings/{pk}/restore", response=ReadingOut, operation_id="restore_reading")
def restore_reading(request: HttpRequest, pk: int) -> ReadingOut:
    """Let it tell again."""
    found = readings.find_reading(pk, also_removed=True)
    found.restore()
    return readings.reading_out(found)
