"""The routes of the journal: jugs of Mix, each a batch."""

from typing import Annotated, get_args

from django.http import HttpRequest
from ninja import Query, Router, Status

from eyebright.kept.routes import Rows
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
def begin(request: HttpRequest, payload: BeginIn) -> Status[EntryOut]:
    """Start pouring a rinse: from here on it is on record."""
    return Status(201, services.begin(payload))


_entries = Rows(router, "/entries", "entry", EntryOut)
_entries.one(lambda pk: services.entry_out(services.find_entry(pk)))
_entries.change(EntryIn, services.change, "Note a step, a reading, how it felt.")
_entries.removal_by(services.remove, services.restore)


@router.post("/entries/{pk}/put-right", response=CorrectionsOut, operation_id="put_right")
def put_right(request: HttpRequest, pk: int, payload: PutRightIn) -> CorrectionsOut:
    """Ways to put a jug right that reads wrong. Nothing is kept."""
    return services.put_entry_right(pk, payload)
