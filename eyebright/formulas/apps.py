"""App registration."""

from django.apps import AppConfig


class FormulasConfig(AppConfig):
    """Formulas."""

    name = "eyebright.formulas"
