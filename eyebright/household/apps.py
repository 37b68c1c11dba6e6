"""App registration."""

from django.apps import AppConfig


class HouseholdConfig(AppConfig):
    """Household."""

    name = "eyebright.household"
