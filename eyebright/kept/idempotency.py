"""The same request sent twice is done once.

The page sends a key of its own with everything that pours, begins, records or changes. What was done is kept
under it, in the transaction that did it: sent again (the answer was lost, a hand pressed twice, the page was
closed in between), the first answer is given once more, and nothing is done.
"""

import hashlib
import re
import threading
from collections import defaultdict
from collections.abc import Callable
from contextlib import suppress
from datetime import timedelta

from django.db import DatabaseError, transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from .models import IdempotentAnswer
from .problems import in_the_way, is_conflict, problem_response
from .sqlite.turns import WriteConflictError, working, writing

KEY = "Idempotency-Key"
REPLAYED = "Idempotency-Replayed"  # an answer that was given before: it tells of then, not of now
LONGEST = 64
TRIES = 4  # then it takes the write lock before it begins, and nobody breaks it off
REMEMBERED = timedelta(days=2)
LOOKS = ("GET", "HEAD", "OPTIONS")
REPLACES = ("/api/safekeeping/household", "/restore")  # how such an address begins or ends
HURRIES = re.compile(r"/api/wash/runs/\d+/")  # a press at the basin: wet hands wait for nobody
# They read a whole file, or write one, before or without keeping anything: the write lock is for others.
LOCKED_LATE = ("/api/safekeeping/copies", "/api/safekeeping/heads", "/api/formulas/bring")
# Of a key that was used for something else: somebody went on typing after an answer was lost.
BESIDE = "Look at it there; save again only if this is to stand beside it."

_under_way = defaultdict[str, threading.Lock](threading.Lock)


class IdempotencyMiddleware:
    """Requests that carry a key are done once."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Do it, or give the answer that was given."""
        if request.method in LOOKS or not request.path.startswith("/api/") or _replaces(request.path):
            return self._get_response(request)
        key = request.headers.get(KEY, "")
        if len(key) > LONGEST or not key.isascii() or not key.isprintable():
            return problem_response(400, "That could not be read.", f"{KEY} is too long, or no plain text.")
        try:
            if HURRIES.match(request.path):
                with writing.first():
                    return self._done(key, request)
            if (request.content_type or "").startswith("multipart/"):  # a file is read once
                return self._done(key, request)
            return self._in_turn(key, request)
        except DatabaseError as raised:
            answer = in_the_way(raised)
            if answer is None:
                raise
            return answer

    def _in_turn(self, key: str, request: HttpRequest) -> HttpResponse:
        """One after another, the database locked as short as can be; once more where that was broken off."""
        with working.turn():
            for _ in range(TRIES):
                with suppress(WriteConflictError), writing.late():
                    response = self._done(key, request)
                    if not is_conflict(response):
                        return response
            return self._done(key, request)

    def _done(self, key: str, request: HttpRequest) -> HttpResponse:
        """Do it, once for each key."""
        if not key:
            return self._get_response(request)
        if request.path.startswith(LOCKED_LATE):
            return self._one_at_a_time(key, request)
        with transaction.atomic():
            response = self._answer(key, request)
            if response.status_code >= 400:
                transaction.set_rollback(True)
            return response

    def _one_at_a_time(self, key: str, request: HttpRequest) -> HttpResponse:
        """The same, outside a transaction: whoever sends the key a second time waits for the first."""
        with _under_way[key]:
            try:
                return self._answer(key, request)
            finally:
                _under_way.pop(key, None)

    def _answer(self, key: str, request: HttpRequest) -> HttpResponse:
        asked = _digest(request)
        before = IdempotentAnswer.objects.filter(key=key).first()
        if before is not None:
            if before.asked != asked:
                return problem_response(422, "What was sent first is saved already.", BESIDE)
            headers = {REPLAYED: "true"}
            return HttpResponse(before.body, before.kind, before.status, headers=headers)
        response = self._get_response(request)
        if response.status_code < 400 and not response.streaming:
            kind = response.headers.get("Content-Type", "")
            body = response.content.decode()
            IdempotentAnswer.objects.create(
                key=key, asked=asked, status=response.status_code, body=body, kind=kind
            )
        return response


def _replaces(path: str) -> bool:
    """Whether it puts another household in the place of this one: not inside a transaction of it."""
    begins, ends = REPLACES
    return path.startswith(begins) or (path.startswith("/api/safekeeping/copies/") and path.endswith(ends))


def _digest(request: HttpRequest) -> str:
    """What was asked, in short. A form with files goes by its size: it is read once, and not here."""
    form = (request.content_type or "").startswith("multipart/")
    body = request.headers.get("Content-Length", "").encode() if form else request.body
    return hashlib.sha256(f"{request.method} {request.get_full_path()} ".encode() + body).hexdigest()


def forget_answers(*, every: bool = False) -> None:
    """Let go of answers that nobody will ask for again; or of all of them, which hold what they say."""
    rows = IdempotentAnswer.objects.all()
    (rows if every else rows.filter(at__lt=timezone.now() - REMEMBERED)).delete()
