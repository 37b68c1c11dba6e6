"""The routes of the journal: jugs of Mix, each a batch."""

from typing import Annotated, get_args

from django.http import HttpRequest
from ninja import Query, Router, Status

from eyebright.mix.schemas.jugs import CorrectionsOut

from ..schemas.entries import BeginIn, EntriesOut, EntryIn, EntryOut, Feel, FeelingsOut, PutRightIn
from ..services import entries as services

router = Router()


@router.get("/feelings", response=FeelingsOut, operation_id="feelings")
def feelings(request: HttpRequest) -> FeelingsOut:
    """The words for how a rinse felt."""
    return FeelingsOut(feel=list(get_args(Feel)))


@router.get("/entries", response=EntriesOut, operation_id="entries")
def entries(
    request: HttpRequest,
    find: Annotated[str, Query(max_length=200)] = "",
    offset: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    limit: Annotated[int, Query(ge=1, le=1000)] = services.PAGE,
) -> EntriesOut:
    """A page of entries, newest first."""
    return services.entries(find, offset, limit)


@router.post("/entries", response={201: EntryOut}, operation_id="begin_entry")
def begin(request: HttpRequest, entered: BeginIn) -> Status[EntryOut]:
    """Start pouring a rinse: from here on it is on record."""
    return Status(201, services.begin(entered))


@router.get("/entries/{pk}", response=EntryOut, operation_id="entry")
def entry(request: HttpRequest, pk: int) -> EntryOut:
    """One entry."""
    return services.entry_out(services.find_entry(pk))


@router.patch("/entries/{pk}", response=EntryOut, operation_id="change_entry")
def change(request: HttpRequest, pk: int, entered: EntryIn) -> EntryOut:
    """Note a step, a reading, how it felt."""
    return services.change(pk, entered)


@router.delete("/entries/{pk}", response={204: None}, operation_id="remove_entry")
def remove(request: HttpRequest, pk: int) -> Status[None]:
    """Take an entry out of the journal; `restore` puts it back."""
    services.remove(pk)
    return Status(204, None)


@router.post("/entries/{pk}/restore", response=EntryOut, operation_id="restore_entry")
def restore(request: HttpRequest, pk: int) -> EntryOut:
    """Put it back."""
    return services.restore(pk)


@router.post("/entries/{pk}/put-right", response=CorrectionsOut, operation_id="put_right")
def put_right(request: HttpRequest, pk: int, entered: PutRightIn) -> CorrectionsOut:
    """Ways to put a jug right that reads wrong. Nothing is kept."""
    return services.put_entry_right(pk, entered)
