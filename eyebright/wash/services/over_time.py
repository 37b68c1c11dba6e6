"""What was and what waits: histories thinned, and reminders."""

from collections.abc import Iterable
from dataclasses import dataclass
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
from eyebright.heads.models import CheckIn, PatchTest
from eyebright.heads.services import due_at, find_head, picture_out, state_of
from eyebright.kept.derived import derived

from ..models import Wash
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


@dataclass(frozen=True)
class _Thinned:
    """A history's numbers: seconds since 1970, a row of levels for each, and of how many that is the mean."""

    at: list[float]
    rows: list[list[float]]
    of: int


@derived("heads.CheckIn")
def _checked_in(pk: int) -> _Thinned:
    """The check-ins of a head, the oldest first."""
    keys = record_tables().check_in
    kept = CheckIn.objects.filter(head=pk).order_by("at").values_list(Seconds("at"), *keys)
    return _thinned(_plain(kept, 1 + len(keys)))


@derived("wash.Wash")
def _answered(pk: int) -> _Thinned:
    """How the washes of a head went, the oldest first."""
    answered = Wash.objects.filter(head=pk, answer__isnull=False).order_by("at")
    return _thinned(_plain(answered.values_list(Seconds("at"), "answer"), 2))


def _thinned(rows: Array) -> _Thinned:
    return _Thinned(*thin(rows[:, 0], rows[:, 1:], POINTS), len(rows))


def history(pk: int) -> HistoryOut:
    """Check-ins and outcomes, thinned to what a small chart can show."""
    head = find_head(pk)
    said, went = _checked_in(pk), _answered(pk)
    pictures = head.pictures.order_by("-made_at")[:SHOWN_PICTURES]
    return HistoryOut(
        at=_times(said.at),
        lines=[
            LineOut(
                key=key,
                name=question.ask,
                words=[level.name for level in question.choices],
                values=[row[i] for row in said.rows],
            )
            for i, (key, question) in enumerate(record_tables().check_in.items())
        ],
        washed_at=_times(went.at),
        went=[row[0] for row in went.rows],
        outcomes=outcomes(),
        check_ins=said.of,
        washes=went.of,
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
