"""App registration."""

from django.apps import AppConfig


class HouseholdConfig(AppConfig):
    """Household."""

    name = "eyebright.household"

    def ready(self) -> None:
        """Answer for the household to whoever asks below it."""
        from eyebright.kept import providers

        from .services.household import number_habit, zone

        providers.number_habit.register(number_habit)
        providers.household_zone.register(zone)
