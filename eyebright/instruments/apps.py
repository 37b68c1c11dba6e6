"""App registration."""

from django.apps import AppConfig


class InstrumentsConfig(AppConfig):
    """Scale, pH meter, thermometer."""

    name = "eyebright.instruments"
