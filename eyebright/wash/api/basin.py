"""The routes of the basin: a wash under way, and how one went."""

from django.http import HttpRequest
from ninja import Router, Status

from eyebright.kept.routes import Rows

from ..schemas.basin import (
    BasinChangeIn,
    BasinMarkIn,
    BeginWashIn,
    EndedOut,
    EndIn,
    PressIn,
    ReviewIn,
    ReviewsOut,
    RunOut,
    RunRowOut,
    UndoIn,
)
from ..services.basin import ending, pressing, reviews, runs, serializers

basin = Router()


@basin.get("/runs", response=list[RunRowOut], operation_id="washes_under_way")
def washes_under_way(request: HttpRequest) -> list[RunRowOut]:
    """Washes that are begun and not ended, each with its next ring."""
    return serializers.rows_under_way()


@basin.post("/runs", response={201: RunOut}, operation_id="begin_wash")
def begin_wash(request: HttpRequest, payload: BeginWashIn) -> Status[RunOut]:
    """Begin a wash: one that is planned, or on the spot; begun already, it is that one."""
    return Status(201, serializers.run_out(runs.begin(payload)))


@basin.get("/runs/{pk}", response=RunOut, operation_id="wash_run")
def wash_run(request: HttpRequest, pk: int) -> RunOut:
    """A wash at the basin, as it stands."""
    return serializers.run_out(runs.find_run(pk))


@basin.post("/runs/{pk}/press", response=RunOut, operation_id="press_step")
def press_step(request: HttpRequest, pk: int, payload: PressIn) -> RunOut:
    """A step is done; pressed twice, it is done once."""
    return pressing.press(pk, payload)


@basin.post("/runs/{pk}/undo", response=RunOut, operation_id="undo_press")
def undo_press(request: HttpRequest, pk: int, payload: UndoIn) -> RunOut:
    """Take the last press back, by its id: once, and no other."""
    return pressing.undo(pk, payload)


@basin.post("/runs/{pk}/mark", response=RunOut, operation_id="mark_run")
def mark_run(request: HttpRequest, pk: int, payload: BasinMarkIn) -> RunOut:
    """What happens beside the steps: how the head is held, what goes amiss, help, a belief, a temperature."""
    return pressing.mark(pk, payload)


@basin.post("/runs/{pk}/change", response=RunOut, operation_id="change_run")
def change_run(request: HttpRequest, pk: int, payload: BasinChangeIn) -> RunOut:
    """Change what is still to come: swap, leave out, add, pour again."""
    return pressing.change(pk, payload)


@basin.post("/runs/{pk}/end", response=EndedOut, operation_id="end_wash")
def end_wash(request: HttpRequest, pk: int, payload: EndIn) -> EndedOut:
    """End a wash: what was done is kept, and teaches."""
    return ending.end(pk, payload)


@basin.post("/runs/{pk}/reopen", response=RunOut, operation_id="reopen_wash")
def reopen_wash(request: HttpRequest, pk: int) -> RunOut:
    """Undo its end."""
    return ending.reopen(pk)


Rows(basin, "/runs", "run", RunOut).removal_by(
    runs.discard, lambda pk: serializers.run_out(runs.take_up(pk)), remove="discard_run"
)


# ---- how it went ----


@basin.get("/planned/{pk}/reviews", response=ReviewsOut, operation_id="reviews")
def reviews_of(request: HttpRequest, pk: int) -> ReviewsOut:
    """How a wash went, and what is still to be asked."""
    return reviews.reviews(pk)


@basin.post("/planned/{pk}/reviews", response=ReviewsOut, operation_id="review_wash")
def review_wash(request: HttpRequest, pk: int, payload: ReviewIn) -> ReviewsOut:
    """Tell how a wash went, at one time; told again, it is corrected."""
    return reviews.review(pk, payload)


@basin.delete("/planned/{pk}/reviews/{when}", response=ReviewsOut, operation_id="take_review_back")
def take_review_back(request: HttpRequest, pk: int, when: str) -> ReviewsOut:
    """Take one of them back, and what was learnt from it."""
    return reviews.take_back(pk, when)
