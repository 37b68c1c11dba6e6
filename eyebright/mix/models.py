"""What is kept of Mix: jugs as they were poured, formulas with their versions, and washes by name."""

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from eyebright.config.kept import Kept
from eyebright.heads.models import Head


class Rinse(models.Model):
    """A jug as planned and poured.

    `head` is whom it is for; it goes when the head goes. `lines` are the question's, each with the key
    of what goes in (`lot-3`, `water-2`); names, pours, steps, cautions and the facts these rest on are
    copies: later changes on the shelf do not rewrite the past. Volumes in mL, minutes in minutes, the
    amounts inside `pours` in mL or g. `fill` is the volume a line fills up to, `name` what it is called.
    """

    class Use(models.TextChoices):
        """Whether it is rinsed out or stays."""

        RINSED_OUT = "rinsed_out"
        LEFT_IN = "left_in"

    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="rinses")
    name = models.CharField(max_length=200)
    lines = models.JSONField(encoder=DjangoJSONEncoder)
    fill = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    volume = models.DecimalField(max_digits=8, decimal_places=2)
    aim = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    use = models.CharField(max_length=12, choices=Use)
    last = models.BooleanField(default=False)
    minutes = models.DecimalField(max_digits=6, decimal_places=2)
    verdict = models.CharField(max_length=20)
    headline = models.TextField()
    predicted = models.DecimalField(max_digits=5, decimal_places=3)
    predicted_low = models.DecimalField(max_digits=5, decimal_places=3)
    predicted_high = models.DecimalField(max_digits=5, decimal_places=3)
    pours = models.JSONField(encoder=DjangoJSONEncoder)
    steps = models.JSONField(encoder=DjangoJSONEncoder)
    cautions = models.JSONField(encoder=DjangoJSONEncoder)
    facts = models.JSONField(encoder=DjangoJSONEncoder)
    stops_passed = models.JSONField(default=list)
    worked_out_at = models.DateTimeField(default=timezone.now, editable=False)

    def __str__(self) -> str:
        return self.name


class Formula(Kept):
    """A formula of the household: what goes in and how it is made, as it was written (`body`).

    `version` counts every change, so that two windows never overwrite each other; `search` is what it is
    found by, folded; `digest` what of its reading ranks it for a head, of the state that `digest_of` names.
    `sat_at` is when the sitting began whose first state is the latest kept version.
    """

    name = models.CharField(max_length=80)
    family = models.CharField(max_length=20)
    body = models.JSONField(encoder=DjangoJSONEncoder)
    version = models.PositiveIntegerField(default=1)
    changed_at = models.DateTimeField(default=timezone.now)
    sat_at = models.DateTimeField(null=True, blank=True)
    search = models.TextField(blank=True)
    digest = models.JSONField(null=True, blank=True)
    digest_of = models.CharField(max_length=64, blank=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class FormulaVersion(models.Model):
    """A formula as it once was: `changes` in words, against the version before it."""

    formula = models.ForeignKey(Formula, on_delete=models.CASCADE, related_name="versions")
    made_at = models.DateTimeField(default=timezone.now, editable=False)
    number = models.PositiveIntegerField()
    name = models.CharField(max_length=80, blank=True)
    body = models.JSONField(encoder=DjangoJSONEncoder)
    changes = models.JSONField(default=list)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["formula", "number"], name="one_version_a_number")]

    def __str__(self) -> str:
        return self.name or f"version {self.number}"


class WashChain(Kept):
    """A wash by name: its links in order, each {formula (null is plain water), zone, minutes, times}."""

    name = models.CharField(max_length=80)
    links = models.JSONField(default=list)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name
