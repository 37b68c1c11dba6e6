"""Load the demo household into the demo's own database, once, and never over a person's data."""

import tomllib
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from django.utils import timezone

from eyebright.core.cautions.engine import rules
from eyebright.core.heads.record import tables
from eyebright.heads import services as heads
from eyebright.heads.models import CheckIn, Head, PatchTest, Wash
from eyebright.heads.schemas.diary import LittleTestIn, PatchTestIn, WashIn
from eyebright.heads.schemas.heads import HeadIn
from eyebright.journal import services as journal
from eyebright.journal.models import Entry
from eyebright.journal.schemas import BeginIn, EntryIn
from eyebright.shelf import services as shelf
from eyebright.shelf.models import Lot, WaterSource
from eyebright.shelf.schemas import LotIn, VesselIn, WaterIn

HOUSEHOLD = Path(__file__).parents[2] / "demo.toml"
EVERY_RULE = [rule.id for rule in rules()]


class Command(BaseCommand):
    """`manage.py demo`"""

    help = "Load the demo household, unless it is there already."

    def handle(self, *args: Any, **options: Any) -> None:
        """Refuse any database but the demo's; load only into an untouched one."""
        if not settings.DEMO:
            raise CommandError("The demo goes into its own database only: use `make demo`.")
        if Lot.objects.exists() or WaterSource.objects.exists():
            self.stdout.write("The demo household is as you left it.")
            return
        with transaction.atomic():
            rinses = load(tomllib.loads(HOUSEHOLD.read_text("utf-8")))
        self.stdout.write(f"The demo household moved in, with {rinses} rinses in its journal.")


def load(household: dict[str, Any]) -> int:
    """Put the household on the shelf and its rinses in the journal; returns how many."""
    lots = {row["key"]: shelf.save_lot(LotIn.model_validate(row)).id for row in household["lot"]}
    waters = {row["key"]: shelf.save_water(WaterIn.model_validate(row)).id for row in household["water"]}
    for row in household["vessel"]:
        shelf.save_vessel(VesselIn.model_validate(row))
    today = timezone.localtime().replace(minute=0, second=0, microsecond=0)
    people = {row["key"]: _head(row, today).pk for row in household["head"]}
    for row in sorted(household["rinse"], key=lambda row: -row["days_ago"]):
        _rinse(row, lots | waters | people, today)
    return len(household["rinse"])


def _head(row: dict[str, Any], today: datetime) -> Head:
    """A head with its year of washes, the oldest first, as they were learnt from."""
    kept = heads.save_head(HeadIn.model_validate(row))
    evening, asked = today.replace(hour=19), tables().check_in
    CheckIn.objects.bulk_create(
        CheckIn(head=kept, at=evening - timedelta(days=days), **dict(zip(asked, levels, strict=True)))
        for days, *levels in row["check_ins"]
    )
    for days, family, grams, strength, answer in row["washes"]:
        told = {"family": family, "amount": grams, "strength": strength, "answer": answer}
        at = evening - timedelta(days=days, hours=1)
        heads.keep_wash(kept, WashIn.model_validate(told | {"at": at}))
    for test, outcome in row["tests"]:
        heads.little_test(kept.pk, LittleTestIn(test=test, outcome=outcome))
    for patch in row["patches"]:
        begun = heads.patch_test(kept.pk, PatchTestIn.model_validate(patch | {"hours": None}))
        started = timezone.now() - timedelta(hours=patch["hours"])
        PatchTest.objects.filter(pk=begun.id).update(
            started_at=started, result=patch.get("result", ""), note=patch.get("note", "")
        )
    return kept


def _rinse(row: dict[str, Any], keys: dict[str, int], today: datetime) -> None:
    ask: dict[str, Any] = {name: row[name] for name in ("volume", "aim", "use", "minutes") if name in row}
    ask |= {name: keys[row[name]] for name in ("acid", "water", "head")}
    entered = BeginIn.model_validate({"rinse": ask})
    entered.stops_passed = EVERY_RULE
    begun = journal.begin(entered)
    said: dict[str, Any] = {
        name: row[name] for name in ("reading", "reading_step", "feel", "note") if name in row
    }
    said |= {"step": len(begun.rinse.steps), "finished": True}
    journal.change(begun.id, EntryIn.model_validate(said))
    when = today.replace(hour=row["hour"]) - timedelta(days=row["days_ago"])
    Entry.objects.filter(pk=begun.id).update(made_at=when, finished_at=when + timedelta(minutes=15))
    Wash.objects.filter(entry=begun.id).update(at=when + timedelta(minutes=15))
