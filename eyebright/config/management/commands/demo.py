"""Load the demo household into the demo's own database, once, and never over a person's data."""

import math
import random
import tomllib
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from django.utils import timezone

from eyebright.core.heads import record_tables
from eyebright.core.learning import Factor, foreseen
from eyebright.core.materials import SupplyKey
from eyebright.core.rules import rules
from eyebright.core.wash import pauses
from eyebright.formulas.models import Formula
from eyebright.formulas.schemas.formulas import FormulaNewIn, FormulaSaveIn
from eyebright.formulas.services import beginning, formulas
from eyebright.heads import services as heads
from eyebright.heads.models import CheckIn, Head, PatchTest
from eyebright.heads.schemas.diary import LittleTestIn, PatchTestIn
from eyebright.heads.schemas.heads import HeadIn
from eyebright.household.schemas.household import HouseholdChangeIn
from eyebright.household.services.household import change_household, the_household
from eyebright.instruments.schemas import InstrumentIn
from eyebright.instruments.services import save_instrument
from eyebright.kept.clock_steps import steady_seconds
from eyebright.kept.decimals import exact
from eyebright.make.models import Batch, Container
from eyebright.make.schemas.asking import BeginBatchIn
from eyebright.make.schemas.batches import BatchChangeIn, PourIn, StepActIn
from eyebright.make.schemas.containers import FillIn
from eyebright.make.schemas.entries import BeginIn, EntryIn
from eyebright.make.services import batches, filling, pouring, steps
from eyebright.make.services import entries as journal
from eyebright.shelf.models import Lot, Reading, WaterSource
from eyebright.shelf.schemas.lots import LotIn
from eyebright.shelf.schemas.measures import SpoonIn, VesselIn
from eyebright.shelf.schemas.readings import NeatReadingIn, StripSetIn
from eyebright.shelf.schemas.waters import WaterIn
from eyebright.shelf.services import measures
from eyebright.shelf.services.lots import save_lot
from eyebright.shelf.services.readings import read_neat
from eyebright.shelf.services.strips import save_strips
from eyebright.shelf.services.waters import save_water
from eyebright.wash.models import BasinRun, Wash, WashChain
from eyebright.wash.schemas.basin import BeginWashIn, EndIn, PressIn, ReviewIn
from eyebright.wash.schemas.chains import WashChainIn
from eyebright.wash.schemas.diary import WashIn
from eyebright.wash.schemas.planned import NewRoutineIn, PlanWashIn
from eyebright.wash.services.basin import ending, pressing, reviews, runs
from eyebright.wash.services.basin.serializers import run_out
from eyebright.wash.services.chains import save_chain
from eyebright.wash.services.diary import keep_wash
from eyebright.wash.services.planned import plan_wash
from eyebright.wash.services.routines import new_routine

YEAR = 365.0
POURS, SCATTER = 0.12, 0.15  # how an amount scatters, and how an eye judges, ln
HOUSEHOLD = Path(__file__).parents[2] / "demo.toml"
EVERY_RULE = [rule.id for rule in rules()]


class Command(BaseCommand):
    """`manage.py demo`"""

    help = "Load the demo household, unless it is there already."

    def handle(self, *args: Any, **options: Any) -> None:
        """Refuse any database but the demo's; load only into an untouched one."""
        if not settings.DEMO:
            raise CommandError("The demo goes into its own database only: use `make demo`.")
        if Lot.with_removed.exists() or WaterSource.with_removed.exists():
            self.stdout.write("The demo household is as you left it.")
            return
        with transaction.atomic():
            rinses = load(tomllib.loads(HOUSEHOLD.read_text("utf-8")))
        self.stdout.write(f"The demo household moved in, with {rinses} rinses in its journal.")


def load(household: dict[str, Any]) -> int:
    """Put the household on the shelf and its rinses in the journal; returns how many."""
    today = timezone.localtime().replace(minute=0, second=0, microsecond=0)
    lots = {row["key"]: _lot(row, today) for row in household["lot"]}
    waters = {
        row["key"]: SupplyKey.of("water", save_water(WaterIn.model_validate(row)).id)
        for row in household["water"]
    }
    for row in household["vessel"]:
        measures.save_vessel(VesselIn.model_validate(row))
    for row in household["spoon"]:
        measures.save_spoon(SpoonIn.model_validate(row))
    for row in household["strips"]:
        save_strips(StripSetIn.model_validate(row))
    for row in household["instrument"]:
        save_instrument(InstrumentIn.model_validate(row))
    made = _bench(household)
    hidden = household["hidden"]
    people = {row["key"]: _head(row, made, hidden, today).pk for row in household["head"]}
    for row in sorted(household["rinse"], key=lambda row: -row["days_ago"]):
        _rinse(row, lots | waters, people, today)
    for row in household["batch"]:
        _batch(row, made, people, today)
    _washes(household, made, people, today)
    for row in household["run"]:
        _run(row, people)
    for row in household["reading"]:
        reading = read_neat(
            NeatReadingIn.model_validate({"supply_key": (lots | waters)[row["of"]], "read": row})
        )
        when = today - timedelta(days=row["days_ago"])
        Reading.objects.filter(pk=reading.id).update(made_at=when)
    return len(household["rinse"])


