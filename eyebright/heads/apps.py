"""App registration."""

from django.apps import AppConfig


class HeadsConfig(AppConfig):
    """Heads: records, check-ins, little tests, patch tests and washes."""

    name = "eyebright.heads"

    def ready(self) -> None:
        """Patch tests follow the machine's clock."""
        from .services import clock_steps  # noqa: F401  (receivers)
