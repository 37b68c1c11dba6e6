"""App registration."""

from django.apps import AppConfig


class WashConfig(AppConfig):
    """Wash."""

    name = "eyebright.wash"

    def ready(self) -> None:
        """Follow the jugs that are poured: each that is finished is a wash."""
        from eyebright.make.signals import jug_changed

        from .services.basin import clock_steps  # noqa: F401  (receivers)
        from .services.jugs import record_jug

        jug_changed.connect(record_jug)
