"""The app of what is made."""

from django.apps import AppConfig


class MakeConfig(AppConfig):
    """Batches: from a formula or a jug to bottles with a date."""

    name = "eyebright.make"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """What was made is an ingredient: the shelf finds it by its key."""
        from .services import clock_steps  # noqa: F401  (receivers)
        from .services.supplies import register_supplies

        register_supplies()
