"""The routes of Make."""

from typing import Annotated
from urllib.parse import quote

from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from eyebright.formulas.schemas.formulas import FormulaOut
from eyebright.heads.services.pictures import jpeg_of
from eyebright.kept.clock_steps import moment_of_call
from eyebright.kept.routes import Rows
from eyebright.kept.wire import Content, gives

from ..schemas.asking import BeginBatchIn, MakeAsk, TakesOut
from ..schemas.batches import (
    BatchChangeIn,
    BatchOut,
    BatchRowOut,
    BowlIn,
    CelsiusIn,
    MakeOut,
    PhotoOut,
    PourChangeIn,
    PourIn,
    RunningOut,
    StepActIn,
    TracedPourOut,
    TraceIn,
    WayIn,
    WayOut,
)
from ..schemas.containers import ContainerChangeIn, ContainerOut, FillIn, LabelSizeOut, ThawIn, TopUpIn
from ..services import (
    asking,
    batches,
    containers,
    filling,
    labels,
    photos,
    pouring,
    serializers,
    steps,
    thawing,
    toppings,
    traces,
)

router = Router()
Offset = Annotated[int, Query(ge=0, le=1_000_000)]
Limit = Annotated[int, Query(ge=1, le=500)]
Find = Annotated[str, Query(max_length=200)]
Which = Annotated[str, Query(max_length=400, pattern=r"^\d{1,11}(,\d{1,11})*$")]
Size = Annotated[str, Query(max_length=12)]
Skip = Annotated[int, Query(ge=0, le=200)]


@router.get("", response=MakeOut, operation_id="make")
def place(request: HttpRequest, limit: Limit = 60) -> MakeOut:
    """What is under way, what is there, what was made lately."""
    return batches.make_place(limit)


@router.post("/takes", response=TakesOut, operation_id="takes")
def takes(request: HttpRequest, ask: MakeAsk) -> TakesOut:
    """What a making takes: bottles, what is missing, tools, for whom. Nothing is kept."""
    return asking.takes(ask)


@router.get("/clocks", response=list[RunningOut], operation_id="clocks")
def clocks(request: HttpRequest) -> list[RunningOut]:
    """Every clock that runs, or has rung and was not answered."""
    return serializers.running()


@router.get("/batches", response=list[BatchRowOut], operation_id="batches")
def batch_rows(
    request: HttpRequest, find: Find = "", offset: Offset = 0, limit: Limit = 40
) -> list[BatchRowOut]:
    """A page of batches, the newest first."""
    return batches.batch_rows(find, offset, limit)


@router.post("/batches", response={201: BatchOut}, operation_id="begin_batch")
def begin(request: HttpRequest, payload: BeginBatchIn) -> Status[BatchOut]:
    """Begin a batch: from here on it is on record."""
    return Status(201, batches.begin(payload))


_batches = Rows(router, "/batches", "batch", BatchOut)
_batches.one(lambda pk: serializers.batch_out(batches.find_batch(pk)))
_batches.change(BatchChangeIn, batches.change, "Go on, go back, read, finish, note.")
_batches.removal_by(batches.remove, batches.restore)


@router.post("/trace", response=list[TracedPourOut], operation_id="cut_trace")
def cut_trace(request: HttpRequest, payload: TraceIn) -> list[TracedPourOut]:
    """What a scale showed, cut into pours; nothing is kept."""
    return traces.cut(payload)


@router.post("/batches/{pk}/formula", response=FormulaOut, operation_id="batch_as_formula")
def as_formula(request: HttpRequest, pk: int) -> FormulaOut:
    """What was really made, as the formula's new version."""
    return batches.as_formula(pk)


@router.post("/batches/{pk}/pours", response=BatchOut, operation_id="pour")
def pour(request: HttpRequest, pk: int, payload: PourIn) -> BatchOut:
    """Note what was poured."""
    return pouring.pour(pk, payload)


_pours = Rows(router, "/pours", "pour", BatchOut)
_pours.change(PourChangeIn, pouring.change_pour, "Put right how much it really was.")
_pours.removal_by(pouring.remove_pour, pouring.restore_pour, shows=True)


@router.post("/batches/{pk}/bowl", response=BatchOut, operation_id="set_bowl")
def bowl(request: HttpRequest, pk: int, payload: BowlIn) -> BatchOut:
    """What stands on the scale: tared, the next bowl, counted from here, the jar itself."""
    return pouring.set_bowl(pk, payload)


@router.get("/batches/{pk}/ways/{line}", response=list[WayOut], operation_id="ways_on")
def ways(request: HttpRequest, pk: int, line: int) -> list[WayOut]:
    """What can be done about too much of a line. Nothing is kept."""
    return pouring.ways(pk, line)


@router.post("/batches/{pk}/ways", response=BatchOut, operation_id="take_way")
def take_way(request: HttpRequest, pk: int, payload: WayIn) -> BatchOut:
    """Scale the rest up, or put it right."""
    return pouring.take_way(pk, payload)


