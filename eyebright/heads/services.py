"""Heads and the core: the only files here that know both are this one and its diary."""

from collections.abc import Iterable
from dataclasses import asdict
from datetime import date, datetime, timedelta
from functools import cached_property
from typing import Any

from django.db import transaction
from django.db.models import Max, OuterRef, Subquery
from django.utils import timezone

from eyebright.config.problems import Problem
from eyebright.config.wire import caution_out, figure_out
from eyebright.core import quantities
from eyebright.core.chemistry.uncertainty import Figure
from eyebright.core.formulas.families import families
from eyebright.core.heads.facts import CHILD
from eyebright.core.heads.fits import Dose, Fit
from eyebright.core.heads.head import Asks, asks_of, facts_for_mix
from eyebright.core.heads.head import Head as CoreHead
from eyebright.core.heads.little_tests import Belief, beliefs, little_tests, surer
from eyebright.core.heads.record import (
    CheckIn as CoreCheckIn,
)
from eyebright.core.heads.record import (
    History,
    Record,
    RecordError,
    Today,
    read_record,
    tables,
)
from eyebright.core.learning.factors import Factors, Went, factor_table, learn, outcomes
from eyebright.core.materials import library
from eyebright.shelf.services import vessel_sizes

from .models import CheckIn, Head, PatchTest, TestResult, Wash
from .schemas import (
    AsksOut,
    DoseOut,
    FitOut,
    HeadIn,
    HeadRowOut,
    NextOut,
    QuestionsOut,
    RinseAskedOut,
)

DAY = timedelta(days=1)
NOBODY = "That head is no longer here: choose another."


def questions() -> QuestionsOut:
    """Everything that is asked of a head."""
    asked = tables()
    named = ("flags", "occasions", "on_scalp", "on_strands")
    return QuestionsOut.model_validate(
        {name: list(getattr(asked, name).values()) for name in named}
        | {
            "questions": list(asked.questions.values()),
            "check_in": list(asked.check_in.values()),
            "little_tests": list(little_tests().values()),
            "families": list(families().values()),
            "materials": list(library().values()),
            "outcomes": outcomes(),
        }
    )


def find_head(pk: int, *, also_removed: bool = False) -> Head:
    """A head, or the problem of its being gone."""
    head = (Head.objects if also_removed else Head.present).filter(pk=pk).first()
    if head is None:
        raise Problem.gone("head")
    return head


@transaction.atomic
def save_head(entered: HeadIn, head: Head | None = None) -> Head:
    """Keep a new head, or change one; an answer that cannot be is said beside its question."""
    answers = {**(head.answers if head else {}), **entered.answers}
    try:
        record = read_record(answers, timezone.localdate())
    except RecordError as raised:
        raise Problem.field(raised.field, str(raised)) from None
    head = head or Head()
    head.name, head.note, head.answers = entered.name, entered.note, record.answers()
    head.save()
    return head


class Known:
    """All that is known of one head, fetched in a fixed number of queries however long its history."""

    def __init__(self, head: Head, at: datetime | None = None) -> None:
        """As it stands now, or as it stood just before `at`."""
        self.head, self.now = head, at or timezone.now()
        self.today = timezone.localdate(self.now)
        self.record = record_of(head, self.today)
        check_ins = head.check_ins(manager="present").filter(at__lte=self.now)
        self.check_in: CheckIn | None = check_ins.select_related("picture").first()
        washes = head.washes(manager="present").filter(at__lt=self.now)
        self.last: dict[str, datetime] = dict(washes.order_by().values_list("family").annotate(Max("at")))
        self.washes = list(
            washes.filter(family__in=[f.key for f in families().values() if f.cleans])[
                : factor_table()["memory"]["washes"]
            ]
        )

    @cached_property
    def results(self) -> list[TestResult]:
        """The latest outcome of each little test."""
        latest: dict[str, TestResult] = {}
        for result in self.head.test_results(manager="present").order_by("-made_at", "-id"):
            latest.setdefault(result.test, result)
        return list(latest.values())

    @cached_property
    def patch_tests(self) -> list[PatchTest]:
        """Its patch tests, the newest first."""
        return list(self.head.patch_tests(manager="present").select_related("picture"))

    def days_since(self, when: datetime) -> float:
        """Days from then to now, never less than none."""
        return max((self.now - when) / DAY, 0.0)

    def _check_in(self) -> CoreCheckIn | None:
        if self.check_in is None:
            return None
        levels = {key: getattr(self.check_in, key) for key in tables().check_in}
        return CoreCheckIn(
            days_ago=self.days_since(self.check_in.at), flags=tuple(self.check_in.flags), **levels
        )

    @cached_property
    def factors(self) -> Factors:
        """What its washes say of it."""
        return learn(
            [
                Went(
                    days_ago=self.days_since(wash.at),
                    given=wash.given,
                    answer=wash.answer,
                    used=wash.used,
                    by_eye=wash.grams is None,
                )
                for wash in self.washes
                if wash.counts
            ]
        )

    @cached_property
    def beliefs(self) -> dict[str, Belief]:
        """What its little tests say, by question."""
        return beliefs((result.test, result.outcome) for result in self.results)

    @property
    def patches(self) -> dict[str, str]:
        """Its patch tests by material or family; a reaction is never outlived by a clear arm."""
        found: dict[str, str] = {}
        for test in reversed(self.patch_tests):
            if test.material and found.get(test.material) != PatchTest.Result.REACTION:
                found[test.material] = test.result or "running"
        return found

    def core(self, day: Today | None = None) -> CoreHead:
        """The head as the core knows it."""
        since = {family: self.days_since(at) for family, at in self.last.items()}
        cleaned = [
            days for family, days in since.items() if family in families() and families()[family].cleans
        ]
        record, believed = self.record, self.beliefs
        return CoreHead(
            record=record,
            today=self.today,
            check_in=self._check_in(),
            day=day or Today(),
            history=History(since, min(cleaned, default=None)),
            sure={
                question: surer(question, getattr(record, question), believed.get(question))
                for question in ("density", "strand")
            },
            patches=self.patches,
            factors=self.factors,
        )


