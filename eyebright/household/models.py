"""What is kept of the household as a whole."""

from django.db import models
from django.utils import timezone

from eyebright.config.columns import Object
from eyebright.config.soft_deletion import Versioned


class Household(Versioned):
    """What holds for the whole household: one row.

    `system`: whose spoons and cups; `currency` as written; `decimal`: whether a point or a comma
    stands between whole and part, "" where nobody has said; `zone`: the time zone it lives by, "" for the
    machine's; `schools`: what it holds where makers disagree, by key.
    """

    system = models.CharField(max_length=20, default="metric")
    currency = models.CharField(max_length=8, default="£")
    decimal = models.CharField(max_length=8, blank=True)
    zone = models.CharField(max_length=40, blank=True)
    schools = Object(default=dict, blank=True, of=str)

    def __str__(self) -> str:
        return self.system


class HouseLimit(Versioned):
    """A limit (core/rules/limits.toml) that this household holds otherwise."""

    key = models.CharField(max_length=40, unique=True)
    value = models.FloatField()
    at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["key"]

    def __str__(self) -> str:
        return f"{self.key} {self.value:g}"


class Answered(models.Model):
    """A request that was done, under the key it came with: sent once more, it gets the same answer.

    `asked` is a digest of what it asked; `body` the answer as it went out.
    """

    key = models.CharField(max_length=64, unique=True)
    asked = models.CharField(max_length=64)
    status = models.PositiveSmallIntegerField()
    body = models.TextField(blank=True)
    kind = models.CharField(max_length=60, blank=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)

    class Meta:
        verbose_name_plural = "answered requests"

    def __str__(self) -> str:
        return self.key