@router.post("/batches/{pk}/steps/{place}", response=BatchOut, operation_id="act_on_step")
def act(request: HttpRequest, pk: int, place: int, payload: StepActIn) -> BatchOut:
    """Start a step's clock, give it longer, end it."""
    return steps.act(pk, place, payload, moment_of_call(request))


@router.post("/batches/{pk}/celsius", response=BatchOut, operation_id="read_celsius")
def celsius(request: HttpRequest, pk: int, payload: CelsiusIn) -> BatchOut:
    """What a thermometer in it says."""
    return steps.read_celsius(pk, payload, moment_of_call(request))


@router.post("/batches/{pk}/photos", response={201: PhotoOut}, operation_id="add_photo")
def add_photo(request: HttpRequest, pk: int, picture: File[UploadedFile]) -> Status[PhotoOut]:
    """Keep a photo of a batch."""
    return Status(201, photos.keep(pk, picture))


@router.get("/photos/{pk}/file", operation_id="photo_file", openapi_extra=gives("image/jpeg"))
def photo_file(request: HttpRequest, pk: int, of: Content = "") -> FileResponse:
    """A photo, if its content is still the one that was asked for."""
    return FileResponse(jpeg_of(photos.find(pk), of, "photo"), content_type="image/jpeg")


@router.delete("/photos/{pk}", response={204: None}, operation_id="remove_photo")
def remove_photo(request: HttpRequest, pk: int) -> Status[None]:
    """Delete a photo for ever."""
    photos.find(pk).delete()
    return Status(204, None)


@router.get("/containers", response=list[ContainerOut], operation_id="containers")
def stock(
    request: HttpRequest, find: Find = "", offset: Offset = 0, limit: Limit = 60, ended: bool = False
) -> list[ContainerOut]:
    """A page of containers, the soonest to be used first."""
    return containers.stock(find, offset, limit, ended=ended)


@router.post("/batches/{pk}/containers", response={201: ContainerOut}, operation_id="fill")
def fill(request: HttpRequest, pk: int, payload: FillIn) -> Status[ContainerOut]:
    """Fill some of a batch into something."""
    return Status(201, filling.fill(pk, payload))


_containers = Rows(router, "/containers", "container", ContainerOut)
_containers.change(ContainerChangeIn, containers.change, "Open, use, move, freeze, thaw, finish, throw away.")


@router.post("/containers/{pk}/thaw", response={201: ContainerOut}, operation_id="thaw_some")
def thaw_some(request: HttpRequest, pk: int, payload: ThawIn) -> Status[ContainerOut]:
    """Thaw some pieces, in a container of their own; removing that puts them back."""
    return Status(201, thawing.thaw_some(pk, payload))


@router.post("/containers/{pk}/top-up", response=ContainerOut, operation_id="top_up")
def top_up(request: HttpRequest, pk: int, payload: TopUpIn) -> ContainerOut:
    """Pour fresh on top: the oldest date stays."""
    return toppings.top_up(pk, payload)


Rows(router, "/toppings", "topping", ContainerOut).removal_by(
    toppings.remove_topping, toppings.restore_topping, shows=True
)


_containers.removal_by(containers.remove, containers.restore)


@router.get("/labels/sizes", response=list[LabelSizeOut], operation_id="label_sizes")
def sizes(request: HttpRequest) -> list[LabelSizeOut]:
    """Sizes of labels."""
    return [LabelSizeOut(key=key, name=name) for key, name in labels.sheet_choices()]


def _pdf(name: str, body: bytes, what: str) -> HttpResponse:
    file = f"{slugify(name) or what}-{what}.pdf"
    shown_as = f"inline; filename=\"{file}\"; filename*=UTF-8''{quote(f'{name} {what}')}.pdf"
    return HttpResponse(body, content_type="application/pdf", headers={"Content-Disposition": shown_as})


@router.get("/labels", operation_id="labels", openapi_extra=gives("application/pdf"))
def container_labels(
    request: HttpRequest, which: Which, size: Size = "alone", skip: Skip = 0
) -> HttpResponse:
    """Labels of these containers (ids with commas between), as a PDF."""
    pks = [int(each) for each in which.split(",")][:200]
    return _pdf("eyebright", labels.container_labels(pks, size, skip), "labels")


@router.get("/batches/{pk}/labels", operation_id="batch_labels", openapi_extra=gives("application/pdf"))
def batch_labels(request: HttpRequest, pk: int, size: Size = "alone", skip: Skip = 0) -> HttpResponse:
    """A label for everything that a batch was filled into, as a PDF."""
    return _pdf(*labels.batch_labels(pk, size, skip), "labels")


@router.get("/batches/{pk}/strip", operation_id="batch_strip", openapi_extra=gives("application/pdf"))
def strip(request: HttpRequest, pk: int, vessel: int) -> HttpResponse:
    """A strip that makes a bottle a measuring jug for this batch, as a PDF."""
    return _pdf(*labels.strip(pk, vessel), "strip")


@router.get("/batches/{pk}/card", operation_id="batch_card", openapi_extra=gives("application/pdf"))
def card(request: HttpRequest, pk: int, head: int | None = None) -> HttpResponse:
    """What was made, as a card, as a PDF."""
    return _pdf(*labels.batch_card(pk, head), "card")
