"""The routes of Safekeeping."""

from django.http import FileResponse, HttpRequest, StreamingHttpResponse
from django.utils import timezone
from ninja import File, Router, Status
from ninja.files import UploadedFile

from eyebright.heads.schemas.heads import HeadOut
from eyebright.kept.wire import gives

from .schemas import ConditionOut, CopiesOut, CopyOut, RemovedOut, RestoredOut
from .services import copies as copy_room
from .services import removed as removed_room
from .services import whole
from .services.import_head import import_head

router = Router()
ZIP = "application/zip"


@router.get("/removed", response=list[RemovedOut], operation_id="removed")
def removed(request: HttpRequest) -> list[RemovedOut]:
    """What was removed of late, the latest first."""
    return removed_room.removed()


@router.post("/removed/{kind}/{pk}/restore", response=list[RemovedOut], operation_id="put_back")
def put_back(request: HttpRequest, kind: str, pk: int) -> list[RemovedOut]:
    """Put one back."""
    return removed_room.put_back(kind, pk)


@router.get("/condition", response=ConditionOut, operation_id="condition")
def condition(request: HttpRequest) -> ConditionOut:
    """In which state the household's files are: every page is read."""
    return whole.condition_now()


@router.get("/copies", response=CopiesOut, operation_id="copies")
def copies(request: HttpRequest) -> CopiesOut:
    """The copies that are kept."""
    found = copy_room.copies()
    return CopiesOut(
        copies=[CopyOut.model_validate(each) for each in found],
        size=sum(each.size for each in found),
        trouble=copy_room.trouble[0],
    )


@router.post("/copies", response={201: CopyOut}, operation_id="make_copy")
def make_copy(request: HttpRequest) -> Status[CopyOut]:
    """Make a copy now."""
    return Status(201, CopyOut.model_validate(copy_room.make_copy("by-hand")))


@router.delete("/copies", response={204: None}, operation_id="delete_copies")
def delete_copies(request: HttpRequest) -> Status[None]:
    """Delete every copy: what was deleted for ever is in none of them then."""
    copy_room.delete_copies()
    return Status(204, None)


@router.get("/copies/{name}", operation_id="copy", openapi_extra=gives(ZIP))
def copy(request: HttpRequest, name: str) -> FileResponse:
    """A copy's ZIP."""
    return FileResponse(
        copy_room.copy_file(name).open("rb"), as_attachment=True, filename=name, content_type=ZIP
    )


@router.post("/copies/{name}/restore", response=RestoredOut, operation_id="restore_copy")
def restore_copy(request: HttpRequest, name: str) -> RestoredOut:
    """Put a copy back; of what is there a copy is made first."""
    return whole.put_back(copy_room.copy_file(name))


@router.get("/household", operation_id="backup", openapi_extra=gives(ZIP))
def backup(request: HttpRequest) -> StreamingHttpResponse:
    """The household as one ZIP, as it stands now."""
    name = f"eyebright-{timezone.localdate():%Y-%m-%d}.zip"
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return StreamingHttpResponse(whole.streamed(), content_type=ZIP, headers=headers)


@router.post("/household", response=RestoredOut, operation_id="restore_household")
def restore_household(request: HttpRequest, file: File[UploadedFile]) -> RestoredOut:
    """Put a household back from its ZIP; of what is there a copy is made first."""
    return whole.put_back(file)


@router.post("/heads", response={201: HeadOut}, operation_id="import_head")
def bring_head(request: HttpRequest, file: File[UploadedFile]) -> Status[HeadOut]:
    """A head out of the ZIP that it was saved in, with all that was kept of it."""
    return Status(201, import_head(file))
