"""The tables of this package: requests that were answered, whose household it is, and the clock."""

import uuid

from django.db import models
from django.utils import timezone


class IdempotentAnswer(models.Model):
    """The answer to a request, under the idempotency key of that request.

    `asked`: a digest of the request; `body`: the answer as it went out.
    """

    key = models.CharField(max_length=64, unique=True)
    asked = models.CharField(max_length=64)
    status = models.PositiveSmallIntegerField()
    body = models.TextField(blank=True)
    kind = models.CharField(max_length=60, blank=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)

    class Meta:
        db_table = "household_answered"  # the table keeps the name that older copies know
        verbose_name_plural = "answered requests"

    def __str__(self) -> str:
        return self.key


class HouseholdMark(models.Model):
    """Which household this is, among all that a browser has seen at this address: one row.

    Made with the database, and another after each restore.
    """

    mark = models.UUIDField(default=uuid.uuid4)

    def __str__(self) -> str:
        return str(self.mark)


class ClockAnchor(models.Model):
    """One row: `wall` (Unix seconds) and `monotonic` seconds that belong together, of one `boot`."""

    boot = models.CharField(max_length=40, blank=True)
    monotonic = models.FloatField()
    wall = models.FloatField()

    def __str__(self) -> str:
        return self.boot


class ClockStep(models.Model):
    """The clock was set `at` this moment (as it was afterwards), forward by so many seconds, or back."""

    at = models.DateTimeField(default=timezone.now, db_index=True)
    seconds = models.FloatField()

    class Meta:
        ordering = ["at", "id"]

    def __str__(self) -> str:
        return f"{self.seconds:+.1f} s"
