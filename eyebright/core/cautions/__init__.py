"""Hazards and limits as data, and the one engine that applies them."""

from .engine import Caution, cautions
from .limits import Limits, limits, limits_for

__all__ = ["Caution", "Limits", "cautions", "limits", "limits_for"]
