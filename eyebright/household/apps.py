"""App registration."""

from django.apps import AppConfig


class HouseholdConfig(AppConfig):
    """Household."""

    name = "eyebright.household"

    def ready(self) -> None:
        """Say how this household writes numbers, and which clock it lives by, to whoever asks below it."""
        from eyebright.config import fields, today

        from .services.household import number_habit, zone

        fields.habit[0] = number_habit
        today.own_zone[0] = zone
