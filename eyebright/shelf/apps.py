"""App registration."""

from django.apps import AppConfig


class ShelfConfig(AppConfig):
    """Materials at hand, lots, waters."""

    name = "eyebright.shelf"
