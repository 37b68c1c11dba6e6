"""What was removed of late, of every kind, and put back by one press; also after a restart."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import timedelta
from math import ceil
from typing import Any

from django.db import IntegrityError, transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from eyebright.formulas.models import Formula
from eyebright.heads import services as heads
from eyebright.heads.models import CheckIn, Head, PatchTest, TestResult
from eyebright.household.models import TakenTime
from eyebright.instruments.models import Calibration, Instrument
from eyebright.kept.problems import Problem
from eyebright.kept.soft_deletion import SoftDeleted
from eyebright.make.models import Batch, Container, Pour, Topping
from eyebright.make.services import batches, containers, pouring, toppings
from eyebright.shelf.models import (
    Correction,
    Lot,
    OwnMaterial,
    Reading,
    Spoon,
    StripSet,
    Vessel,
    WaterProfile,
    WaterSource,
)
from eyebright.shelf.services.materials import materials_of
from eyebright.shelf.services.readings import reading_out
from eyebright.wash.models import BasinRun, PlannedWash, Review, Routine, Wash, WashChain
from eyebright.wash.services import diary, routines
from eyebright.wash.services.basin import reviews, runs

from ..schemas import RemovedOut

DAY = timedelta(days=1)
LISTED = 30 * DAY
MOST = 200  # of one kind


def _itself(row: Any) -> None:
    row.restore()


def _called(row: Any) -> str:
    return str(row.name)


@dataclass(frozen=True)
class Kind:
    """A kind of thing: what it is called, what one of them is, how one comes back; for ever, or thirty days.

    `among` narrows what is listed: what comes back with something else is not listed by itself.
    """

    called: str
    named: Callable[[Any], str] = _called
    restore: Callable[[Any], object] = _itself
    among: Callable[[QuerySet[Any]], QuerySet[Any]] = lambda rows: rows
    for_ever: bool = False


def _of_a_head(kind: str) -> Callable[[Any], object]:
    return lambda row: heads.restore(row.head_id, kind, row.pk)


def _here(rows: QuerySet[Any]) -> QuerySet[Any]:
    return rows.filter(head__removed_at=None).select_related("head")


# A jug's wash comes back with the jug, and is not seen before that is finished.
_with_its_jug = Q(batch__of="jug") & (Q(batch__removed_at__isnull=False) | Q(batch__finished_at=None))


def _material(row: Correction) -> str:
    found = materials_of([row.material]).get(row.material)
    return found.name if found else row.material


def _reading(row: Reading) -> str:
    return f"pH {row.value:g} of {', '.join(reading_out(row).of) or 'something that is gone'}"


KINDS: dict[type[SoftDeleted], Kind] = {
    Head: Kind("head, archived", for_ever=True),
    Lot: Kind("bottle or bag"),
    WaterSource: Kind("water"),
    WaterProfile: Kind(
        "figures of a water",
        lambda row: f"{row.water.name}, {row.on:%-d %B %Y}",
        among=lambda rows: rows.filter(water__removed_at=None).select_related("water"),
    ),
    OwnMaterial: Kind("material of your own"),
    Correction: Kind("correction of a material", _material),
    Vessel: Kind("vessel"),
    Spoon: Kind("spoon"),
    StripSet: Kind("pack of strips"),
    Reading: Kind("reading", _reading, among=lambda rows: rows.filter(batch=None)),
    Instrument: Kind("instrument"),
    Calibration: Kind(
        "calibration",
        lambda row: f"{row.instrument.name}, {len(row.points)} points",
        among=lambda rows: rows.filter(instrument__removed_at=None).select_related("instrument"),
    ),
    Formula: Kind("formula"),
    WashChain: Kind("wash by name"),
    PlannedWash: Kind(
        "planned wash",
        lambda row: f"{row.head.name}: {row.name}, {timezone.localtime(row.at):%-d %B %Y}",
        among=lambda rows: _here(rows.exclude(run__removed_at__isnull=False)),
    ),
    BasinRun: Kind(
        "wash that was under way",
        lambda row: f"{row.planned.head.name}: {row.planned.name}, {timezone.localtime(row.began_at):%-d %B}",
        lambda row: runs.take_up(row.pk),
        lambda rows: rows.filter(planned__head__removed_at=None).select_related("planned__head"),
    ),
    Review: Kind(
        "answer to how a wash went",
        lambda row: f"{row.planned.head.name}: {row.planned.name}, {timezone.localtime(row.at):%-d %B}",
        lambda row: reviews.restore_review(row.pk),
        lambda rows: rows.filter(planned__head__removed_at=None, planned__removed_at=None).select_related(
            "planned__head"
        ),
    ),
    Routine: Kind("routine", lambda row: row.head.name, lambda row: routines.restore_routine(row.pk), _here),
    TakenTime: Kind("time that was taken", lambda row: row.note or f"{timezone.localtime(row.begin):%-d %B}"),
    Wash: Kind(
        "wash that was recorded",
        lambda row: f"{row.head.name}, {timezone.localtime(row.at):%-d %B %Y}",
        lambda row: diary.restore(row.head_id, row.pk),
        lambda rows: _here(rows.exclude(head=None)).exclude(_with_its_jug),
    ),
    Batch: Kind(
        "batch, or jug that was poured",
        restore=lambda row: batches.restore(row.pk),
    ),
    Pour: Kind(
        "pour",
        lambda row: f"{row.name} of {row.batch.name}",
        lambda row: pouring.restore_pour(row.pk),
        lambda rows: rows.filter(batch__removed_at=None).select_related("batch"),
    ),
    Container: Kind(
        "container",
        lambda row: f"{row.name}, {row.batch.name}",
        lambda row: containers.restore(row.pk),
        lambda rows: rows.filter(batch__removed_at=None).select_related("batch"),
    ),
    Topping: Kind(
        "topping-up",
        lambda row: f"{row.batch.name}, into the {row.container.name}",
        lambda row: toppings.restore_topping(row.pk),
        lambda rows: rows.filter(container__removed_at=None, batch__removed_at=None).select_related(
            "batch", "container"
        ),
    ),
    CheckIn: Kind(
        "check-in",
        lambda row: f"{row.head.name}, {timezone.localtime(row.at):%-d %B %Y}",
        _of_a_head("check-ins"),
        _here,
    ),
    TestResult: Kind(
        "quick hair test",
        lambda row: f"{row.head.name}: {row.test.replace('_', ' ')}",
        _of_a_head("little-tests"),
        _here,
    ),
    PatchTest: Kind(
        "patch test", lambda row: f"{row.head.name}: {row.name}", _of_a_head("patch-tests"), _here
    ),
}


def _word(model: type[SoftDeleted]) -> str:
    return model._meta.label_lower


def removed() -> list[RemovedOut]:
    """What was removed in the last thirty days, and heads that are archived; the latest first."""
    return sorted(_every(), key=lambda each: each.removed_at, reverse=True)


def _every() -> Iterator[RemovedOut]:
    since = timezone.now() - LISTED
    for model, kind in KINDS.items():
        rows = model.with_removed.filter(removed_at__isnull=False)
        if not kind.for_ever:
            rows = rows.filter(removed_at__gt=since)
        for row in kind.among(rows.order_by("-removed_at", "-pk"))[:MOST]:
            assert row.removed_at is not None
            left = None if kind.for_ever else ceil((row.removed_at + LISTED - timezone.now()) / DAY)
            yield RemovedOut(
                kind=_word(model),
                id=row.pk,
                called=kind.called,
                name=kind.named(row),
                removed_at=row.removed_at,
                days_left=left,
            )


@transaction.atomic
def put_back(word: str, pk: int) -> list[RemovedOut]:
    """Put one back, with all that goes with it; what was put back already stays as it is."""
    model = next((each for each in KINDS if _word(each) == word), None)
    row = model.with_removed.filter(pk=pk).first() if model else None
    if model is None or row is None:
        raise Problem.gone("thing")
    if row.removed_at is not None:
        try:
            with transaction.atomic():
                KINDS[model].restore(row)
        except IntegrityError:
            says = "A newer one stands in its place: remove that first."
            raise Problem(409, "That cannot be put back.", says) from None
    return removed()
