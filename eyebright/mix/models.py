"""What is kept of a rinse: the question, and the answer as it stood when it was poured."""

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from eyebright.heads.models import Head
from eyebright.shelf.models import Lot, WaterSource


class Rinse(models.Model):
    """A rinse as planned and poured.

    `head` is whom it is for; it goes when the head goes. Names, pours, steps, cautions and the facts
    these rest on are copies: later changes on the shelf do not rewrite the past.
    Volumes in mL, minutes in minutes, the acid's amounts inside `pours` in mL or g.
    """

    class Use(models.TextChoices):
        """Whether it is rinsed out or stays."""

        RINSED_OUT = "rinsed_out"
        LEFT_IN = "left_in"

    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="rinses")
    acid = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="rinses")
    water = models.ForeignKey(WaterSource, on_delete=models.PROTECT, related_name="rinses")
    acid_name = models.CharField(max_length=80)
    water_name = models.CharField(max_length=80)
    volume = models.DecimalField(max_digits=8, decimal_places=2)
    aim = models.DecimalField(max_digits=5, decimal_places=3)
    use = models.CharField(max_length=12, choices=Use)
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
        return f"{self.acid_name} in {self.water_name}"
