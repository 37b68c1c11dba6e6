"""The routes of Heads."""

from typing import Annotated

from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from eyebright.config.problems import Problem, one

from . import services
from .pictures import keep_picture, there
from .schemas.asks import AsksOut
from .schemas.diary import (
    CheckInIn,
    Diary,
    LittleTestIn,
    PatchResultIn,
    PatchTestIn,
    PictureOut,
    WashChangeIn,
    WashIn,
)
from .schemas.heads import HeadIn, HeadOut, HeadRowOut, KeptOut
from .schemas.over_time import BlockedOut, DueOut, HistoryOut
from .schemas.questions import QuestionsOut
from .whole import erase_head, whole_head

router = Router()


@router.get("/questions", response=QuestionsOut, operation_id="questions")
def questions(request: HttpRequest) -> QuestionsOut:
    """Everything that is asked of a head."""
    return services.questions()


@router.get("/due", response=list[DueOut], operation_id="due")
def due(request: HttpRequest) -> list[DueOut]:
    """Patch tests that run or are due."""
    return services.due()


@router.get("/blocked", response=list[BlockedOut], operation_id="blocked")
def blocked(request: HttpRequest) -> list[BlockedOut]:
    """What some head must not have."""
    return services.blocked()


@router.get("", response=list[HeadRowOut], operation_id="heads")
def heads(request: HttpRequest) -> list[HeadRowOut]:
    """Every head."""
    return services.head_rows()


@router.post("", response={201: HeadOut}, operation_id="add_head")
def add_head(request: HttpRequest, entered: HeadIn) -> Status[HeadOut]:
    """A new head."""
    return Status(201, services.head_out(services.save_head(entered)))


@router.get("/{pk}", response=HeadOut, operation_id="head")
def head(request: HttpRequest, pk: int) -> HeadOut:
    """One head."""
    return services.head_out(services.find_head(pk))


@router.put("/{pk}", response=HeadOut, operation_id="change_head")
def change_head(request: HttpRequest, pk: int, entered: HeadIn) -> HeadOut:
    """Change its record; a question that is left out keeps its answer."""
    return services.head_out(services.save_head(entered, services.find_head(pk)))


@router.delete("/{pk}", response={204: None}, operation_id="remove_head")
def remove_head(request: HttpRequest, pk: int) -> Status[None]:
    """Put a head aside; `restore` brings it back."""
    services.find_head(pk).take_away()
    return Status(204, None)


@router.post("/{pk}/restore", response=HeadOut, operation_id="restore_head")
def restore_head(request: HttpRequest, pk: int) -> HeadOut:
    """Bring it back."""
    found = services.find_head(pk, also_removed=True)
    found.put_back()
    return services.head_out(found)


@router.delete("/{pk}/whole", response={204: None}, operation_id="erase_head")
def erase(request: HttpRequest, pk: int) -> Status[None]:
    """Delete a head and all that is kept of it, in every place, for good."""
    erase_head(services.find_head(pk, also_removed=True))
    return Status(204, None)


@router.get("/{pk}/whole", operation_id="whole_head")
def whole(request: HttpRequest, pk: int) -> HttpResponse:
    """All that is kept of a head, in every place: a ZIP of `head.json` and its pictures."""
    found = services.find_head(pk, also_removed=True)
    name = slugify(found.name) or f"head-{found.pk}"
    return HttpResponse(
        whole_head(found),
        content_type="application/zip",
        headers={"Content-Disposition": f'attachment; filename="{name}.zip"'},
    )


@router.get("/{pk}/asks", response=AsksOut, operation_id="asks")
def asks(
    request: HttpRequest,
    pk: int,
    occasion: str = "ordinary",
    on_scalp: Annotated[list[str], Query()] = [],  # noqa: B006
    on_strands: Annotated[list[str], Query()] = [],  # noqa: B006
) -> AsksOut:
    """What this head asks for today."""
    return services.asks(pk, services.today_of(occasion, on_scalp, on_strands))


@router.get("/{pk}/history", response=HistoryOut, operation_id="history")
def history(request: HttpRequest, pk: int) -> HistoryOut:
    """Its check-ins and outcomes, as small charts take them."""
    return services.history(pk)


@router.post("/{pk}/pictures", response={201: PictureOut}, operation_id="add_picture")
def add_picture(request: HttpRequest, pk: int, picture: File[UploadedFile]) -> Status[PictureOut | None]:
    """Keep a picture, stripped of everything but its pixels."""
    return Status(201, services.picture_out(keep_picture(services.find_head(pk), picture)))


@router.get("/{pk}/pictures/{picture}", operation_id="picture")
def picture(request: HttpRequest, pk: int, picture: int) -> FileResponse:
    """A picture's JPEG."""
    found = one(services.find_head(pk).pictures.all(), picture, "picture")
    if not there(found):
        raise Problem.gone("picture")
    return FileResponse(
        found.file.open("rb"), content_type="image/jpeg", headers={"Cache-Control": "private, max-age=86400"}
    )


@router.delete("/{pk}/pictures/{picture}", response={204: None}, operation_id="delete_picture")
def delete_picture(request: HttpRequest, pk: int, picture: int) -> Status[None]:
    """Delete a picture for good, its file too."""
    one(services.find_head(pk).pictures.all(), picture, "picture").delete()
    return Status(204, None)


@router.post("/{pk}/check-ins", response={201: KeptOut}, operation_id="check_in")
def check_in(request: HttpRequest, pk: int, entered: CheckInIn) -> Status[KeptOut]:
    """How the scalp is today."""
    return Status(201, services.check_in(pk, entered))


@router.post("/{pk}/little-tests", response={201: KeptOut}, operation_id="little_test")
def little_test(request: HttpRequest, pk: int, entered: LittleTestIn) -> Status[KeptOut]:
    """The outcome of a little test."""
    return Status(201, services.little_test(pk, entered))


@router.post("/{pk}/patch-tests", response={201: KeptOut}, operation_id="patch_test")
def patch_test(request: HttpRequest, pk: int, entered: PatchTestIn) -> Status[KeptOut]:
    """Start a patch test."""
    return Status(201, services.patch_test(pk, entered))


@router.patch("/{pk}/patch-tests/{test}/result", response=KeptOut, operation_id="patch_result")
def patch_result(request: HttpRequest, pk: int, test: int, entered: PatchResultIn) -> KeptOut:
    """What the arm showed."""
    return services.patch_result(pk, test, entered)


@router.post("/{pk}/washes", response={201: KeptOut}, operation_id="wash")
def wash(request: HttpRequest, pk: int, entered: WashIn) -> Status[KeptOut]:
    """A preparation that was used."""
    return Status(201, services.wash(pk, entered))


@router.patch("/{pk}/washes/{wash}/outcome", response=KeptOut, operation_id="change_wash")
def change_wash(request: HttpRequest, pk: int, wash: int, entered: WashChangeIn) -> KeptOut:
    """How it went, and whether the head learns from it."""
    return services.change_wash(pk, wash, entered)


@router.delete("/{pk}/{kind}/{entry}", response=HeadOut, operation_id="take_out_of_diary")
def take_away(request: HttpRequest, pk: int, kind: Diary, entry: int) -> HeadOut:
    """Take a check-in, a test or a wash out; `restore` puts it back."""
    return services.take_away(pk, kind, entry)


@router.post("/{pk}/{kind}/{entry}/restore", response=HeadOut, operation_id="put_back_in_diary")
def put_back(request: HttpRequest, pk: int, kind: Diary, entry: int) -> HeadOut:
    """Put it back."""
    return services.put_back(pk, kind, entry)