def _lot(row: dict[str, Any], today: datetime) -> str:
    """A lot, its days counted from today; gives its key."""
    body = dict(row)
    if "opened_days_ago" in row:
        body["opened_on"] = (today - timedelta(days=row["opened_days_ago"])).date()
    if "use_by_days" in row:
        body["use_by"] = (today + timedelta(days=row["use_by_days"])).date()
    return save_lot(LotIn.model_validate(body)).key


def _head(row: dict[str, Any], formulas: dict[str, int], hidden: dict[str, float], today: datetime) -> Head:
    """A head with its year of washes, the oldest first; `hidden`: how strongly things really wash."""
    kept = heads.save_head(HeadIn.model_validate(row))
    evening, asked = today.replace(hour=19), record_tables().check_in
    CheckIn.objects.bulk_create(
        CheckIn(head=kept, at=evening - timedelta(days=days), **dict(zip(asked, levels, strict=True)))
        for days, *levels in row["check_ins"]
    )
    families = {made.pk: made.family for made in Formula.objects.all()}
    by_eye = random.Random(row["key"])
    for days, start, grams, minutes in row["washes"]:
        formula = formulas[start]
        body = {"family": families[formula], "formula": formula, "amount": grams, "minutes": minutes,
                "at": evening - timedelta(days=days, hours=1)}  # fmt: skip
        wash = keep_wash(kept, WashIn.model_validate(body))
        _as_it_went(wash, row["hidden"] * hidden.get(start, 1.0), row["course"], days, by_eye)
    for test, outcome in row["tests"]:
        heads.little_test(kept.pk, LittleTestIn(test=test, outcome=outcome))
    for patch in row["patches"]:
        begun = heads.patch_test(kept.pk, PatchTestIn.model_validate(patch | {"hours": None}))
        started = timezone.now() - timedelta(hours=patch["hours"])
        PatchTest.objects.filter(pk=begun.id).update(
            started_at=started, result=patch.get("result", ""), note=patch.get("note", "")
        )
    return kept


def _bench(household: dict[str, Any]) -> dict[str, int]:
    """Formulas from starting points, some with an older version, and washes strung of them; ids by start."""
    made: dict[str, int] = {}
    for row in household["formula"]:
        begun = beginning.new_formula(FormulaNewIn(start=row["start"]))
        made[row["start"]] = begun.id
        kept = formulas.find_formula(begun.id)
        if "was" in row:
            formulas.keep_version(kept, row["was"])
        body = begun.formula
        for line in body.lines:
            line.amount = row.get("changed", {}).get(str(line.id), line.amount)
        body.about = row.get("about", body.about)
        formulas.save_formula(begun.id, FormulaSaveIn(version=begun.version, formula=body))
    return made


def _washes(
    household: dict[str, Any], formulas: dict[str, int], people: dict[str, int], today: datetime
) -> None:
    """Washes by name, routines of them, hours out, and what is planned."""
    chains: dict[str, int] = {}
    for row in household["wash"]:
        links = [_link(what, zone, more, formulas) for what, zone, *more in row["links"]]
        chains[row["name"]] = save_chain(WashChainIn.model_validate({"name": row["name"], "links": links})).id
    for row in household["routine"]:
        entries = [{"chain": chains[name]} for name in row["chains"]]
        body = row | {"head": people[row["head"]], "entries": entries}
        new_routine(NewRoutineIn.model_validate(body))
    version = the_household().version
    change_household(HouseholdChangeIn.model_validate({"version": version, "out": household["out"]}))
    for row in household["planned"]:
        at = today.replace(hour=row["hour"]) + timedelta(days=row["days"])
        heads = [people[who] for who in row["heads"]]
        plan_wash(PlanWashIn.model_validate({"heads": heads, "chain": chains[row["wash"]], "at": at}))


def _run(row: dict[str, Any], people: dict[str, int]) -> None:
    """A wash at the basin: pressed so many minutes after it was begun; where it has an end, told of since."""
    chain = WashChain.objects.get(name=row["wash"])
    run = runs.begin(BeginWashIn(head=people[row["head"]], chain=chain.pk))
    began = timezone.now() - timedelta(minutes=row["minutes_ago"])
    BasinRun.objects.filter(pk=run.pk).update(began_at=began)
    shown = run_out(runs.find_run(run.pk))
    for minutes in row["pressed"]:
        now = shown.presses[shown.at]
        steady = steady_seconds(began + timedelta(minutes=minutes))
        shown = pressing.press(run.pk, PressIn(step=now.step, section=now.section, steady=steady))
    if "ended" not in row:
        return
    off = began + timedelta(minutes=row["ended"])
    ending.end(run.pk, EndIn(off_at=off))
    for when, hours, answers in row["told"]:
        body = ReviewIn(when=when, answers=answers, at=off + timedelta(hours=hours))
        reviews.review(shown.planned, body)


