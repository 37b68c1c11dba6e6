"""What the household's washes teach: one learning for all, so that every place that asks hears the same.

learnt().of(head.pk).with_product("formula-4")
"""

from collections import OrderedDict
from collections.abc import Hashable
from datetime import date, datetime, timedelta
from typing import Any

from django.db.models import Count, Max, QuerySet, Sum
from django.utils import timezone

from eyebright.core.formulas.model import washes as cleansing
from eyebright.core.learning import Learnt, WashOutcome, factor_table, heard_when, learn, one_wash, outcomes
from eyebright.shelf.services.supplies import bought_again

from ..models import Head

DAY = timedelta(days=1)
PARTS = 4  # a wash has about so many at most
REMEMBERED = 12
_found: "OrderedDict[Hashable, Learnt]" = OrderedDict()


def product_key(family: str, formula: int | None, stuff: str = "") -> str:
    """The key that washes teach of a product by: a formula, a bottle that was bought, or a family."""
    if formula is not None:
        return f"formula-{formula}"
    return stuff if stuff.startswith("lot-") else f"family-{family}"


def learnt(at: datetime | None = None) -> Learnt:
    """What is learnt from every head's washes, as of a time; as of now without one."""
    now = timezone.now()
    rows, same = _washes(at if at and at < now else None), bought_again()
    then = max(at, now) if at and at > now else at or now
    key = (
        _signature(rows),
        then.replace(minute=0, second=0, microsecond=0),
        timezone.get_current_timezone_name(),
        tuple(same.items()),
    )
    found = _found.get(key)
    if found is None:
        found = _found[key] = learn(_outcomes(rows, then), same)
        while len(_found) > REMEMBERED:
            _found.popitem(last=False)
    return found


def _washes(before: datetime | None) -> QuerySet[Any]:
    washed: Any = Head._meta.get_field("washes").related_model  # its app stands above this one
    rows: QuerySet[Any] = washed.objects.filter(family__in=cleansing(), counts=True, head__isnull=False)
    return rows.filter(at__lt=before) if before else rows


def _signature(rows: QuerySet[Any]) -> Hashable:
    """Another one whenever any of them teaches something else."""
    told = rows.order_by().aggregate(
        Count("pk"),
        Sum("pk"),
        Sum("version"),
        Sum("given"),
        Sum("used"),
        Sum("answer"),
        Sum("formula"),
        Max("at"),
    )
    return tuple(told.values())


def _outcomes(rows: QuerySet[Any], now: datetime) -> list[WashOutcome]:
    """Each head's washes, several things on one day as one."""
    names = (
        "head",
        "at",
        "family",
        "formula",
        "stuff",
        "given",
        "used",
        "answer",
        "grams",
        "heard",
        "unsure",
    )
    days: dict[tuple[int, date], list[WashOutcome]] = {}
    most = factor_table()["memory"]["washes"] * PARTS
    for row in rows.order_by("-at", "-id").values(*names)[:most]:
        each = _outcome(row, now)
        days.setdefault((row["head"], timezone.localdate(row["at"])), []).insert(0, each)
    return [one_wash(each) for each in days.values()]


def _outcome(row: dict[str, Any], now: datetime) -> WashOutcome:
    key = product_key(row["family"], row["formula"], row["stuff"])
    return WashOutcome(
        days_ago=max((now - row["at"]) / DAY, 0.0),
        given=row["given"],
        answer=known_outcome(row["answer"]),
        used=row["used"],
        by_eye=row["grams"] is None,
        head=row["head"],
        shares=((key, 1.0),),
        heard=row["heard"] if row["heard"] in heard_when() else heard_when()[-1],
        unsure=row["unsure"],
    )


def known_outcome(answer: int | None) -> int | None:
    """How a wash went; None where nobody said, or where another version said what is not known here."""
    return answer if answer is not None and answer < len(outcomes()) else None
