"""Whose household a page belongs to.

The demo and a home share an address, and a restore puts another household under an open page. Every answer
says whose it is; a page says it with every call, and what was meant for another household is refused. What
the browser keeps (drafts, presses that were not heard) is kept by this mark.
"""

import sqlite3
import uuid
from collections.abc import Callable
from contextlib import closing, suppress
from pathlib import Path

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

from .derived import derived
from .models import HouseholdMark
from .problems import problem_response
from .replacing import which_in_place

HEADER = "Eyebright-Household"
ANOTHER = "Another household is open here now."
SAYS = (
    "This page belongs to the one before. Nothing was changed, and what you typed is kept: reload the page."
)


@derived("kept.HouseholdMark")
def household_mark() -> str:
    """The mark of this household; made where an older version left none."""
    row = HouseholdMark.objects.first() or HouseholdMark.objects.create()
    return str(row.mark)


def mark_anew(database: Path) -> None:
    """Give the household in this file another mark: it is about to stand in the place of one."""
    with closing(sqlite3.connect(database)) as file, file:
        file.execute("DELETE FROM kept_householdmark")
        file.execute("INSERT INTO kept_householdmark (mark) VALUES (?)", [uuid.uuid4().hex])


class HouseholdMarkMiddleware:
    """Says whose household it is, and refuses what is meant for another."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse with a 421. What says nothing is answered: it is no page of ours."""
        if not request.path.startswith("/api/"):
            return self._get_response(request)
        mark, place = "", which_in_place()
        with suppress(DatabaseError):  # what is wrong with the database is said by whoever needs it
            mark = household_mark()
        meant = request.headers.get(HEADER, "")
        if meant and mark and meant != mark:
            response: HttpResponse = problem_response(421, ANOTHER, SAYS)
        else:
            response = self._get_response(request)
            if which_in_place() != place:  # another household was put back
                with suppress(DatabaseError):
                    mark = household_mark()
        if mark:
            response[HEADER] = mark
        return response
