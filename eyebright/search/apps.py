"""App registration."""

from django.apps import AppConfig


class SearchConfig(AppConfig):
    """One search over all that the household has, and all that the library knows."""

    name = "eyebright.search"
