"""What is kept can be taken away and put back: nothing that a person entered is lost by one press."""

from decimal import Decimal
from typing import Any, Self, overload

from django.db import models
from django.utils import timezone


@overload
def exact(value: float, places: str = ...) -> Decimal: ...
@overload
def exact(value: float | None, places: str = ...) -> Decimal | None: ...
def exact(value: float | None, places: str = "0.001") -> Decimal | None:
    """A number as it is kept, rounded to these places; nothing stays nothing."""
    return None if value is None else Decimal(repr(value)).quantize(Decimal(places))


def as_float(value: Decimal | None) -> float | None:
    """A number that was kept, as it is reckoned with; nothing stays nothing."""
    return None if value is None else float(value)


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

    @classmethod
    def among(cls, *, also_removed: bool = False) -> models.QuerySet[Self]:
        """The rows there are, with or without those that were taken away."""
        rows: models.QuerySet[Self] = (cls.objects if also_removed else cls.present).all()
        return rows

    def take_away(self) -> None:
        """Take it off its place; `put_back` undoes it."""
        self.removed_at = timezone.now()
        self.save(update_fields=["removed_at"])

    def put_back(self) -> None:
        """Undo `take_away`."""
        self.removed_at = None
        self.save(update_fields=["removed_at"])
