"""The routes of Heads."""

from django.http import FileResponse, HttpRequest
from ninja import File, Router, Status
from ninja.files import UploadedFile

from eyebright.kept.problems import one
from eyebright.kept.routes import Rows
from eyebright.kept.wire import Content, gives

from . import services
from .schemas.diary import (
    CheckInIn,
    Diary,
    LittleTestIn,
    PassOut,
    PatchResultIn,
    PatchTestIn,
    PictureOut,
)
from .schemas.heads import BlockedOut, HeadChangeIn, HeadIn, HeadOut, HeadRowOut, KeptOut
from .schemas.questions import QuestionsOut
from .services.pictures import jpeg_of, keep_picture

router = Router()


@router.get("/questions", response=QuestionsOut, operation_id="questions")
def questions(request: HttpRequest) -> QuestionsOut:
    """Everything that is asked of a head."""
    return services.questions()


@router.get("/blocked", response=list[BlockedOut], operation_id="blocked")
def blocked(request: HttpRequest) -> list[BlockedOut]:
    """What some head must not have."""
    return services.blocked()


@router.get("", response=list[HeadRowOut], operation_id="heads")
def heads(request: HttpRequest) -> list[HeadRowOut]:
    """Every head."""
    return services.head_rows()


_heads = Rows(router, "", "head", HeadOut)
_heads.add(HeadIn, lambda payload: services.head_out(services.save_head(payload)))
_heads.one(lambda pk: services.head_out(services.find_head(pk)))
_heads.change(
    HeadChangeIn,
    lambda pk, payload: services.head_out(services.change_head(pk, payload)),
    "Change its record; a question that is left out keeps its answer.",
)
_heads.removal(services.find_head, services.head_out)


@router.post("/{pk}/pictures", response={201: PictureOut}, operation_id="add_picture")
def add_picture(request: HttpRequest, pk: int, picture: File[UploadedFile]) -> Status[PictureOut | None]:
    """Keep a picture, stripped of everything but its pixels."""
    return Status(201, services.picture_out(keep_picture(services.find_head(pk), picture)))


@router.get("/{pk}/pictures/{picture}", operation_id="picture", openapi_extra=gives("image/jpeg"))
def picture(request: HttpRequest, pk: int, picture: int, of: Content = "") -> FileResponse:
    """A picture's JPEG, if its content is still the one that was asked for."""
    found = one(services.find_head(pk).pictures.all(), picture, "picture")
    return FileResponse(jpeg_of(found, of, "picture"), content_type="image/jpeg")


@router.delete("/{pk}/pictures/{picture}", response={204: None}, operation_id="delete_picture")
def delete_picture(request: HttpRequest, pk: int, picture: int) -> Status[None]:
    """Delete a picture for good, its file too."""
    one(services.find_head(pk).pictures.all(), picture, "picture").delete()
    return Status(204, None)


@router.get("/{pk}/passes", response=list[PassOut], operation_id="passes")
def passes(request: HttpRequest, pk: int) -> list[PassOut]:
    """The stops that were passed on this head, the newest first."""
    return services.passes(pk)


@router.post("/{pk}/check-ins", response={201: KeptOut}, operation_id="check_in")
def check_in(request: HttpRequest, pk: int, payload: CheckInIn) -> Status[KeptOut]:
    """How the scalp is today."""
    return Status(201, services.check_in(pk, payload))


@router.post("/{pk}/little-tests", response={201: KeptOut}, operation_id="little_test")
def little_test(request: HttpRequest, pk: int, payload: LittleTestIn) -> Status[KeptOut]:
    """The outcome of a little test."""
    return Status(201, services.little_test(pk, payload))


@router.post("/{pk}/patch-tests", response={201: KeptOut}, operation_id="patch_test")
def patch_test(request: HttpRequest, pk: int, payload: PatchTestIn) -> Status[KeptOut]:
    """Start a patch test."""
    return Status(201, services.patch_test(pk, payload))


@router.patch("/{pk}/patch-tests/{test}/result", response=KeptOut, operation_id="patch_result")
def patch_result(request: HttpRequest, pk: int, test: int, payload: PatchResultIn) -> KeptOut:
    """What the arm showed."""
    return services.patch_result(pk, test, payload)


@router.delete("/{pk}/{kind}/{entry}", response=HeadOut, operation_id="take_out_of_diary")
def remove(request: HttpRequest, pk: int, kind: Diary, entry: int) -> HeadOut:
    """Remove a check-in or a test; `restore` brings it back."""
    return services.remove(pk, kind, entry)


@router.post("/{pk}/{kind}/{entry}/restore", response=HeadOut, operation_id="restore_in_diary")
def restore(request: HttpRequest, pk: int, kind: Diary, entry: int) -> HeadOut:
    """Bring it back."""
    return services.restore(pk, kind, entry)
