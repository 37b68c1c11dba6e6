"""One shape for everything that goes wrong: RFC 9457 problem details, in the job's own words.

{"type", "title", "status", "detail", "errors": [{"field", "message"}]}: each message belongs beside
the field it names.
"""

import logging
from collections.abc import Callable, Container, Iterable
from typing import Any, TypeVar

from django.core.exceptions import DisallowedHost
from django.db.models import Model, QuerySet
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError

logger = logging.getLogger(__name__)

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
    """RFC 9457 problem details."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[FieldError] = []


class Problem(Exception):
    """Raise it anywhere below the API: it is answered as problem details."""

    def __init__(
        self, status: int, title: str, detail: str = "", errors: dict[str, str] | None = None
    ) -> None:
        super().__init__(title)
        self.status, self.title, self.detail = status, title, detail
        self.errors = errors or {}

    @classmethod
    def field(cls, field: str, message: str) -> "Problem":
        """One field that cannot be taken as it is."""
        return cls(422, "Something needs another look.", message, {field: message})

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
    status: int, title: str, detail: str = "", errors: dict[str, str] | None = None
) -> JsonResponse:
    """The answer itself."""
    body = ProblemOut(
        title=title,
        status=status,
        detail=detail,
        errors=[FieldError(field=f, message=m) for f, m in (errors or {}).items()],
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


def install(api: NinjaAPI) -> None:
    """Teach the API to answer every failure in this one shape."""

    @api.exception_handler(Problem)
    def problem(request: HttpRequest, raised: Problem) -> HttpResponse:
        return problem_response(raised.status, raised.title, raised.detail, raised.errors)

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
            return problem_response(response.status_code, title)
        return response
