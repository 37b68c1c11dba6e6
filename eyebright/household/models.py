"""What is kept of the household as a whole."""

import datetime

from django.db import models

from eyebright.kept.columns import Object, Objects, Strings
from eyebright.kept.soft_deletion import SoftDeleted, Versioned


class Household(Versioned):
    """What holds for the whole household: one row.

    `system`: whose spoons and cups; `currency` as written; `decimal`: whether a point or a comma
    stands between whole and part, "" where nobody has said; `zone`: the time zone it lives by, "" for the
    machine's; `schools`: what it holds where makers disagree, by key; `asleep_from` to `asleep_to`: hours
    asleep, empty for never; `out` of the house, each {weekday (0 is Monday), begin, end} by the clock; how
    many `pots` and `bathrooms` there are; `skipped`: first steps that were passed over.
    """

    system = models.CharField(max_length=20, default="metric")
    currency = models.CharField(max_length=8, default="£")
    decimal = models.CharField(max_length=8, blank=True)
    zone = models.CharField(max_length=40, blank=True)
    schools = Object(default=dict, blank=True, of=str)
    asleep_from = models.TimeField(null=True, blank=True, default=datetime.time(22, 30))
    asleep_to = models.TimeField(null=True, blank=True, default=datetime.time(7, 0))
    out = Objects(default=list, blank=True, needs={"weekday": int, "begin": str, "end": str})
    pots = models.PositiveSmallIntegerField(default=1)
    bathrooms = models.PositiveSmallIntegerField(default=1)
    skipped = Strings(default=list, blank=True)

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


class TakenTime(SoftDeleted):
    """A time in which nobody washes or makes anything: "not tonight"."""

    begin = models.DateTimeField(db_index=True)
    end = models.DateTimeField(db_index=True)
    note = models.CharField(max_length=80, blank=True)

    class Meta:
        ordering = ["begin", "id"]

    def __str__(self) -> str:
        return self.note or f"{self.begin:%d %B, %H:%M}"
