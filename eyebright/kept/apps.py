"""App registration."""

from django.apps import AppConfig


class KeptConfig(AppConfig):
    """Kept."""

    name = "eyebright.kept"