def record_of(head: Head, today: date) -> Record:
    """The record kept of a head. What an older version kept, and no longer stands, has its default."""
    answers = dict(head.answers)
    while True:
        try:
            return read_record(answers, today)
        except RecordError as raised:
            if raised.field not in answers:
                raise Problem(409, "This head's record is incomplete.", str(raised)) from None
            del answers[raised.field]


def head_rows() -> list[HeadRowOut]:
    """Every head, each with its last check-in and wash."""
    check_ins = CheckIn.present.filter(head=OuterRef("pk")).order_by("-at", "-id")
    cleans = [family.key for family in families().values() if family.cleans]
    washes = Wash.present.filter(head=OuterRef("pk"), family__in=cleans).order_by("-at")
    heads = Head.present.annotate(
        checked_in_at=Subquery(check_ins.values("at")[:1]),
        flagged=Subquery(check_ins.values("flags")[:1]),
        washed_at=Subquery(washes.values("at")[:1]),
    )
    today = timezone.localdate()
    return [
        HeadRowOut(
            **row_of(head, record_of(head, today), today),
            checked_in_at=head.checked_in_at,
            washed_at=head.washed_at,
            flags=flag_names(head.flagged or []),
        )
        for head in heads
    ]


def row_of(head: Head, record: Record, today: date) -> dict[str, Any]:
    """What a list says of a head."""
    asked = tables().questions
    said = [
        f"{asked['scalp'].choice(record.scalp).name} scalp",
        asked["strand"].choice(record.strand).name,
        asked["curl"].choice(record.curl).name,
        record.style if record.style != "loose" else asked["length"].choice(record.length).name,
    ]
    return {
        "id": head.pk,
        "name": head.name,
        "age": today.year - record.birth_year,
        "child": record.age(today) < CHILD,
        "about": ", ".join(said),
        "answers": record.answers(),
    }


def flag_names(keys: Iterable[str]) -> list[str]:
    """Flags as they are called."""
    return [tables().flags[key].name for key in keys if key in tables().flags]


def today_of(occasion: str, on_scalp: list[str], on_strands: list[str]) -> Today:
    """What it is for and what is on it now; a word that is none of the offered is refused."""
    asked = tables()
    for field, given, offered in (
        ("occasion", [occasion], asked.occasions),
        ("on_scalp", on_scalp, asked.on_scalp),
        ("on_strands", on_strands, asked.on_strands),
    ):
        if not set(given) <= set(offered):
            raise Problem.field(field, "Choose one of the ones offered.")
    return Today(occasion, tuple(dict.fromkeys(on_scalp)), tuple(dict.fromkeys(on_strands)))


def asks(pk: int, day: Today) -> AsksOut:
    """What a head asks for today."""
    head = Known(find_head(pk)).core(day)
    return _asks_out(asks_of(head), vessel_sizes())


def _asks_out(found: Asks, vessels: list[tuple[str, float]]) -> AsksOut:
    fields: dict[str, Any] = {
        name: getattr(found, name) for name in ("mass", "days", "scalp", "lengths", "condition", "stricter")
    }
    rinse = asdict(found.rinse) | {"vessel": quantities.by_vessel(found.rinse.volume.value, vessels)}
    coming = asdict(found.next) | {"date": timezone.now() + found.next.due_in.value * DAY}
    fields |= {
        "rinse": RinseAskedOut.model_validate(rinse),
        "next": NextOut.model_validate(coming),
        "families": [_fit_out(fit, vessels) for fit in found.families],
        "schools": found.schools,
        "cautions": [caution_out(caution) for caution in found.cautions],
    }
    return AsksOut.model_validate(fields)


def _dose_out(dose: Dose, vessels: list[tuple[str, float]]) -> DoseOut:
    return DoseOut(
        grams=figure_out(dose.grams),
        volume=figure_out(dose.volume),
        vessel=quantities.by_vessel(dose.volume.value, vessels) or quantities.spoons(dose.volume.value),
    )


def _optional(figure: Figure | None) -> Any:
    return figure_out(figure) if figure else None


def _fit_out(fit: Fit, vessels: list[tuple[str, float]]) -> FitOut:
    return FitOut(
        family=fit.family.key,
        name=fit.family.name,
        made_of=fit.family.made_of,
        cleans=fit.family.cleans,
        verdict=fit.verdict,
        why=list(fit.why),
        lift=_optional(fit.lift),
        strength=_optional(fit.strength),
        scalp=_dose_out(fit.scalp, vessels),
        lengths=_dose_out(fit.lengths, vessels),
        minutes=list(fit.minutes),
        apart=fit.family.apart,
        ready_in=fit.ready_in,
        after=fit.family.after,
    )


def facts_for(pk: int | None) -> dict[str, Any]:
    """The facts of a head that a mix is for, {} for nobody; a Problem beside `head` when it is gone."""
    if pk is None:
        return {}
    head = Head.present.filter(pk=pk).first()
    if head is None:
        raise Problem.field("head", NOBODY)
    return facts_for_mix(Known(head).core())
