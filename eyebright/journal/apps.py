"""App registration."""

from django.apps import AppConfig


class JournalConfig(AppConfig):
    """Entries: outcomes and readings."""

    name = "eyebright.journal"
