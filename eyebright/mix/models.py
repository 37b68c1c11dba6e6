"""What is kept of Mix: jugs as they were poured."""

from typing import get_args

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.utils import timezone

from eyebright.config.columns import Object, Objects, Strings
from eyebright.core.vocabulary import Use
from eyebright.heads.models import Head


class Rinse(models.Model):
    """A jug as planned and poured.

    `head` is whom it is for; it goes when the head goes. `lines` are the question's, each with the key
    of what goes in (`lot-3`, `water-2`); names, pours, steps, cautions and the facts these rest on are
    copies: later changes on the shelf do not rewrite the past. Volumes in mL, minutes in minutes, the
    amounts inside `pours` in mL or g. `gave`: what each lot really gave, by key, which is all that it can
    get back (nothing for jugs older than that). `fill`: what a line fills up to, `name` what it is called.
    """

    head = models.ForeignKey(Head, on_delete=models.CASCADE, null=True, blank=True, related_name="rinses")
    name = models.CharField(max_length=200)
    lines = Objects(encoder=DjangoJSONEncoder, needs={"stuff": str})
    fill = models.DecimalField(max_digits=8, decimal_places=2, null=True, blank=True)
    volume = models.DecimalField(max_digits=8, decimal_places=2)
    aim = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    use = models.CharField(max_length=12, choices=[(each, each) for each in get_args(Use)])
    last = models.BooleanField(default=False)
    minutes = models.DecimalField(max_digits=6, decimal_places=2)
    verdict = models.CharField(max_length=20)
    headline = models.TextField()
    predicted = models.DecimalField(max_digits=5, decimal_places=3)
    predicted_low = models.DecimalField(max_digits=5, decimal_places=3)
    predicted_high = models.DecimalField(max_digits=5, decimal_places=3)
    pours = Objects(encoder=DjangoJSONEncoder, needs={"key": str, "amount": (int, float)})
    steps = Objects(encoder=DjangoJSONEncoder, needs={"kind": str})
    cautions = Objects(encoder=DjangoJSONEncoder, needs={"id": str})
    facts = Object(encoder=DjangoJSONEncoder)
    stops_passed = Strings(default=list)
    gave = Object(null=True, blank=True, of=(int, float))
    worked_out_at = models.DateTimeField(default=timezone.now, editable=False)

    def __str__(self) -> str:
        return self.name
