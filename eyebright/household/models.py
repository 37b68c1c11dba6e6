"""What is kept of the household as a whole."""

from django.db import models


class Household(models.Model):
    """What holds for the whole household: one row.

    `system`: whose spoons and cups; `currency` as written; `decimal`: whether a point or a comma
    stands between whole and part, "" where nobody has said; `schools`: what it holds where makers disagree,
    by key.
    """

    system = models.CharField(max_length=20, default="metric")
    currency = models.CharField(max_length=8, default="£")
    decimal = models.CharField(max_length=8, blank=True)
    schools = models.JSONField(default=dict, blank=True)

    def __str__(self) -> str:
        return self.system


class HouseLimit(models.Model):
    """A limit (core/rules/limits.toml) that this household holds otherwise."""

    key = models.CharField(max_length=40, unique=True)
    value = models.FloatField()
    at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["key"]

    def __str__(self) -> str:
        return f"{self.key} {self.value:g}"
