"""Everything known of one head, as the core takes it, in a fixed number of queries."""

from collections.abc import Callable
from datetime import datetime, timedelta
from functools import cached_property
from typing import Any

from django.db.models import Max, Q
from django.utils import timezone

from eyebright.core.formulas.model import rinses
from eyebright.core.formulas.model import washes as cleansing
from eyebright.core.heads import (
    Belief,
    HairAndScalp,
    History,
    Today,
    Washed,
    beliefs,
    hair_and_scalp_of,
    head_facts,
    ordinary_head,
    patch_hours,
    record_as_kept,
    record_tables,
    surer,
    washed,
)
from eyebright.core.heads import CheckIn as CoreCheckIn
from eyebright.core.heads import Head as CoreHead
from eyebright.core.learning import Factors
from eyebright.core.numbers import Draws
from eyebright.household.services.household import house_limits
from eyebright.kept.problems import Problem, one, only_offered
from eyebright.shelf.services.supplies import bottles_like

from ..models import CheckIn, Head, PatchTest, TestResult
from .learnt import learnt, product_key

DAY = timedelta(days=1)
WASHES = 24  # parts of washes that may still have left oil
RECENT = 60  # washes of a head that are looked at one by one
# Help that was pressed for what looks like an allergy.
REACTED = Q(feel__icontains='"help-rash"') | Q(feel__icontains='"help-breath"')
NOBODY = "That head is no longer here: choose another."


def find_head(pk: int, *, also_removed: bool = False) -> Head:
    """A head, or the problem of its being gone."""
    return one(Head.among(also_removed=also_removed), pk, "head")


class HeadHistory:
    """All that is known of one head, fetched in a fixed number of queries however long its history."""

    def __init__(self, head: Head, at: datetime | None = None) -> None:
        """As it stands now, or as it stood just before `at`."""
        self.head, self._at, self.now = head, at, at or timezone.now()
        self.today = timezone.localdate(self.now)
        self.kept = record_as_kept(head.answers, self.today)
        self.record = self.kept.record
        # Only a day of the past leaves out what came after it: a clock that was set back forgets nothing.
        check_ins = head.check_ins.filter(at__lte=at) if at else head.check_ins.all()
        self.check_in: CheckIn | None = check_ins.select_related("picture").first()
        washes = head.washes.filter(at__lt=at) if at else head.washes.all()
        latest = washes.order_by().values_list("family").annotate(Max("at"))
        self.last: dict[str, datetime] = {family: when for family, when in latest if when is not None}
        self._off = list(washes.filter(family__in=cleansing() | rinses())[:RECENT])
        self.washes = [each for each in self._off if each.family in cleansing()]

    @cached_property
    def results(self) -> list[TestResult]:
        """The latest outcome of each little test."""
        latest: dict[str, TestResult] = {}
        for result in self.head.test_results.order_by("-made_at", "-id"):
            latest.setdefault(result.test, result)
        return list(latest.values())

    @cached_property
    def patch_tests(self) -> list[PatchTest]:
        """Its patch tests, the newest first."""
        return list(self.head.patch_tests.select_related("picture"))

    def days_since(self, when: datetime) -> float:
        """Days from then to now, never less than none."""
        return max((self.now - when) / DAY, 0.0)

    @property
    def washed_at(self) -> datetime | None:
        """When it was last washed, with whatever washes."""
        return max((at for family, at in self.last.items() if family in cleansing()), default=None)

    @property
    def patch_hours(self) -> int:
        """How long a patch test on it is watched, going by its record."""
        return patch_hours(head_facts(self.record, self.today))

    def _check_in(self) -> CoreCheckIn | None:
        if self.check_in is None:
            return None
        asked = record_tables().check_in.items()
        levels = {key: min(getattr(self.check_in, key), len(question.choices) - 1) for key, question in asked}
        return CoreCheckIn(
            days_ago=self.days_since(self.check_in.at), flags=tuple(self.check_in.flags), **levels
        )

    def _washed(self) -> tuple[Washed, ...]:
        """Its last washes, with what each took."""
        return tuple(
            washed(self.days_since(each.at), each.zone, each.given, cleans=each.family in cleansing())
            for each in self._off[:WASHES]
        )

    @cached_property
    def factors(self) -> Factors:
        """What the household's washes say of it, and of what it is washed with."""
        return learnt(self._at).of(self.head.pk)

    @cached_property
    def beliefs(self) -> dict[str, Belief]:
        """What its little tests say, by question."""
        return beliefs((result.test, result.outcome) for result in self.results)

    @property
    def patches(self) -> dict[str, str]:
        """Its patch tests by key, or by name; a reaction is never outlived by a clear arm.

        What it reacted to at a wash counts as one: by the key that washes teach of that by, and for every
        other bottle of the same thing.
        """
        rows = self.head.washes.filter(REACTED).order_by().values_list("family", "formula", "supply_key")
        keys = {product_key(*row) for row in rows}
        found: dict[str, str] = dict.fromkeys(bottles_like(keys) if keys else (), PatchTest.Result.REACTION)
        for test in reversed(self.patch_tests):
            name = test.material or test.name.casefold()
            if found.get(name) != PatchTest.Result.REACTION:
                found[name] = test.result or "running"
        return found

    def core(self, day: Today | None = None) -> CoreHead:
        """The head as the core knows it."""
        since = {family: self.days_since(at) for family, at in self.last.items()}
        washed = None if self.washed_at is None else self.days_since(self.washed_at)
        record, believed = self.record, self.beliefs
        return CoreHead(
            record=record,
            today=self.today,
            check_in=self._check_in(),
            day=day or Today(),
            history=History(since, washed, self._washed()),
            sure={
                question: surer(question, getattr(record, question), believed.get(question))
                for question in ("density", "strand")
            },
            patches=self.patches,
            factors=self.factors,
            house=house_limits(),
        )


def today_of(occasion: str, on_scalp: list[str], on_strands: list[str]) -> Today:
    """What it is for and what is on it now; a word that is none of the offered is refused."""
    asked = record_tables()
    for field, given, offered in (
        ("occasion", [occasion], asked.occasions),
        ("on_scalp", on_scalp, asked.on_scalp),
        ("on_strands", on_strands, asked.on_strands),
    ):
        only_offered(field, given, offered)
    return Today(occasion, tuple(dict.fromkeys(on_scalp)), tuple(dict.fromkeys(on_strands)))


def head_for(pk: int | None, at: datetime | None = None, day: Today | None = None) -> CoreHead | None:
    """The head that something is for, None for nobody; a Problem beside `head` when it is gone.

    `at`: as it stands, or will stand, then; `day`: what it is for.
    """
    if pk is None:
        return None
    head = Head.objects.filter(pk=pk).first()
    if head is None:
        raise Problem.field("head", NOBODY)
    return HeadHistory(head, at).core(day)


def facts_for(pk: int | None) -> dict[str, Any]:
    """The facts of a head that something is for; for nobody, what the household holds."""
    return facts_of_whom(head_for(pk))


def facts_of_whom(head: CoreHead | None) -> dict[str, Any]:
    """The same, of a head that is at hand."""
    if head is not None:
        return head.facts()
    house = house_limits()
    return {"house": house} if house else {}


def hair_and_scalp_for(pk: int | None) -> Callable[[Draws], HairAndScalp]:
    """What something meets, for some draws: a head's hair and scalp, or nobody's in particular."""
    head = head_for(pk)
    if head is None:
        return ordinary_head
    facts = head.facts()
    return lambda draws: hair_and_scalp_of(head, facts, draws)
