"""App registration."""

from django.apps import AppConfig


class WashConfig(AppConfig):
    """Wash."""

    name = "eyebright.wash"
