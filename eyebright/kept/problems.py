"""One shape for everything that goes wrong: RFC 9457 problem details, in the job's own words.

{"type", "title", "status", "detail", "errors": [{"field", "message"}]}: each message belongs beside
the field it names.
"""

import errno
import logging
import shutil
import sqlite3
from collections.abc import Callable, Container, Iterable
from typing import Any, TypeVar

from django.conf import settings
from django.core.exceptions import (
    DisallowedHost,
    RequestDataTooBig,
    TooManyFieldsSent,
    TooManyFilesSent,
)
from django.db import DatabaseError
from django.db.models import Model, QuerySet
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse, UnreadablePostError
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError

from .replacing import BEING_REPLACED
from .sqlite.turns import WriteConflictError

logger = logging.getLogger(__name__)

NOTHING_LOST = "Nothing of yours is lost, and nothing was written over."
OFFERED = "Choose one of the ones offered."

# What the library says in its own words, said in ours.
PLAINLY = {
    "missing": "This is needed.",
    "extra_forbidden": "Nothing here is called so.",
    "string_type": "Write this in words.",
    "int_parsing": "Choose one from the list.",
    "int_type": "Choose one from the list.",
    "int_from_float": "Choose one from the list.",
    "literal_error": OFFERED,
    "bool_parsing": "Say yes or no.",
    "bool_type": "Say yes or no.",
    "list_type": "Give a list.",
    "model_attributes_type": "Give the fields as one object.",
    "dict_type": "Give the fields as one object.",
}


TOGETHER = ("label", "figures")  # objects whose own fields are named with them: 'label.dose'


class FieldError(Schema):
    """One field's trouble. `field` is empty when the whole is meant."""

    field: str
    message: str


class ProblemOut(Schema):
    """RFC 9457 problem details. `now`: the row as it stands, where another window was first (409)."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[FieldError] = []
    now: dict[str, Any] | None = None


class Problem(Exception):
    """Raise it anywhere below the API: it is answered as problem details."""

    def __init__(
        self,
        status: int,
        title: str,
        detail: str = "",
        errors: dict[str, str] | None = None,
        now: dict[str, Any] | None = None,
    ) -> None:
        super().__init__(title)
        self.status, self.title, self.detail = status, title, detail
        self.errors, self.now = errors or {}, now

    @classmethod
    def field(cls, field: str, message: str) -> "Problem":
        """One field that cannot be taken as it is."""
        return cls(422, "Something needs another look.", message, {field: message})

    @classmethod
    def stale(cls, what: str, now: dict[str, Any]) -> "Problem":
        """Something that was changed meanwhile, and how it stands now."""
        title = f"This {what} was changed in another window."
        return cls(409, title, NOTHING_LOST, {"version": title}, now)

    @classmethod
    def gone(cls, what: str) -> "Problem":
        """Something that is not, or no longer, there."""
        return cls(404, f"That {what} is gone.", "It may have been removed in another window.")


Row = TypeVar("Row", bound=Model)


def one(rows: QuerySet[Row], pk: int, called: str) -> Row:
    """The row of this id, or the problem of its being gone."""
    found = rows.filter(pk=pk).first()
    if found is None:
        raise Problem.gone(called)
    return found


def only_offered(field: str, given: Iterable[Any], offered: Container[Any]) -> None:
    """Refuse, beside this field, what is none of the ones offered."""
    if not all(each in offered for each in given):
        raise Problem.field(field, OFFERED)


def problem_response(
    status: int,
    title: str,
    detail: str = "",
    errors: dict[str, str] | None = None,
    now: dict[str, Any] | None = None,
) -> JsonResponse:
    """The answer itself."""
    body = ProblemOut(
        title=title,
        status=status,
        detail=detail,
        errors=[FieldError(field=f, message=m) for f, m in (errors or {}).items()],
        now=now,
    )
    return JsonResponse(body.model_dump(), status=status, content_type="application/problem+json")


def _plain(error: dict[str, Any]) -> tuple[str, str]:
    """A validation error's field and message."""
    place = error["loc"]
    named = [part for part in place if isinstance(part, str)]
    field = named[-1] if named else ""  # the innermost name
    for i, part in enumerate(place[1:], start=1):
        if isinstance(part, int) and field != place[i - 1]:
            field = f"{place[i - 1]}.{part}.{field}"  # in which of a list's rows it stands
            break
    for i, part in enumerate(place[:-1]):
        if part in TOGETHER:
            field = f"{part}.{place[i + 1]}"
    message = PLAINLY.get(error["type"], error["msg"])
    if error["type"] == "too_long":
        message = f"Keep it to {error['ctx']['max_length']} at most."
    if error["type"] == "string_too_long":
        message = f"Keep this to {error['ctx']['max_length']} letters."
    return field, message


