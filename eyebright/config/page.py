"""The one page: the built front end, with this answer's nonce in it."""

import hashlib
from contextlib import suppress
from functools import cache
from typing import Any

from django.conf import settings
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe
from whitenoise.middleware import WhiteNoiseMiddleware

from eyebright.kept.household_mark import household_mark

INDEX = "index.html"
MARK = "Eyebright-Page"
NONCE_PLACE = "__CSP_NONCE__"
MARK_PLACE = "__HOUSEHOLD__"
NOT_BUILT = "The page has not been built yet. Run `make demo`, or `make dev` while you work on it."


@cache
def _built_page(changed: float) -> str:
    """The built page's text; read again only when the file has changed."""
    text: str = (settings.PAGE / INDEX).read_text("utf-8")
    return text


@cache
def _mark(changed: float) -> str:
    return hashlib.sha256(_built_page(changed).encode()).hexdigest()[:12]


class FilesMiddleware(WhiteNoiseMiddleware):  # type: ignore[misc]
    """The built files as they are, but for the page: it goes out with the headers of every answer.

    Every answer of the API says which page goes with it, so that a page of an older version can tell.
    """

    def add_file_to_dictionary(self, url: str, path: str, stat_cache: Any = None) -> None:
        """Leave the page out, packed or not."""
        if not url.rsplit("/", 1)[-1].startswith(INDEX):
            super().add_file_to_dictionary(url, path, stat_cache)

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Serve a file, or pass on."""
        response: HttpResponse = super().__call__(request)
        if request.path.startswith("/api/"):
            with suppress(OSError):
                response[MARK] = _mark((settings.PAGE / INDEX).stat().st_mtime)
        return response


@require_safe
@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Serve the page at every address that is a place in the app."""
    try:
        built = _built_page((settings.PAGE / INDEX).stat().st_mtime)
    except FileNotFoundError:
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]
    mark = ""
    with suppress(DatabaseError):  # the page says what is wrong with the household
        mark = household_mark()
    return HttpResponse(built.replace(NONCE_PLACE, nonce).replace(MARK_PLACE, mark))
