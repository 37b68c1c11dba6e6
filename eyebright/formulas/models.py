"""What is kept of formulas: each as it was written, and its versions."""

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from eyebright.kept.columns import Object, Strings
from eyebright.kept.soft_deletion import SoftDeleted


class Formula(SoftDeleted):
    """A formula of the household: what goes in and how it is made, as it was written (`body`).

    `search` is what it is found by, folded; `digest` what of its reading ranks it for a head, of the state
    that `digest_of` names. `sat_at` is when the sitting began whose first state is the latest kept version.
    `way_of`: the formula that this is another way of making; None for the first, or where there is one alone.
    """

    name = models.CharField(max_length=80)
    family = models.CharField(max_length=20)
    body = Object(encoder=DjangoJSONEncoder)
    changed_at = models.DateTimeField(default=timezone.now)
    sat_at = models.DateTimeField(null=True, blank=True)
    search = models.TextField(blank=True)
    digest = Object(null=True, blank=True)
    digest_of = models.CharField(max_length=64, blank=True)
    way_of = models.ForeignKey("self", on_delete=models.SET_NULL, related_name="ways", null=True, blank=True)

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
    body = Object(encoder=DjangoJSONEncoder)
    changes = Strings(default=list)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["formula", "number"], name="one_version_a_number")]

    def __str__(self) -> str:
        return self.name or f"version {self.number}"
