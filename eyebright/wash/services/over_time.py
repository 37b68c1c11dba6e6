"""What was and what waits: histories thinned, and reminders."""

from collections.abc import Iterable
from datetime import datetime
from itertools import chain
from typing import Any

import numpy as np
from django.db import connection
from django.db.models import FloatField, Func, QuerySet
from django.utils import timezone

from eyebright.core.heads import record_tables
from eyebright.core.learning import outcomes
from eyebright.core.numbers import Array, thin
from eyebright.heads.models import PatchTest
from eyebright.heads.services import due_at, find_head, picture_out, state_of

from ..schemas.over_time import DueOut, HistoryOut, LineOut

SHOWN_PICTURES = 24
POINTS = 120  # of a small chart


class Seconds(Func):
    """A time as seconds since 1970, so that a long history is not read date by date."""

    template = "((julianday(%(expressions)s) - 2440587.5) * 86400.0)"
    output_field = FloatField()


def _plain(asked: QuerySet[Any, Any], columns: int) -> Array:
    """Rows of plain numbers just as the database has them, shape (n, columns): never read value by value.

    A row in which something is no number is left out.
    """
    with connection.cursor() as cursor:
        cursor.execute(*asked.query.sql_with_params())
        rows = cursor.fetchall()
    try:
        found = np.fromiter(chain.from_iterable(rows), dtype=float)
    except (TypeError, ValueError):
        numbers = [row for row in rows if all(isinstance(each, int | float) for each in row)]
        found = np.fromiter(chain.from_iterable(numbers), dtype=float)
    table: Array = found.reshape(-1, columns)
    return table[np.isfinite(table).all(axis=1)]


def history(pk: int) -> HistoryOut:
    """Check-ins and outcomes, thinned to what a small chart can show."""
    head = find_head(pk)
    keys = list(record_tables().check_in)
    rows = _plain(head.check_ins.order_by("at").values_list(Seconds("at"), *keys), 1 + len(keys))
    at, values = thin(rows[:, 0], rows[:, 1:], POINTS)
    judged = head.washes.filter(answer__isnull=False).order_by("at")
    outcome = _plain(judged.values_list(Seconds("at"), "answer"), 2)
    went_at, went = thin(outcome[:, 0], outcome[:, 1:], POINTS)
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
            for i, (key, question) in enumerate(record_tables().check_in.items())
        ],
        washed_at=_times(went_at),
        went=[row[0] for row in went],
        outcomes=outcomes(),
        check_ins=len(rows),
        washes=len(outcome),
        pictures=[shown for shown in map(picture_out, pictures) if shown],
    )


def _times(seconds: Iterable[float]) -> list[datetime]:
    zone = timezone.get_current_timezone()
    return [datetime.fromtimestamp(each, tz=zone) for each in seconds]


def due() -> list[DueOut]:
    """Patch tests that run or are due, the soonest first."""
    waiting = PatchTest.objects.filter(result="", head__removed_at=None).select_related("head")
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
