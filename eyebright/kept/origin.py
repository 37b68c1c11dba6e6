"""Who asks: our own page, or another website that is open in the same browser.

A website can make a browser load an address of this machine. It is shown no picture and starts no backup:
browsers say with each request from where it comes (Fetch Metadata, W3C), and other sites are refused. What
is answered may be shown by our own page alone, and what the API says of people is stored nowhere on the way.
"""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from .problems import problem_response

OURS = ("", "same-origin", "none")  # none: typed into the address bar; empty: no browser asks
OTHER_SITE = "Another website asked for this."
SAYS = "Nothing was changed. Open Eyebright at its own address."


class OriginMiddleware:
    """Refuses the API to other websites, and marks every answer as ours alone."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer our own page; refuse others with a 403."""
        api = request.path.startswith("/api/")
        if api and request.headers.get("Sec-Fetch-Site", "") not in OURS:
            response: HttpResponse = problem_response(403, OTHER_SITE, SAYS)
        else:
            response = self._get_response(request)
        response.headers.setdefault("Cross-Origin-Resource-Policy", "same-origin")
        if api:
            response.headers.setdefault("Cache-Control", "no-store")
        return response
