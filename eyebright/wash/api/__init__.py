"""The routes of Wash: by name, planned, routines, recorded, and at the basin (basin.py).

Under a head's address, what it asks for and was.
"""

from datetime import date
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import Query, Router, Status

from eyebright.heads.schemas.heads import HeadOut, KeptOut
from eyebright.heads.services import find_head, today_of
from eyebright.kept.routes import Rows
from eyebright.kept.wire import gives

from ..schemas.asks import AsksOut
from ..schemas.chains import (
    SuitOut,
    WashAsk,
    WashAssessmentOut,
    WashChainChangeIn,
    WashChainIn,
    WashChainOut,
    WashChoicesOut,
)
from ..schemas.diary import WashChangeIn, WashIn
from ..schemas.over_time import DueOut, HistoryOut, WentOut
from ..schemas.planned import (
    CalendarOut,
    FeedOut,
    NewRoutineIn,
    OffersOut,
    PlannedChangeIn,
    PlannedOut,
    PlannedPlaceOut,
    PlanOut,
    PlanWashIn,
    RecordedOut,
    RecordIn,
    RoutineChangeIn,
    RoutineOut,
    WhenOut,
)
from ..services import (
    asking,
    calendar,
    chains,
    diary,
    over_time,
    planned,
    recording,
    routines,
    schedule,
    went,
)
from ..services.export_head import erase_head, export_head
from .basin import basin

router = Router()
router.add_router("", basin)
heads = Router()


# ---- washes by name ----


@router.get("/chains", response=list[WashChainOut], operation_id="wash_chains")
def wash_chains(request: HttpRequest) -> list[WashChainOut]:
    """Every wash by name."""
    return chains.wash_chains()


_chains = Rows(router, "/chains", "wash_chain", WashChainOut)
_chains.add(WashChainIn, chains.save_chain)


@router.post("/chains/read", response=WashAssessmentOut, operation_id="read_wash_chain")
def read_wash_chain(request: HttpRequest, asked: WashAsk) -> WashAssessmentOut:
    """Work a chain of formulas out over a head. Nothing is kept."""
    return chains.read_chain(asked, planned.used_before(asked))


_chains.change(WashChainChangeIn, chains.change_chain)
_chains.removal(chains.find_chain, chains.chain_out)


# ---- planned ----


@router.get("/choices", response=WashChoicesOut, operation_id="wash_choices")
def wash_choices(request: HttpRequest) -> WashChoicesOut:
    """Pauses, and ways of going on section by section."""
    return chains.choices()


@router.post("/suit", response=SuitOut, operation_id="suit_wash")
def suit(request: HttpRequest, asked: WashAsk) -> SuitOut:
    """What would make a chain suit its head: thinner, shorter, without. Nothing is kept."""
    return chains.suit_chain(asked)


@router.get("/plan", response=PlanOut, operation_id="plan")
def plan(request: HttpRequest) -> PlanOut:
    """What is planned, and what must be made for it, from now."""
    return schedule.plan_out()


@router.post("/planned", response={201: list[PlannedOut]}, operation_id="plan_wash")
def plan_wash(request: HttpRequest, payload: PlanWashIn) -> Status[list[PlannedOut]]:
    """Plan a wash, for each of some heads."""
    return Status(201, schedule.planned_places(planned.plan_wash(payload)))


@router.get("/planned/{pk}", response=PlannedPlaceOut, operation_id="planned_wash")
def planned_wash(request: HttpRequest, pk: int) -> PlannedPlaceOut:
    """One planned wash, and what must be made for it."""
    return schedule.place_of(planned.find_planned(pk))


@router.patch("/planned/{pk}", response=PlannedPlaceOut, operation_id="change_planned")
def change_planned(request: HttpRequest, pk: int, payload: PlannedChangeIn) -> PlannedPlaceOut:
    """Move it, or change what is in it."""
    return schedule.place_of(planned.change_planned(pk, payload))


Rows(router, "/planned", "planned", PlannedPlaceOut).removal_by(
    planned.remove_planned, lambda pk: schedule.place_of(planned.restore_planned(pk))
)


@router.get("/when", response=WhenOut, operation_id="when")
def when(
    request: HttpRequest,
    head: int,
    chain: int | None = None,
    occasion: str = "ordinary",
    day: date | None = None,
) -> WhenOut:
    """When a wash is next sensible for a head; `day` of the occasion that it is for."""
    return routines.when(head, chain, occasion, day)


# ---- routines ----


_routines = Rows(router, "/routines", "routine", RoutineOut)
_routines.many("routines", routines.routines, "Every routine, with its next turns.")
_routines.add(NewRoutineIn, routines.new_routine)
_routines.change(RoutineChangeIn, routines.change_routine)
_routines.removal_by(lambda pk: routines.find_routine(pk).remove(), routines.restore_routine)


# ---- as a calendar ----


@router.get("/calendar", response=CalendarOut, operation_id="calendar")
def two_months(request: HttpRequest, since: date | None = None) -> CalendarOut:
    """Two months: washes, what must be begun, use-bys, patch tests."""
    return calendar.calendar(since)


def _ics(name: str, body: bytes) -> HttpResponse:
    return HttpResponse(
        body,
        content_type="text/calendar; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.ics"', "Cache-Control": "no-store"},
    )


