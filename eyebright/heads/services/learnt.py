"""What the household's washes teach: one learning for all, so that every place that asks hears the same.

learnt().of(head.pk).with_product("formula-4")
"""

from datetime import date, datetime, timedelta
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from eyebright.core.formulas.model import family_product
from eyebright.core.formulas.model import washes as cleansing
from eyebright.core.learning import (
    Learnt,
    WashOutcome,
    believable_dose,
    factor_table,
    heard_when,
    learn,
    one_wash,
    outcomes,
)
from eyebright.core.materials import SupplyKey
from eyebright.kept.derived import derived
from eyebright.shelf.services.supplies import bought_again

from ..models import Head

DAY = timedelta(days=1)
PARTS = 4  # a wash has about so many at most


def product_key(family: str, formula: int | None, supply_key: str = "") -> str:
    """The key that washes teach of a product by: a formula, a bottle that was bought, or a family."""
    if formula is not None:
        return f"formula-{formula}"
    return supply_key if SupplyKey(supply_key).where == "lot" else family_product(family)


def learnt(at: datetime | None = None) -> Learnt:
    """What is learnt from every head's washes, as of a time; as of now without one."""
    now = timezone.now()
    then = (at or now).replace(minute=0, second=0, microsecond=0)
    return _learnt(at if at and at < now else None, then, timezone.get_current_timezone_name())


@derived("wash.Wash", "shelf.Lot")
def _learnt(before: datetime | None, then: datetime, zone: str) -> Learnt:
    """What is learnt as of an hour (`then`), from washes of these days in this time zone."""
    return learn(_outcomes(_washes(before), then), bought_again())


def _washes(before: datetime | None) -> QuerySet[Any]:
    washed: Any = Head._meta.get_field("washes").related_model  # its app stands above this one
    rows: QuerySet[Any] = washed.objects.filter(family__in=cleansing(), counts=True, head__isnull=False)
    return rows.filter(at__lt=before) if before else rows


def _outcomes(rows: QuerySet[Any], now: datetime) -> list[WashOutcome]:
    """Each head's washes, several things on one day as one."""
    names = (
        "head",
        "at",
        "family",
        "formula",
        "supply_key",
        "given",
        "used",
        "answer",
        "grams",
        "heard",
        "unsure",
    )
    days: dict[tuple[int, date], list[WashOutcome]] = {}
    most = int(factor_table().number("memory", "washes")) * PARTS
    for row in rows.order_by("-at", "-id").values(*names)[:most]:
        each = _outcome(row, now)
        days.setdefault((row["head"], timezone.localdate(row["at"])), []).insert(0, each)
    return [one_wash(each) for each in days.values()]


def _outcome(row: dict[str, Any], now: datetime) -> WashOutcome:
    key = product_key(row["family"], row["formula"], row["supply_key"])
    return WashOutcome(
        days_ago=max((now - row["at"]) / DAY, 0.0),
        given=row["given"],
        answer=known_outcome(row["answer"]),
        used=believable_dose(row["used"]),
        by_eye=row["grams"] is None,
        head=row["head"],
        shares=((key, 1.0),),
        heard=row["heard"] if row["heard"] in heard_when() else heard_when()[-1],
        unsure=row["unsure"],
    )


def known_outcome(answer: int | None) -> int | None:
    """How a wash went; None where nobody said, or where another version said what is not known here."""
    return answer if answer is not None and answer < len(outcomes()) else None
