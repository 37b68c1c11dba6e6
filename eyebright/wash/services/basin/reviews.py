"""How a wash went: asked at three times, told in ten seconds, and what is learnt from follows."""

from collections.abc import Iterable
from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone

from eyebright.core.basin import advice_of, answered, asks, due_of, questions_for, telling, telling_key
from eyebright.core.formulas.model import families
from eyebright.core.formulas.model import washes as cleansing
from eyebright.core.heads import record_as_kept
from eyebright.core.learning import outcomes
from eyebright.heads.models import Head, Picture
from eyebright.heads.services import picture_out, wash_out
from eyebright.kept.clock import aware
from eyebright.kept.problems import Problem, one

from ...models import PlannedWash, Review
from ...models import Wash as KeptWash
from ...schemas.basin import DueReviewOut, ReviewIn, ReviewQuestionOut, ReviewsOut, ReviewTimeOut
from ...snapshots import DoneSnapshot
from ..planned import find_planned
from .basin_links import next_planned

BACK = timedelta(days=6)  # a wash is asked after for so long
NOT_ENDED = "This wash is not ended yet: end it first, then say how it went."
TO_COME = "That has not happened yet."
TOO_SOON = "{name}: ask again from {start} on; the wash ended {ended}."


def reviews(pk: int) -> ReviewsOut:
    """How a wash went, and what is still to be asked."""
    planned = _ended(pk)
    kept = {row.when: row for row in planned.reviews.select_related("picture")}
    locs, now = _locs(planned.head), timezone.now()
    rows = list(planned.parts.select_related("formula", "batch").order_by("at", "id"))
    about = _about(rows, locs)
    taught = _teaches(rows)
    run = getattr(planned, "run", None)
    done = run.snapshot.done if run is not None and run.removed_at is None else DoneSnapshot()
    assert planned.done_at is not None
    return ReviewsOut(
        planned=planned.pk, head=planned.head_id, head_name=planned.head.name, name=planned.name,
        ended_at=planned.done_at,
        done=done.says or [_part_says(row) for row in rows],
        beware=[f"{each.what} {each.instead}" for each in done.cautions],
        times=[
            _time_out(due.ask.key, due.ask.name, (due.start, due.remind), kept.get(due.ask.key), about, now)
            for due in due_of(planned.done_at, locs, next_planned(planned, planned.done_at))
        ],
        learnt=wash_out(taught).learnt if taught else "",
        counts=taught.counts if taught else False,
        lift=done.lift,
    )  # fmt: skip


def _ended(pk: int) -> PlannedWash:
    planned = find_planned(pk)
    if planned.done_at is None:
        raise Problem.field("when", NOT_ENDED)
    return planned


def _locs(head: Head) -> bool:
    return record_as_kept(head.answers, timezone.localdate()).record.style == "locs"


def _about(rows: Iterable[KeptWash], locs: bool) -> set[str]:
    """What is asked about: whether anything was washed or rinsed out, and whether the head has locs."""
    every = list(rows)
    stays = bool(every) and all(_left_in(row) for row in every)
    return {"left_in" if stays else "washed"} | ({"locs"} if locs else set())


def _left_in(row: KeptWash) -> bool:
    """Whether it stays in: as its formula says, else as its family does."""
    if row.formula is not None:
        use: object = row.formula.body.get("use")
        return use == "left_in"
    return row.family in families() and families()[row.family].stays


def _part_says(row: KeptWash) -> str:
    shown = wash_out(row)
    minutes = f", {shown.minutes:g} min" if shown.minutes else ""
    return f"{shown.name}{minutes}."


def _teaches(rows: Iterable[KeptWash]) -> KeptWash | None:
    """The part that the answer stands by: the last that cleans, or the last."""
    every = list(rows)
    cleaning = [row for row in every if row.family in cleansing()] or every
    return cleaning[-1] if cleaning else None


def _time_out(
    when: str, name: str, at: tuple[datetime, datetime], review: Review | None, about: set[str], now: datetime
) -> ReviewTimeOut:
    start, remind = at
    asked = questions_for(when, about)
    answers = answered(when, review.answers) if review else None
    return ReviewTimeOut(
        when=when, name=name, start=timezone.localtime(start), remind=timezone.localtime(remind),
        open=start <= now,
        questions=[
            ReviewQuestionOut(key=each.key, ask=each.ask, choices=list(each.choices)) for each in asked
        ],
        answers=answers, passed_over=review is not None and not answers,
        unsure=review.unsure if review else False,
        note=review.note if review else "", picture=picture_out(review.picture) if review else None,
        advice=list(advice_of(answers or {})),
    )  # fmt: skip


