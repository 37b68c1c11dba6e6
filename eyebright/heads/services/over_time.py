"""What was, what waits and what is barred: histories thinned, reminders, blocks."""

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db import connection
from django.db.models import FloatField, Func, QuerySet
from django.utils import timezone

from eyebright.core.heads import tables
from eyebright.core.learning import outcomes
from eyebright.core.materials import library
from eyebright.core.numbers import thin

from ..models import Head, PatchTest
from ..schemas.over_time import BlockedOut, DueOut, HistoryOut, LineOut
from .known import find_head
from .shown import due_at, picture_out, state_of

SHOWN_PICTURES = 24
POINTS = 120  # of a small chart


class Seconds(Func):
    """A time as seconds since 1970, so that a long history is not read date by date."""

    template = "((julianday(%(expressions)s) - 2440587.5) * 86400.0)"
    output_field = FloatField()


def _plain(asked: QuerySet[Any, Any]) -> list[tuple[float, ...]]:
    """Rows of plain numbers just as the database has them: a long history is not read value by value."""
    with connection.cursor() as cursor:
        cursor.execute(*asked.query.sql_with_params())
        found: list[tuple[float, ...]] = cursor.fetchall()
    return found


def history(pk: int) -> HistoryOut:
    """Check-ins and outcomes, thinned to what a small chart can show."""
    head = find_head(pk)
    keys = list(tables().check_in)
    rows = _plain(head.check_ins(manager="present").order_by("at").values_list(Seconds("at"), *keys))
    at, values = thin([row[0] for row in rows], [row[1:] for row in rows], POINTS)
    judged = head.washes(manager="present").filter(answer__isnull=False).order_by("at")
    outcome = _plain(judged.values_list(Seconds("at"), "answer"))
    went_at, went = thin([row[0] for row in outcome], [row[1:] for row in outcome], POINTS)
    pictures = head.pictures.order_by("-made_at")[:SHOWN_PICTURES]
    return HistoryOut(
        at=_times(at),
        lines=[
            LineOut(
                key=key,
                name=question.ask,
                words=[level.name for level in question.choices],
                values=[row[i] for row in values],
            )
            for i, (key, question) in enumerate(tables().check_in.items())
        ],
        washed_at=_times(went_at),
        went=[row[0] for row in went],
        outcomes=outcomes(),
        check_ins=len(rows),
        washes=len(outcome),
        pictures=[shown for shown in map(picture_out, pictures) if shown],
    )


def _times(seconds: Iterable[float]) -> list[datetime]:
    return [datetime.fromtimestamp(each, tz=timezone.get_current_timezone()) for each in seconds]


def due() -> list[DueOut]:
    """Patch tests that run or are due, the soonest first."""
    waiting = PatchTest.present.filter(result="", head__removed_at=None).select_related("head")
    found = [
        DueOut(
            head=test.head_id,
            head_name=test.head.name,
            what=test.name,
            at=due_at(test),
            due=state_of(test) == "due",
        )
        for test in waiting
    ]
    return sorted(found, key=lambda each: each.at)


def blocked() -> list[BlockedOut]:
    """What some head must not have: reactions on record, and what it is allergic to."""
    out = []
    reacted = PatchTest.present.filter(
        result=PatchTest.Result.REACTION, head__removed_at=None
    ).select_related("head")
    for test in reacted:
        if test.material:
            out.append(_block(test.head, test.material, "has reacted to it"))
    for head in Head.present.all():
        allergies = set(head.answers.get("allergies", ()))
        out += [
            _block(head, stuff.key, "is allergic to what it holds")
            for stuff in library().values()
            if allergies & set(stuff.contains)
        ]
    return out


def _block(head: Head, material: str, why: str) -> BlockedOut:
    return BlockedOut(head=head.pk, head_name=head.name, material=material, why=why)
