"""The routes of Mix."""

from django.http import HttpRequest
from ninja import Router

from .schemas.jugs import ChainAsk, ChainOut, ChoicesOut, MixAsk, MixOut, WaysOut
from .services import answers, chains, choices

router = Router()


@router.get("/choices", response=ChoicesOut, operation_id="choices")
def jug_choices(request: HttpRequest) -> ChoicesOut:
    """Units, named aims, the rail's marks and the limits."""
    return choices.choices()


@router.post("/jug", response=MixOut, operation_id="work_out")
def jug(request: HttpRequest, ask: MixAsk) -> MixOut:
    """Work a jug out. Nothing is kept."""
    return answers.answer(ask)


@router.post("/ways", response=WaysOut, operation_id="ways")
def ways(request: HttpRequest, ask: MixAsk) -> WaysOut:
    """Three routes to a jug's aim, its spoon version, and what to measure next. Nothing is kept."""
    return answers.ways(ask)


@router.post("/chain", response=ChainOut, operation_id="work_out_chain")
def chain(request: HttpRequest, ask: ChainAsk) -> ChainOut:
    """Work out one pour after another over one head. Nothing is kept."""
    return chains.chain(ask)
