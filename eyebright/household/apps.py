"""App registration."""

from django.apps import AppConfig


class HouseholdConfig(AppConfig):
    """Household."""

    name = "eyebright.household"

    def ready(self) -> None:
        """Say how this household writes numbers, to whoever reads one that could be read two ways."""
        from eyebright.config import fields

        from .services.household import number_habit

        fields.habit[0] = number_habit
