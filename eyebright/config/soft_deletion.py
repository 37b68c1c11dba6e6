"""Soft deletion: what was removed can be restored, and is out of every query that does not ask for it."""

from typing import Any, Self

from django.db import models
from django.utils import timezone


class NotRemoved(models.Manager[Any]):
    """Only what has not been removed."""

    def get_queryset(self) -> models.QuerySet[Any]:
        """Leave out what was."""
        return super().get_queryset().filter(removed_at=None)


class SoftDeleted(models.Model):
    """A row with its time of making, and of being removed.

    `objects`, and with it every related manager, leaves out what was removed; `with_removed` has it too.
    """

    made_at = models.DateTimeField(default=timezone.now, editable=False)
    removed_at = models.DateTimeField(null=True, blank=True, editable=False, db_index=True)

    objects = NotRemoved()
    with_removed = models.Manager()

    class Meta:
        abstract = True

    @classmethod
    def among(cls, *, also_removed: bool = False) -> models.QuerySet[Self]:
        """The rows there are, with or without those that were removed."""
        rows: models.QuerySet[Self] = (cls.with_removed if also_removed else cls.objects).all()
        return rows

    def remove(self) -> None:
        """Take it out of sight; `restore` undoes it."""
        self.removed_at = timezone.now()
        self.save(update_fields=["removed_at"])

    def restore(self) -> None:
        """Undo `remove`."""
        self.removed_at = None
        self.save(update_fields=["removed_at"])
