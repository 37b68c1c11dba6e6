"""What is kept of an outcome: the rinse, what was read of it and how it felt."""

from django.db import models

from eyebright.config.columns import Strings
from eyebright.config.soft_deletion import SoftDeleted
from eyebright.mix.models import Rinse
from eyebright.shelf.models import Reading
from eyebright.wash.models import Wash


class Entry(SoftDeleted):
    """One rinse, from the first pour to the last word on it.

    `step` is where the pouring stands; `finished_at` is empty while it is under way. `wash` is what
    its head remembers of it once it is finished; `who` is whom it was for where no head was chosen.
    `reading`, with a strip's `reading_step` or a meter's `reading_reach`, is what was read; `told` is
    what that told of the bottles and the water, on the shelf.
    """

    rinse = models.OneToOneField(Rinse, on_delete=models.CASCADE, related_name="entry")
    wash = models.OneToOneField(Wash, on_delete=models.SET_NULL, null=True, blank=True, related_name="entry")
    told = models.OneToOneField(
        Reading, on_delete=models.SET_NULL, null=True, blank=True, related_name="entry"
    )
    who = models.CharField(max_length=80, blank=True)
    step = models.PositiveSmallIntegerField(default=0)
    finished_at = models.DateTimeField(null=True, blank=True)
    reading = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    reading_step = models.DecimalField(max_digits=4, decimal_places=2, null=True, blank=True)
    reading_reach = models.DecimalField(max_digits=5, decimal_places=3, null=True, blank=True)
    feel = Strings(default=list)
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["-made_at", "-id"]
        verbose_name_plural = "entries"

    def __str__(self) -> str:
        return str(self.rinse)
