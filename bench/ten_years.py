"""Ten years of one household: three heads, a wash a week each, check-ins, jugs, readings, formulas; seeded.

What grows with the years must not make a screen slower: each is asked of a household whose lists and charts
have just filled up and of one of ten years, in turns, on the same machine in the same run.
"""

import random
import statistics
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from django.conf import settings
from django.core.management import call_command
from django.db import connection, connections
from django.test import Client, override_settings
from django.utils import timezone

from eyebright.formulas.models import Formula
from eyebright.formulas.schemas.formulas import FormulaNewIn
from eyebright.formulas.services.beginning import new_formula
from eyebright.heads.models import CheckIn, Head
from eyebright.heads.schemas.heads import HeadIn
from eyebright.heads.services import save_head
from eyebright.make.models import Batch, BatchRecipient, Container, Pour
from eyebright.make.schemas.asking import BeginBatchIn
from eyebright.make.schemas.batches import BatchChangeIn, PourIn
from eyebright.make.schemas.containers import FillIn
from eyebright.make.schemas.entries import BeginIn, EntryIn
from eyebright.make.services import batches, filling, pouring
from eyebright.make.services import entries as journal
from eyebright.shelf.models import ReadingLine
from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.schemas.readings import ReadIn
from eyebright.shelf.schemas.waters import WaterIn
from eyebright.shelf.services.lots import save_lot
from eyebright.shelf.services.waters import save_water
from eyebright.wash.models import PlannedWash, Wash
from eyebright.wash.schemas.chains import WashChainIn
from eyebright.wash.schemas.planned import NewRoutineIn, PlanWashIn
from eyebright.wash.services.chains import save_chain
from eyebright.wash.services.planned import plan_wash
from eyebright.wash.services.routines import new_routine

from .counting import Kitchen, counted
from .heads import get

FULL, YEARS = 130, 520  # weeks: until every list and chart is full, and ten years
ROUNDS = 15
PEOPLE = (
    {"name": "Wren Halloway", "answers": {"birth_year": 1988, "scalp": "oily", "strand": "fine"}},
    {"name": "Ottoline", "answers": {"birth_year": 2017, "adult": "Wren Halloway", "length": "waist"}},
    {"name": "Idris Pell", "answers": {"birth_year": 1965, "scalp": "dry", "style": "locs"}},
)
LOTS = ("malt_vinegar", "fruit_vinegar", "citric_acid", "nettle", "linden", "kaolin", "rhassoul", "oat_flour")
STARTS = ("towpath_rinse", "lock_gate_clay", "stove_soap", "night_watch_oil")


def live(weeks: int) -> None:
    """Put a household of so many weeks into the database that is open."""
    chance, now = random.Random(15), timezone.now()
    heads = [save_head(HeadIn.model_validate(each)) for each in PEOPLE]
    lots = [save_lot(LotIn(material=key, name=key.replace("_", " "), size=500)).key for key in LOTS]
    water = f"water-{save_water(WaterIn(kind='very_hard', name='Canal-side tap')).id}"
    for start in STARTS:
        new_formula(FormulaNewIn(start=start))
    for head in heads:
        _washes(head, weeks, now, chance)
    lines = [{"supply_key": water, "how": "fill"}, {"supply_key": lots[0], "how": "solve"}]
    asked = BeginIn.model_validate(
        {"rinse": {"lines": lines, "volume": 500, "aim": 4.5, "head": heads[0].pk}}
    )
    begun = journal.begin(asked)
    journal.change(begun.id, EntryIn(version=begun.version, finished=True, read=ReadIn(value=4.5)))
    _again(Batch.objects.get(), weeks, now, chance)
    _kitchen(heads[0].pk, weeks, now)
    _plan(heads, weeks, now)


def _plan(heads: list[Head], weeks: int, now: datetime) -> None:
    """A wash by name that was done every week, one that is planned, and a routine of it."""
    links = [{"formula": Formula.objects.get(name="Stove-side soap").pk}, {}]
    chain = save_chain(WashChainIn.model_validate({"name": "Friday", "links": links}))
    entries = [{"chain": chain.id}]
    new_routine(NewRoutineIn.model_validate({"head": heads[0].pk, "entries": entries}))
    PlannedWash.objects.bulk_create(
        PlannedWash(
            head=heads[0], chain_id=chain.id, name="Friday", links=chain.links,
            at=now - timedelta(weeks=week), done_at=now - timedelta(weeks=week),
        )
        for week in range(1, weeks)
    )  # fmt: skip
    asked = {"heads": [heads[1].pk], "chain": chain.id, "at": now + timedelta(days=2)}
    plan_wash(PlanWashIn.model_validate(asked))


def _kitchen(head: int, weeks: int, now: datetime) -> None:
    """A batch a week, each filled into two bottles that are still there."""
    ask = {"formula": Formula.objects.get(name="Stove-side soap").pk, "heads": [head]}
    begun = batches.begin(BeginBatchIn.model_validate({"ask": ask}))
    for line in begun.lines:
        begun = pouring.pour(begun.id, PourIn(version=begun.version, line=line.id))
    for name in ("Squeeze bottle", "Jam jar"):
        version = Batch.objects.get(pk=begun.id).version
        filling.fill(begun.id, FillIn(version=version, amount=60, name=name))
    batches.change(begun.id, BatchChangeIn(version=Batch.objects.get(pk=begun.id).version, finished=True))
    made = Batch.objects.get(pk=begun.id)
    pours, jars = list(made.poured.all()), list(made.containers.all())
    for week in range(1, weeks):
        made.pk, made._state.adding = None, True
        made.made_at = made.finished_at = now - timedelta(weeks=week)
        made.save()
        BatchRecipient.objects.create(
            batch=made, head_id=head, parts=0, says="Wren neat", ph=[9.5, 9.0, 10.0]
        )
        for row in (*pours, *jars):
            row.pk, row.batch, row._state.adding = None, made, True
        for jar in jars:
            jar.code = f"{week:05d}"
        Pour.objects.bulk_create(pours)
        Container.objects.bulk_create(jars)


