"""App registration."""

from django.apps import AppConfig


class HeadsConfig(AppConfig):
    """Heads: records, check-ins, little tests, patch tests and washes."""

    name = "eyebright.heads"
