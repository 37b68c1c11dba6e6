"""What apps above this one follow: washes are recorded of jugs."""

from django.dispatch import Signal

jug_changed = Signal()
"""A jug was finished, judged, removed or restored: `batch`, and how it felt (`feel`, None where not said)."""