@transaction.atomic
def review(pk: int, payload: ReviewIn) -> ReviewsOut:
    """Tell how a wash went, at one time; told again, it is corrected. What is learnt follows."""
    planned = _ended(pk)
    assert planned.done_at is not None
    if payload.when not in asks():
        raise Problem.field("when", "Choose one of the ones offered.")
    now, ask = timezone.now(), asks()[payload.when]
    at = aware(payload.at) if payload.at else now
    if at > now + timedelta(minutes=5):
        raise Problem.field("at", TO_COME)
    start = planned.done_at + timedelta(hours=ask.start)
    if at < start:
        zone = timezone.get_current_timezone()
        says = TOO_SOON.format(
            name=ask.name.capitalize(), start=f"{start.astimezone(zone):%A %H:%M}",
            ended=f"{planned.done_at.astimezone(zone):%A %H:%M}",
        )  # fmt: skip
        raise Problem.field("when", says)
    about = _about(planned.parts.select_related("formula"), _locs(planned.head))
    asked = {each.key: each for each in questions_for(payload.when, about)}
    for key, place in payload.answers.items():
        if key not in asked or not 0 <= place < len(asked[key].choices):
            raise Problem.field(f"answers.{key}", "Choose one of the ones offered.")
    picture = None
    if payload.picture is not None:
        picture = Picture.objects.filter(pk=payload.picture, head=planned.head_id).first()
        if picture is None:
            raise Problem.field("picture", "That picture is gone: choose another.")
    row = planned.reviews.filter(when=payload.when).first() or Review(planned=planned, when=payload.when)
    row.at, row.answers, row.unsure, row.note = at, dict(payload.answers), payload.unsure, payload.note
    row.picture = picture
    row.save()
    _teach(planned)
    return reviews(pk)


@transaction.atomic
def take_back(pk: int, when: str) -> ReviewsOut:
    """Take one of them back; what was learnt from it goes with it."""
    planned = _ended(pk)
    row = planned.reviews.filter(when=when).first()
    if row is None:
        raise Problem.gone("answer")
    row.remove()
    _teach(planned)
    return reviews(pk)


@transaction.atomic
def restore_review(pk: int) -> None:
    """Undo that; where something else was told since, that stands."""
    row: Review = one(Review.with_removed.select_related("planned__head"), pk, "answer")
    if row.planned.reviews.filter(when=row.when).exists():
        raise Problem.field("when", "Something else was told since: take that back first.")
    row.restore()
    _teach(row.planned)


def _teach(planned: PlannedWash) -> None:
    """The answer that counts stands by the wash: what is learnt reads it there."""
    taught = _teaches(planned.parts.order_by("at", "id"))
    if taught is None:
        return
    rows = {row.when: row for row in planned.reviews.all()}
    counts = telling({when: answered(when, row.answers) for when, row in rows.items()})
    taught.answer = None if counts is None else min(counts[1], len(outcomes()) - 1)
    if counts is not None:
        taught.heard, taught.unsure = counts[0], rows[counts[0]].unsure
    taught.save(update_fields=["answer", "heard", "unsure", "version"])


def answer_corrected(found: KeptWash) -> None:
    """An answer that was corrected where the wash is recorded is the one that was told, at its time."""
    if found.planned_id is None:
        return
    row = Review.objects.filter(planned=found.planned_id, when=found.heard).first()
    if row is None:
        return
    tells = telling_key()
    rest = {key: place for key, place in row.answers.items() if key != tells}
    row.answers = rest if found.answer is None else rest | {tells: found.answer}
    row.save()


def due_reviews(now: datetime | None = None) -> list[DueReviewOut]:
    """Washes that are to be asked after by now: each time once, and only the latest of those that are due."""
    now = now or timezone.now()
    rows = PlannedWash.objects.filter(
        done_at__gt=now - BACK, done_at__lte=now, head__removed_at=None, parts__removed_at=None
    ).distinct()
    out = []
    for planned in rows.select_related("head").prefetch_related("reviews"):
        answered = {row.when for row in planned.reviews.all() if row.removed_at is None}
        assert planned.done_at is not None
        dues = due_of(planned.done_at, _locs(planned.head), next_planned(planned, planned.done_at))
        late = [due for due in dues if due.remind <= now]
        if not late or late[-1].ask.key in answered:
            continue
        last = late[-1]
        out.append(
            DueReviewOut(
                planned=planned.pk, head_name=planned.head.name, name=planned.name, when=last.ask.key,
                says=f"how is it {last.ask.name}?", at=timezone.localtime(last.remind),
            )
        )  # fmt: skip
    return out
