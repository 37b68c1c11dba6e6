"""What is done by itself while the server runs: a copy a day, the log brought home, leftovers let go."""

import logging
import sqlite3
import threading
from contextlib import closing
from datetime import timedelta

from django.db import DatabaseError, connections, transaction
from django.db.migrations.recorder import MigrationRecorder
from django.db.models import QuerySet
from django.utils import timezone

from eyebright.heads.models import Picture
from eyebright.kept.clock import lives_by
from eyebright.kept.clock_steps import watch_clock
from eyebright.kept.idempotency import forget_answers
from eyebright.kept.memory import give_back
from eyebright.kept.providers import household_zone
from eyebright.kept.replacing import being_replaced

from .copies import daily_copy_is_due, make_copy, set_apart_those_ahead
from .files import checkpoint, household_file, sweep_work
from .restoring import sweep_pictures

logger = logging.getLogger(__name__)

PATIENCE = 10.0  # s
EACH = 20.0  # s between two looks
UNKEPT = timedelta(days=2)  # after which a picture that nothing names is let go


class Keeper(threading.Thread):
    """Looks after the household's files until it is told to stop."""

    def __init__(self) -> None:
        super().__init__(name="keeper", daemon=True)
        self._stop_now = threading.Event()

    def run(self) -> None:
        """Look now and then.

        A line to the database is held all the while, idle: what is beside the file stays there, so that a
        disk that has filled up since can still be read from.
        """
        with closing(sqlite3.connect(household_file(), timeout=10, isolation_level=None)) as held:
            held.execute("SELECT count(*) FROM sqlite_master").fetchall()
            while not self._stop_now.wait(EACH):
                self.look()

    def look(self) -> None:
        """Once: what fails is logged, and tried again the next time."""
        if being_replaced():
            return
        try:
            watch_clock()
            with timezone.override(lives_by(household_zone())):
                set_apart_those_ahead()
                if daily_copy_is_due():
                    tidy()
                    make_copy("day")
            checkpoint(household_file())
        except (OSError, sqlite3.Error, DatabaseError):
            logger.exception("the keeper could not do its work")
        finally:
            connections.close_all()
            give_back()

    def stop(self) -> None:
        """Let it end, and wait for that."""
        self._stop_now.set()
        if self.is_alive():
            self.join(PATIENCE)


def tidy() -> None:
    """Let go of what nobody will ask for: old answers, pictures that were never kept, files nothing names."""
    with transaction.atomic():
        forget_answers()
        unkept_pictures().delete()
    sweep_pictures()
    sweep_work()


def unkept_pictures() -> QuerySet[Picture]:
    """Pictures that were taken, and that no check-in or patch test came to name.

    Those of before that was so are let be: they were shown as kept.
    """
    since = MigrationRecorder.Migration.objects.filter(app="heads", name="0005_version").first()
    old = Picture.objects.filter(made_at__lt=timezone.now() - UNKEPT)
    return old.filter(checkin=None, patchtest=None, made_at__gt=since.applied if since else timezone.now())
