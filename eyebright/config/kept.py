"""What is kept can be taken away and put back: nothing that a person entered is lost by one press."""

from typing import Any

from django.db import models
from django.utils import timezone


class Present(models.Manager[Any]):
    """Only what has not been taken away."""

    def get_queryset(self) -> models.QuerySet[Any]:
        """Leave out what was."""
        return super().get_queryset().filter(removed_at=None)


class Kept(models.Model):
    """A row with its time of making, and of being taken away."""

    made_at = models.DateTimeField(default=timezone.now, editable=False)
    removed_at = models.DateTimeField(null=True, blank=True, editable=False, db_index=True)

    objects = models.Manager()
    present = Present()

    class Meta:
        abstract = True

    def take_away(self) -> None:
        """Take it off its place; `put_back` undoes it."""
        self.removed_at = timezone.now()
        self.save(update_fields=["removed_at"])

    def put_back(self) -> None:
        """Undo `take_away`."""
        self.removed_at = None
        self.save(update_fields=["removed_at"])
