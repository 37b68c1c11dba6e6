"""What is kept of the household as a whole."""

from django.db import models


class Household(models.Model):
    """What holds for the whole household: one row.

    `system`: whose spoons and cups; `currency` as written; `schools`: what it holds where makers disagree,
    by key.
    """

    system = models.CharField(max_length=20, default="metric")
    currency = models.CharField(max_length=8, default="£")
    schools = models.JSONField(default=dict, blank=True)

    def __str__(self) -> str:
        return self.system