@router.get("/plan.ics", operation_id="plan_file", openapi_extra=gives("text/calendar"))
def plan_file(request: HttpRequest) -> HttpResponse:
    """All that is planned, as a calendar file."""
    return _ics("washes", calendar.whole_file())


@router.get("/planned/{pk}/calendar.ics", operation_id="wash_file", openapi_extra=gives("text/calendar"))
def wash_file(request: HttpRequest, pk: int) -> HttpResponse:
    """One wash with what must be made for it, as a calendar file."""
    return _ics(f"wash-{pk}", calendar.wash_file(pk))


@router.get("/feed", response=FeedOut, operation_id="feed")
def feed(request: HttpRequest) -> FeedOut:
    """Whether a calendar may subscribe to the plan."""
    return calendar.feed()


@router.post("/feed", response={201: FeedOut}, operation_id="new_feed")
def new_feed(request: HttpRequest) -> Status[FeedOut]:
    """An address with a new secret; the one before ends."""
    return Status(201, calendar.new_feed(f"{request.scheme}://{request.get_host()}"))


@router.delete("/feed", response={204: None}, operation_id="revoke_feed")
def revoke_feed(request: HttpRequest) -> Status[None]:
    """End it."""
    calendar.revoke_feed()
    return Status(204, None)


@router.get("/feed/{secret}.ics", operation_id="feed_file", openapi_extra=gives("text/calendar"))
def feed_file(request: HttpRequest, secret: str) -> HttpResponse:
    """The plan, for a calendar that knows the secret."""
    return _ics("washes", calendar.feed_file(secret))


# ---- recorded ----


@router.get("/formulas/{pk}/went", response=list[WentOut], operation_id="formula_went")
def formula_went(request: HttpRequest, pk: int) -> list[WentOut]:
    """How the washes with a formula went, version by version."""
    return went.went(pk)


@router.get("/offers/{head}", response=OffersOut, operation_id="offers")
def offers(request: HttpRequest, head: int) -> OffersOut:
    """What a head may have been washed with, the likeliest first."""
    return recording.offers(head)


@router.post("/record", response={201: RecordedOut}, operation_id="record_wash")
def record(request: HttpRequest, payload: RecordIn) -> Status[RecordedOut]:
    """Record a wash that was done."""
    return Status(201, recording.record(payload))


@router.post("/record/back", response={204: None}, operation_id="take_record_back")
def take_record_back(request: HttpRequest, payload: RecordedOut) -> Status[None]:
    """Undo that."""
    recording.take_record_back(payload)
    return Status(204, None)


# ---- a head's washes ----


@heads.get("/due", response=list[DueOut], operation_id="due")
def due(request: HttpRequest) -> list[DueOut]:
    """Patch tests that run or are due."""
    return over_time.due()


@heads.delete("/{pk}/whole", response={204: None}, operation_id="erase_head")
def erase(request: HttpRequest, response: HttpResponse, pk: int) -> Status[None]:
    """Delete a head and all that is kept of it, in every place, for good; the browser lets go of it too."""
    response["Clear-Site-Data"] = '"cache"'
    erase_head(find_head(pk, also_removed=True))
    return Status(204, None)


@heads.get("/{pk}/whole", operation_id="whole_head", openapi_extra=gives("application/zip"))
def whole(request: HttpRequest, pk: int) -> HttpResponse:
    """All that is kept of a head, in every place: a ZIP of `head.json` and its pictures."""
    found = find_head(pk, also_removed=True)
    name = slugify(found.name) or f"head-{found.pk}"
    return HttpResponse(
        export_head(found),
        content_type="application/zip",
        headers={"Content-Disposition": f'attachment; filename="{name}.zip"'},
    )


@heads.get("/{pk}/asks", response=AsksOut, operation_id="asks")
def asks(
    request: HttpRequest,
    pk: int,
    occasion: str = "ordinary",
    on_scalp: Annotated[list[str], Query()] = [],  # noqa: B006
    on_strands: Annotated[list[str], Query()] = [],  # noqa: B006
) -> AsksOut:
    """What this head asks for today."""
    return asking.asks(pk, today_of(occasion, on_scalp, on_strands))


@heads.get("/{pk}/history", response=HistoryOut, operation_id="history")
def history(request: HttpRequest, pk: int) -> HistoryOut:
    """Its check-ins and outcomes, as small charts take them."""
    return over_time.history(pk)


@heads.post("/{pk}/washes", response={201: KeptOut}, operation_id="wash")
def wash(request: HttpRequest, pk: int, payload: WashIn) -> Status[KeptOut]:
    """A preparation that was used."""
    return Status(201, diary.wash(pk, payload))


@heads.patch("/{pk}/washes/{wash}/outcome", response=KeptOut, operation_id="change_wash")
def change_wash(request: HttpRequest, pk: int, wash: int, payload: WashChangeIn) -> KeptOut:
    """How it went, and whether the head learns from it."""
    return diary.change_wash(pk, wash, payload)


@heads.delete("/{pk}/washes/{wash}", response=HeadOut, operation_id="remove_wash")
def remove_wash(request: HttpRequest, pk: int, wash: int) -> HeadOut:
    """Remove a wash; `restore` brings it back."""
    return diary.remove(pk, wash)


@heads.post("/{pk}/washes/{wash}/restore", response=HeadOut, operation_id="restore_wash")
def restore_wash(request: HttpRequest, pk: int, wash: int) -> HeadOut:
    """Bring it back."""
    return diary.restore(pk, wash)