def _link(what: str, zone: str, more: list[str], formulas: dict[str, int]) -> dict[str, Any]:
    """One link of a wash: a starting point, water, or a pause by its key."""
    if what in pauses():
        return {"pause": what, "zone": zone}
    return {"formula": formulas.get(what), "zone": zone, "beside": "beside" in more}


def _batch(row: dict[str, Any], formulas: dict[str, int], people: dict[str, int], today: datetime) -> None:
    """A batch, poured as it was planned: carried on to where it stands, or made and filled some days ago."""
    ask = {"sized_by": "ml", "value": row["ml"], "heads": [people[who] for who in row["heads"]]}
    if row["start"] not in formulas:
        formulas[row["start"]] = beginning.new_formula(FormulaNewIn(start=row["start"])).id
    asked = {"ask": {"formula": formulas[row["start"]], **ask}}
    now = batches.begin(BeginBatchIn.model_validate(asked))
    for line in now.lines:
        now = pouring.pour(now.id, PourIn(version=now.version, line=line.id))
    confirmed = [f"{step.place}:{each.id}" for step in now.steps for each in step.cautions if each.asks]
    ago = timedelta(days=row.get("days_ago", 0), hours=row.get("hours_ago", 0))
    if "at" in row:
        step = next(each.place for each in now.steps if each.kind == row["at"])
        now = batches.change(now.id, BatchChangeIn(version=now.version, step=step, confirmed=confirmed))
        act = StepActIn(version=now.version, do="start", minutes=row["minutes"])
        Batch.objects.filter(pk=now.id).update(made_at=timezone.now() - ago)
        steps.act(now.id, step, act, timezone.now() - ago)
        return
    said: dict[str, Any] = {"version": now.version, "confirmed": confirmed}
    said |= {"yielded": row["yielded"]} if "yielded" in row else {}
    said |= {"read": {"value": row["reading"], "step": 0.5}} if "reading" in row else {}
    now = batches.change(now.id, BatchChangeIn.model_validate(said))
    for name, amount, place, _ in row["fill"]:
        version = Batch.objects.get(pk=now.id).version
        body = {"version": version, "name": name, "amount": amount, "place": place}
        filling.fill(now.id, FillIn.model_validate(body | {"count": 6 if "cubes" in name else 1}))
    version = Batch.objects.get(pk=now.id).version
    batches.change(now.id, BatchChangeIn(version=version, finished=True))
    when = today.replace(hour=17) - ago
    Batch.objects.filter(pk=now.id).update(made_at=when, finished_at=when)
    Reading.objects.filter(batch=now.id).update(made_at=when)
    for container, (*_, ended) in zip(Container.objects.filter(batch=now.id), row["fill"], strict=True):
        container.filled_on, container.use_by = container.filled_on - ago, container.use_by - ago
        container.frozen_on = container.frozen_on and container.frozen_on - ago
        if ended:
            container.ended, container.ended_on = ended, container.filled_on + timedelta(days=2)
        container.save()


def _as_it_went(
    wash: Wash, hidden: float, course: tuple[float, float], days: float, by_eye: random.Random
) -> None:
    """Make a wash as strong as the household had learnt to by then, and say how it went by what is hidden.

    By the model that learns (core/learning): ln of its cleaning over right, and an eye's scatter.
    """
    if wash.given is None:
        return
    begin, end = course
    aim = end + (begin - end) * min(days / YEAR, 1.0) + by_eye.gauss(0.0, POURS)
    times = math.exp(aim - wash.given - math.log(hidden))
    strength = min(max(round(times, 1), 0.3), 5.0)
    wash.strength = exact(strength)
    wash.given += math.log(strength)  # as teach_day works it out
    really = Factor(math.log(hidden) + by_eye.gauss(0.0, SCATTER), 0.0, 0)
    wash.answer = foreseen(wash.given, really, 0).answer
    wash.save()


def _rinse(row: dict[str, Any], keys: dict[str, str], people: dict[str, int], today: datetime) -> None:
    ask: dict[str, Any] = {name: row[name] for name in ("volume", "aim", "use", "minutes") if name in row}
    lines = [
        {"supply_key": keys[row["water"]], "how": "fill"},
        {"supply_key": keys[row["acid"]], "how": "solve", "unit": row.get("unit", "mL")},
    ]
    ask |= {"head": people[row["head"]], "lines": lines}
    payload = BeginIn.model_validate({"rinse": ask})
    payload.stops_passed, payload.own = EVERY_RULE, True
    payload.why = "Bears it well, and only for a minute."
    begun = journal.begin(payload)
    said: dict[str, Any] = {name: row[name] for name in ("feel", "note") if name in row}
    if "reading" in row:
        said["read"] = {"value": row["reading"], "step": row.get("reading_step", 0.5)}
    said |= {"version": begun.version, "step": len(begun.rinse.steps), "finished": True}
    journal.change(begun.id, EntryIn.model_validate(said))
    when = today.replace(hour=row["hour"]) - timedelta(days=row["days_ago"])
    done = when + timedelta(minutes=15)
    Batch.objects.filter(pk=begun.id).update(made_at=when, finished_at=done)
    Wash.objects.filter(batch=begun.id).update(at=done)
    Reading.objects.filter(batch=begun.id).update(made_at=done)