def _washes(head: Head, weeks: int, now: datetime, chance: random.Random) -> None:
    """A wash and a check-in a week."""
    Wash.objects.bulk_create(
        Wash(
            head=head,
            family=chance.choice(("saponin_liquor", "clay_damp")),
            at=now - timedelta(weeks=week, hours=2),
            grams=80,
            given=chance.gauss(0, 0.3),
            used=chance.gauss(0, 0.2),
            answer=chance.randrange(5),
        )
        for week in range(weeks)
    )
    CheckIn.objects.bulk_create(
        CheckIn(head=head, at=now - timedelta(weeks=week), oil=chance.randrange(4), itch=chance.randrange(3))
        for week in range(weeks)
    )


def _again(jug: Batch, weeks: int, now: datetime, chance: random.Random) -> None:
    """The same jug once a week, each read."""
    told, pours = jug.reading, list(jug.poured.all())
    assert told is not None
    lines = list(told.lines.all())
    for week in range(1, weeks):
        at = now - timedelta(weeks=week)
        for row in (jug, told):
            row.pk, row._state.adding = None, True
        told.value, told.made_at = f"{chance.gauss(4.5, 0.1):.2f}", at
        told.save()
        jug.reading, jug.made_at, jug.finished_at = told, at, at
        jug.save()
        for pour in pours:
            pour.pk, pour.batch, pour._state.adding = None, jug, True
        Pour.objects.bulk_create(pours)
        for line in lines:
            line.pk, line.reading, line._state.adding = None, told, True
        ReadingLine.objects.bulk_create(lines)


SCREENS = {
    "heads": "/api/heads",
    "a head": "/api/heads/1",
    "what it asks for": "/api/heads/1/asks",
    "its history": "/api/heads/1/history",
    "whom what is not for": "/api/heads/blocked",
    "the shelf": "/api/shelf/lots",
    "a bottle that was read": "/api/shelf/lots/1",
    "waters": "/api/shelf/waters",
    "formulas": "/api/formulas",
    "a formula": "/api/formulas/1",
    "formulas ranked for a head": "/api/formulas/match?head=1",
    "the journal": "/api/journal/entries",
    "an entry": "/api/journal/entries/1",
    "today": "/api/today",
    "the plan": "/api/wash/plan",
    "two months": "/api/wash/calendar",
    "routines": "/api/wash/routines",
    "make, with its stock": "/api/make",
    "a batch": "/api/make/batches/{batch}",
    "what was made": "/api/make/batches",
    "found as typed": "/api/search?find=malt",
    "recently removed": "/api/safekeeping/removed",
}


@dataclass(frozen=True)
class Grown:
    """One screen: the median of ten years' time over a young household's, and the queries of both."""

    ratio: float
    short: int
    long: int


@contextmanager
def _opened(file: Path) -> Iterator[None]:
    """Another database in the place of the bench's own."""
    before = connections["default"].settings_dict["NAME"]
    _switch(str(file))
    yield
    _switch(before)


def _switch(name: str) -> None:
    connections["default"].close()
    connections["default"].settings_dict["NAME"] = name


Costs = dict[str, tuple[int, int]]


def ten_years() -> tuple[dict[str, Grown], Costs, Costs]:
    """Every screen, in turns over both households; and what calls cost in each: queries, assessments."""
    with (
        override_settings(ALLOWED_HOSTS=[*settings.ALLOWED_HOSTS, "testserver"]),
        TemporaryDirectory() as folder,
    ):
        files = {FULL: Path(folder, "full.sqlite3"), YEARS: Path(folder, "years.sqlite3")}
        for weeks, file in files.items():
            with _opened(file):
                call_command("migrate", verbosity=0)
                live(weeks)
        screens = {name: _screen(path, files) for name, path in SCREENS.items()}
        costs: list[Costs] = []
        for file in files.values():
            with _opened(file):
                costs.append(Kitchen().calls())
        return screens, costs[0], costs[1]


def _screen(path: str, files: dict[int, Path]) -> Grown:
    client, took, queries = Client(), {weeks: list[float]() for weeks in files}, {}
    for turn in range(ROUNDS + 2):
        for weeks, file in files.items():
            with _opened(file):
                connection.ensure_connection()
                batch = Batch.objects.filter(of=Batch.Of.FORMULA).first()
                address = path.format(batch=batch.pk if batch else 0)
                for _ in range(2):  # what is derived of the other household's file is not of this one
                    get(client, address)
                start = time.perf_counter()
                get(client, address)
                if turn > 1:  # the first two warm up
                    took[weeks].append(time.perf_counter() - start)
                with counted() as count:
                    get(client, address)
                queries[weeks] = count.queries
    pairs = zip(took[YEARS], took[FULL], strict=True)
    return Grown(statistics.median(long / short for long, short in pairs), queries[FULL], queries[YEARS])
