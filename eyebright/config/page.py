"""The one page: the built front end, with this answer's nonce in it."""

from functools import cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

NONCE_PLACE = "__CSP_NONCE__"
NOT_BUILT = "The page has not been built yet. Run `make demo`, or `make dev` while you work on it."


@cache
def _built_page(changed: float) -> str:
    """The built page's text; read again only when the file has changed."""
    text: str = (settings.PAGE / "index.html").read_text("utf-8")
    return text


@require_safe
@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Serve the page at every address that is a place in the app."""
    try:
        built = _built_page((settings.PAGE / "index.html").stat().st_mtime)
    except FileNotFoundError:
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]
    return HttpResponse(built.replace(NONCE_PLACE, nonce))