# What the database or the disk may say, and what is said of it.
IN_THE_WAY = {
    BEING_REPLACED: (503, BEING_REPLACED, "Nothing you typed is lost. Try again in a moment."),
    "disk is full": (
        507,
        "The disk is full.",
        "Nothing was half kept, and nothing you typed is lost. Make room, and save once more.",
    ),
    "readonly database": (
        403,
        "The household can only be read now.",
        "Its folder or its disk does not let anything be written. Nothing you typed is lost.",
    ),
    "database is locked": (
        503,
        "Somebody else is writing just now.",
        "Nothing you typed is lost. Try again in a moment.",
    ),
    "unable to open database file": (
        503,
        "The household's file cannot be opened.",
        "Is it still where it was? Nothing you typed is lost. eyebright check says more.",
    ),
    "disk I/O error": (
        503,
        "The disk cannot be read or written.",
        "Nothing you typed is lost. eyebright check says more.",
    ),
    "malformed": (
        503,
        "The household's file is damaged.",
        "Stop Eyebright, and put the last copy back: eyebright check says how.",
    ),
}
FULL, READ_ONLY = (errno.ENOSPC, errno.EDQUOT), (errno.EROFS, errno.EACCES, errno.EPERM)


MAY_BE_FULL = ("disk I/O error", "unable to open database file")
ROOM = 1_000_000  # bytes: less is no room


def no_room() -> bool:
    """Whether the disk that the household is on is full."""
    try:
        return shutil.disk_usage(settings.MEDIA_ROOT).free < ROOM
    except OSError:
        return False


def in_the_way(raised: BaseException) -> HttpResponse | None:
    """The answer where the disk or the database is in the way; None where it is something else."""
    said = str(raised)
    if isinstance(raised, OSError) and raised.errno in FULL:
        said = "disk is full"
    elif isinstance(raised, OSError) and raised.errno in READ_ONLY:
        said = "readonly database"
    if any(words in said for words in MAY_BE_FULL) and no_room():
        said = "disk is full"
    if isinstance(raised, DatabaseError | sqlite3.Error | OSError):
        for words, answer in IN_THE_WAY.items():
            if words in said:
                return problem_response(*answer)
    return None


# What a request itself may be, that no answer can be given to.
UNFIT: dict[type[Exception], tuple[int, str, str]] = {
    RequestDataTooBig: (413, "That is too much at once.", "Send less, or a picture as a file."),
    TooManyFieldsSent: (400, "That could not be read.", "It has more fields than any form here."),
    TooManyFilesSent: (400, "That could not be read.", "It has more files than any form here."),
    MultiPartParserError: (400, "That could not be read.", "The form that came is broken."),
    UnreadablePostError: (400, "That could not be read.", "It broke off on the way."),
}


CONFLICT = "write_conflict"


def is_conflict(response: HttpResponse) -> bool:
    """Whether an answer failed because what it read was changed before its turn to write."""
    return getattr(response, CONFLICT, False)


def install(api: NinjaAPI) -> None:
    """Teach the API to answer every failure in this one shape."""

    @api.exception_handler(Problem)
    def problem(request: HttpRequest, raised: Problem) -> HttpResponse:
        return problem_response(raised.status, raised.title, raised.detail, raised.errors, raised.now)

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, raised: ValidationError) -> HttpResponse:
        errors = dict(_plain(error) for error in raised.errors)
        return problem_response(422, "Something needs another look.", " ".join(errors.values()), errors)

    @api.exception_handler(HttpError)
    def refused(request: HttpRequest, raised: HttpError) -> HttpResponse:
        if raised.status_code == 400:
            return problem_response(400, "That could not be read.", "The body is not a JSON object.")
        return problem_response(raised.status_code, str(raised))

    @api.exception_handler(Http404)
    def missing(request: HttpRequest, raised: Http404) -> HttpResponse:
        return problem_response(404, "There is nothing here.")

    @api.exception_handler(Exception)
    def broken(request: HttpRequest, raised: Exception) -> HttpResponse:
        unfit = next((answer for kind, answer in UNFIT.items() if isinstance(raised, kind)), None)
        if unfit is not None:
            return problem_response(*unfit)
        answer = in_the_way(raised)
        if answer is not None:
            setattr(answer, CONFLICT, isinstance(raised, WriteConflictError))
            return answer
        logger.exception("an answer failed")
        return problem_response(500, "Something broke on our side.", "Nothing you typed is lost. Try again.")


def csrf_failure(request: HttpRequest, reason: str = "") -> HttpResponse:
    """The answer to a write that did not come from our own page."""
    return problem_response(403, "This window is out of date.", "Reload the page and try once more.")


class ProblemMiddleware:
    """Gives the API's plain refusals (no such path, wrong method, strange host) the one shape."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Pass on; put what comes back bare into the one shape."""
        try:
            request.get_host()
        except DisallowedHost:
            return problem_response(
                400, "Eyebright answers on this machine only.", "Use the address it printed."
            )
        response = self._get_response(request)
        typed = response.headers.get("Content-Type", "").startswith("application/")
        if request.path.startswith("/api/") and response.status_code >= 400 and not typed:
            titles = {404: "There is nothing here.", 405: "That cannot be done here."}
            title = titles.get(response.status_code, "That was refused.")
            older = "If your page has been open since before an upgrade, load it anew."
            return problem_response(response.status_code, title, older if response.status_code == 405 else "")
        return response
