"""App registration, for the commands that live here."""

from django.apps import AppConfig


class ConfigConfig(AppConfig):
    """Commands: serve, demo."""

    name = "eyebright.config"
