"""The shelf's routes."""

from django.http import HttpRequest
from ninja import Router, Status

from . import services
from .schemas import LibraryOut, LotIn, LotOut, VesselIn, VesselOut, WaterIn, WaterOut

router = Router()


@router.get("/library", response=LibraryOut, operation_id="library")
def library(request: HttpRequest) -> LibraryOut:
    """What can be put on the shelf."""
    return services.the_library()


@router.get("/lots", response=list[LotOut], operation_id="lots")
def lots(request: HttpRequest) -> list[LotOut]:
    """Every bottle and bag."""
    return services.lots()


@router.post("/lots", response={201: LotOut}, operation_id="add_lot")
def add_lot(request: HttpRequest, entered: LotIn) -> Status[LotOut]:
    """Put a bottle or bag on the shelf."""
    return Status(201, services.save_lot(entered))


@router.put("/lots/{pk}", response=LotOut, operation_id="change_lot")
def change_lot(request: HttpRequest, pk: int, entered: LotIn) -> LotOut:
    """Change one."""
    return services.save_lot(entered, services.find_lot(pk))


@router.delete("/lots/{pk}", response={204: None}, operation_id="remove_lot")
def remove_lot(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    services.find_lot(pk).take_away()
    return Status(204, None)


@router.post("/lots/{pk}/restore", response=LotOut, operation_id="restore_lot")
def restore_lot(request: HttpRequest, pk: int) -> LotOut:
    """Put it back."""
    lot = services.find_lot(pk, also_removed=True)
    lot.put_back()
    return services.lot_out(lot)


@router.get("/waters", response=list[WaterOut], operation_id="waters")
def waters(request: HttpRequest) -> list[WaterOut]:
    """Every water."""
    return services.waters()


@router.post("/waters", response={201: WaterOut}, operation_id="add_water")
def add_water(request: HttpRequest, entered: WaterIn) -> Status[WaterOut]:
    """Put a water on the shelf."""
    return Status(201, services.save_water(entered))


@router.put("/waters/{pk}", response=WaterOut, operation_id="change_water")
def change_water(request: HttpRequest, pk: int, entered: WaterIn) -> WaterOut:
    """Change one."""
    return services.save_water(entered, services.find_water(pk))


@router.delete("/waters/{pk}", response={204: None}, operation_id="remove_water")
def remove_water(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    services.find_water(pk).take_away()
    return Status(204, None)


@router.post("/waters/{pk}/restore", response=WaterOut, operation_id="restore_water")
def restore_water(request: HttpRequest, pk: int) -> WaterOut:
    """Put it back."""
    source = services.find_water(pk, also_removed=True)
    source.put_back()
    return services.water_out(source)


@router.get("/vessels", response=list[VesselOut], operation_id="vessels")
def vessels(request: HttpRequest) -> list[VesselOut]:
    """Every vessel of the household's own."""
    return services.vessels()


@router.post("/vessels", response={201: VesselOut}, operation_id="add_vessel")
def add_vessel(request: HttpRequest, entered: VesselIn) -> Status[VesselOut]:
    """Put a vessel on the shelf."""
    return Status(201, services.save_vessel(entered))


@router.put("/vessels/{pk}", response=VesselOut, operation_id="change_vessel")
def change_vessel(request: HttpRequest, pk: int, entered: VesselIn) -> VesselOut:
    """Change one."""
    return services.save_vessel(entered, services.find_vessel(pk))


@router.delete("/vessels/{pk}", response={204: None}, operation_id="remove_vessel")
def remove_vessel(request: HttpRequest, pk: int) -> Status[None]:
    """Take one off the shelf."""
    services.find_vessel(pk).take_away()
    return Status(204, None)


@router.post("/vessels/{pk}/restore", response=VesselOut, operation_id="restore_vessel")
def restore_vessel(request: HttpRequest, pk: int) -> VesselOut:
    """Put it back."""
    vessel = services.find_vessel(pk, also_removed=True)
    vessel.put_back()
    return services.vessel_out(vessel)
