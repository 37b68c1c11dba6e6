"""App registration."""

from django.apps import AppConfig


class SafekeepingConfig(AppConfig):
    """Safekeeping."""

    name = "eyebright.safekeeping"
