"""App registration."""

from django.apps import AppConfig


class MixConfig(AppConfig):
    """Rinses: worked out, and kept as they were poured."""

    name = "eyebright.mix"
