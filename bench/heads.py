"""A head's page in process, with ten years of check-ins and washes behind it, and its queries."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import timedelta
from functools import partial

from django.conf import settings
from django.test import Client, override_settings
from django.utils import timezone

from eyebright.heads.models import CheckIn, Head
from eyebright.heads.schemas.heads import HeadIn
from eyebright.heads.services import save_head
from eyebright.wash.models import Wash

from .chemistry import best
from .counting import counted

YEARS = 10
WASHES_A_YEAR, CHECK_INS_A_YEAR = 120, 150
RECORD = {"birth_year": 1988, "scalp": "oily", "strand": "fine", "length": "jaw"}


@dataclass(frozen=True)
class Page:
    """Seconds for each part of a head's page, and its queries with a short and a long history."""

    seconds: dict[str, float]
    short: int
    long: int
    rows: int

    @property
    def whole(self) -> float:
        """All that the page asks for, one after the other."""
        return sum(self.seconds.values())


def _old_head() -> Head:
    """A head of this bench's own, made anew, washed once."""
    Head.with_removed.filter(name="Bench").delete()
    head = save_head(HeadIn.model_validate({"name": "Bench", "answers": RECORD}))
    Wash.objects.create(head=head, family="saponin_liquor", given=0.0, answer=2)
    CheckIn.objects.create(head=head, oil=2)
    return head


def _age(head: Head) -> int:
    """Put ten years behind it; gives how many rows that is."""
    now = timezone.now()
    washes, check_ins = YEARS * WASHES_A_YEAR, YEARS * CHECK_INS_A_YEAR
    Wash.objects.bulk_create(
        Wash(
            head=head,
            family="saponin_liquor",
            at=now - timedelta(days=365 * YEARS * i / washes + 1),
            given=0.1 * (i % 5 - 2),
            used=0.1 * (i % 3 - 1),
            answer=i % 5,
        )
        for i in range(washes)
    )
    CheckIn.objects.bulk_create(
        CheckIn(head=head, at=now - timedelta(days=365 * YEARS * i / check_ins + 1), oil=i % 4)
        for i in range(check_ins)
    )
    return washes + check_ins


def get(client: Client, path: str) -> None:
    """Ask, and see that it was answered."""
    response = client.get(path)
    if response.status_code != 200:
        raise RuntimeError(f"{path} answered {response.status_code}")


def _queries(calls: Mapping[str, Callable[[], None]]) -> int:
    with counted() as count:
        for call in calls.values():
            call()
    return count.queries


def heads_page() -> Page:
    """Measure it, in a household of its own inside the bench's data folder."""
    with override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]):
        head, client = _old_head(), Client()
        paths = {"the head": "", "what it asks for": "/asks", "its history": "/history"}
        calls = {name: partial(get, client, f"/api/heads/{head.pk}{end}") for name, end in paths.items()}
        _queries(calls)
        short = _queries(calls)
        rows = _age(head)
        _queries(calls)  # what washes teach is learnt anew once
        long = _queries(calls)
        seconds = {name: best(call) for name, call in calls.items()}
        head.delete()
    return Page(seconds, short, long, rows)
