"""What a scale showed while somebody poured as they liked, as pours that can be named."""

from eyebright.core.make import Shown, pours_of
from eyebright.kept.wire import Figure

from ..schemas.batches import TracedPourOut, TraceIn


def cut(payload: TraceIn) -> list[TracedPourOut]:
    """The pours of a trace, in order of time, each with its doubt."""
    shown = [Shown(each.seconds, each.grams, each.steady) for each in payload.shown]
    return [
        TracedPourOut(
            much=Figure(value=round(each.grams, 1), low=each.low, high=each.high, unit="g", kind="measured"),
            seconds=each.seconds,
        )
        for each in pours_of(shown)
    ]
