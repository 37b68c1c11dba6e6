"""Load the demo household into the demo's own database, once, and never over a person's data."""

import tomllib
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from django.utils import timezone

from eyebright.journal import services as journal
from eyebright.journal.models import Entry
from eyebright.journal.schemas import BeginIn, EntryIn
from eyebright.mix.services import work_out
from eyebright.shelf import services as shelf
from eyebright.shelf.models import Lot, WaterSource
from eyebright.shelf.schemas import LotIn, WaterIn

HOUSEHOLD = Path(__file__).parents[2] / "demo.toml"


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
    today = timezone.localtime().replace(minute=0, second=0, microsecond=0)
    for row in sorted(household["rinse"], key=lambda row: -row["days_ago"]):
        _rinse(row, lots, waters, today)
    return len(household["rinse"])


def _rinse(row: dict[str, Any], lots: dict[str, int], waters: dict[str, int], today: datetime) -> None:
    ask: dict[str, Any] = {name: row[name] for name in ("volume", "aim", "use", "minutes") if name in row}
    asked: dict[str, Any] = {"acid": lots[row["acid"]], "water": waters[row["water"]], **ask}
    entered = BeginIn.model_validate({"rinse": asked, "who": row["who"]})
    entered.stops_passed = [c.id for c in work_out(entered.rinse).cautions if c.level == "stop"]
    begun = journal.begin(entered)
    said: dict[str, Any] = {
        name: row[name] for name in ("reading", "reading_step", "feel", "note") if name in row
    }
    said |= {"step": len(begun.rinse.steps), "finished": True}
    journal.change(begun.id, EntryIn.model_validate(said))
    when = today.replace(hour=row["hour"]) - timedelta(days=row["days_ago"])
    Entry.objects.filter(pk=begun.id).update(made_at=when, finished_at=when + timedelta(minutes=15))
