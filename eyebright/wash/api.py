"""The routes of Wash: washes by name; under a head's address, what happened on it and what it asks for."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import Query, Router, Status

from eyebright.config.wire import gives
from eyebright.heads.schemas.heads import HeadOut, KeptOut
from eyebright.heads.services import find_head, today_of

from .schemas.asks import AsksOut
from .schemas.chains import WashAsk, WashAssessmentOut, WashChainChangeIn, WashChainIn, WashChainOut
from .schemas.diary import WashChangeIn, WashIn
from .schemas.over_time import DueOut, HistoryOut
from .services import asking, chains, diary, over_time
from .services.export_head import erase_head, export_head

router = Router()
heads = Router()


# ---- washes by name ----


@router.get("/chains", response=list[WashChainOut], operation_id="wash_chains")
def wash_chains(request: HttpRequest) -> list[WashChainOut]:
    """Every wash by name."""
    return chains.wash_chains()


@router.post("/chains", response={201: WashChainOut}, operation_id="add_wash_chain")
def add_wash_chain(request: HttpRequest, entered: WashChainIn) -> Status[WashChainOut]:
    """Keep a wash by name."""
    return Status(201, chains.save_chain(entered))


@router.post("/chains/read", response=WashAssessmentOut, operation_id="read_wash_chain")
def read_wash_chain(request: HttpRequest, asked: WashAsk) -> WashAssessmentOut:
    """Work a chain of formulas out over a head. Nothing is kept."""
    return chains.read_chain(asked)


@router.patch("/chains/{pk}", response=WashChainOut, operation_id="change_wash_chain")
def change_wash_chain(request: HttpRequest, pk: int, entered: WashChainChangeIn) -> WashChainOut:
    """Change a wash."""
    return chains.change_chain(pk, entered)


@router.delete("/chains/{pk}", response={204: None}, operation_id="remove_wash_chain")
def remove_wash_chain(request: HttpRequest, pk: int) -> Status[None]:
    """Remove a wash; `restore` brings it back."""
    chains.find_chain(pk).remove()
    return Status(204, None)


@router.post("/chains/{pk}/restore", response=WashChainOut, operation_id="restore_wash_chain")
def restore_wash_chain(request: HttpRequest, pk: int) -> WashChainOut:
    """Restore a wash that was removed."""
    kept = chains.find_chain(pk, also_removed=True)
    kept.restore()
    return chains.chain_out(kept)


# ---- a head's washes ----


@heads.get("/due", response=list[DueOut], operation_id="due")
def due(request: HttpRequest) -> list[DueOut]:
    """Patch tests that run or are due."""
    return over_time.due()


@heads.delete("/{pk}/whole", response={204: None}, operation_id="erase_head")
def erase(request: HttpRequest, pk: int) -> Status[None]:
    """Delete a head and all that is kept of it, in every place, for good."""
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
def wash(request: HttpRequest, pk: int, entered: WashIn) -> Status[KeptOut]:
    """A preparation that was used."""
    return Status(201, diary.wash(pk, entered))


@heads.patch("/{pk}/washes/{wash}/outcome", response=KeptOut, operation_id="change_wash")
def change_wash(request: HttpRequest, pk: int, wash: int, entered: WashChangeIn) -> KeptOut:
    """How it went, and whether the head learns from it."""
    return diary.change_wash(pk, wash, entered)


@heads.delete("/{pk}/washes/{wash}", response=HeadOut, operation_id="remove_wash")
def remove_wash(request: HttpRequest, pk: int, wash: int) -> HeadOut:
    """Remove a wash; `restore` brings it back."""
    return diary.remove(pk, wash)


@heads.post("/{pk}/washes/{wash}/restore", response=HeadOut, operation_id="restore_wash")
def restore_wash(request: HttpRequest, pk: int, wash: int) -> HeadOut:
    """Bring it back."""
    return diary.restore(pk, wash)
