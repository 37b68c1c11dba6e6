"""App registration."""

from django.apps import AppConfig


class TodayConfig(AppConfig):
    """What to do now and next, and the first steps of a household with nothing yet."""

    name = "eyebright.today"
