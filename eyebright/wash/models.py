"""What is kept of washes: those by name, and each as it happened on a head."""

from typing import get_args

from django.db import models
from django.utils import timezone

from eyebright.config.columns import Objects, Strings
from eyebright.config.soft_deletion import SoftDeleted
from eyebright.core.vocabulary import LinkZone
from eyebright.formulas.models import Formula
from eyebright.heads.models import Head
from eyebright.make.models import Batch, Container


class WashChain(SoftDeleted):
    """A wash by name: its links in order, each {formula (null is plain water), zone, minutes, times}."""

    name = models.CharField(max_length=80)
    links = Objects(default=list)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Wash(SoftDeleted):
    """One preparation on one head, and how it went. `head` is empty for somebody who is not on record.

    `batch` that it was done with, where one was, and what was `drawn` of its `container` (mL or g); `feel`:
    words for how that felt. `formula` that it was, `zone` that it went on and `cover` over it, empty where
    nobody said; `strength`: how strong it was made, times the usual; `grams` used, empty where nobody
    knows. `given` and `used` are what the core worked out of it then (core/wash/fits.py, `measured`);
    `answer` an index of the outcomes; `counts`: whether the head's factors learn from it.
    """

    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="washes")
    batch = models.ForeignKey(Batch, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes")
    container = models.ForeignKey(
        Container, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes"
    )
    drawn = models.DecimalField(max_digits=8, decimal_places=2, default=0)
    family = models.CharField(max_length=40)
    formula = models.ForeignKey(
        Formula, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes"
    )
    zone = models.CharField(max_length=8, choices=[(each, each) for each in get_args(LinkZone)], blank=True)
    cover = models.BooleanField(null=True, blank=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)
    grams = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    strength = models.DecimalField(max_digits=6, decimal_places=3, default=1)
    minutes = models.DecimalField(max_digits=6, decimal_places=2, null=True, blank=True)
    given = models.FloatField(null=True, blank=True)
    used = models.FloatField(null=True, blank=True)
    answer = models.PositiveSmallIntegerField(null=True, blank=True)
    counts = models.BooleanField(default=True)
    feel = Strings(default=list)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-at", "-id"]
        verbose_name_plural = "washes"
        indexes = [
            models.Index(fields=["head", "family", "at"], name="wash_of_head_by_family"),
            models.Index(fields=["head", "removed_at", "at"], name="wash_of_head_by_time"),
        ]

    def __str__(self) -> str:
        return f"{self.family} on {self.head or 'somebody'}"
