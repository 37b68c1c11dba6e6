"""Rows that are kept: each counts its changes, and what was removed can be restored.

lot.version       1, then one more with every change: a change that began from an older one is refused
lot.remove()      out of every query that does not ask for it
lot.restore()     back again
"""

from collections.abc import Iterable
from typing import Any, Self

from django.db import models
from django.utils import timezone


class Versioned(models.Model):
    """A row that counts its changes, so that two windows never write over each other.

    One made with `version=0` stands in for a row that nobody has kept yet; kept, it is at 1.
    """

    version = models.PositiveIntegerField(default=1, editable=False)

    class Meta:
        abstract = True

    def save(self, *args: Any, update_fields: Iterable[str] | None = None, **options: Any) -> None:
        """Keep it; every change counts."""
        if not self._state.adding or self.version == 0:
            self.version += 1
            update_fields = None if update_fields is None else {*update_fields, "version"}
        super().save(*args, update_fields=update_fields, **options)


class NotRemoved(models.Manager[Any]):
    """Only what has not been removed."""

    def get_queryset(self) -> models.QuerySet[Any]:
        """Leave out what was."""
        return super().get_queryset().filter(removed_at=None)


class SoftDeleted(Versioned):
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
        """Undo `remove`; what was not removed stays as it is."""
        if self.removed_at is not None:
            self.removed_at = None
            self.save(update_fields=["removed_at"])
