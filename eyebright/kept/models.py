"""The one table of this package: requests that were answered."""

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
