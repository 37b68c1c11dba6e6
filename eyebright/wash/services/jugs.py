"""A jug that was finished is a wash of its head: recorded, hidden and shown again as the jug changes."""

from typing import Any

from eyebright.core.mix import used_as
from eyebright.make.models import Batch

from ..models import Wash
from ..schemas.diary import WashIn
from .diary import keep_wash


def record_jug(sender: Any, batch: Batch, feel: list[str] | None, **_: Any) -> None:
    """Record the wash that a finished jug was, and how it felt.

    What is said of a jug before it is finished is kept with a wash that nobody sees yet.
    """
    wash = Wash.with_removed.filter(batch=batch).first()
    done = batch.finished_at is not None and batch.removed_at is None
    if wash is None and (done or feel):
        rinsed = batch.use == "rinsed_out"
        family = used_as(batch.facts.get("family", ""), batch.use)
        payload = WashIn(
            family=family,
            at=batch.finished_at,
            amount=float(batch.volume) if rinsed else None,  # left in, nobody says how much went on
            unit="mL",
            minutes=float(batch.minutes) if rinsed else None,
        )
        wash = keep_wash(batch.head, payload, batch)
    if wash is None:
        return
    if feel is not None:
        wash.feel = feel
        wash.save(update_fields=["feel"])
    if done:
        wash.restore()
    elif wash.removed_at is None:
        wash.remove()
