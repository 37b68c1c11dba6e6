"""What is kept of washes.

Those by name, those that are planned, routines, and each as it happened on a head.
"""

from typing import get_args

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from eyebright.core.vocabulary import LinkZone
from eyebright.formulas.models import Formula
from eyebright.heads.models import Head, Picture
from eyebright.kept.columns import Numbers, Object, Objects, Strings, snapshot_field, snapshot_list
from eyebright.kept.soft_deletion import SoftDeleted, Versioned
from eyebright.make.models import Batch, Container

from .schemas.chains import WashLinkIn
from .snapshots import PlannedSnapshot, PressSnapshot, RunLink, RunSnapshot, kept_link, kept_run_link


class WashChain(SoftDeleted):
    """A wash by name: its links in order, as they were entered."""

    name = models.CharField(max_length=80)
    links = snapshot_list(WashLinkIn, read=kept_link)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Routine(SoftDeleted):
    """A head's cycle of washes by name: `entries`, each {chain, at_most (in thirty days, null for any)}.

    `every` so many days; `weekdays` that suit (0 is Monday), empty for any.
    """

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="routines")
    entries = Objects(default=list, needs={"chain": int})
    every = models.PositiveSmallIntegerField(default=7)
    weekdays = Numbers(default=list)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"every {self.every} days"


class PlannedWash(SoftDeleted):
    """A wash of one head at one time: planned, then done (`done_at`).

    `links` are its own copy of the wash by name that it is of (`chain`), as it was when it was planned.
    `occasion` that it is for. `snapshot`: what was worked out of it last.
    """

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="planned")
    chain = models.ForeignKey(
        WashChain, on_delete=models.SET_NULL, null=True, blank=True, related_name="planned"
    )
    name = models.CharField(max_length=80)
    links = snapshot_list(WashLinkIn, read=kept_link)
    at = models.DateTimeField(db_index=True)
    occasion = models.CharField(max_length=40, default="ordinary")
    done_at = models.DateTimeField(null=True, blank=True)
    snapshot = snapshot_field(PlannedSnapshot, blank=True, encoder=DjangoJSONEncoder)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["at", "id"]
        verbose_name_plural = "planned washes"
        indexes = [models.Index(fields=["done_at", "removed_at", "at"], name="planned_by_time")]

    def __str__(self) -> str:
        return self.name


class BasinRun(SoftDeleted):
    """A wash that is carried out: what was pressed when, and what it consists of by now.

    `links`, each with an `id` of its own; `presses` in order, of which the
    last can be taken back; `posture` of the head. `snapshot`: what was worked out of what is still to come
    (`links`), and of all of it as it was done.
    """

    planned = models.OneToOneField(PlannedWash, on_delete=models.CASCADE, related_name="run")
    began_at = models.DateTimeField(default=timezone.now)
    ended_at = models.DateTimeField(null=True, blank=True)
    links = snapshot_list(RunLink, read=kept_run_link)
    presses = snapshot_list(PressSnapshot)
    posture = models.CharField(max_length=12, default="back")
    snapshot = snapshot_field(RunSnapshot, blank=True, encoder=DjangoJSONEncoder)

    class Meta:
        ordering = ["began_at", "id"]
        verbose_name_plural = "washes at the basin"
        indexes = [models.Index(fields=["ended_at", "removed_at"], name="runs_under_way")]

    def __str__(self) -> str:
        return f"{self.planned}, begun {self.began_at:%d %B %Y}"


class Review(SoftDeleted):
    """How a wash went, told at one time after it (`when`): places of the choices by question.

    No answers: it was passed over. `unsure`: whoever told it was not sure.
    """

    planned = models.ForeignKey(PlannedWash, on_delete=models.CASCADE, related_name="reviews")
    when = models.CharField(max_length=8)
    at = models.DateTimeField(default=timezone.now)
    answers = Object(default=dict, blank=True)
    unsure = models.BooleanField(default=False)
    picture = models.ForeignKey(Picture, on_delete=models.SET_NULL, null=True, blank=True, related_name="+")
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["at", "id"]
        constraints = [
            models.UniqueConstraint(
                fields=["planned", "when"], condition=models.Q(removed_at=None), name="one_review_a_time"
            )
        ]

    def __str__(self) -> str:
        return f"{self.planned}, {self.when}"


class CalendarFeed(Versioned):
    """The one address that a calendar may read the plan at: a digest of its secret, nothing that tells it."""

    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(default=timezone.now)
    read_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"made {self.made_at:%d %B %Y}"


class Wash(SoftDeleted):
    """One preparation on one head, and how it went. `head` is empty for somebody who is not on record.

    `planned`: the wash that it was a part of, and `supply_key` the key of what was bought, where either is
    known.

    `batch` that it was done with, where one was, and what was `drawn` of its `container` (mL or g); `feel`:
    words for how that felt. `formula` that it was, `zone` that it went on and `cover` over it, empty where
    nobody said; `strength`: how strong it was made, times the usual; `grams` used, empty where nobody
    knows; `thinned` with so many parts of water to one. `drawn_besides`: what the next containers of the same
    gave, by key, once the first was empty. `given` and `used` are what the core worked out of it then
    (core/wash/fits.py, `measured`);
    `day`: what it was for and what was on the hair, empty where nobody kept that; `answer` an index of the
    outcomes, `heard` when, `unsure` of it; `counts`: whether anything is learnt from it. `sections`: minutes
    that each had it on, in the order that it went on, empty where nobody counted; `meant`: minutes that were
    planned.
    """

    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="washes")
    planned = models.ForeignKey(
        PlannedWash, on_delete=models.SET_NULL, null=True, blank=True, related_name="parts"
    )
    supply_key = models.CharField(max_length=48, blank=True)
    batch = models.ForeignKey(Batch, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes")
    container = models.ForeignKey(
        Container, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes"
    )
    drawn = models.DecimalField(max_digits=8, decimal_places=2, default=0)
    drawn_besides = Object(default=dict, blank=True)
    family = models.CharField(max_length=40)
    formula = models.ForeignKey(
        Formula, on_delete=models.SET_NULL, null=True, blank=True, related_name="washes"
    )
    zone = models.CharField(max_length=8, choices=[(each, each) for each in get_args(LinkZone)], blank=True)
    cover = models.BooleanField(null=True, blank=True)
    at = models.DateTimeField(default=timezone.now, db_index=True)
    grams = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    thinned = models.PositiveSmallIntegerField(default=0)
    strength = models.DecimalField(max_digits=6, decimal_places=3, default=1)
    minutes = models.DecimalField(max_digits=6, decimal_places=2, null=True, blank=True)
    given = models.FloatField(null=True, blank=True)
    used = models.FloatField(null=True, blank=True)
    day = Object(default=dict, blank=True)
    answer = models.PositiveSmallIntegerField(null=True, blank=True)
    heard = models.CharField(max_length=8, default="dry")
    unsure = models.BooleanField(default=False)
    sections = Numbers(default=list)
    meant = models.DecimalField(max_digits=6, decimal_places=2, null=True, blank=True)
    counts = models.BooleanField(default=True)
    feel = Strings(default=list)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-at", "-id"]
        verbose_name_plural = "washes"
        indexes = [
            models.Index(fields=["head", "family", "at"], name="wash_of_head_by_family"),
            models.Index(fields=["head", "removed_at", "at", "answer"], name="wash_of_head_by_time"),
        ]

    def __str__(self) -> str:
        return f"{self.family} on {self.head or 'somebody'}"
